package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.measure.MeasureUnit.Quantity;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/** Which control unit speaks, and never one that a description names. */
final class UnitFinder {
  /** So many words before and behind are looked at, however long a line is. */
  private static final int NEAR = 12;

  /** So many units are named together at most (our own bound). */
  static final int MOST_TOGETHER = 20;

  private final char[] glyphs;
  private final ReportWords words;
  private final UnitNames names;
  private final SentenceUnits sentences;
  private final UnknownInSentence unknown;

  UnitFinder(char[] glyphs, ReportWords words, UnitNames names) {
    this.glyphs = glyphs;
    this.words = words;
    this.names = names;
    this.sentences = new SentenceUnits(glyphs, words, names, this);
    this.unknown = new UnknownInSentence(glyphs, words);
  }

  void units(LineAtHand at) {
    find(at);
    if (!mayDescribe(at)) {
      return;
    }
    int apart = apart(at);
    if (apart < 0) {
      at.finds.unitMayDescribe = true;
      return;
    }
    LineFinds.UnitAt unit = named(at, apart, names.at(at, apart));
    at.finds.unitIsAmongWords = false;
    at.finds.namesNone();
    at.finds.names(unit.name(), unit.start(), unit.end(), true);
  }

  /** "P0123 signal from ABS active Engine": the unit in a column of its own; -1 for none. */
  private int apart(LineAtHand at) {
    int code = LineFinds.countBefore(at.words(), Word::start, at.finds.codes.get(0).start());
    for (int i = code + 1; i < at.size(); i++) {
      Phrases.Match<ControlUnit> match = names.at(at, i);
      int behind = match == null ? i : i + match.words();
      boolean alone =
          match != null
              && isColumnEdge(at.word(i - 1).end(), at.word(i).start())
              && (behind == at.size()
                  || isColumnEdge(at.word(behind - 1).end(), at.word(behind).start()));
      if (alone) {
        return i;
      }
    }
    return -1;
  }

  /** Of several units before a code the last one speaks. */
  private void find(LineAtHand at) {
    if (!at.finds.unitsOfList.isEmpty()) {
      at.finds.unitsOfList.forEach((k, unit) -> at.finds.unitsOfSentence.put(k, List.of(unit)));
      return;
    }
    List<LineFinds.UnitAt> paired = paired(at);
    paired = paired.isEmpty() ? atEnds(at) : paired;
    if (!paired.isEmpty()) {
      for (int k = 0; k < paired.size(); k++) {
        at.finds.unitsOfSentence.put(k, List.of(paired.get(k)));
      }
      return;
    }
    Map<Integer, LineFinds.UnitAt> ofOthers = unknown.of(at);
    Set<Integer> told = sentences.settle(at);
    ofOthers.keySet().removeAll(told);
    at.finds.codesOfUnknown.keySet().removeAll(told);
    at.finds.codesOfUnknown.keySet().removeAll(ofOthers.keySet());
    ofOthers.forEach((code, unit) -> at.finds.unitsOfSentence.put(code, List.of(unit)));
    at.finds.codesOfUnknown.keySet().forEach(at.finds.unitsOfSentence::remove);
    unitsWithin(at);
    at.finds.unitsWithin.sort(Comparator.comparingInt(LineFinds.UnitAt::start));
    at.finds.codesOfUnknown.forEach(
        (k, name) -> {
          if (!isNamedWithin(at, k)) {
            at.finds.unitsOfSentence.put(k, name);
          }
        });
    others(at);
    if (at.finds.unit != null && !at.finds.unitIsUnknown) {
      return;
    }
    int i = 0;
    while (i < at.size()) {
      if (at.part(i) != Part.UNIT) {
        i++;
        continue;
      }
      Phrases.Match<ControlUnit> match = names.at(at, i);
      int behind = match == null ? i + 1 : i + match.words();
      if (i == 0 && isKindOf(at, behind)) {
        at.account(0, behind, Part.LABEL);
        at.finds.unitIsLabelled = true;
        i = behind;
        continue;
      }
      boolean before = at.finds.hasCodes() && isBeforeCode(at, i);
      boolean ofUnknown = at.finds.unitIsUnknown && at.word(i).start() < at.finds.unitEnd;
      if (match != null && !ofUnknown && !isTaken(at, i) && isNamed(at, i, behind)) {
        if (at.finds.unit != null && !before && !at.finds.unitIsUnknown) {
          if (!isColon(at, behind)) {
            at.finds.unitsBehind.add(named(at, i, match));
          }
          i = behind;
          continue;
        }
        boolean whole = isWholeSegment(at, i, behind) && at.finds.otherWords == 0;
        at.finds.names(
            match.meaning().name(), at.word(i).start(), at.word(behind - 1).end(), whole);
        at.finds.unitIsUnknown = false;
        at.finds.unitMayDescribe =
            i > 0
                && at.finds.hasCodes()
                && !before
                && (isBetweenCodeAndState(at, i, behind) || words.isThing(at.word(behind - 1)));
      }
      i = behind;
    }
  }

