package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.find.CodePlace;
import hopmend.find.PlugWatch;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.part.Bench;
import hopmend.part.Fit;
import hopmend.part.Need;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import hopmend.prove.Check;
import hopmend.prove.Remedy;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.sensor.Band;
import hopmend.sensor.Trait;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Ledger;
import hopmend.swap.Operation;
import hopmend.swap.Phase;
import hopmend.swap.SlipGuard;
import hopmend.swap.Step;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import hopmend.verify.SensorProof;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * What may be added to a job, by whom, and what needs a reason first. Two people may work on one
 * job: an entry that does not contradict what the other has added goes in; one that would is
 * refused with "this changed, look again". A page and a file that is taken in obey the same rules.
 */
public final class JobRules {
  private static final int SHORTEST_REASON = 5;
  private static final int SHORTEST_REPAIR = 3;

  /** After a year the same code is another repair; the shop's rule. */
  private static final Duration COMEBACK_HORIZON = Duration.ofDays(365);

  /** Pictures that one sensor of a job, or of a card, holds. */
  public static final int MOST_PICTURES = 10;

  private JobRules() {}

  /**
   * Whether a code may be an earlier repair that did not hold.
   *
   * @param earlier the code that was repaired on the same vehicle
   * @param signedOff when that job was last touched
   */
  public static boolean mayHaveComeBack(
      String code, String earlier, Instant signedOff, Instant now) {
    return !code.isEmpty()
        && code.equals(earlier)
        && signedOff.isAfter(now.minus(COMEBACK_HORIZON));
  }

  /**
   * Who wants to add a fact.
   *
   * @param held the qualifications that are valid now
   * @param elsewhere whether it was said in another shop, or by an earlier version: what was asked
   *     there is not ours to judge
   */
  public record Person(String who, Role role, List<Held> held, boolean elsewhere) {
    public Person {
      held = List.copyOf(held);
    }

    /** A person of this shop. */
    public Person(String who, Role role, List<Held> held) {
      this(who, role, held, false);
    }

    /** A person without any qualification. */
    public Person(String who, Role role) {
      this(who, role, List.of());
    }

    /** Who made an entry elsewhere: what they were qualified for is not ours to judge. */
    public static Person elsewhere(String who, Catalog catalog) {
      return new Person(
          who,
          Role.LEAD,
          catalog.qualifications().stream()
              .map(q -> new Held(q.id(), "elsewhere", LocalDate.MAX))
              .toList(),
          true);
    }

    /** The qualification of this id, if it is valid now. */
    public Optional<Held> holds(String qualification) {
      return held.stream().filter(h -> h.qualification().equals(qualification)).findFirst();
    }

    boolean isLearner() {
      return role == Role.LEARNER;
    }
  }

  /**
   * Whether a fact may be added.
   *
   * @param seen the last sequence that the person had before them
   * @return empty if it may
   */
  public static Optional<Refusal> refuse(Workup w, Fact fact, long seen, Person by) {
    JobState state = w.state();
    if (state.signedOff().isPresent()
        && !(fact instanceof Fact.Struck)
        && !(fact instanceof Fact.CameBack)
        && !(fact instanceof Fact.NoteAdded)) {
      return Optional.of(Refusal.gate("signed-off"));
    }
    Optional<Refusal> bound = bound(w, fact, by);
    if (bound.isPresent()) {
      return bound;
    }
    if (by.isLearner()) {
      Optional<Refusal> beyond = beyondALearner(w, fact, by);
      if (beyond.isPresent()) {
        return beyond;
      }
    }
    return improper(w, fact)
        .or(() -> by.elsewhere() ? Optional.empty() : unlooked(w, fact))
        .or(() -> contradicted(state, fact, seen));
  }

  /**
   * Work with a danger that binds: only who is qualified does it, and says first why it is safe.
   */
  private static Optional<Refusal> bound(Workup w, Fact fact, Person by) {
    boolean answersForIt = fact instanceof Fact.GateOverruled g && g.gate() == Hop.SWAP;
    if (answersForIt && w.binding().isEmpty()) {
      return Optional.of(Refusal.gate("nothing-to-answer-for"));
    }
    Optional<Caution> beyond =
        binding(w, fact).stream().filter(c -> by.holds(c.demands()).isEmpty()).findFirst();
    if (beyond.isPresent()) {
      Caution c = beyond.get();
      return Optional.of(
          Refusal.role(
              "not-qualified",
              c.hazard(),
              w.catalog().qualification(c.demands()),
              by.who(),
              c.who()));
    }
    return w.unanswered()
        .filter(u -> isHandsOn(fact))
        .map(u -> Refusal.gate("first-made-safe", u.hazard()));
  }

  private static boolean isHandsOn(Fact fact) {
    return fact instanceof Fact.CheckAnswered
        || fact instanceof Fact.StepTicked
        || fact instanceof Fact.ProofSeen
        || fact instanceof Fact.PlugWatched
        || fact instanceof Fact.RepairNoted;
  }

