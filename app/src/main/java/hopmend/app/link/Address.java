package hopmend.app.link;

import hopmend.app.web.InputProblem;
import java.net.IDN;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * The one spelling of an address: what names the same host is the same link. {@code 127.1}, {@code
 * 0x7f.1} and {@code ::ffff:127.0.0.1} are 127.0.0.1; a name is in lower case, without a dot
 * behind.
 */
final class Address {
  private static final Pattern NAME =
      Pattern.compile("[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?(\\.[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?)*");
  private static final Pattern NUMBERS =
      Pattern.compile("(0x[0-9a-f]+|\\d+)(\\.(0x[0-9a-f]+|\\d+)){0,3}");

  private Address() {}

  /**
   * @throws InputProblem if it is neither an address nor a host name
   */
  static String canonical(String typed) {
    String host = typed.strip().toLowerCase(Locale.ROOT);
    host = host.startsWith("[") && host.endsWith("]") ? host.substring(1, host.length() - 1) : host;
    host = host.endsWith(".") ? host.substring(0, host.length() - 1) : host;
    if (NUMBERS.matcher(host).matches()) {
      return ofNumbers(host);
    }
    if (host.contains(":")) {
      return ofSixteenBytes(host);
    }
    try {
      String name = IDN.toASCII(host, IDN.USE_STD3_ASCII_RULES);
      if (name.length() <= 100 && NAME.matcher(name).matches()) {
        return name;
      }
    } catch (IllegalArgumentException e) {
      // told below
    }
    throw refused();
  }

  /** One to four numbers, each decimal, octal or hexadecimal; the last fills what is left. */
  private static String ofNumbers(String host) {
    String[] parts = host.split("\\.");
    long address = 0;
    try {
      for (int i = 0; i < parts.length; i++) {
        long part = Long.decode(parts[i]);
        int bytes = i == parts.length - 1 ? 4 - i : 1;
        if (part >= 1L << 8 * bytes) {
          throw refused();
        }
        address |= part << 8 * (4 - i - bytes);
      }
    } catch (NumberFormatException e) {
      throw refused();
    }
    return "%d.%d.%d.%d"
        .formatted(address >> 24, address >> 16 & 0xFF, address >> 8 & 0xFF, address & 0xFF);
  }

  private static String ofSixteenBytes(String host) {
    if (!host.matches("[0-9a-f:.]{2,45}")) {
      throw refused();
    }
    try {
      return InetAddress.getByName(host).getHostAddress();
    } catch (UnknownHostException e) {
      throw refused();
    }
  }

  private static InputProblem refused() {
    return new InputProblem("host", "Enter an address such as 127.0.0.1 or a host name.");
  }
}
