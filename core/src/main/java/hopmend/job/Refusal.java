package hopmend.job;

/**
 * Why a fact may not be added now.
 *
 * @param kind CHANGED: someone was faster, look again. GATE: something has to happen first. BAD:
 *     the fact itself is wrong
 */
public record Refusal(Kind kind, String message) {
  /** The sorts of refusal. */
  public enum Kind {
    CHANGED,
    GATE,
    BAD
  }

  static Refusal changed(String message) {
    return new Refusal(Kind.CHANGED, message);
  }

  static Refusal gate(String message) {
    return new Refusal(Kind.GATE, message);
  }

  static Refusal bad(String message) {
    return new Refusal(Kind.BAD, message);
  }
}
