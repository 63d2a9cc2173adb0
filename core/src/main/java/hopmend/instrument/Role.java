package hopmend.instrument;

import hopmend.trace.Capture;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A signal that an instrument looks at.
 *
 * @param id by which a person picks its column
 * @param needed whether nothing can be told without it
 * @param called what such columns are called, in some languages; common practice
 */
public record Role(String id, boolean needed, Pattern called) {
  static Role needed(String id, String called) {
    return new Role(id, true, Pattern.compile(called));
  }

  static Role besides(String id, String called) {
    return new Role(id, false, Pattern.compile(called));
  }

  /** The column that is called so, the first of several; empty if none is. */
  Optional<String> among(List<Capture.Channel> channels) {
    return channels.stream()
        .map(Capture.Channel::name)
        .filter(n -> called.matcher(n.toLowerCase(Locale.ROOT)).find())
        .findFirst();
  }
}
