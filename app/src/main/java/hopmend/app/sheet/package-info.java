/**
 * Family sheets to read: what the product knows of a kind of sensor, and how its variants differ.
 */
package hopmend.app.sheet;
