/**
 * What jobs take, and whether the shop has it: the pick list of a job and of the day, and the
 * shop's tools and supplies. Way in: {@link hopmend.app.needs.Items}.
 */
package hopmend.app.needs;
