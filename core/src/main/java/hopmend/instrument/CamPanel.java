package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.trace.Edges;
import hopmend.trace.Finding;
import hopmend.trace.ToneRing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The cam against the crank, from both signals of one recording: the angle of the cam's edge behind
 * the first edge after the gap of the crank's ring, in degrees of the crank, against the angle that
 * is right. Of several edges the one that is nearest to it counts.
 */
final class CamPanel implements Panel {
  private static final String CRANK = "crank";
  private static final String CAM = "cam";
  private static final String RIGHT = "cam-angle";

  /** An edge that is farther from the right angle is another one; degrees, the shop's rule. */
  private static final double FARTHEST = 30;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(CRANK, "crank|ckp|kurbel|vilebrequin|ciguenal|cigüeñal|krukas|vevaxel"),
        Role.needed(CAM, "cam|cmp|nocken|arbre|leva|nokkenas|kam"));
  }

  @Override
  public List<Asked> asks() {
    return List.of(Asked.needed(RIGHT, MeasureUnit.DEGREE, 0, 720));
  }

  @Override
  public Set<String> limits() {
    return Set.of("early-degrees", "late-degrees");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.CAM_EARLY, Finding.CAM_LATE);
  }

  @Override
  public Look look(Taken taken) {
    ToneRing.Seen found = ToneRing.in(Edges.in(taken.timeS(), taken.signal(CRANK)));
    if (found.ring().isEmpty()) {
      return Look.unfit(List.of(Message.named(found.why().orElseThrow())));
    }
    ToneRing ring = found.ring().get();
    double[] cam = Edges.in(taken.timeS(), taken.signal(CAM)).timeS();
    double right = taken.figure(RIGHT, MeasureUnit.DEGREE);
    List<Double> away = new ArrayList<>();
    for (double t : cam) {
      degrees(ring, t).ifPresent(d -> away.add(wrapped(d - right)));
    }
    // Each edge of the wheel comes once in two turns: of all places the nearest to the right one.
    double nearest =
        away.stream().min((a, b) -> Double.compare(Math.abs(a), Math.abs(b))).orElse(Double.NaN);
    double[] here =
        away.stream().filter(d -> Math.abs(d - nearest) < 15).mapToDouble(d -> d).toArray();
    if (here.length < 2 || Math.abs(nearest) > FARTHEST) {
      return Look.unfit("cam.no-edge");
    }
    Samples offsets = new Samples(here);
    double offset = offsets.median();
    List<Sight.Seen> seen = new ArrayList<>();
    if (offset < -taken.limit("early-degrees")) {
      seen.add(Sight.Seen.all(Finding.CAM_EARLY, -offset, taken.limit("early-degrees")));
    } else if (offset > taken.limit("late-degrees")) {
      seen.add(Sight.Seen.all(Finding.CAM_LATE, offset, taken.limit("late-degrees")));
    }
    return Look.at(
        new Sight(
            seen,
            List.of(Message.of("cam.at", right + offset, offset, here.length, offsets.spread())),
            List.of(),
            Map.of("offset-degrees", offset, "spread-degrees", offsets.spread()),
            Optional.empty()));
  }

  /** Angle of the crank behind its gap at a moment, empty outside of whole turns. */
  private static Optional<Double> degrees(ToneRing ring, double atS) {
    int k = Arrays.binarySearch(ring.turnAtS(), atS);
    int turn = k >= 0 ? k : -k - 2;
    if (turn < 0) {
      return Optional.empty();
    }
    double share = (atS - ring.turnAtS()[turn]) * ring.perMinute()[turn] / 60;
    return share < 1 ? Optional.of(360 * share) : Optional.empty();
  }

  /** Within half a turn either way. */
  private static double wrapped(double degrees) {
    double d = degrees % 360;
    return d > 180 ? d - 360 : d <= -180 ? d + 360 : d;
  }
}
