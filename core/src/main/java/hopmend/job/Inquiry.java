package hopmend.job;

import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.fault.CodeGroup;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.part.PartChoice;
import hopmend.part.TrueCost;
import hopmend.prove.Action;
import hopmend.prove.Check;
import hopmend.prove.Clue;
import hopmend.prove.Diagnosis;
import hopmend.prove.Outcome;
import hopmend.prove.Plan;
import hopmend.prove.Planner;
import hopmend.prove.Proving;
import hopmend.prove.SetUp;
import hopmend.prove.Suspect;
import hopmend.swap.Caution;
import hopmend.swap.Phase;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Hop 2 for one sensor: what is known of its fault, and what can be done about it here. Gathers the
 * facts for {@link Diagnosis} and {@link Planner}, which do the reckoning.
 */
final class Inquiry {
  private static final double DAYS_OF_A_YEAR = 365.25;

  private final Target target;
  private final JobState state;
  private final FamilySheet sheet;
  private final ShopSettings shop;
  private final Proving proving;
  private final Once<List<ClueAtHand>> clues = new Once<>(this::findClues);

  Inquiry(Target target, FamilySheet sheet, ShopSettings shop) {
    this.target = target;
    this.state = target.state();
    this.sheet = sheet;
    this.shop = shop;
    this.proving = target.catalog().proving();
  }

  // What is known

  Diagnosis diagnosis() {
    return Diagnosis.of(suspects(), answers());
  }

  /** What could have set the code; of one whose work was done in vain the name says so. */
  private List<Suspect> suspects() {
    About about = target.about();
    return shop.causes().learned(about.family(), about.card(), sheet.suspects()).stream()
        .map(s -> target.triedInVain().contains(workOf(s)) ? s.afterItsWork() : s)
        .toList();
  }

  private Work workOf(Suspect s) {
    return target.catalog().work(s);
  }

  private List<Diagnosis.Answer> answers() {
    List<Diagnosis.Answer> answers = new ArrayList<>();
    clues().stream()
        .filter(ClueAtHand::counts)
        .forEach(c -> answers.add(c.clue().weighed(sheet.suspects())));
    for (Work w : target.triedInVain()) {
      Set<String> met =
          sheet.suspects().stream()
              .filter(s -> workOf(s).equals(w))
              .map(Suspect::id)
              .collect(Collectors.toSet());
      answers.add(proving.tried().inVain(w.id(), w.name(), met, w.comesBack()));
    }
    for (Fact.CheckAnswered a : state.answers()) {
      // A check or result that the sheet of today does not know bears on nothing.
      target
          .check(a.check())
          .flatMap(c -> c.known(a.outcome()).map(o -> answer(c, o, a)))
          .ifPresent(answers::add);
    }
    return answers;
  }

  private Diagnosis.Answer answer(Check check, Outcome outcome, Fact.CheckAnswered a) {
    Optional<Message> measured =
        Optional.ofNullable(a.measured())
            .map(
                reading ->
                    check
                        .measured()
                        .filter(m -> m.unit().quantity() == reading.unit().quantity())
                        .flatMap(m -> target.band(check, m, a.told()))
                        .map(b -> b.judge(reading).says())
                        .orElseGet(() -> Message.of("text", reading)));
    return new Diagnosis.Answer(check, outcome, measured, a.unsure());
  }

  /** The clues that say something of this sensor, those that are seen first. */
  List<ClueAtHand> clues() {
    return clues.get();
  }

  private List<ClueAtHand> findClues() {
    Clue.Known known = known();
    List<ClueAtHand> all =
        proving.clues().stream()
            .filter(c -> c.concerns(sheet.family(), sheet.suspects()))
            .map(
                c ->
                    new ClueAtHand(
                        c, c.isSeenIn(known), Optional.ofNullable(state.clues().get(c.id()))))
            .toList();
    return Stream.concat(
            all.stream().filter(ClueAtHand::counts), all.stream().filter(c -> !c.counts()))
        .toList();
  }

