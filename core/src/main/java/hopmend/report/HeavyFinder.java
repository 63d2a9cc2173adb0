package hopmend.report;

import hopmend.fault.TroubleCode;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Codes of heavy vehicles: a parameter number and a failure mode, together or apart. */
final class HeavyFinder {
  private static final int LOOK_AT = 100_000;
  private static final Set<String> SPEAKS_OF_SPN = Set.of("spn", "j1939", "dm1", "dm2", "oc");
  private static final Pattern PAIR = Pattern.compile("(\\d{2,6})\\s*[-/.,:]\\s*(\\d{1,2})");
  private static final Pattern SPN_WORD = Pattern.compile("spn(\\d{1,6})(?:fmi(\\d{1,2}))?");
  private static final Pattern FMI_WORD = Pattern.compile("fmi(\\d{1,2})");

  private final char[] glyphs;
  private final boolean ofHeavyVehicle;

  private static final Pattern COUNT = Pattern.compile("[1-9]\\d{0,2}x|x[1-9]\\d{0,2}");

  /** Digits of a number that is hardly a fraction's. */
  private static final int SURE_SPN = 3;

  /** So many words behind a pair may tell that it is a code, at most (our own bound). */
  private static final int NEAR = 12;

  private final ReportWords words;

  HeavyFinder(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
    this.ofHeavyVehicle =
        Word.of(glyphs, 0, Math.min(glyphs.length, LOOK_AT)).stream()
            .anyMatch(w -> SPEAKS_OF_SPN.contains(w.text()));
  }

  /** Whether the report speaks of SPNs anywhere. */
  boolean isOfHeavyVehicle() {
    return ofHeavyVehicle;
  }

  /** What stands at a word; the number of the word behind it. */
  int at(LineAtHand at, int i) {
    Word w = at.word(i);
    if (w.text().startsWith("spn") || w.text().startsWith("fmi")) {
      return namedAt(at, i);
    }
    if (!w.isNumber()) {
      return i;
    }
    int behind = ofHeavyVehicle || isCounted(at, i) ? pairAt(at, i) : i;
    return behind > i ? behind : askedAt(at, i);
  }

  /** "I read 3226/2 and 4364/18, both active", and no word that says what the numbers are. */
  private int askedAt(LineAtHand at, int i) {
    if (at.word(i).text().length() < SURE_SPN || !isPair(at, i, "/") || !isToldAsCode(at, i)) {
      return i;
    }
    Word spn = at.word(i);
    Word mode = at.word(i + 1);
    TroubleCode code =
        TroubleCode.ofSpnFmi(Integer.parseInt(spn.text()), Integer.parseInt(mode.text()));
    at.ask(i, new Doubt(spn.start(), mode.end(), "spn-pair", code.text()), code);
    return i + 2;
  }

  /** Behind "codes", or before how they are held. */
  private boolean isToldAsCode(LineAtHand at, int i) {
    if (words.isLabelled(at.words(), i, Label.CODE)) {
      return true;
    }
    for (int k = i + 2; k < at.size() && k - i <= NEAR && !at.endsSentence(k - 1); k++) {
      if (words.states().at(at.words(), k) != null) {
        return true;
      }
    }
    return false;
  }

  /** Two numbers with a sign between them, in the range of both, and no third one. */
  private boolean isPair(LineAtHand at, int i, String signs) {
    boolean two =
        i + 1 < at.size()
            && at.cellIndex(i) == at.cellIndex(i + 1)
            && at.cellOf(i).head() == Head.NONE;
    if (!two) {
      return false;
    }
    Word mode = at.word(i + 1);
    String between = Glyphs.seen(glyphs, at.word(i).end(), mode.start());
    return between.length() == 1
        && signs.contains(between)
        && !goesOn(mode.end())
        && (i == 0 || !isJoined(at.word(i - 1).end(), at.word(i).start()))
        && at.word(i).text().matches("[1-9]\\d{1,5}")
        && number(mode.text(), 31).isPresent();
  }

