package hopmend.wire;

import hopmend.message.Message;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** One of a published set that travels as a byte. */
interface Coded {
  int code();

  /** The member of a byte; empty if the set has none. */
  static <E extends Enum<E> & Coded> Optional<E> of(Class<E> set, int code) {
    return Arrays.stream(set.getEnumConstants()).filter(e -> e.code() == code).findFirst();
  }

  /** What a byte says; one that the set has not by its number. */
  static <E extends Enum<E> & Coded> Message words(Class<E> set, int code) {
    return of(set, code)
        .map(Message::named)
        .orElseGet(() -> Message.of("wire.reserved", String.format(Locale.ROOT, "0x%02X", code)));
  }
}
