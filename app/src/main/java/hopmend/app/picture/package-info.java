/** Pictures of sensors, on a job and on a card: taken in, written anew, marked, shown. */
package hopmend.app.picture;
