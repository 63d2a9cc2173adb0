package hopmend.part;

import hopmend.sensor.PlugWords;
import java.util.Locale;

/**
 * The socket of a part, or the plug of a harness.
 *
 * @param cavities 0 where nobody told
 * @param keying letter or word of the maker, empty where nobody told
 * @param latch its latch by the id of its drawing, empty where nobody told
 */
public record Connector(int cavities, String keying, String latch) {
  public static final Connector NOT_TOLD = new Connector(0, "", "");

  public Connector {
    if (cavities < 0 || cavities > 200) {
      throw new IllegalArgumentException("A connector has 1 to 200 cavities, not " + cavities);
    }
    keying = keying == null ? "" : keying.strip().toUpperCase(Locale.ROOT);
    latch = latch == null ? "" : latch;
  }

  /** As words tell it: "three pins, key B". */
  public static Connector told(String words) {
    return new Connector(PlugWords.cavities(words).orElse(0), PlugWords.keying(words), "");
  }

  /** Whether both tell something by which they cannot go together. */
  boolean clashesWith(Connector other) {
    boolean pins = cavities > 0 && other.cavities > 0 && cavities != other.cavities;
    boolean key = !keying.isEmpty() && !other.keying.isEmpty() && !keying.equals(other.keying);
    return pins || key;
  }

  /** Whether both tell all by which they are known to go together. */
  boolean matches(Connector other) {
    return cavities > 0 && cavities == other.cavities && keying.equals(other.keying);
  }

  boolean isTold() {
    return cavities > 0 || !keying.isEmpty();
  }
}
