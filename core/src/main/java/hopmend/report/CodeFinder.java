package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ControlUnit;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Codes with a letter, or as bytes in hex, and what only looks like one. */
final class CodeFinder {
  /** Letters of "no.", "ref.", "inv.": behind more of them a full stop ends a sentence. */
  private static final int LONGEST_SHORTENED = 3;

  /** "Cylinder 3 P0303" is no number of a part (our own bound). */
  private static final int SHORTEST_GROUP = 3;

  private static final Pattern LETTERLESS = Pattern.compile("[0-3]\\d[0-9a-f]{2}([0-9a-f]{2})?");
  private static final Pattern FOUR = Pattern.compile("[pcbu][0-9a-f]{3}");
  private static final Pattern BYTES = Pattern.compile("0x([0-9a-f]{4})([0-9a-f]{2})?");

  /** So many words behind it are looked at for its state (our own bound). */
  private static final int NEAR = 8;

  /** Why a code is asked for that stands behind the word for a part, a room, a phone. */
  private static final String OF_OTHER = "of-something-else";

  private final char[] glyphs;
  private final ReportWords words;
  private final CodeScanner scanner;
  private final HeavyFinder heavy;

  CodeFinder(char[] glyphs, ReportWords words, CodeScanner scanner, HeavyFinder heavy) {
    this.glyphs = glyphs;
    this.words = words;
    this.scanner = scanner;
    this.heavy = heavy;
  }

  int codeAt(LineAtHand at, int i, Cell cell) {
    Word w = at.word(i);
    Label label = cell.head().label();
    if (cell.head().isOfVehicle()) {
      return i;
    }
    CodeScanner.Result result = scanner.at(w.start(), cell.end());
    if (result == CodeScanner.Result.NOTHING) {
      return fourAt(at, i, label);
    }
    int start = w.start();
    int end = scanner.end();
    int behind = Math.max(i + 1, at.behind(i, end));
    at.account(i, behind, Part.CODE);
    if (result == CodeScanner.Result.DOUBT && !(scanner.hasOneDigit() && isNamed(at, i, label))) {
      String reads = scanner.offers() ? scanner.code().text() : "";
      at.ask(i, new Doubt(start, end, scanner.doubt(), reads), scanner.code());
      return behind;
    }
    if (label != Label.CODE && isBeside(at, i)) {
      at.ask(i, new Doubt(start, end, OF_OTHER, scanner.code().text()), scanner.code());
      return behind;
    }
    List<Message> slips = new ArrayList<>(0);
    if (scanner.letterO()) {
      slips.add(Message.of("slipped.o"));
    }
    if (scanner.letterI()) {
      slips.add(Message.of("slipped.i-or-l"));
    }
    CodeState column = cell.head().state();
    at.finds.codes.add(new Code(scanner.code(), slips, 0, start, end, column));
    // Another code may be glued on.
    int from = end;
    while (from < cell.end()
        && Glyphs.isWord(glyphs[from])
        && scanner.at(from, cell.end()) == CodeScanner.Result.CODE) {
      at.finds.codes.add(new Code(scanner.code(), List.of(), 0, from, scanner.end(), column));
      from = scanner.end();
      while (behind < at.size() && at.word(behind).start() < from) {
        at.account(behind, behind + 1, Part.CODE);
        behind++;
      }
    }
    return behind;
  }

  /**
   * "Tightened it (part no. P0220)": a line that tells of such numbers alone, and of no state, is
   * no line of codes.
   */
  void dropNumbers(LineAtHand at) {
    List<Code> codes = at.finds.codes;
    boolean numbers = codes.stream().allMatch(c -> c.asked() != null && isOfOther(c.asked()));
    if (numbers && IntStream.range(0, at.size()).noneMatch(i -> at.part(i) == Part.STATE)) {
      codes.forEach(c -> at.finds.doubts.add(c.asked()));
      codes.clear();
    }
  }

  private static boolean isOfOther(Doubt asked) {
    return asked.why().key().equals("doubt." + OF_OTHER);
  }

