package hopmend.measure;

/** What the counter of a vehicle can show, wherever it is read or typed. */
public final class Odometer {
  /** More than any vehicle has run (our own bound). */
  public static final double MOST_KM = 5_000_000;

  private Odometer() {}

  public static boolean isPossible(Reading reading) {
    double km = reading.in(MeasureUnit.KILOMETRE);
    return km >= 0 && km <= MOST_KM;
  }
}
