package hopmend.app.verify;

import hopmend.app.job.JobDesk;
import hopmend.app.web.LastUsed;
import hopmend.drawing.Drawing;
import hopmend.fault.FreezeFrameValue;
import hopmend.job.Workup;
import hopmend.verify.DriveLog;
import hopmend.verify.DriveProof;
import hopmend.verify.DriveTrace;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Judges kept drive logs. A kept log never changes: its judgement is kept, not its samples. */
@Component
class Drives {
  private static final int KEPT = 200;

  private final JobDesk desk;
  private final Map<Asked, Judged> judged = Collections.synchronizedMap(new LastUsed<>(KEPT));

  Drives(JobDesk desk) {
    this.desk = desk;
  }

  private record Asked(long jobId, String attachment, List<FreezeFrameValue> freezeFrame) {}

  /** What a log proves, and its picture. */
  record Judged(DriveProof proof, Drawing trace) {}

  /** The judgement of the job's drive log; empty if it has none. */
  Optional<Judged> of(long jobId, Workup workup) {
    return workup
        .state()
        .drive()
        .flatMap(
            d -> {
              Asked asked = new Asked(jobId, d.attachment(), workup.state().freezeFrame());
              Optional<Judged> known = Optional.ofNullable(judged.get(asked));
              return known.isPresent() ? known : judge(asked, workup);
            });
  }

  private Optional<Judged> judge(Asked asked, Workup workup) {
    Optional<Judged> fresh =
        desk.text(asked.jobId(), asked.attachment())
            .flatMap(text -> DriveLog.read(text).log())
            .map(
                log -> {
                  DriveProof proof = workup.driveProof(log);
                  return new Judged(proof, DriveTrace.draw(log, proof));
                });
    fresh.ifPresent(j -> judged.put(asked, j));
    return fresh;
  }
}
