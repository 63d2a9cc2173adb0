package hopmend.instrument;

/**
 * The voltage of a zirconia cell between air and exhaust by Nernst's law: E = R T / 4 F * ln(pAir /
 * pExhaust). Worked: at 700 °C exhaust with 1 % of oxygen gives 0.064 V, with 1e-20 bar 0.93 V.
 */
final class Nernst {
  /** J/(mol K), CODATA 2018, exact. */
  private static final double R = 8.314462618;

  /** C/mol, CODATA 2018, exact to its digits. */
  private static final double F = 96485.33212;

  /** Share of oxygen in dry air: 20.946 %, ISO 2533. */
  private static final double AIR = 0.20946;

  private static final double ZERO_CELSIUS = 273.15;

  private Nernst() {}

  /**
   * @param celsius temperature of the cell
   * @param share of oxygen in the exhaust at the pressure of the air outside
   */
  static double volts(double celsius, double share) {
    return R * (celsius + ZERO_CELSIUS) / (4 * F) * Math.log(AIR / share);
  }
}
