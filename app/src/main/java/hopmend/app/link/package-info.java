/**
 * Talks to vehicles by ISO 13400-2 and ISO 14229-1, only to addresses on the lead's list. Way in:
 * {@link hopmend.app.link.VehicleDesk}.
 */
package hopmend.app.link;
