package hopmend.job;

import hopmend.day.BayKind;
import hopmend.day.DayJob;
import hopmend.day.Pace;
import hopmend.day.Piece;
import hopmend.day.Stage;
import hopmend.find.Site;
import hopmend.message.Message;
import hopmend.prove.Plan;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.swap.Caution;
import hopmend.swap.Step;
import hopmend.swap.WorkPlan;
import hopmend.verify.DrivePlan;
import hopmend.verify.DriveProof;
import hopmend.verify.SensorProof;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is left of a job, as the planner of the day takes it: its hops as stages, their steps and
 * waits as pieces, from what the job computes for itself. What nobody knows yet is guessed, and
 * says so.
 */
public final class Remaining {
  /** Whoever drives on the road holds it, in a shop that notes licences at all. */
  public static final String DRIVER = "driver";

  /** Whoever signs a job off may do so: no learner. */
  public static final String SIGNS = "signs";

  private static final Set<BayKind> ANY_BAY =
      EnumSet.of(BayKind.GROUND, BayKind.PIT, BayKind.HOIST);

  // The shop's guesses, where nothing is known yet; common practice.
  private static final double READ_MINUTES = 10;
  private static final double PROVE_MINUTES = 30;
  private static final double PICK_MINUTES = 10;
  private static final double SWAP_MINUTES = 45;
  private static final double CLEAR_MINUTES = 5;
  private static final double START_MINUTES = 2;
  private static final double SIGN_MINUTES = 5;

  private static final int MINUTES_OF_A_DAY = 1440;

  private final Workup w;
  private final List<DriveProof> logged;
  private final HopLine line;
  private final Instant now;
  private final AtHand atHand;
  private final long id;
  private final List<Stage> stages = new ArrayList<>();

  private Remaining(Workup w, long id, List<DriveProof> logged, Instant now, AtHand atHand) {
    this.w = w;
    this.logged = logged;
    this.atHand = atHand;
    this.id = id;
    this.now = now;
    this.line = HopLine.of(w, now);
  }

  /**
   * What the shop has at hand for its jobs.
   *
   * @param pace how long steps take here
   * @param lent tools that are lent, by their names: in one job at a time
   */
  public record AtHand(Pace pace, Set<String> lent) {
    public static final AtHand NOTHING_SPECIAL = new AtHand(Pace.NONE, Set.of());

    public AtHand {
      lent = Set.copyOf(lent);
    }
  }

  /**
   * What a person may do, as the pieces demand it.
   *
   * @param held the qualifications that are valid
   * @param licences whether the shop notes who drives; else everybody does
   */
  public static Set<String> skills(Role role, Collection<String> held, boolean licences) {
    Set<String> skills = new HashSet<>(held);
    if (!licences) {
      skills.add(DRIVER);
    }
    if (role != Role.LEARNER) {
      skills.add(SIGNS);
    }
    return skills;
  }

  /**
   * Computes it.
   *
   * @param logged what each recorded drive proved
   * @param now when the plan begins
   */
  public static DayJob of(
      Workup w, long id, String title, List<DriveProof> logged, Instant now, AtHand atHand) {
    Remaining remaining = new Remaining(w, id, logged, now, atHand);
    if (w.state().signedOff().isEmpty()) {
      remaining.lay();
    }
    OptionalInt promised =
        w.state().promised().stream().mapToInt(remaining::minutesUntil).findFirst();
    return new DayJob(id, title, remaining.stages, promised);
  }

  /** Minutes from now on; less than none for what is over. */
  private int minutesUntil(Instant at) {
    return (int) Math.ceil(Duration.between(now, at).toSeconds() / 60.0);
  }

  private void lay() {
    read();
    // Once all is cleared and stays away, what led there is over, whichever way it was done.
    if (isOpen(Hop.CLEAR)) {
      prove();
      pick();
      swap();
    }
    clearAndTeach();
    drive();
    sign();
  }

  private boolean isOpen(Hop hop) {
    return line.at(hop).kind() != Standing.Kind.DONE;
  }

  private void read() {
    if (isOpen(Hop.READ)) {
      add("read", outside(), 0, List.of(hands("read", Message.of("day.read"), READ_MINUTES)));
    }
  }

  // Prove

