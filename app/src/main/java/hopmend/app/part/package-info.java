/**
 * The shop's list of parts: kept, searched, taken in and out as CSV; and the record of what was
 * fitted. Way in: {@link hopmend.app.part.Parts}.
 */
package hopmend.app.part;
