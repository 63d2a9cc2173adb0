package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Whose codes a sentence tells, by the order in which it names units and codes: "the cluster spits
 * out U0155, the ABS C0035", "I found P0335 in the engine and C0035 in the brakes". What it settles
 * is not looked at again word by word.
 */
final class SentenceUnits {
  /** So many words that nobody here knows may stand between a unit and its first code. */
  private static final int MOST_UNKNOWN = 4;

  /** Words of a name that stands alone before its code, at most (our own bound). */
  private static final int LONGEST_BARE_NAME = 2;

  private static final int NEAR = 12;

  private final char[] glyphs;
  private final ReportWords words;
  private final UnitNames names;
  private final UnitFinder units;
  private final EquipmentNames equipment;

  SentenceUnits(char[] glyphs, ReportWords words, UnitNames names, UnitFinder units) {
    this.glyphs = glyphs;
    this.words = words;
    this.names = names;
    this.units = units;
    this.equipment = new EquipmentNames(glyphs, words, units);
  }

  /**
   * A unit where it is named, or several that are named together: "ABS, cluster and gateway".
   *
   * @param codesBefore codes of the line that stand before it
   * @param isKnown whether it is called what others are called, too
   */
  private record Mention(
      List<LineFinds.UnitAt> units, int from, int behind, int codesBefore, boolean isKnown) {
    Mention and(Mention next) {
      List<LineFinds.UnitAt> all = new ArrayList<>(units);
      all.addAll(next.units);
      return new Mention(all, from, next.behind, codesBefore, isKnown && next.isKnown);
    }
  }

  /** A sentence: its words, its codes by their numbers in the line, and the units it names. */
  private record Sentence(int from, int behind, int firstCode, int behindCodes, List<Mention> all) {
    int codesOf(int mention) {
      int next = mention + 1 < all.size() ? all.get(mention + 1).codesBefore() : behindCodes;
      return next - all.get(mention).codesBefore();
    }

    boolean speaksOfSeveral() {
      return all.size() > 1 || all.get(0).units().size() > 1;
    }

    boolean namesUnknown() {
      return all.stream().anyMatch(m -> !m.isKnown());
    }

    /** The units come first, each with codes behind it. */
    boolean announces() {
      boolean each = all.get(0).codesBefore() == firstCode;
      for (int m = 0; each && m < all.size(); m++) {
        each = codesOf(m) > 0;
      }
      return each;
    }

    /** The units come last, each with codes before it. */
    boolean adds() {
      int before = firstCode;
      for (Mention m : all) {
        if (m.codesBefore() == before) {
          return false;
        }
        before = m.codesBefore();
      }
      return before == behindCodes;
    }
  }

  /** The codes, by their numbers in the line, of which nothing else can tell more. */
  Set<Integer> settle(LineAtHand at) {
    if (!at.finds.hasCodes()) {
      return Set.of();
    }
    if (at.finds.mentionsTraffic) {
      placed(at);
      return Set.of();
    }
    Set<Integer> settled = new HashSet<>();
    List<Sentence> telling = new ArrayList<>(1);
    boolean namesUnit = IntStream.range(0, at.size()).anyMatch(i -> at.part(i) == Part.UNIT);
    int from = 0;
    while (from < at.size()) {
      int behind = from + 1;
      while (behind < at.size() && !isEnded(at, behind)) {
        behind++;
      }
      Sentence s = sentence(at, from, behind, namesUnit);
      if (isOfLongerName(at, s)) {
        ofNone(at, s.firstCode(), s.behindCodes());
      } else if (!s.all().isEmpty() && s.firstCode() < s.behindCodes()) {
        telling.add(s);
      } else if (isOfUnknown(at, s) || isNameBeforeCode(at, s)) {
        ofNone(at, s.firstCode(), s.behindCodes());
      } else if (tellsOfAll(at, s) || tellsWhere(at, s)) {
        told(at, s.all().get(0), 0, s.firstCode());
      }
      from = behind;
    }
    boolean inStep =
        at.finds.eachCodeHasItsUnit
            || telling.stream().allMatch(s -> isEachBetweenCodeAndState(at, s));
    boolean ofEvery = telling.size() > 1 && telling.stream().anyMatch(s -> endsInEvery(at, s));
    telling.forEach(
        s -> {
          if (at.finds.eachCodeHasItsUnit && !s.announces()) {
            s.all().stream()
                .filter(m -> m.codesBefore() > s.firstCode())
                .forEach(m -> told(at, m, m.codesBefore() - 1, m.codesBefore()));
          } else if (ofEvery && !s.speaksOfSeveral()) {
            told(at, s.all().get(0), s.firstCode(), s.behindCodes());
          } else {
            boolean several = telling.size() > 1 || s.speaksOfSeveral() || s.namesUnknown();
            settle(at, s, several, inStep);
          }
        });
    if (telling.stream().anyMatch(Sentence::namesUnknown)) {
      settled.addAll(at.finds.unitsOfSentence.keySet());
    }
    if (telling.size() == 1 && !telling.get(0).speaksOfSeveral()) {
      ofItsOwn(at, telling.get(0));
    }
    if (!telling.isEmpty() && telling.get(0).announces()) {
      ofEarlier(at, telling.get(0));
    }
    // What no sentence settles is of the first unit that is named.
    List<LineFinds.UnitAt> named =
        at.finds.unitsOfSentence.get(telling.isEmpty() ? 0 : telling.get(0).firstCode());
    boolean isKnown = telling.isEmpty() || telling.get(0).all().get(0).isKnown();
    if (named != null && !named.isEmpty() && isKnown) {
      LineFinds.UnitAt first = named.get(0);
      at.finds.unit = first.name();
      at.finds.unitStart = first.start();
      at.finds.unitEnd = first.end();
    }
    return settled;
  }

