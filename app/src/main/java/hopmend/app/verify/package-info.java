/** Hop 8 in the application: monitors, drive, sign-off. */
package hopmend.app.verify;
