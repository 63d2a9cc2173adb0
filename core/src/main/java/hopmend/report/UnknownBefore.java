package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The name of a control unit that nobody here knows, told before its code: by the word for one, or
 * as others are told in the same line, "in the engine is P0335, in the crane C1234".
 */
final class UnknownBefore {
  /**
   * How the known units of a line are told.
   *
   * @param any whether there are some
   * @param right "the gearbox P0730": right before a code
   * @param from "in the engine is P0335": where something new is said
   * @param saying "the engine shows P0335"
   * @param verbs what is said of them: "shows"
   * @param bare "engine has P0335, brakes have C0035": without any "the"
   * @param comma "engine, P0335 active; brakes, C0035 stored"
   * @param colon "engine: P0335; brakes: C0035"
   */
  record Known(
      boolean any,
      boolean right,
      boolean from,
      boolean saying,
      Set<String> verbs,
      boolean bare,
      boolean comma,
      boolean colon) {
    static final Known NONE = new Known(false, false, false, false, Set.of(), false, false, false);
  }

  private final char[] glyphs;
  private final ReportWords words;

  UnknownBefore(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  static int wordAt(LineAtHand at, int place) {
    return LineFinds.countBefore(at.words(), Word::start, place);
  }

  Known known(LineAtHand at) {
    Set<String> verbs = new HashSet<>();
    boolean any = false;
    boolean right = false;
    boolean from = false;
    boolean saying = false;
    boolean bare = false;
    boolean comma = false;
    boolean colon = false;
    for (int i = 0; i < at.size(); i++) {
      if (at.part(i) != Part.UNIT) {
        continue;
      }
      any = true;
      if (i == 0 || at.part(i - 1) != Part.UNIT) {
        int tied = beforeTies(at, i);
        from |= tied > 0 && words.isFrom(at.word(tied - 1)) && opensClause(at, tied - 1);
      }
      if (i + 1 < at.size()) {
        right |= at.part(i + 1) == Part.CODE && at.segment(i) == at.segment(i + 1);
        colon |= at.part(i + 1) == Part.CODE && at.isAnnounced(i + 1);
        boolean says = words.isHolding(at.word(i + 1));
        comma |= at.part(i + 1) == Part.CODE && isCommaBehind(at, i);
        boolean saysCode = says && i + 2 < at.size() && at.part(i + 2) == Part.CODE;
        saying |= saysCode;
        bare |= saysCode && opensClause(at, i);
        if (says) {
          verbs.add(at.word(i + 1).text());
        }
      }
    }
    return any ? new Known(true, right, from, saying, verbs, bare, comma, colon) : Known.NONE;
  }

  /**
   * The name that is told before a code; null if there is none.
   *
   * @param known how the known units of the line are told
   */
  LineFinds.UnitAt of(LineAtHand at, int code, Known known) {
    int start = wordAt(at, at.finds.codes.get(code).start());
    int behind = start;
    while (behind > 0
        && start - behind < UnknownInSentence.MOST_BETWEEN
        && !isKind(at, behind - 1)
        && !words.isJoining(at.word(behind - 1))
        && (at.part(behind - 1) == Part.FILL || words.isHolding(at.word(behind - 1)))) {
      behind--;
    }
    if (behind == 0) {
      return null;
    }
    if (known.comma() && isCommaBehind(at, start - 1) && mayBeOfName(at, start - 1)) {
      return named(at, start - 1, start);
    }
    boolean colon = known.colon() && start < at.size() && at.isAnnounced(start);
    boolean kind = isKind(at, behind - 1) && at.part(behind - 1) != Part.UNIT;
    LineFinds.UnitAt name =
        kind ? beforeKind(at, behind - 1, known.any()) : inPlace(at, behind, code, known);
    name = name == null && known.any() ? counted(at, start) : name;
    int segment = name == null && colon ? beginOfSegment(at, start) : start;
    return segment < start ? named(at, segment, start) : name;
  }

  /** "..., stored; crane, C1234": a word alone between a semicolon and a comma. */
  private boolean isCommaBehind(LineAtHand at, int word) {
    boolean opens = word == 0 || glyphs[at.word(word - 1).end()] == ';' || opens(at, word);
    return opens && glyphs[at.word(word).end()] == ',';
  }

  /** "And the reefer unit shows C1301", "und im Ladekransteuergerät C1051": it says what it is. */
  private LineFinds.UnitAt beforeKind(LineAtHand at, int kind, boolean others) {
    int first = kind;
    while (first > 0
        && kind - first < UnknownInSentence.LONGEST_NAME
        && at.segment(first - 1) == at.segment(kind)
        && mayBeOfName(at, first - 1)
        && !words.isHolding(at.word(first - 1))) {
      first--;
    }
    boolean named = first < kind && others || at.part(kind) == Part.OTHER;
    boolean placed =
        first > 0 && (words.isThe(at.word(first - 1)) || words.isFrom(at.word(first - 1)));
    return named && placed ? named(at, first, kind + 1) : null;
  }

  /** "In the control unit of the crane is C1234"; or as others are told, "in the crane: C1234". */
  private LineFinds.UnitAt inPlace(LineAtHand at, int behind, int held, Known known) {
    LineFinds.Code read = at.finds.codes.get(held);
    int code = wordAt(at, read.start());
    int first = beginOfName(at, behind);
    int tied = beforeTies(at, first);
    boolean from = tied > 0 && words.isFrom(at.word(tied - 1));
    int next = Math.min(code, at.size() - 1);
    boolean announced = from && at.isAnnounced(next) && isPlace(at.word(tied - 1));
    boolean beside = at.segment(behind - 1) == at.segment(next) || announced;
    boolean apart = at.endsSentence(behind - 1) || !beside;
    boolean bare = known.bare() && behind - first == 1 && behind + 1 == code;
    if (apart || first == behind || tied == first && !from && !bare) {
      return null;
    }
    boolean ofKind = isKindBefore(at, first);
    boolean right = behind == code;
    boolean saidAlike =
        right
            ? known.right() || known.saying()
            : known.verbs().contains(at.word(code - 1).text())
                || read.isOfEquipment() && words.isHolding(at.word(code - 1));
    boolean placed =
        from && (opensClause(at, tied - 1) && known.from() || right && opens(at, tied - 1));
    boolean alike = known.any() && (!from && opensClause(at, tied) && saidAlike || placed);
    List<Word> said = at.words().subList(first, behind);
    boolean vehicle = !announced && said.stream().anyMatch(words::makesOdometer);
    boolean tells = ofKind || alike && !vehicle;
    return tells && said.stream().noneMatch(words::endsInThing) ? named(at, first, behind) : null;
  }

  /** "One in the chipper, C1234": so many are in it, and which. */
  private LineFinds.UnitAt counted(LineAtHand at, int behind) {
    int first = beginOfName(at, behind);
    int from = beforeTies(at, first);
    if (first == behind
        || from < 2
        || behind == at.size()
        || at.segment(behind - 1) == at.segment(behind)
        || at.isAnnounced(behind)
        || words.makesOdometer(at.word(behind - 1))
        || !words.isFrom(at.word(from - 1))) {
      return null;
    }
    Word said = at.word(from - 2);
    boolean counts =
        words.isCount(said) || said.isNumber() || words.isLabel(at.words(), from - 2, Label.CODE);
    return counts ? named(at, first, behind) : null;
  }

  /** "...; light bar: C1A20": of what a sign parts, all; where it does not begin so, the code. */
  private int beginOfSegment(LineAtHand at, int code) {
    int said = at.segment(code - 1);
    int first = code;
    while (first > 0
        && code - first <= UnknownInSentence.LONGEST_NAME
        && at.segment(first - 1) == said
        && at.part(first - 1) != Part.UNIT
        && UnitSlot.mayBeOfName(at, words, first - 1)) {
      first--;
    }
    boolean begins = first == 0 || at.segment(first - 1) != said;
    List<Word> name = at.words().subList(first, code);
    boolean other = name.stream().anyMatch(w -> words.endsInThing(w) || words.makesOdometer(w));
    boolean names =
        first < code && mayBeOfName(at, first) && !words.heads().begins(at.words(), first);
    return begins && names && !other ? first : code;
  }

  private int beginOfName(LineAtHand at, int behind) {
    int first = behind;
    while (first > 0
        && behind - first < UnknownInSentence.LONGEST_NAME
        && at.segment(first - 1) == at.segment(behind - 1)
        && mayBeOfName(at, first - 1)) {
      first--;
    }
    return first;
  }

  /** Before "the" and the like, and behind "in" and the like. */
  private int beforeTies(LineAtHand at, int name) {
    int i = name;
    while (i > 0 && name - i < 2 && words.isTie(at.word(i - 1)) && !isFrom(at, i - 1)) {
      i--;
    }
    return i;
  }

  /** "In", "im", "nella"; "on" and "at" tell moments, too. */
  private boolean isPlace(Word w) {
    return words.isInside(w) || words.isTie(w);
  }

  /** "In de", "na": the last word of such is no "the". */
  private boolean isFrom(LineAtHand at, int i) {
    return words.isFrom(at.word(i)) && (i == 0 || !words.isFrom(at.word(i - 1)));
  }

  /** "Control unit of the crane": whether the word for one stands before a name. */
  private boolean isKindBefore(LineAtHand at, int name) {
    int i = name;
    while (i > 0 && name - i < 2 && words.isTie(at.word(i - 1))) {
      i--;
    }
    return i < name && i > 1 && isKind(at, i - 1);
  }

  /** Whether something new is said from a word on. */
  private boolean opensClause(LineAtHand at, int word) {
    return opens(at, word)
        || at.segment(word - 1) != at.segment(word)
        || words.isAnd(at.word(word - 1));
  }

  /** Whether nothing stands before a word in its sentence. */
  private static boolean opens(LineAtHand at, int word) {
    return word == 0 || at.endsSentence(word - 1);
  }

  boolean isKind(LineAtHand at, int i) {
    boolean label = at.part(i) == Part.LABEL && words.isLabel(at.words(), i, Label.UNIT);
    return label || at.part(i) == Part.OTHER && words.isKind(List.of(at.word(i)));
  }

  boolean mayBeOfName(LineAtHand at, int i) {
    Word w = at.word(i);
    return at.part(i) == Part.OTHER && words.mayName(w);
  }

  LineFinds.UnitAt named(LineAtHand at, int first, int behind) {
    int start = at.word(first).start();
    int end = at.word(behind - 1).end();
    return new LineFinds.UnitAt(Glyphs.seen(glyphs, start, end), start, end);
  }
}