  private void prove() {
    if (!isOpen(Hop.PROVE)) {
      return;
    }
    Optional<Plan.Step> first = w.here().plan().flatMap(Plan::next);
    double minutes = first.map(Remaining::hands).orElse(PROVE_MINUTES);
    double waits = first.map(Remaining::waits).orElse(0.0);
    List<Piece> pieces = new ArrayList<>();
    pieces.add(
        handsOn(
            "prove", Message.of(first.isPresent() ? "day.prove" : "day.prove-guessed"), minutes));
    if (waits >= 1) {
      pieces.add(wait("prove-waits", Message.of("day.prove-waits"), waits));
    }
    add("prove", bays(), 0, pieces);
  }

  /** What it takes on average until the tree is cut. */
  private static double hands(Plan.Step step) {
    return step.option().minutes()
        + step.branches().stream()
            .mapToDouble(b -> b.probability() * b.next().map(Remaining::hands).orElse(0.0))
            .sum();
  }

  private static double waits(Plan.Step step) {
    return step.option().waitMinutes()
        + step.branches().stream()
            .mapToDouble(b -> b.probability() * b.next().map(Remaining::waits).orElse(0.0))
            .sum();
  }

  // Pick and Swap

  private void pick() {
    if (w.here().awaitsPart() || w.other(Target::awaitsPart).isPresent()) {
      add("pick", outside(), 0, List.of(hands("pick", Message.of("day.pick"), PICK_MINUTES)));
    }
  }

  private void swap() {
    if (!isOpen(Hop.SWAP)) {
      return;
    }
    List<Step> left =
        w.workOrder().stream()
            .flatMap(o -> o.steps().stream())
            .filter(s -> !w.ticks().containsKey(s.id()))
            .toList();
    int outside = needsNoBay(left);
    List<Piece> before = pieces(left.subList(0, outside));
    if (!before.isEmpty()) {
      add("cool", outside(), 0, before, lent(left.subList(0, outside)));
    }
    List<Piece> pieces = pieces(left.subList(outside, left.size()));
    if (pieces.isEmpty()) {
      boolean guessed = w.workOrder().isEmpty();
      pieces.add(
          handsOn(
              "swap",
              Message.of(guessed ? "day.swap-guessed" : "day.write-down"),
              guessed ? SWAP_MINUTES : START_MINUTES));
    }
    add("swap", bays(), delivered(), pieces, lent(left.subList(outside, left.size())));
  }

  /**
   * How many steps can be done before the vehicle needs a bay: up to the last wait before anything
   * comes off. A hot engine cools anywhere.
   */
  private int needsNoBay(List<Step> left) {
    int cut = 0;
    for (int i = 0; i < left.size() && !left.get(i).takesOff() && w.ledger().isSettled(); i++) {
      cut = left.get(i).waits().isPresent() ? i + 1 : cut;
    }
    return cut;
  }

  private Set<String> lent(List<Step> steps) {
    return steps.stream()
        .flatMap(s -> s.tools().stream())
        .filter(atHand.lent()::contains)
        .collect(Collectors.toSet());
  }

  private List<Piece> pieces(List<Step> steps) {
    List<Piece> pieces = new ArrayList<>();
    List<Step> together = new ArrayList<>();
    for (Step s : steps) {
      Optional<JobEntry> running = Optional.ofNullable(w.state().waits().get(s.id()));
      if (running.isPresent() && s.waits().isPresent()) {
        // It is begun: the hand's share of it is done.
        work(together, pieces);
        pieces.add(wait("wait:" + s.id(), Message.text(s.brief()), left(running.get())));
      } else {
        together.add(s);
        if (s.waits().isPresent()) {
          work(together, pieces);
          pieces.add(wait("wait:" + s.id(), Message.text(s.brief()), s.waits().get().minutes()));
        }
      }
    }
    work(together, pieces);
    return pieces;
  }

  private void work(List<Step> together, List<Piece> pieces) {
    if (!together.isEmpty()) {
      Step first = together.get(0);
      Set<String> demands = demands(together.stream().flatMap(s -> s.cautions().stream()));
      double minutes = together.stream().mapToDouble(this::minutes).sum();
      pieces.add(
          new Piece(
              "step:" + first.id(),
              Piece.Kind.HANDS,
              together.size() == 1
                  ? Message.text(first.brief())
                  : Message.of("day.steps", first.brief(), together.size() - 1),
              whole(minutes),
              demands,
              1));
      together.clear();
    }
  }

