package hopmend.relearn;

import hopmend.measure.Reading;
import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.LiveSignal;
import java.util.List;
import java.util.Map;

/**
 * A routine that the controller runs, from a vehicle card.
 *
 * @param routineId the two-byte identifier of ISO 14229-1 service 0x31
 * @param why what goes wrong without it
 * @param conditions what must hold before it starts
 * @param minutes how long it takes, about
 */
public record Routine(
    String id,
    String name,
    int routineId,
    String why,
    List<Wanted> conditions,
    double minutes,
    List<String> cautions,
    Condition condition,
    String source)
    implements Conditional {

  /** A live signal that must lie in a range; ends included. */
  public record Wanted(LiveSignal signal, double low, double high, String remedy) {
    public Wanted {
      if (!(low <= high)) {
        throw new IllegalArgumentException(
            "Condition on %s runs from %s to %s".formatted(signal, low, high));
      }
    }

    public String wanted() {
      if (low == high) {
        return Reading.of(low, signal.unit()).text();
      }
      return "%s to %s %s"
          .formatted(Reading.number(low), Reading.number(high), signal.unit().symbol());
    }
  }

  /** A condition against what the vehicle says now. */
  public record Met(Wanted condition, Reading now, boolean met) {}

  public Routine {
    condition = Condition.orAlways(condition);
    conditions = List.copyOf(conditions);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    if (routineId < 0 || routineId > 0xFFFF) {
      throw new IllegalArgumentException("A routine identifier has two bytes, not " + routineId);
    }
  }

  /**
   * Judges the conditions by live readings.
   *
   * @throws IllegalArgumentException if a needed signal was not read
   */
  public List<Met> judge(Map<LiveSignal, Reading> live) {
    return conditions.stream().map(c -> met(c, live.get(c.signal()))).toList();
  }

  private static Met met(Wanted c, Reading now) {
    if (now == null) {
      throw new IllegalArgumentException("No reading of " + c.signal().label());
    }
    double value = now.in(c.signal().unit());
    return new Met(c, now, value >= c.low() && value <= c.high());
  }
}
