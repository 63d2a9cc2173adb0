package hopmend.verify;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * What a drive proved. Time counts between two samples at most {@value #LONGEST_GAP_S} s apart, so
 * a gap in the log proves nothing.
 *
 * @param requirements each with what was reached and the stretches of the drive in which it held;
 *     stretches that no picture could tell apart are one, so that a long log stays a small proof
 * @param km that were driven
 */
public record DriveProof(List<Requirement> requirements, double km) {
  static final double LONGEST_GAP_S = 5;

  /** So many parts of the drive's length can be told apart in a picture. */
  private static final int FINEST = 1000;

  private static final double MOVING_KMH = 40;
  private static final double IDLE_KMH = 1;
  private static final double WARM_C = 71;
  private static final double RISE_C = 22;
  private static final double SIMILAR_RPM = 375;
  private static final double SIMILAR_LOAD = 20;
  private static final double SIMILAR_HOLD_S = 10;
  private static final String WARM_UP = "13 CCR 1968.2, warm-up cycle (from memory)";
  private static final String SIMILAR =
      "similar conditions: 13 CCR 1968.2 (from memory); 10 s hold: shop";
  private static final String TRIP = "13 CCR 1968.2, general denominator (from memory)";

  /** A stretch of the drive, seconds since its start. */
  public record Stretch(double fromS, double toS) {}

  /**
   * One thing that the drive has to show.
   *
   * @param reached how far it came, in the unit of {@code wanted}
   * @param share of what is wanted that was reached; 1 where it is met, less where it is not
   * @param todo what is still to be driven, empty if met
   */
  public record Requirement(
      String id,
      Message wanted,
      Message reached,
      double share,
      Optional<Message> todo,
      List<Stretch> stretches,
      String source) {
    public Requirement {
      share = todo.isEmpty() ? 1 : Math.max(0, Math.min(share, Math.nextDown(1.0)));
      stretches = List.copyOf(stretches);
    }

    public boolean met() {
      return todo.isEmpty();
    }

    public Message name() {
      return Message.of("drive." + id);
    }

    /** The same with stretches joined that are no further apart; what was reached stays exact. */
    private Requirement coarser(double apartS) {
      List<Stretch> joined = new ArrayList<>();
      for (Stretch s : stretches) {
        Stretch last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
        if (last != null && s.fromS() - last.toS() < apartS) {
          joined.set(joined.size() - 1, new Stretch(last.fromS(), s.toS()));
        } else {
          joined.add(s);
        }
      }
      return new Requirement(id, wanted, reached, share, todo, joined, source);
    }
  }

  public DriveProof {
    requirements = List.copyOf(requirements);
  }

  /**
   * Judges the drive.
   *
   * @param freezeFrame the conditions under which the code was set; those that are known must be
   *     met together for ten seconds in one stretch
   */
  public static DriveProof of(DriveLog log, List<FreezeFrameValue> freezeFrame) {
    List<Requirement> all = new ArrayList<>();
    all.add(running(log));
    all.add(moving(log));
    all.add(idle(log));
    all.add(warmUp(log));
    if (!freezeFrame.isEmpty()) {
      all.add(similar(log, freezeFrame));
    }
    double finest = log.samples().isEmpty() ? 0 : log.durationS() / FINEST;
    return new DriveProof(all.stream().map(r -> r.coarser(finest)).toList(), log.km());
  }

  /** What a drive has to show, before any is driven. */
  public static List<Requirement> wanted(List<FreezeFrameValue> freezeFrame) {
    return of(new DriveLog(List.of()), freezeFrame).requirements();
  }

  /**
   * What a driver says of a drive that nothing recorded.
   *
   * @param met ids of the requirements that it met
   */
  public static DriveProof told(List<String> met, double km, List<FreezeFrameValue> freezeFrame) {
    return new DriveProof(
        wanted(freezeFrame).stream()
            .map(
                r ->
                    met.contains(r.id())
                        ? new Requirement(
                            r.id(),
                            r.wanted(),
                            Message.of("driven.told"),
                            1,
                            Optional.empty(),
                            List.of(),
                            "told by the driver; nothing recorded it")
                        : r)
            .toList(),
        km);
  }

  /**
   * What several drives proved. Each requirement is one of a single drive, as the standard counts
   * it, so that two halves do not make one: it is met if one drive met it, else it stands as the
   * drive has it that came closest, the earlier of two alike.
   *
   * @param drives at least one, judged by the same freeze frame
   */
  public static DriveProof together(List<DriveProof> drives) {
    Map<String, Requirement> best = new LinkedHashMap<>();
    drives.stream()
        .flatMap(d -> d.requirements().stream())
        .forEach(
            r -> best.merge(r.id(), r, (one, other) -> one.share() < other.share() ? other : one));
    return new DriveProof(
        List.copyOf(best.values()), drives.stream().mapToDouble(DriveProof::km).sum());
  }

  /** Whether it counts as a driving cycle of the general denominator: {@link #TRIP}. */
  public boolean isTrip() {
    return requirements.stream().filter(r -> r.source().equals(TRIP)).allMatch(Requirement::met);
  }

  public boolean isProven() {
    return requirements.stream().allMatch(Requirement::met);
  }

  public List<Requirement> missing() {
    return requirements.stream().filter(r -> !r.met()).toList();
  }

  private static Requirement running(DriveLog log) {
    List<Stretch> stretches = stretches(log, s -> s.engineSpeed() > 400);
    return timed("running", 600, total(stretches), "in-all", stretches);
  }

  private static Requirement moving(DriveLog log) {
    List<Stretch> stretches = stretches(log, s -> s.speedKmh() >= MOVING_KMH);
    return timed("moving", 300, total(stretches), "in-all", stretches);
  }

  private static Requirement idle(DriveLog log) {
    List<Stretch> stretches =
        stretches(log, s -> s.speedKmh() <= IDLE_KMH && s.engineSpeed() > 400);
    return timed("idle", 30, longest(stretches), "in-one", stretches);
  }

  private static Requirement timed(
      String id, double wantedS, double reachedS, String how, List<Stretch> stretches) {
    return new Requirement(
        id,
        Message.of("driven." + how, seconds(wantedS)),
        Message.of("driven.seconds", seconds(reachedS)),
        reachedS / wantedS,
        unless(reachedS >= wantedS, "more", seconds(Math.ceil(wantedS - reachedS))),
        stretches,
        TRIP);
  }

  private static Optional<Message> unless(boolean met, String todo, Object... said) {
    return met ? Optional.empty() : Optional.of(Message.of("driven." + todo, said));
  }

  private static long seconds(double seconds) {
    return Math.round(seconds);
  }

  private static Reading celsius(double celsius) {
    return Reading.of(Math.rint(celsius), MeasureUnit.CELSIUS);
  }

  /** What a log has no column for proves nothing of it. */
  private static Requirement lacking(
      String id, Message wanted, DriveLog.Column column, String source) {
    return new Requirement(
        id,
        wanted,
        Message.of("driven.not-logged"),
        0,
        Optional.of(Message.of("driven.lacks", column.named())),
        List.of(),
        source);
  }

  private static Requirement warmUp(DriveLog log) {
    if (log.lacks(DriveLog.Column.COOLANT)) {
      return lacking("warm-up", Message.of("driven.warm-up"), DriveLog.Column.COOLANT, WARM_UP);
    }
    double start = log.samples().isEmpty() ? 0 : log.samples().get(0).coolantC();
    double lowest = start;
    double top = start;
    double rise = 0;
    for (DriveLog.Sample s : log.samples()) {
      lowest = Math.min(lowest, s.coolantC());
      rise = Math.max(rise, s.coolantC() - lowest);
      top = Math.max(top, s.coolantC());
    }
    Optional<Message> todo =
        top < WARM_C
            ? unless(false, "warmer", celsius(WARM_C))
            : unless(rise >= RISE_C, "colder", celsius(top - RISE_C));
    return new Requirement(
        "warm-up",
        Message.of("driven.warm-up"),
        Message.of("driven.rose", celsius(rise), celsius(top)),
        Math.min(rise / RISE_C, top / WARM_C),
        todo,
        stretches(log, s -> s.coolantC() >= WARM_C),
        WARM_UP);
  }

  private static Requirement similar(DriveLog log, List<FreezeFrameValue> frame) {
    Optional<Double> rpm = value(frame, Condition.ENGINE_SPEED, MeasureUnit.PER_MINUTE);
    Optional<Double> load = value(frame, Condition.LOAD, MeasureUnit.PERCENT);
    Optional<Double> coolant = value(frame, Condition.COOLANT, MeasureUnit.CELSIUS);
    Optional<Double> speed = value(frame, Condition.SPEED, MeasureUnit.KILOMETRE_PER_HOUR);
    Predicate<DriveLog.Sample> alike =
        s ->
            rpm.map(v -> Math.abs(s.engineSpeed() - v) <= SIMILAR_RPM).orElse(true)
                && load.map(v -> Math.abs(s.loadPercent() - v) <= SIMILAR_LOAD).orElse(true)
                && coolant.map(v -> v >= WARM_C == s.coolantC() >= WARM_C).orElse(true)
                && speed.map(v -> v < IDLE_KMH == s.speedKmh() < IDLE_KMH).orElse(true);
    List<Stretch> stretches = stretches(log, alike);
    double held = longest(stretches);
    Message conditions = conditions(frame);
    Message similarly = Message.of("driven.similar", conditions, seconds(SIMILAR_HOLD_S));
    if (load.isPresent() && log.lacks(DriveLog.Column.LOAD)) {
      return lacking("freeze-frame", similarly, DriveLog.Column.LOAD, SIMILAR);
    }
    if (coolant.isPresent() && log.lacks(DriveLog.Column.COOLANT)) {
      return lacking("freeze-frame", similarly, DriveLog.Column.COOLANT, SIMILAR);
    }
    return new Requirement(
        "freeze-frame",
        similarly,
        Message.of("driven.in-one", seconds(held)),
        held / SIMILAR_HOLD_S,
        unless(held >= SIMILAR_HOLD_S, "once-more", conditions),
        stretches,
        SIMILAR);
  }

  /** The conditions that count as those under which the code was set. */
  static Message conditions(List<FreezeFrameValue> frame) {
    List<Message> wanted = new ArrayList<>();
    value(frame, Condition.ENGINE_SPEED, MeasureUnit.PER_MINUTE)
        .ifPresent(v -> wanted.add(Message.of("driven.speed", Math.rint(v), SIMILAR_RPM)));
    value(frame, Condition.LOAD, MeasureUnit.PERCENT)
        .ifPresent(v -> wanted.add(Message.of("driven.load", Math.rint(v), SIMILAR_LOAD)));
    value(frame, Condition.COOLANT, MeasureUnit.CELSIUS)
        .ifPresent(v -> wanted.add(Message.of(v >= WARM_C ? "driven.warm" : "driven.cold")));
    speedKmh(frame)
        .ifPresent(v -> wanted.add(Message.of(v < IDLE_KMH ? "driven.standing" : "driven.moving")));
    return wanted.isEmpty() ? Message.of("driven.anyhow") : Message.listing(wanted);
  }

  /** The road speed at which the code was set, km/h; empty where nobody kept it. */
  static Optional<Double> speedKmh(List<FreezeFrameValue> frame) {
    return value(frame, Condition.SPEED, MeasureUnit.KILOMETRE_PER_HOUR);
  }

  private static Optional<Double> value(
      List<FreezeFrameValue> frame, Condition condition, MeasureUnit unit) {
    return frame.stream()
        .filter(f -> f.condition() == condition)
        .map(FreezeFrameValue::reading)
        .filter(r -> r.unit().quantity() == unit.quantity())
        .map((Reading r) -> r.in(unit))
        .findFirst();
  }

  /** Stretches in which the predicate holds at both ends of each interval. */
  private static List<Stretch> stretches(DriveLog log, Predicate<DriveLog.Sample> holds) {
    List<Stretch> stretches = new ArrayList<>();
    double from = Double.NaN;
    DriveLog.Sample last = null;
    for (DriveLog.Sample s : log.samples()) {
      boolean joined =
          last != null
              && s.timeS() - last.timeS() <= LONGEST_GAP_S
              && holds.test(last)
              && holds.test(s);
      if (joined && Double.isNaN(from)) {
        from = last.timeS();
      } else if (!joined && !Double.isNaN(from)) {
        stretches.add(new Stretch(from, last.timeS()));
        from = Double.NaN;
      }
      last = s;
    }
    if (!Double.isNaN(from)) {
      stretches.add(new Stretch(from, last.timeS()));
    }
    return stretches;
  }

  private static double total(List<Stretch> stretches) {
    return stretches.stream().mapToDouble(s -> s.toS() - s.fromS()).sum();
  }

  private static double longest(List<Stretch> stretches) {
    return stretches.stream().mapToDouble(s -> s.toS() - s.fromS()).max().orElse(0);
  }
}