  private boolean goesOn(int end) {
    return end + 1 < glyphs.length
        && "-/.,:".indexOf(glyphs[end]) >= 0
        && Glyphs.isDigit(glyphs[end + 1]);
  }

  /** "12/3226/2". */
  private boolean isJoined(int from, int to) {
    return to == from + 1 && "-/.,:".indexOf(glyphs[from]) >= 0;
  }

  /** "Active: 3251/2 (5x)": no other pair of numbers has how often it occurred behind it. */
  private static boolean isCounted(LineAtHand at, int i) {
    return at.word(i).text().length() >= SURE_SPN
        && i + 2 < at.size()
        && COUNT.matcher(at.word(i + 2).text()).matches();
  }

  /** "3226-4 NOx sensor" in a list of such a report: first on its line, or behind its unit. */
  private int pairAt(LineAtHand at, int i) {
    boolean begins =
        i == 0
            || at.segment(i - 1) != at.segment(i)
            || at.part(i - 1) == Part.UNIT
            || at.part(i - 1) == Part.LABEL;
    if (!begins || !isPair(at, i, "-/")) {
      return i;
    }
    int spn = Integer.parseInt(at.word(i).text());
    int fmi = Integer.parseInt(at.word(i + 1).text());
    heavy(at, spn, fmi, at.word(i).start(), at.word(i + 1).end());
    at.account(i, i + 2, Part.CODE);
    return i + 2;
  }

  /** "Failure mode 3": the number behind the name. */
  boolean numberAt(LineAtHand at, int i, Label label) {
    Word w = at.word(i);
    Optional<Integer> number = number(w.text(), label == Label.SPN ? 524_287 : 31);
    if (number.isEmpty() || at.cellOf(i).head() != Head.NONE) {
      return false;
    }
    place(at, w.start(), w.end());
    if (label == Label.SPN) {
      spnValue(at, number.get(), w);
    } else {
      fmiValue(at, number.get(), w);
    }
    at.account(i, i + 1, Part.CODE);
    return true;
  }

  private int namedAt(LineAtHand at, int i) {
    Word w = at.word(i);
    Matcher glued = SPN_WORD.matcher(w.text());
    if (glued.matches()) {
      place(at, w.start(), w.end());
      spnValue(at, Integer.parseInt(glued.group(1)), w);
      if (glued.group(2) != null) {
        fmiValue(at, Integer.parseInt(glued.group(2)), w);
      }
      return modeBehind(at, i);
    }
    Matcher mode = FMI_WORD.matcher(w.text());
    if (mode.matches()) {
      place(at, w.start(), w.end());
      fmiValue(at, Integer.parseInt(mode.group(1)), w);
      at.account(i, i + 1, Part.CODE);
      return i + 1;
    }
    if ((w.text().equals("spn") || w.text().equals("fmi"))
        && i + 1 < at.size()
        && at.cellIndex(i + 1) == at.cellIndex(i)
        && at.word(i + 1).text().matches("\\d{1,7}(fmi\\d{1,2})?")) {
      Word v = at.word(i + 1);
      String digits = v.text().replaceAll("fmi.*", "");
      place(at, w.start(), w.end());
      if (w.text().equals("spn")) {
        spnValue(at, Integer.parseInt(digits), v);
        if (v.text().length() > digits.length()) {
          fmiValue(at, Integer.parseInt(v.text().substring(digits.length() + 3)), v);
        }
        at.account(i, i + 1, Part.CODE);
        return modeBehind(at, i + 1);
      } else {
        fmiValue(at, Integer.parseInt(digits), v);
      }
      at.account(i, i + 2, Part.CODE);
      return i + 2;
    }
    return i;
  }

  /** "SPN 3251-2": the failure mode that a sign alone parts from its number. */
  private int modeBehind(LineAtHand at, int spn) {
    at.account(spn, spn + 1, Part.CODE);
    int sign = at.word(spn).end();
    int mode = spn + 1;
    if (at.finds.spn < 0
        || mode >= at.size()
        || at.word(mode).start() != sign + 1
        || "-/._:".indexOf(glyphs[sign]) < 0
        || number(at.word(mode).text(), 31).isEmpty()) {
      return spn + 1;
    }
    fmiValue(at, Integer.parseInt(at.word(mode).text()), at.word(mode));
    at.account(mode, mode + 1, Part.CODE);
    return mode + 1;
  }

