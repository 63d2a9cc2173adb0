package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import hopmend.day.BayKind;
import hopmend.day.DayJob;
import hopmend.day.Pace;
import hopmend.day.Piece;
import hopmend.day.Stage;
import hopmend.swap.Step;
import hopmend.verify.DriveProof;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** What is left of a job gets less with every fact, and is nothing in the end. */
class RemainingTest extends WalkedJob {
  private DayJob left() {
    return Remaining.of(workup(), 7, "job", List.of(), T0, Remaining.AtHand.NOTHING_SPECIAL);
  }

  private Map<String, Integer> byStage() {
    Map<String, Integer> minutes = new TreeMap<>();
    left().stages().forEach(s -> minutes.put(s.id().substring(2), s.hands()));
    return minutes;
  }

  @Test
  void fromTheFirstWordToTheSignOff() {
    assertThat(byStage().keySet()).contains("read", "prove", "swap", "teach", "sign");
    swapped("kelvane-otter-20", "P0335");
    assertThat(byStage().keySet()).doesNotContain("read", "prove", "pick", "swap");
    assertThat(byStage().keySet()).contains("teach", "sign");
    say(new Fact.SignedOff(false, "the owner took it as it is"));
    assertThat(left().stages()).isEmpty();
  }

  @Test
  void theSwapIsItsStepsThatAreNotTickedAndItsWaits() {
    on("kelvane-otter-20", "P0335");
    prove();
    Stage swap = stage("swap");
    List<Step> steps = workup().workOrder().orElseThrow().steps();
    double minutes = steps.stream().mapToDouble(Step::minutes).sum();
    List<Stage> both =
        left().stages().stream().filter(s -> s.id().matches("7:(cool|swap)")).toList();
    List<Piece> pieces = both.stream().flatMap(s -> s.pieces().stream()).toList();
    assertThat((double) both.stream().mapToInt(Stage::hands).sum())
        .isBetween(minutes, minutes + pieces.size());
    assertThat(pieces.stream().filter(p -> p.kind() == Piece.Kind.WAIT).count())
        .isEqualTo(steps.stream().filter(s -> s.waits().isPresent()).count());
    assertThat(swap.bays()).contains(BayKind.HOIST).doesNotContain(BayKind.OUTSIDE);
    assertThat(swap.standsIn()).isEmpty();

    say(new Fact.BroughtTo("hoist 1"));
    assertThat(stage("swap").standsIn()).isEmpty();
  }

  @Test
  void aPromiseAndADeliveryAreMinutesFromNow() {
    on("kelvane-otter-20", "P0335");
    prove();
    say(new Fact.Promised(T0.plusSeconds(3 * 3600)));
    say(new Fact.DeliveryExpected(T0.plusSeconds(5400), "sensor"));
    assertThat(left().promised()).hasValue(180);
    assertThat(stage("swap").notBefore()).isEqualTo(90);
    assertThat(stage("pick").notBefore()).isZero();
    // Over, but not met: it stays before now.
    assertThat(
            Remaining.of(
                    workup(),
                    7,
                    "job",
                    List.of(),
                    T0.plusSeconds(4 * 3600),
                    Remaining.AtHand.NOTHING_SPECIAL)
                .promised())
        .hasValue(-60);
  }

  @Test
  void nothingIsDoneBeforeTheVehicleComesAndALentToolIsKept() {
    on("kelvane-otter-20", "P0335");
    prove();
    say(new Fact.Appointed(T0.plusSeconds(2 * 3600)));
    assertThat(left().stages()).isNotEmpty().allMatch(s -> s.notBefore() == 120);
    String tool = workup().workOrder().orElseThrow().tools().get(0);
    Remaining.AtHand lends = new Remaining.AtHand(Pace.NONE, Set.of(tool, "not of this job"));
    assertThat(Remaining.of(workup(), 7, "job", List.of(), T0, lends).stages())
        .filteredOn(s -> !s.tools().isEmpty())
        .isNotEmpty()
        .allMatch(s -> s.tools().equals(Set.of(tool)));
  }

