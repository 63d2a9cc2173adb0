package hopmend.part.seal;

/**
 * The size of an O-ring.
 *
 * @param name as it is ordered: "AS568-014", "12 x 2"
 * @param insideMm inside diameter
 * @param sectionMm diameter of its cross-section
 * @param sectionToleranceMm up and down
 */
public record SealSize(
    String name, double insideMm, double sectionMm, double sectionToleranceMm, String source) {
  public SealSize {
    if (!(insideMm > 0 && sectionMm > 0 && sectionToleranceMm >= 0)) {
      throw new IllegalArgumentException("A ring has a size above 0, not " + name);
    }
  }

  /**
   * Tolerance of the inside diameter, mm: for small rings 0.13, growing to about 1 % (AS568 class,
   * ISO 3601-1 class A, from memory).
   */
  public double insideToleranceMm() {
    return Math.max(0.13, 0.011 * insideMm + 0.05);
  }

  /** How far a measured ring is from it, in tolerances; the larger of both measures. */
  double distance(double inside, double section) {
    return Math.max(
        Math.abs(inside - insideMm) / insideToleranceMm(),
        Math.abs(section - sectionMm) / Math.max(sectionToleranceMm, 0.08));
  }
}