  /**
   * "P0135 oxygen sensor 1, heating", "U0155 cluster, no message": whether the unit behind the one
   * code of a line stands among words that describe it.
   */
  private boolean mayDescribe(LineAtHand at) {
    LineFinds f = at.finds;
    List<LineFinds.UnitAt> told =
        f.unitsOfSentence.getOrDefault(
            0,
            f.unit == null
                ? List.of()
                : List.of(new LineFinds.UnitAt(f.unit, f.unitStart, f.unitEnd)));
    if (f.codes.size() != 1 || told.size() != 1 || f.unitIsLabelled) {
      return false;
    }
    int from = LineFinds.countBefore(at.words(), Word::start, told.get(0).start());
    int behind = LineFinds.countBefore(at.words(), Word::start, told.get(0).end());
    int code = LineFinds.countBefore(at.words(), Word::start, f.codes.get(0).start());
    if (code >= from) {
      return false;
    }
    boolean before = isDescribed(at, from, -1, code, " ");
    f.unitIsAmongWords = before || isDescribed(at, behind - 1, 1, at.size(), " ");
    return f.unitIsAmongWords
        || isDescribed(at, from, -1, code, ", ")
        || isDescribed(at, behind - 1, 1, at.size(), ", ");
  }

  /** Whether words of a description go on from a word, up to another, parted by no more than so. */
  private boolean isDescribed(LineAtHand at, int word, int step, int end, String parted) {
    for (int i = word + step; i != end && at.cellOf(i) == at.cellOf(word); i += step) {
      int gap = Math.max(i, i - step);
      if (!isOneText(at.word(gap - 1).end(), at.word(gap).start(), parted)
          || at.part(i) == Part.CODE
          || at.part(i) == Part.STATE) {
        return false;
      }
      // "U0100 engine, no message", and not "C1A10 in the sweeper, none in the cluster"
      boolean denies = step > 0 && words.isNot(at.word(i)) && isRightBehindCode(at, word);
      if (denies || at.part(i) == Part.OTHER || at.part(i) == Part.UNIT) {
        return true;
      }
    }
    return false;
  }

  /** A wide gap parts two words, or a sign that parts columns. */
  private boolean isColumnEdge(int from, int to) {
    String between = new String(glyphs, from, Math.min(to - from, NEAR));
    boolean signed = between.length() > 2 && "-–—/".contains(between.strip());
    return signed
        || between.endsWith("  ")
        || between.chars().anyMatch(c -> "|;\t".indexOf(c) >= 0);
  }

  /** Whether nothing but the name of a unit stands between a code and its last word. */
  private static boolean isRightBehindCode(LineAtHand at, int last) {
    int i = last;
    while (i > 0 && at.part(i) == Part.UNIT) {
      i--;
    }
    return at.part(i) == Part.CODE;
  }

  /** A space stands between, or such a sign and a space. */
  private boolean isOneText(int from, int to, String parted) {
    String between = new String(glyphs, from, Math.min(to - from, parted.length() + 1));
    return between.equals(" ") || between.equals(parted);
  }

  /** "C0051 steering U0121 cluster": behind each code its unit, and nothing else. */
  private List<LineFinds.UnitAt> paired(LineAtHand at) {
    List<LineFinds.UnitAt> units = new ArrayList<>();
    if (at.finds.codes.size() < 2 || at.finds.codes.size() > MOST_TOGETHER) {
      return units;
    }
    int i = 0;
    for (LineFinds.Code c : at.finds.codes) {
      if (i >= at.size() || at.word(i).start() != c.start()) {
        return List.of();
      }
      i = pastStates(at, at.behind(i, c.end()));
      Phrases.Match<ControlUnit> unit =
          i < at.size() && at.part(i) == Part.UNIT ? names.at(at, i) : null;
      if (unit == null) {
        return List.of();
      }
      units.add(named(at, i, unit));
      i = pastStates(at, i + unit.words());
    }
    return i == at.size() ? units : List.of();
  }

