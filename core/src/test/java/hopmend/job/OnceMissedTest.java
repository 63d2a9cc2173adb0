package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.clear.ClearReport;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodeRange;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Fit;
import hopmend.part.TrueCost;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Outcome;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import hopmend.prove.Verdict;
import hopmend.sensor.Band;
import hopmend.sensor.Condition;
import hopmend.sensor.SignalModel;
import hopmend.vehicle.Vin;
import hopmend.verify.Readiness;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rules that once could be broken without any test noticing. */
class OnceMissedTest extends JobOnPaper {
  @Test
  void aVerdictCountsAllSuspectsOfItsRemedy() {
    List<Suspect> suspects =
        List.of(
            suspect("a", 45, Remedy.REPLACE_SENSOR),
            suspect("b", 40, Remedy.REPLACE_SENSOR),
            suspect("c", 15, Remedy.MECHANICAL));
    Outcome accuses = Outcome.of("x", "x", Map.of("b", 0.5), 0.1, true);
    Outcome rest = Outcome.of("y", "y", Map.of("b", 0.5), 0.9, false);
    Check check =
        new Check(
            "k",
            "k",
            "",
            "",
            1,
            0,
            List.of("b"),
            List.of(accuses, rest),
            List.of(),
            null,
            List.of(),
            List.of(),
            List.of(),
            false,
            false,
            false,
            Condition.ALWAYS,
            "i");
    Diagnosis accused = Diagnosis.of(suspects, List.of(Diagnosis.Answer.of(check, accuses)));
    // By hand: a 0.045, b 0.2, c 0.015 of 0.26.
    Verdict v = Verdict.of(accused, List.of(), 0.94);
    assertThat(v.probability()).isCloseTo(0.245 / 0.26, within(1e-9));
    assertThat(v.remedy()).contains(Remedy.REPLACE_SENSOR);
  }

  private static Suspect suspect(String id, double weight, Remedy remedy) {
    return new Suspect(id, id, weight, remedy, "", null, null, null, false, Condition.ALWAYS, "i");
  }

