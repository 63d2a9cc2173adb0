package hopmend.instrument;

import hopmend.drawing.Drawing;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.trace.Finding;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What an instrument sees.
 *
 * @param seen what is wrong; empty if all is as it should be
 * @param says the figures that it read, in words
 * @param levels heights in the recording by which it judged
 * @param figures the same for other programs: name with its unit, value
 * @param picture what it looks like, where that is more than the recording itself
 */
public record Sight(
    List<Seen> seen,
    List<Message> says,
    List<Level> levels,
    Map<String, Double> figures,
    Optional<Picture> picture) {
  /**
   * Something that is wrong.
   *
   * @param at where in the recording; empty if all over it
   */
  public record Seen(Finding finding, Message says, List<Span> at) {
    /** A picture shows no more of them; how many there are stands in the words. */
    private static final int MOST_SPANS = 500;

    public Seen {
      at = List.copyOf(at.subList(0, Math.min(at.size(), MOST_SPANS)));
    }

    static Seen all(Finding finding, Object... said) {
      return new Seen(finding, Message.of(Message.named(finding).key(), said), List.of());
    }
  }

  /** A piece of a recording, seconds from its beginning. */
  public record Span(double fromS, double toS) {}

  /** A height in the signal of a role, in the recording's own unit. */
  public record Level(String role, double value, Message name) {}

  /** Something that is drawn. */
  @FunctionalInterface
  public interface Picture {
    Drawing draw(Wording words);
  }

  public Sight {
    seen = List.copyOf(seen);
    says = List.copyOf(says);
    levels = List.copyOf(levels);
  }

  /** Why it judges so: what is wrong, or the figures that are as they should be. */
  public List<Message> reasons() {
    return seen.isEmpty() ? says : seen.stream().map(Seen::says).toList();
  }

  public boolean shows(Finding finding) {
    return seen.stream().anyMatch(s -> s.finding() == finding);
  }
}
