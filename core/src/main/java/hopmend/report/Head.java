package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ControlUnit;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What the name of a column or of a field says about what stands in it: a kind of field, a state
 * that is crossed or not, a condition of a freeze frame and its unit, a control unit that holds the
 * codes crossed there. What it does not say is null.
 */
record Head(
    String words,
    ReportWords.Label label,
    CodeState state,
    Condition condition,
    MeasureUnit unit,
    ControlUnit controlUnit) {
  static final Head NONE = new Head("", null, null, null, null, null);

  /** Of a name such as "Fault code", "coolant [°C]" or "engineSpeed_rpm". */
  static Head of(String name, ReportWords known) {
    String parted =
        name.replaceAll("(?<=[a-z0-9])(?=[A-Z])|(?<=[a-z]{3})(?=\\d$)", " ")
            .replace('_', ' ')
            .replace('-', ' ');
    List<Word> words = new ArrayList<>(Word.of(parted));
    words.removeIf(w -> w.text().equals("is") || w.text().equals("has"));
    if (words.isEmpty()) {
      return NONE;
    }
    MeasureUnit unit = unitIn(name, words, known);
    int ofUnit = perIn(words, known) != null ? 2 : known.measure(last(words)).isPresent() ? 1 : 0;
    int named = unit != null && ofUnit > 0 ? words.size() - ofUnit : 0;
    boolean isWhole =
        known.labels().whole(words).isPresent() || known.conditions().whole(words).isPresent();
    List<Word> alone = named > 0 && !isWhole ? words.subList(0, named) : words;
    String text = String.join(" ", words.stream().map(Word::text).toList());
    ReportWords.Label label = known.labels().whole(alone).orElse(null);
    CodeState state =
        label == null
            ? known.states().whole(alone).map(ReportWords.Said::state).orElse(null)
            : null;
    Condition condition = null;
    if (label == null && state == null) {
      // In "frame RPM" the unit is the name.
      condition = conditionIn(alone, known).or(() -> conditionIn(words, known)).orElse(null);
    }
    boolean isWholeCondition = known.conditions().whole(words).isPresent();
    if (!isWholeCondition && alone.stream().anyMatch(known::isDemanded)) {
      condition = null; // "boost pressure desired"
    }
    // "Dirección" is an address, and "dirección asistida" is steering.
    ControlUnit unitNamed = known.units().whole(alone).orElse(null);
    boolean isOther = label == null && state == null && condition == null;
    if (isOther && unitNamed == null && alone.size() <= 4) {
      label = within(alone, known);
      state = label == ReportWords.Label.CODE ? stateIn(alone, known) : null;
      label = state != null ? null : label;
    }
    boolean counts = label == ReportWords.Label.COUNT && isDistance(unit);
    label = counts ? ReportWords.Label.ODOMETER : label;
    return new Head(text, label, state, condition, unit, isOther ? unitNamed : null);
  }

  private static Optional<Condition> conditionIn(List<Word> name, ReportWords known) {
    return IntStream.range(0, name.size())
        .mapToObj(i -> known.conditions().at(name, i))
        .filter(Objects::nonNull)
        .map(Phrases.Match::meaning)
        .findFirst();
  }

  private static boolean isDistance(MeasureUnit unit) {
    return unit != null && unit.quantity() == MeasureUnit.Quantity.DISTANCE;
  }

  /**
   * "Now" and "before", side by side among the names of columns, tell how a code is held. Either
   * alone may tell something else: "before" and "after" a repair.
   */
  static List<Head> nowAndBefore(List<Head> row, ReportWords known) {
    long kinds = row.stream().flatMap(h -> known.momentOf(h.words()).stream()).distinct().count();
    return kinds < 2
        ? row
        : row.stream().map(h -> known.momentOf(h.words()).map(h::as).orElse(h)).toList();
  }

  private Head as(CodeState told) {
    return new Head(words, null, told, null, null, null);
  }

  /** The same with the unit that a row of its own tells. */
  Head in(MeasureUnit told) {
    return new Head(words, label, state, condition, told, controlUnit);
  }

  private static String last(List<Word> words) {
    return words.get(words.size() - 1).text();
  }

  /** "Stored codes" as a column of codes is told by its state. */
  private static CodeState stateIn(List<Word> words, ReportWords known) {
    for (int i = 0; i < words.size(); i++) {
      Phrases.Match<ReportWords.Said> match = known.states().at(words, i);
      if (match != null) {
        return match.meaning().state();
      }
    }
    return null;
  }

  private static ReportWords.Label within(List<Word> words, ReportWords known) {
    ReportWords.Label label = null;
    for (int i = 0; i < words.size(); i++) {
      Phrases.Match<ReportWords.Label> match = known.labels().at(words, i);
      boolean ofOther =
          match != null && match.words() == 1 && words.size() > 1 && known.namesAlone(words.get(i));
      if (match != null && !ofOther && (label == null || label == ReportWords.Label.TEXT)) {
        label = match.meaning();
      }
    }
    return label;
  }

  /** A unit in brackets, or as the last word. */
  private static MeasureUnit unitIn(String name, List<Word> words, ReportWords known) {
    int open = Math.max(name.indexOf('['), Math.max(name.indexOf('('), name.indexOf(" in ") + 3));
    if (open > 2) {
      String inside = name.substring(open + 1).replaceAll("[\\])].*", "").strip();
      if (known.measure(inside).isPresent()) {
        return known.measure(inside).get();
      }
    }
    if (name.endsWith("%")) {
      return MeasureUnit.PERCENT;
    }
    MeasureUnit per = perIn(words, known);
    if (per != null) {
      return per;
    }
    // A field that is called "km" is an odometer's; one that is called "c" is nothing.
    return known
        .measure(last(words))
        .filter(u -> words.size() > 1 || u.quantity() == MeasureUnit.Quantity.DISTANCE)
        .orElse(null);
  }

  /** "maf_g_s", "speed_km_h"; null for none. */
  private static MeasureUnit perIn(List<Word> words, ReportWords known) {
    int n = words.size();
    return n < 3 ? null : known.measure(words.get(n - 2).text() + "/" + last(words)).orElse(null);
  }

  /**
   * Whether they name the columns of a table: two of them or more and at least half are known. A
   * table has a column of codes, or conditions only, or tells of the vehicle only: values with
   * their names are none.
   *
   * @param overValues whether numbers stand below: then some of the conditions may be unknown
   */
  static boolean nameATable(List<Head> heads, boolean overValues) {
    long known =
        heads.stream()
            .filter(h -> h.isKnown() || h.controlUnit() != null && heads.size() > 2)
            .count();
    boolean isTable =
        heads.stream().allMatch(h -> h.condition() != null || overValues && !h.isKnown())
            || heads.stream().anyMatch(h -> h.isOfCodes() || h.state() != null && heads.size() > 2)
            || heads.stream().filter(Head::isOfVehicle).count() >= 2 && areOfVehicle(heads);
    return known >= 2 && known * 2 >= heads.size() && isTable;
  }

  /** Whether they tell of the vehicle, and of no code. */
  static boolean areOfVehicle(List<Head> heads) {
    return heads.stream().anyMatch(Head::isOfVehicle)
        && heads.stream().allMatch(h -> h.isOfVehicle() || !h.isKnown());
  }

  /** A column of codes is told by what stands in it, whatever it is called. */
  static List<Head> withCodes(List<Head> named, List<Boolean> codesBelow, ReportWords words) {
    boolean told = named.stream().anyMatch(h -> h.isOfCodes() || h.condition() != null);
    long units = named.stream().filter(h -> h.controlUnit() != null).count();
    // Empty cells at the end of a row may be missing.
    boolean even =
        codesBelow.size() == named.size() || units > 1 && codesBelow.size() < named.size();
    boolean one = even && codesBelow.stream().filter(c -> c).count() == 1;
    int codes = codesBelow.indexOf(true);
    // "| | ECM | TCM |" above "| P0700 | stored | - |"
    boolean ofUnits = units > 1 && one && named.get(codes).controlUnit() == null;
    if (told || !one || named.get(codes).isKnown() || units > 0 && !ofUnits) {
      return named;
    }
    List<Head> all = new ArrayList<>(named);
    all.set(codes, Head.of("code", words));
    return all;
  }

  boolean isOfCodes() {
    return is(ReportWords.Label.CODE) || is(ReportWords.Label.SPN) || is(ReportWords.Label.SPN_FMI);
  }

  /** Whether it names a control unit and nothing else. */
  boolean isOfUnit() {
    return controlUnit != null && label == null && state == null && condition == null;
  }

  boolean is(ReportWords.Label asked) {
    return label == asked;
  }

  /** Whether it tells of the vehicle or of its reading, and of no code. */
  boolean isOfVehicle() {
    return is(ReportWords.Label.ODOMETER)
        || is(ReportWords.Label.DATE)
        || is(ReportWords.Label.IDENTIFICATION)
        || is(ReportWords.Label.OTHER);
  }

  boolean isKnown() {
    return label != null || state != null || condition != null;
  }
}
