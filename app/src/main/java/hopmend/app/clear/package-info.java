/** Hop 6 in the application: clearing through the link. */
package hopmend.app.clear;
