package hopmend.job;

/**
 * Where a hop stands, with the words for it.
 *
 * @param secondsLeft of a waiting hop; 0 otherwise
 */
public record Standing(Hop hop, Kind kind, String words, long secondsLeft) {
  /** The five states of a hop. */
  public enum Kind {
    NOT_STARTED("not started"),
    OPEN("open"),
    WAITING("waiting"),
    DONE("done"),
    BLOCKED("blocked");

    private final String label;

    Kind(String label) {
      this.label = label;
    }

    public String label() {
      return label;
    }
  }

  static Standing of(Hop hop, Kind kind, String words) {
    return new Standing(hop, kind, words, 0);
  }
}
