package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
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

  static Stream<ReportScore.Case> layouts() {
    return ReportScore.cases("layout-set.yaml").stream();
  }

  private record Told(String states, String unit) {}

  private static Map<String, Told> told(String report) {
    Map<String, Told> told = new TreeMap<>();
    ScanText.read(report, 2026, Shipped.CATALOG.reportWords())
        .codes()
        .forEach(
            c ->
                told.put(
                    c.code().base() + " " + c.controlUnit(),
                    new Told(c.states().toString(), c.controlUnit())));
    Map<String, Told> byCode = new TreeMap<>();
    told.forEach((code, t) -> byCode.put(code.substring(0, code.indexOf(' ')), t));
    return byCode;
  }

  private static List<String> wrong(ReportScore.Case layout, List<String> words, String strange) {
    Map<String, Told> plain = told(layout.report());
    List<String> wrong = new ArrayList<>();
    for (String word : words) {
      String report =
          layout.report().replaceAll("(?<![\\p{L}\\p{N}])" + word + "(?![\\p{L}\\p{N}])", strange);
      if (report.equals(layout.report())) {
        continue;
      }
      Map<String, Told> now = told(report);
      if (!now.keySet().equals(plain.keySet())) {
        wrong.add(word + ": codes " + now.keySet());
        continue;
      }
      now.forEach(
          (code, t) -> {
            Told was = plain.get(code);
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
  @MethodSource("layouts")
  void aUnitThatNobodyKnowsGivesItsCodesToNoOther(ReportScore.Case layout) {
    assertThat(wrong(layout, UNITS, "Zorbel")).isEmpty();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("layouts")
  void aStateThatNobodyKnowsIsNoOther(ReportScore.Case layout) {
    assertThat(wrong(layout, STATES, "zorbish")).isEmpty();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("layouts")
  void aFieldThatNobodyKnowsIsNoUnit(ReportScore.Case layout) {
    assertThat(wrong(layout, NAMES, "Zorb")).isEmpty();
  }
}
