package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A control unit that nobody here knows is kept by its own name where it heads codes as the known
 * ones do, however headings are written; its codes are never those of the unit above.
 */
class UnknownHeadingsTest {
  /** The engine and what a code is called, in the languages of reports. */
  private static final List<List<String>> LANGUAGES =
      List.of(
          List.of("Engine", "faults"),
          List.of("Motorelektronik", "Fehler"),
          List.of("Motor", "averías"),
          List.of("Moteur", "défauts"),
          List.of("Motore", "guasti"),
          List.of("Motor", "avarias"),
          List.of("Motor", "storingen"),
          List.of("Silnik", "usterki"),
          List.of("Motor", "felkoder"),
          List.of("Motor", "hatalar"));

  /** How headings are written; the name stands for N, what codes are called for C. */
  private static final List<String> SHAPES =
      List.of(
          "N",
          "N:",
          "[N]",
          "== N ==",
          "*** N ***",
          "<N>",
          "1. N",
          "2) N",
          "- N",
          "# N",
          "N (2 C)",
          "N (1 C):",
          "N - 2 C",
          "N: 2 C",
          "N 2 C",
          "N C",
          "N C:",
          "C N",
          "3 C N",
          "N [2]",
          "Module 4: N",
          "2 / N",
          "N ...",
          "~~ N ~~",
          "> N",
          "N (3)",
          "| N |",
          "-> N");

  static Stream<List<String>> headings() {
    return LANGUAGES.stream()
        .flatMap(
            l -> SHAPES.stream().map(s -> List.of(l.get(0), s.replaceAll("\\bC\\b", l.get(1)))));
  }

  private static String units(String report) {
    return Told.read(report).codes().stream()
        .map(c -> c.code().text() + " @" + c.controlUnit())
        .collect(Collectors.joining(", "));
  }

  private static String headed(List<String> heading, String name) {
    return heading.get(1).replaceAll("\\bN\\b", name).replaceAll("\\b[1-4]\\b", "1");
  }

  @ParameterizedTest
  @MethodSource("headings")
  void isKeptByItsOwnName(List<String> heading) {
    String report =
        heading.get(1).replaceAll("\\bN\\b", heading.get(0))
            + "\nP0234\nP0101\n"
            + headed(heading, "Zorbel")
            + "\nC1234\n";
    assertThat(units(report)).startsWith("P0234 @engine control, P0101 @engine control, C1234 @");
    assertThat(units(report)).contains("Zorbel");
  }

  /** Headings in a running line; the name stands for N, what codes are called for C. */
  static Stream<List<String>> headingsInLines() {
    return LANGUAGES.stream()
        .flatMap(
            l ->
                Stream.of("N", "C N", "N C", "N (2 C)", "N (2)", "N, 2 C", "2 C N")
                    .map(s -> List.of(l.get(0), s.replaceAll("\\bC\\b", l.get(1)))));
  }

  @ParameterizedTest
  @MethodSource("headingsInLines")
  void isKeptByItsOwnNameInARunningLine(List<String> heading) {
    String report =
        "ABS: C0035, C0040. "
            + heading.get(1).replaceAll("\\bN\\b", heading.get(0))
            + ": P0234, P0101. ABS: C0045. "
            + heading.get(1).replaceAll("\\bN\\b", "Zorbel")
            + ": C1234, C1235.";
    assertThat(units(report))
        .isEqualTo(
            "C0035 @brake control, C0040 @brake control, P0234 @engine control, P0101 @engine"
                + " control, C0045 @brake control, C1234 @Zorbel, C1235 @Zorbel");
  }

  /** What befell the vehicle, or what is broken, is no control unit. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "ABS: C0035. Codes after repair: C0040, C0045",
        "ABS: C0035. Fault in wheel sensor: C0040, C0045",
        "ABS: C0035. Errors on cold start: C0040, C0045",
        "ABS: C0035. Codes found: C0040, C0045",
      })
  void whatCodesAreOfIsNoName(String report) {
    assertThat(units(report))
        .isEqualTo("C0035 @brake control, C0040 @brake control, C0045 @brake control");
  }

  /** A line between two codes that describes the one above it. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Engine\nP0234 Overboost\nBoost too high\nP0101 Air mass\nSignal implausible\n",
        "Engine\n  P0234\n    Zorbel overboost\n  P0101\n    Zorbel drift\n",
        "Engine\nP0234\nWhat to do: look at the zorbel\nP0101\n",
        "Engine: 2 faults\nP0234\nCheck the zorbel hose\nP0101\n",
      })
  void aDescriptionHeadsNothing(String report) {
    assertThat(units(report)).isEqualTo("P0234 @engine control, P0101 @engine control");
  }

  /** The fields of a record may have names that nobody knows. */
  @ParameterizedTest
  @ValueSource(strings = {"Where: ", "Zorb: ", "Found in ....... ", "Seen at = ", "Zorb -> "})
  void aFieldTellsTheUnitOfItsRecord(String name) {
    String report =
        "Code: P0731\n"
            + name
            + "Gearbox\nState: present\n\nCode: P0101\n"
            + name
            + "Engine\nState: stored\n";
    assertThat(units(report)).isEqualTo("P0731 @transmission control, P0101 @engine control");
  }

  /** Who says something in a message is no control unit, and hides none. */
  @ParameterizedTest
  @CsvSource({
    "[09:14] Zorbo: P0731 in the gearbox\\n[09:15] Zorbo: and P0101 in the engine\\n[09:16] Ilda: ok",
    "09:14 Zorbo: P0731 in the gearbox\\n09:15 Zorbo: and P0101 in the engine\\n09:16 Ilda: thanks",
    "2026-11-20 09:14 - Zorbo B.: P0731 in the gearbox\\n2026-11-20 09:15 - Ilda: mileage?\\n"
        + "2026-11-20 09:16 - Zorbo B.: P0101 in the engine",
  })
  void aSpeakerIsNoUnit(String messages) {
    assertThat(units(messages.replace("\\n", "\n")))
        .isEqualTo("P0731 @transmission control, P0101 @engine control");
  }
}
