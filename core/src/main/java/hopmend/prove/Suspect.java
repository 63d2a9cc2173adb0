package hopmend.prove;

/**
 * A single fault that could have set the code.
 *
 * @param weight how often it is the cause, relative to the other suspects of the sheet
 */
public record Suspect(
    String id, String name, double weight, Remedy remedy, String about, String source) {
  public Suspect {
    if (!(weight > 0) || !Double.isFinite(weight)) {
      throw new IllegalArgumentException(
          "Suspect %s: weight must be positive, not %s".formatted(id, weight));
    }
  }
}
