package hopmend.message;

import hopmend.measure.Reading;
import java.text.MessageFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * Puts messages in the words of a language. What its bundle does not know is said by its key and
 * what is in it, so that nothing is ever left without words.
 */
public final class Wording {
  private static final String BUNDLE = "hopmend.words";

  private final ResourceBundle bundle;
  private final Locale locale;
  private final Map<String, MessageFormat> patterns = new ConcurrentHashMap<>();

  private Wording(Locale locale) {
    this.locale = locale;
    this.bundle =
        ResourceBundle.getBundle(
            BUNDLE,
            locale,
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES));
  }

  /** The words of a language; English where there is no file for it. */
  public static Wording of(Locale locale) {
    return new Wording(locale);
  }

  public String of(Message message) {
    Object[] said = message.arguments().stream().map(this::argument).toArray();
    try {
      MessageFormat pattern =
          patterns.computeIfAbsent(
              message.key(), key -> new MessageFormat(bundle.getString(key), locale));
      // A pattern must not be used by two at once.
      return ((MessageFormat) pattern.clone()).format(said);
    } catch (MissingResourceException e) {
      return message.key() + " " + String.join(" ", strings(said));
    }
  }

  /** Sentences one behind the other. */
  public String of(List<Message> sentences) {
    return sentences.stream().map(this::of).collect(Collectors.joining(" "));
  }

  private Object argument(Object argument) {
    if (argument instanceof Message m) {
      return of(m);
    }
    if (argument instanceof Reading r) {
      return r.text();
    }
    return argument instanceof Number ? argument : argument.toString();
  }

  private static String[] strings(Object[] said) {
    String[] strings = new String[said.length];
    for (int i = 0; i < said.length; i++) {
      strings[i] = said[i].toString();
    }
    return strings;
  }
}
