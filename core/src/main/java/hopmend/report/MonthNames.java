package hopmend.report;

import java.time.Month;
import java.time.format.TextStyle;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The months by their names in several languages, whole or in short, or by three letters that begin
 * the name of one month only: French "jui" could be June or July.
 */
final class MonthNames {
  private static final int LETTERS = 3;

  private final Map<String, Month> months = new HashMap<>();

  MonthNames(List<String> languages) {
    Map<String, Set<Month>> begun = new HashMap<>();
    for (Month month : Month.values()) {
      languages.stream()
          .map(Locale::forLanguageTag)
          .flatMap(language -> names(month, language))
          .forEach(
              name -> {
                months.putIfAbsent(name, month);
                begun
                    .computeIfAbsent(name.substring(0, LETTERS), k -> EnumSet.noneOf(Month.class))
                    .add(month);
              });
    }
    begun.forEach(
        (letters, all) -> {
          if (all.size() == 1) {
            months.putIfAbsent(letters, all.iterator().next());
          }
        });
    // Short names that the locales do not have; common practice.
    months.putIfAbsent("mrz", Month.MARCH);
    months.putIfAbsent("sept", Month.SEPTEMBER);
  }

  private static Stream<String> names(Month month, Locale language) {
    return Stream.of(TextStyle.values())
        .filter(s -> s.asNormal() != TextStyle.NARROW)
        .map(s -> Word.of(month.getDisplayName(s, language)))
        .filter(words -> words.size() == 1)
        .map(words -> words.get(0).text())
        .filter(name -> name.length() >= LETTERS);
  }

  Optional<Month> of(Word w) {
    return Optional.ofNullable(months.get(w.text()));
  }
}
