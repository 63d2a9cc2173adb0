package hopmend.fault;

import java.util.Arrays;
import java.util.Locale;

/**
 * A report as lines that each say one thing, whatever its layout: a line of plain text or CSV, a
 * row of an HTML table, an object of JSON. The masked text has exactly as many characters as the
 * original, so that every find points back at its place there; markup is blanked.
 */
final class ReportText {
  /** How the report is written. */
  enum Layout {
    TEXT,
    JSON,
    HTML
  }

  private static final String[] HTML_SIGNS = {
    "<html", "<table", "<td", "<tr", "<div", "<p>", "<br", "<body", "<li"
  };
  private static final int LOOK_AT = 65_536;

  private final String original;
  private final char[] masked;
  private final Layout layout;

  private ReportText(String original, char[] masked, Layout layout) {
    this.original = original;
    this.masked = masked;
    this.layout = layout;
  }

  static ReportText of(String text) {
    Layout layout = layoutOf(text);
    char[] t = text.toCharArray();
    switch (layout) {
      case JSON -> maskJson(t);
      case HTML -> maskHtml(t);
      case TEXT -> maskText(t);
    }
    return new ReportText(text, t, layout);
  }

  char[] masked() {
    return masked;
  }

  Layout layout() {
    return layout;
  }

  String original() {
    return original;
  }

  private static Layout layoutOf(String text) {
    String body = text.strip();
    if (body.isEmpty()) {
      return Layout.TEXT;
    }
    char first = body.charAt(0);
    char last = body.charAt(body.length() - 1);
    if (first == '{' && last == '}' || first == '[' && last == ']') {
      return Layout.JSON;
    }
    String head = body.substring(0, Math.min(LOOK_AT, body.length())).toLowerCase(Locale.ROOT);
    for (String sign : HTML_SIGNS) {
      if (head.contains(sign)) {
        return Layout.HTML;
      }
    }
    return Layout.TEXT;
  }

  private static void maskText(char[] t) {
    for (int i = 0; i < t.length; i++) {
      if (t[i] == '\r') {
        boolean alone = i + 1 >= t.length || t[i + 1] != '\n';
        t[i] = alone ? '\n' : ' ';
      } else if (t[i] == '"') {
        t[i] = ' ';
      }
    }
  }

  /** Objects become lines; names and values keep their colon. */
  private static void maskJson(char[] t) {
    for (int i = 0; i < t.length; i++) {
      switch (t[i]) {
        case '{', '}' -> t[i] = '\n';
        case '"', '\n', '\r', '\t', '_', '[', ']' -> t[i] = ' ';
        case '\\' -> {
          boolean newline = i + 1 < t.length && t[i + 1] == 'n';
          t[i] = newline ? '\n' : ' ';
          if (i + 1 < t.length) {
            t[++i] = ' ';
          }
        }
        default -> {}
      }
    }
  }

  /** Rows, paragraphs and items become lines; cells are parted by a bar. */
  private static void maskHtml(char[] t) {
    boolean preformatted = false;
    int i = 0;
    while (i < t.length) {
      if (t[i] == '<') {
        int end = i + 1;
        while (end < t.length && t[end] != '>') {
          end++;
        }
        String tag = tagName(t, i + 1, end);
        if (tag.equals("pre")) {
          preformatted = t[i + 1] != '/';
        }
        int behind = Math.min(t.length, end + 1);
        if ((tag.equals("script") || tag.equals("style")) && t[i + 1] != '/') {
          behind = indexOfClosing(t, behind, tag);
        }
        Arrays.fill(t, i, behind, ' ');
        t[i] = separator(tag);
        i = behind;
      } else if (t[i] == '&') {
        i = entity(t, i);
      } else {
        if ((t[i] == '\n' || t[i] == '\r') && !preformatted) {
          t[i] = ' ';
        }
        i++;
      }
    }
  }

  private static String tagName(char[] t, int from, int end) {
    int start = from < end && t[from] == '/' ? from + 1 : from;
    int stop = start;
    while (stop < end && stop - start < 12 && CodeScanner.isWord(t[stop])) {
      stop++;
    }
    return new String(t, start, stop - start).toLowerCase(Locale.ROOT);
  }

  private static int indexOfClosing(char[] t, int from, String tag) {
    for (int i = from; i + 1 < t.length; i++) {
      if (t[i] == '<' && t[i + 1] == '/' && tagName(t, i + 1, t.length).equals(tag)) {
        return i;
      }
    }
    return t.length;
  }

  private static char separator(String tag) {
    return switch (tag) {
      case "tr",
          "p",
          "div",
          "li",
          "br",
          "table",
          "h1",
          "h2",
          "h3",
          "h4",
          "h5",
          "h6",
          "dt",
          "hr",
          "section",
          "title",
          "pre" ->
          '\n';
      case "td", "th", "dd" -> '|';
      default -> ' ';
    };
  }

  /** Puts the character of an entity at its last place and blanks the rest. */
  private static int entity(char[] t, int start) {
    int end = start + 1;
    while (end < t.length && end - start < 10 && (CodeScanner.isWord(t[end]) || t[end] == '#')) {
      end++;
    }
    if (end >= t.length || t[end] != ';') {
      return start + 1;
    }
    String name = new String(t, start + 1, end - start - 1);
    char is =
        switch (name) {
          case "deg", "#176", "#xB0", "#xb0" -> '°';
          case "amp" -> '&';
          case "lt" -> '<';
          case "gt" -> '>';
          case "ndash", "#8211", "minus" -> '-';
          default -> ' ';
        };
    Arrays.fill(t, start, end, ' ');
    t[end] = is;
    return end + 1;
  }
}