  private Clue.Known known() {
    Optional<Fact.SymptomsNoted> symptoms = state.symptoms();
    List<TroubleCode> codes = state.codes().stream().map(ReadCode::code).toList();
    List<TroubleCode> own = codes.stream().filter(this::isOwn).toList();
    Map<FreezeFrameValue.Condition, Reading> frame =
        new EnumMap<>(FreezeFrameValue.Condition.class);
    state.freezeFrame().forEach(v -> frame.put(v.condition(), v.reading()));
    return new Clue.Known(
        symptoms.map(s -> Set.copyOf(s.picks())).orElse(Set.of()),
        symptoms.map(s -> Set.copyOf(s.when())).orElse(Set.of()),
        symptoms
            .flatMap(s -> Optional.ofNullable(s.often()))
            .map(o -> Set.of(o.name()))
            .orElse(Set.of()),
        own.stream().flatMap(c -> mode(c).stream()).collect(Collectors.toSet()),
        own.stream()
            .filter(c -> c.scheme() == TroubleCode.Scheme.J2012 && c.failureType() > 0)
            .map(c -> "%02X".formatted(c.failureType()))
            .collect(Collectors.toSet()),
        codes.stream().filter(c -> !own.contains(c)).toList(),
        frame,
        years(),
        state.vehicle().flatMap(Fact.VehicleIdentified::odometer));
  }

  /** A code of the very sensor; of its family where its place is not known. */
  private boolean isOwn(TroubleCode code) {
    return group(code)
        .filter(g -> target.site().map(s -> g.isAt(s.bank(), s.position())).orElse(true))
        .isPresent();
  }

  private Optional<CodeGroup> group(TroubleCode code) {
    return CodeGroup.owning(code, sheet.codes());
  }

  private Optional<String> mode(TroubleCode code) {
    return group(code).flatMap(g -> Optional.ofNullable(g.modes().get(code.circuitText())));
  }

  /** Age of the vehicle at the last entry, by its day of building or its model year. */
  private Optional<Double> years() {
    List<JobEntry> entries = state.live();
    if (entries.isEmpty()) {
      return Optional.empty();
    }
    LocalDate today = entries.get(entries.size() - 1).at().atZone(ZoneOffset.UTC).toLocalDate();
    return state
        .vehicle()
        .flatMap(
            v ->
                v.built() != null
                    ? Optional.of(v.built().atDay(1))
                    : v.modelYear() > 0
                        ? Optional.of(LocalDate.of(v.modelYear(), 1, 1))
                        : Optional.empty())
        .map(born -> (today.toEpochDay() - born.toEpochDay()) / DAYS_OF_A_YEAR);
  }

  // What can be done

  /** The checks that nobody has answered. */
  private List<Check> open() {
    return sheet.checks().stream()
        .filter(c -> !state.answersByCheck().containsKey(c.id()))
        .toList();
  }

  /** Those of them that can be done here, by whoever may. */
  List<Check> possible() {
    return open().stream().filter(c -> bars(c, Optional.empty()).isEmpty()).toList();
  }

  /**
   * What to do next.
   *
   * @param person who would do it; empty where nobody in particular asks
   */
  Plan plan(Diagnosis diagnosis, Optional<JobRules.Person> person) {
    List<Plan.LeftOut> leftOut = new ArrayList<>();
    List<Check> can = new ArrayList<>();
    for (Check c : open()) {
      Optional<Message> why = bars(c, person);
      why.ifPresent(w -> leftOut.add(new Plan.LeftOut(c, w)));
      if (why.isEmpty()) {
        can.add(c);
      }
    }
    return Planner.plan(asked(diagnosis, can, repairs()), leftOut, shop.verdictThreshold());
  }

  /** The question to the planner. */
  Planner.Asked asked(Diagnosis diagnosis, List<Check> checks, List<Action.Repair> repairs) {
    return new Planner.Asked(
        diagnosis,
        checks,
        repairs,
        setUps(),
        target.traits(),
        shop.labourPerHour() * proving.planning().handOverMinutes() / 60,
        shop.labourPerHour(),
        proving.planning().waitWeighs());
  }

