/**
 * Captured traces: what a scope, a logger or a recorder wrote of signals over time, and what is
 * found in them. The way in is {@link hopmend.trace.Capture#read}, then an instrument such as
 * {@link hopmend.trace.ToneRing}.
 */
package hopmend.trace;
