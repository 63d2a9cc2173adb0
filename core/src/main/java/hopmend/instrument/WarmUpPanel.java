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
 * A warm-up from cold, as the coolant's sensor tells it: it climbs without a jump and stays where
 * the thermostat holds it. One that levels off too low, smoothly, is a thermostat that does not
 * close; one that jumps is a sensor or its wire.
 */
final class WarmUpPanel implements Panel {
  private static final String TEMPERATURE = "temperature";

  /** No coolant is colder or hotter, °C. */
  private static final double COLDEST = -60;

  private static final double HOTTEST = 220;

  /** Nothing is told from a shorter warm-up, s. */
  private static final double LEAST_S = 300;

  /** A warm-up begins below this, °C; the shop's rule. */
  private static final double COLD = 55;

  /** A reading that climbs by less is not moving, K. */
  private static final double STILL = 2;

  /** It levels off when the last minutes climb by less, K a minute; the shop's rule. */
  private static final double LEVEL = 0.7;

  private static final double LAST_S = 120;

  /** A jump happens within this time, whatever the sampling. */
  private static final double WITHIN_S = 1.5;

  private static final double LONGEST_GAP_S = 10;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(
            TEMPERATURE,
            "coolant|\\bect\\b|\\bclt\\b|kühlmittel|refroid|refriger|koelvloei|kylv|soğutma|chłodz|^(?!.*(intake|air|ansaug|oil|öl|ambient|außen|admission)).*temp"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("warm-celsius", "step-kelvin");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.JUMPS, Finding.STUCK, Finding.NEVER_WARM);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] c = taken.signal(TEMPERATURE);
    Samples all = Samples.of(c);
    if (all.lowest() < COLDEST || all.highest() > HOTTEST) {
      return Look.unfit("warm.impossible", all.lowest(), all.highest());
    }
    if (taken.seconds() < LEAST_S) {
      return Look.unfit("instrument.too-short", taken.seconds(), LEAST_S);
    }
    if (c[0] > COLD) {
      return Look.unfit("warm.not-cold", c[0], COLD);
    }
    double step = taken.limit("step-kelvin");
    List<Sight.Span> jumps = new ArrayList<>();
    int before = 0;
    for (int i = 1; i < c.length; i++) {
      while (before < i - 1 && t[i] - t[before] > WITHIN_S) {
        before++;
      }
      boolean again = !jumps.isEmpty() && t[before] <= jumps.get(jumps.size() - 1).toS();
      if (Math.abs(c[i] - c[before]) > step && t[i] - t[before] <= LONGEST_GAP_S && !again) {
        jumps.add(new Sight.Span(t[before], t[i]));
      }
    }
    double end = t[t.length - 1];
    double last = Samples.where(c, i -> t[i] > end - LAST_S).median();
    double earlier =
        Samples.where(c, i -> t[i] > end - 2 * LAST_S && t[i] <= end - LAST_S).median();
    double climbs = (last - earlier) * 60 / LAST_S;
    List<Sight.Seen> seen = new ArrayList<>();
    if (!jumps.isEmpty()) {
      seen.add(
          new Sight.Seen(
              Finding.JUMPS,
              Message.of(Message.named(Finding.JUMPS).key(), jumps.size(), step),
              jumps));
    } else if (all.spread() < STILL) {
      seen.add(Sight.Seen.all(Finding.STUCK, all.lowest(), all.highest()));
    } else if (last < taken.limit("warm-celsius")) {
      if (climbs > LEVEL) {
        return Look.unfit("warm.still-climbs", last, climbs);
      }
      seen.add(Sight.Seen.all(Finding.NEVER_WARM, last, taken.limit("warm-celsius")));
    }
    return Look.at(
        new Sight(
            seen,
            List.of(Message.of("warm.at", c[0], last, taken.seconds() / 60, climbs)),
            List.of(
                new Sight.Level(
                    TEMPERATURE, taken.limit("warm-celsius"), Message.of("warm.level"))),
            Map.of("first-celsius", c[0], "last-celsius", last, "climbs-kelvin-a-minute", climbs),
            Optional.empty()));
  }
}
