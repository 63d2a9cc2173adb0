package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.report.ReportWords.Said;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What letters mean, where a report explains them: "A = active, S = stored". */
final class Legend {
  /** Letters of which a sign is made, at most. */
  private static final int LONGEST_SIGN = 3;

  /** How far an explanation is looked at. */
  private static final int LONGEST_MEANING = 40;

  /** A line that is nothing but a legend is no longer. */
  private static final int LONGEST_LIST = 120;

  private final char[] glyphs;
  private final ReportWords words;
  private final Map<String, CodeState> states = new HashMap<>();

  Legend(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
    for (int i = 1; i + 1 < glyphs.length; i++) {
      if (glyphs[i] == '=' || glyphs[i] == ':') {
        explained(i);
      }
    }
    listed();
    // One letter alone explains nothing: "S: stored".
    if (states.size() < 2) {
      states.clear();
    }
  }

  private void explained(int sign) {
    int end = glyphs[sign - 1] == ' ' ? sign - 1 : sign;
    // "[C] = current"
    end -= end > 0 && (glyphs[end - 1] == ']' || glyphs[end - 1] == ')') ? 1 : 0;
    int start = end;
    while (start > 0 && end - start <= LONGEST_SIGN && Character.isUpperCase(glyphs[start - 1])) {
      start--;
    }
    boolean whole = start == 0 || !Glyphs.isWord(glyphs[start - 1]);
    int from = glyphs[sign + 1] == ' ' ? sign + 2 : sign + 1;
    int to = from;
    while (to < glyphs.length
        && to - from < LONGEST_MEANING
        && (Character.isLetter(glyphs[to]) || glyphs[to] == ' ')) {
      to++;
    }
    if (!whole || start == end || to == from || glyphs[from] == ' ') {
      return;
    }
    List<Word> said = Word.of(glyphs, from, to);
    Phrases.Match<Said> state = words.states().at(said, 0);
    if (state != null) {
      states.putIfAbsent(new String(glyphs, start, end - start), state.meaning().state());
    }
  }

  /** "C current, H history" on a line of its own. */
  private void listed() {
    int start = 0;
    for (int i = 0; i <= glyphs.length; i++) {
      if (i < glyphs.length && glyphs[i] != '\n') {
        continue;
      }
      if (i - start > 3 && i - start <= LONGEST_LIST && Character.isUpperCase(glyphs[start])) {
        list(Glyphs.seen(glyphs, start, i).split("[,;|/]"));
      }
      start = i + 1;
    }
  }

  private void list(String[] parts) {
    Map<String, CodeState> told = new HashMap<>();
    for (String part : parts) {
      String said = part.strip();
      Optional<Said> state =
          said.length() > 2 && said.charAt(1) == ' '
              ? words.states().whole(Word.of(said.substring(2)))
              : Optional.empty();
      if (state.isEmpty() || !Character.isUpperCase(said.charAt(0))) {
        return;
      }
      told.put(said.substring(0, 1), state.get().state());
    }
    told.forEach(states::putIfAbsent);
  }

  /** The state that a word stands for. */
  Optional<CodeState> stateOf(Word w) {
    return states.isEmpty() || w.end() - w.start() > LONGEST_SIGN
        ? Optional.empty()
        : Optional.ofNullable(states.get(new String(glyphs, w.start(), w.end() - w.start())));
  }
}
