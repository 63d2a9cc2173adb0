package hopmend.report;

import java.util.List;
import java.util.Optional;

/**
 * How a report is laid out: what it says, line by line, each with its place in the original.
 *
 * @param name of the way in which it is written, in one word
 * @param original as it came
 * @param glyphs as many as the original has characters: what they look like, with all markup
 *     blanked
 */
record Layout(String name, String original, char[] glyphs, List<Line> lines) {
  /** Never fails: what is no proper JSON or XML is read as plain text. */
  static Layout of(String text, ReportWords words) {
    String start = text.substring(0, Math.min(64, text.length())).stripLeading();
    Optional<Layout> whole = Optional.empty();
    if (start.startsWith("{") || start.startsWith("[")) {
      whole = JsonLayout.of(text, words);
    } else if (start.startsWith("<") && MarkupLayout.isMarkup(text)) {
      whole = Optional.of(MarkupLayout.of(text, words));
    }
    return whole
        .or(() -> JsonLayout.ofYaml(text, words))
        .or(() -> MixedLayout.of(text, words))
        .or(() -> MarkupLayout.within(text, words))
        .orElseGet(() -> PlainLayout.of(text, words));
  }

  /** Whether it is data of one record: what stands beside its code is of the whole report. */
  boolean isOfOneRecord() {
    return !name.equals("text")
        && lines.stream()
                .filter(l -> l.cells().stream().anyMatch(c -> c.head().is(ReportWords.Label.CODE)))
                .limit(2)
                .count()
            == 1;
  }

  /** What the characters look like. */
  static char[] glyphs(String text) {
    char[] glyphs = text.toCharArray();
    for (int i = 0; i < glyphs.length; i++) {
      glyphs[i] = Glyphs.plain(glyphs[i]);
    }
    return glyphs;
  }
}
