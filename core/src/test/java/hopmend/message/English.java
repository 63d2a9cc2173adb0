package hopmend.message;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What is said, as an English reader sees it. */
public final class English {
  public static final Wording WORDS = Wording.of(Locale.ENGLISH);

  private English() {}

  public static String said(Message message) {
    return WORDS.of(message);
  }

  public static String said(List<Message> sentences) {
    return WORDS.of(sentences);
  }

  /** Nothing where nothing is said. */
  public static String said(Optional<Message> message) {
    return message.map(WORDS::of).orElse("");
  }
}
