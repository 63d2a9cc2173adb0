package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Reach;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;

/**
 * A line that goes from unit to unit, each with its codes or with none: "engine ok, gearbox: P0730
 * stored, sweeper C1A22 active, C1A23 stored; brakes none". Where all of it is such a list, whose
 * code it is and how it is held follow from its place.
 */
final class RunningList {
  /** Words of a name that nobody here knows, at most (our own bound). */
  private static final int LONGEST_NAME = 3;

  /** States of one code, at most (our own bound). */
  private static final int MOST_STATES = 3;

  /** Words that tell how many there are, and of what, at most (our own bound). */
  private static final int LONGEST_COUNT = 6;

  /** So many units are listed in a line, at most (our own bound). */
  private static final int MOST_GROUPS = 40;

  /** So many words behind such a list are looked at (our own bound). */
  private static final int NEAR = 20;

  private final char[] glyphs;
  private final ReportWords words;
  private final UnitNames names;
  private final UnitFinder units;

  RunningList(char[] glyphs, ReportWords words, UnitNames names, UnitFinder units) {
    this.glyphs = glyphs;
    this.words = words;
    this.names = names;
    this.units = units;
  }

  /**
   * A unit and what it holds.
   *
   * @param firstCode of the line, by its number, and the one behind its last
   * @param items of its codes; where it has none, all that says so
   * @param isAnnounced whether a sign parts the name from them
   * @param isEquipment whether nobody knows it, and only its maker explains its codes
   */
  private record Group(
      Name name,
      int firstCode,
      int behindCodes,
      Items items,
      boolean isAnnounced,
      boolean isEquipment) {
    static Group clean(Name name, int code, int behind) {
      return new Group(name, code, code, new Items(behind, false), false, false);
    }

    int behind() {
      return items.behind();
    }
  }

  /** What a unit is called, from one word to another; none if it has no words. */
  private record Name(int from, int behind, LineFinds.UnitAt unit, boolean known) {
    static final Name NONE = new Name(0, 0, null, false);
  }

  /**
   * Codes behind a name.
   *
   * @param before whether each state stands before its code
   */
  private record Items(int behind, boolean before) {
    static final Items NONE = new Items(-1, false);
  }

  /** Tells units of codes, where the line is such a list. */
  void settle(LineAtHand at) {
    if (!at.finds.hasCodes() || at.cells().size() != 1) {
      return;
    }
    List<Group> groups = groups(at);
    if (!isList(at, groups)) {
      return;
    }
    for (Group g : groups) {
      at.account(g.name().from(), g.name().behind(), Part.UNIT);
      for (int code = g.firstCode(); code < g.behindCodes(); code++) {
        at.finds.unitsOfList.put(code, g.name().unit());
        if (g.items().before()) {
          at.finds.statesBefore.put(code, at.word(g.name().behind()).start());
        }
      }
    }
  }

  /** States of such a list that stand before their codes are of these alone. */
  static void ofTheirCodes(LineFinds finds) {
    finds.states.replaceAll(s -> finds.isBeforeItsCode(s.start()) ? s.reaching(Reach.OWN) : s);
  }

  private static boolean isList(LineAtHand at, List<Group> groups) {
    int codes = groups.stream().mapToInt(g -> g.behindCodes() - g.firstCode()).sum();
    boolean known = groups.stream().anyMatch(g -> g.name().known());
    Group first = groups.isEmpty() ? null : groups.get(0);
    boolean one =
        groups.size() == 1
            && (first.isEquipment() && first.isAnnounced() || known && first.items().before());
    boolean equipment =
        groups.stream().allMatch(g -> g.isEquipment() || g.firstCode() == g.behindCodes());
    boolean several = groups.size() > 1 && (known || equipment);
    return codes == at.finds.codes.size() && (several || one);
  }

  /** The groups from the first place on at which the line can be read as such a list. */
  private List<Group> groups(LineAtHand at) {
    int firstCode = LineFinds.countBefore(at.words(), Word::start, at.finds.codes.get(0).start());
    for (int from = 0; from < firstCode; from++) {
      if (from == 0 || at.endsSentence(from - 1) || at.isAnnounced(from)) {
        List<Group> groups = groups(at, from);
        if (isList(at, groups) && (groups.size() > 1 || !at.isAnnounced(from))) {
          return groups;
        }
      }
    }
    return List.of();
  }

  private List<Group> groups(LineAtHand at, int begin) {
    List<Group> groups = new ArrayList<>();
    int from = begin;
    while (from < at.size() && groups.size() < MOST_GROUPS) {
      int next = words.isAnd(at.word(from)) && from > begin ? from + 1 : from;
      Group g = next < at.size() ? group(at, next) : null;
      if (g == null || from > begin && next == from && !isParted(at, from)) {
        break;
      }
      groups.add(g);
      from = g.behind();
    }
    return groups.isEmpty() || saysMore(at, from) ? List.of() : groups;
  }

