package hopmend.job;

import java.util.List;

/** Checks on what a fact says, so that a fact that cannot be cannot be made. */
final class Said {
  private static final int LONGEST_ID = 80;

  private Said() {}

  /** An id of the catalog or of a file: 1 to 80 characters. */
  static String id(String field, String value) {
    String text = text(field, value, LONGEST_ID);
    if (text.isBlank()) {
      throw new Fact.Improper("The %s is missing.".formatted(field));
    }
    return text;
  }

  /** What a picture is told by. */
  static String sha256(String value) {
    if (value == null || !value.matches("[0-9a-f]{64}")) {
      throw new Fact.Improper("A picture is told by its SHA-256 in 64 hexadecimal digits.");
    }
    return value;
  }

  /** An id that may be left out; then it is empty. */
  static String idOrNone(String field, String value) {
    return text(field, value, LONGEST_ID);
  }

  static List<String> ids(String field, List<String> values, int most) {
    List<String> all = list(field, values, most);
    all.forEach(v -> id(field, v));
    return all;
  }

  /** A list without gaps; nothing said is an empty one. */
  static <T> List<T> list(String field, List<T> values, int most) {
    if (values == null) {
      return List.of();
    }
    if (values.size() > most) {
      throw new Fact.Improper(
          "An entry takes at most %d %s, not %d.".formatted(most, field, values.size()));
    }
    for (T value : values) {
      given(field, value);
    }
    return List.copyOf(values);
  }

  /** Words of people; nothing said is an empty text. */
  static String text(String field, String value, int most) {
    if (value == null) {
      return "";
    }
    if (value.length() > most) {
      throw new Fact.Improper(
          "The %s has %d characters; at most %d are kept.".formatted(field, value.length(), most));
    }
    if (!isStorable(value)) {
      throw new Fact.Improper(
          "The %s holds a character that no text can hold (NUL or half of a pair)."
              .formatted(field));
    }
    return value;
  }

  /** Whether a text can be written as UTF-8 and stored: no NUL, no half of a surrogate pair. */
  static boolean isStorable(String text) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == 0 || Character.isLowSurrogate(c)) {
        return false;
      }
      if (Character.isHighSurrogate(c)) {
        i++;
        if (i == text.length() || !Character.isLowSurrogate(text.charAt(i))) {
          return false;
        }
      }
    }
    return true;
  }

  static <T> T given(String field, T value) {
    if (value == null) {
      throw new Fact.Improper("The %s is missing.".formatted(field));
    }
    return value;
  }

  /** A number in a range, ends included; NaN lies in none. */
  static double within(String field, double value, double low, double high) {
    if (!(value >= low && value <= high)) {
      throw new Fact.Improper(
          "The %s lies in %.0f to %.0f, not %s.".formatted(field, low, high, value));
    }
    return value;
  }
}
