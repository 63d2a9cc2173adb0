package hopmend.standin;

/** How the stand-in can misbehave on demand, to see what the tester does. */
public enum Misbehaviour {
  NONE("answers properly"),
  DROP("drops the connection at a diagnostic message"),
  DELAY("never answers a diagnostic message"),
  GARBAGE("answers with bytes that are no frame"),
  CUT("cuts an answer in the middle"),
  BUSY("answers: busy, repeat request"),
  PENDING("answers: response pending, and never more"),
  LATE("answers: response pending, twice, and then properly"),
  ALIVE_CHECK("asks whether the tester is alive before it answers"),
  NEGATIVE("refuses every service: conditions not correct"),
  WRONG_VEHICLE("gives another identification number"),
  LYING_CLEAR("acknowledges clearing but keeps the codes");

  private final String words;

  Misbehaviour(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
