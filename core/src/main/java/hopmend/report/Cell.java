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
}
