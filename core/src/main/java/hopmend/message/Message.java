package hopmend.message;

import hopmend.measure.Reading;
import java.time.LocalDate;
import java.util.List;

/**
 * Something that is said to a person, before it is put in words: a refusal, where a hop stands, why
 * a judgement came out as it did. Two that say the same are equal, whatever the language.
 *
 * @param key of the bundle
 * @param arguments figures, names and texts in the order in which the bundle counts them: numbers,
 *     readings, days, messages, names of closed sets, and texts of people or of the catalog
 */
public record Message(String key, List<Object> arguments) {
  private static final String AS_IT_IS = "text";

  public Message {
    if (arguments.stream().anyMatch(Enum.class::isInstance)) {
      arguments = arguments.stream().map(a -> a instanceof Enum<?> e ? named(e) : a).toList();
    }
    arguments = List.copyOf(arguments);
    for (Object a : arguments) {
      if (!(a instanceof String
          || a instanceof Integer
          || a instanceof Long
          || a instanceof Double
          || a instanceof Reading
          || a instanceof LocalDate
          || a instanceof Message)) {
        throw new IllegalArgumentException(
            "Message %s cannot say a %s".formatted(key, a.getClass().getSimpleName()));
      }
    }
  }

  public static Message of(String key, Object... arguments) {
    return new Message(key, List.of(arguments));
  }

  /** The name of one of a closed set, {@code Remedy.RENEW_SEAL}. */
  public static Message named(Enum<?> one) {
    String set = one.getDeclaringClass().getName();
    return of(set.substring(set.lastIndexOf('.') + 1).replace('$', '.') + "." + one.name());
  }

  /** "P0340, P0335 and P0016". */
  public static Message listed(List<String> texts) {
    return joined("list.and", texts);
  }

  /** "P0340, P0335 or P0016". */
  public static Message either(List<String> texts) {
    return joined("list.or", texts);
  }

  private static Message joined(String key, List<String> texts) {
    int last = texts.size() - 1;
    return last < 1
        ? text(String.join("", texts))
        : of(key, String.join(", ", texts.subList(0, last)), texts.get(last));
  }

  /** One behind the other, with commas; nothing says nothing. */
  public static Message listing(List<Message> all) {
    return all.stream().reduce((some, one) -> of("list.comma", some, one)).orElse(text(""));
  }

  /** A text of the catalog or of a person, said as it stands. */
  public static Message text(String text) {
    return of(AS_IT_IS, text);
  }
}
