package hopmend.report;

import hopmend.fault.TroubleCode;
import hopmend.message.Message;

/**
 * Reads one code at a place of a text, sign by sign: upper or lower case, letters that were typed
 * for digits, one separator behind the letter and behind the first digit or a space behind each
 * sign, another code glued on, and a failure type in any notation.
 */
final class CodeScanner {
  /** What stands at the place. */
  enum Result {
    NOTHING,
    CODE,
    DOUBT
  }

  private static final String SEPARATORS = " ._-";
  private static final String LETTERS = "PCBU";

  /** Letters that are typed for digits: those that look almost the same, and the others. */
  private static final String TWINS = "O0o0I1l1i1|1";

  /** Letters of a word for a state, at most (our own bound). */
  private static final int LONGEST_STATE = 16;

  /** Letters of a control unit that a sign ties to its code (our own bound). */
  private static final int LONGEST_UNIT = 30;

  private static final String COUSINS = "S5s5G6Z2z2";

  private final char[] text;
  private final ReportWords words;
  private final Legend legend;
  private int base;
  private int failureType;
  private int end;
  private boolean letterO;
  private boolean letterI;
  private boolean cousin;
  private Message doubt = Message.text("");

  CodeScanner(char[] text, ReportWords words, Legend legend) {
    this.text = text;
    this.words = words;
    this.legend = legend;
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

  Message doubt() {
    return doubt;
  }

  /** "P0AFA": it is one if something calls it so. */
  boolean hasOneDigit() {
    return doubt != null && doubt.key().equals("doubt.one-digit") && !letterO && !letterI;
  }

  /** Whether what is doubted reads as a code all the same, as {@link #code} tells it. */
  boolean offers() {
    return cousin || hasOneDigit();
  }

  private int skipHidden(int i, int limit) {
    int at = i;
    while (at < limit && text[at] == Glyphs.HIDDEN) {
      at++;
    }
    return at;
  }

  /** "P0AFA", "P2BAE": P0 and P2 are the standard's own (SAE J2012, from memory); in capitals. */
  private boolean isWrittenAsStandard(int start) {
    boolean standard = text[start] == 'P' && (text[start + 1] == '0' || text[start + 1] == '2');
    for (int i = start + 2; i < start + 5; i++) {
      standard = standard && (Character.isUpperCase(text[i]) || Glyphs.isDigit(text[i]));
    }
    return standard;
  }

  /**
   * Reads at the beginning of a word.
   *
   * @param limit the text is read up to here
   */
  Result at(int start, int limit) {
    int letter = LETTERS.indexOf(Character.toUpperCase(text[start]));
    if (letter < 0) {
      return Result.NOTHING;
    }
    letterO = false;
    letterI = false;
    cousin = false;
    base = letter;
    int trueDigits = 0;
    int wrongAt = 0;
    int i = skipHidden(start + 1, limit);
    boolean spaced = isSpaced(start, limit);
    for (int digit = 1; digit <= 4; digit++) {
      if ((digit <= 2 || spaced) && i < limit && SEPARATORS.indexOf(text[i]) >= 0) {
        i = skipHidden(i + 1, limit);
      }
      if (i >= limit || !Glyphs.isWord(text[i]) && text[i] != '|') {
        return Result.NOTHING;
      }
      trueDigits += Glyphs.isDigit(text[i]) ? 1 : 0;
      int value = digit(text[i]);
      if (wrongAt == 0 && (value < 0 || digit == 1 && value > 3)) {
        wrongAt = digit;
      }
      base = base << (digit == 1 ? 2 : 4) | Math.max(0, value) & 0xF;
      end = i + 1;
      i = skipHidden(end, limit);
    }
    if (startsBehindTemperature(start) || behindWordPart(start)) {
      return Result.NOTHING;
    }
    if (!failureType(limit)) {
      return onlyDigitsFollow(start, limit) ? doubt(limit, "too-long") : Result.NOTHING;
    }
    if (wrongAt > 0) {
      cousin = false;
      return trueDigits >= 3
          ? doubt(limit, wrongAt == 1 ? "second-character" : "digits")
          : Result.NOTHING;
    }
    if (cousin) {
      return trueDigits >= 2 ? doubt(limit, "letter", code().text()) : Result.NOTHING;
    }
    if (trueDigits == 0) {
      return Result.NOTHING;
    }
    boolean slips = (letterO || letterI) && slipsOnly(start);
    return trueDigits >= 2 || slips || isWrittenAsStandard(start)
        ? Result.CODE
        : doubt(limit, "one-digit");
  }

  /** "POO4l": all that is no digit is a letter typed for one. */
  private boolean slipsOnly(int start) {
    for (int i = start + 1; i < end; i++) {
      if (Glyphs.isWord(text[i]) && !Glyphs.isDigit(text[i]) && TWINS.indexOf(text[i]) < 0) {
        return false;
      }
    }
    return true;
  }

  /** "P 0 3 4 0": a space behind each sign. */
  private boolean isSpaced(int start, int limit) {
    for (int k = 1; k <= 4; k++) {
      int at = start + 2 * k;
      if (at >= limit || text[at - 1] != ' ' || !Glyphs.isWord(text[at])) {
        return false;
      }
    }
    return start + 9 >= limit || !Glyphs.isWord(text[start + 9]);
  }

  private Result doubt(int limit, String why, Object... said) {
    doubt = Message.of("doubt." + why, said);
    while (end < limit && Glyphs.isWord(text[end])) {
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

  /**
   * "WS-P0340" and "P0340-A" are numbers of parts; "engine.P0340=stored" is a field, and
   * "ECM-P0340" has the unit before the code, "P0340-H" its state behind it where H is explained.
   */
  private boolean behindWordPart(int start) {
    boolean before =
        start > 1
            && (text[start - 1] == '-' || text[start - 1] == '_' || text[start - 1] == '.')
            && Glyphs.isWord(text[start - 2]);
    boolean behind =
        end + 1 < text.length
            && text[end] == '-'
            && Character.isLetter(text[end + 1])
            && !legend.isExplained(text[end + 1])
            && (end + 2 >= text.length || !Glyphs.isWord(text[end + 2]));
    boolean field = before && text[start - 1] == '.' && end < text.length && text[end] == '=';
    boolean named =
        field || before && (isCodeBefore(start - 2) || isUnitBefore(start - 1) || isStateBehind());
    return before && !named || behind;
  }

  /** "LIFT-C1A20-ACTIVE": no number of a part ends so. */
  private boolean isStateBehind() {
    int to = end + 1;
    while (to < text.length && to - end <= LONGEST_STATE && Character.isLetter(text[to])) {
      to++;
    }
    return to > end + 1
        && text[end] == '-'
        && words.states().whole(Word.of(text, end + 1, to)).isPresent();
  }

  private boolean isUnitBefore(int behind) {
    int from = behind;
    while (from > 0 && behind - from < LONGEST_UNIT && Glyphs.isWord(text[from - 1])) {
      from--;
    }
    return words.units().whole(Word.of(text, from, behind)).isPresent();
  }

  /** A range or a run of codes: "P0300-P0304". */
  private boolean isCodeBefore(int last) {
    int i = last;
    while (i >= 0 && Glyphs.isWord(text[i])) {
      i--;
    }
    return last - i == 5 && LETTERS.indexOf(Character.toUpperCase(text[i + 1])) >= 0;
  }

  private boolean onlyDigitsFollow(int start, int limit) {
    int i = start + 1;
    while (i < limit && Glyphs.isDigit(text[i])) {
      i++;
    }
    return (i >= limit || !Glyphs.isWord(text[i])) && i - start >= 6 && i - start <= 12;
  }

  /** Reads a failure type if there is one; false if the word goes on in another way. */
  private boolean failureType(int limit) {
    failureType = 0;
    if (end >= limit) {
      return true;
    }
    if (Glyphs.isWord(text[end])) {
      return takeFailureType(end, limit) || isCodeGluedOn(end, limit);
    }
    char c = text[end];
    if (":-/.#_$".indexOf(c) >= 0) {
      takeFailureType(hexAt(end + 1, limit), limit);
      return true;
    }
    if (behindDash(limit)) {
      return true;
    }
    int at = c == ' ' ? end + 1 : end;
    if (at < limit && (text[at] == '(' || text[at] == '[')) {
      int hex = hexAt(at + 1, limit);
      int before = end;
      if (takeFailureType(hex, limit) && end < limit && (text[end] == ')' || text[end] == ']')) {
        end++;
      } else {
        end = before;
        failureType = 0;
      }
    } else if (at < limit && hexAt(at, limit) > at) {
      takeFailureType(hexAt(at, limit), limit);
    } else if (at + 2 < limit && (text[at + 2] == 'h' || text[at + 2] == 'H')) {
      takeFailureType(at, limit);
    }
    return true;
  }

  /** "P0191 - 62 (sporadic)"; before a word it may be a count: "P0191 - 12 times". */
  private boolean behindDash(int limit) {
    int dash = end + 1;
    if (dash + 4 > limit || text[end] != ' ' || text[dash] != '-' || text[dash + 1] != ' ') {
      return false;
    }
    int before = end;
    boolean taken = takeFailureType(dash + 2, limit);
    int next = Glyphs.behindSpaces(text, end);
    boolean parted =
        end < limit && next < text.length && (",;|([\t".indexOf(text[next]) >= 0 || next > end + 1);
    if (taken && !parted) {
      end = before;
      failureType = 0;
    }
    return taken && parted;
  }

  /** Behind "0x", if that stands there. */
  private int hexAt(int at, int limit) {
    boolean marked =
        at + 1 < limit && text[at] == '0' && (text[at + 1] == 'x' || text[at + 1] == 'X');
    return marked ? at + 2 : at;
  }

  private boolean isCodeGluedOn(int at, int limit) {
    if (at + 5 > limit || LETTERS.indexOf(Character.toUpperCase(text[at])) < 0) {
      return false;
    }
    for (int i = at + 1; i < at + 5; i++) {
      if (Character.digit(text[i], i == at + 1 ? 4 : 16) < 0) {
        return false;
      }
    }
    return true;
  }

  private boolean takeFailureType(int at, int limit) {
    int behind = at + 2;
    if (behind > limit) {
      return false;
    }
    int high = text[at] > 'f' ? -1 : Character.digit(text[at], 16);
    int low = text[at + 1] > 'f' ? -1 : Character.digit(text[at + 1], 16);
    boolean h = behind < limit && (text[behind] == 'h' || text[behind] == 'H');
    int last = h ? behind + 1 : behind;
    boolean goesOn = last < limit && Glyphs.isWord(text[last]) && !isCodeGluedOn(last, limit);
    if (high < 0 || low < 0 || goesOn) {
      return false;
    }
    failureType = high << 4 | low;
    end = last;
    return true;
  }

  private int digit(char c) {
    int twin = TWINS.indexOf(c);
    if (twin >= 0 && twin % 2 == 0) {
      letterO |= TWINS.charAt(twin + 1) == '0';
      letterI |= TWINS.charAt(twin + 1) == '1';
      return TWINS.charAt(twin + 1) - '0';
    }
    int other = COUSINS.indexOf(c);
    if (other >= 0 && other % 2 == 0) {
      cousin = true;
      return COUSINS.charAt(other + 1) - '0';
    }
    return c > 'f' ? -1 : Character.digit(c, 16);
  }
}