  /** As it is planned, at the pace of this shop's technicians. */
  private double minutes(Step step) {
    About about = w.target(step).about();
    return step.minutes()
        * atHand.pace().factor(about.family(), about.card(), WorkPlan.operation(step.id()), false);
  }

  /** What who lays hands on it must be qualified for: by the vehicle, and by the work itself. */
  private Set<String> demands(Stream<Caution> own) {
    return Stream.concat(w.binding().stream(), own)
        .filter(Caution::binds)
        .map(Caution::demands)
        .collect(Collectors.toSet());
  }

  /** When the part is here: once it was compared; as somebody said; after its offer's days. */
  private int delivered() {
    if (w.state().compared().isPresent()) {
      return 0;
    }
    Optional<Fact.DeliveryExpected> said = w.state().delivery();
    if (said.isPresent()) {
      return Math.max(0, minutesUntil(said.get().at()));
    }
    return w.state().part().stream()
        .filter(p -> p.part() != null && !p.part().offer().onTheShelf())
        .flatMap(p -> Optional.ofNullable(p.part().offer().leadDays()).stream())
        .mapToInt(days -> Math.max(0, minutesUntil(chosenAt()) + days * MINUTES_OF_A_DAY))
        .findFirst()
        .orElse(0);
  }

  private Instant chosenAt() {
    return w.state().live().stream()
        .filter(e -> e.fact() instanceof Fact.PartChosen)
        .map(JobEntry::happened)
        .reduce((one, later) -> later)
        .orElse(now);
  }

  // Clear, Relearn, Verify

  private void clearAndTeach() {
    List<Piece> pieces = new ArrayList<>();
    if (isOpen(Hop.CLEAR)) {
      pieces.add(hands("clear", Message.of("day.clear"), CLEAR_MINUTES));
    }
    if (isOpen(Hop.RELEARN)) {
      w.routines().stream().filter(r -> !w.passed(r)).forEach(r -> teach(r, pieces));
      w.stillForgotten().forEach(p -> teach(p, pieces));
    }
    if (!pieces.isEmpty()) {
      add("teach", outside(), 0, pieces);
    }
  }

  private void teach(Routine routine, List<Piece> pieces) {
    Optional<JobState.RoutineRun> runs =
        w.state().routine(routine.id()).filter(r -> r.end().isEmpty());
    if (runs.isEmpty()) {
      pieces.add(hands("start:" + routine.id(), Message.text(routine.name()), START_MINUTES));
    }
    double left =
        runs.map(r -> r.started().minutes() - Duration.between(r.at(), now).toSeconds() / 60.0)
            .orElse(routine.minutes());
    pieces.add(wait("runs:" + routine.id(), Message.text(routine.name()), left));
  }

  private void teach(Procedure procedure, List<Piece> pieces) {
    Optional<JobEntry> runs = Optional.ofNullable(w.state().waits().get(procedure.id()));
    if (runs.isEmpty()) {
      pieces.add(
          hands("teach:" + procedure.id(), Message.text(procedure.name()), procedure.minutes()));
    }
    if (procedure.waitMinutes() > 0) {
      double left = runs.map(this::left).orElse(procedure.waitMinutes());
      pieces.add(wait("learns:" + procedure.id(), Message.text(procedure.name()), left));
    }
  }

  private void drive() {
    if (!isOpen(Hop.VERIFY) || w.accusesNoSensor() && w.state().verdict().isEmpty()) {
      return;
    }
    DrivePlan plan = w.drivePlan(logged);
    double soak = minutes(plan, true);
    JobEntry standing = w.state().waits().get(Fact.WaitBegun.SOAK);
    if (standing != null) {
      soak = left(standing);
    }
    if (soak >= 1) {
      add("soak", outside(), 0, List.of(wait("soak", Message.of("day.soak"), soak)));
    }
    List<Unseen> byTwo = unseen(true);
    double drive = minutes(plan, false) + minutes(byTwo);
    if (drive > 0) {
      Piece piece =
          new Piece(
              "drive",
              Piece.Kind.DRIVE,
              Message.of("day.drive"),
              whole(drive),
              with(DRIVER, demandsOf(byTwo)),
              byTwo.isEmpty() ? 1 : 2);
      add("drive", outside(), 0, List.of(piece));
    }
  }

