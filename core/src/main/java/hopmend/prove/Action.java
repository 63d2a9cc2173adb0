package hopmend.prove;

import java.util.List;
import java.util.Set;

/** Something that can be done next: a check, or a repair that is at the same time a test. */
public sealed interface Action {
  String id();

  /** As a person says it. */
  String title();

  /** Hands-on time, without what has to be set up for it. */
  double minutes();

  /** What it uses up, in the shop's currency. */
  double money();

  /** Ids of the set-ups that it needs. */
  List<String> needs();

  /** A check of the sheet. */
  record Look(Check check) implements Action {
    @Override
    public String id() {
      return check.id();
    }

    @Override
    public String title() {
      return check.title();
    }

    @Override
    public double minutes() {
      return check.minutes();
    }

    @Override
    public double money() {
      return check.money();
    }

    @Override
    public List<String> needs() {
      return check.needs();
    }
  }

  /**
   * A work that is done, and proven by clearing and driving. If the fault is gone, that was it.
   *
   * @param id of the work
   * @param meets ids of the suspects that it puts right; no other repair of the same plan meets
   *     them
   * @param comesBack probability that the fault is there again although it met the cause, 0 to 1
   * @param inVain what it costs besides, in the shop's currency, where the fault is there again
   */
  record Repair(
      String id,
      String title,
      Set<String> meets,
      double minutes,
      double money,
      double comesBack,
      double inVain)
      implements Action {
    public Repair {
      meets = Set.copyOf(meets);
      if (meets.isEmpty() || !(comesBack >= 0 && comesBack < 1)) {
        throw new IllegalArgumentException(
            "A repair meets a suspect, and holds more often than never: " + id);
      }
    }

    @Override
    public List<String> needs() {
      return List.of();
    }

    /** Probability that it ends the search if this suspect is the fault. */
    double ends(Suspect s) {
      return meets.contains(s.id()) ? 1 - comesBack : 0;
    }
  }
}
