package hopmend.app.prove;

import hopmend.app.job.JobDesk;
import hopmend.app.job.KeptReadings;
import hopmend.app.web.HeavyWork;
import hopmend.instrument.Look;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.trace.Capture;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** Kept recordings, as signals over time, and what instruments see in them. */
@Component
class Recordings {
  /** Samples that are held together; eight bytes each. */
  private static final long MOST_SAMPLES = 5_000_000;

  private final JobDesk desk;
  private final HeavyWork heavy;
  private final KeptReadings<Which, Capture.Read> read =
      new KeptReadings<>(MOST_SAMPLES, Recordings::samples);
  private final KeptReadings<Put, Look> seen = new KeptReadings<>();

  Recordings(JobDesk desk, HeavyWork heavy) {
    this.desk = desk;
    this.heavy = heavy;
  }

  /**
   * A kept recording, and how it is read.
   *
   * @param perSecond samples a second, where the file does not tell the time
   */
  record Which(long jobId, String attachment, Optional<Double> perSecond) {}

  /**
   * A recording as it is put before an instrument.
   *
   * @param limits by which it is judged on this vehicle
   */
  record Put(
      Which which,
      Check check,
      Map<String, Double> limits,
      Map<String, String> columns,
      Map<String, Reading> figures) {}

  private static int samples(Capture.Read read) {
    return 1 + read.capture().map(c -> c.size() * (1 + c.channels().size())).orElse(0);
  }

  /** Empty if this job keeps no such text. */
  Optional<Capture.Read> read(String who, Which which) {
    return read.of(
        which,
        () -> desk.text(which.jobId(), which.attachment()),
        text -> Optional.of(read(who, text, which.perSecond())));
  }

  /** What was read of a text that is kept now: nobody reads it again. */
  void take(Which which, Capture.Read told) {
    read.take(which, told);
  }

  /** A text that is not kept yet. */
  Capture.Read read(String who, String text, Optional<Double> perSecond) {
    return heavy.few("trace", who, text.length(), () -> Capture.read(text, perSecond));
  }

  /** What an instrument sees in it; looked at once. */
  Look look(String who, Put put, Capture.Read recording, Supplier<Look> looking) {
    return seen.of(put, () -> heavy.few("trace", who, samples(recording), looking));
  }
}
