package hopmend.app.relearn;

import hopmend.app.job.JobDesk;
import hopmend.app.job.KeptReadings;
import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.job.JobState;
import hopmend.message.Message;
import hopmend.relearn.SegmentTrace;
import hopmend.relearn.ToothErrors;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What kept traces of segment times tell. */
@Component
class Teeth {
  private final JobDesk desk;
  private final KeptReadings<String, Shown> shown = new KeptReadings<>();

  Teeth(JobDesk desk) {
    this.desk = desk;
  }

  /** The ring, and what its roughness says. */
  public record Shown(ToothErrors errors, Drawing ring, List<Message> says) {
    static Optional<Shown> of(String text) {
      return SegmentTrace.read(text)
          .trace()
          .flatMap(ToothErrors::learn)
          .map(e -> new Shown(e, e.draw(Words.wording()), e.says()));
    }
  }

  /** Of the job's last trace; empty if it has none. */
  Optional<Shown> of(long jobId, JobState state) {
    return state
        .segments()
        .flatMap(s -> shown.of(s.attachment(), () -> desk.text(jobId, s.attachment()), Shown::of));
  }
}
