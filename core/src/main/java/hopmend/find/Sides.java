package hopmend.find;

import hopmend.message.Message;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The two sides of a vehicle. Left and right are its own, as seen from the driver's seat; which of
 * them people call the driver's or the passenger's follows from where the driver sits.
 *
 * @param driver the side of the driver, LEFT or RIGHT
 */
public record Sides(VehicleSide driver) {
  private static final Pattern BY_PERSON =
      Pattern.compile(
          "(?i)\\b(driver'?s?|passenger'?s?|near|off)[ -]?side\\b(?! \\((?:left|right)\\))");

  public Sides {
    if (driver == null || !driver.isAcross()) {
      throw new IllegalArgumentException("A driver sits at the left or at the right");
    }
  }

  /** What the drawing says at the vehicle's right edge. */
  public Message right() {
    return named(VehicleSide.RIGHT);
  }

  public Message left() {
    return named(VehicleSide.LEFT);
  }

  private Message named(VehicleSide side) {
    return Message.of(side == driver ? "compass.driver" : "compass.passenger", side);
  }

  /**
   * Words of a person with the vehicle's own side behind each "passenger side" or "nearside", so
   * that they mean the same where people sit and drive on the other one.
   */
  public String fixed(String words) {
    return BY_PERSON
        .matcher(words)
        .replaceAll(m -> Matcher.quoteReplacement(m.group() + " (" + sideOf(m.group(1)) + ")"));
  }

  /** The nearside is the one at the edge of the road, where the passenger sits. */
  private String sideOf(String whose) {
    boolean drivers = whose.toLowerCase(Locale.ROOT).matches("driver'?s?|off");
    VehicleSide side = drivers ? driver : driver.opposite();
    return side.name().toLowerCase(Locale.ROOT);
  }
}
