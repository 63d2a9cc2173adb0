package hopmend.app.link;

import hopmend.fault.ReadCode;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * A control unit of a vehicle as it presents itself; what it does not tell is empty.
 *
 * @param name by its own word, or its address where it tells none
 * @param partNumber under which the maker sells it
 */
public record Controller(
    int address, String name, String partNumber, String software, List<ReadCode> codes) {
  public Controller {
    codes = List.copyOf(codes);
  }

  /** The address as it is written: {@code 0x1080}. */
  static String written(int address) {
    return String.format(Locale.ROOT, "0x%04X", address);
  }

  /** {@code Engine (0x1080), part 40-1187, software 03.12: P0340-31, P0300}. */
  String told() {
    String identity =
        Stream.of(
                partNumber.isEmpty() ? "" : "part " + partNumber,
                software.isEmpty() ? "" : "software " + software)
            .filter(s -> !s.isEmpty())
            .reduce("", (all, one) -> all + ", " + one);
    String held =
        codes.isEmpty()
            ? "no codes"
            : String.join(", ", codes.stream().map(c -> c.code().text()).toList());
    return "%s (%s)%s: %s".formatted(name, written(address), identity, held);
  }
}
