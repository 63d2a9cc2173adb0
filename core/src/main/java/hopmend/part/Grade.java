package hopmend.part;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** What kind of make a part is of. */
public enum Grade {
  ORIGINAL,
  QUALITY,
  ECONOMY,
  USED,
  NOT_TOLD;

  /** As it is written in files: {@code original}. */
  public String word() {
    return this == NOT_TOLD ? "" : name().toLowerCase(Locale.ROOT);
  }

  /** The grade of a word; empty if it is none. */
  public static Optional<Grade> of(String word) {
    return Stream.of(values())
        .filter(g -> g.word().equals(word.strip().toLowerCase(Locale.ROOT)))
        .findFirst();
  }
}
