package hopmend.bench;

import hopmend.catalog.CatalogReader;
import hopmend.fault.CodeText;
import hopmend.report.ReportWords;
import hopmend.report.ScanText;
import java.util.Map;
import java.util.concurrent.TimeUnit;
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

/** Hop 1 at its bounds: 10 000 typed codes, and reports of three kinds and sizes. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 3, time = 2)
public class ReadBench {
  private static final Map<String, String[]> KINDS =
      Map.of(
          "text",
          new String[] {
            "",
            "PO340-31  camshaft sensor   stored, current\np0301 misfire (confirmed)\n"
                + "engine speed 862 rpm, load 26.3 %, coolant 88 °C\n",
            ""
          },
          "json",
          new String[] {
            "[", "{\"code\":\"P0340\",\"status\":\"stored\",\"ecu\":\"Engine control\"},", "{}]"
          },
          "html",
          new String[] {
            "<table><tr><th>Code</th><th>Status</th></tr>",
            "<tr><td>P0340</td><td>stored</td></tr>\n",
            "</table>"
          });

  /** Linear: two megabytes take twice as long as one. */
  @Param({"1", "2", "5"})
  int megabytes;

  @Param({"text", "json", "html"})
  String kind;

  private String report;

  @Setup
  public void write() {
    String[] parts = KINDS.get(kind);
    int times = (megabytes * 1_000_000 - 200) / parts[1].length();
    report = parts[0] + parts[1].repeat(times) + parts[2];
  }

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
  public int report() {
    return ScanText.read(report, 2026, words).found().size();
  }
}
