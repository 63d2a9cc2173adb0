package hopmend.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Several reports in one paste: blocks of JSON, HTML or XML that begin a line each, and plain text
 * between them. Linear in the text: a block that does not close ends the search for its kind.
 */
final class MixedLayout {
  private final String text;
  private final ReportWords words;
  private final char[] glyphs;
  private final List<Line> lines = new ArrayList<>();
  private boolean jsonCloses = true;
  private boolean markupCloses = true;

  private MixedLayout(String text, ReportWords words) {
    this.text = text;
    this.words = words;
    this.glyphs = Layout.glyphs(text);
  }

  /** Empty if there is no block. */
  static Optional<Layout> of(String text, ReportWords words) {
    MixedLayout mixed = new MixedLayout(text, words);
    return mixed.read()
        ? Optional.of(new Layout("mixed", text, mixed.glyphs, mixed.lines))
        : Optional.empty();
  }

  /** Where runs of blocks begin and end, what only space parts as one. */
  static List<int[]> runs(String text, ReportWords words) {
    List<int[]> runs = new ArrayList<>();
    for (int[] block : new MixedLayout(text, words).blocks()) {
      int[] last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
      if (last != null && text.substring(last[1], block[0]).isBlank()) {
        last[1] = block[1];
      } else {
        runs.add(block);
      }
    }
    return runs;
  }

  private List<int[]> blocks() {
    List<int[]> blocks = new ArrayList<>();
    int at = 0;
    while (at < text.length()) {
      int start = firstSign(at);
      int end = start < text.length() ? blockEnd(start) : -1;
      if (end > 0) {
        blocks.add(new int[] {start, end});
      }
      at = end < 0 ? lineBehind(start) : end;
    }
    return blocks;
  }

  private boolean read() {
    int plain = 0;
    boolean any = false;
    for (int[] b : blocks()) {
      Optional<Layout> block = block(text.substring(b[0], b[1]));
      if (block.isPresent()) {
        plain(plain, b[0]);
        add(block.get(), b[0]);
        plain = b[1];
        any = true;
      }
    }
    if (any) {
      plain(plain, text.length());
    }
    return any;
  }

  private int firstSign(int from) {
    int at = from;
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return at;
  }

  private int lineBehind(int at) {
    int end = text.indexOf('\n', at);
    return end < 0 ? text.length() : end + 1;
  }

  private Optional<Layout> block(String block) {
    return block.charAt(0) == '<'
        ? Optional.of(MarkupLayout.of(block, words))
        : JsonLayout.of(block, words);
  }

  /** Behind a block that begins at a place; -1 if none does. */
  private int blockEnd(int start) {
    char first = text.charAt(start);
    if ((first == '{' || first == '[') && jsonCloses && isJson(start)) {
      int end = jsonEnd(start);
      jsonCloses = end > 0;
      return end;
    }
    boolean tag = first == '<' && start + 1 < text.length() && isRoot(text.charAt(start + 1));
    if (tag && markupCloses) {
      int end = markupEnd(start);
      markupCloses = end > 0;
      return end;
    }
    return -1;
  }

  /** "[ECM] P0340" is none, and "[ ] current" neither. */
  private boolean isJson(int start) {
    int next = firstSign(start + 1);
    return next < text.length() && "{[\"".indexOf(text.charAt(next)) >= 0;
  }

  private static boolean isRoot(char c) {
    return Character.isLetter(c) || c == '?' || c == '!';
  }

  private int jsonEnd(int start) {
    int depth = 0;
    boolean quoted = false;
    for (int i = start; i < text.length(); i++) {
      char c = text.charAt(i);
      if (quoted) {
        i += c == '\\' ? 1 : 0;
        quoted = c != '"';
      } else if (c == '"') {
        quoted = true;
      } else if (c == '{' || c == '[') {
        depth++;
      } else if (c == '}' || c == ']') {
        depth--;
        if (depth == 0) {
          return i + 1;
        }
      }
    }
    return -1;
  }

  /** Behind the closing tag of the element that begins there, those of its name within counted. */
  private int markupEnd(int start) {
    int root = start;
    while (root >= 0 && root + 1 < text.length() && !Character.isLetter(text.charAt(root + 1))) {
      root = text.indexOf('<', root + 1);
    }
    if (root < 0) {
      return -1;
    }
    int to = root + 1;
    while (to < text.length() && Glyphs.isWord(text.charAt(to))) {
      to++;
    }
    String name = text.substring(root + 1, to);
    int depth = 0;
    int at = root;
    while (at >= 0) {
      boolean closes = stands("</" + name, at);
      boolean opens = stands("<" + name, at);
      depth += opens ? 1 : closes ? -1 : 0;
      int end = text.indexOf('>', at);
      if (end < 0 || depth == 0) {
        return end < 0 ? -1 : end + 1;
      }
      at = text.indexOf('<', end);
    }
    return -1;
  }

  private boolean stands(String sign, int at) {
    int behind = at + sign.length();
    return text.regionMatches(true, at, sign, 0, sign.length())
        && (behind >= text.length() || !Glyphs.isWord(text.charAt(behind)));
  }

  private void plain(int from, int to) {
    if (!text.substring(from, to).isBlank()) {
      add(PlainLayout.of(text.substring(from, to), words), from);
    }
  }

  private void add(Layout part, int offset) {
    System.arraycopy(part.glyphs(), 0, glyphs, offset, part.glyphs().length);
    lines.add(Line.of(Line.Kind.GAP, 0));
    part.lines().forEach(l -> lines.add(l.shifted(offset)));
  }
}
