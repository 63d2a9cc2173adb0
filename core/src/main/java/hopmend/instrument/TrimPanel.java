package hopmend.instrument;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Fuel trims, short and long added up, at idle against those under load. Air that nobody measures
 * is a large share at idle and a small one under load; a film that reads too little, or fuel that
 * does not come, is the other way round; what is off by the same everywhere is neither (common
 * practice).
 */
final class TrimPanel implements Panel {
  private static final String IDLE = "trim-idle";
  private static final String LOAD = "trim-load";

  @Override
  public List<Asked> asks() {
    return List.of(
        Asked.needed(IDLE, MeasureUnit.PERCENT, -100, 100),
        Asked.needed(LOAD, MeasureUnit.PERCENT, -100, 100));
  }

  @Override
  public Set<String> limits() {
    return Set.of("off-percent", "apart-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(
        Finding.UNMEASURED_AIR, Finding.STARVES, Finding.RICH_AT_ONE, Finding.OFF_EVERYWHERE);
  }

  @Override
  public Look look(Taken taken) {
    double idle = taken.figure(IDLE, MeasureUnit.PERCENT);
    double load = taken.figure(LOAD, MeasureUnit.PERCENT);
    double off = taken.limit("off-percent");
    double apart = taken.limit("apart-percent");
    List<Sight.Seen> seen = new ArrayList<>();
    if (idle > off && idle - load >= apart) {
      seen.add(Sight.Seen.all(Finding.UNMEASURED_AIR, idle, load));
    } else if (load > off && load - idle >= apart) {
      seen.add(Sight.Seen.all(Finding.STARVES, idle, load));
    } else if (Math.min(idle, load) < -off && Math.abs(idle - load) >= apart) {
      seen.add(Sight.Seen.all(Finding.RICH_AT_ONE, idle, load));
    } else if (Math.max(Math.abs(idle), Math.abs(load)) > off) {
      seen.add(
          Sight.Seen.all(
              Finding.OFF_EVERYWHERE,
              Message.of(idle + load > 0 ? "cell.lean" : "cell.rich"),
              idle,
              load));
    }
    return Look.at(
        new Sight(
            seen,
            List.of(Message.of("trims.at", idle, load, off)),
            List.of(),
            Map.of("idle-percent", idle, "load-percent", load),
            Optional.of(
                words ->
                    picture(
                        words.of(Message.of("trims.at", idle, load, off)),
                        idle,
                        load,
                        off,
                        words))));
  }

  private static Drawing picture(
      String spoken, double idle, double load, double off, Wording words) {
    double most = 1.25 * Math.max(2 * off, Math.max(Math.abs(idle), Math.abs(load)));
    return new Plot(
            new Plot.Axis(words.of(Message.of("trims.idle-axis")), -most, most),
            new Plot.Axis(words.of(Message.of("trims.load-axis")), -most, most))
        .area("band", List.of(p(-off, -off), p(off, -off), p(off, off), p(-off, off)))
        .text(most * 0.72, -0.12 * most, words.of(Message.of("trims.leak")))
        .text(0, most * 0.66, words.of(Message.of("trims.starves")))
        .text(most * 0.72, most * 0.66, words.of(Message.of("trims.both")))
        .point(idle, load, words.of(Message.of("trims.here", idle, load)))
        .draw(spoken);
  }

  private static Shape.Point p(double x, double y) {
    return new Shape.Point(x, y);
  }
}
