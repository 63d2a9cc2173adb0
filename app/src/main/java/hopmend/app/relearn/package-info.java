/** Hop 7 in the application: routines through the link. */
package hopmend.app.relearn;
