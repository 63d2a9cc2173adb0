package hopmend.report;

import java.util.List;
import java.util.Locale;
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
  private static final String[] HTML_SIGNS = {
    "<html", "<table", "<td", "<tr", "<div", "<p>", "<br", "<body", "<li", "<h1", "<h2", "<h3"
  };
  private static final int LOOK_AT = 65_536;

  /** Never fails: what is no proper JSON or XML is read as plain text. */
  static Layout of(String text, ReportWords words) {
    String head = text.substring(0, Math.min(LOOK_AT, text.length())).strip();
    String small = head.toLowerCase(Locale.ROOT);
    Optional<Layout> structured = Optional.empty();
    if (small.startsWith("{") || small.startsWith("[")) {
      structured = JsonLayout.of(text, words);
    } else if (isHtml(small)) {
      structured = Optional.of(MarkupLayout.html(text, words));
    } else if (small.startsWith("<")) {
      structured = Optional.of(MarkupLayout.xml(text, words));
    }
    return structured.orElseGet(() -> PlainLayout.of(text, words));
  }

  private static boolean isHtml(String small) {
    for (String sign : HTML_SIGNS) {
      if (small.contains(sign)) {
        return true;
      }
    }
    return false;
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
