package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.ScanText.Found;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;

/** The codes of a report so far, and those of them that the lines below may tell more about. */
final class FoundCodes {
  /** Several units hold no more codes together than that (our own bound). */
  static final int MOST_TOGETHER = 50;

  private final List<Found> found = new ArrayList<>();

  /** Of which it has to be asked whether they are codes at all, by where they begin. */
  private final Map<Integer, Doubt> asked = new HashMap<>();

  private int openFrom;
  private int openTo;

  /** Whether nothing is known of how the open ones are held; null until it is asked. */
  private Boolean openLackStates;

  void add(Found code) {
    found.add(code);
    openLackStates = null;
  }

  void addAsked(Found code, Doubt why) {
    found.add(code);
    asked.put(code.start(), why);
  }

  int size() {
    return found.size();
  }

  /** The open codes once more, by each of the other units that hold them. */
  void alsoHeld(List<String> units) {
    if (countOpen() > MOST_TOGETHER) {
      return;
    }
    List<Found> held = List.copyOf(open());
    units.forEach(u -> held.forEach(f -> found.add(changed(f, r -> r.withControlUnit(u)))));
    openTo += units.size() * held.size();
    openLackStates = null;
  }

  /** What was added since a size is open now, and nothing else. */
  void open(int from) {
    openLackStates = null;
    openFrom = from;
    openTo = found.size();
  }

  void close() {
    open(found.size());
  }

  boolean isOpen() {
    return openFrom < openTo;
  }

  int countOpen() {
    return openTo - openFrom;
  }

  boolean openLackStates() {
    return open().stream().anyMatch(f -> f.read().states().isEmpty());
  }

  /** None of them is known to be held in any way. */
  boolean allOpenLackStates() {
    if (openLackStates == null) {
      openLackStates = open().stream().allMatch(f -> f.read().states().isEmpty());
    }
    return openLackStates;
  }

  boolean lastLacksStates() {
    return found.get(openTo - 1).read().states().isEmpty();
  }

  boolean openHaveUnit() {
    return open().stream().anyMatch(f -> !f.read().controlUnit().isEmpty());
  }

  /** The numbers of the first open ones among all. */
  List<Integer> openNumbers(int most) {
    return IntStream.range(openFrom, Math.min(openTo, openFrom + most)).boxed().toList();
  }

  List<Found> open() {
    return found.subList(openFrom, openTo);
  }

  /** Whether there are codes, and nothing is known yet of how any of them is held. */
  boolean allLackStates() {
    return !found.isEmpty() && found.stream().allMatch(f -> f.read().states().isEmpty());
  }

  /**
   * The same of the control unit that holds them.
   *
   * @param title what a report is called is no unit's name; empty if it has none
   */
  boolean allLackUnit(String title) {
    return !found.isEmpty()
        && found.stream()
            .map(f -> f.read().controlUnit())
            .allMatch(unit -> unit.isEmpty() || unit.equals(title));
  }

  void changeAll(UnaryOperator<ReadCode> change) {
    openLackStates = null;
    found.replaceAll(f -> changed(f, change));
  }

  void changeEvery(UnaryOperator<ReadCode> change) {
    openLackStates = null;
    open().replaceAll(f -> changed(f, change));
  }

  /**
   * @param k its number among those that are open, from 0
   */
  void change(int k, UnaryOperator<ReadCode> change) {
    openLackStates = null;
    found.set(openFrom + k, changed(found.get(openFrom + k), change));
  }

  /** Changes one by its number among all. */
  void changeOf(int k, UnaryOperator<ReadCode> change) {
    openLackStates = null;
    found.set(k, changed(found.get(k), change));
  }

  private static Found changed(Found f, UnaryOperator<ReadCode> change) {
    return new Found(change.apply(f.read()), f.slips(), f.line(), f.start(), f.end());
  }

  boolean allHoldOnly(Set<CodeState> states) {
    return found.stream().allMatch(f -> states.containsAll(f.read().states()));
  }

  Found get(int k) {
    return found.get(k);
  }

  /**
   * All that nothing has to be asked about; the others are handed on, with what is told of them.
   */
  List<Found> sure(BiConsumer<Doubt, ReadCode> ask) {
    List<Found> sure = new ArrayList<>(found.size());
    Set<Doubt> known = new HashSet<>();
    for (Found f : found) {
      Doubt why = asked.get(f.start());
      if (why == null) {
        sure.add(f);
      } else if (why != LineFinds.NO_CODE && known.add(why)) {
        ask.accept(why, f.read());
      }
    }
    return sure;
  }
}
