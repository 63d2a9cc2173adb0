package hopmend.drawing;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * A small drawing of the catalog: the pictogram of a caution, a latch and the way that it opens, or
 * what an eye compares with.
 *
 * @param width of the drawing, its own units
 * @param spoken what it shows, for those who do not see it
 * @param shapes one over the other, the lowest first
 * @param press what a hand does; empty where it shows none
 * @param never what a hand does not do; empty where it shows none
 */
public record Sign(
    String id,
    double width,
    double height,
    String spoken,
    String press,
    String never,
    List<Shape> shapes) {
  /** A shape: an outline as SVG writes it, and the style of its line or its filling. */
  public record Shape(String path, Style style) {
    public Shape {
      if (path == null || !path.matches("[MmLlHhVvCcSsQqAaZz0-9 .,-]+")) {
        throw new IllegalArgumentException("\"" + path + "\" is no outline");
      }
    }
  }

  /** Its shapes as SVG, the lowest first. */
  public String svg() {
    return shapes.stream()
        .map(s -> new SvgElement("path", s.style().named()).with("d", s.path()).empty())
        .collect(Collectors.joining());
  }

  /** It as a symbol of SVG that drawings use by the prefix and its own name. */
  public String symbol(String prefix) {
    return "<symbol id=\"%s\" viewBox=\"0 0 %s %s\">%s</symbol>"
        .formatted(
            SvgElement.escaped(prefix + id),
            SvgElement.tenths(width),
            SvgElement.tenths(height),
            svg());
  }

  /** What a shape is. */
  public enum Style {
    PLATE,
    MARK,
    DOT,
    PART,
    BODY,
    WIRE,
    TAB,
    PRESS,
    NEVER,
    METAL,
    SEAL,
    CABLE,
    PIN,
    COAT,
    CHALK,
    OIL,
    GROWTH,
    DAMP;

    /** The name by which style sheets know it. */
    public String named() {
      return "sign-" + name().toLowerCase(Locale.ROOT);
    }
  }

  public Sign {
    spoken = spoken == null ? "" : spoken;
    press = press == null ? "" : press;
    never = never == null ? "" : never;
    shapes = List.copyOf(shapes);
    if (!(width > 0 && height > 0)) {
      throw new IllegalArgumentException("Drawing " + id + " needs its width and its height");
    }
  }
}
