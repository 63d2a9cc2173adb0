/**
 * What is said to people, as values: a key and the figures and names in it. The words are in
 * bundles, {@code hopmend/words*.properties}; another language is another file.
 */
package hopmend.message;
