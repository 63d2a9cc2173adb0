package hopmend.bench;

import hopmend.catalog.CatalogReader;
import hopmend.instrument.Instrument;
import hopmend.instrument.Look;
import hopmend.instrument.Setting;
import hopmend.measure.Reading;
import hopmend.trace.Capture;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Each instrument of the shipped sheets before a million samples of a signal that moves. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 1)
@Measurement(iterations = 3, time = 1)
public class InstrumentBench {
  private static final int SAMPLES = 1_000_000;

  @Param({
    "TONE_RING",
    "CAM_TO_CRANK",
    "SHAFTS",
    "SWITCHING_CELL",
    "CELL_BEHIND",
    "WIDEBAND_CELL",
    "WAKE",
    "WARM_UP",
    "SWEEP",
    "HOLD",
    "KNOCK",
    "SOOT_CYCLE",
    "WIGGLE"
  })
  public Instrument kind;

  private Setting setting;
  private Capture capture;
  private Map<String, String> columns;
  private final Map<String, Reading> figures = new HashMap<>();

  @Setup
  public void prepare() {
    setting =
        CatalogReader.shipped().sheets().stream()
            .flatMap(s -> s.checks().stream())
            .flatMap(c -> c.instrumented().stream())
            .filter(s -> s.kind() == kind)
            .findFirst()
            .orElseThrow();
    double perSecond =
        switch (kind) {
          case TONE_RING, CAM_TO_CRANK, KNOCK -> 20_000;
          default -> 1000;
        };
    double[] time = new double[SAMPLES];
    for (int i = 0; i < SAMPLES; i++) {
      time[i] = i / perSecond;
    }
    List<Capture.Channel> channels = new ArrayList<>();
    columns = new HashMap<>();
    for (int r = 0; r < kind.roles().size(); r++) {
      String name = "signal " + r;
      columns.put(kind.roles().get(r).id(), name);
      channels.add(new Capture.Channel(name, "", signal(r, time)));
    }
    capture = new Capture(time, channels);
    kind.asks().forEach(a -> figures.put(a.id(), Reading.of(Math.max(a.low(), 1.4), a.unit())));
  }

  private double[] signal(int role, double[] time) {
    double[] values = new double[SAMPLES];
    for (int i = 0; i < SAMPLES; i++) {
      double t = time[i];
      double noise = 0.003 * Math.sin(i * 12.9898 + role);
      double tooth = t * 1000 / (role + 1);
      values[i] =
          noise
              + switch (kind) {
                case TONE_RING, CAM_TO_CRANK ->
                    (long) tooth % 60 < 58 ? -2 * Math.sin(2 * Math.PI * tooth) : 0;
                case SHAFTS -> (role == 0 ? 1.4 : 1) * (1500 + 400 * Math.sin(t / 20));
                case SWEEP -> (2 - role) * (2.2 + 1.6 * Math.sin(t));
                case WAKE -> t < 20 ? 0.45 : 0.48 + 0.4 * Math.sin(6 * t);
                case WARM_UP -> 92 - 80 * Math.exp(-t / 240);
                case HOLD -> 300 * Math.exp(-t / 900);
                case SOOT_CYCLE -> t % 500 < 420 ? t % 500 / 60 : 0;
                case KNOCK -> t % 0.1 < 0.004 ? Math.sin(2 * Math.PI * 6470 * t) : 0;
                default -> 0.48 + 0.4 * Math.sin(6 * t - 0.4 * role);
              };
    }
    return values;
  }

  @Benchmark
  public int millionSamples() {
    Look look =
        kind.look(
            capture, columns, figures, setting.limits(name -> Optional.empty()).orElseThrow());
    return Stream.concat(look.problems().stream(), look.sight().stream()).toList().size();
  }
}
