package hopmend.app.web;

/** Something that was asked for by its number does not exist. */
public class NotHere extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public NotHere(String message) {
    super(message);
  }
}