  /** "..., P0730 and P0401 in the gearbox": what follows in the sentence may tell of its codes. */
  private boolean saysMore(LineAtHand at, int behind) {
    boolean more = behind < at.size() && !isParted(at, behind);
    int end = Math.min(at.size(), behind + NEAR);
    for (int i = behind; !more && i < end && !at.endsSentence(i - 1); i++) {
      more = at.part(i) == Part.UNIT || at.part(i) == Part.CODE;
    }
    return more;
  }

  private Group group(LineAtHand at, int from) {
    Name name = name(at, from);
    if (name == Name.NONE) {
      return null;
    }
    int firstCode = at.finds.codesBefore(at.word(from).start());
    if (isDashed(at, name.behind())) {
      return Group.clean(name, firstCode, name.behind());
    }
    int i = behindCount(at, name.behind());
    boolean verb = i < at.size() && at.part(i) != Part.STATE && words.isHolding(at.word(i));
    i += verb ? 1 : 0;
    if (i >= at.size() || !isTied(at, i)) {
      return null;
    }
    int clean = behindClean(at, i);
    if (clean > i) {
      return Group.clean(name, firstCode, clean);
    }
    Items items = items(at, i);
    if (items == Items.NONE) {
      return null;
    }
    int behindCodes = at.finds.codesBefore(at.word(items.behind() - 1).end());
    boolean announced = at.isAnnounced(i) || isDash(at, i);
    boolean ofEquipment =
        at.finds.codes.subList(firstCode, behindCodes).stream()
            .allMatch(LineFinds.Code::isOfEquipment);
    boolean equipment = !name.known() && ofEquipment && namesNoThing(at, name);
    boolean named = name.known() || equipment && announced;
    return named || at.part(from) != Part.UNIT && (announced || ofEquipment)
        ? new Group(name, firstCode, behindCodes, items, announced, equipment)
        : null;
  }

  private Name name(LineAtHand at, int begin) {
    int first = begin;
    while (first + 1 < at.size()
        && first - begin < 2
        && words.isThe(at.word(first))
        && at.part(first) != Part.UNIT
        && at.segment(first + 1) == at.segment(first)) {
      first++;
    }
    int from = first;
    while (from + 1 < at.size()
        && from - first < 2
        && isKind(at, from)
        && at.segment(from + 1) == at.segment(from)) {
      from++;
    }
    boolean may = at.part(from) == Part.UNIT || at.part(from) == Part.LABEL;
    Phrases.Match<ControlUnit> known = may ? names.at(at, from) : null;
    int behind = known == null ? from : from + known.words();
    // "Body packer: C1A60"
    boolean longer =
        known != null
            && behind < at.size()
            && at.segment(behind) == at.segment(from)
            && at.part(behind) == Part.OTHER
            && isOfName(at, behind);
    if (known != null && !longer) {
      return new Name(from, behind, unit(at, from, behind, known.meaning().name()), true);
    }
    while (behind < at.size()
        && behind - from < LONGEST_NAME
        && at.segment(behind) == at.segment(from)
        && at.part(behind) == Part.OTHER
        && isOfName(at, behind)) {
      behind++;
    }
    // "The tipper" is a vehicle, "tipper control" a unit.
    if (behind == from
        || words.endsInThing(at.word(behind - 1))
        || words.makesOdometer(at.word(behind - 1))) {
      return Name.NONE;
    }
    while (behind < at.size() && at.segment(behind) == at.segment(from) && isKind(at, behind)) {
      behind++;
    }
    String seen = Glyphs.seen(glyphs, at.word(first).start(), at.word(behind - 1).end());
    return new Name(first, behind, unit(at, first, behind, seen), false);
  }

  /** "Pressione turbo bassa" says what is wrong. */
  private boolean namesNoThing(LineAtHand at, Name name) {
    return at.words().subList(name.from(), name.behind()).stream().noneMatch(words::endsInThing);
  }

  /** "Controller", "boîtier". */
  private boolean isKind(LineAtHand at, int i) {
    return at.part(i) == Part.LABEL && words.isLabel(at.words(), i, Label.UNIT);
  }

  private static LineFinds.UnitAt unit(LineAtHand at, int from, int behind, String name) {
    return new LineFinds.UnitAt(name, at.word(from).start(), at.word(behind - 1).end());
  }

  private boolean isOfName(LineAtHand at, int i) {
    Word w = at.word(i);
    return w.digits() == 0
        && w.text().length() > 1
        && !words.isScanned(w)
        && !words.isCount(w)
        && !words.isSame(w)
        && !words.isTeller(w)
        && !words.isNothing(w)
        && !words.isFaulty(w)
        && !words.isHealthy(w)
        && !words.isHolding(w)
        && !words.isAnd(w)
        && !words.heads().begins(at.words(), i);
  }

