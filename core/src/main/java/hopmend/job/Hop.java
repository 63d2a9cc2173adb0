package hopmend.job;

/** The eight hops of a repair, in order. */
public enum Hop {
  READ("Read", "What does the vehicle say, and which vehicle is it?"),
  PROVE("Prove", "Is it really the sensor?"),
  FIND("Find", "Which sensor, exactly, and where does it sit?"),
  PICK("Pick", "Which part fits, and is it worth it?"),
  SWAP("Swap", "What do I do, in which order, how tight?"),
  CLEAR("Clear", "What did clearing do, and what is left?"),
  RELEARN("Relearn", "What must the controller be taught?"),
  VERIFY("Verify", "Is the fault proven gone?");

  private final String label;
  private final String question;

  Hop(String label, String question) {
    this.label = label;
    this.question = question;
  }

  public String label() {
    return label;
  }

  public String question() {
    return question;
  }

  /** Its place in the line, 1 to 8; also the key that hops there. */
  public int number() {
    return ordinal() + 1;
  }

  /** The word in addresses: {@code read}. */
  public String path() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
