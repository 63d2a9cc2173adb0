package hopmend.job;

import hopmend.message.Message;

/**
 * Why a fact may not be added now.
 *
 * @param kind CHANGED: someone was faster, look again. GATE: something has to happen first. BAD:
 *     the fact itself is wrong. ROLE: this person may not
 * @param field the input that the refusal is about, empty for the form as a whole
 */
public record Refusal(Kind kind, String field, Message says) {
  /** The sorts of refusal. */
  public enum Kind {
    CHANGED,
    GATE,
    BAD,
    ROLE
  }

  static Refusal changed(String key, Object... said) {
    return new Refusal(Kind.CHANGED, "", says(key, said));
  }

  static Refusal gate(String key, Object... said) {
    return new Refusal(Kind.GATE, "", says(key, said));
  }

  static Refusal bad(String field, String key, Object... said) {
    return new Refusal(Kind.BAD, field, says(key, said));
  }

  static Refusal role(String key, Object... said) {
    return new Refusal(Kind.ROLE, "", says(key, said));
  }

  private static Message says(String key, Object... said) {
    return Message.of("refused." + key, said);
  }
}
