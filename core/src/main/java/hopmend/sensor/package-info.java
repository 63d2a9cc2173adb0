/**
 * What a sensor should say: limits and how a measured value is judged against them, signal models,
 * and the scaling of live data. Way in: {@link hopmend.sensor.Band#judge}.
 */
package hopmend.sensor;
