/**
 * Hop 2, Prove: is it really the sensor? Single-fault Bayes over the suspects of a family sheet,
 * the order of checks by probability over cost, swap-to-test against prove-first. Way in: {@link
 * hopmend.prove.Diagnosis#of}.
 */
package hopmend.prove;
