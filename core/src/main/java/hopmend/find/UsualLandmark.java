package hopmend.find;

import java.util.Arrays;
import java.util.List;

/** What often stands in a bay, with its usual size in millimetres (common practice). */
public enum UsualLandmark {
  BATTERY("battery", 240, 190),
  AIR_BOX("air box", 260, 260),
  COOLANT_TANK("coolant tank", 190, 160),
  FUSE_BOX("fuse box", 210, 110),
  WASHER("washer", 160, 130),
  BRAKE_FLUID("brake fluid", 180, 90),
  OIL_FILTER("oil filter", 100, 100),
  /** Whatever else somebody names. */
  OTHER("", 200, 150);

  private final String named;
  private final double wideMm;
  private final double deepMm;

  UsualLandmark(String named, double wideMm, double deepMm) {
    this.named = named;
    this.wideMm = wideMm;
    this.deepMm = deepMm;
  }

  public static List<String> names() {
    return Arrays.stream(values()).filter(u -> u != OTHER).map(u -> u.named).toList();
  }

  public static UsualLandmark named(String name) {
    return Arrays.stream(values()).filter(u -> u.named.equals(name)).findFirst().orElse(OTHER);
  }

  public double wideMm() {
    return wideMm;
  }

  public double deepMm() {
    return deepMm;
  }
}
