/**
 * Hop 8, Verify: monitor readiness, the drive and its proof, and whether the job may be signed off.
 * Way in: {@link hopmend.verify.Readiness#decode}, {@link hopmend.verify.DriveProof#of}, {@link
 * hopmend.job.Workup#signOff}.
 */
package hopmend.verify;
