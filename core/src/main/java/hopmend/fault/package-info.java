/**
 * Hop 1, Read: trouble codes, their status, what each part of a code means, which code explains
 * which, and what to do first. Way in: {@link hopmend.fault.CodePicture#of}.
 */
package hopmend.fault;
