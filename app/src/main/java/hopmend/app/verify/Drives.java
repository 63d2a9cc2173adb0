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
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Judges kept drive logs. A kept log never changes: its judgement is kept, not its samples. */
@Component
public class Drives {
  private static final int KEPT = 200;

  private final JobDesk desk;
  private final Cache<Asked, Judged> judged = Caffeine.newBuilder().maximumSize(KEPT).build();

  Drives(JobDesk desk) {
    this.desk = desk;
  }

  private record Asked(long jobId, String attachment, List<FreezeFrameValue> freezeFrame) {
    static List<Asked> of(long jobId, Workup workup) {
      List<FreezeFrameValue> frame = workup.state().freezeFrame();
      return workup.state().drives().stream()
          .map(d -> new Asked(jobId, d.attachment(), frame))
          .toList();
    }
  }

  /** What a log proves, how long and far it went, and its picture. */
  public record Judged(
      DriveProof proof, double minutes, double km, Drawing trace, List<Message> notes) {
    public Judged {
      notes = List.copyOf(notes);
    }
  }

  /** Texts that were read from the database, by the id of the kept text. */
  record Texts(Map<String, String> byId) {}

  /** The texts of the job's drives that have to be judged yet. */
  Texts unjudged(long jobId, Workup workup) {
    Map<String, String> texts = new HashMap<>();
    Asked.of(jobId, workup).stream()
        .filter(a -> judged.getIfPresent(a) == null)
        .forEach(
            a -> desk.text(jobId, a.attachment()).ifPresent(t -> texts.put(a.attachment(), t)));
    return new Texts(texts);
  }

  /** What each recorded drive of the job proved. */
  public List<DriveProof> proofs(long jobId, Workup workup) {
    return of(jobId, workup).stream().map(Judged::proof).toList();
  }

  /**
   * The job's drives that something recorded, judged; a log that does not read any more is none.
   */
  List<Judged> of(long jobId, Workup workup) {
    return of(jobId, workup, unjudged(jobId, workup));
  }

  /** The same where the texts were read before. */
  List<Judged> of(long jobId, Workup workup, Texts texts) {
    return Asked.of(jobId, workup).stream()
        .flatMap(
            a ->
                Optional.ofNullable(judged.getIfPresent(a))
                    .or(
                        () ->
                            Optional.ofNullable(texts.byId().get(a.attachment()))
                                .flatMap(t -> judge(a, workup, t)))
                    .stream())
        .toList();
  }

  private Optional<Judged> judge(Asked asked, Workup workup, String text) {
    DriveLog.Read read = DriveLog.read(text, workup.catalog().reportWords());
    Optional<Judged> fresh =
        read.log()
            .map(
                log -> {
                  DriveProof proof = workup.driveProof(log);
                  Drawing trace = DriveTrace.draw(log, proof, Words.wording());
                  return new Judged(proof, log.durationS() / 60, log.km(), trace, read.notes());
                });
    fresh.ifPresent(j -> judged.put(asked, j));
    return fresh;
  }
}
