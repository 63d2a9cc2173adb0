package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.StatusByte;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.State;
import hopmend.report.ReportWords.Label;
import hopmend.report.ReportWords.Said;
import java.util.OptionalInt;

/** States of codes by word, cross or status byte, and never as part of a description. */
final class StateFinder {
  /** So many words before and behind are looked at, however long a line is. */
  private static final int NEAR = 12;

  private final Layout layout;
  private final char[] glyphs;
  private final ReportWords words;

  StateFinder(Layout layout, ReportWords words) {
    this.layout = layout;
    this.glyphs = layout.glyphs();
    this.words = words;
  }

  /** A cross, a hook, "yes" or a count in the column of a state. */
  void crossed(LineAtHand at, int c, CodeState state, int first, int behind) {
    Cell cell = at.cells().get(c);
    if (first == behind) {
      String marks = new String(glyphs, cell.start(), cell.end() - cell.start()).strip();
      if (!marks.isEmpty() && !marks.matches("[-./:\\s]*")) {
        at.finds.states.add(new State(state, false, cell.start(), cell.end()));
      }
      return;
    }
    Word w = at.word(first);
    if (behind - first == 1 && (words.isAffirmed(w) || w.isNumber() && !w.text().matches("0+"))) {
      at.finds.states.add(new State(state, false, w.start(), w.end()));
      at.account(first, behind, Part.STATE);
    } else if (behind - first == 1 && words.isDenied(w)) {
      at.account(first, behind, Part.FILL);
    }
    // Else codes stand there: they have this state, see code().
  }

  void statusCell(LineAtHand at, String small, Cell cell, int first, int behind) {
    OptionalInt status = HexByte.of(small);
    boolean hex =
        status.isPresent()
            && (layout.name().equals("text") || small.length() > 2 || !small.matches("[01]\\d?"));
    if (hex) {
      statusByte(at, status.getAsInt(), cell.start(), cell.end());
      at.account(first, behind, Part.STATE);
    }
    at.finds.isStatusField = true;
  }

  void statusByte(LineAtHand at, int status, int start, int end) {
    for (CodeState s : new StatusByte(status).states()) {
      at.finds.states.add(new State(s, false, start, end));
    }
  }

  void states(LineAtHand at) {
    int i = 0;
    while (i < at.size()) {
      if (at.part(i) != Part.STATE || isTakenAlready(at, i)) {
        i++;
        continue;
      }
      Phrases.Match<Said> match = words.states().at(at.words(), i);
      int behind = match == null ? i + 1 : i + match.words();
      if (match != null) {
        state(at, i, behind, match.meaning());
      }
      i = behind;
    }
  }

  private boolean isTakenAlready(LineAtHand at, int i) {
    int start = at.word(i).start();
    for (int k = at.finds.states.size() - 1; k >= 0 && k >= at.finds.states.size() - 8; k--) {
      State s = at.finds.states.get(k);
      if (s.start() >= 0 && start >= s.start() && start < s.end()) {
        return true;
      }
    }
    return false;
  }

  private void state(LineAtHand at, int from, int behind, Said said) {
    CodeState state = said.state();
    boolean denying = said.denying();
    if (from > 0
        && words.isNot(at.word(from - 1))
        && at.segment(from - 1) == at.segment(from)
        && at.part(from - 1) == Part.FILL) {
      if (state != CodeState.CURRENT) {
        return;
      }
      state = CodeState.HISTORY;
      denying = true;
    }
    Word next = behind < at.size() ? at.word(behind) : null;
    if (next != null && at.isAnnounced(behind) && words.isDenied(next)) {
      return;
    }
    boolean affirmed = next != null && at.isAnnounced(behind) && words.isAffirmed(next);
    Head head = at.cellOf(from).head();
    if (head.is(Label.TEXT) || !affirmed && !head.is(Label.STATUS) && !isTold(at, from, behind)) {
      at.account(from, behind, Part.OTHER);
      return;
    }
    at.finds.states.add(
        new State(state, denying, at.word(from).start(), at.word(behind - 1).end()));
  }

  /** Whether a word for a state is one here, and not part of a description. */
  private boolean isTold(LineAtHand at, int from, int behind) {
    int others = 0;
    int first = from;
    while (first > 0 && from - first < NEAR && at.segment(first - 1) == at.segment(from)) {
      first--;
      others += at.part(first) == Part.OTHER || at.part(first) == Part.UNIT ? 1 : 0;
    }
    int before = others;
    int last = behind;
    while (last < at.size() && last - behind < NEAR && at.segment(last) == at.segment(from)) {
      others += at.part(last) == Part.OTHER || at.part(last) == Part.UNIT ? 1 : 0;
      last++;
    }
    if (others == 0 || isBesideCodes(at, from, behind)) {
      return true;
    }
    boolean afterLabel =
        first > 0
            && at.isAnnounced(first)
            && at.part(first - 1) == Part.LABEL
            && at.finds.isStatusField;
    if (afterLabel && before == 0) {
      return true;
    }
    boolean plain = behind - from > 1 || !words.isAmbiguous(at.word(from));
    boolean afterCode = from > 0 && at.part(from - 1) == Part.CODE;
    boolean afterFill =
        from > 0 && at.part(from - 1) == Part.FILL && at.segment(from - 1) == at.segment(from);
    boolean ends = last == behind;
    if (afterCode && (ends || plain)) {
      return true;
    }
    return afterFill && ends || plain && ends && at.finds.hasCodes();
  }

  /** "Active faults" names a list, whatever else its heading says. */
  private boolean isBesideCodes(LineAtHand at, int from, int behind) {
    boolean next =
        behind < at.size()
            && at.segment(behind) == at.segment(from)
            && words.isLabel(at.words(), behind, Label.CODE);
    return next && !at.finds.hasCodes();
  }
}
