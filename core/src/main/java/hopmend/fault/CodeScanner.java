package hopmend.fault;

/**
 * Reads one code at a place of a text, character by character: upper or lower case, letter O for
 * zero, I or l for one, one separator behind the letter and behind the first digit, a failure type
 * glued on, behind a colon or dash, or in brackets.
 */
final class CodeScanner {
  /** What stands at the place. */
  enum Result {
    NOTHING,
    CODE,
    DOUBT
  }

  private static final String SEPARATORS = " ._-";

  private final char[] text;
  private int base;
  private int failureType;
  private int end;
  private boolean letterO;
  private boolean letterI;
  private String doubt = "";

  CodeScanner(char[] text) {
    this.text = text;
  }

  TroubleCode code() {
    return new TroubleCode(base, failureType);
  }

  /** Behind the last character of the code. */
  int end() {
    return end;
  }

  boolean letterO() {
    return letterO;
  }

  boolean letterI() {
    return letterI;
  }

  String doubt() {
    return doubt;
  }

  /**
   * Reads at the beginning of a word.
   *
   * @param limit the text is read up to here
   */
  Result at(int start, int limit) {
    int letter = "PCBU".indexOf(Character.toUpperCase(text[start]));
    if (letter < 0) {
      return Result.NOTHING;
    }
    letterO = false;
    letterI = false;
    base = letter;
    int trueDigits = 0;
    int wrongAt = 0;
    int i = start + 1;
    for (int digit = 1; digit <= 4; digit++) {
      if (digit <= 2 && i < limit && SEPARATORS.indexOf(text[i]) >= 0) {
        i++;
      }
      if (i >= limit || !isWord(text[i])) {
        return Result.NOTHING;
      }
      trueDigits += text[i] >= '0' && text[i] <= '9' ? 1 : 0;
      int value = digit(text[i]);
      if (wrongAt == 0 && (value < 0 || digit == 1 && value > 3)) {
        wrongAt = digit;
      }
      base = base << (digit == 1 ? 2 : 4) | Math.max(0, value) & 0xF;
      i++;
    }
    end = i;
    if (startsBehindTemperature(start)) {
      return Result.NOTHING;
    }
    boolean tooLong = !failureType(limit);
    if (tooLong) {
      return onlyDigitsFollow(start, limit)
          ? doubt(limit, "too long for a code: four digits, or six with the failure type")
          : Result.NOTHING;
    }
    if (wrongAt > 0) {
      return trueDigits >= 3
          ? doubt(
              limit,
              wrongAt == 1
                  ? "the second character of a code is 0, 1, 2 or 3"
                  : "after the letter come digits 0-9 or A-F")
          : Result.NOTHING;
    }
    if (trueDigits == 0) {
      return Result.NOTHING;
    }
    return trueDigits >= 2 ? Result.CODE : doubt(limit, "only one digit: a word or a code?");
  }

  private Result doubt(int limit, String why) {
    doubt = why;
    while (end < limit && isWord(text[end])) {
      end++;
    }
    return Result.DOUBT;
  }

  /** "88 °C 1200" is a temperature and a number, not C1200. */
  private boolean startsBehindTemperature(int start) {
    boolean apart = SEPARATORS.indexOf(text[start + 1]) >= 0;
    int before = start - 1;
    while (before >= 0 && text[before] == ' ') {
      before--;
    }
    return apart
        && Character.toUpperCase(text[start]) == 'C'
        && before >= 0
        && (text[before] == '°' || Character.isDigit(text[before]));
  }

  private boolean onlyDigitsFollow(int start, int limit) {
    int i = start + 1;
    while (i < limit && Character.isDigit(text[i])) {
      i++;
    }
    return (i >= limit || !isWord(text[i])) && i - start >= 6 && i - start <= 12;
  }

  /** Reads a failure type if there is one; false if the word goes on in another way. */
  private boolean failureType(int limit) {
    failureType = 0;
    if (end < limit && isWord(text[end])) {
      return takeFailureType(end, end + 2, limit);
    }
    if (end < limit && (text[end] == ':' || text[end] == '-')) {
      int at = end + 1 < limit && text[end + 1] == ' ' ? end + 2 : end + 1;
      takeFailureType(at, at + 2, limit);
      return true;
    }
    int at = end < limit && text[end] == ' ' ? end + 1 : end;
    if (at < limit && (text[at] == '(' || text[at] == '[')) {
      boolean closed = at + 3 < limit && (text[at + 3] == ')' || text[at + 3] == ']');
      if (closed && takeFailureType(at + 1, at + 3, limit)) {
        end++;
      }
    }
    return true;
  }

  private boolean takeFailureType(int at, int behind, int limit) {
    if (behind > limit || (behind < limit && isWord(text[behind]))) {
      return false;
    }
    int high = Character.digit(text[at], 16);
    int low = Character.digit(text[at + 1], 16);
    if (high < 0 || low < 0 || text[at] > 'f' || text[at + 1] > 'f') {
      return false;
    }
    failureType = high << 4 | low;
    end = behind;
    return true;
  }

  private int digit(char c) {
    if (c == 'O' || c == 'o') {
      letterO = true;
      return 0;
    }
    if (c == 'I' || c == 'l' || c == 'i') {
      letterI = true;
      return 1;
    }
    return c > 'f' ? -1 : Character.digit(c, 16);
  }

  static boolean isWord(char c) {
    return c < 128
        ? c >= '0' && c <= '9' || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z'
        : Character.isLetterOrDigit(c);
  }
}
