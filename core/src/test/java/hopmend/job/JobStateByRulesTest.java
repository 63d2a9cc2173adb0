package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.swap.Ledger;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * The fold against a second, slow reading of the same rules: every question is answered anew from
 * the list of entries, by its definition and without any running state.
 */
class JobStateByRulesTest {
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  private static final List<TroubleCode> CODES =
      List.of(
          TroubleCode.parse("P0340"), TroubleCode.parse("P0301"), TroubleCode.parse("P0113-12"));

  private List<JobEntry> entries;

  @Property(tries = 400)
  void foldGivesWhatTheDefinitionsSay(@ForAll long seed) {
    entries = randomEntries(new Random(seed));
    JobState state = JobState.of(entries);

    assertThat(state.live()).isEqualTo(live());
    assertThat(state.verdict()).isEqualTo(verdictByDefinition());
    assertThat(state.vehicle()).isEqualTo(last(Fact.VehicleIdentified.class));
    assertThat(state.part()).isEqualTo(partByDefinition());
    assertThat(state.site())
        .isEqualTo(last(Fact.SiteConfirmed.class).map(Fact.SiteConfirmed::site));
    assertThat(state.signedOff()).isEqualTo(signedOffByDefinition());
    assertThat(state.notes())
        .isEqualTo(all(Fact.NoteAdded.class).map(Fact.NoteAdded::words).toList());
    assertThat(state.movements())
        .isEqualTo(
            live().stream().map(JobEntry::fact).flatMap(JobStateByRulesTest::movement).toList());
    assertThat(state.lost()).isEqualTo(all(Fact.PiecesLost.class).toList());
    assertThat(codeTexts(state)).isEqualTo(codesByDefinition());
    assertThat(Set.copyOf(state.answers())).isEqualTo(answersByDefinition());
    assertThat(state.drives()).isEqualTo(allSinceClearing(Fact.DriveLogged.class));
    boolean byOurLink =
        lastSequence(e -> e.fact() instanceof Fact.ReadinessRead)
            > lastSequence(e -> e.fact() instanceof Fact.MonitorsSeen);
    assertThat(state.readiness())
        .isEqualTo(
            sinceClearing(Fact.ReadinessRead.class)
                .filter(r -> byOurLink)
                .map(Fact.ReadinessRead::bytes));
    assertThat(state.afterClear()).isEqualTo(afterClearByDefinition());
    assertThat(state.routine("learn").flatMap(JobState.RoutineRun::end))
        .isEqualTo(routineEndByDefinition());
  }

  private List<JobEntry> randomEntries(Random random) {
    List<JobEntry> made = new ArrayList<>();
    for (int i = 1; i <= 18; i++) {
      made.add(new JobEntry(i, T0.plusSeconds(i), "p" + i % 2, randomFact(random, i)));
    }
    return made;
  }

  private static Fact randomFact(Random random, int sequence) {
    TroubleCode code = CODES.get(random.nextInt(CODES.size()));
    return switch (random.nextInt(11)) {
      case 0, 1, 2 -> randomReading(random);
      case 3 -> new Fact.CodeSetAside(code, "");
      case 4 -> new Fact.CodesCleared("v");
      case 5 -> new Fact.DriveLogged("drive " + sequence, "d.csv");
      case 6 -> new Fact.ReadinessRead("0007650" + random.nextInt(10));
      case 7 -> new Fact.CheckAnswered("c" + random.nextInt(2), "o" + sequence);
      case 8 ->
          random.nextBoolean()
              ? new Fact.RoutineStarted("learn", 1)
              : new Fact.RoutineEnded("learn", hopmend.relearn.RoutineState.PASSED);
      case 9 -> new Fact.Struck(1 + random.nextInt(sequence + 1), "");
      default -> JobTest.ALL_KINDS.get(random.nextInt(JobTest.ALL_KINDS.size() - 1));
    };
  }

  private static Fact randomReading(Random random) {
    List<ReadCode> read = new ArrayList<>();
    for (TroubleCode c : CODES) {
      if (random.nextBoolean()) {
        CodeState state = CodeState.values()[random.nextInt(CodeState.values().length)];
        read.add(ReadCode.of(c, state));
      }
    }
    Fact.CodeSource[] sources = Fact.CodeSource.values();
    return new Fact.CodesRead(sources[random.nextInt(sources.length)], read, List.of(), "");
  }

