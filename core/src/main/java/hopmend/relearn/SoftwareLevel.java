package hopmend.relearn;

import hopmend.message.Message;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/**
 * Software of a control unit as it was found and as it is now, against what a bulletin demands.
 *
 * @param unit the control unit
 * @param found its version before; empty where nobody read it
 * @param loaded its version after loading; empty before
 * @param demanded the lowest version that a bulletin takes; empty where none speaks of it
 * @param bulletin id of that bulletin
 */
public record SoftwareLevel(
    String unit,
    Optional<String> found,
    Optional<String> loaded,
    Optional<String> demanded,
    String bulletin) {
  private static final Pattern PART = Pattern.compile("\\d+|\\p{L}+");

  /** How it stands. */
  public enum Standing {
    /** Nobody has read the version. */
    NOT_READ,
    /** A bulletin demands a later one. */
    TOO_OLD,
    /** Read, and no bulletin speaks of it. */
    NOTED,
    /** As the bulletin demands, or later. */
    AS_DEMANDED
  }

  /** The version that is in there now, as far as anybody read it. */
  public Optional<String> now() {
    return loaded.or(() -> found);
  }

  public Standing standing() {
    if (now().isEmpty()) {
      return Standing.NOT_READ;
    }
    if (demanded.isEmpty()) {
      return Standing.NOTED;
    }
    return compare(now().get(), demanded.get()) < 0 ? Standing.TOO_OLD : Standing.AS_DEMANDED;
  }

  /** Whether a version is asked for that nobody has seen in there. */
  public boolean isOwed() {
    return standing() == Standing.TOO_OLD || standing() == Standing.NOT_READ;
  }

  /** What follows from it, the worst first. */
  public List<Message> says() {
    List<Message> says = new ArrayList<>();
    String before = found.orElse("?");
    switch (standing()) {
      case NOT_READ ->
          says.add(
              demanded
                  .map(d -> Message.of("software.not-read-yet", unit, d, bulletin))
                  .orElseGet(() -> Message.of("software.not-read", unit)));
      case TOO_OLD ->
          says.add(Message.of("software.too-old", unit, now().get(), demanded.get(), bulletin));
      case NOTED -> says.add(Message.of("software.noted", unit, now().get()));
      case AS_DEMANDED ->
          says.add(Message.of("software.as-demanded", unit, now().get(), demanded.get(), bulletin));
      default -> throw new IllegalStateException(unit);
    }
    loaded
        .filter(l -> found.isPresent())
        .ifPresent(
            l -> {
              int step = compare(l, before);
              says.add(
                  Message.of(
                      step == 0
                          ? "software.same"
                          : step > 0 ? "software.later" : "software.earlier",
                      before,
                      l));
            });
    return says;
  }

  /**
   * Compares versions part by part: runs of digits as numbers, runs of letters as words without
   * regard to capitals, whatever stands between them; of two that begin alike the longer is later.
   * "4.9" is before "4.12", "08B" before "08C".
   */
  public static int compare(String one, String other) {
    List<String> a = parts(one);
    List<String> b = parts(other);
    for (int i = 0; i < Math.min(a.size(), b.size()); i++) {
      int difference = comparePart(a.get(i), b.get(i));
      if (difference != 0) {
        return difference;
      }
    }
    return Integer.compare(a.size(), b.size());
  }

  private static List<String> parts(String version) {
    return PART.matcher(version).results().map(MatchResult::group).toList();
  }

  private static int comparePart(String a, String b) {
    boolean numbers = Character.isDigit(a.charAt(0)) && Character.isDigit(b.charAt(0));
    return numbers ? new BigInteger(a).compareTo(new BigInteger(b)) : a.compareToIgnoreCase(b);
  }
}
