package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.Optional;

/** Control units in columns, fields and brackets of their own, and those that addresses tell. */
final class UnitFields {
  private final char[] glyphs;
  private final ReportWords words;
  private final CodeScanner scanner;
  private final boolean ofHeavyVehicle;
  private final UnitNames names;

  UnitFields(
      char[] glyphs,
      ReportWords words,
      CodeScanner scanner,
      boolean ofHeavyVehicle,
      UnitNames names) {
    this.glyphs = glyphs;
    this.words = words;
    this.scanner = scanner;
    this.ofHeavyVehicle = ofHeavyVehicle;
    this.names = names;
  }

  /**
   * "0x10 Engine", "01 - Engine", "módulo de motor": the name behind an address, a number or a
   * kind, else all of it.
   */
  private int named(LineAtHand at, int first, int behind) {
    int name = first;
    int kind = 1;
    while (name < behind && kind > 0 && names.at(at, name) == null) {
      Word w = at.word(name);
      Phrases.Match<Label> label = words.labels().at(at.words(), name);
      boolean isKind = label != null && label.meaning() == Label.UNIT;
      boolean isAddress = w.isHexAddress() || name == first && w.isNumber();
      kind = isKind ? label.words() : isAddress || words.isTie(w) ? 1 : 0;
      name += kind;
    }
    return name < behind && names.at(at, name) != null ? name : first;
  }

  void unitCell(LineAtHand at, String written, Cell cell, int first, int behind) {
    at.finds.unitIsAsAbove |= written.isEmpty();
    if (words.measure(written).isPresent()) {
      return; // "unit": "°C"
    }
    if (written.isEmpty() || unitOfAddress(at, written, cell, false)) {
      at.account(first, behind, Part.UNIT);
      return;
    }
    Phrases.Match<ControlUnit> match =
        first < behind ? names.at(at, named(at, first, behind)) : null;
    if (first < behind && isName(at, first, behind, match)) {
      return;
    }
    String name = match != null ? match.meaning().name() : written;
    if (name.length() <= 60 && name.chars().anyMatch(Character::isLetter)) {
      at.finds.names(name, cell.start(), cell.end(), true);
      at.finds.unitIsLabelled = true;
      at.account(first, behind, Part.UNIT);
    }
  }

  /** The first of the columns of control units that is crossed speaks. */
  void crossed(LineAtHand at, ControlUnit unit, Cell cell) {
    if (at.finds.unit == null) {
      at.finds.names(unit.name(), cell.start(), cell.end(), true);
    }
  }

  /** Whether it is the name of a control unit that is known here, and nothing else. */
  boolean isKnown(String name) {
    return name != null && (words.isUnit(name) || words.units().whole(Word.of(name)).isPresent());
  }

  /** "Engine #1": whether it begins with a unit that is known here. */
  boolean isNamed(LineAtHand at, int first, int behind) {
    return first < behind && names.at(at, first) != null;
  }

  /** The name of a value, and of no unit: a table may tell more than codes in its columns. */
  private boolean isName(LineAtHand at, int i, int behind, Phrases.Match<ControlUnit> unit) {
    Phrases.Match<Condition> condition = words.conditions().at(at.words(), i);
    Phrases.Match<Label> label = words.labels().at(at.words(), i);
    boolean isField = label != null && label.meaning() != Label.UNIT;
    boolean isValue =
        condition != null
            && (i + condition.words() >= behind || at.word(i + condition.words()).digits() > 0);
    return unit == null && (isValue || isField && isWholeOrNames(at, i + label.words(), behind))
        || unit != null && condition != null && condition.words() > unit.words();
  }

  private static boolean isWholeOrNames(LineAtHand at, int i, int behind) {
    return i >= behind || at.isAnnounced(i);
  }

  boolean unitOfAddress(LineAtHand at, String written, Cell cell, boolean isAddress) {
    Optional<ControlUnit> unit =
        words
            .answering(written.replaceAll("^0[xX]|[hH]$", ""))
            .or(() -> isAddress ? ofSource(written) : Optional.empty());
    unit.ifPresent(u -> at.finds.names(u.name(), cell.start(), cell.end(), true));
    return unit.isPresent();
  }

  /** By J1939; makers of cars number their units as they like. */
  private Optional<ControlUnit> ofSource(String address) {
    return ofHeavyVehicle ? words.answering("SA " + source(address)) : Optional.empty();
  }

  /** "0B" is 11: of two places, and with a nought or a letter, it is told in hex. */
  private static String source(String written) {
    return written.matches("(?i)0x[0-9a-f]{1,2}|0[0-9a-f]|(?=.*[a-f])[0-9a-f]{2}")
        ? Integer.toString(Integer.parseInt(written.replaceFirst("^0[xX]", ""), 16))
        : written;
  }

