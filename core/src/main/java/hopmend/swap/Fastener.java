package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.Optional;

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
 * @param torqueNm null where no value is published: snug
 * @param tolerancePercent where tightness is calibration: how far off it may be; null elsewhere
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
    Integer count,
    Sequence sequence,
    String source) {
  /** The order in which several of them are loosened, a little at a time, and tightened. */
  public enum Sequence {
    /** Each by itself: the order does not matter. */
    ANY,
    /** From the outer ones to the middle when loosening, from the middle out when tightening. */
    OUTSIDE_IN,
    /** The one opposite next, both ways. */
    CROSSWISE
  }

  public Fastener {
    count = count == null ? 1 : count;
    sequence = sequence == null ? Sequence.ANY : sequence;
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
        count,
        sequence,
        source);
  }

  /** Whether no value is published for it: it is tightened by feel, and recorded so. */
  public boolean isSnug() {
    return torqueNm == null;
  }

  /** Whether its tightness is part of what the sensor measures. */
  public boolean isCalibrated() {
    return tolerancePercent != null;
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

  /** Force at which the bolt starts to yield for good, newton. */
  public double proofN() {
    return stressAreaMm2 * proofMpa;
  }

  /** Name and drive, and how near its tightness comes to what it can take. */
  public Message says() {
    if (isSnug()) {
      return Message.of("fastener.snug", name, drive, weakest, Reading.number(ceilingNm()));
    }
    double share = 100 * torqueNm / ceilingNm();
    return limitNm != null
        ? Message.of("fastener.by-limit", name, drive, share, weakest)
        : Message.of("fastener.by-clamp", name, drive, clampN(torqueNm) / 1000, share, weakest);
  }
}