  private static void place(LineAtHand at, int start, int end) {
    at.finds.halfStart = at.finds.halfStart < 0 ? start : Math.min(at.finds.halfStart, start);
    at.finds.halfEnd = Math.max(at.finds.halfEnd, end);
  }

  void spn(LineAtHand at, int value, Cell cell) {
    place(at, cell.start(), cell.end());
    at.finds.spn = value;
    pairUp(at);
  }

  void fmi(LineAtHand at, int value, Cell cell) {
    place(at, cell.start(), cell.end());
    at.finds.fmi = value;
    pairUp(at);
  }

  private void spnValue(LineAtHand at, int value, Word word) {
    at.finds.halfEnd = Math.max(at.finds.halfEnd, word.end());
    if (at.finds.spn >= 0) {
      endSpn(at);
      place(at, word.start(), word.end());
    }
    at.finds.spn = value;
    pairUp(at);
  }

  private void fmiValue(LineAtHand at, int value, Word word) {
    at.finds.halfEnd = Math.max(at.finds.halfEnd, word.end());
    at.finds.fmi = value;
    pairUp(at);
  }

  private void pairUp(LineAtHand at) {
    if (at.finds.spn >= 0 && at.finds.fmi >= 0) {
      heavy(at, at.finds.spn, at.finds.fmi, at.finds.halfStart, at.finds.halfEnd);
      at.finds.spn = -1;
      at.finds.fmi = -1;
      at.finds.halfStart = -1;
      at.finds.halfEnd = -1;
    }
  }

  /** Whether "3251-2" stands in a cell of both numbers. */
  boolean pair(LineAtHand at, String small, Cell cell, int first, int behind) {
    Matcher m = PAIR.matcher(small);
    boolean both = m.matches();
    if (both) {
      heavy(
          at, Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)), cell.start(), cell.end());
      at.account(first, behind, Part.CODE);
    }
    return both;
  }

  private void heavy(LineAtHand at, int spn, int fmi, int start, int end) {
    if (!isInRange(spn, fmi)) {
      at.finds.doubts.add(new Doubt(start, end, "out-of-range", ""));
    } else if (spn == 0 && fmi == 0) {
      at.finds.none = true;
    } else {
      at.finds.codes.add(new Code(TroubleCode.ofSpnFmi(spn, fmi), List.of(), 0, start, end, null));
    }
  }

  /** Numbers of 19 and 5 bits (SAE J1939-73, from memory). */
  static boolean isInRange(int spn, int fmi) {
    return spn <= 524_287 && fmi <= 31;
  }

  /** Among codes of its line an SPN without its FMI finds none any more. */
  void endSpn(LineAtHand at) {
    if (at.finds.spn > 524_287) {
      at.finds.doubts.add(new Doubt(at.finds.halfStart, at.finds.halfEnd, "out-of-range", ""));
      at.finds.spn = -1;
      at.finds.halfStart = -1;
    } else if (at.finds.spn >= 0 && at.finds.hasCodes()) {
      at.finds.doubts.add(new Doubt(at.finds.halfStart, at.finds.halfEnd, "half", ""));
      at.finds.spn = -1;
      at.finds.halfStart = -1;
    }
  }

  boolean isHeavy(LineAtHand at) {
    return at.finds.spn >= 0
        || at.finds.fmi >= 0
        || at.cells().stream().anyMatch(c -> c.head().is(Label.SPN) || c.head().is(Label.SPN_FMI));
  }

  static Optional<Integer> number(String written, int most) {
    if (!written.matches("\\d{1,7}")) {
      return Optional.empty();
    }
    int value = Integer.parseInt(written);
    return value <= most ? Optional.of(value) : Optional.empty();
  }
}
