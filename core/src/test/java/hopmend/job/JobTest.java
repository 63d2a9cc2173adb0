package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.part.seal.OldSeal;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.swap.Step;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class JobTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 24);
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  private static final TroubleCode CAM = TroubleCode.parse("P0340");

  private final List<JobEntry> entries = new ArrayList<>();

  private JobTest add(Fact... facts) {
    for (Fact f : facts) {
      entries.add(new JobEntry(entries.size() + 1, T0.plusSeconds(entries.size()), "ann", f));
    }
    return this;
  }

  private Workup workup() {
    return new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
  }

  private static final JobRules.Person ANN = new JobRules.Person("ann", Role.TECHNICIAN);

  private Optional<Refusal> refused(Fact fact, long seen) {
    return JobRules.refuse(workup(), fact, seen, ANN);
  }

  private HopLine line() {
    return HopLine.of(workup(), T0.plusSeconds(1000));
  }

  private static Fact read(CodeState... states) {
    return new Fact.CodesRead(
        Fact.CodeSource.VEHICLE, List.of(ReadCode.of(CAM, states)), List.of(), "");
  }

  /** Why something is refused, in words. */
  private String saysNo(Fact f) {
    return JobOnPaper.said(refused(f, 99).orElseThrow().says());
  }

  @Test
  void whatOneControlUnitSaidOfACodeIsSetAsideAlone() {
    ReadCode brakes = new ReadCode(CAM, java.util.Set.of(CodeState.STORED), "brake control");
    ReadCode engine = new ReadCode(CAM, java.util.Set.of(CodeState.CURRENT), "engine control");
    add(new Fact.CodesRead(Fact.CodeSource.PASTED, List.of(brakes, engine), List.of(), ""));
    assertThat(saysNo(new Fact.CodeSetAside(CAM, "slip", "gateway")))
        .isEqualTo("The job has no code P0340.");
    Fact aside = new Fact.CodeSetAside(CAM, "slip", "brake control");
    assertThat(refused(aside, 99)).isEmpty();
    add(aside);
    assertThat(workup().state().readings()).containsExactly(engine);
    add(new Fact.CodeSetAside(CAM, "slip"));
    assertThat(workup().state().codes()).isEmpty();
  }

  /** What a report told wrongly is put right, and the drive at the end asks for what is right. */
  @Test
  void aValueOfTheFreezeFrameIsPutRight() {
    Condition coolant = Condition.COOLANT;
    FreezeFrameValue wrong = new FreezeFrameValue(coolant, Reading.of(18, MeasureUnit.CELSIUS));
    add(new Fact.CodesRead(Fact.CodeSource.PASTED, List.of(ReadCode.of(CAM)), List.of(wrong), ""));
    add(new Fact.ConditionNoted(coolant, Reading.of(190, MeasureUnit.FAHRENHEIT)));
    add(new Fact.ConditionNoted(Condition.SPEED, Reading.of(40, MeasureUnit.MILE_PER_HOUR)));
    assertThat(workup().state().freezeFrame())
        .extracting(v -> v.condition().label() + " " + v.reading().text())
        .containsExactly("coolant temperature 190 °F", "vehicle speed 40 mph");
    Fact none = new Fact.ConditionNoted(coolant, null);
    assertThat(refused(none, 99)).isEmpty();
    add(none);
    assertThat(workup().state().freezeFrame()).hasSize(1);
    assertThat(saysNo(none)).isEqualTo("The freeze frame has no coolant temperature.");
    Fact impossible = new Fact.ConditionNoted(coolant, Reading.of(190, MeasureUnit.CELSIUS));
    assertThat(saysNo(impossible)).startsWith("A coolant temperature of 190 °C cannot be.");
  }

  /** Codes from P1000 on, so many. */
  private static Fact codes(int first, int count) {
    return new Fact.CodesRead(
        Fact.CodeSource.PASTED,
        IntStream.range(first, first + count)
            .mapToObj(n -> ReadCode.of(TroubleCode.parse("P1%03d".formatted(n))))
            .toList(),
        List.of(),
        "");
  }

  @Test
  void aJobHoldsFiveHundredCodesAndSaysSo() {
    add(codes(0, 499));
    assertThat(refused(codes(498, 2), 99)).isEmpty();
    assertThat(refused(codes(498, 3), 99))
        .get()
        .satisfies(
            r -> {
              assertThat(r.field()).isEqualTo("text");
              assertThat(JobOnPaper.said(r.says())).contains("501", "500");
            });
  }

  private static Fact none() {
    return new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), "");
  }

  private static Fact vehicle() {
    return new Fact.VehicleIdentified(
        "0HMWS3A07K1000342",
        "wherrill-sedge-12",
        2019,
        YearMonth.of(2019, 4),
        142_300,
        Fact.Place.HOIST);
  }

  private JobTest upToSwap() {
    return add(
        read(CodeState.STORED),
        vehicle(),
        new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, ""),
        new Fact.SiteConfirmed("cam-intake"),
        new Fact.PartChosen(JobOnPaper.part("WS-6071-C"), false, ""),
        new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of(), List.of(), ""));
  }

  private JobTest swapped() {
    upToSwap();
    workup().workOrder().orElseThrow().steps().forEach(s -> add(Fact.StepTicked.asPlanned(s)));
    return this;
  }

  @Test
  void eachHopOpensWhenTheOneBeforeItAllowsIt() {
    assertThat(line().next()).isEqualTo(Hop.READ);
    add(read(CodeState.STORED), vehicle());
    assertThat(line().next()).isEqualTo(Hop.PROVE);
    assertThat(line().at(Hop.PICK))
        .extracting(Standing::kind, x -> JobOnPaper.said(x.says()))
        .containsExactly(Standing.Kind.BLOCKED, "by Prove");
    entries.clear();
    upToSwap();
    assertThat(line().next()).isEqualTo(Hop.SWAP);
    assertThat(line().at(Hop.CLEAR).kind()).isEqualTo(Standing.Kind.BLOCKED);
    entries.clear();
    swapped();
    assertThat(line().at(Hop.SWAP).kind()).isEqualTo(Standing.Kind.DONE);
    assertThat(line().next()).isEqualTo(Hop.CLEAR);
  }

  @Test
  void clearingIsRefusedWhileSomethingIsOwedUnlessOverruled() {
    swapped().add(new Fact.PiecesMoved("bolt", 1));
    Fact clear = new Fact.CodesCleared("0HMWS3A07K1000342");
    assertThat(refused(clear, 99)).get().extracting(Refusal::kind).isEqualTo(Refusal.Kind.GATE);
    add(new Fact.GateOverruled(Hop.CLEAR, "bolt lies in the drain, found tomorrow"));
    assertThat(refused(clear, 99)).isEmpty();
  }

  @Test
  void signOffListsWhatIsMissingUntilNothingIs() {
    swapped().add(new Fact.CodesCleared("v"), none());
    assertThat(workup().signOff(List.of(), TODAY).missing().stream().map(JobOnPaper::said).toList())
        .containsExactly(
            "run the relearn: Cam against crank learn",
            "see for yourself: It starts as it should",
            "see for yourself: Nothing drips at the seat",
            "see for yourself: Cam and crank are in step",
            "see for yourself: The lamp proves itself, and goes out",
            "see for yourself: No new noise, smell or drip",
            "read the monitors",
            "log a drive");
    add(
        new Fact.ProofSeen("cam-intake", "starts", false, "long crank"),
        new Fact.ProofSeen("cam-intake", "no-leak", true, ""));
    assertThat(workup().signOff(List.of(), TODAY).missing().stream().map(JobOnPaper::said).toList())
        .contains("see for yourself: It starts as it should")
        .doesNotContain("see for yourself: Nothing drips at the seat");
    add(
        new Fact.ProofSeen("cam-intake", "starts", true, ""),
        new Fact.ProofSeen("cam-intake", "in-step", true, ""),
        new Fact.ProofSeen("cam-intake", "lamp", true, ""),
        new Fact.ProofSeen("cam-intake", "nothing-new", true, ""),
        new Fact.RoutineStarted("cam-crank-learn", 1),
        new Fact.RoutineEnded("cam-crank-learn", RoutineState.PASSED),
        new Fact.DriveLogged("id", "drive.csv"),
        new Fact.ReadinessRead("00076500"));
    var proven = List.of(new hopmend.verify.DriveProof(List.of(), 20));
    assertThat(workup().signOff(proven, TODAY).missing().stream().map(JobOnPaper::said).toList())
        .containsExactly("read the codes after the drive");
    add(none());
    assertThat(workup().signOff(proven, TODAY).isProven()).isTrue();
    add(read(CodeState.CURRENT));
    assertThat(workup().signOff(proven, TODAY).missing().stream().map(JobOnPaper::said).toList())
        .containsExactly("codes came back: P0340");
  }

  @Test
  void aRunningRoutineWaitsWithItsTimeLeft() {
    swapped()
        .add(new Fact.CodesCleared("v"), none(), new Fact.RoutineStarted("cam-crank-learn", 30));
    Standing s = line().at(Hop.RELEARN);
    assertThat(s.kind()).isEqualTo(Standing.Kind.WAITING);
    assertThat(s.secondsLeft()).isBetween(700L, 900L);
  }

  @Test
  void aStrikeTakesBackAndAStruckStrikeGivesBack() {
    add(
        read(CodeState.STORED),
        new Fact.CheckAnswered("oil-condition", "black"),
        new Fact.Struck(2, "wrong van"));
    assertThat(workup().state().answers()).isEmpty();
    assertThat(workup().state().struckBy(2)).get().extracting(JobEntry::sequence).isEqualTo(3L);
    add(new Fact.Struck(3, ""));
    assertThat(workup().state().answers()).hasSize(1);
  }

  /**
   * Striking an entry gives the state as if it had never been made, but that a sign-off above it
   * does not stand; the order handed in is irrelevant.
   */
  @Property(tries = 200)
  void strikingEqualsNeverHavingSaid(@ForAll long seed) {
    Random random = new Random(seed);
    List<Fact> pool = ALL_KINDS.stream().filter(f -> !(f instanceof Fact.Struck)).toList();
    List<JobEntry> with = new ArrayList<>();
    for (int i = 1; i <= 12; i++) {
      with.add(new JobEntry(i, T0.plusSeconds(i), "ann", pool.get(random.nextInt(pool.size()))));
    }
    int struck = 1 + random.nextInt(12);
    long lastSignOff =
        with.stream()
            .filter(e -> e.fact() instanceof Fact.SignedOff)
            .mapToLong(JobEntry::sequence)
            .max()
            .orElse(0);
    List<JobEntry> without =
        with.stream()
            .filter(e -> e.sequence() != struck)
            .filter(e -> !(e.fact() instanceof Fact.SignedOff) || lastSignOff <= struck)
            .toList();
    with.add(new JobEntry(13, T0.plusSeconds(13), "bob", new Fact.Struck(struck, "")));
    Collections.shuffle(with, random);
    assertThat(shown(JobState.of(with))).isEqualTo(shown(JobState.of(without)));
  }

  private static List<Object> shown(JobState s) {
    return List.of(
        s.codes(),
        s.freezeFrame(),
        s.vehicle(),
        s.symptoms(),
        s.workOn(),
        s.answers(),
        s.verdict(),
        s.site(),
        s.part(),
        s.compared(),
        s.oldNumber(),
        s.seal(),
        s.ring(),
        s.ticks(),
        s.movements(),
        s.repair(),
        s.cleared(),
        s.beforeClear(),
        s.afterClear(),
        s.readiness(),
        s.drives(),
        s.notes(),
        s.signedOff(),
        s.routine("cam-crank-learn"),
        s.overruled(Hop.CLEAR));
  }

  static final List<Fact> ALL_KINDS =
      List.of(
          new Fact.CodesRead(
              Fact.CodeSource.PASTED,
              List.of(
                  new ReadCode(
                      TroubleCode.parse("P0340-31"),
                      java.util.Set.of(CodeState.STORED, CodeState.PERMANENT),
                      "engine")),
              List.of(
                  new FreezeFrameValue(
                      FreezeFrameValue.Condition.COOLANT, Reading.of(88, MeasureUnit.CELSIUS))),
              "a"),
          new Fact.CodeSetAside(CAM, "smudge"),
          new Fact.ConditionNoted(
              FreezeFrameValue.Condition.SPEED, Reading.of(40, MeasureUnit.MILE_PER_HOUR)),
          vehicle(),
          new Fact.SymptomsNoted(List.of("shakes"), "it \"shakes\""),
          new Fact.WorkOnChosen(CAM),
          new Fact.SensorChosen("wherrill-sedge-12", "cam-intake"),
          new Fact.TraitTold("rust", "seized"),
          new Fact.ClueTold("washed", true),
          new Fact.CardRevisionTaken("wherrill-sedge-12", 4),
          new Fact.ProofSeen("cam-intake", "starts", false, "long crank"),
          new Fact.CheckAnswered(
              "signal",
              "missing",
              Reading.of(11, MeasureUnit.HERTZ),
              Reading.of(850, MeasureUnit.PER_MINUTE),
              Reading.of(300, MeasureUnit.METRE)),
          new Fact.CheckAnswered(
              "sweep",
              "step",
              null,
              null,
              null,
              true,
              new Fact.Traced("a", "sweep.csv", "App D", List.of("App E"), 50.0),
              Map.of("gear-ratio", Reading.of(1.43, MeasureUnit.RATIO))),
          new Fact.VerdictTaken(Remedy.MONITOR, "passing", 0.5, "one bad contact"),
          new Fact.WayInChosen(Site.WayIn.FROM_BELOW),
          new Fact.SiteConfirmed(
              "cam-intake",
              new Fact.Look(List.of("under the duct"), 3, List.of("brown", "black"), 4, "by it"),
              "the loom was renewed"),
          new Fact.PlugWatched(
              Fact.PlugAt.OUT,
              Fact.AskedBy.OUR_LINK,
              "COOLANT",
              Reading.of(-40, MeasureUnit.CELSIUS),
              List.of(CAM)),
          new Fact.PictureTaken("p", "0".repeat(64), "from above"),
          new Fact.PictureMarked("p", 500, 250),
          new Fact.PartChosen("N", true, "why", null, null),
          new Fact.PartChosen(JobOnPaper.part("WS-6071-C"), true, "why"),
          new Fact.OldNumberRead("WS 6O71", Fact.NumberFrom.PART),
          new Fact.SealMeasured(
              OldSeal.Thumb.HARD,
              84,
              true,
              OldSeal.Oil.BELOW,
              12.4,
              1.8,
              12.6,
              15.4,
              2.4,
              "coolant",
              110),
          new Fact.SealChosen("AS568-014", "EPDM"),
          new Fact.PartChosen("N", new Fact.TypedPart("Ondrel", 41.5)),
          new Fact.PartsCompared(
              "O",
              "N",
              List.of("cable length"),
              List.of(new Bench.Held("hex size", "22 mm", "24 mm", false)),
              "L7"),
          new Fact.StepTicked("key-out", null),
          new Fact.PiecesMoved("bolt", -2),
          new Fact.RepairNoted("new pin"),
          new Fact.ReliedOn("high-voltage", "the guild", LocalDate.of(2027, 5, 1)),
          new Fact.GateOverruled(Hop.CLEAR, "reason"),
          new Fact.CodesCleared("v"),
          new Fact.MonitorsSeen(List.of(new Fact.MonitorSeen("Catalyst", true)), true),
          new Fact.TaughtByHand("pedal-stops", "as written"),
          new Fact.DriveTold(25, 18.5, List.of("idle")),
          new Fact.RoutineStarted("cam-crank-learn", 0.5),
          new Fact.RoutineEnded("cam-crank-learn", RoutineState.UNKNOWN),
          new Fact.ReadinessRead("00076500"),
          new Fact.CountersRead(Fact.AskedBy.OUR_LINK, 2, 34, null),
          new Fact.SoftwareNoted(
              Fact.SoftwareStage.LOADED, "soot module", "4.12", "tm-4-12.bin", "0a1b2c3d"),
          new Fact.ScreenKept(Hop.VERIFY, "q", "1".repeat(64), "its monitors"),
          new Fact.DriveLogged("id", "d.csv"),
          new Fact.LiveLogged("a", "engine speed", 12),
          new Fact.StepTicked(
              "plug",
              null,
              List.of("It clicks", "A tug: it stays"),
              Reading.of(3.2, MeasureUnit.LITRE)),
          new Fact.StepLookedAt("plug"),
          new Fact.MishapMet("unscrew", "seized", "soak"),
          new Fact.PiecesLost("sensor bolt, fell", 1, "below the battery tray, cannot be reached"),
          new Fact.NoteAdded("note"),
          new Fact.Appointed(Instant.parse("2026-11-18T07:00:00Z")),
          new Fact.Promised(Instant.parse("2026-11-20T15:30:00Z")),
          new Fact.DeliveryExpected(Instant.parse("2026-11-19T08:00:00Z"), "sensor"),
          new Fact.BroughtTo("hoist 1"),
          new Fact.HandedOver("nils", "mind the clip"),
          new Fact.SignedOff(false, "reason"),
          new Fact.CameBack("there again", 81_000.0),
          new Fact.WaitBegun("soak", 480),
          new Fact.SegmentsLogged("id", "teeth.csv"),
          new Fact.Struck(3, "slip"));

  @Test
  void everyKindOfFactSurvivesItsJson() {
    assertThat(ALL_KINDS.stream().map(Fact::kind).distinct())
        .containsExactlyInAnyOrderElementsOf(Fact.KINDS.keySet());
    for (Fact f : ALL_KINDS) {
      assertThat(FactJson.read(f.kind(), FactJson.write(f))).isEqualTo(f);
    }
    assertThat(FactJson.read("step-ticked", "{\"step\":\"plug\"}"))
        .as("an entry from before steps had looks and fluids")
        .isEqualTo(new Fact.StepTicked("plug", null));
  }

  @Test
  void whatContradictsANewerEntryIsRefusedAndWhatDoesNotGoesIn() {
    upToSwap().add(new Fact.CheckAnswered("supply", "right"));
    long seenBefore = entries.size() - 1;
    assertThat(refused(new Fact.CheckAnswered("supply", "low"), seenBefore))
        .get()
        .satisfies(
            r -> assertThat(JobOnPaper.said(r.says())).contains("ann").contains("Look again"));
    assertThat(refused(new Fact.CheckAnswered("wiggle", "steady"), seenBefore)).isEmpty();
    assertThat(refused(new Fact.NoteAdded("x"), 0)).isEmpty();
    assertThat(refused(new Fact.SignedOff(false, "r"), seenBefore)).isPresent();
  }

  @Test
  void hardStopsComeFirstTicksOnceAndTorqueIsAsked() {
    upToSwap();
    assertThat(refused(new Fact.StepTicked("unplug", null), 99))
        .get()
        .satisfies(r -> assertThat(JobOnPaper.said(r.says())).contains("Hard stop", "key out"));
    add(new Fact.StepTicked("key-out", null));
    assertThat(refused(new Fact.StepTicked("unplug", null), 99))
        .get()
        .satisfies(
            r ->
                assertThat(JobOnPaper.said(r.says()))
                    .isEqualTo("First \"Pull the engine cover off\"."));
    workup().workOrder().orElseThrow().steps().stream()
        .map(Step::id)
        .takeWhile(id -> !id.equals("unplug"))
        .skip(1)
        .forEach(id -> add(new Fact.StepTicked(id, null)));
    assertThat(refused(new Fact.StepTicked("unplug", null), 99)).isEmpty();
    assertThat(refused(new Fact.StepTicked("key-out", null), 99))
        .get()
        .extracting(Refusal::kind)
        .isEqualTo(Refusal.Kind.CHANGED);
    assertThat(refused(new Fact.StepTicked("tighten", null), 99))
        .get()
        .extracting(Refusal::kind)
        .isEqualTo(Refusal.Kind.BAD);
    assertThat(refused(new Fact.StepTicked("no-such", null), 99)).isPresent();
  }

  @Test
  void aSignedOffJobTakesOnlyNotesAndUndo() {
    upToSwap().add(new Fact.SignedOff(false, "customer waits"));
    assertThat(refused(new Fact.RepairNoted("x"), 99)).isPresent();
    assertThat(refused(new Fact.NoteAdded("x"), 99)).isEmpty();
    assertThat(refused(new Fact.Struck(entries.size(), ""), 99)).isEmpty();
    assertThat(refused(new Fact.Struck(77, ""), 99)).isPresent();
  }

  @Test
  void aVerdictWithoutPartGoesToTheRepairRecord() {
    add(
        read(CodeState.STORED),
        vehicle(),
        new Fact.VerdictTaken(Remedy.REPAIR_WIRING, "wiring", 0.9, ""));
    assertThat(JobOnPaper.said(line().at(Hop.PICK).says())).isEqualTo("no part needed");
    assertThat(line().at(Hop.SWAP).kind()).isEqualTo(Standing.Kind.OPEN);
    add(new Fact.RepairNoted("spliced the signal wire"), new Fact.SiteConfirmed("cam-intake"));
    assertThat(line().next()).isEqualTo(Hop.CLEAR);
  }
}
