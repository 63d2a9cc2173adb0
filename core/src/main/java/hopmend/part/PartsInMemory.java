package hopmend.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;

/** A list of parts with what is looked up in it. */
final class PartsInMemory implements PartsShelf {
  private final Map<String, List<Part>> byFamily = new HashMap<>();
  private final Map<String, List<Part>> byNumber = new HashMap<>();
  private final Map<String, List<Part>> byInterchange = new HashMap<>();
  private final Map<String, List<Part>> byBlurred = new HashMap<>();
  private final Map<String, List<Part>> bySuccessor = new HashMap<>();

  PartsInMemory(List<Part> parts) {
    List<Part> sorted = parts.stream().sorted(Comparator.comparing(Part::key)).toList();
    sorted.forEach(
        p -> {
          put(byFamily, p, Part::family);
          put(byNumber, p, x -> PartNumber.key(x.number()));
          put(byBlurred, p, x -> new PartNumber(x.number()).blurred());
          p.interchange().forEach(n -> put(byInterchange, p, x -> PartNumber.key(n)));
          if (p.superseded()) {
            put(bySuccessor, p, x -> PartNumber.key(x.supersededBy()));
          }
        });
  }

  private static void put(Map<String, List<Part>> index, Part part, Function<Part, String> under) {
    index.computeIfAbsent(under.apply(part), k -> new ArrayList<>()).add(part);
  }

  @Override
  public List<Part> made(String family, String card, String engine) {
    return byFamily.getOrDefault(family, List.of()).stream()
        .filter(p -> p.names(card, engine))
        .toList();
  }

  @Override
  public List<Part> numbered(String number) {
    String key = PartNumber.key(number);
    return Stream.of(byNumber, byInterchange)
        .flatMap(index -> index.getOrDefault(key, List.of()).stream())
        .distinct()
        .toList();
  }

  @Override
  public List<Part> alike(String number) {
    PartNumber read = new PartNumber(number);
    return byBlurred.getOrDefault(read.blurred(), List.of()).stream()
        .filter(p -> !PartNumber.key(p.number()).equals(read.key()))
        .toList();
  }

  @Override
  public List<Part> supersededBy(String number) {
    return bySuccessor.getOrDefault(PartNumber.key(number), List.of());
  }
}
