package hopmend.swap;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;

/**
 * The torque of a bolt as a dial: the sensible band, the point of proof, and the hand at the
 * wrench's setting.
 */
public final class TorqueDial {
  private static final double WIDTH = 260;
  private static final double HEIGHT = 160;
  private static final double CX = WIDTH / 2;
  private static final double CY = 138;
  private static final double RADIUS = 104;
  private static final double BAND = 0.1;
  private static final double OVER = 1.15;

  private TorqueDial() {}

  /** Draws the dial from zero to a little past its limit or twice the wanted one. */
  public static Drawing draw(Fastener fastener, WrenchSetting setting, Wording words) {
    double wanted = fastener.torqueNm();
    double set = setting.setting().in(MeasureUnit.NEWTON_METRE);
    double proof = fastener.ceilingNm();
    double band = fastener.isCalibrated() ? fastener.tolerancePercent() / 100 : BAND;
    double full = Math.max(2 * wanted, proof * OVER);
    List<Shape> shapes = new ArrayList<>();
    shapes.add(new Shape.Path("dial-scale", arc(0, 1), false));
    shapes.add(
        new Shape.Path(
            "dial-band", arc(wanted * (1 - band) / full, wanted * (1 + band) / full), false));
    shapes.add(new Shape.Path("dial-proof", arc(Math.min(1, proof / full), 1), false));
    shapes.add(
        new Shape.Path(
            "dial-hand", List.of(new Shape.Point(CX, CY), at(set / full, RADIUS - 16)), false));
    shapes.add(new Shape.Disc("dial-pin", CX, CY, 7));
    shapes.add(new Shape.Label("dial-end", 14, CY + 17, "start", "0"));
    shapes.add(
        new Shape.Label("dial-end", WIDTH - 8, CY + 17, "end", Reading.number(full) + " N.m"));
    return new Drawing(
        WIDTH,
        HEIGHT,
        shapes,
        words.of(
            Message.of(
                "dial.spoken",
                setting.setting(),
                fastener.torque().orElseThrow(),
                Reading.of(proof, MeasureUnit.NEWTON_METRE))));
  }

  private static List<Shape.Point> arc(double from, double to) {
    List<Shape.Point> points = new ArrayList<>();
    int pieces = Math.max(2, (int) Math.ceil((to - from) * 48));
    for (int i = 0; i <= pieces; i++) {
      points.add(at(from + (to - from) * i / pieces, RADIUS));
    }
    return points;
  }

  private static Shape.Point at(double share, double radius) {
    double angle = Math.PI * (1 - Math.max(0, Math.min(1, share)));
    return new Shape.Point(CX + radius * Math.cos(angle), CY - radius * Math.sin(angle));
  }
}
