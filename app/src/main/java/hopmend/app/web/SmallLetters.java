package hopmend.app.web;

/** A text in small letters as the database's own {@code lower} makes it: one letter for one. */
public final class SmallLetters {
  private SmallLetters() {}

  public static String of(String text) {
    return text.codePoints()
        .map(Character::toLowerCase)
        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
        .toString();
  }
}
