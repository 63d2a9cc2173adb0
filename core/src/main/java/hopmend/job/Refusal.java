package hopmend.job;

/**
 * Why a fact may not be added now.
 *
 * @param kind CHANGED: someone was faster, look again. GATE: something has to happen first. BAD:
 *     the fact itself is wrong. ROLE: this person may not
 * @param field the input that the refusal is about, empty for the form as a whole
 */
public record Refusal(Kind kind, String field, String message) {
  /** The sorts of refusal. */
  public enum Kind {
    CHANGED,
    GATE,
    BAD,
    ROLE
  }

  static Refusal changed(String message) {
    return new Refusal(Kind.CHANGED, "", message);
  }

  static Refusal gate(String message) {
    return new Refusal(Kind.GATE, "", message);
  }

  static Refusal bad(String field, String message) {
    return new Refusal(Kind.BAD, field, message);
  }

  static Refusal role(String message) {
    return new Refusal(Kind.ROLE, "", message);
  }
}
