package hopmend.report;

import hopmend.catalog.Shipped;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What is read in a report, in one line. */
final class Told {
  private Told() {}

  static ScanText read(String report) {
    return ScanText.read(report, 2026, Shipped.CATALOG.reportWords());
  }

  /** Each code with its states and its unit: "P0420 stored @engine control". */
  static String codes(String report) {
    return read(report).codes().stream()
        .map(
            c ->
                Stream.concat(
                            Stream.of(c.code().text()),
                            c.states().stream().map(s -> s.name().toLowerCase(Locale.ROOT)))
                        .collect(Collectors.joining(" "))
                    + (c.controlUnit().isEmpty() ? "" : " @" + c.controlUnit()))
        .collect(Collectors.joining(", "));
  }

  /** Why something is asked, by the keys of the doubts. */
  static String asked(String report) {
    return read(report).doubtful().stream()
        .map(d -> d.why().key().replace("doubt.", ""))
        .collect(Collectors.joining(", "));
  }
}
