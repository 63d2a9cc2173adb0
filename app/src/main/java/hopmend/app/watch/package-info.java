/**
 * What is watched so that nobody gets in who should not: security events, and guesses of passwords
 * and codes. Way in: {@link hopmend.app.watch.SecurityEvents}.
 */
package hopmend.app.watch;