  /** The cautions that bind a fact: of the vehicle, of the check, of the step. */
  private static List<Caution> binding(Workup w, Fact fact) {
    boolean answersForIt = fact instanceof Fact.GateOverruled g && g.gate() == Hop.SWAP;
    if (!answersForIt && !isHandsOn(fact)) {
      return List.of();
    }
    Stream<Caution> own = Stream.empty();
    if (fact instanceof Fact.CheckAnswered a) {
      own = w.here().check(a.check()).stream().flatMap(c -> w.here().cautions(c).stream());
    } else if (fact instanceof Fact.ProofSeen p) {
      own =
          w.target(p.site()).stream()
              .flatMap(t -> t.proof(p.proof()).stream().flatMap(seen -> t.cautions(seen).stream()));
    } else if (fact instanceof Fact.PlugWatched) {
      own = w.here().cautionsAtThePlug().stream();
    } else if (fact instanceof Fact.StepTicked t) {
      own =
          w.workOrder().flatMap(o -> o.step(t.step())).stream().flatMap(s -> s.cautions().stream());
    }
    return Stream.concat(w.binding().stream(), own).filter(Caution::binds).distinct().toList();
  }

  /**
   * The qualifications on which a fact relies, as entries to be kept before it; none that this
   * person's work in this job already relies on.
   */
  public static List<Fact> reliance(Workup w, Fact fact, Person by) {
    return binding(w, fact).stream()
        .flatMap(c -> by.holds(c.demands()).stream())
        .distinct()
        .map(h -> new Fact.ReliedOn(h.qualification(), h.issuer(), h.until()))
        .filter(
            r ->
                w.state().live().stream()
                    .noneMatch(e -> e.fact().equals(r) && e.who().equals(by.who())))
        .map(Fact.class::cast)
        .toList();
  }

  /** A fact as it is kept when this person says it: somebody looks at what a learner did. */
  public static Fact saidBy(Workup w, Fact fact, Person by) {
    if (fact instanceof Fact.StepTicked t) {
      Optional<Step> step = w.workOrder().flatMap(o -> o.step(t.step()));
      return t.kept(
          by.isLearner() && step.filter(Step::isSignedFor).isPresent(),
          step.flatMap(Step::fastener).map(Fastener::kind).orElse(null));
    }
    return fact;
  }

  /** What a learner leaves to a technician. */
  private static Optional<Refusal> beyondALearner(Workup w, Fact fact, Person by) {
    if (fact instanceof Fact.GateOverruled) {
      return Optional.of(Refusal.role("learner-gate"));
    }
    if (fact instanceof Fact.SignedOff) {
      return Optional.of(Refusal.role("learner-sign-off"));
    }
    if (fact instanceof Fact.CameBack) {
      return Optional.of(Refusal.role("learner-came-back"));
    }
    if (fact instanceof Fact.Promised) {
      return Optional.of(Refusal.role("learner-promise"));
    }
    if (fact instanceof Fact.StepLookedAt) {
      return Optional.of(Refusal.role("learner-looks"));
    }
    if (fact instanceof Fact.VerdictTaken f && !agrees(w, f.remedy())) {
      return Optional.of(Refusal.role("learner-verdict"));
    }
    if (w.twinRenewedBy(fact).isPresent()) {
      return Optional.of(Refusal.role("learner-twin"));
    }
    if (fact instanceof Fact.CodesCleared && w.isWithoutPart()) {
      return Optional.of(Refusal.role("learner-clear"));
    }
    if (fact instanceof Fact.Struck s) {
      return strikeByLearner(w.state(), s, by);
    }
    return Optional.empty();
  }

  private static Optional<Refusal> strikeByLearner(JobState state, Fact.Struck s, Person by) {
    if (state.signedOff().isPresent()) {
      return Optional.of(Refusal.role("learner-undo-signed"));
    }
    return state
        .entry(s.sequence())
        .filter(e -> !e.who().equals(by.who()))
        .map(e -> Refusal.role("learner-undo-own"));
  }

  /** What is wrong with the fact itself, whoever says it. */
  private static Optional<Refusal> improper(Workup w, Fact fact) {
    return fact.to(new Improper(w, w.state()));
  }

  /** What may be wrong with each kind of fact. */
  private record Improper(Workup w, JobState state) implements FactCases<Optional<Refusal>> {
    private static final String AFTERWARDS = "clear-before-proof";

    @Override
    public Optional<Refusal> of(Fact.Struck f) {
      return strike(state, f);
    }

    @Override
    public Optional<Refusal> of(Fact.CodesRead f) {
      return f.source() == Fact.CodeSource.OWN_TOOL
          ? cleared(state, "clear-before-proof").or(() -> tooMany(state, f))
          : tooMany(state, f);
    }

    @Override
    public Optional<Refusal> of(Fact.CodeSetAside f) {
      return when(
          state.readings().stream()
              .filter(r -> r.code().equals(f.code()))
              .noneMatch(r -> f.controlUnit().isEmpty() || r.controlUnit().equals(f.controlUnit())),
          "code",
          "no-such-code",
          f.code().text());
    }

    @Override
    public Optional<Refusal> of(Fact.ConditionNoted f) {
      if (f.reading() == null) {
        return when(
            state.freezeFrame().stream().noneMatch(v -> v.condition() == f.condition()),
            "condition",
            "no-such-condition",
            f.condition().label());
      }
      return when(
          !f.condition().isPossible(f.reading()),
          "condition",
          "condition-cannot-be",
          f.condition().label(),
          f.reading().text());
    }