  /** "Code P420", "P420 stored": a sign may be missing; the number of the word behind it. */
  private int fourAt(LineAtHand at, int i, Label label) {
    Word w = at.word(i);
    if (!FOUR.matcher(w.text()).matches()
        || w.digits() < 2
        || !isNamed(at, i, label) && !isHeld(at, i) && !beginsLineWithState(at, i)) {
      return i;
    }
    String written = w.text().toUpperCase(Locale.ROOT);
    String reads = written.substring(0, 1) + "0" + written.substring(1);
    at.ask(i, new Doubt(w.start(), w.end(), "four-signs", reads), TroubleCode.parse(reads));
    return i + 1;
  }

  /** "P420 stored". */
  private boolean isHeld(LineAtHand at, int i) {
    return i + 1 < at.size()
        && at.segment(i + 1) == at.segment(i)
        && words.states().at(at.words(), i + 1) != null;
  }

  /** "P420 Engine confirmed": where codes stand, in capitals, and a state behind it. */
  private boolean beginsLineWithState(LineAtHand at, int i) {
    boolean begins = i == 0 && Character.isUpperCase(glyphs[at.word(i).start()]);
    for (int k = 1; begins && k < at.size() && k <= NEAR; k++) {
      if (words.states().at(at.words(), k) != null) {
        return true;
      }
    }
    return false;
  }

  /** "DTC P0AFA", or in the column of codes. */
  private boolean isNamed(LineAtHand at, int i, Label label) {
    return label == Label.CODE || i > 0 && words.isLabel(at.words(), i - 1, Label.CODE);
  }

  /** "bolt C1025", "part no. P0340": told by what stands right before it. */
  private boolean isBeside(LineAtHand at, int i) {
    if (isNumberedBeside(at, i) || isSecondGroup(at, i)) {
      return true;
    }
    for (int words = 1; words <= 2 && i - words >= 0; words++) {
      if (at.cellIndex(i - words) != at.cellIndex(i) || isUnitBefore(at, i - words, i)) {
        return false;
      }
      Phrases.Match<Boolean> match = this.words.beside().at(at.words(), i - words);
      if (match != null && match.words() == words) {
        return !isEndOfSentence(at.word(i - 1));
      }
    }
    return false;
  }

  /** "Part 4471 P0101", "kit no. 4410 P0117": the second half of a number, unless it is held. */
  private boolean isSecondGroup(LineAtHand at, int i) {
    if (i < 2
        || !at.word(i - 1).isNumber()
        || at.word(i - 1).text().length() < SHORTEST_GROUP
        || at.segment(i - 1) != at.segment(i)
        || at.isAnnounced(i)
        || i + 1 < at.size()
            && (words.states().at(at.words(), i + 1) != null
                || at.word(i + 1).digits() >= SHORTEST_GROUP)) {
      return false;
    }
    for (int before = 2; before <= 3 && i - before >= 0; before++) {
      Phrases.Match<Boolean> match = words.beside().at(at.words(), i - before);
      boolean numbered = before == 2 || at.word(i - 2).text().length() <= LONGEST_SHORTENED;
      if (match != null && match.words() <= before - 1 && numbered) {
        return at.cellIndex(i - before) == at.cellIndex(i);
      }
    }
    return false;
  }

  /** "Plate AB P0335": a few letters stand between. */
  private boolean isNumberedBeside(LineAtHand at, int i) {
    if (i < 2 || at.segment(i - 2) != at.segment(i) || at.part(i - 1) == Part.UNIT) {
      return false;
    }
    Word name = at.word(i - 2);
    Word letters = at.word(i - 1);
    Phrases.Match<Boolean> match = words.beside().at(at.words(), i - 2);
    return match != null
        && match.words() == 1
        && letters.text().length() <= LONGEST_SHORTENED
        && letters.digits() == 0
        && Character.isUpperCase(glyphs[letters.end() - 1])
        && Character.isLowerCase(glyphs[name.end() - 1]);
  }

  /** "It came on the hook. P0340 is stored", but "part no. P0340" is short for something. */
  private boolean isEndOfSentence(Word w) {
    return w.end() < glyphs.length && ";)".indexOf(glyphs[w.end()]) >= 0 || isStopped(w);
  }

  private boolean isStopped(Word w) {
    return w.end() + 1 < glyphs.length
        && glyphs[w.end()] == '.'
        && glyphs[w.end() + 1] == ' '
        && w.text().length() > LONGEST_SHORTENED;
  }

