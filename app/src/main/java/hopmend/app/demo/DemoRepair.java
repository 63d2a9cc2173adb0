package hopmend.app.demo;

import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.About;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.part.Part;
import hopmend.prove.Check;
import hopmend.prove.Outcome;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import hopmend.prove.Verdict;
import hopmend.relearn.RoutineState;
import hopmend.swap.Step;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A repair as a technician would have entered it, hop by hop: each entry follows from what the
 * computation says by then.
 */
final class DemoRepair {
  /** Who does the work with a danger that binds. */
  private static final String LEAD = "marit";

  private static final String MADE_SAFE =
      "Trained for it, course of 2024. Service plug drawn and kept, no voltage measured on both poles.";

  private final Catalog catalog;
  private final ShopSettings shop;
  private final List<JobEntry> entries = new ArrayList<>();
  private Instant at;
  private final String who;
  private final boolean planned;
  private final int turn;
  private Workup known;

  /**
   * @param planned whether it is checked as the plan says, or as the sheet lists the checks
   * @param turn which of the parts that fit is taken
   */
  DemoRepair(
      Catalog catalog, ShopSettings shop, Instant begin, String who, boolean planned, int turn) {
    this.planned = planned;
    this.turn = turn;
    this.catalog = catalog;
    this.shop = shop;
    this.at = begin;
    this.who = who;
    this.known = new Workup(JobState.of(entries), catalog, shop);
  }

  List<JobEntry> entries() {
    return entries;
  }

  List<Fact> facts() {
    return entries.stream().map(JobEntry::fact).toList();
  }

  /** What follows from the entries by now. */
  Workup workup() {
    if (known.state().entries().size() != entries.size()) {
      known = new Workup(JobState.of(entries), catalog, shop);
    }
    return known;
  }

  void say(Fact... facts) {
    say(List.of(facts));
  }

  /** In one go: what they are about does not change between them. */
  private void say(List<? extends Fact> facts) {
    String author = workup().binding().isPresent() ? LEAD : who;
    About about = workup().about();
    for (Fact fact : facts) {
      at = at.plusSeconds(150);
      entries.add(new JobEntry(entries.size() + 1, at, author, fact, about, Optional.empty()));
    }
  }

  /** Time goes by. */
  void rest(int days) {
    at = at.plus(days, ChronoUnit.DAYS);
  }

  void read(List<TroubleCode> codes, Fact vehicle, List<String> symptoms, String words) {
    List<ReadCode> read = new ArrayList<>();
    for (TroubleCode c : codes) {
      read.add(
          read.isEmpty()
              ? ReadCode.of(c, CodeState.STORED, CodeState.CURRENT)
              : ReadCode.of(c, CodeState.STORED));
    }
    List<FreezeFrameValue> frame =
        List.of(
            new FreezeFrameValue(
                Condition.ENGINE_SPEED,
                Reading.of(900 + 70 * codes.size(), MeasureUnit.PER_MINUTE)),
            new FreezeFrameValue(Condition.COOLANT, Reading.of(86, MeasureUnit.CELSIUS)));
    say(new Fact.CodesRead(Fact.CodeSource.TYPED, read, frame, ""));
    say(vehicle);
    say(new Fact.SymptomsNoted(symptoms, List.of(), Fact.HowOften.OFTEN, words));
  }

  /** Works on to the beginning of a hop. */
  void upTo(Hop hop) {
    if (workup().sheet().isEmpty() || workup().site().isEmpty()) {
      return;
    }
    if (hop.compareTo(Hop.PROVE) >= 0) {
      workup().unanswered().ifPresent(c -> say(new Fact.GateOverruled(Hop.SWAP, MADE_SAFE)));
      check(hop == Hop.PROVE ? 2 : 99);
    }
    if (hop.compareTo(Hop.FIND) >= 0) {
      double p = 0.9;
      boolean proven =
          workup()
              .verdict()
              .flatMap(Verdict::remedy)
              .filter(Remedy.REPLACE_SENSOR::equals)
              .isPresent();
      String reason = proven ? "" : "seen before";
      say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", p, reason, "renew-sensor"));
    }
    if (hop.compareTo(Hop.PICK) >= 0) {
      say(new Fact.SiteConfirmed(workup().site().orElseThrow().site().id()));
    }
    if (hop.compareTo(Hop.SWAP) >= 0) {
      pick();
      swap(hop == Hop.SWAP ? 0.4 : 1);
    }
    if (hop.compareTo(Hop.RELEARN) >= 0) {
      clear();
    }
    if (hop.compareTo(Hop.VERIFY) >= 0) {
      learn();
    }
  }

