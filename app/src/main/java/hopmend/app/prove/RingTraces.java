package hopmend.app.prove;

import hopmend.app.job.JobDesk;
import hopmend.app.job.KeptReadings;
import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.job.Fact;
import hopmend.message.Message;
import hopmend.trace.RingReading;
import hopmend.trace.ToneRing;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What kept recordings of a tone ring tell. */
@Component
class RingTraces {
  private final JobDesk desk;
  private final KeptReadings<Fact.Traced, Shown> shown = new KeptReadings<>();

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
            t -> shown.of(t, () -> desk.text(jobId, t.attachment()), text -> Shown.of(t, text)));
  }
}
