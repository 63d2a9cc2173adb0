package hopmend.app.account;

import hopmend.app.web.InputProblem;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import me.gosimple.nbvcxz.Nbvcxz;
import me.gosimple.nbvcxz.resources.Configuration;
import me.gosimple.nbvcxz.resources.ConfigurationBuilder;
import me.gosimple.nbvcxz.resources.Dictionary;
import me.gosimple.nbvcxz.resources.DictionaryBuilder;
import org.springframework.stereotype.Component;

/**
 * What a password must be: twelve characters or more, and not one of those that are tried first. No
 * rule asks for digits or signs (NIST SP 800-63B, 5.1.1.2). The library brings a hundred thousand
 * leaked passwords and sees through the usual disguises of them.
 */
@Component
class PasswordRules {
  static final int SHORTEST = 12;
  static final int LONGEST = 200;

  /**
   * Fewer bits are too close to what is tried first; three words that do not belong together have
   * more. Shop.
   */
  private static final double FEWEST_BITS = 32;

  /** So much of a long one tells whether it is good; the library's time grows with the length. */
  private static final int JUDGED = 60;

  private static final List<String> HERE =
      List.of("hopmend", "hop mend", "workshop", "garage", "mechanic", "technician");
  private static final List<String> KNOWN_PHRASES =
      List.of(
          "correcthorsebatterystaple",
          "correct horse battery staple",
          "thequickbrownfox",
          "tobeornottobe",
          "passwordpassword",
          "letmeinplease");

  private final List<Dictionary> dictionaries;

  PasswordRules() {
    List<Dictionary> all = new ArrayList<>(ConfigurationBuilder.getDefaultDictionaries());
    DictionaryBuilder own = new DictionaryBuilder().setDictionaryName("here").setExclusion(true);
    HERE.forEach(w -> own.addWord(w, 0));
    KNOWN_PHRASES.forEach(w -> own.addWord(w, 0));
    all.add(own.createDictionary());
    dictionaries = List.copyOf(all);
  }

  /**
   * Normalises what was typed, so that the same letters from another keyboard are the same.
   *
   * @throws InputProblem if it will not do, in the field of that name
   */
  String require(String field, String typed, String login, String name) {
    String password = normalised(typed);
    int characters = password.codePointCount(0, password.length());
    if (characters < SHORTEST || characters > LONGEST) {
      throw new InputProblem(
          field,
          "A password has %d to %d characters; this one has %d. Three or four words are easy to keep."
              .formatted(SHORTEST, LONGEST, characters));
    }
    if (isTriedFirst(password, login, name)) {
      throw new InputProblem(
          field,
          "This password is one of those that are tried first, or close to one. Take three or four words that do not belong together.");
    }
    return password;
  }

  static String normalised(String typed) {
    return Normalizer.normalize(typed, Normalizer.Form.NFKC);
  }

  private boolean isTriedFirst(String password, String login, String name) {
    String lower = password.toLowerCase(Locale.ROOT);
    boolean known =
        KNOWN_PHRASES.stream().anyMatch(p -> lower.replace(" ", "").startsWith(p.replace(" ", "")));
    if (known || lower.codePoints().distinct().count() < 5) {
      return true;
    }
    List<Dictionary> all = new ArrayList<>(dictionaries);
    DictionaryBuilder person =
        new DictionaryBuilder().setDictionaryName("person").setExclusion(true);
    for (String word : (login + " " + name).split("[^\\p{L}\\p{N}]+")) {
      if (word.length() > 2) {
        person.addWord(word.toLowerCase(Locale.ROOT), 0);
      }
    }
    all.add(person.createDictionary());
    Configuration configuration =
        new ConfigurationBuilder()
            .setDictionaries(all)
            .setMinimumEntropy(FEWEST_BITS)
            .createConfiguration();
    String judged = password.substring(0, Math.min(JUDGED, password.length()));
    return !new Nbvcxz(configuration).estimate(judged).isMinimumEntropyMet();
  }
}
