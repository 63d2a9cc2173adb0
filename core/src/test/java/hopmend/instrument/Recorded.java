package hopmend.instrument;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.trace.Capture;
import hopmend.trace.Finding;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;

/** A recording that a test makes up, before the instrument of a shipped check. */
final class Recorded {
  private static final Catalog CATALOG = Shipped.CATALOG;

  final Random random;
  private final double[] timeS;
  private final Map<String, double[]> channels = new LinkedHashMap<>();
  private final Map<String, Reading> figures = new HashMap<>();

  Recorded(double seconds, double perSecond, long seed) {
    this.random = new Random(seed);
    this.timeS = new double[(int) Math.round(seconds * perSecond)];
    for (int i = 0; i < timeS.length; i++) {
      timeS[i] = i / perSecond;
    }
  }

  Recorded with(String name, DoubleUnaryOperator at) {
    double[] values = new double[timeS.length];
    for (int i = 0; i < values.length; i++) {
      values[i] = at.applyAsDouble(timeS[i]);
    }
    channels.put(name, values);
    return this;
  }

  /** A signal that follows another with a time constant, as a first-order sensor does. */
  Recorded following(String name, DoubleUnaryOperator what, double constantS, double noise) {
    double[] values = new double[timeS.length];
    double state = what.applyAsDouble(0);
    for (int i = 0; i < values.length; i++) {
      double step = i == 0 ? 0 : timeS[i] - timeS[i - 1];
      state += (what.applyAsDouble(timeS[i]) - state) * (1 - Math.exp(-step / constantS));
      values[i] = state + noise * random.nextGaussian();
    }
    channels.put(name, values);
    return this;
  }

  Recorded told(String figure, double value, MeasureUnit unit) {
    figures.put(figure, Reading.of(value, unit));
    return this;
  }

  static Check check(String family, String id) {
    return CATALOG.sheet(family).orElseThrow().checks().stream()
        .filter(c -> c.id().equals(id))
        .findFirst()
        .orElseThrow();
  }

  Look before(String family, String check) {
    List<Capture.Channel> all =
        channels.entrySet().stream()
            .map(e -> new Capture.Channel(e.getKey(), "", e.getValue()))
            .toList();
    Capture.Read read =
        new Capture.Read(Optional.of(new Capture(timeS, all)), List.of(), List.of());
    Setting setting = check(family, check).instrumented().orElseThrow();
    return channels.isEmpty()
        ? setting.look(figures, name -> Optional.empty())
        : setting.look(read, Map.of(), figures, name -> Optional.empty());
  }

  Sight seenBy(String family, String check) {
    Look look = before(family, check);
    return look.sight().orElseThrow(() -> new AssertionError(look.problems()));
  }

  /** Figures alone before an instrument. */
  static Recorded figures() {
    return new Recorded(0, 1, 0);
  }

  static List<Finding> findings(Sight sight) {
    return sight.seen().stream().map(Sight.Seen::finding).toList();
  }
}
