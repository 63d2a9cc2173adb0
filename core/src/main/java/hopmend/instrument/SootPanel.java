package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The cycle of a soot sensor's electrodes: the current climbs as soot bridges them, and falls to
 * almost nothing when the heater burns them clean.
 */
final class SootPanel implements Panel {
  private static final String CURRENT = "electrode";

  /** Nothing is told from a shorter recording, s. */
  private static final double LEAST_S = 300;

  /** It has to climb by so many standard deviations of its noise; the shop's rule. */
  private static final double CLEAR = 8;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(CURRENT, "electrode|elektrode|soot|ruß|suie|hollín|curr|strom|µa|ua|pm"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("left-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.TAKES_NO_SOOT, Finding.DOES_NOT_BURN_OFF);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    if (taken.seconds() < LEAST_S) {
      return Look.unfit("instrument.too-short", taken.seconds(), LEAST_S);
    }
    double[] smooth = Smooth.mean(t, taken.signal(CURRENT), 5);
    Samples noise = Samples.of(Smooth.without(t, taken.signal(CURRENT), 5));
    Samples all = Samples.of(smooth);
    double lowest = all.lowest();
    double highest = all.highest();
    double climb = highest - lowest;
    double allowed = taken.limit("left-percent");
    // A burn-off: down by half of the climb from a top in its upper half.
    List<Sight.Span> burns = new ArrayList<>();
    double top = Double.NaN;
    double topAt = 0;
    for (int i = 0; i < smooth.length; i++) {
      if (Double.isNaN(top) || smooth[i] > top) {
        top = smooth[i];
        topAt = t[i];
      }
      if (top > lowest + 0.5 * climb && smooth[i] < top - 0.5 * climb) {
        burns.add(new Sight.Span(topAt, t[i]));
        top = smooth[i];
        topAt = t[i];
      }
    }
    List<Sight.Seen> seen = new ArrayList<>();
    double left = 100 * lowest / highest;
    if (climb < CLEAR * Math.max(noise.deviation(), 1e-12) || climb <= 0) {
      seen.add(Sight.Seen.all(Finding.TAKES_NO_SOOT, lowest, highest));
    } else if (burns.isEmpty()) {
      return Look.unfit("soot.no-burn-off");
    } else {
      double after = lowestBehind(t, smooth, burns.get(0).fromS());
      left = 100 * after / highest;
      if (left > allowed) {
        seen.add(
            new Sight.Seen(
                Finding.DOES_NOT_BURN_OFF,
                Message.of(Message.named(Finding.DOES_NOT_BURN_OFF).key(), left, allowed),
                burns));
      }
    }
    return Look.at(
        new Sight(
            seen,
            List.of(Message.of("soot.at", lowest, highest, burns.size())),
            List.of(),
            Map.of("highest", highest, "left-percent", left, "burn-offs", (double) burns.size()),
            Optional.empty()));
  }

  private static double lowestBehind(double[] t, double[] v, double fromS) {
    return Samples.where(v, i -> t[i] >= fromS).lowest();
  }
}
