package hopmend.part;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Which number replaced which. */
public final class Supersession {
  private Supersession() {}

  /**
   * The numbers from this one on to the present one, this one first. A chain that runs in a circle
   * ends where it closes.
   */
  public static List<String> chain(String number, PartsShelf shelf) {
    Map<String, String> seen = new HashMap<>();
    List<String> chain = new ArrayList<>();
    String at = number;
    while (seen.putIfAbsent(PartNumber.key(at), at) == null) {
      chain.add(at);
      Optional<String> next = successor(at, shelf);
      if (next.isEmpty()) {
        return chain;
      }
      at = next.get();
    }
    return chain;
  }

  private static Optional<String> successor(String number, PartsShelf shelf) {
    return shelf.numbered(number).stream()
        .filter(p -> PartNumber.key(p.number()).equals(PartNumber.key(number)))
        .filter(Part::superseded)
        .map(Part::supersededBy)
        .findFirst();
  }

  /** Keys of this number and of all that it replaced, however long ago. */
  public static Set<String> orOlder(String number, PartsShelf shelf) {
    Set<String> all = new LinkedHashSet<>();
    Deque<String> open = new ArrayDeque<>(List.of(number));
    while (!open.isEmpty()) {
      String at = open.pop();
      if (all.add(PartNumber.key(at))) {
        shelf.supersededBy(at).forEach(p -> open.push(p.number()));
      }
    }
    return all;
  }

  /**
   * That one number replaces another.
   *
   * @param next the number that replaces it, empty for none
   */
  public record Link(String number, String next) {}

  /** Circles among numbers: each as the numbers on it, once, in the order of the links. */
  public static List<List<String>> circles(Iterable<Link> links) {
    Map<String, Link> byKey = new HashMap<>();
    links.forEach(l -> byKey.putIfAbsent(PartNumber.key(l.number()), l));
    Set<String> settled = new HashSet<>();
    List<List<String>> circles = new ArrayList<>();
    for (Link start : links) {
      List<String> way = new ArrayList<>();
      String at = PartNumber.key(start.number());
      while (byKey.containsKey(at) && settled.add(at)) {
        way.add(at);
        at = PartNumber.key(byKey.get(at).next());
      }
      int closes = way.indexOf(at);
      if (closes >= 0) {
        circles.add(
            way.subList(closes, way.size()).stream().map(k -> byKey.get(k).number()).toList());
      }
    }
    return circles;
  }
}
