/**
 * Jobs in the application: the rows, the desk that appends entries, the frame that every hop page
 * shares, the list of jobs and the record. Way in: {@link hopmend.app.job.JobDesk}.
 */
package hopmend.app.job;