  /** An entry counts unless a later entry that counts strikes it. */
  private boolean counts(JobEntry e) {
    return entries.stream()
        .filter(s -> s.sequence() > e.sequence())
        .filter(s -> s.fact() instanceof Fact.Struck k && k.sequence() == e.sequence())
        .noneMatch(this::counts);
  }

  private List<JobEntry> live() {
    return entries.stream().filter(this::counts).toList();
  }

  private <F extends Fact> java.util.stream.Stream<F> all(Class<F> kind) {
    return live().stream().map(JobEntry::fact).filter(kind::isInstance).map(kind::cast);
  }

  private <F extends Fact> Optional<F> last(Class<F> kind) {
    return all(kind).reduce((a, b) -> b);
  }

  private long lastSequence(Predicate<JobEntry> which) {
    return live().stream().filter(which).mapToLong(JobEntry::sequence).max().orElse(0);
  }

  /** The last sign-off stands unless something before it was undone after it. */
  private Optional<Fact.SignedOff> signedOffByDefinition() {
    long signed = lastSequence(e -> e.fact() instanceof Fact.SignedOff);
    long undone =
        lastSequence(
            e ->
                e.sequence() > signed
                    && e.fact() instanceof Fact.Struck s
                    && s.sequence() < signed);
    return undone > signed || cameBack() > signed ? Optional.empty() : last(Fact.SignedOff.class);
  }

  private long cameBack() {
    return lastSequence(e -> e.fact() instanceof Fact.CameBack);
  }

  private static boolean beginsAnew(JobEntry e) {
    return e.fact() instanceof Fact.VerdictTaken || e.fact() instanceof Fact.CameBack;
  }

  /** Since when proofs count: the last clearing, or the verdict that began another round. */
  private long clearing() {
    return Math.max(lastSequence(e -> e.fact() instanceof Fact.CodesCleared), round());
  }

  /** Whether anything is cleared at an entry: a clearing before it, and no verdict since. */
  private boolean isCleared(JobEntry at) {
    return live().stream()
        .filter(e -> e.sequence() < at.sequence())
        .filter(e -> e.fact() instanceof Fact.CodesCleared || beginsAnew(e))
        .reduce((a, b) -> b)
        .filter(e -> e.fact() instanceof Fact.CodesCleared)
        .isPresent();
  }

  /** Since the last verdict that found the codes cleared, or that it came back: another round. */
  private long round() {
    return Math.max(
        cameBack(), lastSequence(e -> e.fact() instanceof Fact.VerdictTaken && isCleared(e)));
  }

  /** What came back has no verdict until another is taken. */
  private Optional<Fact.VerdictTaken> verdictByDefinition() {
    return live().stream()
        .filter(e -> e.sequence() > cameBack() && e.fact() instanceof Fact.VerdictTaken)
        .map(e -> (Fact.VerdictTaken) e.fact())
        .reduce((a, b) -> b);
  }

  private Optional<Fact.PartChosen> partByDefinition() {
    long first =
        live().stream()
            .filter(e -> e.fact() instanceof Fact.VerdictTaken && e.sequence() > cameBack())
            .mapToLong(JobEntry::sequence)
            .min()
            .orElse(0);
    // The first verdict ends no round; what was chosen before it stays.
    long from = round() == first ? cameBack() : round();
    return live().stream()
        .filter(e -> e.sequence() > from && e.fact() instanceof Fact.PartChosen)
        .map(e -> (Fact.PartChosen) e.fact())
        .reduce((a, b) -> b);
  }

  private <F extends Fact> Optional<F> sinceClearing(Class<F> kind) {
    return allSinceClearing(kind).stream().reduce((a, b) -> b);
  }

  private <F extends Fact> List<F> allSinceClearing(Class<F> kind) {
    long from = clearing();
    return live().stream()
        .filter(e -> e.sequence() > from && kind.isInstance(e.fact()))
        .map(e -> kind.cast(e.fact()))
        .toList();
  }

  /** A reading of the vehicle belongs to "after" while its codes are cleared. */
  private boolean isAfter(JobEntry e) {
    return e.fact() instanceof Fact.CodesRead r
        && r.source().isAReadingAfterwards()
        && isCleared(e);
  }

