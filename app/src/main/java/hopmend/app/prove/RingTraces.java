package hopmend.app.prove;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.job.JobDesk;
import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.job.Fact;
import hopmend.message.Message;
import hopmend.trace.RingReading;
import hopmend.trace.ToneRing;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What kept recordings of a tone ring tell. A kept one never changes, nor does what it tells. */
@Component
class RingTraces {
  private static final int KEPT = 100;

  private final JobDesk desk;
  private final Cache<Fact.Traced, Shown> shown = Caffeine.newBuilder().maximumSize(KEPT).build();

  RingTraces(JobDesk desk) {
    this.desk = desk;
  }

  /** The ring as it was seen, drawn and in words, with what has to be known of the file. */
  record Shown(String name, Drawing drawing, List<Message> says, List<Message> notes) {
    static Optional<Shown> of(Fact.Traced traced, String text) {
      RingReading read =
          RingReading.of(text, traced.signal(), Optional.ofNullable(traced.perSecond()));
      return read.ring().map(r -> of(traced.name(), r, read.notes()));
    }

    private static Shown of(String name, ToneRing ring, List<Message> notes) {
      return new Shown(name, ring.draw(Words.wording()), ring.says(), notes);
    }
  }

  /** Of the recording that answered a check last; empty if none did. */
  Optional<Shown> of(long jobId, List<Fact.CheckAnswered> answers) {
    return answers.stream()
        .filter(a -> a.traced() != null)
        .map(Fact.CheckAnswered::traced)
        .reduce((one, later) -> later)
        .flatMap(
            t ->
                Optional.ofNullable(
                    shown.get(
                        t,
                        x ->
                            desk.text(jobId, t.attachment())
                                .flatMap(text -> Shown.of(t, text))
                                .orElse(null))));
  }
}
