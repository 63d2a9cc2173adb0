package hopmend.report;

import hopmend.report.ScanText.Found;
import hopmend.report.ScanText.Mark;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * A report as all else here reads it: without what programs did to it on its way, how they wrote
 * its letters and what they put before or behind its lines. What is found in it is told by its
 * place in the report as it came.
 *
 * @param text as it is read
 * @param starts where each character stood, and the end; empty if all stand there still
 * @param ends behind where each stood
 */
record Composed(String text, int[] starts, int[] ends) {
  private static final int[] AS_IT_CAME = {};

  static Composed of(String report, ReportWords words) {
    Composed lines =
        new Composed(report, AS_IT_CAME, AS_IT_CAME)
            .by(Escapes::ofTerminal)
            .by(Escapes::ofMail)
            .by(Escapes::ofMarkup)
            .by(Escapes::ofTwoEncodings)
            .by(Escapes::ofTwoEncodings)
            .by(Escapes::ofDataWithin)
            .by(Escapes::ofPreformatted)
            .by(Escapes::ofEmphasis)
            .by(Escapes::ofMarkdown)
            .by(Escapes::ofAddresses)
            .by(Letters::composed)
            .by(text -> LostLetters.found(text, words))
            .by(LineSigns::unquoted)
            .by(text -> LineSigns.unsigned(text, words))
            .by(LineSigns::unlogged);
    return JsonLayout.isYaml(lines.text, words) ? lines : lines.withoutSigns(words);
  }

  /** Without what stands before and behind lines, and with those as one that were broken. */
  private Composed withoutSigns(ReportWords words) {
    return by(LineSigns::unbulleted)
        .by(LineSigns::uncounted)
        .by(LineSigns::unnumbered)
        .by(text -> LineSigns.unended(text, ",;\\"))
        .by(text -> WrappedLines.joined(text, words))
        .by(text -> LineSigns.unended(text, "."))
        .by(EmptyLines::single);
  }

  private Composed by(Function<String, Optional<Rewriting>> way) {
    return way.apply(text).map(Rewriting::done).map(this::inOriginal).orElse(this);
  }

  /** What was made from this one, by its places in the report as it came. */
  private Composed inOriginal(Composed next) {
    if (starts.length > 0) {
      for (int i = 0; i < next.starts.length; i++) {
        next.ends[i] = next.ends[i] == 0 ? 0 : ends[next.ends[i] - 1];
        next.starts[i] = starts[next.starts[i]];
      }
    }
    return next;
  }

  /** What was found, by its places in the report as it came. */
  ScanText inReport(ScanText read, String report) {
    if (starts.length == 0) {
      return read;
    }
    int[] lines = lines(report);
    return new ScanText(
        read.layout(),
        each(read.found(), f -> inReport(f, lines)),
        each(read.doubtful(), d -> d.inLine(line(d.line(), lines))),
        each(read.marks(), m -> new Mark(m.kind(), start(m.start()), end(m.end()), m.says())),
        read.vins(),
        read.odometer(),
        read.date(),
        read.freezeFrame(),
        read.saysNone());
  }

  private Found inReport(Found f, int[] lines) {
    return new Found(f.read(), f.slips(), line(f.line(), lines), start(f.start()), end(f.end()));
  }

  private static int line(int composed, int[] lines) {
    return lines[Math.min(composed, lines.length) - 1];
  }

  /** The number that each line has in the report as it came. */
  private int[] lines(String report) {
    int[] lines = new int[1 + (int) text.chars().filter(c -> c == '\n').count()];
    int there = 1;
    int seen = 0;
    int n = 0;
    for (int i = 0; i <= text.length(); i++) {
      if (i == 0 || text.charAt(i - 1) == '\n') {
        while (seen < starts[i]) {
          there += Letters.endsLine(report, seen) ? 1 : 0;
          seen++;
        }
        lines[n++] = there;
      }
    }
    return lines;
  }

  private int start(int composed) {
    return starts[Math.min(composed, starts.length - 1)];
  }

  private int end(int composed) {
    return composed == 0 ? 0 : ends[Math.min(composed, ends.length) - 1];
  }

  private static <T> List<T> each(List<T> all, Function<T, T> moved) {
    return all.stream().map(moved).toList();
  }
}