  /** "P0401 EGR - pending - ECM, C0051 - confirmed - ABS": each item of a list ends in its unit. */
  private List<LineFinds.UnitAt> atEnds(LineAtHand at) {
    List<LineFinds.UnitAt> units = new ArrayList<>();
    List<LineFinds.Code> codes = at.finds.codes;
    if (codes.size() < 2 || codes.size() > MOST_TOGETHER) {
      return units;
    }
    int first = LineFinds.countBefore(at.words(), Word::start, codes.get(0).start());
    boolean told = IntStream.range(0, first).anyMatch(i -> at.part(i) == Part.UNIT);
    for (int k = 0; k < codes.size() && !told; k++) {
      int from = LineFinds.countBefore(at.words(), Word::start, codes.get(k).end());
      int behind = endOfItem(at, from, k);
      int unit = behind;
      while (unit > from && at.part(unit - 1) == Part.UNIT) {
        unit--;
      }
      Phrases.Match<ControlUnit> match =
          unit > from && unit < behind && at.segment(unit - 1) != at.segment(unit)
              ? names.at(at, unit)
              : null;
      if (match == null || unit + match.words() != behind) {
        return List.of();
      }
      units.add(named(at, unit, match));
    }
    return units;
  }

  /** Behind the last word before the comma that the next code stands behind; else its own first. */
  private int endOfItem(LineAtHand at, int from, int code) {
    if (code + 1 == at.finds.codes.size()) {
      int end = from;
      while (end < at.size() && !(end > from && at.endsSentence(end - 1))) {
        end++;
      }
      return end;
    }
    int start = at.finds.codes.get(code + 1).start();
    int next = LineFinds.countBefore(at.words(), Word::start, start);
    boolean parted = next > from && ",;".indexOf(glyphs[at.word(next - 1).end()]) >= 0;
    return parted ? next : from;
  }

  private static int pastStates(LineAtHand at, int from) {
    int i = from;
    while (i < at.size() && at.part(i) == Part.STATE) {
      i++;
    }
    return i;
  }

  /** "ECU ABS": the first word says what the second is the name of. */
  private boolean isKindOf(LineAtHand at, int behind) {
    Phrases.Match<Label> label = words.labels().at(at.words(), 0);
    return label != null
        && label.meaning() == Label.UNIT
        && label.words() == behind
        && behind < at.size()
        && at.part(behind) == Part.UNIT
        && names.at(at, behind) != null
        && behind + names.at(at, behind).words() == at.size();
  }

  /** "Crane: C1234" in the midst of others: the name stands right before its code. */
  private static boolean isNamedWithin(LineAtHand at, int code) {
    int start = at.finds.codes.get(code).start();
    int before = LineFinds.countBefore(at.finds.unitsWithin, LineFinds.UnitAt::start, start);
    return before > 0
        && (code == 0
            || at.finds.unitsWithin.get(before - 1).start() > at.finds.codes.get(code - 1).start());
  }

  /** "Reported by: engine, gateway and cluster": the units behind the first. */
  private void others(LineAtHand at) {
    if (at.finds.hasCodes() || !at.finds.unitIsLabelled) {
      return;
    }
    int i = at.behind(0, at.finds.unitEnd);
    while (i < at.size() && at.finds.otherUnits.size() < MOST_TOGETHER) {
      Phrases.Match<ControlUnit> match = at.part(i) == Part.UNIT ? names.at(at, i) : null;
      if (match != null) {
        at.finds.otherUnits.add(match.meaning().name());
      }
      i += match == null ? 1 : match.words();
    }
  }

  /** "ECM P0340 stored. ABS C0035 current": a unit right before a code that is not the first. */
  private void unitsWithin(LineAtHand at) {
    for (int i = 1; i < at.size() && at.finds.hasCodes(); i++) {
      if (at.part(i) == Part.CODE) {
        int said = behindName(at, i);
        if (said > 0 && at.isAnnounced(said) && mayNameUnknown(at, said)) {
          unknown(at, said);
        }
      }
      if (at.part(i) != Part.UNIT || isBeforeCode(at, i) || isOfCodeBefore(at, i)) {
        continue;
      }
      Phrases.Match<ControlUnit> match = names.at(at, i);
      if (match == null) {
        continue;
      }
      int from = i;
      int behind = from + match.words();
      i = behind - 1;
      if (isHolding(at, from, behind)) {
        at.finds.unitsWithin.add(named(at, from, match));
        continue;
      }
      int code = behind;
      int count = countOfCodes(at, behind);
      boolean counted = count == 1 || count > 1 && isColon(at, behind);
      code += counted ? 1 : 0;
      boolean lists = isColon(at, behind);
      while (code < at.size()
          && code - behind < NEAR
          && (saysNothing(at, code) || lists && namesList(at, code))) {
        code++;
      }
      if (code < at.size()
          && at.part(code) == Part.CODE
          && begins(at, from, at.isAnnounced(code))
          && (counted || !names.isEnded(at, behind - 1, code))) {
        at.finds.unitsWithin.add(named(at, from, match));
      }
    }
  }