    @Override
    public Optional<Refusal> of(Fact.WorkOnChosen f) {
      return when(
          state.codes().stream().noneMatch(c -> c.code().equals(f.code())),
          "code",
          "pick-a-code",
          f.code().text());
    }

    @Override
    public Optional<Refusal> of(Fact.SensorChosen f) {
      return when(
          Stream.concat(w.targets().stream(), w.furtherSensors().stream())
              .map(Target::about)
              .noneMatch(a -> a.card().equals(f.card()) && a.site().equals(f.site())),
          "",
          "no-such-sensor",
          f.site());
    }

    @Override
    public Optional<Refusal> of(Fact.TraitTold f) {
      Optional<Trait> trait =
          w.catalog().traits().stream()
              .filter(t -> t.trait().equals(f.trait()) && isOpen(t))
              .findFirst();
      return trait
          .map(
              t ->
                  when(
                          !t.values().contains(f.value()),
                          "",
                          "not-of-the-trait",
                          t.asked(),
                          String.join(", ", t.values()))
                      .or(() -> answersASchool(f)))
          .orElseGet(() -> when(true, "", "nobody-asks", f.trait()));
    }

    /** What nobody but the person who works can tell: the card does not. */
    private boolean isOpen(Trait t) {
      boolean settlesThePlace =
          w.place()
              .filter(p -> p instanceof CodePlace.Asks a && a.trait().equals(t.trait()))
              .isPresent();
      return t.isAsked()
          && (settlesThePlace
              || state.told().containsKey(t.trait())
              || w.here().asked().stream().anyMatch(a -> a.trait().equals(t.trait()))
              || decidesASchool(t.trait()));
    }

    private boolean decidesASchool(String trait) {
      return w.here().schoolsOffered().stream()
          .anyMatch(
              s ->
                  s.school().id().equals(trait)
                      || s.decides().stream().anyMatch(d -> d.trait().equals(trait)));
    }

    /** An answer that is open here, and that what is off already does not speak against. */
    private Optional<Refusal> answersASchool(Fact.TraitTold f) {
      Optional<SchoolOffered.Answer> answer =
          w.here().schoolsOffered().stream()
              .filter(s -> s.school().id().equals(f.trait()))
              .flatMap(s -> s.answers().stream())
              .filter(a -> a.option().value().equals(f.value()))
              .findFirst();
      return answer
          .flatMap(a -> a.barred().map(why -> Refusal.bad("", "school-barred", why)))
          .or(
              () ->
                  answer
                      .flatMap(a -> a.goes().stream().filter(s -> isStillOff(s.id())).findFirst())
                      .map(s -> Refusal.gate("put-back-first", s.brief())));
    }

    private boolean isStillOff(String step) {
      return w.ledger().open().stream().anyMatch(l -> l.step().equals(step));
    }

    @Override
    public Optional<Refusal> of(Fact.CardRevisionTaken f) {
      return card(w, f.card())
          .or(
              () ->
                  when(
                      state.vehicle().stream()
                          .noneMatch(
                              v -> v.card().equals(f.card()) || v.cardOfEngine().equals(f.card())),
                      "card",
                      "not-of-this-vehicle",
                      f.card()));
    }

    @Override
    public Optional<Refusal> of(Fact.ProofSeen f) {
      Optional<Target> target = w.target(f.site());
      Optional<SensorProof> proof = target.flatMap(t -> t.proof(f.proof()));
      return when(proof.isEmpty(), "", "nothing-to-see", f.proof())
          .or(() -> cleared(state, AFTERWARDS))
          .or(
              () ->
                  f.figures().isEmpty() ? Optional.empty() : figures(target.get(), proof.get(), f));
    }

    /** All figures that are judged here, and a result that follows from them. */
    private Optional<Refusal> figures(Target target, SensorProof proof, Fact.ProofSeen f) {
      List<Band.Judgement> judged = target.judge(proof, f.figures());
      boolean held = target.holds(proof, f.figures());
      boolean all =
          judged.size() == target.figures(proof).size()
              && judged.size() == f.figures().stream().map(r -> r.figure()).distinct().count();
      return when(!all, "figure", "figures-missing", proof.name())
          .or(() -> when(held != f.held(), "figure", "reading-does-not-suit", proof.name()))
          .or(
              () ->
                  when(
                      !f.log().isEmpty()
                          && state.logs().stream()
                              .noneMatch(e -> e.fact().keptText().equals(f.log())),
                      "log",
                      "no-such-log"));
    }

    @Override
    public Optional<Refusal> of(Fact.VehicleIdentified f) {
      return card(w, f.card()).or(() -> card(w, f.cardOfEngine()));
    }

