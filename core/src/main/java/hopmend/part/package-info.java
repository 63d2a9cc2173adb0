/**
 * Hop 4, Pick: which part fits this very vehicle and what it truly costs. Way in: {@link
 * hopmend.part.PartChoice#of}.
 */
package hopmend.part;