  /**
   * "Fallos en caja: P0730", "the auto box P0720", "en la caja P0741 memorizado": a word for a box
   * and for a gearbox.
   */
  private boolean isUnitBefore(LineAtHand at, int word, int code) {
    boolean ofSeveral = word > 0 && at.part(word - 1) == Part.UNIT;
    boolean placed =
        word > 0
            && (words.isThe(at.word(word - 1)) || words.isFrom(at.word(word - 1)))
            && isHeld(at, code);
    return at.part(word) == Part.UNIT && (at.isAnnounced(code) || ofSeveral || placed);
  }

  int bytesAt(LineAtHand at, int i) {
    Word w = at.word(i);
    boolean afterCode =
        i > 0
            && (words.isLabel(at.words(), i - 1, Label.CODE)
                || i > 1 && words.isLabel(at.words(), i - 2, Label.CODE) && at.isAnnounced(i));
    Matcher m = BYTES.matcher(w.text());
    if (m.matches() && afterCode) {
      bytes(at, m, w.start(), w.end());
      at.account(i, i + 1, Part.CODE);
      return i + 1;
    }
    int status = m.matches() && w.text().startsWith("0x") ? statusBehind(at, i) : i;
    if (status > i) {
      bytes(at, m, w.start(), w.end());
      OptionalInt type = status > i + 1 ? HexByte.of(at.word(i + 1).text()) : OptionalInt.empty();
      type.ifPresent(
          t -> at.finds.codes.add(at.finds.codes.remove(at.finds.codes.size() - 1).with(t)));
      at.account(i, status, Part.CODE);
      return status;
    }
    Optional<ControlUnit> unit = words.answering(w.text().replaceAll("^0x|h$", ""));
    if (unit.isPresent()) {
      at.finds.names(unit.get().name(), w.start(), w.end(), true);
      at.account(i, i + 1, Part.UNIT);
      return i + 1;
    }
    return i;
  }

  /**
   * "0x0340 12 Status 2F": a status byte behind it tells that it is a code, one of two bytes or of
   * three; the word for that, or the same word if there is none.
   */
  private int statusBehind(LineAtHand at, int i) {
    int name = i + 1;
    name += name < at.size() && HexByte.of(at.word(name).text()).isPresent() ? 1 : 0;
    boolean told =
        name + 1 < at.size()
            && words.isLabel(at.words(), name, Label.STATUS)
            && HexByte.of(at.word(name + 1).text()).isPresent();
    return told ? name : i;
  }

  void codeCell(LineAtHand at, String small, Cell cell, int first, int behind) {
    Matcher bytes = BYTES.matcher(small);
    if (bytes.matches()) {
      bytes(at, bytes, cell.start(), cell.end());
      at.account(first, behind, Part.CODE);
      return;
    }
    boolean isPair = small.indexOf('.') < 0 && heavy.pair(at, small, cell, first, behind);
    if (!isPair && !namesCondition(at) && LETTERLESS.matcher(small).matches()) {
      withoutLetter(at, first, cell.start(), cell.end());
    } else if (!small.isEmpty() && words.isBlank(small)) {
      at.holdNoCode(cell.start(), cell.end());
      at.account(first, behind, Part.CODE);
    }
  }

  /** "0340", "034013": nothing tells of which letter it is. */
  static void withoutLetter(LineAtHand at, int i, int start, int end) {
    TroubleCode any = new TroubleCode(Integer.parseInt(at.word(i).text().substring(0, 4), 16), 0);
    at.ask(i, new Doubt(start, end, "no-letter", ""), any);
  }

  private boolean namesCondition(LineAtHand at) {
    return !at.isEmpty() && words.conditions().at(at.words(), 0) != null;
  }

  private void bytes(LineAtHand at, Matcher m, int start, int end) {
    int base = Integer.parseInt(m.group(1), 16);
    int type = m.group(2) == null ? 0 : Integer.parseInt(m.group(2), 16);
    if (base != 0) {
      at.finds.codes.add(new Code(new TroubleCode(base, type), List.of(), 0, start, end, null));
    } else {
      at.finds.none = true;
    }
  }
}
