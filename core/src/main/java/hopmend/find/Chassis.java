package hopmend.find;

import java.util.List;

/**
 * The whole vehicle in plan, in millimetres: x runs from the front bumper to the rear, y from the
 * vehicle's right side to its left.
 *
 * @param items what is easy to recognise: catalyst, tank, gearbox, pedal, battery
 * @param pipes each a run of x and y in turn
 */
public record Chassis(double lengthMm, double widthMm, List<Item> items, List<List<Double>> pipes) {

  /**
   * Something in or under the vehicle.
   *
   * @param kind pipe-part, tank, drive, cabin or other; says how it is painted
   */
  public record Item(
      String name, Kind kind, double xMm, double yMm, double lengthMm, double widthMm) {
    /** What it belongs to. */
    public enum Kind {
      EXHAUST,
      TANK,
      DRIVE,
      CABIN,
      OTHER
    }
  }

  public Chassis {
    items = List.copyOf(items);
    pipes = pipes == null ? List.of() : pipes.stream().map(List::copyOf).toList();
    for (Item i : items) {
      if (i.xMm() < 0
          || i.yMm() < 0
          || i.xMm() + i.lengthMm() > lengthMm
          || i.yMm() + i.widthMm() > widthMm) {
        throw new IllegalArgumentException(
            "\"%s\" stands outside the vehicle of %.0f by %.0f mm"
                .formatted(i.name(), lengthMm, widthMm));
      }
    }
    for (List<Double> pipe : pipes) {
      if (pipe.size() < 4 || pipe.size() % 2 != 0) {
        throw new IllegalArgumentException("A pipe needs two points at least, x and y in turn");
      }
    }
  }
}
