package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * Rows in all orders and with all signs, and sentences, in ten languages: each code keeps its own
 * state and its own control unit. All of it is invented.
 */
class TenLanguagesTest {
  private static final Pattern PLACE =
      Pattern.compile("(?<!\\p{L})[CDTUVSZ](?!\\p{L})|N(?!\\p{Ll})");
  private static final List<String> CODES =
      List.of("P0340", "P0299", "C0035", "P0101", "B1318", "P0715");

  /**
   * @param rowsOfUnknown in which an unknown unit cannot be told from what is wrong, or is not yet
   */
  record File(
      List<String> rows,
      List<String> rowsOfUnknown,
      List<String> headings,
      List<String> tables,
      List<Language> languages) {}

  /** Words for states and control units, each with what it means. */
  record Language(
      String language,
      List<String> descriptions,
      Map<String, String> states,
      Map<String, String> units,
      Map<String, String> unitsInSentences,
      Map<String, String> statesInSentences,
      List<String> unknown,
      String none,
      String faults,
      Map<String, List<String>> columns,
      List<String> sentences) {
    @Override
    public String toString() {
      return language;
    }
  }

  private static final File FILE = file();

  private static File file() {
    try (InputStream in = TenLanguagesTest.class.getResourceAsStream("/ten-languages.yaml")) {
      return new YAMLMapper().readValue(in, File.class);
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  static Stream<Language> languages() {
    return FILE.languages().stream();
  }

  @ParameterizedTest
  @MethodSource("languages")
  void rowsOfEveryShapeTellTheSame(Language l) {
    assertThat(languages()).hasSize(10);
    for (String row : FILE.rows()) {
      for (int turn = 0; turn < 5; turn++) {
        List<String> rows = new ArrayList<>();
        List<String> told = new ArrayList<>();
        for (int k = turn; k < turn + 2; k++) {
          Map<String, String> at = new LinkedHashMap<>();
          at.put("T", turned(l.descriptions(), k));
          at.put("N", Integer.toString(1 + k - turn));
          told.add(tells(row, at, k, "C", "S", "U", l.states(), l.units()));
          rows.add(written(row, at));
        }
        String report = String.join("\n", rows);
        assertThat(Told.codes(report)).as(report).isEqualTo(String.join(", ", told));
      }
    }
  }

  /** A name that nobody here knows is a unit's where known ones stand in the rows beside it. */
  @ParameterizedTest
  @MethodSource("languages")
  void unknownUnitsAreToldByTheirPlace(Language l) {
    Pattern ofUnit = Pattern.compile("(?<!\\p{L})U(?!\\p{L})");
    List<String> rows =
        FILE.rows().stream()
            .filter(r -> ofUnit.matcher(r).find())
            .filter(r -> !FILE.rowsOfUnknown().contains(r))
            .toList();
    assertThat(rows).hasSizeGreaterThan(60);
    for (String row : rows) {
      for (int turn = 0; turn < 2; turn++) {
        List<String> written = new ArrayList<>();
        List<String> told = new ArrayList<>();
        for (int k = turn; k < turn + 3; k++) {
          Map<String, String> at = new LinkedHashMap<>();
          at.put("T", turned(l.descriptions(), k));
          at.put("N", Integer.toString(1 + k - turn));
          Map<String, String> units = l.units();
          if (k == turn + 1) {
            String name = turned(l.unknown(), k);
            units = Map.of(name, name);
          }
          told.add(tells(row, at, k, "C", "S", "U", l.states(), units));
          written.add(written(row, at));
        }
        String report = String.join("\n", written);
        assertThat(Told.codes(report)).as(report).isEqualTo(String.join(", ", told));
      }
    }
  }

  @ParameterizedTest
  @MethodSource("languages")
  void sentencesTellOfEachCodeItsOwn(Language l) {
    for (String sentence : l.sentences()) {
      for (int turn = 0; turn < 6; turn++) {
        Map<String, String> at = new LinkedHashMap<>();
        Map<String, String> states = l.statesInSentences();
        Map<String, String> units = l.unitsInSentences();
        List<String> told = new ArrayList<>();
        told.add(tells(sentence, at, turn, "C", "S", "U", states, units));
        if (sentence.contains("V")) {
          told.add(tells(sentence, at, turn + 1, "D", "Z", "V", states, units));
        }
        String text = written(sentence, at);
        text = text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
        assertThat(Told.codes(text)).as(text).isEqualTo(String.join(", ", told));
      }
    }
  }

  /** Known and unknown units by turns, one of them without faults. */
  @ParameterizedTest
  @MethodSource("languages")
  void headingsOfEveryShapeNameTheirCodes(Language l) {
    List<String> known = List.copyOf(l.units().keySet());
    List<String> states = List.copyOf(l.states().keySet());
    for (String heading : FILE.headings()) {
      for (int turn = 0; turn < 6; turn++) {
        List<String> units =
            turn % 2 == 0
                ? List.of(turned(l.unknown(), turn), known.get(0), known.get(1))
                : List.of(
                    known.get(0), turned(l.unknown(), turn), known.get(1), l.unknown().get(0));
        StringBuilder report = new StringBuilder();
        List<String> told = new ArrayList<>();
        for (int k = 0; k < units.size(); k++) {
          boolean clean = turn > 2 && k == 2;
          report.append(turn % 3 == 1 && k > 0 ? "\n" : "");
          report.append(
              heading
                  .replace('§', '\n')
                  .replaceFirst("(?<!\\p{L})X(?!\\p{L})", units.get(k))
                  .replaceFirst("(?<!\\p{L})N(?!\\p{L})", clean ? "0" : "1")
                  .replaceFirst("(?<!\\p{L})K(?!\\p{L})", l.faults()));
          report.append(turn % 3 == 2 ? "\n  " : "\n");
          String state = turned(states, turn + k);
          String code = turned(CODES, turn + k);
          report.append(clean ? l.none() : code + (turn < 4 ? " (" + state + ")" : " - " + state));
          report.append("\n");
          if (!clean) {
            String unit = l.units().getOrDefault(units.get(k), units.get(k));
            told.add(code + " " + l.states().get(state) + " @" + unit);
          }
        }
        String text = report.toString();
        assertThat(Told.codes(text)).as(text).isEqualTo(String.join(", ", told));
      }
    }
  }

  /** Columns in every order, with names and without, a unit that nobody knows among others. */
  @ParameterizedTest
  @MethodSource("languages")
  void tablesTellEachRowItsOwn(Language l) {
    List<String> known = List.copyOf(l.units().keySet()).subList(0, 2);
    List<String> states = List.copyOf(l.states().keySet());
    for (String order : FILE.tables()) {
      for (int turn = 0; turn < 12; turn++) {
        boolean named = turn % 2 == 0;
        boolean isAsAbove = named && order.startsWith("U") && turn > 5;
        List<List<String>> rows = new ArrayList<>();
        List<String> told = new ArrayList<>();
        if (named) {
          int name = turn;
          rows.add(
              order.chars().mapToObj(c -> turned(l.columns().get("" + (char) c), name)).toList());
        }
        for (int k = 0; k < 4; k++) {
          String unit = k == 3 ? l.unknown().get(0) : known.get(k / 2);
          Map<Character, String> cells =
              Map.of(
                  'U', isAsAbove && k == 1 ? "" : unit,
                  'C', turned(CODES, turn + k),
                  'T', turned(l.descriptions(), k),
                  'S', turned(states, turn + k));
          rows.add(order.chars().mapToObj(c -> cells.get((char) c)).toList());
          told.add(
              cells.get('C')
                  + (order.contains("S") ? " " + l.states().get(cells.get('S')) : "")
                  + (order.contains("U") ? " @" + l.units().getOrDefault(unit, unit) : ""));
        }
        String text = table(rows, turn / 2);
        assertThat(Told.codes(text)).as(text).isEqualTo(String.join(", ", told));
      }
    }
  }

  private static String table(List<List<String>> rows, int kind) {
    String parted = List.of("   ", "\t", " | ", ";", ",", " | ").get(kind);
    boolean padded = kind == 0 || kind == 2 || kind == 5;
    StringBuilder table = new StringBuilder();
    for (List<String> row : rows) {
      List<String> cells = new ArrayList<>();
      for (int c = 0; c < row.size(); c++) {
        int column = c;
        int width =
            padded ? rows.stream().mapToInt(r -> r.get(column).length()).max().orElse(0) : 0;
        cells.add(row.get(c) + " ".repeat(Math.max(0, width - row.get(c).length())));
      }
      String line = String.join(parted, cells);
      table.append(kind == 5 ? "| " + line + " |" : line.stripTrailing()).append("\n");
    }
    return table.toString();
  }

  /** Puts a code, its state and its unit in their places, and says what has to be told. */
  private static String tells(
      String form,
      Map<String, String> at,
      int turn,
      String code,
      String state,
      String unit,
      Map<String, String> states,
      Map<String, String> units) {
    at.put(code, turned(CODES, turn));
    at.put(state, turned(List.copyOf(states.keySet()), turn));
    at.put(unit, turned(List.copyOf(units.keySet()), turn + turn / 5));
    return at.get(code)
        + " "
        + states.get(at.get(state))
        + (form.contains(unit) ? " @" + units.get(at.get(unit)) : "");
  }

  private static <T> T turned(List<T> all, int turn) {
    return all.get(turn % all.size());
  }

  private static String written(String form, Map<String, String> at) {
    return PLACE
        .matcher(form.replace('§', '\n').replace('¦', '\t'))
        .replaceAll(m -> Matcher.quoteReplacement(at.get(m.group())));
  }

  /** A single row: what may be a part of its description is asked, and nothing is lost. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0340 camshaft position sensor stored|P0340 stored|",
        "P0193 signal high stored x 3|P0193 stored|",
        "P0340 camshaft position sensor active|P0340|held-or-described",
        "P0340 current camshaft position sensor|P0340|held-or-described",
        "P0344 camshaft position sensor circuit intermittent|P0344|",
        "C1A00 Active suspension valve|C1A00|",
        "P0562 Stored energy low|P0562|",
        "P0340 sensor active§P0335 sensor active|P0340 current, P0335 current|",
        "P0339 circuit intermittent§P0344 circuit intermittent|P0339, P0344|",
        "P0340 sensor active§P0335 sensor|P0340, P0335|held-or-described",
      })
  void theEdgeOfASingleRowIsAsked(String report, String told, String asked) {
    assertThat(Told.codes(report.replace('§', '\n'))).isEqualTo(told);
    assertThat(Told.asked(report.replace('§', '\n'))).isEqualTo(asked == null ? "" : asked);
  }

  /** Each took the unit of another one, or none, once. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Module Crane: C1B33 active|C1B33 current @Module Crane",
        "En el motor: P0299 (presente). En la grúa: C1A33 (presente).|P0299 current @engine control, C1A33 current @grúa",
        "Nel motore: P0299 (attivo). Nella gru: C1A33 (attivo).|P0299 current @engine control, C1A33 current @gru",
        "In the engine: P0299. On Monday: P0300.|P0299 @engine control, P0300 @engine control",
        "Damper kontrol ünitesi: C1A40 (kayıtlı)|C1A40 stored @Damper kontrol ünitesi",
        "In the engine P0340 is stored, in the cab heater C1A44 is active.|P0340 stored @engine control, C1A44 current @cab heater",
        "The engine shows P0340 (stored), the cab heater C1A44 (active).|P0340 stored @engine control, C1A44 current @cab heater",
        "The engine says P0340, stored. The ramp says C1A44, active.|P0340 stored @engine control, C1A44 current @ramp",
        "P0340 is stored in the engine while C1A44 is active in the cab heater.|P0340 stored @engine control, C1A44 current @cab heater",
        "Two codes in the engine, P0087 and P0093, both active. One in the chipper, C1A60, stored.|P0087 current @engine control, P0093 current @engine control, C1A60 stored @chipper",
        "Le calculateur moteur remonte P0340 (mémorisé), le treuil C1A44 (présent).|P0340 stored @engine control, C1A44 current @treuil",
        "De motorregeleenheid meldt P0340 (opgeslagen), de lier C1A44 (aanwezig).|P0340 stored @engine control, C1A44 current @lier",
        "Motor P0401 (aktiv) und P0402 (sporadisch), Hebebühne C1D07 (aktiv).|P0401 current @engine control, P0402 history @engine control, C1D07 current @Hebebühne",
        "van 6 came in on the hook. p0335 and p0340 in the ecm, in the bcm b1600|P0335 @engine control, P0340 @engine control, B1600 @body control",
        "Hej, ABS i minibussen har C0035. Motorstyrenheten har P0113.|C0035 @brake control, P0113 @engine control",
        "Sterownik windy: C1B33 aktywny|C1B33 current @Sterownik windy",
        "Módulo da grua: C1B33 presente|C1B33 current @grua",
        "Grue : défaut C1A99 présent|C1A99 current @Grue",
        "[x] Loading crane read: C1A99 stored|C1A99 stored @Loading crane",
        "new scan: P0420 stored. ECM.|P0420 stored @engine control",
        "P0562 (active, engine), C1A02 (active, crane)|P0562 current @engine control, C1A02 current @crane",
        "P0118 (engine, active), C1A50 (winch, stored)|P0118 current @engine control, C1A50 stored @winch",
        "P0563 (voltage high), U0155 (lost communication with cluster)|P0563, U0155",
        "P0301 from the engine, active, and B1A22 from the tail lift which comes and goes|P0301 current @engine control, B1A22 history @tail lift",
        "le moteur donne P0202 (présent), la boîte P0730 (mémorisé) et le groupe froid B1A90 (présent)|P0202 current @engine control, P0730 stored @transmission control, B1A90 current @groupe froid",
        "Im Motorsteuergerät stehen P0400 und P0401. Im Steuergerät der Ladebordwand steht B1A44, aktiv.|P0400 @engine control, P0401 @engine control, B1A44 current @Ladebordwand",
        "ECM-P0340-ACTIVE§LIFT-C1A20-ACTIVE|P0340 current @engine control, C1A20 current @LIFT",
        "P0571 Brake switch stored§C0035 Brake stored§P0300 Engine stored§P0420 Catalyst efficiency stored|P0571 stored, C0035 stored @brake control, P0300 stored @engine control, P0420 stored",
        "C0031 memory|C0031 stored",
        "SPN FMI OC Source State§102 4 3 Engine Active§3251 16 1 Aftertreatment Previously active§520211 31 126 Crane Active|SPN 102 FMI 4 current @engine control, SPN 3251 FMI 16 history @exhaust aftertreatment, SPN 520211 FMI 31 current @Crane",
        "SPN   FMI  OC  State§102   4    3   Active§520211 31  126 Previously active|SPN 102 FMI 4 current, SPN 520211 FMI 31 history",
        "SPN FMI OC§102 4§3251 16 126|SPN 102 FMI 4, SPN 3251 FMI 16",
        "C1234 in the sweeper (active), P0480 in the engine (stored)|C1234 current @sweeper, P0480 stored @engine control",
        "C1A44 stored in the ramp controller, U0140 stored in the cluster|C1A44 stored @ramp controller, U0140 stored @instrument cluster",
        "C1234 in der Kehrmaschine, P0480 im Motor|C1234 @Kehrmaschine, P0480 @engine control",
        "C0051  steering      U0121  cluster|C0051 @steering control, U0121 @instrument cluster",
        "ECM-P0340-31-ACTIVE|P0340-31 current @engine control",
        "4471-P0340-A|",
        "Engine§  P0440 EVAP system: stored|P0440 stored @engine control",
        "Dirección, 1 avería§P0340 (presente)|P0340 current @steering control",
        "KSG;P0299;aktiv§GSG;P0741;aktiv§FZG;B1318;aktiv|P0299 current @KSG, P0741 current @GSG, B1318 current @FZG",
        "Fahrtenschreiber 488.220 km§P0340|P0340",
        "P0571;Brakes;stored§P0700;Transmission;active§P0340;Camshaft sensor;stored|P0571 stored @brake control, P0700 current @transmission control, P0340 stored",
        "EOBD§P0340 stored|P0340 stored",
      })
  void eachCodeHasItsOwnUnit(String report, String told) {
    assertThat(Told.codes(report.replace('§', '\n'))).isEqualTo(told == null ? "" : told);
  }

  /** A column that nobody knows takes nothing from its neighbours; numbers stay what they are. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "RPM [1/min];Zorb;Load [%];ECT [°C]§1842;7;41.2;88|1842 1/min, 41.2 %, 88 °C",
        "<table><tr><td>RPM [1/min]</td><td>Zorb</td><td>ECT [°C]</td></tr><tr><td>1842</td><td>7</td><td>88</td></tr></table>|1842 1/min, 88 °C",
        "Engine speed,1842,1/min§Vehicle speed,64,km/h|1842 1/min, 64 km/h",
      })
  void unknownColumnsTakeNothing(String report, String values) {
    assertThat(Told.read("P0171§".concat(report).replace('§', '\n')).freezeFrame())
        .extracting(v -> v.reading().text())
        .containsExactlyInAnyOrder(values.split(", "));
  }

  @Test
  void valuesWithoutUnitsAreAsked() {
    assertThat(Told.asked("{\"frame\":{\"rpm\":1842,\"speed\":64,\"ect\":88}}"))
        .isEqualTo("which-unit, which-unit");
    assertThat(IntStream.of(1, 2, 3).mapToObj(n -> "P0340 x" + n + " engine"))
        .allSatisfy(r -> assertThat(Told.codes(r)).isEqualTo("P0340 @engine control"));
  }

  /** What hangs, lies or is written beside a vehicle has numbers too. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Washer B1034",
        "Bolzen B1034",
        "arandela B1034",
        "rondelle B1034",
        "boccola B1034",
        "anilha B1034",
        "onderlegring B1034",
        "tuleja B1034",
        "bussning B1034",
        "kelepçe B1034",
      })
  void numbersOfOtherThingsAreNoCodes(String text) {
    assertThat(Told.codes(text)).isEmpty();
    assertThat(Told.asked(text)).isEqualTo("of-something-else");
  }
}
