package hopmend.app.part;

import hopmend.part.Application;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Parts by words: any piece of a number in any spelling, make, name, supplier, shelf, engine. */
final class PartSearch {
  private PartSearch() {}

  /** What is searched: numbers as they are written and by their keys, and all other words. */
  static String text(Part part) {
    Stream<String> numbers =
        Stream.concat(Stream.of(part.number()), part.interchange().stream())
            .flatMap(n -> Stream.of(n, PartNumber.key(n)));
    Stream<String> engines =
        part.applications().stream().flatMap(PartSearch::words).distinct().limit(50);
    String text = together(part, numbers, engines);
    // What has a digit is found by its key too.
    String keys =
        Stream.of(text.split("\\s+"))
            .filter(w -> w.chars().anyMatch(Character::isDigit))
            .map(PartNumber::key)
            .distinct()
            .collect(Collectors.joining(" "));
    return (text + " " + keys).toLowerCase(Locale.ROOT);
  }

  private static String together(Part part, Stream<String> numbers, Stream<String> engines) {
    return Stream.of(
            numbers,
            Stream.of(part.make(), part.grade().word(), part.name(), part.family()),
            part.alsoCalled().stream(),
            Stream.of(part.offer().supplier(), part.offer().shelf()),
            engines)
        .flatMap(s -> s)
        .filter(s -> !s.isEmpty())
        .collect(Collectors.joining(" "));
  }

  private static Stream<String> words(Application a) {
    return Stream.concat(Stream.of(a.card()), a.engines().stream());
  }

  /**
   * Words as they were typed, each that has a digit by its key: so it is found whether it was
   * written with spaces, dashes or the letter O.
   */
  static String words(String typed) {
    return Stream.of(typed.strip().split("\\s+"))
        .map(w -> w.chars().anyMatch(Character::isDigit) ? PartNumber.key(w) : w)
        .collect(Collectors.joining(" "));
  }
}
