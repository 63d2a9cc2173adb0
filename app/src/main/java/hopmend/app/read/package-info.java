/** Hop 1 in the application: codes, vehicle and symptoms. */
package hopmend.app.read;
