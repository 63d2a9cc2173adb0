package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Fields whose names stand on lines of their own, each above its value, as a page with boxes is
 * copied: "Code", "P0335", "Status", "Active". Those of one code make a row.
 *
 * @param end where the line behind the last value begins
 */
record StackedFields(List<Line> lines, int end) {
  private static final int LONGEST_NAME = 48;
  private static final int LONGEST_VALUE = 80;

  /**
   * What begins at a line; one name may be a heading, two fields are none, nor is one with a value
   * that has its unit.
   */
  static Optional<StackedFields> at(char[] glyphs, int from, ReportWords words) {
    List<Cell> fields = new ArrayList<>();
    int place = from;
    while (place < glyphs.length) {
      Cell name = Cell.ofLine(glyphs, place);
      int below = Cell.nextLine(glyphs, name.end());
      Head head = named(glyphs, name, words);
      if (below >= glyphs.length) {
        break;
      }
      Cell value = Cell.ofLine(glyphs, below);
      boolean mayName = !fields.isEmpty() && !holdsCode(glyphs, name);
      if (head == Head.NONE && mayName && isUnit(glyphs, value, words)) {
        head = Head.of("control unit", words); // whatever it is called
      }
      if (head == Head.NONE) {
        break;
      }
      boolean unit = head.is(Label.UNIT) && isUnit(glyphs, value, words);
      if (!isValue(glyphs, value, head) || !unit && named(glyphs, value, words) != Head.NONE) {
        break;
      }
      place = Cell.nextLine(glyphs, value.end());
      Cell unitLine = Cell.ofLine(glyphs, place);
      Optional<MeasureUnit> measure =
          head.condition() == null ? Optional.empty() : words.measure(text(glyphs, unitLine));
      fields.add(new Cell(measure.map(head::in).orElse(head), value.start(), value.end()));
      place = measure.isPresent() ? Cell.nextLine(glyphs, unitLine.end()) : place;
    }
    boolean sure =
        fields.size() > 1 || fields.size() == 1 && isMeasured(glyphs, fields.get(0), words);
    return sure ? Optional.of(new StackedFields(rows(fields), place)) : Optional.empty();
  }

  /** "Engine speed", "1850 rpm". */
  private static boolean isMeasured(char[] glyphs, Cell field, ReportWords words) {
    int start = field.start() + ("+-".indexOf(glyphs[field.start()]) >= 0 ? 1 : 0);
    int[] number = ReportNumbers.placeAt(glyphs, start, field.end());
    return field.head().condition() != null
        && number != null
        && words.measure(Glyphs.seen(glyphs, number[1], field.end()).strip()).isPresent();
  }

  /** The name of a field is all that stands there. */
  private static Head named(char[] glyphs, Cell line, ReportWords words) {
    int end =
        line.end() > line.start() && glyphs[line.end() - 1] == ':' ? line.end() - 1 : line.end();
    if (end - line.start() < 2 || end - line.start() > LONGEST_NAME) {
      return Head.NONE;
    }
    String name = new String(glyphs, line.start(), end - line.start());
    List<Word> parts = Word.of(name);
    boolean whole =
        words.labels().whole(parts).isPresent() || words.conditions().whole(parts).isPresent();
    return whole ? Head.of(name, words) : Head.NONE;
  }

  private static boolean isUnit(char[] glyphs, Cell value, ReportWords words) {
    return words.units().whole(Word.of(text(glyphs, value))).isPresent();
  }

  private static String text(char[] glyphs, Cell cell) {
    return new String(glyphs, cell.start(), cell.end() - cell.start());
  }

  private static boolean isValue(char[] glyphs, Cell value, Head head) {
    boolean measured = head.condition() != null || head.is(Label.ODOMETER);
    int length = value.end() - value.start();
    return length > 0
        && length <= LONGEST_VALUE
        && (!measured || "+-0123456789".indexOf(glyphs[value.start()]) >= 0)
        && (!head.is(Label.CODE) || hasDigit(glyphs, value))
        && (!head.is(Label.ADDRESS) || hasDigit(glyphs, value) && !holdsCode(glyphs, value));
  }

  /** In Spanish the word for an address is that for the steering, which heads its codes. */
  private static boolean holdsCode(char[] glyphs, Cell line) {
    return TextCells.CODE_WITHIN.matcher(text(glyphs, line)).find();
  }

  private static boolean hasDigit(char[] glyphs, Cell value) {
    for (int i = value.start(); i < value.end(); i++) {
      if (Glyphs.isDigit(glyphs[i])) {
        return true;
      }
    }
    return false;
  }

  /** A name that comes again begins the next code; what the vehicle has run is of no code. */
  private static List<Line> rows(List<Cell> fields) {
    List<Line> rows = new ArrayList<>();
    List<Cell> row = new ArrayList<>();
    List<Line> ofVehicle = new ArrayList<>();
    for (Cell f : fields) {
      if (f.head().is(Label.ODOMETER)) {
        ofVehicle.add(Line.of(Line.Kind.ROW, 0, f));
        continue;
      }
      if (row.stream().anyMatch(c -> c.head().words().equals(f.head().words()))) {
        rows.add(new Line(Line.Kind.ROW, row, 0));
        row.clear();
      }
      row.add(f);
    }
    if (!row.isEmpty()) {
      rows.add(new Line(Line.Kind.ROW, row, 0));
    }
    rows.addAll(ofVehicle);
    return rows;
  }
}
