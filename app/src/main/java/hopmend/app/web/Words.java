package hopmend.app.web;

import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** What core says, in the language of the pages; to templates known as {@code wording}. */
@Component
public class Words {
  private static final Wording ENGLISH = Wording.of(Locale.ENGLISH);

  /** For what is worded as a whole: a drawing, the reason of an entry. */
  public static Wording wording() {
    return ENGLISH;
  }

  public static String of(Message message) {
    return ENGLISH.of(message);
  }

  public static String of(List<Message> sentences) {
    return ENGLISH.of(sentences);
  }

  public static List<String> each(List<Message> said) {
    return said.stream().map(ENGLISH::of).toList();
  }

  public static String of(Enum<?> one) {
    return of(Message.named(one));
  }

  public String say(Message message) {
    return of(message);
  }

  public String say(List<Message> sentences) {
    return of(sentences);
  }

  /** One behind the other, with commas. */
  public String listing(List<Message> all) {
    return of(Message.listing(all));
  }

  public String name(Enum<?> one) {
    return of(one);
  }
}
