package hopmend.report;

import hopmend.report.ScanText.Found;
import hopmend.report.ScanText.Mark;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;

/**
 * A report as all else here reads it: accents in one piece with their letters, without a byte order
 * mark, without the signs by which a mail quotes, and without the empty line that some programs put
 * behind each line. What is found in it is told by its place in the report as it came.
 *
 * @param places where each character stood, and behind the last one; empty if all stand there still
 * @param lines the number of each line in the report as it came; empty if all are the same
 */
record Composed(String text, int[] places, List<Integer> lines) {
  private static final char BYTE_ORDER_MARK = 0xFEFF;

  /** So many lines are quoted in a row at least; one alone is a heading (our own bound). */
  private static final int LEAST_QUOTED = 2;

  /** So many lines with an empty one behind each are no accident (our own bound). */
  private static final int LEAST_SPACED = 3;

  static Composed of(String report) {
    boolean marked = !report.isEmpty() && report.charAt(0) == BYTE_ORDER_MARK;
    boolean composed = Normalizer.isNormalized(report, Normalizer.Form.NFC);
    boolean quotes = report.startsWith(">") || report.contains("\n>");
    boolean spaced = isSpaced(report);
    return marked || !composed || quotes || spaced
        ? new Copy(report, marked ? 1 : 0, quotes, spaced).made()
        : new Composed(report, new int[0], List.of());
  }

  /** Whether an odd number of empty lines stands behind every line that is not empty. */
  private static boolean isSpaced(String report) {
    int lines = 0;
    int start = 0;
    int empty = -1;
    while (start < report.length()) {
      int end = lineEnd(report, start);
      if (isEmpty(report, start, end)) {
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

  private static int lineEnd(String text, int from) {
    int end = text.indexOf('\n', from);
    return end < 0 ? text.length() : end;
  }

  private static boolean isEmpty(String text, int start, int end) {
    for (int i = start; i < end; i++) {
      if (!Character.isWhitespace(text.charAt(i))) {
        return false;
      }
    }
    return true;
  }

  /** The report, copied line by line. */
  private static final class Copy {
    private final String report;
    private final int begin;
    private final boolean quotes;
    private final boolean spaced;
    private final StringBuilder text;
    private final int[] places;
    private final List<Integer> lines = new ArrayList<>();

    Copy(String report, int begin, boolean quotes, boolean spaced) {
      this.report = report;
      this.begin = begin;
      this.quotes = quotes;
      this.spaced = spaced;
      this.text = new StringBuilder(report.length());
      this.places = new int[report.length() + 1];
    }

    Composed made() {
      int start = begin;
      int quotedUntil = begin;
      int emptyBefore = 0;
      int line = 0;
      while (start < report.length()) {
        line++;
        int end = lineEnd(report, start);
        if (quotes && start >= quotedUntil) {
          quotedUntil = quoteEnds(start);
        }
        int from = start < quotedUntil ? behindSigns(start, end) : start;
        boolean empty = isEmpty(report, from, end);
        emptyBefore = empty ? emptyBefore + 1 : 0;
        if (!spaced || !empty || emptyBefore % 2 == 0) {
          copy(from, Math.min(end + 1, report.length()));
          if (spaced) {
            lines.add(line);
          }
        }
        start = end + 1;
      }
      places[text.length()] = report.length();
      return new Composed(
          text.toString(), Arrays.copyOf(places, text.length() + 1), List.copyOf(lines));
    }

    /** Behind the lines that are quoted from here on; the same place if they are too few. */
    private int quoteEnds(int start) {
      int lines = 0;
      int at = start;
      while (at < report.length() && report.charAt(at) == '>') {
        at = lineEnd(report, at) + 1;
        lines++;
      }
      return lines >= LEAST_QUOTED ? at : start;
    }

    /** "> > P0340". */
    private int behindSigns(int start, int end) {
      int at = start;
      while (at < end && report.charAt(at) == '>') {
        at++;
        at += at < end && report.charAt(at) == ' ' ? 1 : 0;
      }
      return at;
    }

    private void copy(int from, int to) {
      int i = from;
      while (i < to) {
        int behind = i + 1;
        while (behind < to
            && Character.getType(report.charAt(behind)) == Character.NON_SPACING_MARK) {
          behind++;
        }
        if (behind == i + 1) {
          places[text.length()] = i;
          text.append(report.charAt(i));
        } else {
          compose(i, behind);
        }
        i = behind;
      }
    }

    /** A letter and the accents behind it. */
    private void compose(int from, int behind) {
      String written = report.substring(from, behind);
      String composed = Normalizer.normalize(written, Normalizer.Form.NFC);
      String letter = composed.length() < written.length() ? composed : written;
      Arrays.fill(places, text.length(), text.length() + letter.length(), from);
      text.append(letter);
    }
  }

  /** What was found, by its places in the report as it came. */
  ScanText inReport(ScanText read) {
    return places.length == 0
        ? read
        : new ScanText(
            read.layout(),
            each(read.found(), this::inReport),
            each(read.doubtful(), d -> d.inLine(line(d.line()))),
            each(read.marks(), m -> new Mark(m.kind(), place(m.start()), place(m.end()), m.says())),
            read.vins(),
            read.odometer(),
            read.date(),
            read.freezeFrame(),
            read.saysNone());
  }

  private Found inReport(Found f) {
    return new Found(f.read(), f.slips(), line(f.line()), place(f.start()), place(f.end()));
  }

  private int line(int composed) {
    return composed > lines.size() ? composed : lines.get(composed - 1);
  }

  private int place(int composed) {
    return places[Math.min(composed, places.length - 1)];
  }

  private static <T> List<T> each(List<T> all, Function<T, T> moved) {
    return all.stream().map(moved).toList();
  }
}
