package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;

/**
 * Where a sentence names equipment that nobody here knows, beside a code that only its maker can
 * explain: "in the crane I have C1A10", "the crane has C1A10", "crane: C1A10", "C1A10 in the
 * crane", "Power stretcher C1A15".
 */
final class EquipmentNames {
  /** Words of such a name, without what says that it is a unit, at most (our own bound). */
  private static final int LONGEST = 2;

  /** Words between it and its code, before and behind (our own bounds). */
  private static final int MOST_BEFORE = 4;

  private static final int MOST_BEHIND = 12;

  private final char[] glyphs;
  private final ReportWords words;
  private final UnitFinder units;

  EquipmentNames(char[] glyphs, ReportWords words, UnitFinder units) {
    this.glyphs = glyphs;
    this.words = words;
    this.units = units;
  }

  /**
   * A name, from a word to another.
   *
   * @param behind what is said of it, "the crane on the back", belongs to it
   * @param isWithin whether what it stands on is named before a colon: "Aufbau: Drehleiter C1A44"
   */
  record Name(int from, int end, int behind, boolean isWithin) {
    static final Name NONE = new Name(0, 0, 0, false);

    boolean isAny() {
      return behind > from;
    }

    LineFinds.UnitAt of(LineAtHand at, char[] glyphs) {
      int start = at.word(from).start();
      int last = at.word(end - 1).end();
      return new LineFinds.UnitAt(Glyphs.seen(glyphs, start, last), start, last);
    }
  }

  /** The sentence that is looked at, and what it names before. */
  record Around(int from, int behind, boolean namesOther, boolean namesEquipment) {}

  /** The name that begins with a word. */
  Name at(LineAtHand at, int name, Around s) {
    if (!mayBegin(at, name)) {
      return Name.NONE;
    }
    int end = endOf(at, name, s, false);
    int tied = name;
    while (tied > s.from() && words.isThe(at.word(tied - 1)) && !isPlace(at.word(tied - 1))) {
      tied--;
    }
    boolean placed =
        tied > s.from()
            && units.isFrom(at, name)
            && isPlace(at.word(tied - 1))
            && !isVehicle(at, name, end);
    if (placed && (leads(at, name, end) || isBehindItsCode(at, name, end, s))) {
      return new Name(name, end, end, false);
    }
    int named = behindOwner(at, endOfKind(at, endOf(at, name, s, true), s));
    if (says(at, name, named, tied)) {
      return new Name(name, named, behindPlace(at, named), false);
    }
    int first = beginOfKind(at, name, s);
    int last = endOfKind(at, end, s);
    boolean opens = opensClause(at, first < name ? first : tied);
    if (opens && !isVehicle(at, name, end) && isAnnounced(at, name, last)) {
      return new Name(first, last, last, false);
    }
    boolean isWithin = isWithin(at, name);
    boolean listed = name > 0 && at.isAnnounced(name) && at.part(name - 1) == Part.STATE;
    boolean called =
        isWithin || s.namesEquipment() || (s.namesOther() || listed) && isLoud(at, name);
    return called && opensClause(at, name) && isRightBefore(at, name, end)
        ? new Name(name, end, end, isWithin)
        : Name.NONE;
  }

  private boolean mayBegin(LineAtHand at, int i) {
    return mayBeOfName(at, i) && !words.isThing(at.word(i));
  }

  private boolean mayBeOfName(LineAtHand at, int i) {
    Word w = at.word(i);
    return at.part(i) == Part.OTHER
        && (words.mayName(w) || words.isThing(w) && w.digits() == 0)
        && !words.isHolding(w)
        && !words.isMoment(w)
        && !words.isThen(w)
        && !words.heads().begins(at.words(), i);
  }

  /**
   * @param withThings whether it may end in one: "the sweeper fan shows"
   */
  private int endOf(LineAtHand at, int name, Around s, boolean withThings) {
    int end = name;
    while (end < s.behind()
        && end - name < LONGEST
        && at.segment(end) == at.segment(name)
        && mayBeOfName(at, end)
        && (withThings || !words.isThing(at.word(end)))) {
      end++;
    }
    return end;
  }

  /** "The van has C1A10". */
  private boolean isVehicle(LineAtHand at, int name, int end) {
    return at.words().subList(name, end).stream().anyMatch(words::makesOdometer);
  }

  /** "In", "im", "nella"; "for" and "on" tell other things, too. */
  private boolean isPlace(Word w) {
    return words.isInside(w) || words.isThe(w) && words.isFrom(w) && !words.isOf(w);
  }

  /** "Boitier grue", "crane controller". */
  private int beginOfKind(LineAtHand at, int name, Around s) {
    int first = name;
    while (first > s.from() && isKind(at, first - 1, name)) {
      first--;
    }
    return first;
  }

  private int endOfKind(LineAtHand at, int end, Around s) {
    int last = end;
    while (last < s.behind() && isKind(at, last, end - 1)) {
      last++;
    }
    return last;
  }

  private boolean isKind(LineAtHand at, int i, int name) {
    return at.part(i) == Part.LABEL
        && at.segment(i) == at.segment(name)
        && words.isLabel(at.words(), i, Label.UNIT);
  }

