/**
 * A job as one JSON file, out and in again with nothing lost. Way in: {@link
 * hopmend.app.export.JobFile}.
 */
package hopmend.app.export;
