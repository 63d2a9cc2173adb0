package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ControlUnit;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Reach;
import hopmend.report.LineFinds.State;
import hopmend.report.ReportWords.Label;
import java.util.Optional;
import java.util.OptionalInt;

/** Names of fields in the running text, and what stands behind them. */
final class LabelFinder {
  private final char[] glyphs;
  private final ReportWords words;
  private final HeavyFinder heavy;
  private final OdometerFinder odometer;
  private final StatusCells status;
  private final UnitFields units;

  LabelFinder(
      char[] glyphs,
      ReportWords words,
      HeavyFinder heavy,
      OdometerFinder odometer,
      StatusCells status,
      UnitFields units) {
    this.glyphs = glyphs;
    this.words = words;
    this.heavy = heavy;
    this.odometer = odometer;
    this.status = status;
    this.units = units;
  }

  /** "DTC: -", "code=n/a". */
  private boolean isBlank(LineAtHand at, int i, int behind) {
    int end = at.word(behind - 1).end();
    int sign = Glyphs.behindSpaces(glyphs, end);
    if (sign == glyphs.length || ":=".indexOf(glyphs[sign]) < 0) {
      return false;
    }
    int value = Glyphs.behindSpaces(glyphs, sign + 1);
    boolean line =
        value < glyphs.length
            && "-?".indexOf(glyphs[value]) >= 0
            && (behind == at.size() || at.word(behind).start() > value + 2);
    int last = behind;
    while (last < at.size() && at.segment(last) == at.segment(behind)) {
      last++;
    }
    return line || behind < at.size() && words.isBlank(at.words(), behind, last);
  }

  int labelAt(LineAtHand at, int i, Phrases.Match<Label> match) {
    int behind = i + match.words();
    boolean hasValue =
        behind < at.size()
            && (at.cellIndex(behind) == at.cellIndex(i)
                ? at.isAnnounced(behind)
                : at.cellOf(i).head() == Head.NONE);
    Word next = behind < at.size() ? at.word(behind) : null;
    boolean mayBe = next != null && behind - i <= 4;
    at.account(i, behind, Part.LABEL);
    switch (match.meaning()) {
      case CODE -> {
        at.finds.speaksOfCodes = true;
        Optional<CodeState> when = when(at, behind);
        if (when.isPresent()) {
          at.finds.states.add(new State(when.get(), false, Reach.AHEAD, next.start(), next.end()));
          at.account(behind, behind + 1, Part.STATE);
          return behind + 1;
        }
        if (mayBe
            && next.text().matches("[0-3][0-9a-f]{3}([0-9a-f]{2})?")
            && next.digits() >= 3
            && segmentEnds(at, behind)) {
          CodeFinder.withoutLetter(at, behind, next.start(), next.end());
        } else if (isBlank(at, i, behind)) {
          at.holdNoCode(at.word(i).start(), at.word(behind - 1).end());
        }
      }
      case STATUS -> {
        at.finds.isStatusField |= hasValue;
        at.finds.statusFields += hasValue ? 1 : 0;
        OptionalInt told = mayBe ? HexByte.of(next.text()) : OptionalInt.empty();
        boolean sure =
            mayBe && HexByte.isMarked(next.text())
                || (hasValue || at.finds.hasCodes()) && segmentEnds(at, behind)
                || match.words() > 1 && behind + 1 < at.size() && at.isAnnounced(behind + 1);
        if (told.isPresent() && sure) {
          status.statusByte(at, told.getAsInt(), next.start(), next.end());
          at.account(behind, behind + 1, Part.STATE);
        }
      }
      case SPN, FMI -> {
        if (mayBe && heavy.numberAt(at, behind, match.meaning())) {
          return behind + 1;
        }
      }
      case TYPE -> {
        OptionalInt type = mayBe ? HexByte.of(next.text()) : OptionalInt.empty();
        boolean sure = hasValue || at.word(i).text().equals("ftb") || match.words() > 1;
        sure |= mayBe && i > 0 && at.part(i - 1) == Part.CODE && next.digits() > 0;
        if (sure && type.isPresent()) {
          at.finds.type = type.getAsInt();
          at.account(behind, behind + 1, Part.LABEL);
          return behind + 1;
        }
      }
      case COUNT -> {
        if (odometer.isCounterOfDistance(at, behind)) {
          return odometer.odometerAt(at, i, behind);
        }
        if (mayBe && next.text().matches("\\d{1,6}")) {
          at.finds.count(Integer.parseInt(next.text()));
          at.account(behind, behind + 1, Part.LABEL);
          return behind + 1;
        }
        return unitOfThatName(at, i, match);
      }
      case ODOMETER -> {
        int told = at.finds.odometers.size() + at.finds.doubts.size();
        int done = odometer.odometerAt(at, i, behind);
        boolean none = told == at.finds.odometers.size() + at.finds.doubts.size();
        return none ? Math.max(done, unitOfThatName(at, i, match)) : done;
      }
      case UNIT, ADDRESS -> {
        boolean source = match.meaning() == Label.ADDRESS && mayBe && !hasValue;
        if (source && units.sourceAt(at, behind)) {
          return behind + 1;
        }
        // "ABS unit: ...", "fridge unit: one current, ..."
        boolean ofName =
            i > 0
                && at.segment(i - 1) == at.segment(i)
                && (at.part(i - 1) == Part.UNIT
                    || at.part(i - 1) == Part.OTHER && hasValue && words.isCount(next));
        if (hasValue && mayBe && !ofName) {
          int done = units.unitField(at, behind, match.meaning() == Label.ADDRESS);
          if (done > behind || match.meaning() == Label.UNIT) {
            return done;
          }
        }
        return unitOfThatName(at, i, match);
      }
      case TEXT -> {
        boolean describes = words.isDescription(at.word(behind - 1));
        if (describes && hasValue && at.cellIndex(behind) == at.cellIndex(i)) {
          at.describe(behind, fieldEnds(at, behind));
        }
      }
      default -> {}
    }
    return behind;
  }

