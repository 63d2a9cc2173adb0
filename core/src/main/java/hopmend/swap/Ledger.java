package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The put-back ledger: everything that was taken off or ran out, and whether it went back.
 *
 * @param lines every item, in the order of taking
 */
public record Ledger(List<Line> lines) {
  /** Nothing was taken off. */
  public static final Ledger EMPTY = new Ledger(List.of());

  /** So much of a fluid may stay in cans and rags; the shop's estimate. */
  private static final double SPILT = 0.1;

  /**
   * An item with its counts: pieces, or of a fluid millilitres.
   *
   * @param lost pieces that nobody found, declared so with a reason
   * @param fluid whether it is poured and not counted
   * @param renewed whether new ones go back in its place
   * @param step the step that took it off, empty for a free entry
   * @param putBackBy the step that puts it back, empty for a free entry
   */
  public record Line(
      String item,
      int taken,
      int returned,
      int lost,
      boolean fluid,
      boolean renewed,
      String step,
      String putBackBy) {
    public int owed() {
      int open = Math.max(0, taken - returned - lost);
      return fluid && open <= SPILT * taken ? 0 : open;
    }

    /** Whether it lies somewhere in the vehicle for good. */
    public boolean isLost() {
      return lost > 0;
    }

    /** The same after so much was poured in. */
    public Line filledWith(Reading poured) {
      int more = (int) Math.round(poured.in(MeasureUnit.MILLILITRE));
      return new Line(item, taken, more, lost, fluid, renewed, step, putBackBy);
    }

    private Line of(String words) {
      return new Line(words, taken, returned, lost, fluid, renewed, step, "");
    }
  }

  /** A free entry: so many pieces taken off (positive), put back or given up (negative). */
  public record Movement(String item, int pieces, boolean lost) {
    /** Pieces that are in somebody's hand. */
    public Movement(String item, int pieces) {
      this(item, pieces, false);
    }
  }

  public Ledger {
    lines = List.copyOf(lines);
  }

  /**
   * Builds the ledger from the ticked steps of an order and free entries beside it.
   *
   * @param ticked the steps that are done, each with what was measured of a fluid
   */
  public static Ledger of(
      WorkOrder order, Map<String, Optional<Reading>> ticked, List<Movement> free) {
    List<Line> lines = new ArrayList<>();
    for (Step off : order.steps()) {
      if (!off.takesOff() || !ticked.containsKey(off.id())) {
        continue;
      }
      String back = putBackStep(order, off, false);
      for (Operation.Debt d : off.debts()) {
        int returned = ticked.containsKey(back) ? d.count() : 0;
        lines.add(new Line(d.item(), d.count(), returned, 0, false, d.renewed(), off.id(), back));
      }
      if (off.isRunOut()) {
        String fluid = off.amount().orElseThrow().fluid();
        String filled = putBackStep(order, off, true);
        lines.add(
            new Line(
                fluid,
                millilitres(ticked, off.id()),
                millilitres(ticked, filled),
                0,
                true,
                false,
                off.id(),
                filled));
      }
    }
    Map<String, int[]> counted = new LinkedHashMap<>();
    for (Movement m : free) {
      int[] c = counted.computeIfAbsent(m.item(), k -> new int[3]);
      c[m.pieces() > 0 ? 0 : m.lost() ? 2 : 1] += Math.abs(m.pieces());
    }
    counted.forEach((item, c) -> lines.add(new Line(item, c[0], c[1], c[2], false, false, "", "")));
    return new Ledger(lines);
  }

  private static int millilitres(Map<String, Optional<Reading>> ticked, String step) {
    return ticked
        .getOrDefault(step, Optional.empty())
        .map(r -> (int) Math.round(r.in(MeasureUnit.MILLILITRE)))
        .orElse(0);
  }

  /** The step that puts its pieces back, or the one that fills up what ran out. */
  private static String putBackStep(WorkOrder order, Step off, boolean fills) {
    return order.steps().stream()
        .filter(s -> s.settles().filter(off.id()::equals).isPresent())
        .filter(s -> s.amount().isPresent() == fills)
        .map(Step::id)
        .findFirst()
        .orElse("");
  }

  /** The same ledger, each item told as taken off for a sensor. */
  public Ledger takenFor(String sensor) {
    return new Ledger(
        lines.stream().map(l -> l.of(l.item() + " (for the " + sensor + ")")).toList());
  }

  /** This ledger and another one below it. */
  public Ledger and(Ledger other) {
    return new Ledger(Stream.concat(lines.stream(), other.lines.stream()).toList());
  }

  /** Pieces that were taken off; a fluid counts as one. */
  public int taken() {
    return lines.stream().mapToInt(l -> l.fluid() ? 1 : l.taken()).sum();
  }

  /** Pieces that have to go back; a fluid counts as one. */
  public int owed() {
    return open().stream().mapToInt(l -> l.fluid() ? 1 : l.owed()).sum();
  }

  public List<Line> open() {
    return lines.stream().filter(l -> l.owed() > 0).toList();
  }

  public boolean isSettled() {
    return owed() == 0;
  }
}
