package hopmend.find;

import java.util.List;

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
