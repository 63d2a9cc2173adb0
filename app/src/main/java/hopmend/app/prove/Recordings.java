package hopmend.app.prove;

import hopmend.app.job.JobDesk;
import hopmend.app.job.KeptReadings;
import hopmend.app.web.HeavyWork;
import hopmend.trace.Capture;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Kept recordings, as signals over time. */
@Component
class Recordings {
  /** Samples that are held together; eight bytes each. */
  private static final long MOST_SAMPLES = 12_000_000;

  private final JobDesk desk;
  private final HeavyWork heavy;
  private final KeptReadings<Which, Capture.Read> read =
      new KeptReadings<>(MOST_SAMPLES, Recordings::samples);

  Recordings(JobDesk desk, HeavyWork heavy) {
    this.desk = desk;
    this.heavy = heavy;
  }

  /**
   * A kept recording, and how it is read.
   *
   * @param perSecond samples a second, where the file does not tell the time
   */
  record Which(String attachment, Optional<Double> perSecond) {}

  private static int samples(Capture.Read read) {
    return 1 + read.capture().map(c -> c.size() * (1 + c.channels().size())).orElse(0);
  }

  /** Empty if this job keeps no such text. */
  Optional<Capture.Read> read(long jobId, String who, Which which) {
    return read.of(
        which,
        () -> desk.text(jobId, which.attachment()),
        text ->
            Optional.of(
                heavy.few(
                    "trace", who, text.length(), () -> Capture.read(text, which.perSecond()))));
  }
}