  /** "Crane: fault C1234": where what is said behind a name begins. */
  private int behindName(LineAtHand at, int code) {
    int i = code;
    while (i > 1
        && code - i < 2
        && at.segment(i - 1) == at.segment(code)
        && words.isLabel(at.words(), i - 1, Label.CODE)) {
      i--;
    }
    return i;
  }

  /** Whether what stands right before a code may end the name of a unit that nobody knows. */
  private boolean mayNameUnknown(LineAtHand at, int code) {
    return at.part(code - 1) == Part.OTHER
        || words.isScanned(at.word(code - 1))
        || isKind(at, code - 1, code - 1)
        || wordsOfCount(at, code) > 0
        || words.beginOfList(at.words(), code) < code;
  }

  /** "P0341 (active) @ECM, P0011 (stored) @ECM". */
  private boolean isOfCodeBefore(LineAtHand at, int unit) {
    return glyphs[at.word(unit).start() - 1] == '@';
  }

  /**
   * "Chassis: C0561", "chassis, 1 code: C0561": a name that nobody here knows, right before a sign
   * and a code.
   */
  private void unknown(LineAtHand at, int code) {
    int counted = wordsOfCount(at, code);
    int behind = counted > 0 ? code - counted : words.beginOfList(at.words(), code);
    if (behind == 0 || counted == 0 && at.segment(behind - 1) != at.segment(code - 1)) {
      return;
    }
    int kinds = 0;
    while (behind - kinds > 1 && isKind(at, behind - 1 - kinds, behind - 1)) {
      kinds++;
    }
    boolean kind = kinds > 0;
    int from = behind - kinds;
    boolean listed = false;
    boolean kindFirst = false;
    // "[x] Crane read: C1234"
    boolean ticked = "[✓✔☑".indexOf(glyphs[at.line().start()]) >= 0;
    while (ticked && behind > 1 && !kind && words.isScanned(at.word(behind - 1))) {
      behind--;
      from--;
    }
    while (from > 0 && behind - from < 4 && at.segment(from - 1) == at.segment(behind - 1)) {
      if (from < behind && isListOf(at, from)) {
        listed = true;
        break;
      }
      int kindOf = from < behind ? beginOfKind(at, from) : from;
      if (kindOf < from) {
        kindFirst = true;
        boolean direct = isKind(at, from - 1, from - 1);
        from = direct ? kindOf : from;
        break;
      }
      from--;
      boolean saysOther =
          at.word(from).digits() > 0
              || words.isScanned(at.word(from))
              || words.isCount(at.word(from))
              || words.states().at(at.words(), from) != null;
      if (saysOther || at.part(from) != Part.OTHER || words.heads().begins(at.words(), from)) {
        return;
      }
    }
    boolean begins =
        kindFirst
            || from == 0
            || from < behind && (listed || at.segment(from - 1) != at.segment(from));
    boolean told = at.finds.unitIsLabelled || isUnitSaid(at, from);
    if (from == behind || !begins || !isColon(at, code) || told) {
      return;
    }
    List<Word> named = at.words().subList(from, behind);
    boolean letter = named.size() == 1 && named.get(0).text().length() == 1;
    if (letter || words.labels().whole(named).filter(l -> l == Label.UNIT).isPresent()) {
      return; // "H: P0102", "control unit: P0335"
    }
    boolean saysKind = kindFirst || named.size() > kinds && kind;
    boolean ofCodes = listed || counted == 0 && behind < code;
    // "Fan drive" is a name; "fan speed", "wheel speed sensor front" and "Öldruck niedrig" are
    // none.
    boolean mayBegin = !ofCodes && named.size() == 2 && words.isThing(named.get(0));
    if (!saysKind && named.stream().skip(mayBegin ? 1 : 0).anyMatch(words::endsInThing)) {
      return;
    }
    int start = at.word(from).start();
    int end = at.word(behind - 1).end();
    String name = Glyphs.seen(glyphs, start, end);
    if (at.finds.unit == null && at.word(code).start() <= at.finds.codes.get(0).start()) {
      at.finds.names(name, start, end, true);
      at.finds.unitIsUnknown = true;
    } else {
      at.finds.unitsWithin.add(new LineFinds.UnitAt(name, start, end));
    }
    at.account(from, code, Part.UNIT);
  }

  /**
   * "Control unit crane", "módulo da grua": where the word for a unit begins that stands before a
   * name, at the beginning of what is said; the name itself if there is none.
   */
  private int beginOfKind(LineAtHand at, int name) {
    int i = name;
    while (i > 0 && name - i < 2 && at.segment(i - 1) == at.segment(name) && ties(at.word(i - 1))) {
      i--;
    }
    int kind = i;
    while (kind > 0 && i - kind < 3 && isKind(at, kind - 1, name)) {
      kind--;
    }
    boolean begins = kind == 0 || at.segment(kind - 1) != at.segment(kind);
    return kind < i && begins ? kind : name;
  }

