package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.ReportWords.Label;

/**
 * Codes of which a sentence says that they are not there: "no more P0420", "P0420 was not found".
 * They are asked about. One that is "not active" is there, and is none of these.
 */
final class DeniedCodes {
  /** Words between a code and what denies it, at most (our own bound). */
  private static final int NEAR = 3;

  private final ReportWords words;

  DeniedCodes(ReportWords words) {
    this.words = words;
  }

  /** In running text; a cell of a table tells nothing of its neighbour. */
  void settle(LineAtHand at) {
    if (at.cells().size() != 1) {
      return;
    }
    boolean isList = false;
    int behind = 0;
    for (int k = 0; k < at.finds.codes.size(); k++) {
      Code c = at.finds.codes.get(k);
      int first = at.behind(behind, c.start());
      if (first == at.size() || at.word(first).start() != c.start()) {
        continue; // glued to another one
      }
      isList = isNamedNotFound(at, first) || isList && isOfList(at, behind, first);
      behind = at.behind(first, c.end());
      boolean told = hasState(at, behind);
      if (!told && (isList || isDeniedBefore(at, first) || isDeniedBehind(at, behind))) {
        at.finds.codes.set(k, c.ask(new Doubt(c.start(), c.end(), "not-there", c.code().text())));
      }
    }
  }

  /** "Aucun de P0335 et P0340 n'est actif": what is denied is how they are held. */
  private static boolean hasState(LineAtHand at, int behind) {
    int i = behind;
    while (i < at.size()
        && i - behind < StateReach.NEAR
        && at.segment(i) == at.segment(behind - 1)
        && at.part(i) != Part.STATE) {
      i++;
    }
    return i < at.size() && at.segment(i) == at.segment(behind - 1) && at.part(i) == Part.STATE;
  }

  /** "No P0420", "no more P0420", "kein Fehler P0420". */
  private boolean isDeniedBefore(LineAtHand at, int code) {
    int not = code - 1;
    while (not > 0
        && code - not < NEAR
        && at.segment(not) == at.segment(code)
        && !isNo(at.word(not))
        && (words.isFill(at.word(not))
            || words.isMore(at.word(not))
            || words.isLabel(at.words(), not, Label.CODE))) {
      not--;
    }
    return not >= 0
        && at.segment(not) == at.segment(code)
        && at.part(not) != Part.STATE
        && isNo(at.word(not));
  }

  private boolean isNo(Word w) {
    return words.isNot(w) && !words.isAnd(w);
  }

  /** "P0420 was not found", "P0420 yok". */
  private boolean isDeniedBehind(LineAtHand at, int behind) {
    for (int i = behind; i - behind < NEAR && StateReach.isNear(at, i, behind - 1); i++) {
      if (words.isNotFound(at.words(), i)) {
        return true;
      }
      if (at.part(i) != Part.FILL) {
        return false;
      }
    }
    return false;
  }

  /** "Not found: P0420". */
  private boolean isNamedNotFound(LineAtHand at, int code) {
    int name = code - 1;
    while (name > 0 && code - name < NEAR && at.segment(name - 1) == at.segment(code - 1)) {
      name--;
    }
    return name >= 0
        && at.isAnnounced(code)
        && at.cellIndex(name) == at.cellIndex(code)
        && words.isNotFound(at.words(), name);
  }

  /** "Not found: P0420, P0430": a comma or an "and" parts them, and no full stop. */
  private boolean isOfList(LineAtHand at, int from, int to) {
    for (int i = from; i < to; i++) {
      if (!words.isAnd(at.word(i))) {
        return false;
      }
    }
    return from > 0 && !at.endsSentence(from - 1);
  }
}
