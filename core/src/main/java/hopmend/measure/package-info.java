/**
 * Units and readings. Every conversion of the product happens here; way in: {@link
 * hopmend.measure.Reading#parse} and {@link hopmend.measure.Reading#in}.
 */
package hopmend.measure;
