package hopmend.swap;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The put-back ledger: everything that was taken off and whether it went back.
 *
 * @param lines every item that was taken off, in the order of taking
 */
public record Ledger(List<Line> lines) {
  /** Nothing was taken off. */
  public static final Ledger EMPTY = new Ledger(List.of());

  /**
   * An item with its counts.
   *
   * @param step the step that took it off, empty for a free entry
   * @param putBackBy the step that puts it back, empty for a free entry
   */
  public record Line(String item, int taken, int returned, String step, String putBackBy) {
    public int owed() {
      return Math.max(0, taken - returned);
    }
  }

  /** A free entry: so many pieces taken off (positive) or put back (negative). */
  public record Movement(String item, int pieces) {}

  public Ledger {
    lines = List.copyOf(lines);
  }

  /** Builds the ledger from the ticked steps of an order and free entries beside it. */
  public static Ledger of(WorkOrder order, Set<String> ticked, List<Movement> free) {
    List<Line> lines = new ArrayList<>();
    for (Step off : order.steps()) {
      if (!off.takesOff() || !ticked.contains(off.id())) {
        continue;
      }
      String back = putBackStep(order, off);
      for (Operation.Debt d : off.debts()) {
        int returned = ticked.contains(back) ? d.count() : 0;
        lines.add(new Line(d.item(), d.count(), returned, off.id(), back));
      }
    }
    Map<String, int[]> counted = new LinkedHashMap<>();
    for (Movement m : free) {
      int[] c = counted.computeIfAbsent(m.item(), k -> new int[2]);
      c[m.pieces() > 0 ? 0 : 1] += Math.abs(m.pieces());
    }
    counted.forEach((item, c) -> lines.add(new Line(item, c[0], c[1], "", "")));
    return new Ledger(lines);
  }

  private static String putBackStep(WorkOrder order, Step off) {
    return order.steps().stream()
        .filter(s -> s.settles().filter(off.id()::equals).isPresent())
        .map(Step::id)
        .findFirst()
        .orElse("");
  }

  /** The same ledger, each item told as taken off for a sensor. */
  public Ledger takenFor(String sensor) {
    return new Ledger(
        lines.stream()
            .map(
                l ->
                    new Line(
                        l.item() + " (for the " + sensor + ")",
                        l.taken(),
                        l.returned(),
                        l.step(),
                        ""))
            .toList());
  }

  /** This ledger and another one below it. */
  public Ledger and(Ledger other) {
    List<Line> both = new ArrayList<>(lines);
    both.addAll(other.lines);
    return new Ledger(both);
  }

  public int taken() {
    return lines.stream().mapToInt(Line::taken).sum();
  }

  public int owed() {
    return lines.stream().mapToInt(Line::owed).sum();
  }

  public List<Line> open() {
    return lines.stream().filter(l -> l.owed() > 0).toList();
  }

  public boolean isSettled() {
    return owed() == 0;
  }
}