  /**
   * "Communication with ABS: U0121 in the engine, U0121 in the cluster": which unit is not heard is
   * no matter where each code is told with its own right behind it.
   */
  private void placed(LineAtHand at) {
    int in = 0;
    for (int code = 0; code < at.finds.codes.size(); code++) {
      int end = at.finds.codes.get(code).end();
      while (in < at.size() && at.word(in).start() < end) {
        in++;
      }
      int unit = in + 1;
      unit += unit < at.size() && words.isThe(at.word(unit)) ? 1 : 0;
      if (unit < at.size()
          && words.isFrom(at.word(in))
          && at.segment(in - 1) == at.segment(unit)
          && at.part(unit) == Part.UNIT) {
        Phrases.Match<ControlUnit> match = names.at(at, unit);
        if (match != null) {
          at.finds.unitsOfSentence.put(
              code,
              List.of(
                  new LineFinds.UnitAt(
                      match.meaning().name(),
                      at.word(unit).start(),
                      at.word(unit + match.words() - 1).end())));
        }
      }
    }
  }

  /**
   * "P0335. C0031, C0035 stored (ABS)": in brackets it speaks of what is listed with it; behind the
   * codes of its sentence of no others of another kind.
   */
  private void ofItsOwn(LineAtHand at, Sentence s) {
    Mention unit = s.all().get(0);
    int behind = unit.codesBefore();
    List<LineFinds.Code> codes = at.finds.codes;
    if (behind == 0 || codes.size() < 2) {
      return;
    }
    int first = behind - 1;
    if (isBracketed(at, unit)) {
      while (first > 0 && isListedWith(at, first - 1)) {
        first--;
      }
    } else if (isBetweenCodeAndVerb(at, unit)) {
      while (first > s.firstCode() && isToldWith(at, first - 1)) {
        first--;
      }
    } else if (behind == s.behindCodes() && behind == codes.size() && isPlaced(at, unit)) {
      while (first > 0
          && !at.hasClause(first - 1, words)
          && (first > s.firstCode() || isOfOneKind(codes, first - 1))) {
        first--;
      }
    } else {
      return;
    }
    if (first > 0 || behind < codes.size()) {
      told(at, unit, first, behind);
      ofNone(at, 0, codes.size());
    }
  }

  /** "U0121 in the dash is history": in the midst of what is said of that code. */
  private boolean isBetweenCodeAndVerb(LineAtHand at, Mention unit) {
    int code = unit.from() - 1;
    while (code > 0 && (words.isFrom(at.word(code)) || words.isThe(at.word(code)))) {
      code--;
    }
    return code >= 0
        && code < unit.from() - 1
        && at.part(code) == Part.CODE
        && unit.behind() < at.size()
        && at.segment(unit.behind()) == at.segment(unit.from())
        && words.isBeing(at.word(unit.behind()));
  }

  /** Whether no state stands between a code and the next one. */
  private static boolean isToldWith(LineAtHand at, int code) {
    int from = LineFinds.countBefore(at.words(), Word::start, at.finds.codes.get(code).end());
    int to = LineFinds.countBefore(at.words(), Word::start, at.finds.codes.get(code + 1).start());
    return IntStream.range(from, to).noneMatch(i -> at.part(i) == Part.STATE);
  }

  private static boolean isOfOneKind(List<LineFinds.Code> codes, int code) {
    return codes.get(code).code().text().charAt(0) == codes.get(code + 1).code().text().charAt(0);
  }

  /** "Yesterday it had P0340. The ABS has C0035": what is told before is not of that unit. */
  private void ofEarlier(LineAtHand at, Sentence first) {
    int verb = first.all().get(0).behind();
    if (first.firstCode() > 0 && verb < at.size() && words.isHolding(at.word(verb))) {
      ofNone(at, 0, first.firstCode());
    }
  }

