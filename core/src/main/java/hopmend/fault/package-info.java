/**
 * Hop 1, Read: trouble codes, their status, what each part of a code means, which code explains
 * which, and the reading of a pasted scan text. Way in: {@link hopmend.fault.ScanText#read} and
 * {@link hopmend.fault.CodePicture#of}.
 */
package hopmend.fault;
