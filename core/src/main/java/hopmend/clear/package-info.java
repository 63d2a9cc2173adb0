/**
 * Hop 6, Clear: what clearing did to every code, each explained. Way in: {@link
 * hopmend.clear.ClearReport#of}.
 */
package hopmend.clear;
