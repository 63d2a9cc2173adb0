package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.clear.ClearReport;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.PlugWatch.Finding;
import hopmend.job.Fact.PlugAt;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** "Unplug it and watch": is it the right plug, and what did we set ourselves? */
class PlugWatchTest extends WalkedJob {
  private static Reading celsius(double value) {
    return Reading.of(value, MeasureUnit.CELSIUS);
  }

  private static Fact watched(PlugAt plug, Double celsius, String... codes) {
    return new Fact.PlugWatched(
        plug,
        Fact.AskedBy.OUR_LINK,
        "COOLANT",
        celsius == null ? null : celsius(celsius),
        Stream.of(codes).map(TroubleCode::parse).toList());
  }

  private static Fact read(String... codes) {
    return new Fact.CodesRead(
        Fact.CodeSource.VEHICLE,
        Stream.of(codes).map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED)).toList(),
        List.of(),
        "");
  }

  /** The controller puts a value of its own where the sensor's is gone: common practice, -40 C. */
  @ParameterizedTest
  @CsvSource({
    "85, -40, '', IT_IS",
    "85, , '', IT_IS",
    "85, 85, P0118, IT_IS",
    "85, 85, '', NOTHING_CHANGED",
    "85, 86, '', UNSURE",
    ", , '', NOTHING_CHANGED"
  })
  void thePlugIsJudgedByWhatDropsOutOrIsSet(
      Double with, Double without, String set, Finding finding) {
    on("wherrill-teal-16", "P0117");
    say(watched(PlugAt.STILL_IN, with));
    assertThat(workup().here().plugWatch().orElseThrow().finding()).isEqualTo(Finding.OPEN);
    say(set.isEmpty() ? watched(PlugAt.OUT, without) : watched(PlugAt.OUT, without, set));
    assertThat(workup().here().plugWatch().orElseThrow().finding()).isEqualTo(finding);
  }

  @Test
  void whatWeSetIsOursAndThePlugIsOwed() {
    on("wherrill-teal-16", "P0117");
    say(watched(PlugAt.STILL_IN, 85.0, "P0117"));
    say(watched(PlugAt.OUT, -40.0, "P0117", "P0118"));
    assertThat(workup().here().plugWatch().orElseThrow().ours())
        .containsExactly(TroubleCode.parse("P0118"));
    assertThat(workup().ledger().open())
        .extracting(l -> l.item())
        .containsExactly("plug of the Coolant temperature sensor, off to watch");
    assertThat(at(Hop.CLEAR)).startsWith("BLOCKED");
    say(watched(PlugAt.IN_AGAIN, 85.0, "P0117", "P0118"));
    assertThat(workup().ledger().isSettled()).isTrue();

    // A later reading brings no suspect of our own making.
    say(read("P0117", "P0118"));
    assertThat(workup().state().codes()).extracting(c -> c.code().text()).containsExactly("P0117");
    assertThat(workup().plugs())
        .filteredOn(p -> !p.sets().isEmpty() && p.name().startsWith("plug of"))
        .hasSize(1)
        .noneMatch(ClearReport.LoosePlug::taken);
    ClearReport report =
        ClearReport.of(
            workup().state().codes(),
            List.of(),
            List.of(ReadCode.of(TroubleCode.parse("P0118"), CodeState.STORED)),
            new ClearReport.Meanwhile(
                workup().plugs(), List.of(), Optional.empty(), false, ClearedGroup.ALL));
    assertThat(report.lines())
        .filteredOn(l -> l.code().text().equals("P0118"))
        .extracting(ClearReport.Line::fate)
        .containsExactly(ClearReport.Fate.UNPLUGGED_BY_US);
  }

  /** Turning to another sensor does not lose a plug that hangs. */
  @Test
  void aPlugThatHangsIsOwedWhateverSensorIsAtHand() {
    on("wherrill-teal-16", "P0117", "P0101");
    say(new Fact.WorkOnChosen(TroubleCode.parse("P0117")));
    About coolant = workup().about();
    entries.add(
        new JobEntry(
            entries.size() + 1,
            T0.plusSeconds(entries.size()),
            "ann",
            watched(PlugAt.STILL_IN, 85.0),
            coolant,
            java.util.Optional.empty()));
    entries.add(
        new JobEntry(
            entries.size() + 1,
            T0.plusSeconds(entries.size()),
            "ann",
            watched(PlugAt.OUT, -40.0),
            coolant,
            java.util.Optional.empty()));
    say(new Fact.WorkOnChosen(TroubleCode.parse("P0101")));
    assertThat(workup().about().family()).isEqualTo("air-mass");
    assertThat(workup().ledger().owed()).isEqualTo(1);
  }

  @Test
  void theStagesComeInTheirOrder() {
    on("wherrill-teal-16", "P0117");
    assertThat(JobRules.refuse(workup(), watched(PlugAt.OUT, 1.0), 99, ANN)).isPresent();
    say(watched(PlugAt.STILL_IN, 85.0));
    say(watched(PlugAt.OUT, -40.0));
    assertThat(JobRules.refuse(workup(), watched(PlugAt.STILL_IN, 1.0), 99, ANN))
        .hasValueSatisfying(r -> assertThat(said(r.says())).contains("Plug it in first"));
  }

  /** What goes against the card needs a reason; what is only usual is no evidence. */
  @Test
  void anotherPlugThanTheCardsIsAnotherSensor() {
    on("wherrill-teal-16", "P0117");
    Fact.Look five = new Fact.Look(List.of(), null, List.of(), 5, "");
    assertThat(JobRules.refuse(workup(), new Fact.SiteConfirmed("coolant", five, ""), 99, ANN))
        .hasValueSatisfying(
            r -> assertThat(said(r.says())).contains("plug of 2 cavities, you count 5"));
    say(new Fact.SiteConfirmed("coolant", five, "the loom was renewed with another plug"));
    assertThat(workup().state().look().cavities()).isEqualTo(5);
  }
}