  /** What is not told yet is of no unit of the line. */
  private static void ofNone(LineAtHand at, int firstCode, int behindCodes) {
    for (int code = firstCode; code < behindCodes; code++) {
      at.finds.unitsOfSentence.putIfAbsent(code, List.of());
    }
  }

  /**
   * "In the tail lift sits C1251", "on the tractor: P0088", "the crane stores B1001": what nobody
   * here knows holds it.
   */
  private boolean isOfUnknown(LineAtHand at, Sentence s) {
    int i = s.from();
    boolean begins = words.isFrom(at.word(i)) || words.isThe(at.word(i));
    if (!begins || s.firstCode() == s.behindCodes()) {
      return false;
    }
    i++;
    while (i < s.behind() && at.part(i) == Part.FILL && !words.isHolding(at.word(i))) {
      i++;
    }
    int name = i;
    while (i < s.behind() && at.part(i) == Part.OTHER && !words.isHolding(at.word(i))) {
      i++;
    }
    boolean vehicle =
        i > name
            && i < s.behind()
            && at.isAnnounced(i)
            && at.words().subList(name, i).stream().anyMatch(words::makesOdometer);
    boolean holds = vehicle || i > name && i < s.behind() && words.isHolding(at.word(i));
    while (i < s.behind() && at.part(i) != Part.CODE && i - name <= NEAR) {
      i++;
    }
    return holds && i < s.behind() && at.part(i) == Part.CODE;
  }

  /** "P0193 active, engine. Winch C1A22 active": no unit of the sentence before holds that. */
  private boolean isNameBeforeCode(LineAtHand at, Sentence s) {
    int i = s.from();
    boolean holds =
        s.firstCode() < s.behindCodes() && at.finds.codes.get(s.firstCode()).isOfEquipment();
    while (i < s.behind() && i - s.from() < LONGEST_BARE_NAME && mayBeName(at, i, holds)) {
      i++;
    }
    return s.from() > 0 && i > s.from() && isCodeBehindName(at, s, i);
  }

  /** "Winch C1A22", "winch: C1A22". */
  private static boolean isCodeBehindName(LineAtHand at, Sentence s, int code) {
    return code < s.behind()
        && at.part(code) == Part.CODE
        && at.segment(code - 1) == at.segment(s.from())
        && (at.segment(code) == at.segment(code - 1) || at.isAnnounced(code));
  }

  /** "...; seat heating B1A71": a known name is a part of one that nobody knows. */
  private boolean isOfLongerName(LineAtHand at, Sentence s) {
    if (s.from() == 0 || s.all().size() != 1 || s.behindCodes() - s.firstCode() != 1) {
      return false;
    }
    Mention unit = s.all().get(0);
    int i = s.from();
    while (i < s.behind()
        && i - s.from() <= LONGEST_BARE_NAME
        && (i >= unit.from() && i < unit.behind() || mayBeName(at, i, true))) {
      i++;
    }
    return i > unit.behind() - 1
        && i - s.from() > unit.behind() - unit.from()
        && isCodeBehindName(at, s, i)
        && at.finds.codes.get(s.firstCode()).isOfEquipment();
  }

  /**
   * @param holds whether the code behind it is one that only its maker can explain
   */
  private boolean mayBeName(LineAtHand at, int i, boolean holds) {
    Word w = at.word(i);
    return at.part(i) == Part.OTHER
        && (holds || words.mayName(w) && !words.endsInThing(w))
        && !words.isHolding(w)
        && !words.isMoment(w)
        && !words.isThen(w)
        && !words.heads().begins(at.words(), i);
  }

  /** Whether the next code stands in the same sentence, and is of the same kind. */
  private boolean isListedWith(LineAtHand at, int code) {
    LineFinds.Code one = at.finds.codes.get(code);
    LineFinds.Code next = at.finds.codes.get(code + 1);
    int from = LineFinds.countBefore(at.words(), Word::start, one.end());
    int to = LineFinds.countBefore(at.words(), Word::start, next.start());
    return isOfOneKind(at.finds.codes, code)
        && IntStream.rangeClosed(from, to).noneMatch(i -> isEnded(at, i));
  }

  /** "P0420 confirmed. Both are engine." */
  private boolean tellsOfAll(LineAtHand at, Sentence s) {
    boolean every = false;
    for (int i = s.from(); i < s.behind(); i++) {
      boolean all = words.isEvery(at.word(i)) || words.isTwo(at.word(i));
      every |= all;
      if (at.part(i) == Part.OTHER && !all) {
        return false;
      }
    }
    return every && s.all().size() == 1 && s.firstCode() > 0 && at.finds.unitsOfSentence.isEmpty();
  }

  /** "Code: P0562. Occurs in: engine, gearbox, body." */
  private boolean tellsWhere(LineAtHand at, Sentence s) {
    return at.finds.codes.size() == 1
        && s.firstCode() == 1
        && s.all().size() == 1
        && isList(at, s.all().get(0));
  }

