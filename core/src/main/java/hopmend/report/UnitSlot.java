package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Where a line of one code names its control unit: what stands to both sides of the name, "C (U) S"
 * or "U - C". Names that nobody here knows are told by standing where known ones stand in other
 * lines of the report.
 *
 * @param known the shape around a unit that is known; empty if the line has none
 * @param names words that nobody here knows, each with the shape around them
 */
record UnitSlot(Optional<Shape> known, List<Name> names) {
  static final UnitSlot NONE = new UnitSlot(Optional.empty(), List.of());

  /** Words of such a name, of such a line, and characters beside it, at most (our own bounds). */
  private static final int LONGEST_NAME = 4;

  private static final int LONGEST_LINE = 40;

  private static final int LONGEST_SHORT = 5;

  private static final int MOST_SIGNS = 6;

  private static final int WIDEST_GAP = 80;

  private static final String GAP = "\t";

  /**
   * @param beside what stands to both sides, a letter for each kind of word and the signs between
   * @param isApart whether a description cannot be meant: it stands before the code, or a
   *     description stands elsewhere
   */
  record Shape(String beside, boolean isApart) {
    /** "Beacon B1A77" fills its column, where others leave a gap. */
    Shape wide() {
      return beside.equals("^_ C") ? new Shape("^_" + GAP + "C", isApart) : this;
    }

    /** Whether it stands behind its code, as descriptions do. */
    boolean isBehindCode() {
      return beside.startsWith("C");
    }

    /** Whether something parts it from both sides. */
    boolean isParted() {
      return !beside.contains(" _") && !beside.contains("_ ");
    }
  }

  /**
   * Words that may be a name.
   *
   * @param mayName whether they are no description
   * @param isAlone whether the line describes nothing beside them
   * @param isOfOther whether they stand below a name, and not that of control units
   */
  record Name(
      Shape shape,
      String written,
      int start,
      int end,
      boolean mayName,
      boolean isAlone,
      boolean isOfOther) {
    /** "MSG": a description is no such word; "HIGH" below "Severity" is another. */
    boolean isShort() {
      return !isOfOther && isShortName(written);
    }
  }

  /** "MSG", "SSM": what something is called for short. */
  static boolean isShortName(String written) {
    return written.length() > 1
        && written.length() <= LONGEST_SHORT
        && written.chars().allMatch(Character::isUpperCase);
  }

  static UnitSlot of(LineAtHand at, char[] glyphs, ReportWords words) {
    LineFinds f = at.finds;
    boolean heads = f.codes.isEmpty() && !f.states.isEmpty() && f.values.isEmpty();
    boolean several = f.codes.size() > 1 && f.unitsOfSentence.isEmpty();
    boolean fits = heads || several || f.codes.size() == 1 && f.unitsOfSentence.size() < 2;
    if (!fits || f.none || at.size() > LONGEST_LINE || f.unitsBehind.size() > 1) {
      return NONE;
    }
    if (!f.unitIsAmongWords && (f.unit != null || !f.unitsOfSentence.isEmpty())) {
      return new UnitSlot(known(at, glyphs), List.of());
    }
    List<Name> names = new ArrayList<>(2);
    int end = several ? at.behind(0, f.codes.get(0).start()) : at.size();
    int i = 0;
    while (i < end) {
      int behind = i;
      while (behind < end
          && kind(at, behind).equals("T")
          && (at.part(behind) == Part.OTHER || behind > i && isKind(at, words, behind))
          && (behind == i || isOnlySpace(glyphs, at, behind))) {
        behind++;
      }
      behind = i == 0 ? Math.max(behind, beforeCode(at, words)) : behind;
      if (behind > i && behind - i <= LONGEST_NAME) {
        names.add(name(at, glyphs, words, i, behind));
      }
      i = Math.max(i + 1, behind);
    }
    names.addAll(notHeard(at, glyphs, words));
    return names.isEmpty() ? NONE : new UnitSlot(Optional.empty(), names);
  }

  /**
   * "U0100 ECM", "U0100 no signal (ECM)": whom nobody hears, or who holds it where the other codes
   * have theirs there.
   */
  private static List<Name> notHeard(LineAtHand at, char[] glyphs, ReportWords words) {
    List<Name> names = new ArrayList<>(0);
    int i = 1;
    while (i < at.size()) {
      Phrases.Match<ControlUnit> unit =
          at.part(i) == Part.UNIT ? words.units().at(at.words(), i) : null;
      int behind = i + (unit == null ? 1 : unit.words());
      int start = at.word(i).start();
      int end = at.word(behind - 1).end();
      boolean stands = behind == at.size() || glyphs[start - 1] == '(' && glyphs[end] == ')';
      if (unit != null && stands) {
        Shape shape = shape(at, glyphs, i, behind);
        names.add(new Name(shape, unit.meaning().name(), start, end, true, false, false));
      }
      i = behind;
    }
    return names;
  }

  /**
   * "Passenger counter: C1A20", "camera mast C1A21": all that stands before the code of a line, if
   * a word that nobody knows begins it; what others say elsewhere is of the name here.
   */
  private static int beforeCode(LineAtHand at, ReportWords words) {
    int i = 0;
    while (i < at.size()
        && i <= LONGEST_NAME
        && at.segment(i) == at.segment(0)
        && mayBeOfName(at, words, i)) {
      i++;
    }
    boolean holds = i > 0 && i < at.size() && at.part(i) == Part.CODE;
    return holds && at.part(0) == Part.OTHER ? i : 0;
  }

