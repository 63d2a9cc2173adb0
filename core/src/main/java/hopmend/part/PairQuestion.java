package hopmend.part;

/**
 * Replace one or the pair: what the second costs now against what its later failure costs times its
 * chance.
 *
 * @param now price of the second part plus the few minutes while access is open
 * @param laterJob price of a job of its own later
 * @param twinFails chance that the twin fails within the horizon
 */
public record PairQuestion(double now, double laterJob, double twinFails) {

  public static PairQuestion of(
      TwinLife life,
      double ageKm,
      double horizonKm,
      double partPrice,
      double extraMinutes,
      double wholeJobMinutes,
      double labourPerHour) {
    return new PairQuestion(
        partPrice + extraMinutes * labourPerHour / 60,
        partPrice + wholeJobMinutes * labourPerHour / 60,
        life.failsWithin(ageKm, horizonKm));
  }

  public double expectedLater() {
    return laterJob * twinFails;
  }

  public boolean pairPays() {
    return expectedLater() > now;
  }
}
