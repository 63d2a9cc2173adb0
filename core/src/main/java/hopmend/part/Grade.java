package hopmend.part;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** What kind of make a part is of. */
public enum Grade {
  ORIGINAL("oe", "oem", "genuine"),
  QUALITY("aftermarket", "brand", "premium"),
  ECONOMY("budget", "cheap"),
  USED("second hand", "refurbished", "reman"),
  NOT_TOLD;

  /** What suppliers call it; common practice. */
  private final List<String> others;

  Grade(String... others) {
    this.others = List.of(others);
  }

  /** As it is written in files: {@code original}. */
  public String word() {
    return this == NOT_TOLD ? "" : name().toLowerCase(Locale.ROOT);
  }

  private boolean isCalled(String word) {
    return word().equals(word) || others.contains(word);
  }

  /** The grade of a word; empty if it is none. */
  public static Optional<Grade> of(String word) {
    return Stream.of(values())
        .filter(g -> g.isCalled(word.strip().toLowerCase(Locale.ROOT)))
        .findFirst();
  }
}
