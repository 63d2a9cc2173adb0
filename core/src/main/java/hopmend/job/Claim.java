package hopmend.job;

import java.time.Instant;

/**
 * What a file says about an entry that was taken in from it, and that nobody here has witnessed.
 *
 * @param who a name from elsewhere, never an account here
 * @param at when it was made, as the file says
 * @param fileSha256 hash of the file, 64 hexadecimal digits
 */
public record Claim(String who, Instant at, String fileSha256) {
  public Claim {
    who = Said.id("name of who made the entry", who);
    Said.given("time of the entry", at);
    Said.given("hash of the file", fileSha256);
  }
}
