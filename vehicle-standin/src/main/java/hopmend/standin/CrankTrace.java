package hopmend.standin;

import java.util.Locale;
import java.util.Random;

/**
 * Edge times of the crank sensor as a recorder would see them: a ring of 60 - 2 teeth, the engine's
 * unevenness by cylinder, the learned-away errors of the teeth, misfires and the noise of the
 * recorder. The same seed gives the same trace.
 */
public final class CrankTrace {
  private static final int TEETH = 60;
  private static final int MISSING = 2;
  private static final double NOISE_S = 0.4e-6;
  private static final double FIRING_RIPPLE = 0.012;
  private static final double MISFIRE_DIP = 0.035;
  private static final double BENT_TOOTH = 0.06;

  private CrankTrace() {}

  /**
   * Takes a trace of so many revolutions from a running vehicle.
   *
   * @return CSV with a header: time in seconds, tooth since the gap; no rows if the engine stands
   *     or the sensor is silent
   */
  public static String take(SimulatedVehicle vehicle, int revolutions, long seed) {
    Physics body = vehicle.body();
    StringBuilder csv = new StringBuilder("time_s,tooth\n");
    if (!body.isRunning() || body.pins().isSilent(Channel.CRANK)) {
      return csv.toString();
    }
    Random noise = new Random(seed);
    double pitchS = 60 / body.engineSpeed() / TEETH;
    double[] ring = ringErrors(body.has(FaultKind.TOOTH_ERROR));
    double time = 0;
    for (int turn = 0; turn < revolutions; turn++) {
      for (int tooth = 0; tooth < TEETH; tooth++) {
        double phase = (turn % 2 + tooth / (double) TEETH) * 2 * Math.PI;
        double ripple = FIRING_RIPPLE * Math.cos(vehicle.spec().cylinders() / 2.0 * phase);
        boolean dip = body.has(FaultKind.MISFIRE) && turn % 2 == 0 && tooth > 8 && tooth < 28;
        time += pitchS * (1 + ripple + (dip ? MISFIRE_DIP : 0));
        boolean lost = body.pins().losesEdges(Channel.CRANK) && noise.nextInt(12) == 0;
        if (tooth < TEETH - MISSING && !lost) {
          double at = time + pitchS * ring[tooth] + NOISE_S * noise.nextGaussian();
          csv.append(String.format(Locale.ROOT, "%.7f,%d\n", at, tooth));
        }
      }
    }
    return csv.toString();
  }

  /** Small errors of a real ring, and a large one where a tooth is bent; in pitches. */
  private static double[] ringErrors(boolean bent) {
    double[] errors = new double[TEETH];
    Random made = new Random(58);
    for (int i = 0; i < TEETH; i++) {
      errors[i] = 0.004 * made.nextGaussian();
    }
    if (bent) {
      errors[17] += BENT_TOOTH;
    }
    return errors;
  }
}
