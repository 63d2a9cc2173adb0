/** Hop 4 in the application: the part and its true cost. */
package hopmend.app.pick;
