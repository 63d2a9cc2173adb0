package hopmend.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a person typed for one code, read with the slips that people make. */
public sealed interface CodeText {

  /** The code, and the slips that were put right on the way (empty if it was written cleanly). */
  record Decoded(TroubleCode code, List<String> slips) implements CodeText {
    public Decoded {
      slips = List.copyOf(slips);
    }
  }

  /** Not a code; the message says what was wrong and what would be right. */
  record Malformed(String typed, String why) implements CodeText {}

  /** Separators that people put inside a code. */
  Pattern SEPARATORS = Pattern.compile("[\\s._-]+");

  Pattern FORM =
      Pattern.compile("([A-Z])([0-9A-Z])([0-9A-Z]{3})(?:[:\\-]?[(\\[]?([0-9A-Z]{2})[)\\]]?)?");

  /**
   * Reads one typed code: lower case, the letter O for zero, I or l for one, separators anywhere, a
   * failure type behind a dash or colon or in brackets.
   */
  static CodeText read(String typed) {
    String text = typed == null ? "" : typed.strip();
    if (text.isEmpty()) {
      return new Malformed("", "Nothing was typed. A code looks like P0340 or P0340-13.");
    }
    if (text.length() > 40) {
      return new Malformed(
          text.substring(0, 40) + "…", "Too long for one code. Paste a whole report instead.");
    }
    List<String> slips = new ArrayList<>();
    String upper = text.replace('l', '1').toUpperCase(Locale.ROOT);
    if (text.indexOf('l') >= 0) {
      slips.add("letter l read as 1");
    }
    Matcher m = FORM.matcher(SEPARATORS.matcher(upper).replaceAll(""));
    if (!m.matches()) {
      return new Malformed(
          text, "A code is a letter P, C, B or U and four digits, for example P0340 or P0340-13.");
    }
    if ("PCBU".indexOf(m.group(1).charAt(0)) < 0) {
      return new Malformed(
          text,
          "The first character is %s; it must be P (powertrain), C (chassis), B (body) or U (network)."
              .formatted(m.group(1)));
    }
    String digits = m.group(2) + m.group(3);
    String repaired = repair(digits, slips);
    if ("0123".indexOf(repaired.charAt(0)) < 0) {
      return new Malformed(
          text, "The second character is %s; it must be 0, 1, 2 or 3.".formatted(m.group(2)));
    }
    if (!repaired.matches("[0-9A-F]{4}")) {
      return new Malformed(
          text, "After the letter come four digits 0-9 or A-F; %s has others.".formatted(digits));
    }
    String failure = m.group(4) == null ? "00" : repair(m.group(4), slips);
    if (!failure.matches("[0-9A-F]{2}")) {
      return new Malformed(
          text, "The failure type behind the code has two digits 0-9 or A-F, not " + m.group(4));
    }
    String written = m.group(1) + repaired + (failure.equals("00") ? "" : "-" + failure);
    return new Decoded(TroubleCode.parse(written), slips);
  }

  private static String repair(String digits, List<String> slips) {
    if (digits.indexOf('O') >= 0) {
      slips.add("letter O read as 0");
    }
    if (digits.indexOf('I') >= 0) {
      slips.add("letter I read as 1");
    }
    return digits.replace('O', '0').replace('I', '1');
  }
}
