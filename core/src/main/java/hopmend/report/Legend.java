package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.report.ReportWords.Said;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What letters mean, where a report explains them: "A = active, S = stored". */
final class Legend {
  private static final Pattern ENTRY =
      Pattern.compile("(?<![\\p{L}\\p{N}])(\\p{Lu}{1,3})\\s?[=:]\\s?(?=(\\p{L}[\\p{L} ]{2,40}))");

  private final char[] glyphs;
  private final Map<String, CodeState> letters = new HashMap<>();

  /** One letter alone explains nothing: "S: stored". */
  Legend(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    Matcher entries = ENTRY.matcher(new String(glyphs));
    while (entries.find()) {
      List<Word> said = Word.of(entries.group(2));
      Phrases.Match<Said> state = words.states().at(said, 0);
      if (state != null) {
        letters.putIfAbsent(entries.group(1), state.meaning().state());
      }
    }
    if (letters.size() < 2) {
      letters.clear();
    }
  }

  /** The state that a word stands for. */
  Optional<CodeState> stateOf(Word w) {
    return letters.isEmpty() || w.end() - w.start() > 3
        ? Optional.empty()
        : Optional.ofNullable(letters.get(new String(glyphs, w.start(), w.end() - w.start())));
  }
}
