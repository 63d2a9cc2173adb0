package hopmend.trace;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A file of a recording as a tone ring.
 *
 * @param ring empty if none was seen
 * @param signal the column that was looked at; empty where each row is the moment of a tooth
 * @param problems why nothing was seen
 * @param notes what a person has to know of the file
 */
public record RingReading(
    Optional<ToneRing> ring, String signal, List<Message> problems, List<Message> notes) {
  /** What a column of the crankshaft's signal is called, in some languages (common practice). */
  private static final Pattern CALLED =
      Pattern.compile(
          "crank|ckp|kurbel|vilebrequin|ciguenal|cigüeñal|krukas|signal|pickup|vevaxel");

  /** A column that counts the teeth: then each row is the moment of one. */
  private static final Pattern COUNTS = Pattern.compile("tooth|teeth|edge|zahn|dent|diente|tand");

  public RingReading {
    problems = List.copyOf(problems);
    notes = List.copyOf(notes);
  }

  /**
   * Reads a recording of voltages, or of the moments of teeth.
   *
   * @param signal name of the column; empty for the one that is called so, or the only one
   * @param perSecond samples a second, where the file does not tell the time
   */
  public static RingReading of(String text, String signal, Optional<Double> perSecond) {
    Capture.Read read = Capture.read(text, perSecond);
    if (read.capture().isEmpty()) {
      return new RingReading(Optional.empty(), signal, read.problems(), read.notes());
    }
    Capture capture = read.capture().get();
    List<String> columns = capture.channels().stream().map(Capture.Channel::name).toList();
    boolean isOfEdges = signal.isBlank() && columns.stream().allMatch(c -> matches(COUNTS, c));
    Optional<Capture.Channel> channel = channel(capture, signal);
    if (!isOfEdges && channel.isEmpty()) {
      return new RingReading(
          Optional.empty(),
          signal,
          List.of(Message.of("capture.which-column", Message.listed(columns))),
          read.notes());
    }
    Edges edges =
        isOfEdges
            ? Edges.ofTimes(capture.timeS())
            : Edges.in(capture.timeS(), channel.get().values());
    ToneRing.Seen seen = ToneRing.in(edges);
    List<Message> problems = new ArrayList<>();
    seen.why().ifPresent(w -> problems.add(Message.named(w)));
    return new RingReading(
        seen.ring(), isOfEdges ? "" : channel.get().name(), problems, read.notes());
  }

  private static Optional<Capture.Channel> channel(Capture capture, String signal) {
    List<Capture.Channel> all = capture.channels();
    if (!signal.isBlank()) {
      return all.stream().filter(c -> c.name().equalsIgnoreCase(signal.strip())).findFirst();
    }
    return all.size() == 1
        ? Optional.of(all.get(0))
        : all.stream().filter(c -> matches(CALLED, c.name())).findFirst();
  }

  private static boolean matches(Pattern pattern, String name) {
    return pattern.matcher(name.toLowerCase(Locale.ROOT)).find();
  }
}
