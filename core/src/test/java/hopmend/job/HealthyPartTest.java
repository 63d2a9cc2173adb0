package hopmend.job;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.VehicleCard;
import hopmend.find.Attested;
import hopmend.find.Site;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Outcome;
import hopmend.prove.Remedy;
import hopmend.sensor.SignalModel;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What a healthy sensor shows is never held against it. */
class HealthyPartTest extends JobOnPaper {
  private static boolean finds(Workup w, Check check, Reading value, Reading companion) {
    String outcome =
        w.here().outcome(check, value, new SignalModel.Told(companion, null)).orElseThrow();
    return check.known(outcome).orElseThrow().finds();
  }

  /** Common practice: 2.5 kohm at 20 °C, 0.3 kohm at 80 °C; between them by the beta equation. */
  @ParameterizedTest
  @CsvSource({
    "-10, 9.5, false", "10, 3.7, false", "20, 2.5, false", "80, 0.32, false",
    "20, 3.7, true", "10, 2.5, true", "80, 0.6, true", "20, 0.001, true"
  })
  void aThermistorIsJudgedAtItsTemperature(double celsius, double kiloohm, boolean wrong) {
    Workup w = on("wherrill-teal-16", "P0118");
    Reading value = Reading.of(kiloohm, MeasureUnit.KILOOHM);
    Check check = w.here().check("resistance").orElseThrow();
    assertThat(finds(w, check, value, Reading.of(celsius, MeasureUnit.CELSIUS))).isEqualTo(wrong);
    assertThat(w.here().outcome(check, value, SignalModel.Told.NOTHING))
        .as("without its temperature")
        .isEmpty();
    Fact alone = new Fact.CheckAnswered("resistance", "high", value, null, null);
    assertThat(JobRules.refuse(w, alone, 9, new JobRules.Person("ann", Role.LEAD))).isPresent();
  }

  @Test
  void aPiezoPassesNoCurrent() {
    Workup w = on("osmere-crake-14", "P0325");
    Check check = w.here().check("resistance").orElseThrow();
    assertThat(finds(w, check, Reading.of(900_000, MeasureUnit.KILOOHM), null)).isFalse();
    assertThat(finds(w, check, Reading.of(0.4, MeasureUnit.KILOOHM), null)).isTrue();
  }

  /** Common practice: about 1 g/s and litre at warm idle. */
  @Test
  void idleAirFollowsTheSizeOfTheEngine() {
    Workup w = on("wherrill-teal-16", "P0101");
    Check check =
        w.here().checks().stream()
            .filter(c -> c.measured().isPresent() && c.id().contains("idle"))
            .findFirst()
            .orElseThrow();
    assertThat(finds(w, check, Reading.of(1.6, MeasureUnit.GRAM_PER_SECOND), null)).isFalse();
    assertThat(finds(w, check, Reading.of(3.6, MeasureUnit.GRAM_PER_SECOND), null)).isTrue();
  }

  static Stream<Arguments> sites() {
    return CATALOG.cards().stream()
        .flatMap(c -> c.sites().stream().map(s -> Arguments.of(c, s, c.id() + " " + s.id())));
  }

  /** Each check belongs to the kind of sensor that sits there. */
  @ParameterizedTest(name = "{2}")
  @MethodSource("sites")
  void onlyWhatSuitsTheSensorIsAsked(VehicleCard card, Site site, String where) {
    List<String> asked =
        CATALOG
            .variant(CATALOG.sheet(site.family()).orElseThrow(), card.traits(site))
            .checks()
            .stream()
            .map(Check::id)
            .toList();
    String wires = String.join("", site.traits().getOrDefault("wires", List.of()));
    if (wires.equals("2")) {
      assertThat(asked).as("a coil has no supply").doesNotContain("supply");
    }
    if (site.family().equals("oxygen")) {
      boolean wideband = site.traits().get("cell").contains("wideband");
      String cell = wideband ? "follows" : site.position().equals("sensor 1") ? "swing" : "steady";
      assertThat(asked).containsOnlyOnce(cell);
      assertThat(asked.stream().filter(List.of("follows", "swing", "steady")::contains)).hasSize(1);
    }
    assertThat(asked).isNotEmpty();
  }

  /** Three cylinders, one crankshaft sensor, one bank. */
  @ParameterizedTest
  @CsvSource({
    "wherrill-plover-10, P0304, cylinder 4",
    "wherrill-plover-10, P0354, cylinder 4",
    "wherrill-plover-10, P0385, crankshaft position sensor B",
    "wherrill-sedge-12, P0345, bank 2"
  })
  void aCodeThatTheVehicleCannotHaveIsQuestioned(String card, String code, String says) {
    Workup w = on(card, code);
    assertThat(WORDS.of(w.misfits())).containsOnlyOnce("speaks of").contains(code, says);
    assertThat(w.site()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"wherrill-plover-10, P0303", "wherrill-plover-10, P0335", "brannick-fen-v6, P0345"})
  void aCodeThatItCanHaveIsNot(String card, String code) {
    assertThat(on(card, code).misfits()).isEmpty();
  }

  @Test
  void aValueForASnugOneSaysFromWhereItIsAndIsOneThatItTakes() {
    Workup w = on("wherrill-teal-16", "P0101");
    JobRules.Person ann = new JobRules.Person("ann", Role.LEAD);
    Fact numbered = new Fact.StepTicked("tighten", Reading.of(3, MeasureUnit.NEWTON_METRE));
    assertThat(said(JobRules.refuse(w, numbered, 9, ann).orElseThrow().says()))
        .contains("Say where yours is from, or leave it open: snug");
    Reading much = Reading.of(80, MeasureUnit.NEWTON_METRE);
    Fact broken = new Fact.StepTicked("tighten", much, "", Attested.Origin.MAKER, "");
    assertThat(said(JobRules.refuse(w, broken, 9, ann).orElseThrow().says()))
        .contains("gives way at", "80 N.m cannot be");
    Fact good =
        new Fact.StepTicked(
            "tighten", Reading.of(2, MeasureUnit.NEWTON_METRE), "", Attested.Origin.MAKER, "T25");
    assertThat(JobRules.refuse(w, good, 9, ann))
        .hasValueSatisfying(r -> assertThat(r.kind()).isEqualTo(Refusal.Kind.GATE));
  }

  @Test
  void oldSoftwareComesFirstWhateverElseWasFound() {
    Workup w = on("tidewell-alder-77", "P24AE");
    for (Check c : w.here().checks()) {
      Outcome found =
          c.outcomes().stream()
              .filter(o -> c.id().equals("bulletin") ? o.id().equals("old") : o.finds())
              .findFirst()
              .orElseThrow();
      say(new Fact.CheckAnswered(c.id(), found.id()));
    }
    assertThat(workup().here().diagnosis().map(Diagnosis::leader).orElseThrow().suspect().remedy())
        .isNotEqualTo(Remedy.UPDATE_SOFTWARE);
    assertThat(workup().verdict().orElseThrow().remedy()).contains(Remedy.UPDATE_SOFTWARE);
    assertThat(said(workup().verdict().orElseThrow().reasons().get(0).fact()))
        .contains("Older than the bulletin");
  }
}
