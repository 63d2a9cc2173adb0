package hopmend.app.verify;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.job.JobDesk;
import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.fault.FreezeFrameValue;
import hopmend.job.Workup;
import hopmend.message.Message;
import hopmend.verify.DriveLog;
import hopmend.verify.DriveProof;
import hopmend.verify.DriveTrace;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Judges kept drive logs. A kept log never changes: its judgement is kept, not its samples. */
@Component
class Drives {
  private static final int KEPT = 200;

  private final JobDesk desk;
  private final Cache<Asked, Judged> judged = Caffeine.newBuilder().maximumSize(KEPT).build();

  Drives(JobDesk desk) {
    this.desk = desk;
  }

  private record Asked(long jobId, String attachment, List<FreezeFrameValue> freezeFrame) {}

  /** What a log proves, and its picture. */
  record Judged(DriveProof proof, Drawing trace, List<Message> notes) {
    Judged {
      notes = List.copyOf(notes);
    }
  }

  /** The text of the job's drive log where it has to be judged yet. */
  Optional<String> unjudged(long jobId, Workup workup) {
    return asked(jobId, workup)
        .filter(a -> judged.getIfPresent(a) == null)
        .flatMap(a -> desk.text(a.jobId(), a.attachment()));
  }

  /** The judgement of the job's drive log; empty if it has none. */
  Optional<Judged> of(long jobId, Workup workup) {
    return of(jobId, workup, unjudged(jobId, workup).orElse(null));
  }

  /**
   * The same where the text was read before.
   *
   * @param text null if it is judged already
   */
  Optional<Judged> of(long jobId, Workup workup, String text) {
    return asked(jobId, workup)
        .flatMap(
            a -> {
              Optional<Judged> known = Optional.ofNullable(judged.getIfPresent(a));
              return known.isPresent() || text == null ? known : judge(a, workup, text);
            });
  }

  private static Optional<Asked> asked(long jobId, Workup workup) {
    return workup
        .state()
        .drive()
        .map(d -> new Asked(jobId, d.attachment(), workup.state().freezeFrame()));
  }

  private Optional<Judged> judge(Asked asked, Workup workup, String text) {
    DriveLog.Read read = DriveLog.read(text, workup.catalog().reportWords());
    Optional<Judged> fresh =
        read.log()
            .map(
                log -> {
                  DriveProof proof = workup.driveProof(log);
                  return new Judged(
                      proof, DriveTrace.draw(log, proof, Words.wording()), read.notes());
                });
    fresh.ifPresent(j -> judged.put(asked, j));
    return fresh;
  }
}