  /** "Light bar", "passenger counter": what says something else elsewhere, "4 bar". */
  static boolean mayBeOfName(LineAtHand at, ReportWords words, int i) {
    Word w = at.word(i);
    boolean said = words.isHolding(w) || words.isBeing(w) || words.isNot(w) || words.isAnd(w);
    boolean placed = words.isFrom(w) && !words.isOf(w) || words.isMoment(w);
    return w.digits() == 0
        && !placed
        && !said
        && switch (at.part(i)) {
          case OTHER, UNIT, FILL -> true;
          case STATE -> words.isAmbiguous(w);
          case LABEL -> words.isLabel(at.words(), i, Label.COUNT);
          default -> false;
        };
  }

  /** A column or field that is not called one of control units: "Severity", "Lamp". */
  private static boolean isOfOther(Head head) {
    return head != Head.NONE && !head.is(Label.UNIT) && !head.is(Label.CODE);
  }

  private static Optional<Shape> known(LineAtHand at, char[] glyphs) {
    LineFinds f = at.finds;
    int start = f.unitStart;
    int end = f.unitEnd;
    if (f.unit == null || f.unitIsUnknown) {
      List<LineFinds.UnitAt> told = f.unitsOfSentence.getOrDefault(0, List.of());
      start = told.size() == 1 ? told.get(0).start() : -1;
      end = told.size() == 1 ? told.get(0).end() : -1;
    }
    int from = LineFinds.countBefore(at.words(), Word::start, start);
    int behind = LineFinds.countBefore(at.words(), Word::start, end);
    boolean ofAll = f.codes.size() < 2 || start < f.codes.get(0).start();
    boolean stands = start >= 0 && from < behind && ofAll && isUnit(at, from);
    return stands ? Optional.of(shape(at, glyphs, from, behind)) : Optional.empty();
  }

  /** A sentence that has told of its unit has nothing more to say with it. */
  private static boolean isUnit(LineAtHand at, int word) {
    return at.part(word) == Part.UNIT || at.part(word) == Part.FILL;
  }

  private static Name name(LineAtHand at, char[] glyphs, ReportWords words, int from, int behind) {
    List<Word> said = at.words().subList(from, behind);
    Shape shape = shape(at, glyphs, from, behind);
    // "Pump: C1A14"
    boolean holds =
        shape.beside().endsWith("_:C")
            && at.finds.codes.stream().limit(1).anyMatch(LineFinds.Code::isOfEquipment);
    boolean mayName =
        (holds || said.stream().noneMatch(words::endsInThing))
            && said.stream().noneMatch(words::isScanned)
            && said.stream().noneMatch(words::isMoment)
            && !words.heads().begins(at.words(), from);
    int start = at.word(from).start();
    int end = at.word(behind - 1).end();
    return new Name(
        shape,
        Glyphs.seen(glyphs, start, end),
        start,
        end,
        mayName,
        !isDescribed(at, from, behind),
        isOfOther(at.cellOf(from).head()));
  }

  /** Whether words stand elsewhere that may tell what is wrong. */
  private static boolean isDescribed(LineAtHand at, int from, int behind) {
    for (int i = 0; i < at.size(); i++) {
      if ((i < from || i >= behind) && kind(at, i).equals("T")) {
        return true;
      }
    }
    return false;
  }

  private static Shape shape(LineAtHand at, char[] glyphs, int from, int behind) {
    Line line = at.line();
    String left =
        from == 0
            ? "^" + signs(glyphs, line.start(), at.word(0).start())
            : kind(at, from - 1) + between(at, glyphs, from);
    String right =
        behind == at.size()
            ? signs(glyphs, at.word(behind - 1).end(), line.end()) + "$"
            : between(at, glyphs, behind) + kind(at, behind);
    boolean first =
        at.finds.codes.isEmpty() || at.word(from).start() < at.finds.codes.get(0).start();
    boolean placed = left.endsWith("@");
    return new Shape(left + "_" + right, first || placed || isDescribed(at, from, behind));
  }

  private static String kind(LineAtHand at, int i) {
    return switch (at.part(i)) {
      case CODE -> "C";
      case STATE -> "S";
      default -> at.word(i).digits() > 0 ? "N" : isEdge(at, at.word(i)) ? "S" : "T";
    };
  }

  /** Whether it may be how the code is held, at the edge of its description. */
  private static boolean isEdge(LineAtHand at, Word w) {
    return Stream.concat(at.finds.atStart.stream(), at.finds.atEnd.stream())
        .anyMatch(s -> s.start() <= w.start() && w.end() <= s.end());
  }

  private static String between(LineAtHand at, char[] glyphs, int word) {
    return at.cellIndex(word) != at.cellIndex(word - 1)
        ? "|"
        : signs(glyphs, at.word(word - 1).end(), at.word(word).start());
  }

  /** The signs of a stretch, none twice in a row, without spaces; where it is wide, a gap. */
  private static String signs(char[] glyphs, int from, int to) {
    StringBuilder signs = new StringBuilder();
    for (int i = from; i < Math.min(to, from + WIDEST_GAP) && signs.length() < MOST_SIGNS; i++) {
      boolean again = signs.length() > 0 && signs.charAt(signs.length() - 1) == glyphs[i];
      if (glyphs[i] != Glyphs.HIDDEN && !Character.isWhitespace(glyphs[i]) && !again) {
        signs.append(glyphs[i]);
      }
    }
    if (signs.length() > 0 || to <= from) {
      return signs.toString();
    }
    return to - from > 1 || glyphs[from] == '\t' ? GAP : " ";
  }

  /** "Header controller", "front loader control unit". */
  private static boolean isKind(LineAtHand at, ReportWords words, int word) {
    return at.part(word) == Part.LABEL && words.isLabel(at.words(), word, Label.UNIT);
  }

  private static boolean isOnlySpace(char[] glyphs, LineAtHand at, int word) {
    int from = at.word(word - 1).end();
    return at.word(word).start() == from + 1 && glyphs[from] == ' ';
  }
}
