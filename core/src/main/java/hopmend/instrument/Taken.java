package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.trace.Capture;
import java.util.Map;
import java.util.Optional;

/**
 * What an instrument has before it.
 *
 * @param timeS moments of the samples, seconds; empty where nothing was recorded
 * @param channels by role
 * @param figures that a person told, by id
 * @param limits by which it judges, by name
 */
record Taken(
    double[] timeS,
    Map<String, Capture.Channel> channels,
    Map<String, Reading> figures,
    Map<String, Double> limits) {

  double[] signal(String role) {
    return channels.get(role).values();
  }

  Optional<double[]> besides(String role) {
    return Optional.ofNullable(channels.get(role)).map(Capture.Channel::values);
  }

  double limit(String name) {
    return limits.get(name);
  }

  double figure(String id, MeasureUnit unit) {
    return figures.get(id).in(unit);
  }

  Optional<Double> figureBesides(String id, MeasureUnit unit) {
    return Optional.ofNullable(figures.get(id)).map(r -> r.in(unit));
  }

  /** From the first sample to the last. */
  double seconds() {
    return timeS.length < 2 ? 0 : timeS[timeS.length - 1] - timeS[0];
  }

  double usualStepS() {
    return Capture.usualStepS(timeS);
  }
}