  /** What came back is the job's from the verdict on that follows; else the reading's own time. */
  private Optional<Long> tellsFrom(JobEntry reading) {
    if (!isAfter(reading)) {
      return Optional.of(reading.sequence());
    }
    return live().stream()
        .filter(e -> e.sequence() > reading.sequence())
        .filter(e -> e.fact() instanceof Fact.CodesCleared || beginsAnew(e) || isAfter(e))
        .findFirst()
        .filter(JobStateByRulesTest::beginsAnew)
        .map(JobEntry::sequence);
  }

  private Optional<JobState.Afterwards> afterClearByDefinition() {
    long from = clearing();
    return live().stream()
        .filter(e -> isAfter(e) && e.sequence() > from)
        .reduce((a, b) -> b)
        .map(
            e -> {
              long drive =
                  lastSequence(
                      d ->
                          d.fact() instanceof Fact.DriveLogged
                              || d.fact() instanceof Fact.DriveTold);
              boolean driven = drive > from && drive < e.sequence();
              Fact.CodesRead read = (Fact.CodesRead) e.fact();
              return new JobState.Afterwards(read.codes(), driven, read.source());
            });
  }

  private static Set<String> codeTexts(JobState state) {
    return state.codes().stream()
        .map(c -> c.code().text() + new TreeSet<>(c.states()))
        .collect(Collectors.toSet());
  }

  /** A code is on the job if a reading before clearing has it and nothing set it aside later. */
  private Set<String> codesByDefinition() {
    Set<String> texts = new TreeSet<>();
    Set<TroubleCode> mentioned =
        all(Fact.CodesRead.class)
            .flatMap(r -> r.codes().stream())
            .map(ReadCode::code)
            .collect(Collectors.toSet());
    for (TroubleCode code : mentioned) {
      long aside =
          lastSequence(e -> e.fact() instanceof Fact.CodeSetAside s && s.code().equals(code));
      Set<CodeState> states = new TreeSet<>();
      boolean there = false;
      List<JobEntry> told =
          live().stream()
              .filter(e -> e.fact() instanceof Fact.CodesRead)
              .filter(e -> tellsFrom(e).filter(t -> t > aside).isPresent())
              .sorted(Comparator.comparing(e -> tellsFrom(e).orElseThrow()))
              .toList();
      for (JobEntry e : told) {
        for (ReadCode c : ((Fact.CodesRead) e.fact()).codes()) {
          if (c.code().equals(code) && (there || !setByUs(code, tellsFrom(e).orElseThrow()))) {
            there = true;
            states.addAll(c.states());
          }
        }
      }
      if (there) {
        texts.add(code.text() + states);
      }
    }
    return texts;
  }

  /** What was there while we had a plug off is ours, unless the job held it before. */
  private boolean setByUs(TroubleCode code, long at) {
    return live().stream()
        .filter(e -> e.sequence() < at)
        .anyMatch(
            e ->
                e.fact() instanceof Fact.PlugWatched w
                    && w.plug() == Fact.PlugAt.OUT
                    && w.codes().contains(code));
  }

  private Set<Fact.CheckAnswered> answersByDefinition() {
    return all(Fact.CheckAnswered.class)
        .map(Fact.CheckAnswered::check)
        .distinct()
        .map(
            c -> all(Fact.CheckAnswered.class).filter(a -> a.check().equals(c)).reduce((a, b) -> b))
        .flatMap(Optional::stream)
        .filter(Objects::nonNull)
        .collect(Collectors.toSet());
  }

  private Optional<Fact.RoutineEnded> routineEndByDefinition() {
    long start =
        lastSequence(e -> e.fact() instanceof Fact.RoutineStarted s && s.routine().equals("learn"));
    return live().stream()
        .filter(e -> start > round() && e.sequence() > start)
        .map(JobEntry::fact)
        .filter(f -> f instanceof Fact.RoutineEnded r && r.routine().equals("learn"))
        .map(Fact.RoutineEnded.class::cast)
        .reduce((a, b) -> b);
  }

  private static Stream<Ledger.Movement> movement(Fact fact) {
    if (fact instanceof Fact.PiecesLost f) {
      return Stream.of(new Ledger.Movement(f.item(), -f.pieces(), true));
    }
    return fact instanceof Fact.PiecesMoved f
        ? Stream.of(new Ledger.Movement(f.item(), f.pieces()))
        : Stream.empty();
  }
}
