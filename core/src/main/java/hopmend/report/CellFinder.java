package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/** What stands in cells whose column or field has a name. */
final class CellFinder {
  private final char[] glyphs;
  private final ReportWords words;
  private final CodeFinder codes;
  private final HeavyFinder heavy;
  private final ConditionFinder conditions;
  private final OdometerFinder odometer;
  private final StatusCells status;
  private final UnitFields units;
  private final boolean ofOneRecord;

  CellFinder(
      char[] glyphs,
      ReportWords words,
      CodeFinder codes,
      HeavyFinder heavy,
      ConditionFinder conditions,
      OdometerFinder odometer,
      StatusCells status,
      UnitFields units,
      boolean ofOneRecord) {
    this.glyphs = glyphs;
    this.words = words;
    this.codes = codes;
    this.heavy = heavy;
    this.conditions = conditions;
    this.odometer = odometer;
    this.status = status;
    this.units = units;
    this.ofOneRecord = ofOneRecord;
  }

  /** A cross, a state or a letter of the legend in the column of a control unit. */
  List<Cell> markedUnits(LineAtHand at) {
    return IntStream.range(0, at.cells().size())
        .filter(c -> at.cells().get(c).head().isOfUnit())
        .filter(c -> status.isMarked(at, c, at.firstWord(c), at.firstWord(c + 1)))
        .mapToObj(at.cells()::get)
        .toList();
  }

  void labelledCells(LineAtHand at) {
    for (int c = 0; c < at.cells().size(); c++) {
      Head head = at.cells().get(c).head();
      if (head == Head.NONE || at.line().kind() == Line.Kind.HEADING) {
        continue;
      }
      int first = at.firstWord(c);
      int behind = at.firstWord(c + 1);
      if (head.state() != null) {
        status.crossed(at, c, head.state(), first, behind);
      } else if (head.condition() != null) {
        conditions.conditionCell(at, c, head, first, behind);
      } else if (head.label() != null) {
        labelled(at, c, head, first, behind);
      } else if (head.controlUnit() == null
          && behind - first == 1
          && status.isAnswer(at.word(first))) {
        words
            .momentOf(head.words())
            .filter(s -> s == CodeState.CURRENT)
            .ifPresent(s -> status.answered(at, s, first, first));
      } else if (head.isOfUnit() && status.isMarked(at, c, first, behind)) {
        units.crossed(at, head.controlUnit(), at.cells().get(c));
      }
    }
    status.nowBeatsBefore(at);
  }

  private void labelled(LineAtHand at, int c, Head head, int first, int behind) {
    Cell cell = at.cells().get(c);
    String written = Glyphs.seen(glyphs, cell.start(), cell.end()).strip();
    String small = written.toLowerCase(Locale.ROOT);
    switch (head.label()) {
      case SPN -> {
        HeavyFinder.number(small, 524_287)
            .ifPresent(
                v -> {
                  heavy.spn(at, v, cell);
                  at.account(first, behind, Part.LABEL);
                });
      }
      case FMI -> {
        HeavyFinder.number(small, 31)
            .ifPresent(
                v -> {
                  heavy.fmi(at, v, cell);
                  at.account(first, behind, Part.LABEL);
                });
      }
      case COUNT -> {
        if (first < behind && odometer.isDistanceCounted(at, first)) {
          odometer.odometerCell(at, c, head, first, behind);
          return;
        }
        HeavyFinder.number(small, 1_000_000)
            .ifPresent(v -> at.finds.count = v == 127 && heavy.isHeavy(at) ? 0 : v);
        at.account(first, behind, Part.LABEL);
      }
      case TYPE -> {
        HexByte.of(small)
            .ifPresent(
                type -> {
                  at.finds.type = type;
                  at.account(first, behind, Part.LABEL);
                });
      }
      case STATUS -> status.statusCell(at, small, cell, first, behind);
      case SPN_FMI -> heavy.pair(at, small, cell, first, behind);
      case CODE -> codes.codeCell(at, small, cell, first, behind);
      case ADDRESS -> {
        // "ABS" is told at any address.
        if (units.isKnown(at.finds.unit)) {
          at.account(first, behind, Part.FILL);
        } else if (units.unitOfAddress(at, written, cell, true)) {
          at.account(first, behind, Part.UNIT);
        } else if (small.matches("(0x)?\\d[0-9a-f]*h?")) {
          at.account(first, behind, Part.FILL);
        } else if (units.isNamed(at, first, behind)) {
          units.unitCell(at, written, cell, first, behind);
        }
      }
      case UNIT -> units.unitCell(at, written, cell, first, behind);
      case ODOMETER -> {
        if (ofOneRecord || at.cells().stream().noneMatch(this::isOfCode)) {
          odometer.odometerCell(at, c, head, first, behind);
        } else {
          odometer.whereCodesWereSet(at, c, head, first, behind);
        }
      }
      case OTHER -> at.account(first, behind, Part.FILL);
      case TEXT -> {
        // The name of what answers at an address, or holds a list of codes, is that of a unit.
        boolean isUntold = at.cells().stream().noneMatch(x -> x.head().is(Label.UNIT));
        if (isUntold && units.isKnown(written)) {
          units.unitCell(at, written, cell, first, behind);
        } else if (Word.of(head.words()).stream().anyMatch(words::isDescription)
            && at.cells().stream().anyMatch(x -> x.head().isOfCodes())) {
          at.describe(first, behind);
        }
      }
      case DATE, IDENTIFICATION -> {}
    }
  }

  /** {"id": "van 3", "odometer": ...}: a vehicle has an id as well. */
  private boolean isOfCode(Cell c) {
    boolean alone = Word.of(c.head().words()).stream().allMatch(words::namesAlone);
    String written = Glyphs.seen(glyphs, c.start(), c.end());
    return c.head().is(Label.CODE) && (!alone || TextCells.CODE_WITHIN.matcher(written).find());
  }
}
