package hopmend.job;

import java.time.Instant;
import java.util.Optional;

/**
 * One entry of a job: what, who, when, and its place in the order. Sequences start at 1.
 *
 * @param at when it was recorded here
 * @param who who recorded it here: the person who made it, or who took it in from a file
 * @param about the sensor it is about
 * @param claim what a file says of who made it and when; empty for what was made here
 */
public record JobEntry(
    long sequence, Instant at, String who, Fact fact, About about, Optional<Claim> claim) {
  public JobEntry {
    if (sequence < 1) {
      throw new IllegalArgumentException("Entries are numbered from 1, not " + sequence);
    }
  }

  /** An entry made here, from before entries said what they are about. */
  public JobEntry(long sequence, Instant at, String who, Fact fact) {
    this(sequence, at, who, fact, About.NOTHING, Optional.empty());
  }

  JobEntry withAbout(About told) {
    return new JobEntry(sequence, at, who, fact, told, claim);
  }

  /** Whether it was made here, under the eyes of this installation. */
  public boolean isWitnessed() {
    return claim.isEmpty();
  }

  /** When it happened: here when it was recorded, elsewhere when the file says. */
  public Instant happened() {
    return claim.map(Claim::at).orElse(at);
  }

  /** Who made it, told apart from people here if it came from elsewhere. */
  public String madeBy() {
    return claim.map(c -> c.who() + " (elsewhere)").orElse(who);
  }
}
