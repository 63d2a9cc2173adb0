package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;

/**
 * A bolt with its tightness.
 *
 * @param diameterMm nominal thread diameter
 * @param stressAreaMm2 tensile stress area, ISO 898-1
 * @param proofMpa proof stress of the property class, ISO 898-1
 * @param nutFactor K of T = K d F, for the state of the thread
 */
public record Fastener(
    String id,
    String name,
    String drive,
    double diameterMm,
    double stressAreaMm2,
    double proofMpa,
    double nutFactor,
    double torqueNm,
    String source) {
  public Fastener {
    if (!(diameterMm > 0 && stressAreaMm2 > 0 && proofMpa > 0 && nutFactor > 0 && torqueNm > 0)) {
      throw new IllegalArgumentException("Fastener " + id + ": all figures must be positive");
    }
  }

  public Reading torque() {
    return Reading.of(torqueNm, MeasureUnit.NEWTON_METRE);
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

  /** Share of the proof force that a torque uses, 1 = at proof. */
  public double proofShare(double torqueNewtonMetre) {
    return clampN(torqueNewtonMetre) / proofN();
  }
}