  /** Whether a sentence ends before a word. */
  private boolean isEnded(LineAtHand at, int word) {
    if (word == 0 || word == at.size()) {
      return true;
    }
    for (int k = at.word(word - 1).end(); k < at.word(word).start(); k++) {
      boolean stop = ".!?".indexOf(glyphs[k]) >= 0 && glyphs[k + 1] == ' ';
      if (glyphs[k] == ';' || stop && !Glyphs.isOfDots(glyphs, k)) {
        return true;
      }
    }
    return false;
  }

  /** "... The gearbox reports nothing." is no part of a list with semicolons. */
  private boolean isStopped(LineAtHand at, int behind) {
    return glyphs[at.word(behind - 1).end()] == '.';
  }

  /**
   * @param namesUnit whether a unit is named anywhere in the line
   */
  private Sentence sentence(LineAtHand at, int from, int behind, boolean namesUnit) {
    List<Mention> all = new ArrayList<>(2);
    int i = from;
    while (i < behind) {
      // "The dash" may also be the odometer's.
      boolean may = at.part(i) == Part.UNIT || at.part(i) == Part.LABEL;
      Phrases.Match<ControlUnit> match = may ? names.at(at, i) : null;
      int next = match == null ? i + 1 : i + match.words();
      if (match != null && !units.isWhereRead(at, i, match)) {
        int before = at.finds.codesBefore(at.word(i).start());
        int start = i > from && isKindBefore(at, i) ? i - 1 : i;
        LineFinds.UnitAt named =
            new LineFinds.UnitAt(
                match.meaning().name(), at.word(start).start(), at.word(next - 1).end());
        all.add(new Mention(List.of(named), start, next, before, true));
      } else if (match == null && at.part(i) == Part.OTHER) {
        EquipmentNames.Name name =
            equipment.at(at, i, around(from, behind, all, namesUnit && i == from));
        if (name.isAny()) {
          next = name.behind();
          int last = all.size() - 1;
          if (name.isWithin() && last >= 0 && all.get(last).behind() == name.from()) {
            all.remove(last);
          }
          int before = at.finds.codesBefore(at.word(i).start());
          all.add(new Mention(List.of(name.of(at, glyphs)), name.from(), next, before, false));
        }
      }
      i = next;
    }
    int first = at.finds.codesBefore(at.word(from).start());
    int last = at.finds.codesBefore(at.word(behind - 1).end());
    Sentence whole = new Sentence(from, behind, first, last, joined(at, all));
    List<Mention> telling = new ArrayList<>(all.size());
    int count = whole.all().size();
    // "ECM, TCM, ABS: clear."
    boolean allClean =
        count > 1 && first == last && isClean(at, whole, whole.all().get(count - 1), true);
    for (int m = 0; m < count; m++) {
      Mention unit = whole.all().get(m);
      if (isDescription(at, whole, m)) {
        continue;
      }
      boolean none = whole.codesOf(m) == 0;
      if (!allClean && !isClean(at, whole, unit, none)) {
        telling.add(unit);
      } else if (!none || first == last && (isStopped(at, behind) || isCleanAfterSign(at, unit))) {
        at.account(unit.from(), unit.behind(), Part.FILL);
      }
    }
    return new Sentence(from, behind, first, last, telling);
  }

  private static EquipmentNames.Around around(
      int from, int behind, List<Mention> all, boolean others) {
    boolean equipment = !all.isEmpty() && !all.get(all.size() - 1).isKnown();
    return new EquipmentNames.Around(from, behind, others || !all.isEmpty(), equipment);
  }

  /** "; gearbox - none;" */
  private boolean isCleanAfterSign(LineAtHand at, Mention unit) {
    int i = unit.behind();
    return i < at.size()
        && at.segment(i) != at.segment(i - 1)
        && ":-".indexOf(glyphs[at.word(i).start() - 2]) >= 0
        && (words.isNothing(at.word(i)) || saysFine(at, i));
  }

  /** "ABS, cluster and gateway" hold the same codes, and "(ABS, cluster)" do. */
  private List<Mention> joined(LineAtHand at, List<Mention> all) {
    List<Mention> joined = new ArrayList<>(all.size());
    int m = 0;
    while (m < all.size()) {
      int last = m;
      boolean anyAnd = false;
      boolean allShort = false;
      Mention together = all.get(m);
      while (last + 1 < all.size()
          && last - m < UnitFinder.MOST_TOGETHER
          && (isJoined(at, all.get(last), all.get(last + 1))
              || isShortBeside(at, all.get(last), all.get(last + 1)))) {
        allShort |= isShortBeside(at, all.get(last), all.get(last + 1));
        anyAnd |= isJoinedByWord(at, all.get(last), all.get(last + 1));
        last++;
        together = together.and(all.get(last));
      }
      // "P0562 engine, gearbox, body"
      boolean ofOne = at.finds.codes.size() == 1 && together.codesBefore() == 1;
      boolean told = ofOne || isBracketed(at, together) || isList(at, together);
      boolean one = anyAnd || allShort || last > m && told;
      joined.addAll(one ? List.of(together) : all.subList(m, last + 1));
      m = last + 1;
    }
    return joined;
  }

