package hopmend.job;

import hopmend.message.Message;

/** The eight hops of a repair, in order. */
public enum Hop {
  READ,
  PROVE,
  FIND,
  PICK,
  SWAP,
  CLEAR,
  RELEARN,
  VERIFY;

  /** The question that it answers. */
  public Message question() {
    return Message.of("question." + path());
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