  /** A fault that was no sensor's: found by other means, repaired, cleared. */
  void withoutSensor(String found, String done) {
    workup().unanswered().ifPresent(c -> say(new Fact.GateOverruled(Hop.SWAP, MADE_SAFE)));
    say(new Fact.VerdictTaken(Remedy.MECHANICAL, "", 1, found, "hand-over-mechanical"));
    swap(1);
    say(new Fact.RepairNoted(done));
    clear();
  }

  /** Answers checks so that the sensor is found guilty. */
  private void check(int most) {
    FamilySheet sheet = workup().sheet().orElseThrow();
    Suspect sensor =
        sheet.suspects().stream().filter(s -> s.id().equals("sensor")).findFirst().orElseThrow();
    for (int i = 0; i < most && workup().verdict().flatMap(Verdict::remedy).isEmpty(); i++) {
      Optional<Check> next = planned ? planned() : inOrder();
      if (next.isEmpty()) {
        return;
      }
      say(new Fact.CheckAnswered(next.get().id(), outcome(next.get(), sensor).id()));
    }
  }

  private Optional<Check> planned() {
    return workup().here().plan().stream()
        .flatMap(p -> p.checks().stream())
        .flatMap(o -> o.check().stream())
        .findFirst();
  }

  private Optional<Check> inOrder() {
    return workup().sheet().orElseThrow().checks().stream()
        .filter(
            c ->
                !c.oldPart()
                    && workup().state().answers().stream().noneMatch(a -> a.check().equals(c.id())))
        .findFirst();
  }

  private static Outcome outcome(Check check, Suspect sensor) {
    return check.outcomes().stream()
        .max(Comparator.comparingDouble(o -> check.likelihood(o, sensor)))
        .orElseThrow();
  }

  private void pick() {
    Workup w = workup();
    List<Part> fit =
        w.here().partChoice().orElseThrow().candidates().stream()
            .filter(c -> c.fit().goesIn())
            .map(c -> c.part())
            .toList();
    // A shop takes what it has learnt to take, and now and then what is at hand.
    Part part =
        fit.isEmpty()
            ? Part.typed(
                w.here().picking().fittedNumber().orElse("none"), "", w.about().family(), null)
            : fit.get(turn % Math.min(3, fit.size()));
    say(new Fact.PartChosen(part, false, ""));
    say(
        workup()
            .here()
            .picking()
            .comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, batch(part)));
  }

  private String batch(Part part) {
    return part.family().equals("oxygen") ? "L%02d".formatted(20 + turn % 7) : "";
  }

  private void swap(double share) {
    List<Step> steps = workup().workOrder().orElseThrow().steps();
    say(
        steps.stream()
            .limit(Math.round(steps.size() * share))
            .flatMap(
                s ->
                    s.secondLook()
                        ? Stream.of(Fact.StepTicked.asPlanned(s), new Fact.StepLookedAt(s.id()))
                        : Stream.of(Fact.StepTicked.asPlanned(s)))
            .toList());
  }

  private void clear() {
    say(new Fact.CodesCleared(workup().state().vehicle().orElseThrow().vin()));
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""));
    String site = workup().here().about().site();
    say(
        Stream.concat(
                workup().here().proofs().stream()
                    .map(p -> new Fact.ProofSeen(site, p.id(), true, "")),
                Stream.of(new Fact.ReadinessRead("00076565")))
            .toList());
  }

  private void learn() {
    say(
        workup().routines().stream()
            .flatMap(
                r ->
                    Stream.of(
                        new Fact.RoutineStarted(r.id(), r.minutes()),
                        new Fact.RoutineEnded(r.id(), RoutineState.PASSED)))
            .toList());
  }
}
