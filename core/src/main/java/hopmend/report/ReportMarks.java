package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.report.ScanText.Doubtful;
import hopmend.report.ScanText.Mark;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/** Where in a report things were found, and what has to be asked. */
final class ReportMarks {
  private static final int LONGEST_DOUBT = 60;

  private final String text;

  /** Places of the line breaks. */
  private final int[] breaks;

  private final List<Mark> marks = new ArrayList<>();
  private final List<Doubted> doubtful = new ArrayList<>();

  ReportMarks(String text) {
    this.text = text;
    this.breaks = breaks(text);
  }

  private static int[] breaks(String text) {
    IntStream.Builder breaks = IntStream.builder();
    for (int at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) {
      breaks.add(at);
    }
    return breaks.build().toArray();
  }

  /** The line of the original in which a character stands, from 1. */
  int lineOf(int place) {
    int at = Arrays.binarySearch(breaks, place);
    return (at < 0 ? -at - 1 : at) + 1;
  }

  void mark(Mark.Kind kind, int start, int end, String says) {
    mark(kind, start, end, Message.text(says));
  }

  /** It ends with what is said there, and not with the end of a line. */
  void mark(Mark.Kind kind, int start, int behind, Message says) {
    int end = behind;
    while (end > start && Character.isWhitespace(text.charAt(end - 1))) {
      end--;
    }
    if (start >= 0 && end > start) {
      marks.add(new Mark(kind, start, end, says));
    }
  }

  void unmark(Mark.Kind kind) {
    marks.removeIf(m -> m.kind() == kind);
  }

  /** A doubt, and where it begins. */
  private record Doubted(int start, Doubtful what) {}

  /**
   * @param reads the code that it may be, empty if that is not known; null where it is a value
   */
  void doubt(int start, int end, Message why, String reads) {
    doubt(start, end, why, reads, Set.of(), "", Optional.empty());
  }

  /** What may be a code, and what is told of it then. */
  void doubt(LineFinds.Doubt asked, ReadCode told) {
    doubt(
        asked.start(),
        asked.end(),
        asked.why(),
        asked.reads(),
        told.states(),
        told.controlUnit(),
        Optional.empty());
  }

  /** A distance that may be the odometer's. */
  void doubt(LineFinds.Value distance, Message why) {
    Optional<Reading> odometer = Optional.of(distance.reading());
    doubt(distance.start(), distance.end(), why, null, Set.of(), "", odometer);
  }

  private void doubt(
      int start,
      int end,
      Message why,
      String reads,
      Set<CodeState> states,
      String controlUnit,
      Optional<Reading> odometer) {
    String doubted = text.substring(start, Math.min(end, start + LONGEST_DOUBT));
    String code = reads == null ? "" : reads;
    Doubtful what =
        new Doubtful(
            doubted, why, lineOf(start), code, reads != null, states, controlUnit, odometer);
    doubtful.add(new Doubted(start, what));
    mark(Mark.Kind.DOUBT, start, end, why);
  }

  /** In the order of the report. */
  List<Mark> marks() {
    return marks.stream().sorted(Comparator.comparingInt(Mark::start)).toList();
  }

  List<Doubtful> doubtful() {
    return doubtful.stream()
        .sorted(Comparator.comparingInt(Doubted::start))
        .map(Doubted::what)
        .toList();
  }
}