  /** "Fault memory winch", "DTCs in the winch": what stands before the name is that of a list. */
  private boolean isListOf(LineAtHand at, int name) {
    for (int i = name; i > 0 && name - i < 3 && at.segment(i - 1) == at.segment(name); i--) {
      boolean label = i < name && words.isLabelled(at.words(), i, Label.CODE);
      if (label || words.beginOfList(at.words(), i) < i) {
        return true;
      }
      if (!ties(at.word(i - 1))) {
        return false;
      }
    }
    return false;
  }

  private boolean ties(Word w) {
    return words.isTie(w) || words.isInside(w);
  }

  /** How many words before a code tell how many there are: "1 code: C0561", "(2): C0561, C0562". */
  private int wordsOfCount(LineAtHand at, int code) {
    boolean named =
        code > 2
            && words.isLabel(at.words(), code - 1, Label.CODE)
            && at.segment(code - 2) == at.segment(code - 1)
            && (at.word(code - 2).isNumber() || words.isCount(at.word(code - 2)));
    boolean alone =
        code > 1
            && at.word(code - 1).isNumber()
            && glyphs[at.word(code - 1).start() - 1] == '('
            && glyphs[at.word(code - 1).end()] == ')';
    return named ? 2 : alone ? 1 : 0;
  }

  /** "Brakes FLT: C0121": a known one stands before, and no code between. */
  private static boolean isUnitSaid(LineAtHand at, int name) {
    int i = name - 1;
    while (i >= 0 && at.part(i) != Part.CODE && at.part(i) != Part.UNIT && !at.endsSentence(i)) {
      i--;
    }
    return i >= 0 && at.part(i) == Part.UNIT && !at.endsSentence(i);
  }

  private boolean isColon(LineAtHand at, int word) {
    int to = word < at.size() ? at.word(word).start() : at.line().end();
    for (int i = at.word(word - 1).end(); i < to; i++) {
      if (glyphs[i] == ':' || glyphs[i] == '>' && "-=".indexOf(glyphs[i - 1]) >= 0) {
        return true;
      }
    }
    return false;
  }

  /** "Gearbox: 1 fault. P0720 ...", "Gearbox (2): P0720 ...": so many words tell how many. */
  int countOfCodes(LineAtHand at, int i) {
    if (i >= at.size()) {
      return 0;
    }
    Word w = at.word(i);
    boolean named = i + 1 < at.size() && words.isLabel(at.words(), i + 1, Label.CODE);
    boolean counts = w.isNumber() || words.isCount(w) || words.isArticle(w);
    if (named && counts) {
      return 2;
    }
    // "BCM: one. B1479 ..."
    if (counts && i + 1 < at.size() && at.part(i + 1) == Part.CODE && at.endsSentence(i)) {
      return 1;
    }
    return w.isNumber() && w.text().length() < 3 && isInBrackets(w) ? 1 : 0;
  }

  private boolean isInBrackets(Word w) {
    return w.start() > 0
        && "([".indexOf(glyphs[w.start() - 1]) >= 0
        && ")]".indexOf(glyphs[w.end()]) >= 0;
  }

  /** "The ABS of the minibus logged C0035", "in the minibus has the ABS C0035": the next code's. */
  private boolean isHolding(LineAtHand at, int unit, int behind) {
    if (isOfSomething(at, unit)) {
      return false;
    }
    int code = behind;
    boolean holds = false;
    boolean next = true;
    while (code < at.size() && code - behind < NEAR && at.part(code) != Part.CODE) {
      if (at.part(code) == Part.UNIT) {
        return false;
      }
      boolean article =
          words.isArticle(at.word(code))
              && (code > behind || at.segment(code) != at.segment(code - 1));
      holds |= isVerb(at, code) && !article;
      if (words.isThing(at.word(code))) {
        return false;
      }
      next &= saysNothing(at, code);
      code++;
    }
    if (code >= at.size() || at.part(code) != Part.CODE || names.isEnded(at, behind - 1, code)) {
      return false;
    }
    int before = unit - 1;
    while (next && before > 0 && at.part(before) == Part.FILL && !isVerb(at, before)) {
      before--;
    }
    return holds || next && before >= 0 && isVerb(at, before);
  }

  /** "Logged" is one in "the ABS logged C0035"; "stored" behind a code is a state. */
  private boolean isVerb(LineAtHand at, int i) {
    boolean state = at.part(i) == Part.STATE && !words.isStoring(at.word(i));
    return !state && words.isHolding(at.word(i));
  }

  private static LineFinds.UnitAt named(LineAtHand at, int i, Phrases.Match<ControlUnit> match) {
    int end = at.word(i + match.words() - 1).end();
    return new LineFinds.UnitAt(match.meaning().name(), at.word(i).start(), end);
  }

