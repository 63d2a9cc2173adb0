/**
 * The day: who does what next on several vehicles, so that promises hold and nobody stands idle
 * while something waits. Way in: {@link hopmend.day.Schedule#of}.
 */
package hopmend.day;
