package hopmend.job;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;

/**
 * Ties the entries of a job to each other: each one's hash covers the hash before it, so that an
 * entry that is changed, taken out or put in between breaks the chain from there on. SHA-256 (FIPS
 * 180-4) over fields that each have their length in bytes before them.
 */
public final class RecordChain {
  /** What stands before the first entry. */
  public static final String BEGINNING = "0".repeat(64);

  private RecordChain() {}

  /**
   * An entry as it is stored, to the letter.
   *
   * @param atMillis when it was recorded, milliseconds since 1970
   * @param about as JSON, empty if it was not recorded
   * @param claimedWho by whom it was made elsewhere, empty for what was made here
   * @param claimedAtMillis as digits, empty for what was made here
   * @param claimedFrom hash of the file, empty for what was made here
   * @param keptSha256 hash of the text that was kept with it, empty if none
   * @param body what was said, as JSON
   */
  public record Link(
      long sequence,
      String kind,
      String who,
      long atMillis,
      String about,
      String claimedWho,
      String claimedAtMillis,
      String claimedFrom,
      String keptSha256,
      String body) {

    /**
     * The hash of this entry.
     *
     * @param previous of the entry before it, {@link #BEGINNING} for the first
     * @param job the job's token, which no other job has
     */
    public String hash(String previous, String job) {
      StringBuilder fields = new StringBuilder();
      for (String field :
          List.of(
              previous,
              job,
              String.valueOf(sequence),
              kind,
              who,
              String.valueOf(atMillis),
              about,
              claimedWho,
              claimedAtMillis,
              claimedFrom,
              keptSha256,
              body)) {
        fields.append(field.getBytes(StandardCharsets.UTF_8).length).append(':');
        fields.append(field).append(',');
      }
      return sha256(fields.toString().getBytes(StandardCharsets.UTF_8));
    }
  }

  /** An entry with the hash that is stored beside it. */
  public record Hashed(Link link, String hash) {}

  /**
   * What a look at the whole chain found.
   *
   * @param entries how many there are
   * @param head hash of the last entry: the fingerprint of the record
   * @param brokenAt the first entry that does not fit, empty if the record is whole
   */
  public record Verified(int entries, String head, Optional<Long> brokenAt) {
    public boolean isWhole() {
      return brokenAt.isEmpty();
    }
  }

  /**
   * Computes the chain anew and compares.
   *
   * @param last sequence that the job says it has given last; an end that is cut off shows by it
   */
  public static Verified verify(String job, List<Hashed> entries, long last) {
    String previous = BEGINNING;
    long expected = 1;
    for (Hashed e : entries) {
      if (e.link().sequence() != expected || !e.link().hash(previous, job).equals(e.hash())) {
        return new Verified(entries.size(), previous, Optional.of(expected));
      }
      previous = e.hash();
      expected++;
    }
    return new Verified(
        entries.size(), previous, expected > last ? Optional.empty() : Optional.of(expected));
  }

  public static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("Every Java has SHA-256", e);
    }
  }
}
