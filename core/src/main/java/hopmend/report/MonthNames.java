package hopmend.report;

import java.time.Month;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** The months by their names in several languages, whole, in short, or by three letters. */
final class MonthNames {
  private static final int LETTERS = 3;

  private final Map<String, Month> months = new HashMap<>();

  MonthNames(List<String> languages) {
    languages.stream().map(Locale::forLanguageTag).forEach(l -> names(l, TextStyle.values()));
    months.put("mrz", Month.MARCH); // German, common practice
    months.put("sept", Month.SEPTEMBER);
  }

  private void names(Locale language, TextStyle... styles) {
    for (Month month : Month.values()) {
      Arrays.stream(styles)
          .filter(s -> !s.asNormal().equals(TextStyle.NARROW))
          .map(s -> Word.of(month.getDisplayName(s, language)))
          .filter(words -> words.size() == 1)
          .map(words -> words.get(0).text())
          .filter(name -> name.length() >= LETTERS)
          .flatMap(name -> Stream.of(name, name.substring(0, LETTERS)))
          .forEach(name -> months.putIfAbsent(name, month));
    }
  }

  Optional<Month> of(Word w) {
    return Optional.ofNullable(months.get(w.text()));
  }
}