  /** "ECU=7E8 DTC=P0420": where the next field begins. */
  private boolean namesField(LineAtHand at, int i) {
    Phrases.Match<Label> label = words.labels().at(at.words(), i);
    int behind = label == null ? at.size() : i + label.words();
    return behind < at.size() && at.isAnnounced(behind);
  }

  /** "Source 11:": the unit that answers at a number of J1939; whether there is one. */
  boolean sourceAt(LineAtHand at, int i) {
    Word w = at.word(i);
    Optional<ControlUnit> unit = w.digits() > 0 ? ofSource(w.text()) : Optional.empty();
    unit.ifPresent(
        u -> {
          boolean within = at.finds.unit != null && at.finds.unitsBehind.isEmpty();
          if (at.finds.hasCodes() && within) {
            at.finds.unitsWithin.add(new LineFinds.UnitAt(u.name(), w.start(), w.end()));
          } else {
            at.finds.names(u.name(), w.start(), w.end(), true);
          }
          at.account(i, i + 1, Part.UNIT);
        });
    return unit.isPresent();
  }

  /** "Control unit: something": what stands there is one, known or not. */
  int unitField(LineAtHand at, int from, boolean isAddress) {
    int to = from + 1;
    while (to < at.size()
        && at.segment(to) == at.segment(from)
        && !namesField(at, to)
        && !mayBeCode(at, to)) {
      to++;
    }
    boolean none = words.none().begins(at.words(), from);
    if (at.part(from) != Part.OTHER || none || mayBeCode(at, from)) {
      return from;
    }
    int start = at.word(from).start();
    int end = at.word(to - 1).end();
    String written = new String(glyphs, start, end - start).strip();
    Cell cell = new Cell(Head.NONE, start, end);
    if (unitOfAddress(at, written, cell, isAddress)) {
      at.account(from, to, Part.UNIT);
      at.finds.unitIsLabelled = true;
      return to;
    }
    int name = named(at, from, to);
    if (isAddress && name == from || words.measure(written).isPresent()) {
      return from;
    }
    Phrases.Match<ControlUnit> match = names.at(at, name);
    String told = match != null ? match.meaning().name() : written;
    if (told.length() <= 60 && told.chars().anyMatch(Character::isLetter)) {
      at.finds.names(told, start, end, true);
      at.finds.unitIsLabelled = true;
      at.account(from, to, Part.UNIT);
      return to;
    }
    return from;
  }

  private boolean mayBeCode(LineAtHand at, int i) {
    return words.isLabel(at.words(), i, Label.SPN)
        || scanner.at(at.word(i).start(), at.cellOf(i).end()) != CodeScanner.Result.NOTHING;
  }

  /** "[CRANE] B1234": what stands in brackets before a code speaks, whether it is known or not. */
  void bracketed(LineAtHand at) {
    Line line = at.line();
    int start = line.start();
    if (at.finds.unit != null || !at.finds.hasCodes() || glyphs[start] != '[') {
      return;
    }
    int end = start;
    while (end < line.end() && glyphs[end] != ']' && end - start < 40) {
      end++;
    }
    String name = Glyphs.seen(glyphs, start + 1, end).strip();
    if (end < at.finds.codes.get(0).start()
        && glyphs[end] == ']'
        && name.length() > 1
        && name.chars().anyMatch(Character::isLetter)
        && at.finds.states.stream().noneMatch(s -> s.start() < at.finds.codes.get(0).start())) {
      at.finds.names(name, start + 1, end, true);
    }
  }

  /** "0x0B: SPN 789 FMI 5": the source of what its line tells, whether anybody knows it or not. */
  void sourceFirst(LineAtHand at) {
    if (!ofHeavyVehicle
        || at.finds.unit != null
        || at.size() < 2
        || !at.word(0).isHexAddress()
        || !at.isAnnounced(1)
        || sourceAt(at, 0)) {
      return;
    }
    Word source = at.word(0);
    at.finds.names(
        Glyphs.seen(glyphs, source.start(), source.end()), source.start(), source.end(), true);
    at.account(0, 1, Part.UNIT);
  }

  /** What a gap parts from the code: a name in the first column, if a table has such a column. */
  void firstColumn(LineAtHand at) {
    if (at.size() > 0 && at.cellOf(0).head().is(Label.TEXT)) {
      return;
    }
    int code = 0;
    while (code < at.size() && code < 4 && at.part(code) == Part.OTHER) {
      if (at.word(code).digits() > 0 || at.segment(code) != at.segment(0)) {
        return;
      }
      code++;
    }
    boolean column = code > 0 && code < at.size() && at.part(code) == Part.CODE;
    if (column && at.finds.unit == null && at.segment(code) != at.segment(0)) {
      int end = at.word(code - 1).end();
      if (new String(glyphs, end, at.word(code).start() - end).isBlank()) {
        at.finds.nameBefore = Glyphs.seen(glyphs, at.word(0).start(), end);
      }
    }
  }
}