  /** "DTCs now: P0335", "faults before: P0340": what tells of a list how its codes are held. */
  private Optional<CodeState> when(LineAtHand at, int i) {
    boolean heads =
        i < at.size()
            && at.segment(i) == at.segment(i - 1)
            && (i + 1 == at.size() ? !at.finds.hasCodes() : at.isAnnounced(i + 1));
    return heads ? words.momentOf(at.word(i).text()) : Optional.empty();
  }

  /** Behind the last word of a field: the next one has its own name, or a sign parts them. */
  private int fieldEnds(LineAtHand at, int from) {
    int end = from + 1;
    while (end < at.size() && at.cellIndex(end) == at.cellIndex(from)) {
      boolean parted = at.segment(end) != at.segment(end - 1);
      Phrases.Match<Label> label = parted ? words.labels().at(at.words(), end) : null;
      int value = label == null ? at.size() : end + label.words();
      boolean named = value < at.size() && at.isAnnounced(value);
      boolean sign = false;
      for (int k = at.word(end - 1).end(); k < at.word(end).start(); k++) {
        sign |= ";|\t".indexOf(glyphs[k]) >= 0;
      }
      if (named || sign) {
        break;
      }
      end++;
    }
    return end;
  }

  /** "Licznik: P0335", "no painel P0335": the name of a field is that of a control unit too. */
  private int unitOfThatName(LineAtHand at, int i, Phrases.Match<Label> label) {
    int behind = i + label.words();
    int first = i;
    while (first + 1 < behind && (words.isFrom(at.word(first)) || words.isThe(at.word(first)))) {
      first++;
    }
    Phrases.Match<ControlUnit> unit = words.units().at(at.words(), first);
    boolean tells = first == i || isTellingOfCode(at, i, behind);
    if (unit == null || first + unit.words() < behind || !tells) {
      return behind;
    }
    at.account(i, first, Part.FILL);
    at.account(first, first + unit.words(), Part.UNIT);
    return first + unit.words();
  }

  /** "P0335 no painel", "no painel tenho P0335", "no painel: P0335". */
  private static boolean isTellingOfCode(LineAtHand at, int from, int behind) {
    boolean tells = behind < at.size() && at.isAnnounced(behind);
    tells |= from > 0 && at.part(from - 1) == Part.STATE && !at.endsSentence(from - 1);
    for (int i = from - 1; i >= 0 && from - i < StateReach.NEAR && !tells; i--) {
      tells = at.part(i) == Part.CODE && at.segment(i) == at.segment(from);
    }
    for (int i = behind; i < at.size() && i - behind < StateReach.NEAR && !tells; i++) {
      tells =
          at.segment(i) == at.segment(from)
              && TextCells.CODE_WITHIN.matcher(at.word(i).text()).matches();
    }
    return tells;
  }

  private boolean segmentEnds(LineAtHand at, int i) {
    return i + 1 >= at.size()
        || at.segment(i + 1) != at.segment(i)
        || isStateWord(at, i + 1)
        || words.isLabel(at.words(), i + 1, Label.STATUS);
  }

  private boolean isStateWord(LineAtHand at, int i) {
    return words.states().at(at.words(), i) != null;
  }
}
