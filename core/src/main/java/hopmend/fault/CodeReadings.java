package hopmend.fault;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What control units say of codes: of each code one reading by every unit that holds it. A reading
 * that names no unit tells more about the first one.
 */
public final class CodeReadings {
  /** More control units than that no vehicle has (our own bound). */
  private static final int MOST_UNITS = 100;

  private final Map<TroubleCode, Map<String, ReadCode>> byUnit = new LinkedHashMap<>();

  public static CodeReadings of(Iterable<ReadCode> readings) {
    CodeReadings all = new CodeReadings();
    readings.forEach(all::add);
    return all;
  }

  public void add(ReadCode read) {
    Map<String, ReadCode> held = byUnit.computeIfAbsent(read.code(), c -> new LinkedHashMap<>());
    ReadCode unnamed = held.remove("");
    if (unnamed != null) {
      ReadCode told = unnamed.together(read);
      held.put(told.controlUnit(), told);
      return;
    }
    boolean ofTheFirst = read.controlUnit().isEmpty() || held.size() >= MOST_UNITS;
    String unit =
        ofTheFirst && !held.isEmpty() ? held.keySet().iterator().next() : read.controlUnit();
    held.merge(unit, read, ReadCode::together);
  }

  /**
   * @param unit whose reading of it; empty for that of all
   */
  public void remove(TroubleCode code, String unit) {
    Map<String, ReadCode> held = byUnit.getOrDefault(code, Map.of());
    if (unit.isEmpty() || held.keySet().equals(Set.of(unit))) {
      byUnit.remove(code);
    } else if (held.containsKey(unit)) {
      held.remove(unit);
    }
  }

  public boolean isEmpty() {
    return byUnit.isEmpty();
  }

  public boolean holds(TroubleCode code) {
    return byUnit.containsKey(code);
  }

  /** The readings of one code: several where several units hold it. */
  public List<ReadCode> of(TroubleCode code) {
    return List.copyOf(byUnit.getOrDefault(code, Map.of()).values());
  }

  /** Each code by every unit that holds it. */
  public List<ReadCode> all() {
    List<ReadCode> all = new ArrayList<>();
    byUnit.values().forEach(held -> all.addAll(held.values()));
    return List.copyOf(all);
  }

  /** Each code once, with the states of all its units together. */
  public List<ReadCode> codes() {
    return byUnit.values().stream()
        .map(held -> held.values().stream().reduce(ReadCode::together).orElseThrow())
        .toList();
  }
}
