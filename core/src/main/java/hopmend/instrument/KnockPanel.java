package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A knock sensor's signal: bursts that ring at the first mode of the cylinder are knock, bursts
 * without a resonance are something that rattles. First mode: f = 1.841 c / (pi B) (Draper, NACA
 * Report 493, 1938; 1.84118 is the first zero of J1'), c = 950 m/s in burning charge (common
 * practice). Worked: a bore of 86 mm gives 6.47 kHz.
 */
final class KnockPanel implements Panel {
  private static final String SIGNAL = "knock";
  private static final double MODE = 1.84118;
  private static final double SPEED_OF_SOUND = 950;

  /** A burst of knock lasts a few milliseconds; common practice. */
  private static final double WINDOW_S = 0.004;

  /** Windows whose middle one is the background: half a second. */
  private static final int AROUND = 125;

  private static final int LEAST_WINDOWS = 20;

  /** One burst alone is nothing; the shop's rule. */
  private static final int LEAST_BURSTS = 3;

  /** Samples a period of the resonance that are needed. */
  private static final double LEAST_A_PERIOD = 2.5;

  /** Half the width of the band, as a share of its middle; the shop's estimate. */
  private static final double HALF_BAND = 0.12;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(SIGNAL, "knock|klopf|cliquet|detona|pingel|piezo|vuruntu|stuk|knack"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("bore-millimetre", "burst-times", "resonant-percent");
  }

  /** First mode of a cylinder, Hz. */
  static double firstMode(double boreMillimetre) {
    return MODE * SPEED_OF_SOUND / (Math.PI * boreMillimetre / 1000);
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.KNOCKS, Finding.RATTLES);
  }

  @Override
  public Look look(Taken taken) {
    double mode = firstMode(taken.limit("bore-millimetre"));
    double step = taken.usualStepS();
    if (step * mode * LEAST_A_PERIOD > 1) {
      return Look.unfit("knock.too-coarse", 1 / step, LEAST_A_PERIOD * mode, mode);
    }
    double[] v = taken.signal(SIGNAL);
    int width = (int) Math.round(WINDOW_S / step);
    int windows = v.length / width;
    if (windows < LEAST_WINDOWS) {
      return Look.unfit("instrument.too-short", taken.seconds(), LEAST_WINDOWS * WINDOW_S);
    }
    double[] whole = new double[windows];
    double[] band = new double[windows];
    for (int w = 0; w < windows; w++) {
      double[] part = Arrays.copyOfRange(v, w * width, (w + 1) * width);
      whole[w] = energy(part);
      band[w] = whole[w] > 0 ? bandEnergy(part, mode * step) : 0;
    }
    double[] usual = background(whole);
    double times = taken.limit("burst-times");
    double resonant = taken.limit("resonant-percent");
    List<Sight.Span> knocks = new ArrayList<>();
    List<Sight.Span> rattles = new ArrayList<>();
    for (int w = 0; w < windows; w++) {
      if (whole[w] > times * usual[w]) {
        Sight.Span here =
            new Sight.Span(taken.timeS()[w * width], taken.timeS()[(w + 1) * width - 1]);
        (100 * band[w] / whole[w] >= resonant ? knocks : rattles).add(here);
      }
    }
    List<Sight.Seen> seen = new ArrayList<>();
    if (knocks.size() >= LEAST_BURSTS) {
      seen.add(burst(Finding.KNOCKS, knocks, mode));
    }
    if (rattles.size() >= LEAST_BURSTS) {
      seen.add(burst(Finding.RATTLES, rattles, mode));
    }
    double background = Math.sqrt(new Samples(whole).median());
    return Look.at(
        new Sight(
            seen,
            List.of(
                Message.of("knock.mode", taken.limit("bore-millimetre"), mode / 1000),
                Message.of("knock.bursts", knocks.size() + rattles.size(), windows, times)),
            List.of(),
            Map.of(
                "first-mode-hertz",
                mode,
                "background",
                background,
                "bursts-resonant",
                (double) knocks.size(),
                "bursts-broad",
                (double) rattles.size()),
            Optional.empty()));
  }

  private static Sight.Seen burst(Finding finding, List<Sight.Span> at, double mode) {
    return new Sight.Seen(
        finding, Message.of(Message.named(finding).key(), at.size(), mode / 1000), at);
  }

  /** The usual energy around each window: it grows with the speed of the engine. */
  private static double[] background(double[] whole) {
    double[] usual = new double[whole.length];
    for (int w = 0; w < whole.length; w++) {
      int from = Math.max(0, Math.min(w, whole.length - AROUND / 2) - AROUND / 2);
      int to = Math.min(whole.length, from + AROUND);
      usual[w] = new Samples(Arrays.copyOfRange(whole, from, to)).median();
    }
    return usual;
  }

  /** Mean square away from the mean. */
  private static double energy(double[] v) {
    double deviation = new Samples(v).deviation();
    return deviation * deviation;
  }

  /**
   * Mean square within the band, by the discrete Fourier transform at the lines that lie in it
   * (Goertzel's recursion).
   *
   * @param turns periods of the band's middle in one sample
   */
  private static double bandEnergy(double[] v, double turns) {
    double mean = new Samples(v).mean();
    int n = v.length;
    int from = (int) Math.ceil(turns * (1 - HALF_BAND) * n);
    int to = (int) Math.max(from, Math.floor(turns * (1 + HALF_BAND) * n));
    double energy = 0;
    for (int line = from; line <= Math.min(to, n / 2); line++) {
      double twice = 2 * Math.cos(2 * Math.PI * line / n);
      double one = 0;
      double two = 0;
      for (double x : v) {
        double now = x - mean + twice * one - two;
        two = one;
        one = now;
      }
      energy += 2 * (one * one + two * two - twice * one * two) / ((double) n * n);
    }
    return energy;
  }
}
