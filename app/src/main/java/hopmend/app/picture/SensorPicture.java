package hopmend.app.picture;

import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import java.util.List;
import java.util.Optional;

/**
 * A picture as a page shows it.
 *
 * @param x where the sensor is in it, in thousandths of its width; null where nobody marked it
 * @param entry the entry of the job that took it, 0 for one of the card
 */
public record SensorPicture(
    String id, String words, int width, int height, Integer x, Integer y, long entry, String who) {
  /** Height of a drawing of it that is 1000 wide. */
  public long drawnHeight() {
    return Math.max(1, Math.round(1000.0 * height / width));
  }

  public boolean isOfTheJob() {
    return entry > 0;
  }

  public boolean isMarked() {
    return x != null && y != null;
  }

  /** Height of its mark in the drawing. */
  public long markedAt() {
    return Math.round(y * drawnHeight() / 1000.0);
  }

  /** Those of a job's sensor, as far as they are kept here. */
  static List<SensorPicture> of(JobState state, Pictures kept) {
    return state.live().stream()
        .filter(e -> e.fact() instanceof Fact.PictureTaken p && state.pictures().contains(p))
        .flatMap(e -> of(e, (Fact.PictureTaken) e.fact(), state, kept).stream())
        .toList();
  }

  private static Optional<SensorPicture> of(
      JobEntry entry, Fact.PictureTaken taken, JobState state, Pictures kept) {
    Optional<Fact.PictureMarked> mark = state.mark(taken.picture());
    return kept.size(taken.picture())
        .map(
            size ->
                new SensorPicture(
                    taken.picture(),
                    taken.words(),
                    size.width(),
                    size.height(),
                    mark.map(Fact.PictureMarked::x).orElse(null),
                    mark.map(Fact.PictureMarked::y).orElse(null),
                    entry.sequence(),
                    entry.madeBy()));
  }
}
