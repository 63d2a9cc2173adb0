package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Every layout, with one of its words made strange: what the word told may be missing then, and
 * nothing else may become wrong.
 */
class StrangeWordsTest {
  private static final List<String> UNITS =
      List.of(
          "Transmission",
          "Engine",
          "ABS",
          "Getriebe",
          "Motor",
          "Boîte",
          "Moteur",
          "Cambio",
          "Transmisión",
          "Motore",
          "Caixa",
          "Skrzynia biegów",
          "Silnik",
          "Växellåda",
          "Şanzıman",
          "Transmissie",
          "Versnellingsbak",
          "ECM",
          "TCM",
          "engine",
          "gearbox",
          "brakes");

  private static final List<String> STATES =
      List.of(
          "confirmed",
          "Confirmed",
          "pending",
          "Pending",
          "intermittent",
          "Intermittent",
          "confirmé",
          "en attente",
          "fugitif",
          "gespeichert",
          "sporadisch",
          "pendiente",
          "intermitente",
          "in attesa",
          "opgeslagen",
          "oczekujący",
          "väntande",
          "beklemede");

  private static final List<String> NAMES =
      List.of(
          "module",
          "Module",
          "status",
          "Status",
          "code",
          "Code",
          "dtc",
          "DTC",
          "State",
          "Unit",
          "Steuergerät",
          "Estado",
          "Statut",
          "ECU",
          "ecu",
          "Fehlercode",
          "Código",
          "System");

  /** One state of several is left out with its word, and "active: no" alone is a passive one. */
  private static final Pattern OF_SEVERAL = Pattern.compile("layout-s-.*");

  /** The layouts in which one of the words stands. */
  private static Stream<ReportScore.Case> layoutsWith(List<String> words) {
    return ReportScore.cases("layout-set.yaml").stream()
        .filter(c -> words.stream().anyMatch(w -> !strange(c, w, "Zorb").equals(c.report())));
  }

  static Stream<ReportScore.Case> layoutsWithUnits() {
    return layoutsWith(UNITS);
  }

  static Stream<ReportScore.Case> layoutsWithStates() {
    return layoutsWith(STATES);
  }

  static Stream<ReportScore.Case> layoutsWithNames() {
    return layoutsWith(NAMES);
  }

  private static String strange(ReportScore.Case layout, String word, String strange) {
    return layout.report().replaceAll("(?<![\\p{L}\\p{N}])" + word + "(?![\\p{L}\\p{N}])", strange);
  }

  /** How a code is held, and by whom. */
  private record Held(String states, String unit) {}

  private static Map<String, Held> held(String report) {
    Map<String, Held> held = new TreeMap<>();
    Told.read(report)
        .codes()
        .forEach(c -> held.put(c.code().text(), new Held(c.states().toString(), c.controlUnit())));
    return held;
  }

  private static List<String> wrong(ReportScore.Case layout, List<String> words, String strange) {
    Map<String, Held> plain = held(layout.report());
    List<String> wrong = new ArrayList<>();
    for (String word : words) {
      String report = strange(layout, word, strange);
      if (report.equals(layout.report())) {
        continue;
      }
      Map<String, Held> now = held(report);
      if (!now.keySet().equals(plain.keySet())) {
        wrong.add(word + ": codes " + now.keySet());
        continue;
      }
      now.forEach(
          (code, t) -> {
            Held was = plain.get(code);
            boolean unit =
                t.unit().isEmpty() || t.unit().contains(strange) || t.unit().equals(was.unit());
            boolean states =
                t.states().equals("[]")
                    || t.states().equals(was.states())
                    || OF_SEVERAL.matcher(layout.name()).matches();
            if (!unit || !states) {
              wrong.add(word + ": " + code + " " + was + " became " + t);
            }
          });
    }
    return wrong;
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("layoutsWithUnits")
  void aUnitThatNobodyKnowsGivesItsCodesToNoOther(ReportScore.Case layout) {
    assertThat(wrong(layout, UNITS, "Zorbel")).isEmpty();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("layoutsWithStates")
  void aStateThatNobodyKnowsIsNoOther(ReportScore.Case layout) {
    assertThat(wrong(layout, STATES, "zorbish")).isEmpty();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("layoutsWithNames")
  void aFieldThatNobodyKnowsIsNoUnit(ReportScore.Case layout) {
    assertThat(wrong(layout, NAMES, "Zorb")).isEmpty();
  }
}
