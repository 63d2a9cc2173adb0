package hopmend.swap;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;

/** A wrench with its adapter, both to one scale: lengths, angle and the lever that counts. */
public final class AdapterDrawing {
  private static final double WIDTH = 320;
  private static final double HEIGHT = 150;
  private static final double SQUARE_X = 210;
  private static final double SQUARE_Y = 84;
  private static final double LONGEST = 90;
  private static final double HANDLE = 180;

  private AdapterDrawing() {}

  /** The wrench lies left of its square; the adapter turns around it, 0 degrees straight on. */
  public static Drawing draw(WrenchSetting.Adapter adapter, Wording words) {
    double scale =
        Math.min(HANDLE / adapter.wrenchMm(), LONGEST / Math.max(1, adapter.adapterMm()));
    Shape.Point square = new Shape.Point(SQUARE_X, SQUARE_Y);
    Shape.Point grip = new Shape.Point(SQUARE_X - adapter.wrenchMm() * scale, SQUARE_Y);
    double turned = Math.toRadians(adapter.angleDeg());
    Shape.Point bolt =
        new Shape.Point(
            SQUARE_X + adapter.adapterMm() * scale * Math.cos(turned),
            SQUARE_Y - adapter.adapterMm() * scale * Math.sin(turned));
    List<Shape> shapes = new ArrayList<>();
    shapes.add(new Shape.Path("lever", List.of(grip, square), false));
    shapes.add(new Shape.Path("lever-adapter", List.of(square, bolt), false));
    shapes.add(new Shape.Disc("lever-grip", grip.x(), grip.y(), 9));
    shapes.add(new Shape.Disc("lever-square", square.x(), square.y(), 7));
    shapes.add(new Shape.Disc("lever-bolt", bolt.x(), bolt.y(), 10));
    shapes.add(
        new Shape.Label(
            "dial-end",
            (grip.x() + square.x()) / 2,
            SQUARE_Y + 26,
            "middle",
            "L " + Reading.number(adapter.wrenchMm()) + " mm"));
    if (adapter.adapterMm() > 0) {
      // Below where the adapter points up or straight on, above where it points down.
      double label = adapter.angleDeg() < 0 ? 20 : HEIGHT - 12;
      shapes.add(
          new Shape.Label(
              "dial-end",
              SQUARE_X + 36,
              label,
              "middle",
              "E %s mm, %s°"
                  .formatted(
                      Reading.number(adapter.adapterMm()), Reading.number(adapter.angleDeg()))));
    }
    return new Drawing(
        WIDTH,
        HEIGHT,
        shapes,
        words.of(
            Message.of(
                "adapter.spoken",
                Reading.number(adapter.wrenchMm()),
                Reading.number(adapter.adapterMm()),
                Reading.number(adapter.angleDeg()))));
  }
}
