package hopmend.part;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What the shop's own jobs say of parts: how many of a number it fitted, and how many of those jobs
 * came back.
 */
public record PartRecord(Map<String, Count> byNumber, Map<String, Count> byMake) {
  /** A shop that has fitted none yet. */
  public static final PartRecord NONE = new PartRecord(Map.of(), Map.of());

  /** How many were fitted, and how many jobs came back. */
  public record Count(int fitted, int cameBack) {
    static final Count NONE = new Count(0, 0);

    public Count {
      if (fitted < 0 || cameBack < 0 || cameBack > fitted) {
        throw new IllegalArgumentException(cameBack + " cannot come back of " + fitted);
      }
    }

    Count and(Count other) {
      return new Count(fitted + other.fitted, cameBack + other.cameBack);
    }
  }

  /**
   * A part that a job fitted.
   *
   * @param make empty where nobody told it
   */
  public record Fitted(String number, String make, boolean cameBack) {
    private Count count() {
      return new Count(1, cameBack ? 1 : 0);
    }
  }

  public PartRecord {
    byNumber = Map.copyOf(byNumber);
    byMake = Map.copyOf(byMake);
  }

  public static PartRecord of(List<Fitted> all) {
    return new PartRecord(
        all.stream().collect(Collectors.toMap(Fitted::number, Fitted::count, Count::and)),
        all.stream()
            .filter(f -> !f.make().isEmpty())
            .collect(Collectors.toMap(Fitted::make, Fitted::count, Count::and)));
  }

  /** The part with what the shop's jobs count of its number, beside what its card tells. */
  public Part counted(Part part) {
    Count more = byNumber.getOrDefault(part.number(), Count.NONE);
    return part.counting(more.fitted(), more.cameBack());
  }

  /** What the shop's jobs count of a make, whatever the number. */
  public Count of(String make) {
    return byMake.getOrDefault(make, Count.NONE);
  }
}