  /** A proof of a sensor that nobody has seen yet. */
  private record Unseen(Target target, SensorProof proof) {}

  private List<Unseen> unseen(boolean driven) {
    return w.targets().stream()
        .flatMap(t -> t.proofs().stream().filter(p -> !t.isSeen(p)).map(p -> new Unseen(t, p)))
        .filter(u -> u.proof().secondPerson() == driven)
        .toList();
  }

  private static double minutes(List<Unseen> proofs) {
    return proofs.stream().mapToDouble(u -> u.proof().minutes()).sum();
  }

  private Set<String> demandsOf(List<Unseen> proofs) {
    return proofs.isEmpty()
        ? Set.of()
        : demands(proofs.stream().flatMap(u -> u.target().cautions(u.proof()).stream()));
  }

  private static double minutes(DrivePlan plan, boolean standing) {
    return plan.legs().stream()
        .filter(l -> l.phase().waits() == standing)
        .mapToDouble(DrivePlan.Leg::minutes)
        .sum();
  }

  private void sign() {
    List<Unseen> looks = unseen(false);
    if (isOpen(Hop.VERIFY) && w.state().watchedUntil().isEmpty()) {
      add(
          "sign",
          outside(),
          0,
          List.of(
              new Piece(
                  "sign",
                  Piece.Kind.HANDS,
                  Message.of("day.sign"),
                  whole(SIGN_MINUTES + minutes(looks)),
                  with(SIGNS, demandsOf(looks)),
                  1)));
    }
  }

  // How it is laid

  private double left(JobEntry wait) {
    double minutes = ((Fact.WaitBegun) wait.fact()).minutes();
    return minutes - Duration.between(wait.happened(), now).toSeconds() / 60.0;
  }

  private static Set<BayKind> outside() {
    return Set.of();
  }

  /** Where the site is reached: as the job says that it stands, else as the way in asks. */
  private Set<BayKind> bays() {
    Optional<Site.WayIn> way = w.site().map(s -> s.site().wayIn());
    if (way.filter(Site.WayIn.TANK_DOWN::equals).isPresent()) {
      return EnumSet.of(BayKind.HOIST);
    }
    boolean lifted =
        w.state()
            .vehicle()
            .map(Fact.VehicleIdentified::place)
            .filter(Fact.Place.HOIST::equals)
            .isPresent();
    boolean below = way.filter(Site.WayIn.FROM_BELOW::equals).isPresent();
    return lifted || below ? EnumSet.of(BayKind.PIT, BayKind.HOIST) : ANY_BAY;
  }

  private static Piece hands(String id, Message says, double minutes) {
    return new Piece(id, Piece.Kind.HANDS, says, whole(minutes), Set.of(), 1);
  }

  /** The same where hands are laid on the vehicle. */
  private Piece handsOn(String id, Message says, double minutes) {
    return new Piece(id, Piece.Kind.HANDS, says, whole(minutes), demands(Stream.empty()), 1);
  }

  private static Set<String> with(String skill, Set<String> demands) {
    return Stream.concat(Stream.of(skill), demands.stream()).collect(Collectors.toSet());
  }

  private static Piece wait(String id, Message says, double minutes) {
    return new Piece(id, Piece.Kind.WAIT, says, whole(Math.max(0, minutes)), Set.of(), 1);
  }

  private static int whole(double minutes) {
    return (int) Math.ceil(minutes);
  }

  private void add(String name, Set<BayKind> bays, int notBefore, List<Piece> pieces) {
    add(name, bays, notBefore, pieces, Set.of());
  }

  private void add(
      String name, Set<BayKind> bays, int notBefore, List<Piece> pieces, Set<String> tools) {
    int comes = w.state().appointed().map(this::minutesUntil).orElse(0);
    // Only what has parts off cannot leave its bay.
    boolean apart = stages.isEmpty() && !bays.isEmpty() && !w.ledger().isSettled();
    Optional<String> stands = Optional.of(w.state().bay()).filter(b -> apart && !b.isEmpty());
    stages.add(
        new Stage(
            id + ":" + name,
            pieces,
            bays,
            tools,
            Math.max(comes, notBefore),
            stands,
            Optional.empty()));
  }
}
