package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.swap.Fastener;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What is seen of a sensor from near: the sensors around it, the one that it is not, its plug and
 * what holds it.
 *
 * @param around other sensors of the vehicle
 * @param held what holds it; empty for nothing that is turned
 */
public record Neighbours(
    Site chosen, List<Site> around, Optional<Lookalike> lookalike, Optional<Fastener> held) {
  /** Size of a close view. */
  private static final double WIDE = 920;

  private static final double HIGH = 680;

  private static final double STRIP = 64;

  /** Where a name may stand beside a marker and its ring, the best first. */
  static final List<Shape.Point> AROUND_A_RING =
      List.of(
          new Shape.Point(0, -52),
          new Shape.Point(0, 64),
          new Shape.Point(104, 5),
          new Shape.Point(-104, 5),
          new Shape.Point(150, 5),
          new Shape.Point(-150, 5));

  /** Where a name may stand beside a marker that a line leads to from above or below. */
  static final List<Shape.Point> BESIDE_A_LINE =
      List.of(
          new Shape.Point(90, 5),
          new Shape.Point(-90, 5),
          new Shape.Point(110, -40),
          new Shape.Point(-110, -40),
          new Shape.Point(110, 46),
          new Shape.Point(-110, 46));

  private static final double PIN = 15;
  private static final double PLUG_HEIGHT = 34;

  public Neighbours {
    around = List.copyOf(around);
  }

  /**
   * Draws the sensors around it, each with its name.
   *
   * @param place where each is in the drawing
   */
  void draw(Sketch sketch, Function<Site, Shape.Point> place, Wording words) {
    for (Site s : around) {
      boolean alike = lookalike.filter(l -> l.site().id().equals(s.id())).isPresent();
      Shape.Point p = place.apply(s);
      sketch.marker(new Shape.Disc(alike ? "sensor-not-this" : "sensor", p.x(), p.y(), 13));
      String name = alike ? words.of(Message.of("lookalike.not", s.name())) : s.name();
      sketch.name(alike ? "sensor-not-this-name" : "sensor-name", name, p);
    }
  }

  /** The surroundings of a sensor, larger, with its plug and what holds it. */
  Drawing near(Sketch whole, Shape.Point at, double times, Wording words) {
    Sketch near = whole.close(at, times, WIDE, HIGH - STRIP, STRIP);
    callOut(near, words);
    return near.whole(spoken(words));
  }

  /** Below the picture: its plug, and what holds it, each with its words. */
  private void callOut(Sketch near, Wording words) {
    near.draw(new Shape.Box("close-strip", 0, HIGH - STRIP, WIDE, STRIP, 0));
    double y = HIGH - STRIP / 2;
    int pins = chosen.cavities().orElse(0);
    double width = Math.max(2, pins) * PIN + 14;
    near.draw(new Shape.Box("plug", 24, y - PLUG_HEIGHT / 2, width, PLUG_HEIGHT, 6));
    for (int i = 0; i < pins; i++) {
      near.draw(new Shape.Disc("plug-pin", 31 + PIN * (i + 0.5), y, 5));
    }
    near.draw(label(width + 40, y, words.of(plugSays())));
    held.ifPresent(f -> fastener(near, WIDE * 0.6, y, f, words));
  }

  private static Shape.Label label(double x, double y, String text) {
    return new Shape.Label("call-out", x, y + 7, "start", text);
  }

  private Message plugSays() {
    return chosen.colours().isEmpty()
        ? Message.text(chosen.connector())
        : Message.of("close.plug", chosen.connector(), String.join(", ", chosen.colours()));
  }

  private static void fastener(Sketch near, double x, double y, Fastener f, Wording words) {
    double r = 19;
    near.draw(
        new Shape.Path(
            "fastener-head",
            List.of(
                new Shape.Point(x - r, y),
                new Shape.Point(x - r / 2, y - r * 0.87),
                new Shape.Point(x + r / 2, y - r * 0.87),
                new Shape.Point(x + r, y),
                new Shape.Point(x + r / 2, y + r * 0.87),
                new Shape.Point(x - r / 2, y + r * 0.87)),
            true));
    near.draw(label(x + 34, y, words.of(Message.text(f.drive()))));
  }

  private String spoken(Wording words) {
    Message not =
        lookalike
            .map(l -> Message.of("close.not", l.site().name(), l.because()))
            .orElseGet(() -> Message.text(""));
    return words.of(
        Message.of(
            "close.spoken", chosen.name(), String.join(", ", chosen.landmarks()), plugSays(), not));
  }
}
