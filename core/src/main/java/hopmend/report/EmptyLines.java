package hopmend.report;

import java.util.Optional;

/** The empty lines that some programs put behind each line: those between blocks stay. */
final class EmptyLines {
  /** So many lines with an empty one behind each are no accident (our own bound). */
  private static final int LEAST_SPACED = 3;

  private EmptyLines() {}

  static Optional<Rewriting> single(String text) {
    if (!isSpaced(text)) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    int emptyBefore = 0;
    int start = 0;
    while (start < text.length()) {
      int end = LineSigns.lineEnd(text, start);
      boolean empty = LineSigns.isEmpty(text, start);
      emptyBefore = empty ? emptyBefore + 1 : 0;
      if (!empty || emptyBefore % 2 == 0) {
        anew.keep(start, Math.min(end + 1, text.length()));
      }
      start = end + 1;
    }
    return Optional.of(anew);
  }

  /** Whether an odd number of empty lines stands behind every line that is not empty. */
  private static boolean isSpaced(String text) {
    int lines = 0;
    int start = 0;
    int empty = -1;
    while (start < text.length()) {
      int end = LineSigns.lineEnd(text, start);
      if (LineSigns.isEmpty(text, start)) {
        empty++;
      } else if (lines > 0 && empty % 2 == 0) {
        return false;
      } else {
        lines++;
        empty = 0;
      }
      start = end + 1;
    }
    return lines >= LEAST_SPACED;
  }
}