  /** "P0562 ECM TCM", "P0562 ECM/TCM": called for short, right behind what they hold. */
  private boolean isShortBeside(LineAtHand at, Mention one, Mention other) {
    int behind = other.behind();
    return one.behind() == other.from()
        && one.codesBefore() > 0
        && one.codesBefore() == other.codesBefore()
        && (behind == at.size() || at.part(behind) != Part.CODE)
        && " /".indexOf(glyphs[at.word(one.behind() - 1).end()]) >= 0
        && isShort(at, one)
        && isShort(at, other);
  }

  private boolean isShort(LineAtHand at, Mention unit) {
    Word w = at.word(unit.from());
    return unit.behind() == unit.from() + 1
        && UnitSlot.isShortName(Glyphs.seen(glyphs, w.start(), w.end()));
  }

  /** "In 3 modules: ABS, cluster, gateway", "occurs in: engine, gearbox". */
  private boolean isList(LineAtHand at, Mention together) {
    int name = together.from() - 1;
    return name >= 0
        && at.isAnnounced(together.from())
        && (words.isLabel(at.words(), name, Label.UNIT) || words.isFrom(at.word(name)));
  }

  /** Only "and", commas and what places a unit stand between the two, and no code. */
  private boolean isJoined(LineAtHand at, Mention one, Mention other) {
    boolean comma = glyphs[at.word(one.behind() - 1).end()] == ',';
    for (int k = one.behind(); k < other.from(); k++) {
      Word w = at.word(k);
      if (!words.isJoining(w) && !words.isThe(w) && !words.isFrom(w) && !words.isThen(w)) {
        return false;
      }
    }
    return one.codesBefore() == other.codesBefore()
        && !isOfNothing(at, one)
        && !isToldApart(at, one, other)
        && !isFine(at, one)
        && !isFine(at, other)
        && other.from() - one.behind() <= MOST_UNKNOWN
        && (comma || isJoinedByWord(at, one, other));
  }

  /** "C1511 stored in the ABS, and in the cluster I have P0335". */
  private boolean isToldApart(LineAtHand at, Mention one, Mention other) {
    int code = one.from() - 1;
    while (code > 0
        && one.from() - code < NEAR
        && (at.part(code) == Part.STATE || at.part(code) == Part.FILL)) {
      code--;
    }
    return code >= 0
        && at.part(code) == Part.CODE
        && (isPlaced(at, other) || isSaying(at, other))
        && leadsToCode(at, other, MOST_UNKNOWN);
  }

  private boolean isSaying(LineAtHand at, Mention unit) {
    return unit.behind() < at.size() && words.isHolding(at.word(unit.behind()));
  }

  /** "Nothing in the cluster, and in the engine P0299". */
  private boolean isOfNothing(LineAtHand at, Mention unit) {
    int i = unit.from() - 1;
    while (i >= 0
        && at.segment(i) == at.segment(unit.from())
        && (words.isThe(at.word(i)) || words.isFrom(at.word(i)))) {
      i--;
    }
    return i >= 0 && at.segment(i) == at.segment(unit.from()) && words.isNothing(at.word(i));
  }

  /** "... and the gearbox is fine". */
  private boolean isFine(LineAtHand at, Mention unit) {
    int i = unit.behind();
    while (i < at.size() && at.part(i) == Part.FILL && !saysFine(at, i)) {
      i++;
    }
    return i < at.size() && saysFine(at, i);
  }

  private boolean saysFine(LineAtHand at, int i) {
    return words.isHealthy(at.word(i)) || words.none().begins(at.words(), i);
  }

  private boolean isJoinedByWord(LineAtHand at, Mention one, Mention other) {
    return at.words().subList(one.behind(), other.from()).stream().anyMatch(words::isJoining);
  }

  /**
   * "C0051 steering angle, current, in ABS": of two behind a code the one that is placed speaks.
   */
  private boolean isDescription(LineAtHand at, Sentence s, int m) {
    Mention unit = s.all().get(m);
    return unit.codesBefore() > s.firstCode()
        && m + 1 < s.all().size()
        && s.codesOf(m) == 0
        && !isPlaced(at, unit)
        && isPlaced(at, s.all().get(m + 1));
  }

  /** "La unidad ABS". */
  private boolean isKindBefore(LineAtHand at, int unit) {
    return at.part(unit - 1) == Part.LABEL
        && at.segment(unit - 1) == at.segment(unit)
        && words.isKind(at.words().subList(unit - 1, unit));
  }

