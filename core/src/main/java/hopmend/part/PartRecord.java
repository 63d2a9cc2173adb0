package hopmend.part;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What the shop's own jobs say of the parts that it fitted: how many of a make and family, and how
 * many of those jobs came back; and of all makes of a grade.
 */
public record PartRecord(Map<Made, Count> byMake, Map<Graded, Count> byGrade) {
  /** A shop that has fitted none yet. */
  public static final PartRecord NONE = new PartRecord(Map.of(), Map.of());

  /** A make in a family. */
  public record Made(String make, String family) {}

  /** A grade in a family. */
  public record Graded(Grade grade, String family) {}

  /** How many were fitted, and how many jobs came back. */
  public record Count(int fitted, int cameBack) {
    public static final Count NONE = new Count(0, 0);

    public Count {
      if (fitted < 0 || cameBack < 0 || cameBack > fitted) {
        throw new IllegalArgumentException(cameBack + " cannot come back of " + fitted);
      }
    }

    Count and(Count other) {
      return new Count(fitted + other.fitted, cameBack + other.cameBack);
    }

    Count without(Count other) {
      return new Count(
          Math.max(0, fitted - other.fitted),
          Math.max(0, Math.min(fitted - other.fitted, cameBack - other.cameBack)));
    }
  }

  /**
   * A part that a job fitted.
   *
   * @param make empty where nobody told it
   * @param batch printed on it, empty where there was none
   * @param by who did the last step of the work, empty where nobody ticked one
   * @param at when that was, null where nobody ticked one
   */
  public record Fitted(
      String number,
      String make,
      Grade grade,
      String family,
      String batch,
      boolean cameBack,
      String by,
      Instant at) {
    private Counted counted() {
      return new Counted(make, grade, family, new Count(1, cameBack ? 1 : 0));
    }
  }

  /** How many of a make, grade and family were fitted. */
  public record Counted(String make, Grade grade, String family, Count count) {}

  public PartRecord {
    byMake = Map.copyOf(byMake);
    byGrade = Map.copyOf(byGrade);
  }

  public static PartRecord of(List<Fitted> all) {
    return counted(all.stream().map(Fitted::counted).toList());
  }

  public static PartRecord counted(List<Counted> all) {
    Map<Made, Count> makes = new HashMap<>();
    Map<Graded, Count> grades = new HashMap<>();
    for (Counted f : all) {
      if (!f.make().isEmpty()) {
        makes.merge(new Made(f.make(), f.family()), f.count(), Count::and);
      }
      if (f.grade() != Grade.NOT_TOLD) {
        grades.merge(new Graded(f.grade(), f.family()), f.count(), Count::and);
      }
    }
    return new PartRecord(makes, grades);
  }

  /** What the shop's jobs count of a make in a family. */
  public Count of(String make, String family) {
    return byMake.getOrDefault(new Made(make, family), Count.NONE);
  }

  /** What they count of the other makes of its grade. */
  public Count besides(Part part) {
    return byGrade
        .getOrDefault(new Graded(part.grade(), part.family()), Count.NONE)
        .without(of(part.make(), part.family()));
  }
}
