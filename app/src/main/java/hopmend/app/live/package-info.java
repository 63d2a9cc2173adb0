/**
 * Watching a vehicle: its live values as traces, and what went over the wire. Way in: {@link
 * hopmend.app.live.LiveController}.
 */
package hopmend.app.live;
