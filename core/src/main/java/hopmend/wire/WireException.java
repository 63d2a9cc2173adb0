package hopmend.wire;

/** Bytes that do not follow the published layout; the message says which and why. */
public class WireException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public WireException(String message) {
    super(message);
  }
}