  /** The vehicle binds: nobody without the qualification is sent to lay hands on it. */
  @Test
  void whatOnlyTheQualifiedMayTouchDemandsIt() {
    on("lorrimar-skiff-re", "P2122");
    assertThat(workup().binding()).isPresent();
    List<Piece> hands =
        left().stages().stream()
            .filter(s -> s.id().matches("7:(prove|cool|swap)"))
            .flatMap(s -> s.pieces().stream())
            .filter(Piece::isActive)
            .toList();
    assertThat(hands).isNotEmpty().allMatch(p -> p.demands().contains("high-voltage"));
    assertThat(stage("teach").pieces()).allMatch(p -> p.demands().isEmpty());
    // A vehicle without such a danger asks for nobody in particular.
    entries.clear();
    on("kelvane-otter-20", "P0335");
    assertThat(stage("prove").pieces()).allMatch(p -> p.demands().isEmpty());
    assertThat(stage("sign").pieces().get(0).demands()).containsExactly(Remaining.SIGNS);
  }

  @Test
  void whoMayWhat() {
    assertThat(Remaining.skills(Role.TECHNICIAN, List.of("fuel-tank"), false))
        .containsExactlyInAnyOrder("fuel-tank", Remaining.DRIVER, Remaining.SIGNS);
    assertThat(Remaining.skills(Role.LEARNER, List.of(), true)).isEmpty();
    assertThat(Remaining.skills(Role.LEAD, List.of(Remaining.DRIVER), true))
        .containsExactlyInAnyOrder(Remaining.DRIVER, Remaining.SIGNS);
  }

  /** A part that came early, a vehicle that came early: nothing waits for what is here. */
  @Test
  void whatIsHereIsNotWaitedFor() {
    on("kelvane-otter-20", "P0335");
    prove();
    say(new Fact.DeliveryExpected(T0.plusSeconds(9000), "sensor"));
    say(new Fact.Appointed(T0.plusSeconds(9000)));
    say(new Fact.BroughtTo("Hoist 1"));
    assertThat(stage("pick").notBefore()).isZero();
    assertThat(stage("swap").notBefore()).isEqualTo(150);
    pick(workup().site().orElseThrow().site());
    assertThat(left().stages()).allMatch(s -> s.notBefore() == 0);
  }

  /** What a recorded drive proved has not to be driven again. */
  @Test
  void aRecordedDriveCounts() {
    swapped("kelvane-otter-20", "P0335");
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""));
    say(new Fact.ReadinessRead("00076500"));
    int before = stage("drive").hands();
    DriveProof all =
        DriveProof.told(
            DriveProof.wanted(List.of()).stream().map(DriveProof.Requirement::id).toList(),
            40,
            List.of());
    DayJob then =
        Remaining.of(workup(), 7, "job", List.of(all), T0, Remaining.AtHand.NOTHING_SPECIAL);
    int after =
        then.stages().stream().filter(s -> s.id().equals("7:drive")).mapToInt(Stage::hands).sum();
    assertThat(after).isLessThan(before);
  }

  /** Ticks at 8:00, 8:06, twice at 8:12, and after a lunch of an hour. */
  @Test
  void stepsTookWhatLiesBetweenTheirTicks() {
    on("kelvane-otter-20", "P0335");
    prove();
    pick(workup().site().orElseThrow().site());
    List<Step> steps =
        workup().workOrder().orElseThrow().steps().stream()
            .dropWhile(s -> s.waits().isPresent())
            .filter(s -> s.waits().isEmpty() && s.minutes() < 10)
            .limit(5)
            .toList();
    int[] at = {0, 360, 720, 721, 721 + 3600};
    for (int i = 0; i < steps.size(); i++) {
      entries.add(
          new JobEntry(
              entries.size() + 1,
              T0.plusSeconds(1000 + at[i]),
              "ann",
              Fact.StepTicked.asPlanned(steps.get(i))));
    }
    double together = steps.get(2).minutes() + steps.get(3).minutes();
    double share = (360 + 1) / 60.0 / together;
    assertThat(workup().workedSteps())
        .extracting(Pace.Worked::step, p -> Math.round(100 * p.took()))
        .containsExactly(
            tuple(steps.get(1).id(), 600L),
            tuple(steps.get(2).id(), Math.round(100 * share * steps.get(2).minutes())),
            tuple(steps.get(3).id(), Math.round(100 * share * steps.get(3).minutes())));
  }

  private Stage stage(String name) {
    return left().stages().stream()
        .filter(s -> s.id().equals("7:" + name))
        .findFirst()
        .orElseThrow();
  }
}
