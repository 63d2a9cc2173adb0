package hopmend.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import hopmend.prove.Action;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Outcome;
import hopmend.prove.Planner;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import hopmend.sensor.Traits;
import hopmend.trace.Capture;
import hopmend.trace.Edges;
import hopmend.trace.ToneRing;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Hop 2 at its largest: a plan of 30 suspects and 40 checks, a recording of a million samples. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 3, time = 2)
public class ProveBench {
  private static final int SAMPLES = 1_000_000;

  private Planner.Asked asked;
  private String csv;
  private Capture capture;

  @Setup
  public void prepare() {
    asked = problem(30, 40, new Random(3));
    csv = recording();
    capture = Capture.read(csv, Optional.empty()).capture().orElseThrow();
  }

  private static Planner.Asked problem(int suspects, int checks, Random random) {
    List<Suspect> all = new ArrayList<>();
    Map<Remedy, Set<String>> met = new HashMap<>();
    for (int i = 0; i < suspects; i++) {
      Remedy remedy = Remedy.values()[i % 5];
      met.computeIfAbsent(remedy, r -> new HashSet<>()).add("s" + i);
      double weight = 0.2 + random.nextDouble();
      all.add(new Suspect("s" + i, "", weight, remedy, "", null, null, null, false, null, ""));
    }
    List<Check> looks = new ArrayList<>();
    for (int c = 0; c < checks; c++) {
      Map<String, Double> finds = new HashMap<>();
      Map<String, Double> misses = new HashMap<>();
      for (int k = 0; k < 3; k++) {
        String who = "s" + random.nextInt(suspects);
        finds.put(who, 0.7);
        misses.put(who, 0.3);
      }
      List<Outcome> results =
          List.of(
              Outcome.of("bad", "", finds, 0.05, true),
              Outcome.of("good", "", misses, 0.95, false));
      looks.add(
          new Check(
              "c" + c,
              "",
              "",
              "",
              1 + 15 * random.nextDouble(),
              0,
              List.copyOf(finds.keySet()),
              results,
              List.of(),
              null,
              List.of(),
              List.of(),
              List.of(),
              false,
              false,
              false,
              null,
              ""));
    }
    List<Action.Repair> repairs = new ArrayList<>();
    met.forEach((r, who) -> repairs.add(new Action.Repair(r.name(), "", who, 45, 30, 0.1, 0)));
    return new Planner.Asked(
        Diagnosis.of(all, List.of()), looks, repairs, List.of(), Traits.UNKNOWN, 300, 68, 0.25);
  }

  /** A coil before a ring of 60 - 2, twenty samples a tooth. */
  private static String recording() {
    StringBuilder text = new StringBuilder("time (s),crank (V)\n");
    for (int i = 0; i < SAMPLES; i++) {
      double tooth = i / 20.0;
      double volts = (long) tooth % 60 < 58 ? -2 * Math.sin(2 * Math.PI * tooth) : 0;
      text.append(String.format(Locale.ROOT, "%.6f,%.3f%n", i * 5e-5, volts));
    }
    return text.toString();
  }

  @Benchmark
  public int planOfThirtySuspectsAndFortyChecks() {
    return Planner.plan(asked, List.of(), 0.8).options().size();
  }

  @Benchmark
  public int millionSamplesRead() {
    return Capture.read(csv, Optional.empty()).capture().orElseThrow().size();
  }

  /** What reading would cost if nothing was understood. */
  @Benchmark
  public int millionSamplesByTheBareLibrary() throws IOException {
    int fields = 0;
    try (CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(csv)) {
      for (CsvRecord row : rows) {
        fields += row.getFieldCount();
      }
    }
    return fields;
  }

  @Benchmark
  public int millionSamplesOfARing() {
    Edges edges = Edges.in(capture.timeS(), capture.channels().get(0).values());
    return ToneRing.in(edges).ring().orElseThrow().turns();
  }
}
