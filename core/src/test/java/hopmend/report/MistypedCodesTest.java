package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.ReadCode;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * In every layout one code is mistyped beyond repair: it is asked about with its unit and its
 * states, and what was told of it is never told of its neighbours.
 */
class MistypedCodesTest {
  private static final List<UnaryOperator<String>> WAYS =
      List.of(
          c -> c.substring(0, 2) + "X" + c.substring(3),
          c -> c.charAt(0) + "7" + c.substring(2),
          c -> "B1ACE");

  static List<Arguments> layouts() {
    List<ReportScore.Case> all =
        ReportScore.cases("layout-set.yaml").stream()
            .filter(c -> c.codes().size() > 1 && c.doubt() == null)
            .filter(c -> code(c).matches("[PCBU]\\d{4}") && isWordOnce(c))
            .toList();
    return IntStream.range(0, all.size())
        .mapToObj(i -> Arguments.of(all.get(i), WAYS.get(i % WAYS.size()).apply(code(all.get(i)))))
        .toList();
  }

  private static String code(ReportScore.Case c) {
    return c.codes().get(0).replaceAll("[ -].*", "");
  }

  /** Glued to others, or told again in other words, it is no layout of its own. */
  private static boolean isWordOnce(ReportScore.Case c) {
    return c.report().split("(?<![0-9A-Za-z])" + code(c) + "(?![0-9A-Za-z])", -1).length == 2
        && c.report().split(code(c), -1).length == 2;
  }

  @ParameterizedTest
  @MethodSource("layouts")
  void whatIsToldOfAMistypedCodeIsNotItsNeighbours(ReportScore.Case c, String mistyped) {
    String report = c.report().replace(code(c), mistyped);
    assertThat(without(mistyped, report)).isEqualTo(without(code(c), c.report()));
    ReadCode meant =
        Told.read(c.report()).codes().stream()
            .filter(r -> r.code().text().startsWith(code(c)))
            .findFirst()
            .orElseThrow();
    Optional<ScanText.Doubtful> asked =
        Told.read(report).doubtful().stream().filter(d -> d.text().startsWith(mistyped)).findAny();
    if (asked.isEmpty()) {
      assertThat(Told.codes(report)).as("something calls it a code").contains(mistyped);
    } else {
      assertThat(asked.get().states()).isEqualTo(meant.states());
      assertThat(asked.get().controlUnit()).isIn("", meant.controlUnit());
    }
  }

  /** All others; which column holds types may be told by the codes beside them. */
  private static List<String> without(String code, String report) {
    return Stream.of(Told.codes(report).split(", "))
        .filter(t -> !t.isEmpty() && !t.startsWith(code))
        .map(t -> t.replaceAll("-[0-9A-F]{2}\\b", ""))
        .toList();
  }

  /** A sign that is missing where a code begins its line with its state. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P299 Engine confirmed\\nP0715 Gearbox pending | P0715 pending @transmission control",
        "ECU: engine\\nDTC: 0335\\nState: stored\\nDTC: P0340\\nState: active | P0340 current @engine control",
      })
  void aMissingSignIsAskedAndHoldsItsPlace(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n"))).isEqualTo(told);
    assertThat(Told.asked(report.replace("\\n", "\n"))).isIn("four-signs", "no-letter");
  }

  /** SAE J2012 keeps P0 and P2 to itself, from memory: no word is written so. */
  @ParameterizedTest
  @CsvSource({
    "P2BAE active, P2BAE current",
    "'ECU;Code;Status\\nEngine;P0AFA;active', P0AFA current @engine control",
    "'{\"Engine\":{\"P2BAE\":\"confirmed\",\"P0017\":\"pending\"}}',"
        + " 'P2BAE stored @engine control, P0017 pending @engine control'",
  })
  void aCodeOfTheStandardMayHaveOneDigit(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n"))).isEqualTo(told);
  }

  /** A field without a value holds its place, and names nothing. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "- dtc: -\\n  module: Engine\\n  status: confirmed\\n- dtc: P0715\\n  module: Gearbox\\n  status: pending"
            + " | P0715 pending @transmission control",
        "Code: n/a\\nModule: Engine\\nStatus: confirmed\\nCode: P0715\\nModule: Gearbox\\nStatus: pending"
            + " | P0715 pending @transmission control",
        "- dtc: P0299\\n  module: Engine\\n  status:\\n- dtc: P0715\\n  module: Gearbox\\n  status: pending"
            + " | P0299 @engine control, P0715 pending @transmission control",
        "Module;Code;Status\\nn/a;P0335;stored\\nEngine;P0340;active"
            + " | P0335 stored, P0340 current @engine control",
        "Steuergerät: unbekannt\\nCode: P0335\\nStatus: gespeichert | P0335 stored",
        "Module: none\\nCode: P0335\\nStatus: stored | P0335 stored",
        "P0299 Engine -, P0715 Gearbox pending, C0035 ABS history"
            + " | P0299 @engine control, P0715 pending @transmission control, C0035 history @brake control",
        "Engine: P0102 (-), P0113 (current), P0118 (stored)"
            + " | P0102 @engine control, P0113 current @engine control, P0118 stored @engine control",
      })
  void aBlankFieldTellsNothing(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n"))).isEqualTo(told);
    assertThat(Told.asked(report.replace("\\n", "\n"))).isEmpty();
  }
}
