package hopmend.find;

import java.util.List;
import java.util.stream.Stream;

/**
 * The engine bay in plan, in millimetres. The origin is the vehicle's front right corner of the
 * bay; x runs to the vehicle's left, y to the rear.
 *
 * @param engineX centre of the engine
 * @param engineY centre of the engine
 */
public record Bay(
    double widthMm, double depthMm, double engineX, double engineY, List<Landmark> landmarks) {

  /** Something large and easy to recognise. */
  public record Landmark(
      String name, double xMm, double yMm, double widthMm, double depthMm, String obstruction) {}

  /** The same with one thing more, its middle at a place, moved as far as it has to be to fit. */
  public Bay with(String name, Site.Spot middle, double wide, double deep, String obstruction) {
    double x = Math.max(0, Math.min(widthMm - wide, middle.xMm() - wide / 2));
    double y = Math.max(0, Math.min(depthMm - deep, middle.yMm() - deep / 2));
    return with(
        Stream.concat(
                without(name).landmarks.stream(),
                Stream.of(new Landmark(name, x, y, wide, deep, obstruction)))
            .toList());
  }

  /** The same without what is called so. */
  public Bay without(String name) {
    return with(landmarks.stream().filter(l -> !l.name().equals(name)).toList());
  }

  private Bay with(List<Landmark> all) {
    return new Bay(widthMm, depthMm, engineX, engineY, all);
  }

  public Bay {
    landmarks = landmarks == null ? List.of() : List.copyOf(landmarks);
    if (!(widthMm > 0 && depthMm > 0)) {
      throw new IllegalArgumentException("A bay has a positive width and depth");
    }
    for (Landmark l : landmarks) {
      if (l.xMm() < 0
          || l.yMm() < 0
          || l.xMm() + l.widthMm() > widthMm
          || l.yMm() + l.depthMm() > depthMm) {
        throw new IllegalArgumentException(
            "Landmark \"%s\" stands outside the bay of %.0f by %.0f mm"
                .formatted(l.name(), widthMm, depthMm));
      }
    }
  }
}
