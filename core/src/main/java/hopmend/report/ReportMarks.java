package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.message.Message;
import hopmend.report.ScanText.Doubtful;
import hopmend.report.ScanText.Mark;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;

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

  void unmark(Mark.Kind kind, int start) {
    marks.removeIf(m -> m.kind() == kind && m.start() == start);
  }

  /** A doubt, and where it begins; what it may be is known when all is read. */
  private record Doubted(int start, Supplier<Doubtful> what) {}

  /** Something that may be one thing or another. */
  void doubt(LineFinds.Doubt asked) {
    doubt(asked, Set.of(), "");
  }

  /** What may be a code, and what is told of it then. */
  void doubt(LineFinds.Doubt asked, ReadCode told) {
    doubt(asked, told.states(), told.controlUnit());
  }

  /** A distance that may be the odometer's, or others that may be it as well. */
  void doubt(LineFinds.Value distance, Message why, LineFinds.Value... others) {
    List<Offer> odometers =
        Stream.concat(Stream.of(distance), Stream.of(others))
            .<Offer>map(v -> new Offer.OfOdometer(v.reading()))
            .toList();
    doubt(LineFinds.Doubt.ofValue(distance.start(), distance.end(), why, odometers));
  }

  private void doubt(LineFinds.Doubt asked, Set<CodeState> states, String controlUnit) {
    Doubtful what =
        new Doubtful(
            doubted(asked.start(), asked.end()),
            asked.why(),
            lineOf(asked.start()),
            asked.reads() == null ? "" : asked.reads(),
            asked.reads() != null,
            states,
            controlUnit,
            Optional.ofNullable(asked.condition()),
            asked.offers());
    doubtful.add(new Doubted(asked.start(), () -> what));
    mark(Mark.Kind.DOUBT, asked.start(), asked.end(), asked.why());
  }

  /** What is doubted; in data a value may stand before its name. */
  private String doubted(int start, int end) {
    int from = Math.min(start, end);
    return text.substring(from, Math.min(Math.max(start, end), from + LONGEST_DOUBT));
  }

  /**
   * Something that may tell one thing or another of some codes.
   *
   * @param codes their numbers among all that were found
   */
  void doubt(
      int start,
      int end,
      Message why,
      FoundCodes found,
      List<Integer> codes,
      List<UnaryOperator<ReadCode>> tells) {
    doubtful.add(
        new Doubted(
            start,
            () ->
                Doubtful.ofValue(
                    doubted(start, end), why, lineOf(start), offers(found, codes, tells))));
    mark(Mark.Kind.DOUBT, start, end, why);
  }

  private static List<Offer> offers(
      FoundCodes found, List<Integer> codes, List<UnaryOperator<ReadCode>> tells) {
    return codes.stream()
        .map(k -> found.get(k).read())
        .flatMap(was -> tells.stream().<Offer>map(t -> new Offer.OfCode(was, t.apply(was))))
        .limit(LineFinds.MOST_OFFERS)
        .toList();
  }

  /** In the order of the report. */
  List<Mark> marks() {
    return marks.stream().sorted(Comparator.comparingInt(Mark::start)).toList();
  }

  List<Doubtful> doubtful() {
    return doubtful.stream()
        .sorted(Comparator.comparingInt(Doubted::start))
        .map(d -> d.what().get())
        .toList();
  }
}