  /**
   * @param several whether the line tells of more than one unit, so that none is that of all codes
   * @param inStep whether each code of the line has its unit behind it, and its state behind that
   */
  private void settle(LineAtHand at, Sentence s, boolean several, boolean inStep) {
    if (s.announces() && (isEachSubject(at, s, several) || several && isEachPlaced(at, s, true))) {
      for (int m = 0; m < s.all().size(); m++) {
        Mention unit = s.all().get(m);
        told(at, unit, unit.codesBefore(), unit.codesBefore() + s.codesOf(m));
      }
    } else if (several && s.adds() && (inStep || isEachPlaced(at, s, false))) {
      int before = s.firstCode();
      for (Mention unit : s.all()) {
        told(at, unit, before, unit.codesBefore());
        before = unit.codesBefore();
      }
    } else if (s.speaksOfSeveral()) {
      eachInItsClause(at, s);
    }
  }

  /**
   * "P0299 and P0045 engine, ABS C0035", "in the engine I have P0102, and C0035 in the ABS":
   * wherever it stands, each unit is told between two commas with its codes, and no comma parts a
   * code from its unit.
   */
  private void eachInItsClause(LineAtHand at, Sentence s) {
    List<Integer> firstCodes = new ArrayList<>();
    int unit = 0;
    int from = s.from();
    int depth = 0;
    for (int i = s.from() + 1; i <= s.behind(); i++) {
      boolean ends = i == s.behind();
      int to = ends ? at.word(i - 1).end() : at.word(i).start();
      for (int k = at.word(i - 1).end(); k < to; k++) {
        depth += glyphs[k] == '(' ? 1 : glyphs[k] == ')' ? -1 : 0;
        ends |= glyphs[k] == ',' && depth == 0;
      }
      if (!ends) {
        continue;
      }
      int codes = at.finds.codesBefore(at.word(from).start());
      int codesBehind = at.finds.codesBefore(at.word(i - 1).end());
      boolean none = unit == s.all().size() || s.all().get(unit).from() >= i;
      // "..., nothing in the ABS, ..."
      boolean saysNothing = none && codes == codesBehind;
      boolean one =
          !none
              && s.all().get(unit).from() >= from
              && s.all().get(unit).behind() <= i
              && (unit + 1 == s.all().size() || s.all().get(unit + 1).from() >= i);
      boolean told =
          one
              && codes < codesBehind
              && isToldWithCodes(at, s, s.all().get(unit), codes, codesBehind);
      if (!told && !saysNothing) {
        return;
      }
      if (told) {
        firstCodes.add(codes);
        unit++;
      }
      from = i;
    }
    firstCodes.add(s.behindCodes());
    for (int m = 0; m < s.all().size() && unit == s.all().size(); m++) {
      told(at, s.all().get(m), firstCodes.get(m), firstCodes.get(m + 1));
    }
  }

  /** Before all the codes of its clause or behind them, as what holds them. */
  private boolean isToldWithCodes(LineAtHand at, Sentence s, Mention unit, int first, int behind) {
    if (unit.codesBefore() == first) {
      boolean beside = unit.behind() < at.size() && at.part(unit.behind()) == Part.CODE;
      return beside
          || isSubject(at, s, unit, true)
          || isPlaced(at, unit) && begins(at, s, unit) && leadsToCode(at, unit, MOST_UNKNOWN);
    }
    boolean beside = unit.from() > 0 && at.part(unit.from() - 1) == Part.CODE;
    boolean placed = isPlaced(at, unit) && unit.codesBefore() == behind;
    return (beside || placed) && isToldOf(at, unit);
  }

  /** Of as many units as codes it could be said one by one: that is not known. */
  private void told(LineAtHand at, Mention unit, int firstCode, int behindCodes) {
    int codes = behindCodes - firstCode;
    boolean oneByOne = codes > 1 && codes == unit.units().size();
    for (int code = firstCode; code < behindCodes && !oneByOne; code++) {
      at.finds.unitsOfSentence.put(code, unit.units());
    }
    at.account(unit.from(), unit.behind(), Part.FILL);
  }

