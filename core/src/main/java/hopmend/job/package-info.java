/**
 * The job: an append-only list of entries, the fold from entries to a state, what may be appended,
 * and the eight hops computed from state and catalog. Way in: {@link hopmend.job.JobState#of} and
 * {@link hopmend.job.Workup}.
 */
package hopmend.job;