  /** Why a check cannot be done here by this person. */
  private Optional<Message> bars(Check check, Optional<JobRules.Person> person) {
    return withBrought(check.needs()).stream()
        .filter(s -> !s.condition().holdsFor(target.traits()))
        .map(s -> Message.of("text", s.refused()))
        .findFirst()
        .or(
            () ->
                person.flatMap(
                    p ->
                        target.cautions(check).stream()
                            .filter(c -> c.binds() && p.holds(c.demands()).isEmpty())
                            .findFirst()
                            .map(this::demanded)));
  }

  private Message demanded(Caution caution) {
    return Message.of(
        "left-out.qualified",
        target.catalog().qualifications().stream()
            .filter(q -> q.id().equals(caution.demands()))
            .map(q -> q.name())
            .findFirst()
            .orElse(caution.demands()));
  }

  private List<SetUp> withBrought(List<String> ids) {
    Map<String, SetUp> all = new LinkedHashMap<>();
    ids.forEach(id -> bring(id, all));
    return List.copyOf(all.values());
  }

  private void bring(String id, Map<String, SetUp> all) {
    proving.setUps().stream()
        .filter(s -> s.id().equals(id) && !all.containsKey(id))
        .findFirst()
        .ifPresent(
            s -> {
              all.put(id, s);
              s.brings().forEach(b -> bring(b, all));
            });
  }

  /** What checks need, with the time that it takes on this vehicle. */
  private List<SetUp> setUps() {
    Optional<WorkOrder> order = target.orderOfUsual();
    return proving.setUps().stream()
        .map(s -> s.opens() == null ? s : order.map(o -> s.taking(minutes(o, s.opens()))).orElse(s))
        .toList();
  }

  /** Hands-on time of the stages that lead from one reach to the next. */
  private static double minutes(WorkOrder order, SetUp.Reach reach) {
    Set<Phase> stages =
        switch (reach) {
          case PLACE -> Set.of(Phase.OPEN_WAY);
          case PLUG -> Set.of(Phase.UNPLUG);
          case SEAT -> Set.of(Phase.MAKE_SAFE, Phase.RELEASE, Phase.LIFT_OUT);
        };
    return order.steps().stream()
        .filter(s -> stages.contains(s.phase()))
        .mapToDouble(s -> s.minutes())
        .sum();
  }

  /** The works that put something right, each with its proof. */
  List<Action.Repair> repairs() {
    Map<String, Set<String>> met = new LinkedHashMap<>();
    sheet.suspects().stream()
        .filter(s -> !s.unlisted())
        .forEach(s -> met.computeIfAbsent(workOf(s).id(), w -> new HashSet<>()).add(s.id()));
    return met.entrySet().stream()
        .map(m -> repair(target.catalog().work(m.getKey()).orElseThrow(), m.getValue()))
        .toList();
  }

  private Action.Repair repair(Work work, Set<String> meets) {
    double hands = target.orderOf(work).map(WorkOrder::minutes).orElse(0.0);
    double wasted = work.inVainMinutes() == null ? 0 : work.inVainMinutes();
    return new Action.Repair(
        work.id(),
        work.name(),
        meets,
        hands + (work.watches() ? 0 : proving.planning().provingMinutes()),
        work.takesPart() ? price().orElse(proving.planning().partPrice()) : 0,
        work.comesBack(),
        wasted * shop.labourPerHour() / 60 + (work.watches() ? shop.goodwill() : 0));
  }

  /** What the part costs that would be taken; empty where no list knows one. */
  Optional<Double> price() {
    return target
        .partChoice()
        .flatMap(PartChoice::recommended)
        .map(PartChoice.Candidate::cost)
        .filter(TrueCost::known)
        .map(TrueCost::pay);
  }

  /** Whether the vehicle has another sensor of the same part, at another place. */
  static boolean hasTwin(VehicleCard card, Site site) {
    return site.fittedPart() != null
        && card.sites().stream()
            .anyMatch(
                s ->
                    !s.id().equals(site.id())
                        && s.family().equals(site.family())
                        && site.fittedPart().equals(s.fittedPart()));
  }
}
