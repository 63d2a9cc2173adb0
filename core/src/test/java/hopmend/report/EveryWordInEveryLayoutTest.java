package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.Reading;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * Every word by which reports name things is read wherever tools put it: each takes its turn in the
 * layouts, so that all words and all layouts are gone through. All reports are invented.
 */
class EveryWordInEveryLayoutTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();

  /**
   * U is a control unit, A and B are states, C, S and M what fields of them are called, D is told.
   */
  private static final List<String> OF_STATES =
      List.of(
          "U: P0335 (A), P0340 (B)",
          "U\nP0335 A\nP0340 B",
          "U\nP0335 D A\nP0340 D B",
          "U\n P0335 - D - A\n P0340 - D - B",
          "M;C;Text;S\nU;P0335;D;A\nU;P0340;D;B",
          "U\nP0335\nD\nA\nP0340\nD\nB",
          "P0335: D [A] U\nP0340: D [B] U",
          "C\nP0335\nS\nA\nM\nU\nC\nP0340\nS\nB\nM\nU",
          "C: P0335\nS: A\nM: U\n\nC: P0340\nS: B\nM: U",
          "{\"ecu\":\"U\",\"dtcs\":[{\"code\":\"P0335\",\"status\":\"A\"},{\"code\":\"P0340\",\"status\":\"B\"}]}",
          "| M | C | S |\n|---|---|---|\n| U | P0335 | A |\n| U | P0340 | B |",
          "<h3>U</h3><table><tr><th>C</th><th>S</th></tr><tr><td>P0335</td><td>A</td></tr><tr><td>P0340</td><td>B</td></tr></table>",
          "<report><unit name=\"U\"><dtc code=\"P0335\" status=\"A\"/><dtc code=\"P0340\" status=\"B\"/></unit></report>",
          "U\nA:\n- P0335 D\nB:\n- P0340 D",
          "U\nP0335 D ........ A\nP0340 D ........ B",
          "P0335 (D) A - U\nP0340 (D) B - U");

  /** L is what a value is called, V the value. */
  private static final List<String> OF_VALUES =
      List.of(
          "L: V",
          "L V",
          "L = V",
          "L\nV",
          "L ......... V",
          "| L | V |\n|---|---|",
          "- L - V",
          "<table><tr><td>L</td><td>V</td></tr></table>",
          "Bus 12 / L: V / 12.11.2026");

  private static final Map<Condition, String> VALUES =
      new EnumMap<>(
          Map.of(
              Condition.ENGINE_SPEED, "1850 1/min",
              Condition.LOAD, "38.4 %",
              Condition.COOLANT, "92 °C",
              Condition.SPEED, "64 km/h",
              Condition.AIR_MASS, "12.6 g/s",
              Condition.MANIFOLD_PRESSURE, "98 kPa",
              Condition.INTAKE_AIR, "27 °C",
              Condition.THROTTLE, "21.4 %",
              Condition.MODULE_VOLTAGE, "13.8 V",
              Condition.RUN_TIME, "312 s"));

  /** A language's own names of things, and a description that names a part of another unit. */
  private record Named(String unit, String code, String status, String module, String text) {}

  private static final Map<String, Named> NAMED =
      Map.of(
          "en", new Named("engine", "Code", "Status", "Control unit", "Gearbox fluid sensor high"),
          "de",
              new Named(
                  "Motorsteuergerät",
                  "Fehlercode",
                  "Status",
                  "Steuergerät",
                  "Nockenwellensensor Signal unplausibel"),
          "es",
              new Named(
                  "centralita motor",
                  "Código",
                  "Estado",
                  "Unidad",
                  "Sensor aceite caja de cambios, señal alta"),
          "fr",
              new Named(
                  "calculateur moteur",
                  "Code",
                  "État",
                  "Calculateur",
                  "Capteur huile de boîte, tension trop élevée"),
          "it",
              new Named(
                  "centralina motore",
                  "Codice",
                  "Stato",
                  "Centralina",
                  "Sensore olio cambio, tensione alta"),
          "pt",
              new Named(
                  "módulo do motor",
                  "Código",
                  "Estado",
                  "Módulo",
                  "Sensor do óleo da caixa, sinal alto"),
          "nl",
              new Named(
                  "motorregeleenheid",
                  "Code",
                  "Status",
                  "Regeleenheid",
                  "Krukassensor, signaal niet plausibel"),
          "pl",
              new Named(
                  "sterownik silnika",
                  "Kod",
                  "Status",
                  "Sterownik",
                  "Czujnik położenia wału, brak sygnału"),
          "sv",
              new Named(
                  "motorstyrenhet",
                  "Felkod",
                  "Status",
                  "Styrenhet",
                  "Vevaxelgivare, signal saknas"),
          "tr",
              new Named("motor beyni", "Kod", "Durum", "Ünite", "Krank mili sensörü, sinyal yok"));

  /** Said only in sentences, or of the field "memory". */
  private static final Set<String> OF_SENTENCES =
      Set.of("memory", "still set", "on now", "was there before", "but is gone");

  private static JsonNode words(String file) throws Exception {
    try (InputStream in =
        EveryWordInEveryLayoutTest.class.getResourceAsStream("/catalog/" + file + ".yaml")) {
      return new YAMLMapper().readTree(in);
    }
  }

  private static List<String> list(JsonNode words) {
    List<String> all = new ArrayList<>();
    words.forEach(w -> all.add(w.asString()));
    return all;
  }

  private int turn;
  private int read;
  private final List<String> wrong = new ArrayList<>();

  @Test
  void statesAreRead() throws Exception {
    for (JsonNode language : words("report-words").get("languages")) {
      String name = language.get("language").asString();
      for (String state : List.of("CURRENT", "PENDING", "STORED", "HISTORY", "PERMANENT")) {
        String other = state.equals("STORED") ? "CURRENT" : "STORED";
        String beside = list(language.get("states").get(other)).get(name.equals("en") ? 3 : 2);
        for (String word : list(language.get("states").get(state))) {
          if (OF_SENTENCES.contains(word) || word.matches("(mode|service) .*|dm\\d+.*")) {
            continue;
          }
          boolean first = turn / OF_STATES.size() % 2 == 0;
          codes(
              next(OF_STATES),
              NAMED.get(name),
              NAMED.get(name).unit(),
              first ? word : beside,
              first ? beside : word,
              "P0335 %s @engine control, P0340 %s @engine control"
                  .formatted(small(first ? state : other), small(first ? other : state)));
        }
      }
    }
    assertThat(wrong).as("of %s", read).isEmpty();
    assertThat(read).isGreaterThan(800);
  }

  @Test
  void controlUnitsAreRead() throws Exception {
    for (JsonNode unit : words("control-units").get("units")) {
      String is = unit.get("name").asString();
      for (String word : list(unit.get("words"))) {
        Named en = NAMED.get("en");
        String told = "P0335 current @%s, P0340 stored @%s".formatted(is, is);
        codes(next(OF_STATES), en, word, "active", "confirmed", told);
      }
    }
    assertThat(wrong).as("of %s", read).isEmpty();
    assertThat(read).isGreaterThan(800);
  }

  @Test
  void odometersAndConditionsAreRead() throws Exception {
    for (JsonNode language : words("report-words").get("languages")) {
      boolean comma = language.get("decimal").asString().equals(",");
      String unit = NAMED.get(language.get("language").asString()).unit();
      List<String> distances =
          List.of("118432 km", "118 432 km", comma ? "118.432 km" : "118,432 km", "118432km");
      for (String label : list(language.get("labels").get("ODOMETER"))) {
        for (String distance : distances) {
          String report = filled(next(OF_VALUES), label, distance, unit);
          String told = ScanText.read(report, 2026, WORDS).odometer().map(Reading::text).orElse("");
          check(report, told, "118432 km");
        }
      }
      for (Map.Entry<Condition, String> value : VALUES.entrySet()) {
        String written = comma ? value.getValue().replace('.', ',') : value.getValue();
        for (String label : list(language.get("conditions").get(value.getKey().name()))) {
          String report = filled(next(OF_VALUES), label, written, unit);
          String told =
              ScanText.read(report, 2026, WORDS).freezeFrame().stream()
                  .map(f -> f.condition() + " " + f.reading().text())
                  .collect(Collectors.joining(", "));
          check(report, told, value.getKey() + " " + value.getValue());
        }
      }
    }
    assertThat(wrong).as("of %s", read).isEmpty();
    assertThat(read).isGreaterThan(800);
  }

  private String next(List<String> layouts) {
    return layouts.get(turn++ % layouts.size());
  }

  private static String small(String state) {
    return state.toLowerCase(Locale.ROOT);
  }

  private static String filled(String layout, String label, String value, String unit) {
    String named = label.substring(0, 1).toUpperCase(Locale.ROOT) + label.substring(1);
    return unit + ": P0335\n\n" + layout.replace("V", value).replace("L", named);
  }

  private void codes(
      String layout, Named named, String unit, String first, String second, String wanted) {
    StringBuilder report = new StringBuilder();
    for (String piece : layout.split("\\b")) {
      report.append(
          switch (piece) {
            case "U" -> unit;
            case "A" -> first;
            case "B" -> second;
            case "C" -> named.code();
            case "S" -> named.status();
            case "M" -> named.module();
            case "D" -> named.text();
            default -> piece;
          });
    }
    String told =
        ScanText.read(report.toString(), 2026, WORDS).codes().stream()
            .map(
                r ->
                    "%s %s @%s"
                        .formatted(
                            r.code().text(),
                            r.states().stream()
                                .map(s -> s.label())
                                .collect(Collectors.joining(" ")),
                            r.controlUnit()))
            .collect(Collectors.joining(", "));
    check(report.toString(), told, wanted);
  }

  private void check(String report, String told, String wanted) {
    read++;
    if (!told.equals(wanted)) {
      wrong.add("%s: read %s, wanted %s".formatted(report, told, wanted));
    }
  }
}
