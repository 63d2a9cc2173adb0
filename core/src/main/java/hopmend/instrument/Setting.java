package hopmend.instrument;

import hopmend.measure.Reading;
import hopmend.trace.Capture;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * An instrument as a family sheet sets it for a check.
 *
 * @param limits all that the instrument judges by, and no other
 */
public record Setting(Instrument kind, Map<String, Limit> limits, String source) {
  public Setting {
    limits = limits == null ? Map.of() : Map.copyOf(limits);
    if (!limits.keySet().equals(kind.limits())) {
      Set<String> wanted = new TreeSet<>(kind.limits());
      throw new IllegalArgumentException(
          "Instrument %s judges by %s, not by %s"
              .formatted(kind, wanted, new TreeSet<>(limits.keySet())));
    }
  }

  /** Its limits on a vehicle, empty where only its card could tell one and does not. */
  public Optional<Map<String, Double>> limits(Function<String, Optional<Double>> ofTheCard) {
    Map<String, Double> all = new HashMap<>();
    limits.forEach((name, limit) -> limit.on(ofTheCard).ifPresent(v -> all.put(name, v)));
    return all.size() == limits.size() ? Optional.of(all) : Optional.empty();
  }

  /**
   * Looks at a recording.
   *
   * @param picked columns by role that a person picked, see {@link Instrument#columns}
   * @param figures what a person told besides, by id
   * @param ofTheCard the card's figures by name
   */
  public Look look(
      Capture.Read read,
      Map<String, String> picked,
      Map<String, Reading> figures,
      Function<String, Optional<Double>> ofTheCard) {
    if (read.capture().isEmpty()) {
      return Look.unfit(read.problems()).with(read.notes());
    }
    Capture capture = read.capture().get();
    Map<String, String> columns = kind.columns(capture.channels(), picked);
    return limits(ofTheCard)
        .map(l -> kind.look(capture, columns, figures, l))
        .orElseGet(() -> Look.unfit("instrument.no-limit"))
        .with(read.notes());
  }

  /** Looks at figures alone. */
  public Look look(Map<String, Reading> figures, Function<String, Optional<Double>> ofTheCard) {
    return limits(ofTheCard)
        .map(l -> kind.look(figures, l))
        .orElseGet(() -> Look.unfit("instrument.no-limit"));
  }
}
