package hopmend.sensor;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * For which sensors something of a sheet is meant: all the traits of {@code when} must be known and
 * have one of the values, none of {@code unless} may have one of its.
 */
public record Condition(Map<String, List<String>> when, Map<String, List<String>> unless) {
  public static final Condition ALWAYS = new Condition(Map.of(), Map.of());

  public Condition {
    when = copy(when);
    unless = copy(unless);
  }

  private static Map<String, List<String>> copy(Map<String, List<String>> traits) {
    return traits == null
        ? Map.of()
        : traits.entrySet().stream()
            .collect(
                Collectors.toUnmodifiableMap(Map.Entry::getKey, e -> List.copyOf(e.getValue())));
  }

  /** The condition that a file names; always, where it names none. */
  public static Condition orAlways(Condition named) {
    return named == null ? ALWAYS : named;
  }

  /** The traits that it asks for. */
  public Stream<String> asks() {
    return Stream.concat(when.keySet().stream(), unless.keySet().stream());
  }

  /** What it asks of some traits only. */
  public Condition only(Predicate<String> traits) {
    return new Condition(only(when, traits), only(unless, traits));
  }

  private static Map<String, List<String>> only(
      Map<String, List<String>> asked, Predicate<String> traits) {
    return asked.entrySet().stream()
        .filter(e -> traits.test(e.getKey()))
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  /** The values of a trait that it names. */
  public List<String> named(String trait) {
    return Stream.of(when, unless).flatMap(t -> t.getOrDefault(trait, List.of()).stream()).toList();
  }

  /** The first trait by name whose known value speaks against it; empty if none does. */
  public Optional<String> refusedBy(Traits traits) {
    Stream<String> others =
        when.entrySet().stream()
            .filter(e -> traits.knows(e.getKey()) && !traits.isOneOf(e.getKey(), e.getValue()))
            .map(Map.Entry::getKey);
    Stream<String> excluded =
        unless.entrySet().stream()
            .filter(e -> traits.isOneOf(e.getKey(), e.getValue()))
            .map(Map.Entry::getKey);
    return Stream.concat(others, excluded).min(Comparator.naturalOrder());
  }

  /** The first trait by name that has to be known before it can hold; empty if none is missing. */
  public Optional<String> waitsFor(Traits traits) {
    return when.keySet().stream().filter(t -> !traits.knows(t)).min(Comparator.naturalOrder());
  }

  public boolean holdsFor(Traits traits) {
    return when.entrySet().stream().allMatch(e -> traits.isOneOf(e.getKey(), e.getValue()))
        && unless.entrySet().stream().noneMatch(e -> traits.isOneOf(e.getKey(), e.getValue()));
  }
}
