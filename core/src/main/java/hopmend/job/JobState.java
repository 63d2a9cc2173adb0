package hopmend.job;

import hopmend.fault.CodeReadings;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.measure.Reading;
import hopmend.swap.Ledger;
import hopmend.swap.WorkPlan;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What the entries of a job add up to. Built by {@link #of} from the entries alone: the same
 * entries give the same state, and a struck entry counts as if it had never been made.
 */
public final class JobState {
  private final List<JobEntry> entries;
  private final Map<Long, JobEntry> strikes;
  private final CodeReadings codes = new CodeReadings();
  private final Once<List<ReadCode>> eachCode = new Once<>(codes::codes);
  private final List<FreezeFrameValue> freezeFrame = new ArrayList<>();
  private final Map<String, Fact.CheckAnswered> answers = new LinkedHashMap<>();
  private final Map<String, Boolean> clues = new LinkedHashMap<>();
  private final Map<String, Ticked> ticks = new LinkedHashMap<>();
  private final Map<String, JobEntry> looks = new HashMap<>();
  private final List<Fact.MishapMet> mishaps = new ArrayList<>();
  private final List<Ledger.Movement> movements = new ArrayList<>();
  private final List<Fact.PiecesLost> lost = new ArrayList<>();
  private final Map<Hop, String> overrules = new EnumMap<>(Hop.class);
  private final Map<String, RoutineRun> routines = new LinkedHashMap<>();
  private final List<String> notes = new ArrayList<>();
  private Fact.VehicleIdentified vehicle;
  private Fact.SymptomsNoted symptoms;
  private final Map<String, String> told = new LinkedHashMap<>();
  private final Map<String, JobEntry> seen = new LinkedHashMap<>();
  private final List<JobEntry> logs = new ArrayList<>();
  private final List<Round> rounds = new ArrayList<>();
  private TroubleCode workOn;
  private Fact.SensorChosen sensorChosen;
  private Fact.VerdictTaken verdict;
  private long verdictAt;
  private Fact.SiteConfirmed site;
  private Site.WayIn wayIn;
  private final Set<TroubleCode> beforeUnplugged = new HashSet<>();
  private final Set<TroubleCode> setByUs = new HashSet<>();
  private final List<Fact.PlugWatched> plugWatches = new ArrayList<>();
  private final Map<String, Fact.PictureTaken> pictures = new LinkedHashMap<>();
  private final Map<String, Fact.PictureMarked> marks = new LinkedHashMap<>();
  private Fact.PartChosen part;
  private Fact.PartsCompared compared;
  private Fact.OldNumberRead oldNumber;
  private Fact.SealMeasured seal;
  private Fact.SealChosen ring;
  private Fact.RepairNoted repair;
  private Instant cleared;
  private List<ReadCode> beforeClear = List.of();
  private Afterwards afterClear;
  private Fact.CodesCleared clearedHow;
  private boolean forgotByBattery;
  private String readiness;
  private String readinessBefore;
  private Fact.MonitorsSeen monitors;
  private Fact.CountersRead counters;
  private Fact.CountersRead countersBefore;
  private boolean countedAfterDrives;
  private boolean everCleared;
  private final Map<String, JobEntry> softwareFound = new LinkedHashMap<>();
  private final Map<String, JobEntry> softwareLoaded = new LinkedHashMap<>();
  private final List<JobEntry> screens = new ArrayList<>();
  private Fact.DriveTold driveTold;
  private final Map<String, JobEntry> taught = new LinkedHashMap<>();
  private final Map<String, JobEntry> learnFailed = new LinkedHashMap<>();
  private final Map<String, JobEntry> waits = new LinkedHashMap<>();
  private final List<Fact.DriveLogged> drives = new ArrayList<>();
  private Instant appointed;
  private Instant promised;
  private Fact.DeliveryExpected delivery;
  private String bay = "";
  private JobEntry handedOver;
  private JobEntry signedOff;
  private Instant notedAfter;
  private Fact.SegmentsLogged segments;
  private final List<JobEntry> cameBack = new ArrayList<>();
  private JobEntry signedOffElsewhere;
  private JobEntry reopened;

  /** A ticked step: its fact, by whom and when. */
  public record Ticked(Fact.StepTicked fact, String who, Instant at, long sequence) {
    /** What was measured of a fluid. */
    Optional<Reading> amount() {
      return Optional.ofNullable(fact.amount());
    }
  }

  /**
   * An earlier attempt on the sensor: another work, or one whose proof failed.
   *
   * @param part that was chosen in it, null if none was
   * @param batch of that part, empty where it bears none
   * @param end how it ended
   * @param after codes that were read after its clearing
   */
  public record Round(
      Fact.VerdictTaken verdict,
      Map<String, Ticked> ticks,
      Fact.PartChosen part,
      String batch,
      End end,
      List<ReadCode> after) {
    /** How an attempt ended. */
    public enum End {
      /** Another work was chosen before this one was cleared and tried. */
      CHANGED,
      /** Cleared, and another verdict was taken then. */
      NOT_PROVEN,
      /** Signed off, and the job came back. */
      CAME_BACK
    }

    public Round {
      ticks = Map.copyOf(ticks);
      after = List.copyOf(after);
    }

    /** Whether its work was done and its codes were cleared. */
    public boolean wasTried() {
      return end != End.CHANGED;
    }
  }

  /** A routine's last run; the end is empty while it runs. */
  public record RoutineRun(
      Fact.RoutineStarted started, Instant at, Optional<Fact.RoutineEnded> end) {}

  /**
   * The last reading after clearing.
   *
   * @param afterDrive whether it came after the drive
   * @param source from where it is
   */
  public record Afterwards(List<ReadCode> codes, boolean afterDrive, Fact.CodeSource source) {
    /** The same, once a drive came behind it. */
    Afterwards beforeADrive() {
      return new Afterwards(codes, false, source);
    }
  }

  private JobState(List<JobEntry> entries, About sensor) {
    this.entries = List.copyOf(entries);
    this.strikes = strikesOf(entries);
    for (JobEntry e : live()) {
      if (e.fact() instanceof Fact.PlugWatched f) {
        setByUs(f);
      }
      if (!e.fact().concernsOneSensor() || e.about().concerns(sensor)) {
        apply(e);
      } else if (e.fact() instanceof Fact.VerdictTaken) {
        proveAnew();
      }
    }
  }

  /**
   * Folds the entries.
   *
   * @param entries in rising sequence
   */
  public static JobState of(List<JobEntry> entries) {
    return new JobState(
        entries.stream().sorted(Comparator.comparingLong(JobEntry::sequence)).toList(),
        About.NOTHING);
  }

  /** The same entries as they bear on one sensor: what was said of another does not count. */
  JobState about(About sensor) {
    return new JobState(entries, sensor);
  }

  /**
   * Struck sequences with the entry that struck them; a struck strike strikes nothing, and only
   * what stands before it can be struck.
   */
  private static Map<Long, JobEntry> strikesOf(List<JobEntry> entries) {
    Map<Long, JobEntry> strikes = new LinkedHashMap<>();
    for (int i = entries.size() - 1; i >= 0; i--) {
      JobEntry e = entries.get(i);
      if (e.fact() instanceof Fact.Struck s
          && s.sequence() < e.sequence()
          && !strikes.containsKey(e.sequence())) {
        strikes.putIfAbsent(s.sequence(), e);
      }
    }
    return strikes;
  }

  private void apply(JobEntry e) {
    e.fact().to(new Change(e));
  }

  /** What each kind of fact changes. */
  private final class Change implements FactCases<Void> {
    private final JobEntry e;

    Change(JobEntry e) {
      this.e = e;
    }

    @Override
    public Void of(Fact.CodesRead f) {
      readCodes(f);
      return null;
    }

    @Override
    public Void of(Fact.CodeSetAside f) {
      codes.remove(f.code(), f.controlUnit());
      return null;
    }

    @Override
    public Void of(Fact.ConditionNoted f) {
      freezeFrame.removeIf(v -> v.condition() == f.condition());
      if (f.reading() != null) {
        freezeFrame.add(new FreezeFrameValue(f.condition(), f.reading()));
      }
      return null;
    }

    @Override
    public Void of(Fact.VehicleIdentified f) {
      if (vehicle != null && !vehicle.vin().equals(f.vin())) {
        overrules.remove(Hop.SWAP); // answered for another vehicle
      }
      vehicle = f;
      return null;
    }

    @Override
    public Void of(Fact.SymptomsNoted f) {
      symptoms = f;
      return null;
    }

    @Override
    public Void of(Fact.WorkOnChosen f) {
      workOn = f.code();
      sensorChosen = null;
      return null;
    }

    @Override
    public Void of(Fact.SensorChosen f) {
      sensorChosen = f;
      return null;
    }

    @Override
    public Void of(Fact.TraitTold f) {
      told.put(f.trait(), f.value());
      return null;
    }

    @Override
    public Void of(Fact.CardRevisionTaken f) {
      return null;
    }

    @Override
    public Void of(Fact.ProofSeen f) {
      seen.put(f.proof(), e);
      return null;
    }

    @Override
    public Void of(Fact.ClueTold f) {
      clues.put(f.clue(), f.so());
      return null;
    }

    @Override
    public Void of(Fact.CheckAnswered f) {
      answers.remove(f.check());
      answers.put(f.check(), f);
      return null;
    }

    @Override
    public Void of(Fact.VerdictTaken f) {
      if (verdict != null && (cleared != null || isOtherWork(f))) {
        startRound(cleared != null ? Round.End.NOT_PROVEN : Round.End.CHANGED);
      }
      proveAnew();
      verdict = f;
      verdictAt = e.sequence();
      return null;
    }

    @Override
    public Void of(Fact.WayInChosen f) {
      wayIn = f.way();
      return null;
    }

    @Override
    public Void of(Fact.SiteConfirmed f) {
      site = f;
      return null;
    }

    @Override
    public Void of(Fact.PlugWatched f) {
      plugWatches.add(f);
      return null;
    }

    @Override
    public Void of(Fact.PictureTaken f) {
      pictures.put(f.picture(), f);
      return null;
    }

    @Override
    public Void of(Fact.PictureMarked f) {
      marks.put(f.picture(), f);
      return null;
    }

    @Override
    public Void of(Fact.PartChosen f) {
      part = f;
      compared = null;
      return null;
    }

    @Override
    public Void of(Fact.PartsCompared f) {
      compared = f;
      return null;
    }

    @Override
    public Void of(Fact.OldNumberRead f) {
      oldNumber = f;
      return null;
    }

    @Override
    public Void of(Fact.SealMeasured f) {
      seal = f;
      ring = null;
      return null;
    }

    @Override
    public Void of(Fact.SealChosen f) {
      ring = f;
      return null;
    }

    @Override
    public Void of(Fact.StepTicked f) {
      waits.remove(f.step());
      ticks.put(
          WorkPlan.operation(f.step()), new Ticked(f, e.madeBy(), e.happened(), e.sequence()));
      return null;
    }

    @Override
    public Void of(Fact.ReliedOn f) {
      return null;
    }

    @Override
    public Void of(Fact.PiecesMoved f) {
      movements.add(new Ledger.Movement(f.item(), f.pieces()));
      return null;
    }

    @Override
    public Void of(Fact.PiecesLost f) {
      movements.add(new Ledger.Movement(f.item(), -f.pieces(), true));
      lost.add(f);
      return null;
    }

    @Override
    public Void of(Fact.StepLookedAt f) {
      looks.put(WorkPlan.operation(f.step()), e);
      return null;
    }

    @Override
    public Void of(Fact.MishapMet f) {
      mishaps.add(f);
      return null;
    }

    @Override
    public Void of(Fact.RepairNoted f) {
      repair = f;
      return null;
    }

    @Override
    public Void of(Fact.GateOverruled f) {
      if (e.isWitnessed()) {
        overrules.put(f.gate(), f.reason());
      }
      return null;
    }

    @Override
    public Void of(Fact.CodesCleared f) {
      cleared = e.happened();
      clearedHow = f;
      forgotByBattery |= f.by() == Fact.ClearedBy.BATTERY_OFF;
      seen.clear();
      logs.clear();
      afterClear = null;
      readinessBefore = readiness == null ? readinessBefore : readiness;
      readiness = null;
      monitors = null;
      countersBefore = everCleared ? countersBefore : counters;
      everCleared = true;
      counters = null;
      drives.clear();
      driveTold = null;
      return null;
    }

    @Override
    public Void of(Fact.MonitorsSeen f) {
      monitors = f;
      readiness = null;
      return null;
    }

    @Override
    public Void of(Fact.TaughtByHand f) {
      waits.remove(f.what());
      if (f.failure().isEmpty()) {
        taught.put(f.what(), e);
        learnFailed.remove(f.what());
      } else {
        learnFailed.put(f.what(), e);
      }
      return null;
    }

    @Override
    public Void of(Fact.WaitBegun f) {
      waits.put(f.what(), e);
      return null;
    }

    @Override
    public Void of(Fact.DriveTold f) {
      waits.remove(Fact.WaitBegun.SOAK);
      driveTold = f;
      countedAfterDrives = false;
      afterClear = afterClear == null ? null : afterClear.beforeADrive();
      return null;
    }

    @Override
    public Void of(Fact.RoutineStarted f) {
      routines.put(f.routine(), new RoutineRun(f, e.happened(), Optional.empty()));
      return null;
    }

    @Override
    public Void of(Fact.RoutineEnded f) {
      routines.computeIfPresent(
          f.routine(), (id, run) -> new RoutineRun(run.started(), run.at(), Optional.of(f)));
      return null;
    }

    @Override
    public Void of(Fact.ReadinessRead f) {
      readiness = f.bytes();
      monitors = null;
      return null;
    }

    @Override
    public Void of(Fact.CountersRead f) {
      counters = f;
      countedAfterDrives = true;
      return null;
    }

    @Override
    public Void of(Fact.SoftwareNoted f) {
      boolean before = f.stage() == Fact.SoftwareStage.FOUND;
      (before ? softwareFound : softwareLoaded).put(unit(f.unit()), e);
      return null;
    }

    @Override
    public Void of(Fact.ScreenKept f) {
      screens.add(e);
      return null;
    }

    @Override
    public Void of(Fact.DriveLogged f) {
      waits.remove(Fact.WaitBegun.SOAK);
      drives.add(f);
      countedAfterDrives = false;
      afterClear = afterClear == null ? null : afterClear.beforeADrive();
      return null;
    }

    @Override
    public Void of(Fact.NoteAdded f) {
      notes.add(f.words());
      notedAfter = e.at();
      return null;
    }

    @Override
    public Void of(Fact.Appointed f) {
      appointed = f.at();
      return null;
    }

    @Override
    public Void of(Fact.Promised f) {
      promised = f.by();
      return null;
    }

    @Override
    public Void of(Fact.DeliveryExpected f) {
      delivery = f;
      return null;
    }

    @Override
    public Void of(Fact.BroughtTo f) {
      bay = f.bay();
      appointed = null;
      return null;
    }

    @Override
    public Void of(Fact.HandedOver f) {
      handedOver = e;
      return null;
    }

    @Override
    public Void of(Fact.SignedOff f) {
      signOff(e);
      return null;
    }

    @Override
    public Void of(Fact.CameBack f) {
      cameBack.add(e);
      signedOff = null;
      notedAfter = null;
      reopened = null;
      startRound(Round.End.CAME_BACK);
      verdict = null;
      verdictAt = 0;
      forgetProof();
      return null;
    }

    @Override
    public Void of(Fact.Struck f) {
      reopenIfSignedOff(f, e);
      return null;
    }

    @Override
    public Void of(Fact.SegmentsLogged f) {
      segments = f;
      return null;
    }

    @Override
    public Void of(Fact.LiveLogged f) {
      logs.add(e);
      return null;
    }

    @Override
    public Void of(Fact.Unreadable f) {
      return null;
    }
  }

  private boolean isOtherWork(Fact.VerdictTaken f) {
    return f.remedy() != verdict.remedy() || !f.work().equals(verdict.work());
  }

  /** What was done under the verdict before counts no more; what it left off is still owed. */
  private void startRound(Round.End end) {
    if (verdict != null) {
      List<ReadCode> after = afterClear == null ? List.of() : afterClear.codes();
      rounds.add(
          new Round(verdict, ticks, part, compared == null ? "" : compared.batch(), end, after));
    }
    ticks.clear();
    looks.clear();
    mishaps.clear();
    part = null;
    compared = null;
    repair = null;
  }

  /** A verdict behind the clearing asks for work that the clearing cannot have proven. */
  private void proveAnew() {
    if (cleared != null) {
      forgetProof();
    }
  }

  private void forgetProof() {
    if (afterClear != null) {
      beforeClear = afterClear.codes();
      beforeClear.forEach(this::hold);
    }
    cleared = null;
    clearedHow = null;
    afterClear = null;
    readiness = null;
    monitors = null;
    counters = null;
    drives.clear();
    driveTold = null;
    taught.clear();
    learnFailed.clear();
    waits.clear();
    routines.clear();
    seen.clear();
    logs.clear();
    overrules.remove(Hop.CLEAR);
  }

  private void signOff(JobEntry e) {
    if (e.isWitnessed()) {
      signedOff = e;
      notedAfter = null;
      reopened = null;
    } else {
      signedOffElsewhere = e;
    }
  }

  /** A sign-off speaks for what stood there; once that is undone it speaks for nothing. */
  private void reopenIfSignedOff(Fact.Struck strike, JobEntry e) {
    if (signedOff != null && strike.sequence() < signedOff.sequence()) {
      signedOff = null;
      reopened = e;
    }
  }

  /** What appears while we have a plug off is of our making, whichever sensor's it is. */
  private void setByUs(Fact.PlugWatched f) {
    if (f.plug() == Fact.PlugAt.STILL_IN) {
      beforeUnplugged.clear();
      beforeUnplugged.addAll(f.codes());
    } else if (f.plug() == Fact.PlugAt.OUT) {
      f.codes().stream().filter(c -> !beforeUnplugged.contains(c)).forEach(setByUs::add);
    }
  }

  /** What we set ourselves is no code of the job; one that it held before stays one. */
  private void hold(ReadCode c) {
    if (!setByUs.contains(c.code()) || codes.holds(c.code())) {
      codes.add(c);
    }
  }

  private void readCodes(Fact.CodesRead f) {
    if (cleared != null && f.source().isAReadingAfterwards()) {
      afterClear = new Afterwards(f.codes(), wasDriven(), f.source());
      return;
    }
    if (f.source() == Fact.CodeSource.VEHICLE) {
      beforeClear = f.codes();
    }
    f.codes().forEach(this::hold);
    for (FreezeFrameValue v : f.freezeFrame()) {
      freezeFrame.removeIf(old -> old.condition() == v.condition());
      freezeFrame.add(v);
    }
  }

  /** All entries, struck ones too. */
  public List<JobEntry> entries() {
    return entries;
  }

  /** Entries that count. */
  public List<JobEntry> live() {
    return entries.stream().filter(e -> !strikes.containsKey(e.sequence())).toList();
  }

  /**
   * The revisions of cards with which the job was planned, by the card's id: that of the first
   * thing that was said of a sensor, until a later one is taken.
   */
  public Map<String, Integer> pinned() {
    Map<String, Integer> pinned = new LinkedHashMap<>();
    for (JobEntry e : live()) {
      if (e.fact() instanceof Fact.CardRevisionTaken t) {
        pinned.put(t.card(), t.revision());
      } else if (e.fact().concernsOneSensor() && e.about().cardRevision() > 0) {
        pinned.putIfAbsent(e.about().card(), e.about().cardRevision());
      }
    }
    return pinned;
  }

  /** The entry that struck this one, if it is struck. */
  public Optional<JobEntry> struckBy(long sequence) {
    return Optional.ofNullable(strikes.get(sequence));
  }

  public Optional<JobEntry> entry(long sequence) {
    return entries.stream().filter(e -> e.sequence() == sequence).findFirst();
  }

  public long lastSequence() {
    return entries.isEmpty() ? 0 : entries.get(entries.size() - 1).sequence();
  }

  /** Each code once. */
  public List<ReadCode> codes() {
    return eachCode.get();
  }

  /** Each code by every control unit that holds it. */
  public List<ReadCode> readings() {
    return codes.all();
  }

  public List<FreezeFrameValue> freezeFrame() {
    return List.copyOf(freezeFrame);
  }

  public Optional<Fact.VehicleIdentified> vehicle() {
    return Optional.ofNullable(vehicle);
  }

  public Optional<Fact.SymptomsNoted> symptoms() {
    return Optional.ofNullable(symptoms);
  }

  public Optional<TroubleCode> workOn() {
    return Optional.ofNullable(workOn);
  }

  /** The sensor that the job was turned to, if that came after a code was chosen. */
  Optional<Fact.SensorChosen> sensorChosen() {
    return Optional.ofNullable(sensorChosen);
  }

  /** What was told of the job, by trait. */
  public Map<String, String> told() {
    return Map.copyOf(told);
  }

  /** What was seen of a proof since the clearing, the last time. */
  public Optional<Fact.ProofSeen> seen(String proof) {
    return seenBy(proof).map(e -> (Fact.ProofSeen) e.fact());
  }

  /** The entry that says what was seen of a proof since the clearing. */
  public Optional<JobEntry> seenBy(String proof) {
    return Optional.ofNullable(seen.get(proof));
  }

  /** Live values that were kept since the clearing, the last first. */
  public List<JobEntry> logs() {
    List<JobEntry> last = new ArrayList<>(logs);
    Collections.reverse(last);
    return last;
  }

  /** Those of them that nobody has called a drive yet. */
  public List<JobEntry> recordings() {
    return logs().stream()
        .filter(e -> drives.stream().noneMatch(d -> d.attachment().equals(e.fact().keptText())))
        .toList();
  }

  /** Attempts before this one, the first first. */
  public List<Round> rounds() {
    return List.copyOf(rounds);
  }

  /** The entry by which the verdict was taken, 0 if none was. */
  long verdictAt() {
    return verdictAt;
  }

  /** What somebody said of each clue, by its id: that it is so, or that it is not. */
  public Map<String, Boolean> clues() {
    return Map.copyOf(clues);
  }

  /** The last answer to every check, in the order of answering. */
  public List<Fact.CheckAnswered> answers() {
    return List.copyOf(answers.values());
  }

  public Optional<Fact.VerdictTaken> verdict() {
    return Optional.ofNullable(verdict);
  }

  /** The site before which somebody stood. */
  public Optional<String> site() {
    return Optional.ofNullable(site).map(Fact.SiteConfirmed::site);
  }

  /** What was seen of it; nothing where nobody stood there. */
  public Fact.Look look() {
    return site == null ? Fact.Look.NOTHING : site.look();
  }

  /** The way in that was chosen for this job. */
  public Optional<Site.WayIn> wayIn() {
    return Optional.ofNullable(wayIn);
  }

  /** The readings of the last watch of the plug, that with the plug in first. */
  List<Fact.PlugWatched> plugWatch() {
    List<Fact.PlugWatched> last = new ArrayList<>();
    for (Fact.PlugWatched f : plugWatches) {
      if (f.plug() == Fact.PlugAt.STILL_IN) {
        last.clear();
      }
      last.add(f);
    }
    return last;
  }

  /** Pictures of the sensor, the first first. */
  public List<Fact.PictureTaken> pictures() {
    return List.copyOf(pictures.values());
  }

  /** Where the sensor is in a picture. */
  public Optional<Fact.PictureMarked> mark(String picture) {
    return Optional.ofNullable(marks.get(picture));
  }

  public Optional<Fact.PartChosen> part() {
    return Optional.ofNullable(part);
  }

  public Optional<Fact.PartsCompared> compared() {
    return Optional.ofNullable(compared);
  }

  /** What was measured of its ring. */
  public Optional<Fact.SealMeasured> seal() {
    return Optional.ofNullable(seal);
  }

  /** Which ring goes in. */
  public Optional<Fact.SealChosen> ring() {
    return Optional.ofNullable(ring);
  }

  /** The number of the part that is in the vehicle, or came out of it. */
  public Optional<Fact.OldNumberRead> oldNumber() {
    return Optional.ofNullable(oldNumber);
  }

  public Map<String, Ticked> ticks() {
    return Collections.unmodifiableMap(ticks);
  }

  /** What was answered, by check. */
  public Map<String, Fact.CheckAnswered> answersByCheck() {
    return Map.copyOf(answers);
  }

  /** Who looked at a step after it was done, the last of them; by its operation. */
  Optional<JobEntry> lookedAt(String operation) {
    return Optional.ofNullable(looks.get(operation));
  }

  /** What went wrong in this round, the first first. */
  public List<Fact.MishapMet> mishaps() {
    return List.copyOf(mishaps);
  }

  /** Pieces that fell and that nobody found. */
  public List<Fact.PiecesLost> lost() {
    return List.copyOf(lost);
  }

  public List<Ledger.Movement> movements() {
    return List.copyOf(movements);
  }

  public Optional<String> repair() {
    return Optional.ofNullable(repair).map(Fact.RepairNoted::words);
  }

  /** The day until which the sensor is watched, where it is. */
  public Optional<LocalDate> watchedUntil() {
    return Optional.ofNullable(repair).map(Fact.RepairNoted::until);
  }

  /**
   * The day on which somebody looks at the job again: as it was signed off, or as its sensor is
   * watched. A note behind the sign-off, from that day on, says that it was done.
   *
   * @param zone in which days begin here
   */
  public Optional<LocalDate> toLookAtAgain(ZoneId zone) {
    if (signedOff == null) {
      return watchedUntil();
    }
    return signedOff()
        .map(Fact.SignedOff::followUp)
        .filter(day -> notedAfter == null || LocalDate.ofInstant(notedAfter, zone).isBefore(day));
  }

  public Optional<String> overruled(Hop gate) {
    return Optional.ofNullable(overrules.get(gate));
  }

  public Optional<Instant> cleared() {
    return Optional.ofNullable(cleared);
  }

  /** The last reading of the vehicle before clearing; the job's codes if it was never read. */
  public List<ReadCode> beforeClear() {
    return beforeClear.isEmpty() ? readings() : beforeClear;
  }

  public Optional<Afterwards> afterClear() {
    return Optional.ofNullable(afterClear);
  }

  public Optional<RoutineRun> routine(String id) {
    return Optional.ofNullable(routines.get(id));
  }

  /** Readiness bytes read since clearing, as hexadecimal digits. */
  public Optional<String> readiness() {
    return Optional.ofNullable(readiness);
  }

  /** Whether codes are known without the conditions that are kept beside them. */
  public boolean lacksFreezeFrame() {
    return !codes.isEmpty() && freezeFrame.isEmpty();
  }

  /** Readiness bytes as they were before clearing erased them. */
  public Optional<String> readinessBefore() {
    return Optional.ofNullable(readinessBefore);
  }

  /** How the codes were cleared the last time. */
  public Optional<Fact.CodesCleared> clearedHow() {
    return Optional.ofNullable(clearedHow);
  }

  /** Whether the battery was off to clear the codes: what it forgot has to be taught. */
  boolean forgotByBattery() {
    return forgotByBattery;
  }

  /** Monitors as the technician's own tool showed them, where that was later than our link. */
  public Optional<Fact.MonitorsSeen> monitorsSeen() {
    return Optional.ofNullable(monitors);
  }

  /** What the controller counted since the clearing, the last time that somebody read it. */
  public Optional<Fact.CountersRead> counters() {
    return Optional.ofNullable(counters);
  }

  /** The same where it was read after the last drive. */
  Optional<Fact.CountersRead> countersAfterDrives() {
    return counters().filter(c -> countedAfterDrives);
  }

  /** What it counted when it came, since somebody cleared it before we ever did. */
  public Optional<Fact.CountersRead> countersBefore() {
    return Optional.ofNullable(everCleared ? countersBefore : counters);
  }

  /** The entry that says what software was in a control unit before the work. */
  public Optional<JobEntry> softwareFound(String unit) {
    return Optional.ofNullable(softwareFound.get(unit(unit)));
  }

  /** The entry that says what software was loaded into a control unit. */
  public Optional<JobEntry> softwareLoaded(String unit) {
    return Optional.ofNullable(softwareLoaded.get(unit(unit)));
  }

  /** Control units whose software was noted, as they were called first. */
  public List<String> unitsWithSoftware() {
    Map<String, String> named = new LinkedHashMap<>();
    Stream.concat(softwareFound.values().stream(), softwareLoaded.values().stream())
        .map(e -> ((Fact.SoftwareNoted) e.fact()).unit())
        .forEach(u -> named.putIfAbsent(unit(u), u));
    return List.copyOf(named.values());
  }

  private static String unit(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  /** Photos of what a tool or the lamp showed at a hop, the first first. */
  public List<JobEntry> screens(Hop hop) {
    return screens.stream()
        .filter(e -> e.fact() instanceof Fact.ScreenKept s && s.hop() == hop)
        .toList();
  }

  /** The entry that says that this was taught without our link. */
  public Optional<JobEntry> taughtByHand(String what) {
    return Optional.ofNullable(taught.get(what));
  }

  /** The entry that says that teaching this failed, where it was not taught since. */
  public Optional<JobEntry> learnFailed(String what) {
    return Optional.ofNullable(learnFailed.get(what));
  }

  /** Waits that began and whose end nobody has used yet, by what is waited for. */
  public Map<String, JobEntry> waits() {
    return Collections.unmodifiableMap(waits);
  }

  /** What the driver says of a drive that nothing recorded. */
  public Optional<Fact.DriveTold> driveTold() {
    return Optional.ofNullable(driveTold);
  }

  /** The drives since the clearing that something recorded, the first first. */
  public List<Fact.DriveLogged> drives() {
    return List.copyOf(drives);
  }

  /** Whether the vehicle was driven since the clearing, recorded or told. */
  public boolean wasDriven() {
    return !drives.isEmpty() || driveTold != null;
  }

  public List<String> notes() {
    return List.copyOf(notes);
  }

  public Optional<Fact.SignedOff> signedOff() {
    return Optional.ofNullable(signedOff).map(e -> (Fact.SignedOff) e.fact());
  }

  /** When the vehicle is brought; empty where it is here, or nobody said. */
  public Optional<Instant> appointed() {
    return Optional.ofNullable(appointed);
  }

  /** By when it was promised. */
  public Optional<Instant> promised() {
    return Optional.ofNullable(promised);
  }

  /** What is still on its way, as far as somebody said so. */
  public Optional<Fact.DeliveryExpected> delivery() {
    return Optional.ofNullable(delivery);
  }

  /** The bay in which the vehicle stands; empty where it stands in none, or nobody said. */
  public String bay() {
    return bay;
  }

  /** The last time that it passed to another person. */
  public Optional<JobEntry> handedOver() {
    return Optional.ofNullable(handedOver);
  }

  /** The last trace of the segments of the crankshaft's ring. */
  public Optional<Fact.SegmentsLogged> segments() {
    return Optional.ofNullable(segments);
  }

  /** The entries that say that the job came back after a sign-off, the first first. */
  public List<JobEntry> cameBack() {
    return List.copyOf(cameBack);
  }

  /** A sign-off that a file claims; it closes nothing here. */
  public Optional<JobEntry> signedOffElsewhere() {
    return Optional.ofNullable(signedOffElsewhere);
  }

  /** The strike that undid something under the sign-off and so reopened the job. */
  public Optional<JobEntry> reopened() {
    return Optional.ofNullable(reopened);
  }
}