  /** "Engine: 2 faults", "engine (2)", "engine 2 (P0299, P0401)". */
  private int behindCount(LineAtHand at, int from) {
    int counted = units.countOfCodes(at, from);
    boolean beforeBracket =
        counted == 0
            && from + 1 < at.size()
            && at.word(from).isNumber()
            && at.word(from).text().length() < 3
            && at.part(from + 1) == Part.CODE
            && isAny(at, from + 1, "(");
    return from + (beforeBracket ? 1 : counted);
  }

  /** "ABS -;", and nothing else. */
  private boolean isDashed(LineAtHand at, int behind) {
    int end = behind < at.size() ? at.word(behind).start() : at.line().end();
    int dash = Glyphs.behindSpaces(glyphs, at.word(behind - 1).end());
    dash = dash < end && glyphs[dash] == ':' ? Glyphs.behindSpaces(glyphs, dash + 1) : dash;
    return dash < end
        && "-–".indexOf(glyphs[dash]) >= 0
        && (behind == at.size() || isParted(at, behind));
  }

  /** Behind "ok", "none", "no faults"; the same word if it says none of these. */
  private int behindClean(LineAtHand at, int i) {
    Phrases.Match<Boolean> none = words.none().at(at.words(), i);
    int behind = none == null ? i : i + none.words();
    Word w = at.word(i);
    boolean says =
        words.isNothing(w)
            || words.isHealthy(w)
            || words.isNot(w)
            || words.isDenied(w)
            || w.text().equals("0");
    if (behind == i && says) {
      behind = i + 1;
    }
    return behind == at.size() || isParted(at, behind) ? behind : i;
  }

  /** Codes with their states: all of them before, or all behind. */
  private Items items(LineAtHand at, int from) {
    int counted = pastCount(at, from);
    int i = counted > from ? counted : pastStates(at, from);
    boolean before = i > from && counted == from;
    int behind = -1;
    while (i < at.size() && at.part(i) == Part.CODE) {
      i = pastCode(at, i);
      if (!before) {
        i = pastStates(at, i);
      }
      behind = i;
      int next = i < at.size() && words.isJoining(at.word(i)) ? i + 1 : i;
      counted = before ? next : pastCount(at, next);
      int code = counted > next ? counted : pastStates(at, next);
      if (code > next && !before && counted == next) {
        return Items.NONE; // a state that may be of either
      }
      i = code > next || !before ? code : at.size();
      if (next == behind && i < at.size() && at.endsSentence(behind - 1)) {
        break;
      }
    }
    return behind < 0 ? Items.NONE : new Items(behind, before);
  }

  /** "Two current faults, P0201 and P0204", "one from memory: P0299": what is said of them all. */
  private int pastCount(LineAtHand at, int from) {
    if (from >= at.size() || !words.isCount(at.word(from)) && !at.word(from).isNumber()) {
      return from;
    }
    int i = from + 1;
    while (i < at.size()
        && i - from < LONGEST_COUNT
        && (at.part(i) == Part.STATE || at.part(i) == Part.LABEL || at.part(i) == Part.FILL)) {
      i++;
    }
    return i < at.size() && at.part(i) == Part.CODE ? i : from;
  }

  private static int pastCode(LineAtHand at, int code) {
    int k = at.finds.codesBefore(at.word(code).start() + 1) - 1;
    int i = k < 0 ? code + 1 : Math.max(code + 1, at.behind(code, at.finds.codes.get(k).end()));
    while (i < at.size() && at.part(i) == Part.LABEL && StateSense.isTimes(at, i)) {
      i++;
    }
    return i;
  }

  private int pastStates(LineAtHand at, int from) {
    int i = from;
    boolean is = i < at.size() && at.part(i) == Part.FILL && words.isBeing(at.word(i));
    i += is ? 1 : 0;
    int first = i;
    while (i < at.size() && i - first < MOST_STATES && isStateOr(at, i)) {
      i++;
    }
    return i == first ? from : i;
  }

  /** A state, "not" before one, or "and" between two. */
  private boolean isStateOr(LineAtHand at, int i) {
    boolean next = i + 1 < at.size() && at.part(i + 1) == Part.STATE;
    boolean between = next && i > 0 && at.part(i - 1) == Part.STATE && words.isJoining(at.word(i));
    return at.part(i) == Part.STATE || between || next && words.isNot(at.word(i));
  }

  /** Whether a sign parts a word from the one before it. */
  private boolean isParted(LineAtHand at, int word) {
    return isAny(at, word, ",;.|/");
  }

  /** Nothing but spaces, a colon or a dash stands between a name and what it holds. */
  private boolean isTied(LineAtHand at, int word) {
    return !isAny(at, word, ",;|/") && !at.endsSentence(word - 1);
  }

  private boolean isDash(LineAtHand at, int word) {
    return isAny(at, word, "-–");
  }

  private boolean isAny(LineAtHand at, int word, String signs) {
    for (int k = at.word(word - 1).end(); k < at.word(word).start(); k++) {
      if (signs.indexOf(glyphs[k]) >= 0) {
        return true;
      }
    }
    return false;
  }
}
