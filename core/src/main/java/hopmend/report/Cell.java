package hopmend.report;

/**
 * A piece of a report between two places, and what its column or its field is called.
 *
 * @param head {@link Head#NONE} where nothing names it
 */
record Cell(Head head, int start, int end) {
  Cell shifted(int offset) {
    return new Cell(head, start + offset, end + offset);
  }

  /** What stands between two places, without the space around it. */
  static Cell trimmed(char[] glyphs, int from, int to) {
    int start = from;
    int end = to;
    while (start < end && glyphs[start] <= ' ') {
      start++;
    }
    while (end > start && glyphs[end - 1] <= ' ') {
      end--;
    }
    return new Cell(Head.NONE, start, end);
  }

  /** What stands in the line that begins at a place. */
  static Cell ofLine(char[] glyphs, int from) {
    return trimmed(glyphs, from, lineEnd(glyphs, from));
  }

  /** Where the line behind a place begins; behind the last one, the end. */
  static int nextLine(char[] glyphs, int place) {
    return Math.min(lineEnd(glyphs, place) + 1, glyphs.length);
  }

  private static int lineEnd(char[] glyphs, int from) {
    int end = from;
    while (end < glyphs.length && glyphs[end] != '\n') {
      end++;
    }
    return end;
  }
}
