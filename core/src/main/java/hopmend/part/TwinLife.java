package hopmend.part;

/**
 * Wear-out of a sensor as a Weibull distribution over distance, from a family sheet.
 *
 * @param shape Weibull shape, above 1 for wear-out
 * @param scaleKm distance by which 63 % have failed, km
 */
public record TwinLife(double shape, double scaleKm, String source) {
  public TwinLife {
    if (!(shape > 0 && scaleKm > 0)) {
      throw new IllegalArgumentException("Shape and scale of a life must be positive");
    }
  }

  /**
   * Chance that a part which has lasted {@code ageKm} fails within the next {@code horizonKm}: 1 -
   * exp((a/s)^k - ((a+h)/s)^k).
   */
  public double failsWithin(double ageKm, double horizonKm) {
    return -Math.expm1(
        Math.pow(ageKm / scaleKm, shape) - Math.pow((ageKm + horizonKm) / scaleKm, shape));
  }
}