  /** Whether a unit begins what is said, or only "in the" stands before it; "pending in the": */
  private boolean begins(LineAtHand at, int unit, boolean namesList) {
    int i = unit;
    while (i > 0 && unit - i < NEAR && at.segment(i - 1) == at.segment(unit)) {
      i--;
      boolean state = at.part(i) == Part.STATE;
      boolean counted = state && i > 0 && words.isCount(at.word(i - 1));
      boolean head = words.heads().begins(at.words(), i);
      if (!saysNothing(at, i) && !counted && !head && !(namesList && state)) {
        return false;
      }
    }
    return true;
  }

  private static boolean saysNothing(LineAtHand at, int i) {
    return at.part(i) == Part.FILL || at.part(i) == Part.LABEL;
  }

  /** "SRS: 1 current: B0028": how many there are, and how they are held. */
  private boolean namesList(LineAtHand at, int i) {
    Word w = at.word(i);
    return at.part(i) == Part.STATE
        || at.part(i) == Part.OTHER && (w.isNumber() && w.text().length() < 3 || words.isCount(w));
  }

  private static boolean isTaken(LineAtHand at, int i) {
    int start = at.word(i).start();
    int behind = LineFinds.countBefore(at.finds.unitsWithin, LineFinds.UnitAt::start, start);
    return behind < at.finds.unitsWithin.size()
        && at.finds.unitsWithin.get(behind).start() == start;
  }

  /** "P0299 | Engine | lost communication with ABS". */
  private boolean isBeforeTraffic(LineAtHand at, int unit) {
    return at.words().subList(0, unit).stream().noneMatch(words::isTraffic);
  }

  /** Whether a unit is named here as the one that speaks, and not in a description. */
  private boolean isNamed(LineAtHand at, int from, int behind) {
    Head head = at.cellOf(from).head();
    if (head.is(Label.UNIT)) {
      return true;
    }
    boolean whole = isWholeSegment(at, from, behind);
    if (head.is(Label.TEXT) && at.cells().stream().anyMatch(c -> c.head().isOfCodes())) {
      return false;
    }
    if (!at.finds.hasCodes()) {
      boolean loose = head == Head.NONE || at.line().kind() == Line.Kind.HEADING || whole;
      return loose && (whole || behind - from > 1 && at.finds.otherWords <= 3);
    }
    if (head.is(Label.TEXT)
        || head.is(Label.STATUS)
        || at.finds.mentionsTraffic
            && !isBeforeCode(at, from)
            && !isBesides(at, from, behind)
            && !(whole && isBeforeTraffic(at, from))) {
      return false;
    }
    if (isOfNothing(at, from) || isWhereRead(at, from, names.at(at, from))) {
      return false;
    }
    boolean told = at.finds.otherWords == 0 || !isOfNetworkCode(at, from);
    boolean described = isOfSomething(at, from);
    boolean from0 = isFromRightBefore(at, from) && told && !described;
    boolean article = isFromBefore(at, from) && !described;
    return isBeforeCode(at, from)
        ? whole
            || StateSense.isAllBeforeCode(at, from)
            || opensCode(at, from, behind)
            || behind - from > 1
            || from0
            || article
            || isPrefix(at, from, behind)
            || isHolding(at, from, behind)
        : whole
                && (isBracketed(at, from)
                    || segmentOnly(at, from, behind)
                    || isBehindState(at, from, behind)
                    || isAllBehindCode(at, from, behind)
                    || isBetweenCodeAndState(at, from, behind))
            || from0
            || article;
  }

  /** "09:12 INFO scan Engine: P0299", but not "complains about the engine: U0100". */
  private boolean isPrefix(LineAtHand at, int from, int behind) {
    return from > 0
        && behind < at.size()
        && at.part(from - 1) == Part.OTHER
        && at.part(behind) == Part.CODE
        && isColon(at, behind);
  }

  /** Several spaces before a word, as between columns. */
  private boolean isGap(LineAtHand at, int word) {
    int start = at.word(word).start();
    return start > 2 && glyphs[start - 1] == ' ' && glyphs[start - 2] == ' ';
  }

  /**
   * "P0299 Engine", "P0299 x2 engine", and nothing else in its column; "U0100 ECM" names whom
   * nobody hears.
   */
  private boolean isAllBehindCode(LineAtHand at, int from, int behind) {
    int last = from - 1;
    while (last > 0
        && at.part(last) != Part.CODE
        && (StateSense.isTimes(at, last) || words.isLabel(at.words(), last, Label.COUNT))) {
      last--;
    }
    boolean ends =
        behind == at.size()
            || at.segment(behind) != at.segment(from)
                && at.cells().size() == 1
                && isGap(at, behind);
    return ends && at.part(last) == Part.CODE && !isOfNetworkCode(at, from);
  }