  /** "... I have C1A10", "... : C1A10". */
  private boolean leads(LineAtHand at, int name, int end) {
    int code = behindVerb(at, name, end);
    boolean announced = code == end && code < at.size() && at.isAnnounced(code);
    return isItsCode(at, name, code) && (at.segment(code) == at.segment(name) || announced);
  }

  /** "The crane has C1A10", "crane has C1A10", "the crane on the back has C1A10". */
  private boolean says(LineAtHand at, int name, int end, int tied) {
    int verb = behindPlace(at, end);
    int code = behindVerb(at, name, verb);
    return code > verb
        && words.isHolding(at.word(verb))
        && (tied < name && !isPlaceOfName(at, name) || opensClause(at, tied))
        && !isVehicle(at, name, end)
        && isItsCode(at, name, code)
        && at.segment(code) == at.segment(name);
  }

  /** "... on the back": where it is; the same word if nothing tells that. */
  private int behindPlace(LineAtHand at, int end) {
    int i = end;
    while (i < at.size() && i - end < 2 && at.segment(i) == at.segment(end - 1) && isTie(at, i)) {
      i++;
    }
    int tied = i;
    while (i < at.size()
        && i - tied < LONGEST
        && at.segment(i) == at.segment(end - 1)
        && !words.isHolding(at.word(i))
        && (mayBeOfName(at, i) || at.part(i) == Part.FILL)) {
      i++;
    }
    Word first = at.word(Math.min(end, at.size() - 1));
    boolean place = tied > end && words.isFrom(first) && !words.isOf(first);
    return place && i > tied && i < at.size() ? i : end;
  }

  private boolean isTie(LineAtHand at, int i) {
    return words.isFrom(at.word(i)) || words.isThe(at.word(i));
  }

  /** "El brazo de la grúa": what it is of belongs to its name. */
  private int behindOwner(LineAtHand at, int end) {
    int i = end;
    while (i < at.size() && i - end < 2 && at.segment(i) == at.segment(end - 1) && isTie(at, i)) {
      i++;
    }
    boolean of = i > end && words.isOf(at.word(end)) && i < at.size();
    return of && at.segment(i) == at.segment(end - 1) && mayBegin(at, i) ? i + 1 : end;
  }

  /** "The crane on the back": behind a name, "on" tells where that is. */
  private boolean isPlaceOfName(LineAtHand at, int name) {
    int i = name - 1;
    while (i > 0 && name - i < 3 && at.segment(i) == at.segment(name) && isTie(at, i)) {
      i--;
    }
    return i >= 0
        && i < name - 1
        && at.segment(i) == at.segment(name)
        && words.isFrom(at.word(i + 1))
        && !words.isOf(at.word(i + 1))
        && mayBegin(at, i);
  }

  private int behindVerb(LineAtHand at, int name, int end) {
    int code = end;
    while (code < at.size()
        && code - end < MOST_BEFORE
        && at.segment(code) == at.segment(name)
        && (at.part(code) == Part.FILL || words.isHolding(at.word(code)))) {
      code++;
    }
    return code;
  }

  /** "Crane: C1A10", "crane: 1 fault (C1A10)". */
  private boolean isAnnounced(LineAtHand at, int name, int end) {
    int code = end + units.countOfCodes(at, end);
    return end < at.size() && at.isAnnounced(end) && isItsCode(at, name, code);
  }

  /** "Aufbau: Drehleiter C1A44": behind the colon of something, and not of codes. */
  private boolean isWithin(LineAtHand at, int name) {
    return name > 0
        && at.isAnnounced(name)
        && (at.part(name - 1) == Part.OTHER || at.part(name - 1) == Part.UNIT);
  }

  private boolean isLoud(LineAtHand at, int name) {
    return Character.isUpperCase(glyphs[at.word(name).start()]);
  }

  private static boolean isRightBefore(LineAtHand at, int name, int end) {
    return isItsCode(at, name, end) && at.segment(end) == at.segment(name);
  }

  private boolean opensClause(LineAtHand at, int word) {
    return word == 0 || at.segment(word - 1) != at.segment(word) || words.isAnd(at.word(word - 1));
  }

  private boolean isBehindItsCode(LineAtHand at, int name, int end, Around s) {
    boolean ends =
        end == s.behind() || at.segment(end) != at.segment(name) || words.isAnd(at.word(end));
    int code = name - 1;
    while (code > 0
        && name - code < MOST_BEHIND
        && (at.part(code) == Part.STATE
            || at.part(code) == Part.FILL && !isOnlyAnd(at.word(code))
            || at.part(code + 1) == Part.STATE && at.part(code - 1) == Part.CODE)) {
      code--;
    }
    int held = at.finds.codesBefore(at.word(name).start()) - 1;
    return ends && code >= s.from() && at.part(code) == Part.CODE && isOfEquipment(at, held);
  }

  /** "En" is "in" where "y" is "and". */
  private boolean isOnlyAnd(Word w) {
    return words.isAnd(w) && !words.isFrom(w);
  }

  private static boolean isItsCode(LineAtHand at, int name, int code) {
    return code < at.size()
        && at.part(code) == Part.CODE
        && isOfEquipment(at, at.finds.codesBefore(at.word(name).start()));
  }

  private static boolean isOfEquipment(LineAtHand at, int code) {
    if (code < 0 || code >= at.finds.codes.size()) {
      return false;
    }
    LineFinds.Code read = at.finds.codes.get(code);
    return read.isOfEquipment() && read.asked() == null;
  }
}
