package hopmend.swap;

/**
 * How a thread is when it is tightened. The same torque clamps harder the less friction eats of it:
 * T = K d F.
 */
public enum ThreadState {
  DRY(0.20),
  OILED(0.18),
  COMPOUND(0.12);

  private final double nutFactor;

  ThreadState(double nutFactor) {
    this.nutFactor = nutFactor;
  }

  /**
   * K of T = K d F: about 0.20 dry zinc, 0.18 lubricated, 0.12 with anti-seize (Shigley, Mechanical
   * Engineering Design, table of torque factors). Scatters by a quarter either way.
   */
  public double nutFactor() {
    return nutFactor;
  }
}