  /**
   * "... and nothing in the ABS", "the gearbox has no faults".
   *
   * @param none whether no code stands behind it before another unit does
   */
  private boolean isClean(LineAtHand at, Sentence s, Mention unit, boolean none) {
    int before = unit.from() - 1;
    before -= before > s.from() && words.isThe(at.word(before)) ? 1 : 0;
    if (before >= s.from() && words.isException(at.word(before))) {
      return false;
    }
    // "..., nothing in the ABS, and U0100 in the cluster"
    boolean closes = glyphs[at.word(unit.behind() - 1).end()] == ',';
    for (int i = unit.from() - 1; i >= s.from() && unit.from() - i <= NEAR; i--) {
      if (at.segment(i) != at.segment(unit.from()) || at.part(i) == Part.CODE) {
        break;
      }
      if ((none || closes) && words.isNothing(at.word(i)) || words.none().begins(at.words(), i)) {
        return true;
      }
    }
    // "C0050 in the ABS and nothing in the rest"
    if (unit.codesBefore() > s.firstCode()
        && unit.behind() < s.behind()
        && words.isAnd(at.word(unit.behind()))) {
      return false;
    }
    boolean nothing = false;
    for (int i = unit.behind(); i < s.behind() && i - unit.behind() < NEAR; i++) {
      if (at.part(i) == Part.CODE || at.part(i) == Part.UNIT) {
        return nothing;
      }
      if (isNothingElsewhere(at, unit, i)) {
        return false;
      }
      boolean says =
          words.isNothing(at.word(i))
              || words.none().begins(at.words(), i)
              || s.firstCode() == s.behindCodes() && words.isHealthy(at.word(i));
      // "nothing now, but had P0113", "no active faults, 1 stored: U0155"
      nothing |= says && (i + 1 == s.behind() || !words.isAnd(at.word(i + 1)));
      nothing &= none || !words.isAnd(at.word(i)) && at.part(i) != Part.STATE;
    }
    return nothing;
  }

  /** "P0401 in the ABS, nothing in the sweeper". */
  private boolean isNothingElsewhere(LineAtHand at, Mention unit, int i) {
    return words.isNothing(at.word(i))
        && at.segment(i) != at.segment(unit.behind() - 1)
        && !at.isAnnounced(i)
        && i + 1 < at.size()
        && at.segment(i + 1) == at.segment(i)
        && words.isFrom(at.word(i + 1));
  }

  private boolean isEachSubject(LineAtHand at, Sentence s, boolean several) {
    return s.all().stream().allMatch(m -> isSubject(at, s, m, several));
  }

  /** In the engine, from the ABS; where units come first, others of them may be subjects. */
  private boolean isEachPlaced(LineAtHand at, Sentence s, boolean first) {
    return s.all().stream()
        .allMatch(
            m ->
                isPlaced(at, m)
                        && (first ? begins(at, s, m) || leadsToCode(at, m, 0) : isToldOf(at, m))
                    || first && isSubject(at, s, m, s.speaksOfSeveral())
                    || isBracketed(at, m)
                    || !first && isList(at, m));
  }

  /** "P0118 present, P0521 present, both engine". */
  private boolean endsInEvery(LineAtHand at, Sentence s) {
    Mention unit = s.all().get(s.all().size() - 1);
    return unit.from() > 0
        && unit.codesBefore() == s.behindCodes()
        && words.isEvery(at.word(unit.from() - 1))
        && at.segment(unit.from() - 1) == at.segment(unit.from());
  }

  /** "P0299 engine (confirmed) x4, C0561 ABS (pending) x1". */
  private boolean isEachBetweenCodeAndState(LineAtHand at, Sentence s) {
    return s.all().stream().allMatch(m -> isBetweenCodeAndState(at, s, m));
  }

  private static boolean isBetweenCodeAndState(LineAtHand at, Sentence s, Mention unit) {
    int i = unit.behind();
    while (i < s.behind()
        && at.part(i) != Part.CODE
        && (at.part(i) != Part.OTHER || at.word(i).digits() > 0)) {
      i++;
    }
    boolean state = unit.behind() < s.behind() && at.part(unit.behind()) == Part.STATE;
    boolean ends = i >= s.behind() || at.part(i) == Part.CODE;
    return unit.from() > 0 && at.part(unit.from() - 1) == Part.CODE && state && ends;
  }

  /** "In the engine", "motorda". */
  private boolean isPlaced(LineAtHand at, Mention unit) {
    boolean ends =
        unit.behind() < at.size()
            && at.segment(unit.behind()) == at.segment(unit.from())
            && words.isLocative(at.word(unit.behind()));
    return ends
        || units.isFrom(at, unit.from())
        || words.isLocative(at.words().subList(unit.from(), unit.behind()));
  }

  /** "U0401 invalid data from ECM" tells what the code is about, and not whose it is. */
  private boolean isToldOf(LineAtHand at, Mention unit) {
    int code = unit.from() - 1;
    boolean described = false;
    while (code > 0 && unit.from() - code < NEAR && at.part(code) != Part.CODE) {
      described |= at.part(code) == Part.OTHER && !words.isHolding(at.word(code));
      code--;
    }
    boolean ofNetwork = at.finds.codes.get(unit.codesBefore() - 1).code().text().startsWith("U");
    return !described || !ofNetwork;
  }

  /** "P0562 (engine, confirmed)", "P0562 stored [engine]". */
  private boolean isBracketed(LineAtHand at, Mention unit) {
    int start = at.word(unit.from()).start();
    return unit.from() > 0
        && "([".indexOf(glyphs[start - 1]) >= 0
        && (at.part(unit.from() - 1) == Part.CODE || at.part(unit.from() - 1) == Part.STATE);
  }

