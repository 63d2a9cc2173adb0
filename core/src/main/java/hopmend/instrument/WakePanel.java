package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Finding;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A heated cell from a cold start: how soon its signal leaves the place at which a cold one stands,
 * and begins to move. A heater that works wakes it long before the exhaust does.
 */
final class WakePanel implements Panel {
  private static final String CELL = "cell";

  /** What a cold cell stands at is told by its first seconds. */
  private static final double COLD_S = 2;

  /** It is awake once it left that by so much, volts; the shop's rule. */
  private static final double AWAKE_V = 0.15;

  private static final double FINE_S = 1;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(CELL, "o2|lambda|sonde|oxygen|oxíg|ossigeno|zuurstof|tlen|oksijen|s1|s2"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("latest-seconds");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.WAKES_LATE);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] v = Cell.volts(taken.signal(CELL));
    double latest = taken.limit("latest-seconds");
    Optional<Look> unfit = Cell.unfit(Samples.of(v), taken, latest);
    if (unfit.isPresent()) {
      return unfit.get();
    }
    if (taken.usualStepS() > FINE_S) {
      return Look.unfit("instrument.too-coarse", taken.usualStepS(), FINE_S);
    }
    Samples cold = Samples.where(v, i -> t[i] <= COLD_S);
    if (cold.spread() > AWAKE_V) {
      return Look.unfit("wake.not-cold", cold.lowest(), cold.highest());
    }
    double stands = cold.median();
    int awake = 0;
    while (awake < v.length && !(Math.abs(v[awake] - stands) > AWAKE_V)) {
      awake++;
    }
    boolean never = awake == v.length;
    double after = never ? taken.seconds() : t[awake];
    Message says = Message.of(never ? "wake.never" : "wake.after", after);
    return Look.at(
        new Sight(
            never || after > latest
                ? List.of(Sight.Seen.all(Finding.WAKES_LATE, says, latest))
                : List.of(),
            List.of(says),
            Cell.levels(CELL, taken.signal(CELL)),
            Map.of("awake-after-s", after),
            Optional.empty()));
  }
}
