package hopmend.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.stream.IntStream;

/** Where the lines of a report name control units, learned from those that somebody knows. */
final class UnitSlots {
  /**
   * Known ones, at least, where a description may stand in the same place; nothing else may stand
   * there in any line then (our own bound).
   */
  private static final int LEAST_KNOWN = 2;

  /** Unknown ones for a known one, at most, where none stands there (our own bound). */
  private static final int MOST_UNKNOWN = 5;

  /** Short names, at least, that tell of themselves that they are some (our own bound). */
  private static final int LEAST_SHORT = 3;

  private final Set<UnitSlot.Shape> told = new HashSet<>();

  /**
   * @param finds what was found in a line, by its number
   */
  UnitSlots(List<Line> lines, IntFunction<LineFinds> finds) {
    Map<UnitSlot.Shape, Integer> known = new HashMap<>();
    Map<UnitSlot.Shape, Integer> unknown = new HashMap<>();
    Map<UnitSlot.Shape, List<String>> shortOnes = new HashMap<>();
    Set<UnitSlot.Shape> describing = new HashSet<>();
    List<LineFinds> first =
        IntStream.range(0, Math.min(RecordOrder.LOOKED_AT, lines.size()))
            .filter(i -> !lines.get(i).cells().isEmpty())
            .mapToObj(finds)
            .toList();
    long withCodes = first.stream().filter(LineFinds::hasCodes).count();
    // "Brakes: 1 DTC", and below it "C0051 | steering angle | stored": a description
    boolean headed =
        IntStream.range(1, first.size())
            .anyMatch(
                i ->
                    first.get(i).hasCodes()
                        && !first.get(i - 1).hasCodes()
                        && first.get(i - 1).unit != null);
    first.stream()
        .filter(f -> !f.unitIsAmongWords && !(headed && f.unitMayDescribe))
        .flatMap(f -> f.slot.known().stream())
        .forEach(s -> known.merge(s, 1, Integer::sum));
    first.stream()
        .map(f -> f.slot)
        .forEach(
            slot -> {
              slot.names().stream()
                  .filter(UnitSlot.Name::mayName)
                  .forEach(n -> unknown.merge(n.shape(), 1, Integer::sum));
              slot.names().stream()
                  .filter(UnitSlot.Name::isShort)
                  .filter(n -> n.shape().isParted())
                  .forEach(
                      n ->
                          shortOnes
                              .computeIfAbsent(n.shape(), shape -> new ArrayList<>())
                              .add(n.written()));
              slot.names().stream()
                  .filter(n -> !n.mayName())
                  .forEach(n -> describing.add(n.shape()));
            });
    known.forEach(
        (shape, times) -> {
          int others = unknown.getOrDefault(shape, 0);
          boolean apart =
              shape.isApart()
                  && others <= (headed && shape.isBehindCode() ? 0 : MOST_UNKNOWN * times);
          boolean column = times >= LEAST_KNOWN && others <= times && times + others >= withCodes;
          if ((apart || column) && !describing.contains(shape)) {
            told.add(shape);
          }
        });
    shortOnes.forEach(
        (shape, names) -> {
          boolean differ = names.stream().distinct().count() > 1;
          if (names.size() >= LEAST_SHORT && names.size() >= withCodes && differ) {
            told.add(shape);
          }
        });
  }

  /** Names the unit of a line, if what stands in its place is one. */
  void name(LineFinds f) {
    f.slot.names().stream()
        .filter(n -> n.mayName() && (told.contains(n.shape()) || told.contains(n.shape().wide())))
        .findFirst()
        .ifPresent(
            n -> {
              f.namesNone();
              f.names(n.written(), n.start(), n.end(), true);
              f.unitIsUnknown = true;
              if (n.isAlone()) {
                f.tellEdges();
              }
            });
  }
}