  /**
   * "U0100 lost communication with ECM [Gateway]": the description has named its own before. "U0100
   * - no communication - ABS - stored": it stands alone between the description and the state.
   */
  private boolean isBesides(LineAtHand at, int from, int behind) {
    int i = from - 1;
    while (i >= 0 && at.part(i) != Part.CODE && at.part(i) != Part.UNIT) {
      i--;
    }
    boolean apart = isBracketed(at, from) || segmentOnly(at, from, behind);
    boolean listed =
        i >= 0
            && i < from - 1
            && at.segment(i) != at.segment(from - 1)
            && behind < at.size()
            && at.part(behind) == Part.STATE
            && isOnlyUnit(at, from, behind);
    return apart && i >= 0 && (at.part(i) == Part.UNIT || listed);
  }

  /** "120 300 km on the dash", "Engine: 120 301 km.": where a distance is read. */
  boolean isWhereRead(LineAtHand at, int from, Phrases.Match<ControlUnit> unit) {
    int km = from - 1;
    while (km > 0 && from - km < NEAR && (words.isFrom(at.word(km)) || words.isThe(at.word(km)))) {
      km--;
    }
    boolean onDash =
        km > 0
            && km < from - 1
            && words.showsOdometer(unit.meaning())
            && at.segment(km) == at.segment(from)
            && isDistance(at.word(km))
            && at.word(km - 1).digits() > 0;
    int number = from + unit.words();
    number += number < at.size() && words.runs(at.word(number)) ? 1 : 0;
    int behind = number;
    while (behind < at.size() && behind - number < 3 && at.word(behind).isNumber()) {
      behind++;
    }
    boolean tells =
        behind > number
            && behind < at.size()
            && isDistance(at.word(behind))
            && !at.endsSentence(from + unit.words() - 1);
    return (onDash || tells && !hasCodeBefore(at, from)) && !hasCodeBehind(at, from);
  }

  private boolean isDistance(Word w) {
    return words.measure(w.text()).filter(m -> m.quantity() == Quantity.DISTANCE).isPresent();
  }

  private static boolean hasCodeBehind(LineAtHand at, int word) {
    for (int i = word + 1; i < at.size() && i - word <= NEAR && !at.endsSentence(i - 1); i++) {
      if (at.part(i) == Part.CODE) {
        return true;
      }
    }
    return false;
  }

  /** Whether a code stands before a word in its sentence. */
  private static boolean hasCodeBefore(LineAtHand at, int word) {
    for (int i = word - 1; i >= 0 && word - i <= NEAR && !at.endsSentence(i); i--) {
      if (at.part(i) == Part.CODE) {
        return true;
      }
    }
    return false;
  }

  /** "Nothing in ABS or airbag": it is named as the one that holds no code. */
  private boolean isOfNothing(LineAtHand at, int unit) {
    for (int i = unit - 1; i >= 0 && unit - i <= NEAR && at.segment(i) == at.segment(unit); i--) {
      if (words.isNothing(at.word(i))) {
        return true;
      }
    }
    return false;
  }

  /**
   * "Engine P0420 st", "2 Engine P0420": it begins what is said, and the code stands right behind
   * it.
   */
  private boolean opensCode(LineAtHand at, int from, int behind) {
    return behind < at.size()
        && at.part(behind) == Part.CODE
        && at.segment(behind) == at.segment(from)
        && (begins(at, from, false) || from == 1 && at.word(0).isNumber());
  }

  /** "P0171 and P0174 both pending ecm." */
  private static boolean isBehindState(LineAtHand at, int from, int behind) {
    int first = from;
    while (first > 0 && at.part(first - 1) == Part.STATE) {
      first--;
    }
    boolean ends = behind >= at.size() || at.segment(behind) != at.segment(from);
    return first < from && ends && at.segment(first) == at.segment(from);
  }

  /** "P0101 ECM stored" or "P0101 ECM, stored", and nothing more. */
  private static boolean isBetweenCodeAndState(LineAtHand at, int from, int behind) {
    int end = behind;
    while (end < at.size() && at.part(end) == Part.STATE && at.segment(end) == at.segment(from)) {
      end++;
    }
    boolean ends = end == at.size() || at.segment(end) != at.segment(from);
    boolean stateFollows =
        end > behind || end < at.size() && at.part(end) == Part.STATE && isOnlyUnit(at, from, end);
    int code = StateSense.beforeCount(at, from - 1);
    return from > 0
        && at.part(code) == Part.CODE
        && (code < from - 1 || at.segment(code) == at.segment(from))
        && ends
        && stateFollows;
  }

