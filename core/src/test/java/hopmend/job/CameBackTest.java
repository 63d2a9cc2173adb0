package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.FamilySheet;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.part.Part;
import hopmend.part.PartRecord;
import hopmend.prove.Diagnosis;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A repair that did not hold: what stays, what it teaches, and what is next. */
class CameBackTest extends WalkedJob {
  private static List<ReadCode> codes(String... texts) {
    return java.util.stream.Stream.of(texts)
        .map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED))
        .toList();
  }

  private void repaired(String card, String code) {
    swapped(card, code);
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
  }

  private double share(String suspect) {
    return workup().here().diagnosis().orElseThrow().probability(suspect);
  }

  private double share(Remedy remedy) {
    return workup().here().diagnosis().orElseThrow().probability(remedy);
  }

  @Test
  void aSignedOffJobBeginsItsNextRoundAndEndsInTheWiring() {
    repaired("wherrill-sedge-12", "P0340");
    double before = share(Remedy.REPLACE_SENSOR);
    Fact back = new Fact.CameBack("lamp on again after two days", 100_120.0);
    assertThat(refused(back)).contains("still open");
    say(new Fact.SignedOff(false, "customer waits", LocalDate.of(2026, 12, 1)));
    assertThat(refused(new Fact.CameBack("again", 90_000.0))).contains("100000 km");
    assertThat(refused(new Fact.CodesRead(Fact.CodeSource.TYPED, codes("P0340"), List.of(), "")))
        .contains("signed off");
    say(back);
    say(new Fact.CodesRead(Fact.CodeSource.TYPED, codes("P0340"), List.of(), ""));

    assertThat(at(Hop.VERIFY)).startsWith("BLOCKED");
    assertThat(at(Hop.PROVE)).isEqualTo("OPEN: it came back: round 2");
    assertThat(at(Hop.FIND)).as("what was found stays").startsWith("DONE");
    assertThat(workup().state().answers()).as("what was measured stays").isNotEmpty();
    assertThat(workup().state().part()).isEmpty();
    JobState.Round first = workup().state().rounds().get(0);
    assertThat(first.end()).isEqualTo(JobState.Round.End.CAME_BACK);
    assertThat(first.part()).isNotNull();

    assertThat(workup().fittedParts())
        .singleElement()
        .satisfies(f -> assertThat(f.cameBack()).isTrue())
        .satisfies(f -> assertThat(f.number()).isEqualTo(first.part().number()));
    PartRecord record = PartRecord.of(workup().fittedParts());
    Part fitted = first.part().part();
    assertThat(record.of(fitted.make(), fitted.family())).isEqualTo(new PartRecord.Count(1, 1));
    assertThat(record.besides(fitted)).isEqualTo(PartRecord.Count.NONE);

    // A sensor that was renewed is the cause only where the new one is bad: 0.08 against 0.9.
    double odds = before / (1 - before) * 0.08 / 0.9;
    assertThat(share(Remedy.REPLACE_SENSOR))
        .isLessThan(before)
        .isCloseTo(odds / (1 + odds), within(0.05));
    assertThat(suspects())
        .contains("The new part is bad, or the wrong one", "Missing or old software");
    assertThat(workup().here().verdict().orElseThrow().reasons())
        .extracting(r -> said(r.fact()))
        .anyMatch(r -> r.contains("Replace the sensor"));

    say(new Fact.CheckAnswered("wiggle", "drops"));
    say(
        new Fact.VerdictTaken(
            Remedy.REPAIR_WIRING, "wiring", 0.5, "drops out at the first clip", "repair-wiring"));
    workup().workOrder().orElseThrow().steps().forEach(s -> say(Fact.StepTicked.asPlanned(s)));
    say(new Fact.RepairNoted("signal wire rubbed through at the first clip, crimped"));
    assertThat(at(Hop.SWAP)).startsWith("DONE");
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    assertThat(workup().state().rounds()).hasSize(1);
  }

  private List<String> suspects() {
    return workup().here().diagnosis().orElseThrow().standings().stream()
        .map(Diagnosis.Standing::suspect)
        .map(Suspect::name)
        .toList();
  }

  /** The same teaching before anybody signs: the code is there again right after clearing. */
  @Test
  void aCodeThatIsBackAfterClearingCountsAtOnce() {
    repaired("wherrill-sedge-12", "P0340");
    double before = share(Remedy.REPLACE_SENSOR);
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, codes("P0171"), List.of(), ""));
    assertThat(share(Remedy.REPLACE_SENSOR)).as("another code teaches nothing").isEqualTo(before);
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, codes("P0340"), List.of(), ""));
    assertThat(share(Remedy.REPLACE_SENSOR)).isLessThan(before);
    assertThat(share("old-software")).isPositive();
    say(
        new Fact.VerdictTaken(
            Remedy.UPDATE_SOFTWARE, "", 0.1, "bulletin found", "update-software"));
    assertThat(workup().here().triedInVain())
        .extracting(w -> w.id())
        .containsExactly("renew-sensor");
    assertThat(workup().state().rounds().get(0).end()).isEqualTo(JobState.Round.End.NOT_PROVEN);
  }

  @Test
  void onlyTheSameCodeWithinAYearMayBeItAgain() {
    Instant ended = T0.minus(Duration.ofDays(364));
    assertThat(JobRules.mayHaveComeBack("P0340", "P0340", ended, T0)).isTrue();
    assertThat(JobRules.mayHaveComeBack("P0340", "P0345", ended, T0)).isFalse();
    assertThat(JobRules.mayHaveComeBack("", "", ended, T0)).isFalse();
    assertThat(JobRules.mayHaveComeBack("P0340", "P0340", ended.minus(Duration.ofDays(1)), T0))
        .isFalse();
    repaired("wherrill-sedge-12", "P0340");
    say(new Fact.SignedOff(false, "customer waits"));
    assertThat(
            JobRules.refuse(
                    workup(),
                    new Fact.CameBack("again", null),
                    Long.MAX_VALUE,
                    new JobRules.Person("nils", Role.LEARNER))
                .map(r -> said(r.says())))
        .hasValueSatisfying(r -> assertThat(r).contains("Ask a technician"));
  }

  /** Only what was cleared and tried teaches: a change of mind before does not. */
  @Test
  void aChangedMindIsNoFailedRepair() {
    on("wherrill-sedge-12", "P0340");
    say(new Fact.VerdictTaken(Remedy.REPAIR_WIRING, "", 0.1, "looked green", "repair-wiring"));
    say(new Fact.VerdictTaken(Remedy.RENEW_SEAL, "", 0.1, "oil above it", "renew-seal"));
    assertThat(workup().here().triedInVain()).isEmpty();
    assertThat(share("old-software")).isZero();
  }

  /** Another verdict behind a clean clearing is no proof that the first work failed. */
  @Test
  void aWorkAfterWhichNoCodeCameBackTeachesNothing() {
    repaired("wherrill-sedge-12", "P0340");
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""));
    say(new Fact.VerdictTaken(Remedy.RENEW_SEAL, "", 0.1, "oil above the seal", "renew-seal"));
    assertThat(workup().state().rounds().get(0).wasTried()).isTrue();
    assertThat(workup().here().triedInVain()).isEmpty();
    assertThat(workup().fittedParts()).as("its part is in there all the same").hasSize(1);
  }

  /** Both sensors of a job come back with it. */
  @Test
  void everyPartOfTheJobCountsWhenItComesBack() {
    on("wherrill-sedge-12", "P0340");
    prove();
    Site intake = workup().site().orElseThrow().site();
    say(new Fact.SiteConfirmed(intake.id()));
    pick(intake);
    say(new Fact.SensorChosen("wherrill-sedge-12", "cam-exhaust"));
    say(workup().here().taking(CATALOG.work("renew-sensor").orElseThrow(), "same age"));
    Site exhaust = workup().here().site().orElseThrow();
    say(new Fact.SiteConfirmed(exhaust.id()));
    pick(exhaust);
    swap();
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    say(new Fact.SignedOff(false, "customer waits"));
    say(new Fact.CameBack("lamp on again", null));
    assertThat(workup().fittedParts()).hasSize(2).allMatch(PartRecord.Fitted::cameBack);
  }

  static List<FamilySheet> sheets() {
    return CATALOG.sheets();
  }

  /** After a renewed sensor in vain no family is left without software and a mechanical cause. */
  @ParameterizedTest
  @MethodSource("sheets")
  void everyFamilyKnowsWhatElseItCouldBe(FamilySheet sheet) {
    assertThat(sheet.suspects())
        .extracting(Suspect::remedy)
        .contains(Remedy.UPDATE_SOFTWARE, Remedy.MECHANICAL, Remedy.REPAIR_WIRING);
  }
}