  /** "The cluster spits out", "engine ECU returns": it begins what is said, and codes follow. */
  private boolean isSubject(LineAtHand at, Sentence s, Mention unit, boolean several) {
    boolean article = unit.from() > s.from() && words.isThe(at.word(unit.from() - 1));
    boolean kind = words.isKind(at.words().subList(unit.from(), unit.behind()));
    int unknown = article || kind ? MOST_UNKNOWN : several ? unknownBeforeSign(at, unit) : -1;
    return begins(at, s, unit) && leadsToCode(at, unit, unknown);
  }

  /** "ABS as before: C0040": so many unknown words may stand before a colon, and none elsewhere. */
  private static int unknownBeforeSign(LineAtHand at, Mention unit) {
    if (unit.codesBefore() == at.finds.codes.size()) {
      return 0;
    }
    int start = at.finds.codes.get(unit.codesBefore()).start();
    int code = LineFinds.countBefore(at.words(), Word::start, start);
    return at.isAnnounced(code) ? LONGEST_BARE_NAME : 0;
  }

  /** Whether what is said of a unit begins with it: only words that say nothing stand before. */
  private boolean begins(LineAtHand at, Sentence s, Mention unit) {
    int before = beforeOwner(at, s, unit.from() - 1);
    while (before >= s.from()
        && at.segment(before) == at.segment(unit.from())
        && (at.part(before) == Part.FILL
            || at.part(before) == Part.LABEL
            || isMemory(at, before)
            || words.isLabel(at.words(), before, Label.UNIT)
            || at.word(before).isNumber()
            || words.isFrom(at.word(before)))
        && !words.isAnd(at.word(before))) {
      before--;
    }
    return before < s.from()
        || at.segment(before) != at.segment(unit.from())
        || words.isAnd(at.word(before));
  }

  /** "The truck's gearbox": whose it is says nothing. */
  private int beforeOwner(LineAtHand at, Sentence s, int before) {
    boolean owned =
        before > s.from()
            && at.word(before).text().equals("s")
            && "'’".indexOf(glyphs[at.word(before).start() - 1]) >= 0;
    return owned ? before - 2 : before;
  }

  /** "W pamięci silnika P0691": where its codes are kept. */
  private boolean isMemory(LineAtHand at, int word) {
    int from = word;
    while (from > 0
        && at.part(from - 1) == Part.STATE
        && at.segment(from - 1) == at.segment(word)) {
      from--;
    }
    return at.part(word) == Part.STATE && words.isFrom(at.word(from));
  }

  /**
   * Whether a verb, known or not, and no description stands between a unit and its code.
   *
   * @param most so many words that nobody here knows
   */
  private boolean leadsToCode(LineAtHand at, Mention unit, int most) {
    int unknown = 0;
    int i = unit.behind();
    // "Engine - 2 faults: P0335"
    i += units.countOfCodes(at, i);
    // "Engine: stored P0335"
    int said = i < at.size() && at.isAnnounced(i) ? i : unit.behind() - 1;
    while (i < at.size() && i - unit.behind() < NEAR && at.part(i) != Part.CODE) {
      unknown += at.part(i) == Part.OTHER && !words.isHolding(at.word(i)) ? 1 : 0;
      if (at.part(i) == Part.UNIT
          || at.part(i) == Part.VALUE
          || words.isThing(at.word(i))
          || at.segment(i) != at.segment(said)) {
        return false;
      }
      i++;
    }
    boolean counts = unknown <= MOST_UNKNOWN && isCounted(at, unit, i);
    return (unknown <= most || counts)
        && i < at.size()
        && at.part(i) == Part.CODE
        && (isBeside(at, said, i) || counts || isBehindComma(at, unit, i));
  }

  /** "A stored code in the engine, P0335, and an active one in the ABS, C0035". */
  private boolean isBehindComma(LineAtHand at, Mention unit, int code) {
    return code == unit.behind()
        && glyphs[at.word(code - 1).end()] == ','
        && isPlaced(at, unit)
        && (unit.codesBefore() == 0 || isToldOf(at, unit));
  }

  /** "In the ABS there are two, C0031 and C0040": a number of codes, and its sign. */
  private boolean isCounted(LineAtHand at, Mention unit, int code) {
    Word last = at.word(code - 1);
    boolean number = words.isCount(last) || words.isArticle(last) || last.isNumber();
    return code < at.size()
        && code - 1 >= unit.behind()
        && number
        && ",:".indexOf(glyphs[last.end()]) >= 0
        && isPlaced(at, unit);
  }

  /**
   * "The engine runs rough, P0335" says nothing of who speaks; "the ABS logs one: C0035" and "ABS -
   * C0035" do.
   */
  private boolean isBeside(LineAtHand at, int said, int code) {
    return at.segment(code) == at.segment(said)
        || at.isAnnounced(code)
        || said + 1 == code && glyphs[at.word(code).start() - 2] == '-'
        || "([".indexOf(glyphs[at.word(code).start() - 1]) >= 0;
  }
}
