/**
 * Hop 7, Relearn: what the controller must be taught, and whether its conditions are met. Way in:
 * {@link hopmend.relearn.Routine#judge}.
 */
package hopmend.relearn;
