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
 * A pressure, or a vacuum, that is shut in: how much of it is left after a time, and how fast it
 * goes. What is recorded begins when it is shut; first and last are middle values of a few samples.
 */
final class HoldPanel implements Panel {
  private static final String PRESSURE = "pressure";

  /** Shares of the time whose middle values are the first and the last. */
  private static final double FIRST = 0.02;

  private static final double LAST = 0.97;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(PRESSURE, "press|druck|pression|presi|druk|ciśn|tryck|bas|rail|frp|ftp|tank"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("seconds", "least-kept-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.FALLS);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] p = taken.signal(PRESSURE);
    double needed = taken.limit("seconds");
    if (taken.seconds() < needed) {
      return Look.unfit("instrument.too-short", taken.seconds(), needed);
    }
    double first = Samples.where(p, i -> t[i] < FIRST * needed).median();
    double last = Samples.where(p, i -> t[i] > LAST * needed && t[i] <= needed).median();
    if (Double.isNaN(first) || Double.isNaN(last) || first == 0) {
      return Look.unfit("hold.nothing-in");
    }
    int held = (int) Arrays.stream(t).filter(s -> s <= needed).count();
    Line line = Line.through(Arrays.copyOf(t, held), Arrays.copyOf(p, held));
    double kept = 100 * last / first;
    double perMinute = 60 * line.slope();
    double error = 60 * line.error();
    double least = taken.limit("least-kept-percent");
    List<Sight.Seen> seen = new ArrayList<>();
    if (kept < least) {
      seen.add(Sight.Seen.all(Finding.FALLS, kept, least, needed / 60));
    }
    return Look.at(
        new Sight(
            seen,
            List.of(Message.of("hold.at", kept, needed / 60, perMinute, error)),
            List.of(new Sight.Level(PRESSURE, first * least / 100, Message.of("hold.level"))),
            Map.of("kept-percent", kept, "a-minute", perMinute, "standard-error", error),
            Optional.empty()));
  }
}
