package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A bolt, or the thread of a sensor's own body, with its tightness.
 *
 * @param diameterMm nominal thread diameter
 * @param stressAreaMm2 tensile stress area, ISO 898-1; null where something weaker sets the limit
 * @param proofMpa proof stress of the property class or of the body's material; null likewise
 * @param nutFactor K of T = K d F, for the state of the thread; null likewise
 * @param limitNm torque at which the weakest of thread, body and boss gives way, where that is not
 *     the bolt; null where it is
 * @param weakest what gives way first, for example "the plastic boss"; null for the bolt
 * @param torqueNm null where no value is published: by its turn, to its stop, or snug
 * @param tolerancePercent where tightness is calibration: how far off it may be; null elsewhere
 * @param turn how far past finger-tight, where that is told instead of a torque; else null
 * @param toStop whether it goes to its stop and a touch more, where that is told instead
 * @param count how many of it hold the same thing; one where nothing is said
 * @param sequence in which order they are loosened and tightened
 */
public record Fastener(
    String id,
    String name,
    String drive,
    double diameterMm,
    Double stressAreaMm2,
    Double proofMpa,
    Double nutFactor,
    Double limitNm,
    String weakest,
    Double torqueNm,
    Double tolerancePercent,
    Turn turn,
    boolean toStop,
    Integer count,
    Sequence sequence,
    String source) {
  /** Less of a difference drowns in the scatter of friction; the shop's rule. */
  private static final double SAME = 0.05;

  /** By what its tightness is told. */
  public enum Kind {
    TORQUE,
    TURN,
    TO_STOP,
    /** No value is published for it. */
    SNUG
  }

  /** The order in which several of them are loosened, a little at a time, and tightened. */
  public enum Sequence {
    /** Each by itself: the order does not matter. */
    ANY,
    /** From the outer ones to the middle when loosening, from the middle out when tightening. */
    OUTSIDE_IN,
    /** The one opposite next, both ways. */
    CROSSWISE
  }

  /**
   * A turn past finger-tight, in degrees; ends included.
   *
   * @param fromDeg least, more than 0
   * @param toDeg most, 720 at most
   */
  public record Turn(double fromDeg, double toDeg) {
    public Turn {
      if (!(fromDeg > 0 && fromDeg <= toDeg && toDeg <= 720)) {
        throw new IllegalArgumentException(
            "A turn runs from more than 0 up to 720 degrees, not from %s to %s"
                .formatted(fromDeg, toDeg));
      }
    }

    public boolean holds(double deg) {
      return deg >= fromDeg && deg <= toDeg;
    }

    /** In quarters of a turn, "3/4"; degrees where it is none. */
    public static String text(double deg) {
      long quarters = Math.round(deg / 90);
      if (deg != 90.0 * quarters) {
        return Reading.number(deg) + "°";
      }
      String part =
          switch ((int) (quarters % 4)) {
            case 1 -> "1/4";
            case 2 -> "1/2";
            case 3 -> "3/4";
            default -> "";
          };
      return quarters < 4 ? part : (quarters / 4 + " " + part).strip();
    }
  }

  public Fastener {
    count = count == null ? 1 : count;
    sequence = sequence == null ? Sequence.ANY : sequence;
    if (drive == null) {
      throw new IllegalArgumentException("Fastener " + id + " does not say its drive");
    }
    if (count < 1) {
      throw new IllegalArgumentException("Fastener " + id + " counts at least one");
    }
    boolean asABolt = stressAreaMm2 != null && proofMpa != null && nutFactor != null;
    if (asABolt == (limitNm != null) || (limitNm != null && weakest == null)) {
      throw new IllegalArgumentException(
          "Fastener %s needs either stress area, proof stress and K, or its limit and what sets it"
              .formatted(id));
    }
    weakest = weakest == null ? "the bolt" : weakest;
    if (!(diameterMm > 0)
        || isWrong(stressAreaMm2)
        || isWrong(proofMpa)
        || isWrong(nutFactor)
        || isWrong(limitNm)
        || isWrong(torqueNm)
        || isWrong(tolerancePercent)) {
      throw new IllegalArgumentException("Fastener " + id + ": all figures must be positive");
    }
    if (Stream.of(torqueNm != null, turn != null, toStop).filter(told -> told).count() > 1) {
      throw new IllegalArgumentException(
          "Fastener %s is tightened by a torque, by a turn or to its stop, by one of them"
              .formatted(id));
    }
    if (tolerancePercent != null && torqueNm == null) {
      throw new IllegalArgumentException("Fastener " + id + " is calibrated to no value");
    }
  }

  private static boolean isWrong(Double figure) {
    return figure != null && !(figure > 0);
  }

  /**
   * The same for one sensor of a vehicle, with what was told of it; null for what was not told.
   *
   * @param torqueOfIt N.m
   */
  public Fastener held(String as, String driveOfIt, Double torqueOfIt) {
    return new Fastener(
        as,
        name,
        driveOfIt == null ? drive : driveOfIt,
        diameterMm,
        stressAreaMm2,
        proofMpa,
        nutFactor,
        limitNm,
        weakest,
        torqueOfIt == null ? torqueNm : torqueOfIt,
        tolerancePercent,
        torqueOfIt == null ? turn : null,
        torqueOfIt == null && toStop,
        count,
        sequence,
        source);
  }

  /** By what its tightness is told, and recorded. */
  public Kind kind() {
    if (torqueNm != null) {
      return Kind.TORQUE;
    } else if (turn != null) {
      return Kind.TURN;
    }
    return toStop ? Kind.TO_STOP : Kind.SNUG;
  }

  /** Whether no value is published for it: it is tightened by feel, and recorded so. */
  public boolean isSnug() {
    return kind() == Kind.SNUG;
  }

  /** Whether its tightness is part of what the sensor measures. */
  public boolean isCalibrated() {
    return tolerancePercent != null;
  }

  /**
   * What is doubtful about a turn past finger-tight; empty where it is as it should be, or none is
   * told.
   */
  public Optional<Message> doubt(double turnedDeg) {
    if (turn == null || turn.holds(turnedDeg)) {
      return Optional.empty();
    }
    String key = turnedDeg < turn.fromDeg() ? "slip.turned-little" : "slip.turned-far";
    return Optional.of(Message.of(key, says()));
  }

  /** {@code 4 x sill bolt M10}; its name alone where it is one. */
  String counted() {
    return count == 1 ? name : count + " x " + name;
  }

  /** As a debt: all of it that comes off. */
  Operation.Debt loose() {
    return new Operation.Debt(name, count);
  }

  /** What it takes; empty for snug. */
  public Optional<Reading> torque() {
    return Optional.ofNullable(torqueNm).map(t -> Reading.of(t, MeasureUnit.NEWTON_METRE));
  }

  /** Torque at which the weakest of bolt, body and boss gives way for good, N.m. */
  public double ceilingNm() {
    return limitNm != null ? limitNm : proofN() * nutFactor * diameterMm / 1000;
  }

  /**
   * Clamp force in newton at a torque: F = T/(K d) (Shigley, Mechanical Engineering Design).
   * Accurate to about a quarter either way, as friction scatters.
   */
  public double clampN(double torqueNewtonMetre) {
    return torqueNewtonMetre / (nutFactor * diameterMm / 1000);
  }

  /**
   * The same torque on a thread in another state than the value is meant for.
   *
   * @param clampShare clamp force against the one that is meant, 1 where it is the same
   * @param ofProof clamp force as a share of what the bolt can take
   * @param sameClamp the torque that would clamp as it is meant
   */
  public record OnThread(ThreadState state, double clampShare, double ofProof, Reading sameClamp) {
    /** Whether the thread is as the value means it, as far as friction can be told. */
    public boolean isAsMeant() {
      return Math.abs(clampShare - 1) < SAME;
    }

    /** Whether the value, as it stands, is more than the bolt can take there. */
    public boolean isTooMuch() {
      return ofProof > 1;
    }
  }

  /** What its value does on each state of its thread; empty where nothing is told of friction. */
  public List<OnThread> onThreads() {
    if (torqueNm == null || nutFactor == null) {
      return List.of();
    }
    return Stream.of(ThreadState.values()).map(this::on).toList();
  }

  private OnThread on(ThreadState state) {
    double share = nutFactor / state.nutFactor();
    return new OnThread(
        state,
        share,
        share * clampN(torqueNm) / proofN(),
        Reading.of(torqueNm / share, MeasureUnit.NEWTON_METRE));
  }

  /** Force at which the bolt starts to yield for good, newton. */
  public double proofN() {
    return stressAreaMm2 * proofMpa;
  }

  /** Name and drive, and how near its tightness comes to what it can take. */
  public Message says() {
    if (isSnug()) {
      return Message.of("fastener.snug", name, drive, weakest, Reading.number(ceilingNm()));
    }
    if (turn != null) {
      return Message.of(
          "fastener.turn", name, drive, Turn.text(turn.fromDeg()), Turn.text(turn.toDeg()));
    }
    if (toStop) {
      return Message.of("fastener.stop", name, drive, weakest, Reading.number(ceilingNm()));
    }
    double share = 100 * torqueNm / ceilingNm();
    return limitNm != null
        ? Message.of("fastener.by-limit", name, drive, share, weakest)
        : Message.of("fastener.by-clamp", name, drive, clampN(torqueNm) / 1000, share, weakest);
  }
}