  private static boolean isOnlyUnit(LineAtHand at, int from, int behind) {
    return IntStream.range(0, at.size())
        .filter(i -> i < from || i >= behind)
        .noneMatch(i -> at.part(i) == Part.UNIT);
  }

  /** "In the engine", "from ABS", and no "temperature of the gearbox". */
  boolean isFrom(LineAtHand at, int unit) {
    return (isFromRightBefore(at, unit) || isFromBefore(at, unit)) && !isOfSomething(at, unit);
  }

  private boolean isFromRightBefore(LineAtHand at, int unit) {
    return unit > 0 && words.isFrom(at.word(unit - 1)) && at.segment(unit - 1) == at.segment(unit);
  }

  /**
   * "La luz de los frenos"; "temperatura do óleo da caixa": behind a code it describes what that is
   * about.
   */
  private boolean isOfSomething(LineAtHand at, int unit) {
    int from = unit - 1;
    while (from > 0 && at.part(from) == Part.FILL && !words.isFrom(at.word(from))) {
      from--;
    }
    if (from < 1 || !words.isOf(at.word(from)) || at.segment(from - 1) != at.segment(unit)) {
      return false;
    }
    if (words.isThing(at.word(from - 1))) {
      return true;
    }
    if (at.part(from - 1) != Part.OTHER || words.isHolding(at.word(from - 1))) {
      return false;
    }
    int code = from;
    while (code > 0 && from - code < NEAR && at.part(code) != Part.CODE) {
      code--;
    }
    return at.part(code) == Part.CODE && !names.isEnded(at, code, unit);
  }

  /** "Out of the gearbox": only words that say nothing stand between. */
  private boolean isFromBefore(LineAtHand at, int unit) {
    int i = unit - 1;
    while (i > 0 && unit - i < 3 && saysNothing(at, i) && !words.isFrom(at.word(i))) {
      i--;
    }
    return i >= 0 && i < unit - 1 && words.isFrom(at.word(i));
  }

  private boolean isBeforeCode(LineAtHand at, int i) {
    return at.word(i).start() < at.finds.codes.get(0).start();
  }

  /** "U0401 invalid data received from ECM": a description. */
  private static boolean isOfNetworkCode(LineAtHand at, int word) {
    int before = at.finds.codesBefore(at.word(word).start());
    return before > 0 && at.finds.codes.get(before - 1).code().text().startsWith("U");
  }

  private boolean isBracketed(LineAtHand at, int from) {
    int start = at.word(from).start();
    return start > 0
        && (glyphs[start - 1] == '(' || glyphs[start - 1] == '[' || glyphs[start - 1] == '@');
  }

  private boolean segmentOnly(LineAtHand at, int from, int behind) {
    int first = from;
    while (from - first < NEAR
        && (isOnlyBeside(at, first - 1, from) || isKind(at, first - 1, from))) {
      first--;
    }
    int last = behind;
    while (last - behind < NEAR && isOnlyBeside(at, last, from)) {
      last++;
    }
    return (first == 0 || at.segment(first - 1) != at.segment(from))
        && (last >= at.size() || at.segment(last) != at.segment(from));
  }

  /** "ecm only", "nur Motor", "both engine", "all three engine". */
  private boolean isOnlyBeside(LineAtHand at, int i, int unit) {
    return i >= 0
        && i < at.size()
        && at.segment(i) == at.segment(unit)
        && (words.isOnly(at.word(i)) || words.isEvery(at.word(i)) || words.isCount(at.word(i)));
  }

  /** "Steuergerät Bremse". */
  private boolean isKind(LineAtHand at, int i, int unit) {
    return i >= 0
        && (at.part(i) == Part.LABEL || at.part(i) == Part.UNIT)
        && at.segment(i) == at.segment(unit)
        && words.isLabel(at.words(), i, Label.UNIT);
  }

  /** Whether a word makes a name to something more; a number or "fault memory" does not. */
  private boolean isForeign(LineAtHand at, int i) {
    boolean number = at.word(i).isNumber() && at.word(i).text().length() <= 3;
    number |= at.word(i).isHexAddress();
    number |= words.heads().begins(at.words(), i);
    return at.part(i) == Part.VALUE || at.part(i) == Part.OTHER && !number;
  }

  private boolean isWholeSegment(LineAtHand at, int from, int behind) {
    int i = from;
    while (i > 0 && from - i < NEAR && at.segment(i - 1) == at.segment(from)) {
      i--;
      if (isForeign(at, i)) {
        return false;
      }
    }
    for (i = behind; i < at.size() && i - behind < NEAR && at.segment(i) == at.segment(from); i++) {
      if (isForeign(at, i)) {
        return false;
      }
    }
    return true;
  }
}
