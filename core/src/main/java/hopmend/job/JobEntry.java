package hopmend.job;

import java.time.Instant;

/** One entry of a job: what, who, when, and its place in the order. Sequences start at 1. */
public record JobEntry(long sequence, Instant at, String who, Fact fact) {
  public JobEntry {
    if (sequence < 1) {
      throw new IllegalArgumentException("Entries are numbered from 1, not " + sequence);
    }
  }
}
