package hopmend.day;

/**
 * A stretch of time, in whole minutes from the moment at which a plan begins.
 *
 * @param to the first minute that is no longer in it
 */
public record Span(int from, int to) {
  public Span {
    if (to < from) {
      throw new IllegalArgumentException("A stretch from " + from + " cannot end at " + to);
    }
  }

  public int minutes() {
    return to - from;
  }

  boolean meets(int otherFrom, int otherTo) {
    return from < otherTo && otherFrom < to;
  }
}
