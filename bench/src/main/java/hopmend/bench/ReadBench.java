package hopmend.bench;

import hopmend.catalog.CatalogReader;
import hopmend.fault.CodeText;
import hopmend.report.ReportWords;
import hopmend.report.ScanText;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Hop 1 at its bounds: 10 000 typed codes, and a pasted report at the size limit. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 3, time = 2)
public class ReadBench {
  private static final String LINES =
      "PO340-31  camshaft sensor   stored, current\np0301 misfire (confirmed), quiet otherwise\n"
          + "engine speed 862 rpm, load 26.3 %, coolant 88 °C\n";
  private final String report = LINES.repeat(ScanText.MAX_CHARACTERS / LINES.length());

  private final ReportWords words = CatalogReader.shipped().reportWords();

  @Benchmark
  public int tenThousandCodes() {
    int decoded = 0;
    for (int i = 0; i < 10_000; i++) {
      decoded += CodeText.read("P" + (i % 4) + "34" + (i % 10)) instanceof CodeText.Decoded ? 1 : 0;
    }
    return decoded;
  }

  @Benchmark
  public int reportAtTheSizeLimit() {
    return ScanText.read(report, 2026, words).found().size();
  }
}