  @Test
  void nothingIsSignedOffUnclearedAndNoNewerAnswerStandsUnderAnOldVerdict() {
    Workup w = on("wherrill-sedge-12", "P0340");
    assertThat(
            w.signOff(List.of(), java.time.LocalDate.of(2026, 11, 24)).missing().stream()
                .map(JobOnPaper::said)
                .toList())
        .contains("clear the codes");
    say(new Fact.CheckAnswered("connector-home", "home"));
    Fact verdict = new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "seen before");
    assertThat(JobRules.refuse(workup(), verdict, 2, ANN).orElseThrow().kind())
        .isEqualTo(Refusal.Kind.CHANGED);
    assertThat(JobRules.refuse(workup(), verdict, 3, ANN)).isEmpty();
  }

  /** Edges a second: 58 * 900 / 60 = 870 on one card, 34 * 900 / 60 = 510 on the other. */
  @ParameterizedTest
  @CsvSource({"osmere-heron-20, 870", "kelvane-otter-20, 510"})
  void theCardsFiguresCount(String card, double hertz) {
    Workup w = on(card, "P0335");
    Check check = w.here().check("crank-frequency").orElseThrow();
    Reading speed = Reading.of(900, MeasureUnit.PER_MINUTE);
    Band band =
        w.here()
            .band(check, check.measured().orElseThrow(), new SignalModel.Told(speed, null))
            .orElseThrow();
    assertThat((band.low() + band.high()) / 2).isCloseTo(hertz, within(1e-9));
  }

  @Test
  void theCardsLimitsCount() {
    Workup w = on("wherrill-sedge-12", "P0340");
    Check check = w.here().check("chain-stretch").orElseThrow();
    Band band =
        w.here()
            .band(check, check.measured().orElseThrow(), SignalModel.Told.NOTHING)
            .orElseThrow();
    assertThat(band)
        .isEqualTo(CATALOG.card("wherrill-sedge-12").orElseThrow().limits().get("chain-stretch"));
  }

  @Test
  void theSwappedEngineTellsAboutItsSensors() {
    Workup w = onSwapped("wherrill-sedge-12", "brannick-fen-v6", null, "P0340");
    assertThat(w.card().orElseThrow().id()).isEqualTo("brannick-fen-v6");
    assertThat(w.bodyCard().orElseThrow().id()).isEqualTo("wherrill-sedge-12");
  }

  @Test
  void theShopsDiscountHorizonAndLabourCount() {
    on("wherrill-sedge-12", "P0340");
    ShopSettings without = shop(68, 0, 40_000, List.of());
    String part =
        workup().here().partChoice().orElseThrow().recommended().orElseThrow().part().key();
    double list = pay(workup(without), part);
    assertThat(pay(workup(), part)).isCloseTo(0.92 * list, within(1e-9));
    ShopSettings far = shop(68, 8, 200_000, List.of());
    assertThat(workup(far).here().picking().pairQuestion().orElseThrow().twinFails())
        .isGreaterThan(workup().here().picking().pairQuestion().orElseThrow().twinFails());
    assertThat(SHOP.prices(90).comeback()).isEqualTo(new TrueCost.ComebackPrice(102, 90, 60));
  }

  private static double pay(Workup w, String part) {
    return w.here().partChoice().orElseThrow().byKey(part).orElseThrow().cost().pay();
  }

  /** Two of three monitors open, SAE J1979 PID 01 from memory: byte C supported, byte D open. */
  @Test
  void theLimitOfOpenMonitorsCounts() {
    Readiness two = Readiness.decode(new byte[] {0, 0, 0x25, 0x21});
    assertThat(two.acceptedWith(1)).isFalse();
    assertThat(two.acceptedWith(2)).isTrue();
    assertThat(Readiness.decode(new byte[] {(byte) 0x80, 0, 0, 0}).acceptedWith(2)).isFalse();
  }

  @Test
  void whatIsInTheWayKeepsItsCautions() {
    Workup w = on("tidewell-alder-77", "P24AE");
    assertThat(w.workOrder().orElseThrow().step("off:side-panel").orElseThrow().cautions())
        .extracting(c -> c.id())
        .contains("hot-exhaust");
  }

  @ParameterizedTest
  @CsvSource({"2018-06, FITS", "2018-07, DOES_NOT_FIT"})
  void aPartFitsUntilTheMonthThatItsMakerNames(YearMonth built, Fit.Says says) {
    Workup w = onSwapped("wherrill-teal-16", "", built, "P0118");
    assertThat(
            w.here()
                .partChoice()
                .orElseThrow()
                .byKey(part("WT-6100-A").key())
                .orElseThrow()
                .fit()
                .criteria())
        .filteredOn(c -> c.name().key().equals("fit.on.build-date"))
        .extracting(Fit.Criterion::says)
        .containsExactly(says);
  }

  /** 49 CFR 565.15(c), Table III: the letters' values; weight 8 in the first place, modulo 11. */
  @ParameterizedTest
  @CsvSource({
    "A, 1", "B, 2", "C, 3", "D, 4", "E, 5", "F, 6", "G, 7", "H, 8", "J, 1", "K, 2", "L, 3", "M, 4",
    "N, 5", "P, 7", "R, 9", "S, 2", "T, 3", "U, 4", "V, 5", "W, 6", "X, 7", "Y, 8", "Z, 9", "7, 7"
  })
  void everyLetterOfAnIdentificationNumberHasItsValue(String letter, int value) {
    int rest = value * 8 % 11;
    assertThat(String.valueOf(Vin.checkDigit(letter + "0".repeat(16))))
        .isEqualTo(rest == 10 ? "X" : String.valueOf(rest));
  }

  @Test
  void aPendingCodeOfALoosePlugIsThePlugs() {
    ReadCode pending = ReadCode.of(TroubleCode.parse("P0113"), CodeState.PENDING);
    ClearReport report =
        ClearReport.of(
            List.of(),
            List.of(),
            List.of(pending),
            new ClearReport.Meanwhile(
                List.of(new ClearReport.LoosePlug("plug", CodeRange.parseAll("P0110-P0114"), true)),
                List.of(),
                Optional.empty(),
                false,
                ClearedGroup.ALL));
    assertThat(report.lines().get(0).fate()).isEqualTo(ClearReport.Fate.UNPLUGGED_BY_US);
  }
}