    @Override
    public Optional<Refusal> of(Fact.SymptomsNoted f) {
      return symptoms(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.ClueTold f) {
      return when(
          w.here().clues().stream().noneMatch(c -> c.clue().id().equals(f.clue())),
          "",
          "no-such-clue",
          f.clue());
    }

    @Override
    public Optional<Refusal> of(Fact.CheckAnswered f) {
      return answer(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.VerdictTaken f) {
      return notOffered(w, f)
          .or(
              () ->
                  when(
                      f.reason().isBlank() && !agrees(w, f.remedy()),
                      "reason",
                      w.sheet().isEmpty() ? "say-what-you-found" : "not-proven-verdict"));
    }

    @Override
    public Optional<Refusal> of(Fact.WayInChosen f) {
      return way(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.SiteConfirmed f) {
      boolean explained = f.reason().strip().length() >= SHORTEST_REASON;
      return when(
              w.site().filter(s -> s.site().id().equals(f.site())).isEmpty(), "", "another-sensor")
          .or(
              () ->
                  w.here().strange(f.look()).stream()
                      .filter(m -> !explained)
                      .findFirst()
                      .map(m -> Refusal.bad("reason", "looks-otherwise", m)));
    }

    @Override
    public Optional<Refusal> of(Fact.PlugWatched f) {
      boolean watching = !state.plugWatch().isEmpty();
      return when(w.site().isEmpty(), "", "another-sensor")
          .or(
              () ->
                  when(f.plug() != Fact.PlugAt.STILL_IN && !watching, "", "first-with-the-plug-in"))
          .or(
              () ->
                  when(
                      f.plug() == Fact.PlugAt.STILL_IN
                          && w.here().plugWatch().filter(PlugWatch::isOut).isPresent(),
                      "",
                      "plug-is-off"));
    }

    @Override
    public Optional<Refusal> of(Fact.PictureTaken f) {
      return when(
          state.pictures().size() >= MOST_PICTURES, "picture", "too-many-pictures", MOST_PICTURES);
    }

    @Override
    public Optional<Refusal> of(Fact.PictureMarked f) {
      return when(
          state.pictures().stream().noneMatch(p -> p.picture().equals(f.picture())),
          "",
          "no-such-picture");
    }

    @Override
    public Optional<Refusal> of(Fact.PartChosen f) {
      return part(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.PartsCompared f) {
      return compared(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.SealMeasured f) {
      return when(!w.catalog().seals().fluids().contains(f.fluid()), "fluid", "no-fluid");
    }

    /** A ring that its fluid eats never goes in. */
    @Override
    public Optional<Refusal> of(Fact.SealChosen f) {
      Optional<Fact.SealMeasured> seal = w.state().seal();
      if (seal.isEmpty() || w.catalog().seals().size(f.size()).isEmpty()) {
        return Optional.of(Refusal.bad("size", "measure-first"));
      }
      return w.catalog().seals().materials().stream()
          .filter(m -> m.name().equals(f.material()))
          .findFirst()
          .map(
              m ->
                  when(
                      !m.suits(seal.get().fluid(), seal.get().hottestC()).lasts(),
                      "material",
                      "eaten",
                      m.name(),
                      seal.get().fluid()))
          .orElseGet(() -> Optional.of(Refusal.bad("material", "measure-first")));
    }

    @Override
    public Optional<Refusal> of(Fact.OldNumberRead f) {
      return when(PartNumber.key(f.number()).isEmpty(), "oldNumber", "no-number");
    }

    @Override
    public Optional<Refusal> of(Fact.StepTicked f) {
      return tick(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.ReliedOn f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.PiecesMoved f) {
      return moved(w, f);
    }

    @Override
    public Optional<Refusal> of(Fact.PiecesLost f) {
      int out = outside(w, f.item());
      return when(out == 0, "item", "nothing-out", f.item())
          .or(() -> when(f.pieces() > out, "count", "too-many-back", f.item(), out))
          .or(
              () ->
                  when(
                      f.reason().strip().length() < SHORTEST_REASON,
                      "reason",
                      "say-where-it-lies"));
    }

    @Override
    public Optional<Refusal> of(Fact.StepLookedAt f) {
      return when(
          w.looksOwed().stream().noneMatch(s -> s.id().equals(f.step())),
          "",
          w.ticks().containsKey(f.step()) ? "nothing-to-look-at" : "not-done-yet",
          f.step());
    }

    @Override
    public Optional<Refusal> of(Fact.MishapMet f) {
      return when(
          w.mishaps(f.step()).stream()
              .noneMatch(m -> m.id().equals(f.mishap()) && m.way(f.way()).isPresent()),
          "",
          "no-such-mishap",
          f.mishap());
    }

    @Override
    public Optional<Refusal> of(Fact.RepairNoted f) {
      boolean watches = w.here().work().filter(Work::watches).isPresent();
      return when(f.words().strip().length() < SHORTEST_REPAIR, "words", "write-it-down")
          .or(() -> when(watches && f.until() == null, "until", "until-which-day"))
          .or(() -> when(!watches && f.until() != null, "until", "nothing-watched"));
    }

    @Override
    public Optional<Refusal> of(Fact.NoteAdded f) {
      return when(f.words().isBlank(), "words", "note-length");
    }

    @Override
    public Optional<Refusal> of(Fact.Appointed f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.Promised f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.DeliveryExpected f) {
      return when(f.what().isBlank(), "what", "what-is-delivered");
    }

    @Override
    public Optional<Refusal> of(Fact.BroughtTo f) {
      return when(f.bay().equals(w.state().bay()), "bay", "stands-there");
    }

    @Override
    public Optional<Refusal> of(Fact.HandedOver f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.GateOverruled f) {
      return when(
          f.reason().strip().length() < SHORTEST_REASON,
          "reason",
          switch (f.gate()) {
            case SWAP -> "say-how-made-safe";
            case RELEARN -> "say-what-was-taught";
            default -> "say-why-clearing";
          });
    }

    @Override
    public Optional<Refusal> of(Fact.CodesCleared f) {
      return HopLine.clearGate(w)
          .map(g -> Refusal.gate("clearing-blocked", g))
          .or(() -> otherVehicle(state, f))
          .or(() -> withoutOurLink(f));
    }

    /** What is lost by clearing is written down first, or somebody says why it is not. */
    private Optional<Refusal> withoutOurLink(Fact.CodesCleared f) {
      if (f.by() == Fact.ClearedBy.OUR_LINK) {
        return Optional.empty();
      }
      return when(
              f.by() == Fact.ClearedBy.BATTERY_OFF && f.minutes() < 1, "minutes", "how-long-off")
          .or(
              () ->
                  when(
                      state.lacksFreezeFrame() && f.frameLost().strip().length() < SHORTEST_REASON,
                      "frameLost",
                      "frame-first"));
    }

    @Override
    public Optional<Refusal> of(Fact.MonitorsSeen f) {
      return cleared(state, AFTERWARDS)
          .or(() -> when(f.monitors().isEmpty(), "monitor", "no-monitor"));
    }

    @Override
    public Optional<Refusal> of(Fact.TaughtByHand f) {
      boolean known =
          Stream.concat(
                  w.routines().stream().map(Routine::id),
                  w.procedures().stream().map(Procedure::id))
              .anyMatch(f.what()::equals);
      boolean reasonKnown =
          f.failure().isEmpty()
              || w.procedures().stream()
                  .anyMatch(p -> p.id().equals(f.what()) && p.failure(f.failure()).isPresent());
      return when(!known, "", "no-such-routine", f.what())
          .or(() -> when(!reasonKnown, "failure", "no-such-reason"))
          .or(
              () ->
                  when(
                      f.words().strip().length() < SHORTEST_REASON, "words", "say-what-was-taught"))
          .or(() -> cleared(state, "clear-before-learning"));
    }

    @Override
    public Optional<Refusal> of(Fact.WaitBegun f) {
      boolean known =
          f.what().equals(Fact.WaitBegun.SOAK)
              || w.procedures().stream()
                  .anyMatch(p -> p.id().equals(f.what()) && p.waitMinutes() > 0);
      if (w.waitingStep(f.what()).isPresent()) {
        return when(w.ticks().containsKey(f.what()), "", "step-done-already", f.what());
      }
      return when(!known, "", "nothing-to-wait-for", f.what())
          .or(() -> cleared(state, "clear-before-learning"));
    }

    @Override
    public Optional<Refusal> of(Fact.DriveTold f) {
      return cleared(state, AFTERWARDS);
    }

    @Override
    public Optional<Refusal> of(Fact.RoutineStarted f) {
      return when(
              w.routines().stream().noneMatch(r -> r.id().equals(f.routine())),
              "routine",
              "no-such-routine",
              f.routine())
          .or(() -> cleared(state, "clear-before-learning"));
    }

    @Override
    public Optional<Refusal> of(Fact.RoutineEnded f) {
      return when(
          state.routine(f.routine()).isEmpty(), "routine", "routine-not-started", f.routine());
    }

    @Override
    public Optional<Refusal> of(Fact.ReadinessRead f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.CountersRead f) {
      return f.by() == Fact.AskedBy.OUR_LINK ? Optional.empty() : cleared(state, AFTERWARDS);
    }

    @Override
    public Optional<Refusal> of(Fact.SoftwareNoted f) {
      return when(f.unit().isBlank(), "unit", "name-the-unit")
          .or(() -> when(f.version().isBlank(), "version", "write-the-version"))
          .or(
              () ->
                  when(
                      f.file().isBlank() && !f.checksum().isEmpty(),
                      "file",
                      "checksum-of-which-file"));
    }

    @Override
    public Optional<Refusal> of(Fact.ScreenKept f) {
      return when(
          state.screens(f.hop()).size() >= MOST_PICTURES,
          "picture",
          "too-many-pictures",
          MOST_PICTURES);
    }

    @Override
    public Optional<Refusal> of(Fact.DriveLogged f) {
      return cleared(state, AFTERWARDS)
          .or(
              () ->
                  when(
                      state.drives().stream().anyMatch(d -> d.attachment().equals(f.attachment())),
                      "log",
                      "drive-counts-already"));
    }

    @Override
    public Optional<Refusal> of(Fact.SegmentsLogged f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.LiveLogged f) {
      return Optional.empty();
    }

    @Override
    public Optional<Refusal> of(Fact.SignedOff f) {
      return when(
          !f.proven() && f.reason().strip().length() < SHORTEST_REASON,
          "reason",
          "not-proven-gone");
    }

    @Override
    public Optional<Refusal> of(Fact.CameBack f) {
      return when(state.signedOff().isEmpty(), "", "not-signed-off-yet")
          .or(() -> when(f.words().isBlank(), "words", "say-how-it-came-back"))
          .or(
              () ->
                  state
                      .vehicle()
                      .flatMap(Fact.VehicleIdentified::odometer)
                      .filter(km -> f.odometerKm() != null && f.odometerKm() < km)
                      .map(
                          km ->
                              Refusal.bad(
                                  "km", "ran-backwards", Reading.of(km, MeasureUnit.KILOMETRE))));
    }

    @Override
    public Optional<Refusal> of(Fact.Unreadable f) {
      return Optional.empty();
    }
  }

  private static Optional<Refusal> when(boolean wrong, String field, String key, Object... said) {
    return wrong ? Optional.of(Refusal.bad(field, key, said)) : Optional.empty();
  }

  /** What somebody else added since the person looked, where it bears on the fact. */
  private static Optional<Refusal> contradicted(JobState state, Fact fact, long seen) {
    Predicate<Fact> contradicts = f -> false;
    if (fact instanceof Fact.CheckAnswered a) {
      contradicts = f -> f instanceof Fact.CheckAnswered o && o.check().equals(a.check());
    } else if (fact instanceof Fact.PartChosen) {
      contradicts = f -> f instanceof Fact.PartChosen;
    } else if (fact instanceof Fact.VerdictTaken) {
      contradicts = f -> f instanceof Fact.VerdictTaken || f instanceof Fact.CheckAnswered;
    } else if (fact instanceof Fact.VehicleIdentified) {
      contradicts = f -> f instanceof Fact.VehicleIdentified;
    } else if (fact.choosesTheSensor()) {
      contradicts = Fact::choosesTheSensor;
    } else if (fact instanceof Fact.SymptomsNoted) {
      contradicts = f -> f instanceof Fact.SymptomsNoted;
    } else if (fact instanceof Fact.SignedOff) {
      contradicts = f -> !(f instanceof Fact.NoteAdded);
    }
    // Said of the sensor that the page showed, never of another one.
    Predicate<Fact> bearing =
        fact.concernsOneSensor() ? contradicts.or(Fact::choosesTheSensor) : contradicts;
    return state.live().stream()
        .filter(e -> e.sequence() > seen && bearing.test(e.fact()))
        .findFirst()
        .map(e -> Refusal.changed("look-again", e.madeBy()));
  }

  private static Optional<Refusal> notOffered(Workup w, Fact.VerdictTaken f) {
    List<Work> works = w.here().works();
    if (works.stream().noneMatch(k -> k.remedy() == f.remedy())) {
      return Optional.of(
          w.sheet().isEmpty()
              ? Refusal.bad("work", "no-sensor-accused")
              : Refusal.bad("work", "no-such-remedy", f.remedy()));
    }
    return when(
        !f.work().isEmpty()
            && works.stream().noneMatch(k -> k.id().equals(f.work()) && k.remedy() == f.remedy()),
        "work",
        "no-such-work");
  }

  private static boolean agrees(Workup w, Remedy remedy) {
    return w.verdict().flatMap(v -> v.remedy()).filter(remedy::equals).isPresent();
  }

  private static Optional<Refusal> tooMany(JobState state, Fact.CodesRead f) {
    long fresh =
        f.codes().stream()
            .map(c -> c.code())
            .distinct()
            .filter(c -> state.codes().stream().noneMatch(k -> k.code().equals(c)))
            .count();
    long all = state.codes().size() + fresh;
    return when(all > Fact.MOST_CODES, "text", "too-many-codes", all, Fact.MOST_CODES);
  }

  private static Optional<Refusal> card(Workup w, String card) {
    return when(!card.isEmpty() && w.catalog().card(card).isEmpty(), "card", "no-such-card", card);
  }

  private static Optional<Refusal> symptoms(Workup w, Fact.SymptomsNoted f) {
    Optional<String> unknown =
        f.picks().stream()
            .filter(p -> w.catalog().symptom(p).isEmpty())
            .findFirst()
            .or(
                () ->
                    f.when().stream()
                        .filter(
                            c ->
                                w.catalog().circumstances().stream()
                                    .noneMatch(k -> k.id().equals(c)))
                        .findFirst());
    return when(f.picks().isEmpty() && f.words().isBlank(), "words", "no-symptom")
        .or(() -> unknown.map(u -> Refusal.bad("words", "no-such-symptom", u)));
  }

  private static Optional<Refusal> answer(Workup w, Fact.CheckAnswered f) {
    Optional<Check> check = w.here().check(f.check());
    if (check.isEmpty()) {
      return Optional.of(Refusal.bad("", "no-such-check", f.check()));
    }
    if (check.get().known(f.outcome()).isEmpty()) {
      return Optional.of(
          Refusal.bad("outcome", "no-such-result", check.get().title(), f.outcome()));
    }
    return when(
        f.measured() != null
            && !w.here()
                .outcome(check.get(), f.measured(), f.told())
                .filter(f.outcome()::equals)
                .isPresent(),
        "value",
        "reading-does-not-suit",
        check.get().title());
  }

  /** A way that the workplace allows; not another one while something is off for this one. */
  private static Optional<Refusal> way(Workup w, Fact.WayInChosen f) {
    Optional<WayOffered> offered =
        w.here().ways().stream().filter(o -> o.way().from() == f.way()).findFirst();
    if (offered.isEmpty()) {
      return Optional.of(Refusal.bad("", "no-such-way"));
    }
    if (offered.get().cannot().isPresent()) {
      return Optional.of(Refusal.bad("", "way-not-here", offered.get().cannot().get()));
    }
    WorkOrder then = w.here().orderBy(f.way()).orElseThrow();
    return w.ledger().open().stream()
        .filter(l -> w.workOrder().flatMap(o -> o.step(l.step())).isPresent())
        .filter(l -> then.step(WorkPlan.operation(l.step())).isEmpty())
        .findFirst()
        .map(l -> Refusal.gate("put-back-first", l.item()));
  }

  private static Optional<Refusal> part(Workup w, Fact.PartChosen f) {
    if (f.typed() != null) {
      return when(w.site().isEmpty(), "", "pick-a-part");
    }
    Optional<Need> need = w.here().picking().need();
    if (f.part() == null || need.isEmpty()) {
      return Optional.of(Refusal.bad("part", "pick-a-part"));
    }
    if (!f.part().family().equals(need.get().family())) {
      return Optional.of(Refusal.bad("part", "other-family", f.number()));
    }
    return when(
        !Fit.of(f.part(), need.get()).goesIn() && f.reason().isBlank(),
        "reason",
        "does-not-fit",
        f.number());
  }

  /** Whatever may stop the work has to be looked at; what it says is kept, a stop too. */
  private static Optional<Refusal> compared(Workup w, Fact.PartsCompared f) {
    Optional<Part> chosen = w.here().chosenPart();
    if (chosen.filter(p -> p.number().equals(f.newNumber())).isEmpty()) {
      return Optional.of(Refusal.bad("", "choose-first"));
    }
    Optional<Bench> bench = w.here().picking().bench(f.seen());
    if (bench.filter(b -> b.stops().isEmpty() && !b.owed().isEmpty()).isEmpty()) {
      return Optional.empty();
    }
    List<String> owed = bench.get().owed().stream().map(r -> r.trait().trait()).toList();
    if (owed.contains(Bench.PLUG)) {
      return Optional.of(Refusal.bad(Bench.PLUG, "plug-first"));
    }
    return Optional.of(Refusal.bad("looked", "look-first", Message.listed(owed)));
  }

  /** From holding old and new together on, until it is plugged in. */
  private static boolean goesIn(Step step) {
    return step.phase().compareTo(Phase.COMPARE) >= 0 && step.phase().compareTo(Phase.PLUG) <= 0;
  }

  private static Optional<Refusal> cleared(JobState state, String key) {
    return when(state.cleared().isEmpty(), "", key);
  }

  private static Optional<Refusal> otherVehicle(JobState state, Fact.CodesCleared f) {
    return state
        .vehicle()
        .filter(v -> !f.vin().isEmpty())
        .filter(v -> !v.vin().equals(f.vin()))
        .map(v -> Refusal.bad("", "other-vehicle", f.vin(), v.vin()));
  }

  private static Optional<Refusal> strike(JobState state, Fact.Struck s) {
    if (state.entry(s.sequence()).isEmpty()) {
      return Optional.of(Refusal.bad("", "no-such-entry", s.sequence()));
    }
    return state
        .struckBy(s.sequence())
        .map(by -> Refusal.changed("undone-already", by.madeBy(), s.sequence()));
  }

  private static Optional<Refusal> tick(Workup w, Fact.StepTicked f) {
    JobState.Ticked before = w.ticks().get(f.step());
    if (before != null) {
      return Optional.of(Refusal.changed("ticked-already", before.who()));
    }
    Optional<Step> step = w.workOrder().flatMap(o -> o.step(f.step()));
    if (step.isEmpty()) {
      return Optional.of(Refusal.bad("", "no-such-step", f.step()));
    }
    Optional<Refusal> needed = foundSo(step.get(), f);
    if (needed.isPresent()) {
      return needed;
    }
    if (f.turnedDeg() != null && step.get().fastener().map(Fastener::turn).isEmpty()) {
      return Optional.of(Refusal.bad("turned", "no-turn-asked", step.get().brief()));
    }
    if (step.get().fastener().isPresent()) {
      Optional<Refusal> loose = tightness(step.get(), f);
      if (loose.isPresent()) {
        return loose;
      }
    }
    if (goesIn(step.get()) && w.target(step.get()).wantsPart()) {
      return Optional.of(Refusal.gate("compare-first", step.get().brief()));
    }
    // What goes on by itself holds up only what comes behind it.
    Set<String> heldUp = w.workOrder().orElseThrow().heldUpBy(w.state().waits().keySet());
    Optional<Step> open =
        w.workOrder().orElseThrow().steps().stream()
            .takeWhile(s -> !s.id().equals(f.step()))
            .filter(s -> s.cautions().stream().anyMatch(c -> c.hardStop()))
            .filter(s -> !w.ticks().containsKey(s.id()))
            .filter(s -> !heldUp.contains(s.id()))
            .findFirst();
    if (open.isPresent()) {
      return open.map(s -> Refusal.gate("hard-stop-first", s.brief()));
    }
    return step.get().after().stream()
        .filter(id -> !w.ticks().containsKey(id))
        .flatMap(id -> w.workOrder().orElseThrow().step(id).stream())
        .findFirst()
        .map(s -> Refusal.gate("step-first", s.brief()));
  }

  private static Optional<Refusal> unlooked(Workup w, Fact fact) {
    return fact instanceof Fact.StepTicked f
        ? w.workOrder().flatMap(o -> o.step(f.step())).flatMap(s -> unlooked(w, s, f))
        : Optional.empty();
  }

  /** All that is looked at, each by itself; what is measured of a fluid; what others look at. */
  private static Optional<Refusal> unlooked(Workup w, Step step, Fact.StepTicked f) {
    List<String> missing =
        step.confirms().stream().filter(c -> !f.confirmed().contains(c)).toList();
    return when(!missing.isEmpty(), "confirmed", "look-at-each", String.join("; ", missing))
        .or(() -> poured(w, step, f))
        .or(
            () ->
                w.workOrder().orElseThrow().steps().stream()
                    .takeWhile(s -> !s.id().equals(f.step()))
                    .filter(s -> s.secondLook() && w.looksOwed().contains(s))
                    .findFirst()
                    .map(s -> Refusal.gate("second-look-first", s.brief())));
  }

  /** What ran out is measured, and so much goes in again. */
  private static Optional<Refusal> poured(Workup w, Step step, Fact.StepTicked f) {
    if (step.amount().isEmpty()) {
      return when(f.amount() != null, "amount", "no-fluid-asked", step.brief());
    }
    Operation.Amount asked = step.amount().get();
    if (f.amount() == null) {
      return Optional.of(Refusal.bad("amount", "how-much", asked.fluid()));
    }
    if (!asked.holds(f.amount())) {
      return Optional.of(
          Refusal.bad(
              "amount",
              "more-than-it-holds",
              asked.fluid(),
              Reading.of(asked.most(), asked.unit())));
    }
    return w.ledger().open().stream()
        .filter(l -> l.fluid() && l.putBackBy().equals(step.id()))
        .map(l -> l.filledWith(f.amount()))
        .filter(l -> l.owed() > 0)
        .findFirst()
        .map(
            l ->
                Refusal.bad(
                    "amount",
                    "less-than-ran-out",
                    Reading.of(l.taken(), MeasureUnit.MILLILITRE).to(f.amount().unit()),
                    f.amount(),
                    l.item()));
  }

  /** What nobody may find done: a hard stop, a tightness, a piece that goes back. */
  private static Optional<Refusal> foundSo(Step step, Fact.StepTicked f) {
    if (f.foundSo().isEmpty()) {
      return Optional.empty();
    }
    if (step.mustBeDone()) {
      return Optional.of(Refusal.bad("foundSo", "must-be-done", step.brief()));
    }
    return when(f.foundSo().strip().length() < SHORTEST_REASON, "foundSo", "say-how-found");
  }

  /** What goes back must have come off, as a piece that no step takes. */
  private static Optional<Refusal> moved(Workup w, Fact.PiecesMoved f) {
    int out = outside(w, f.item());
    boolean ofAStep =
        w.ledger().open().stream().anyMatch(l -> !l.step().isEmpty() && l.item().equals(f.item()));
    if (f.pieces() < 0 && out == 0 && ofAStep) {
      return Optional.of(Refusal.bad("item", "tick-the-step", f.item()));
    }
    return when(
        out + f.pieces() < 0,
        out == 0 ? "item" : "count",
        out == 0 ? "nothing-out" : "too-many-back",
        f.item(),
        out);
  }

  /** How many pieces of a name are out that no step took. */
  private static int outside(Workup w, String item) {
    return w.ledger().open().stream()
        .filter(l -> l.step().isEmpty() && l.item().equals(item))
        .mapToInt(Ledger.Line::owed)
        .sum();
  }

  private static Optional<Refusal> tightness(Step step, Fact.StepTicked f) {
    Fastener fastener = step.fastener().orElseThrow();
    if (fastener.torque().isEmpty()) {
      boolean untold = fastener.turn() != null && f.turnedDeg() == null && f.torque() == null;
      return when(untold, "turned", "how-far-turned")
          .or(() -> f.torque() == null ? Optional.empty() : valueOfASnugOne(fastener, f));
    }
    if (f.torque() == null) {
      return Optional.of(Refusal.bad("torque", "enter-tightness"));
    }
    SlipGuard guard = SlipGuard.judge(f.torque(), fastener);
    return when(
        guard.finding().refuses(), "torque", "slip", guard.says(), guard.finding().remedy());
  }

  /** The card has no value; one that somebody knows says from where, and is one that it takes. */
  private static Optional<Refusal> valueOfASnugOne(Fastener fastener, Fact.StepTicked f) {
    double typed = f.torque().in(MeasureUnit.NEWTON_METRE);
    return when(f.origin() == null, "torque", "value-from-where", fastener.name())
        .or(
            () ->
                when(
                    !(typed > 0) || typed > fastener.ceilingNm(),
                    "torque",
                    "gives-way-before",
                    fastener.weakest(),
                    Reading.of(fastener.ceilingNm(), MeasureUnit.NEWTON_METRE),
                    f.torque()));
  }
}
