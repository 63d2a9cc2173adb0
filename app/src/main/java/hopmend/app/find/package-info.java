/** Hop 3 in the application: the site on its drawing. */
package hopmend.app.find;
