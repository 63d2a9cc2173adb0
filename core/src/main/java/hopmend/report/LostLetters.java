package hopmend.report;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * "Steuerger?t": letters that an encoding did not have, and for which a question mark or the sign
 * of what cannot be told came. A word is whole again where one that reports use fits.
 */
final class LostLetters {
  private static final char LOST = '?';

  /** Unicode's sign for what cannot be told. */
  private static final char REPLACEMENT = 0xFFFD;

  private static final Pattern WORD =
      Pattern.compile("[\\p{L}?\uFFFD]{0,40}[?\uFFFD][\\p{L}?\uFFFD]{0,40}");

  private static final Pattern EASILY_LOST = Pattern.compile("[^\\x00-\\x7F]+");

  private LostLetters() {}

  /** What is left of a word, if anything of it can be lost. */
  static Optional<String> lost(String word) {
    Matcher letters = EASILY_LOST.matcher(word);
    return letters.find()
        ? Optional.of(letters.replaceAll(String.valueOf(LOST)))
        : Optional.empty();
  }

  static Optional<Rewriting> found(String text, ReportWords words) {
    if (text.indexOf(LOST) < 0 && text.indexOf(REPLACEMENT) < 0) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    Matcher word = WORD.matcher(text);
    int at = 0;
    while (word.find()) {
      String written = word.group();
      String meant = meant(written, words);
      if (!meant.isEmpty()) {
        anew.keep(at, word.start());
        anew.put(meant, word.start(), word.end());
        at = word.end();
      }
    }
    anew.keep(at, text.length());
    return Optional.of(anew).filter(a -> !a.changesNothing());
  }

  private static String meant(String written, ReportWords words) {
    String rest = written.replaceAll("[?\uFFFD]+", String.valueOf(LOST));
    String meant = words.meant(rest.toLowerCase(Locale.ROOT));
    if (meant.isEmpty()) {
      return "";
    }
    boolean large = Character.isUpperCase(rest.charAt(0));
    boolean loud = rest.length() > 1 && rest.equals(rest.toUpperCase(Locale.ROOT));
    return loud
        ? meant.toUpperCase(Locale.ROOT)
        : large ? meant.substring(0, 1).toUpperCase(Locale.ROOT) + meant.substring(1) : meant;
  }
}
