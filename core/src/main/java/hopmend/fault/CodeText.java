package hopmend.fault;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a person typed for one code, read with the slips that people make. */
public sealed interface CodeText {

  /**
   * The code, and the slips that were put right on the way (empty if it was written cleanly).
   *
   * @param occurrences 0 where no count was typed
   */
  record Decoded(TroubleCode code, int occurrences, List<Message> slips) implements CodeText {
    public Decoded {
      slips = List.copyOf(slips);
    }
  }

  /** Not a code; the message says what was wrong and what would be right. */
  record Malformed(String typed, Message why) implements CodeText {
    private static Malformed as(String typed, String key, Object... said) {
      return new Malformed(typed, Message.of("typed." + key, said));
    }
  }

  Pattern BYTES = Pattern.compile("0x([0-9a-f]{4})([0-9a-f]{2})?", Pattern.CASE_INSENSITIVE);
  Pattern SPN_FMI =
      Pattern.compile(
          "(?:spn)?[\\s:#=]*(\\d{1,9})(?:\\s*[/.,;-]\\s*|\\s+|(?=fmi))(?:fmi)?[\\s:#=]*(\\d{1,3})"
              + "(?:(?:\\s*[/.,;]\\s*|\\s+)(?:oc|count|occurrences?)?[\\s:#=]*(\\d{1,3}))?",
          Pattern.CASE_INSENSITIVE);
  Pattern FLASHES =
      Pattern.compile(
          "(?:flash|flashes|blink|blinks)?[\\s:#-]*(\\d{1,4})", Pattern.CASE_INSENSITIVE);

  /**
   * Reads one typed code: lower case, the letter O for zero, I or l for one, separators anywhere, a
   * failure type behind a dash or colon or in brackets; two or three bytes as {@code 0x0143};
   * {@code SPN 3251 FMI 2} or {@code 3251/2}, a count behind it; {@code flash 24}, or two to four
   * bare digits, for counted flashes.
   */
  static CodeText read(String typed) {
    String text = typed == null ? "" : typed.strip();
    if (text.isEmpty()) {
      return Malformed.as("", "nothing");
    }
    if (text.length() > 40) {
      return Malformed.as(text.substring(0, 40) + "…", "too-long");
    }
    char first = Character.toUpperCase(text.charAt(0));
    if (first == '0' && text.length() > 1 && Character.toUpperCase(text.charAt(1)) == 'X') {
      return bytes(text);
    }
    boolean spn = text.regionMatches(true, 0, "spn", 0, 3);
    boolean flash =
        text.regionMatches(true, 0, "flash", 0, 5) || text.regionMatches(true, 0, "blink", 0, 5);
    if (spn || first >= '0' && first <= '9' && !isShortNumber(text)) {
      return spnFmi(text);
    }
    return flash || first >= '0' && first <= '9' ? flashes(text) : letterCode(text);
  }

  private static boolean isShortNumber(String text) {
    return text.length() <= 4 && text.chars().allMatch(c -> c >= '0' && c <= '9');
  }

  private static CodeText bytes(String text) {
    Matcher m = BYTES.matcher(text);
    if (!m.matches()) {
      return Malformed.as(text, "bytes");
    }
    int failureType = m.group(2) == null ? 0 : Integer.parseInt(m.group(2), 16);
    TroubleCode code = new TroubleCode(Integer.parseInt(m.group(1), 16), failureType);
    return new Decoded(code, 0, List.of());
  }

  private static CodeText spnFmi(String text) {
    Matcher m = SPN_FMI.matcher(text);
    if (!m.matches()) {
      return Malformed.as(text, "spn-fmi");
    }
    int spn = Integer.parseInt(m.group(1));
    int fmi = Integer.parseInt(m.group(2));
    int count = m.group(3) == null ? 0 : Integer.parseInt(m.group(3));
    if (spn > 524_287) {
      return Malformed.as(text, "spn", spn);
    }
    if (fmi > 31) {
      return Malformed.as(text, "fmi", fmi);
    }
    if (count > 126) {
      return Malformed.as(text, "count", count);
    }
    return new Decoded(TroubleCode.ofSpnFmi(spn, fmi), count, List.of());
  }

  private static CodeText flashes(String text) {
    Matcher m = FLASHES.matcher(text);
    if (!m.matches() || Integer.parseInt(m.group(1)) == 0) {
      return Malformed.as(text, "flashes");
    }
    return new Decoded(TroubleCode.ofFlashes(Integer.parseInt(m.group(1))), 0, List.of());
  }

  private static CodeText letterCode(String text) {
    StringBuilder joined = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      if (" \t._-:()[]".indexOf(text.charAt(i)) < 0) {
        joined.append(text.charAt(i));
      }
    }
    if (joined.isEmpty() || "PCBU".indexOf(Character.toUpperCase(joined.charAt(0))) < 0) {
      return Malformed.as(
          text, "first", text.substring(0, text.offsetByCodePoints(0, 1)).toUpperCase(Locale.ROOT));
    }
    String digits = joined.substring(1);
    if (digits.length() != 4 && digits.length() != 6) {
      return Malformed.as(text, "length");
    }
    StringBuilder repaired = new StringBuilder(digits.length());
    for (int i = 0; i < digits.length(); i++) {
      char c = digits.charAt(i);
      repaired.append("Oo".indexOf(c) >= 0 ? '0' : "Iil".indexOf(c) >= 0 ? '1' : c);
    }
    if ("0123".indexOf(repaired.charAt(0)) < 0) {
      return Malformed.as(
          text, "second", String.valueOf(digits.charAt(0)).toUpperCase(Locale.ROOT));
    }
    for (int i = 1; i < repaired.length(); i++) {
      if (repaired.charAt(i) > 'f' || Character.digit(repaired.charAt(i), 16) < 0) {
        return i < 4
            ? Malformed.as(text, "digits", digits.substring(0, 4).toUpperCase(Locale.ROOT))
            : Malformed.as(text, "failure-type", digits.substring(4).toUpperCase(Locale.ROOT));
      }
    }
    int base =
        "PCBU".indexOf(Character.toUpperCase(joined.charAt(0))) << 14
            | (repaired.charAt(0) - '0') << 12
            | Integer.parseInt(repaired.substring(1, 4), 16);
    int failureType = repaired.length() > 4 ? Integer.parseInt(repaired.substring(4), 16) : 0;
    return new Decoded(new TroubleCode(base, failureType), 0, slips(digits));
  }

  private static List<Message> slips(String digits) {
    List<Message> slips = new ArrayList<>();
    if (digits.indexOf('O') >= 0 || digits.indexOf('o') >= 0) {
      slips.add(Message.of("slipped.o"));
    }
    if (digits.indexOf('I') >= 0 || digits.indexOf('i') >= 0) {
      slips.add(Message.of("slipped.i"));
    }
    if (digits.indexOf('l') >= 0) {
      slips.add(Message.of("slipped.l"));
    }
    return slips;
  }
}
