package hopmend.part.seal;

/**
 * The groove of a ring that seals radially: around a body, in a bore.
 *
 * @param grooveMm diameter at the bottom of the groove
 * @param boreMm of what the body goes into
 * @param widthMm of the groove along the body; 0 where nobody measured it
 */
public record Gland(double grooveMm, double boreMm, double widthMm) {
  public Gland {
    if (!(grooveMm > 0 && boreMm > grooveMm && widthMm >= 0)) {
      throw new IllegalArgumentException(
          "The bore (%s mm) is wider than the bottom of the groove (%s mm)"
              .formatted(boreMm, grooveMm));
    }
  }

  /** Room for the ring between groove and bore, mm. */
  public double depthMm() {
    return (boreMm - grooveMm) / 2;
  }

  /** By how much a ring is longer around the groove than it is free, percent. */
  public double stretchPercent(SealSize ring) {
    return (grooveMm / ring.insideMm() - 1) * 100;
  }

  /**
   * By how much its section is pressed together, percent. A stretched ring is thinner: its volume
   * stays, so its section goes with one over the root of its length. 12.42 x 1.78 mm on 12.6 mm in
   * a bore of 15.4 mm: stretched by 1.4 %, section 1.767 mm, room 1.4 mm: 20.8 %.
   */
  public double squeezePercent(SealSize ring) {
    double section = stretched(ring);
    return (1 - depthMm() / section) * 100;
  }

  private double stretched(SealSize ring) {
    double longer = Math.max(0, stretchPercent(ring)) / 100;
    return ring.sectionMm() / Math.sqrt(1 + longer);
  }

  /** How much of the groove the ring fills, percent; 0 where its width is not known. */
  public double fillPercent(SealSize ring) {
    double section = stretched(ring);
    return widthMm == 0 ? 0 : Math.PI / 4 * section * section / (depthMm() * widthMm) * 100;
  }
}
