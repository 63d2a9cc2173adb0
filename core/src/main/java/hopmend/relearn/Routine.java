package hopmend.relearn;

import hopmend.measure.Reading;
import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.LiveSignal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A routine that the controller runs, from a vehicle card.
 *
 * @param routineId the two-byte identifier of ISO 14229-1 service 0x31
 * @param why what goes wrong without it
 * @param driver what a person does meanwhile, step by step; empty where nobody has to
 * @param conditions what must hold before it starts
 * @param minutes how long it takes, about
 * @param results what the bytes of its status record mean on this vehicle; the first that fits is
 *     told, and where none does, its first byte is read as {@link RoutineState} has it
 * @param securityLevel of security access that its controller asks for: 1, 3, 5 and so on as the
 *     maker counts; null for the one of the shop's settings
 */
public record Routine(
    String id,
    String name,
    int routineId,
    String why,
    List<String> driver,
    List<Wanted> conditions,
    double minutes,
    List<Result> results,
    Integer securityLevel,
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

  /**
   * An end, or a state on the way, as the vehicle words it.
   *
   * @param bytes how the status record begins, as hexadecimal digits
   * @param todo what to do then; empty for nothing
   */
  public record Result(String bytes, RoutineState means, String says, String todo) {
    public Result {
      todo = todo == null ? "" : todo;
      if (bytes == null || !bytes.matches("([0-9A-Fa-f]{2}){1,32}") || means == null) {
        throw new IllegalArgumentException(
            "A result is told by 1 to 32 bytes as hexadecimal digits and by what they mean, not "
                + bytes);
      }
      bytes = bytes.toUpperCase(Locale.ROOT);
    }
  }

  /** A condition against what the vehicle says now. */
  public record Met(Wanted condition, Reading now, boolean met) {}

  public Routine {
    condition = Condition.orAlways(condition);
    driver = driver == null ? List.of() : List.copyOf(driver);
    conditions = List.copyOf(conditions);
    results = results == null ? List.of() : List.copyOf(results);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    if (routineId < 0 || routineId > 0xFFFF) {
      throw new IllegalArgumentException("A routine identifier has two bytes, not " + routineId);
    }
    boolean level = securityLevel == null || securityLevel % 2 == 1 && securityLevel <= 0x7D;
    if (!level) {
      throw new IllegalArgumentException(
          "A level of security access is odd, from 1 to 125, not " + securityLevel);
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

  /**
   * What a status record means.
   *
   * @param bytes as hexadecimal digits, empty where the vehicle gave none
   */
  public RoutineState state(String bytes) {
    return result(bytes)
        .map(Result::means)
        .orElseGet(
            () ->
                bytes.length() < 2
                    ? RoutineState.UNKNOWN
                    : RoutineState.of(Integer.parseInt(bytes.substring(0, 2), 16)));
  }

  /** The card's words for a status record; empty where it has none. */
  public Optional<Result> result(String bytes) {
    return results.stream()
        .filter(r -> bytes.toUpperCase(Locale.ROOT).startsWith(r.bytes()))
        .findFirst();
  }

  private static Met met(Wanted c, Reading now) {
    if (now == null) {
      throw new IllegalArgumentException("No reading of " + c.signal().label());
    }
    double value = now.in(c.signal().unit());
    return new Met(c, now, value >= c.low() && value <= c.high());
  }
}
