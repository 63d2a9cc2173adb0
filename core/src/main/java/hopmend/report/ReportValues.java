package hopmend.report;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.report.ScanText.Mark;
import hopmend.vehicle.VinReading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a report tells beside its codes: the vehicle's number, its odometer, the date, the freeze
 * frame. What more than one line could tell is settled at the end.
 */
final class ReportValues {
  /** Distances that are asked for, at most; who wrote more of them meant none. */
  private static final int MOST_ASKED = 3;

  /** So many values make a freeze frame, in which others need no unit (our own bound). */
  private static final int FEW_VALUES = 2;

  /**
   * "A12, km 44": less than that is where something happened, if so many times as much is told (our
   * own bounds).
   */
  private static final int FEW_KM = 1_000;

  private static final int MANY_TIMES = 5;

  /** Beside what a distance stands: a code in its line, or lines below one. */
  private enum Beside {
    NOTHING,
    CODE,
    RECORD
  }

  /** So many kilometres apart two readings are of one visit (our own bound). */
  private static final double READ_TWICE = 2;

  /**
   * And so many of two visits or of one hire; what is further off is a limit or a plan (our own
   * bound).
   */
  private static final double RUN_BETWEEN = 5_000;

  private final LineReader lineReader;
  private final ReportMarks marks;
  private final Map<String, VinReading> vins = new LinkedHashMap<>();
  private final Map<Condition, FreezeFrameValue> frame = new EnumMap<>(Condition.class);
  private final Map<Condition, LineFinds.Bare> bare = new EnumMap<>(Condition.class);
  private Optional<LineFinds.Value> odometer = Optional.empty();
  private Beside odometerBeside = Beside.NOTHING;
  private boolean odometerIsNamed;

  /** How many codes stood above it. */
  private int codesAboveOdometer;

  /** Where several distances stood, each at which a code was set. */
  private Beside distancesOfCodes = Beside.NOTHING;

  /** How many codes stood above the last distance below one, and how many stood there. */
  private int codesAboveDistance;

  private int distancesOfCode;

  /** Whether codes have more than one: when each was set first, and when last. */
  private boolean eachHasSeveral;

  /** The odometers that were told, the first few. */
  private final List<LineFinds.Value> odometers = new ArrayList<>(1);

  private final List<LineFinds.Distance> distances = new ArrayList<>(0);
  private Optional<LocalDate> date = Optional.empty();

  /** When codes were set, by the first line that tells it. */
  private final Map<LocalDate, LineFinds> datesOfCodes = new HashMap<>();

  /** How many codes stand above the line at hand. */
  private int codesAbove;

  /** How many conditions stand above all codes, and where the voltage of a battery does. */
  private int conditionsAboveCodes;

  private int batteryAboveCodes = -1;

  ReportValues(LineReader lineReader, ReportMarks marks) {
    this.lineReader = lineReader;
    this.marks = marks;
  }

  /**
   * @param part the name of the part of the report in which the line stands
   * @param codes those that were found above
   * @param isBelowCode whether it stands below a code and no gap between
   */
  void take(Line at, LineFinds f, Head part, int codes, boolean isBelowCode) {
    codesAbove = codes;
    f.vins.forEach(
        v -> {
          if (vins.putIfAbsent(v.reading().number(), v.reading()) == null) {
            marks.mark(Mark.Kind.NUMBER, v.start(), v.end(), Message.of("mark.number"));
          }
        });
    boolean ofReading = isOfReading(at, f);
    for (LineFinds.Value v : f.values) {
      if (!ofReading && !frame.containsKey(v.condition())) {
        conditionsAboveCodes += codes == 0 ? 1 : 0;
        if (codes == 0 && v.condition() == Condition.MODULE_VOLTAGE && f.namesBattery) {
          batteryAboveCodes = v.start();
        }
        frame.put(v.condition(), new FreezeFrameValue(v.condition(), v.reading()));
        marks.mark(
            Mark.Kind.CONDITION,
            v.start(),
            v.end(),
            v.condition().label() + " " + v.reading().text());
      }
    }
    Optional<LineFinds.Value> whole = lineReader.valueOfPart(at, part);
    whole.ifPresent(
        v -> {
          if (v.condition() != null) {
            frame.putIfAbsent(v.condition(), new FreezeFrameValue(v.condition(), v.reading()));
            marks.mark(Mark.Kind.CONDITION, v.start(), v.end(), v.reading().text());
          } else {
            odometer(v, Beside.NOTHING, true);
          }
        });
    if (!ofReading) {
      f.bare.forEach(b -> bare.putIfAbsent(b.condition(), b));
      conditionsAboveCodes += codes == 0 ? f.bare.size() : 0;
    }
    Beside beside =
        f.hasCodes() && !standBefore(f)
            ? Beside.CODE
            : isBelowCode ? Beside.RECORD : Beside.NOTHING;
    f.odometers.forEach(v -> odometer(v, beside, f.odometerIsNamed));
    f.odometers.stream().limit(MOST_ASKED - odometers.size()).forEach(odometers::add);
    f.distances.stream()
        .filter(d -> distances.stream().noneMatch(k -> isSame(k, d)))
        .limit(MOST_ASKED - distances.size())
        .forEach(distances::add);
    if (f.date != null && at.kind() == Line.Kind.ROW && f.hasCodes()) {
      datesOfCodes.putIfAbsent(f.date, f);
    } else if (date.isEmpty() && f.date != null) {
      date(f);
    }
  }

  private void date(LineFinds f) {
    date = Optional.of(f.date);
    marks.mark(Mark.Kind.DATE, f.dateStart, f.dateEnd, f.date.toString());
  }

  /**
   * What only the report as a whole tells.
   *
   * @param codes how many it has
   */
  void settle(int codes) {
    if (batteryAboveCodes >= 0 && conditionsAboveCodes == 1 && codes > 0) {
      // When it was read.
      frame.remove(Condition.MODULE_VOLTAGE);
      marks.unmark(Mark.Kind.CONDITION, batteryAboveCodes);
    }
    // Where dates of codes differ, they tell when each was set.
    if (date.isEmpty() && datesOfCodes.size() == 1) {
      datesOfCodes.values().forEach(this::date);
    }
    boolean few = frame.size() + bare.size() > FEW_VALUES;
    if (frame.size() >= FEW_VALUES || !frame.isEmpty() && few) {
      bare.values().forEach(this::takeBare);
    }
    boolean differ = odometers.stream().map(LineFinds.Value::reading).distinct().count() > 1;
    if (vins.size() > 1 && differ && odometer.isPresent()) {
      noOdometer();
      odometers.forEach(v -> marks.doubt(v, Message.of("doubt.odometer-of-vehicles")));
      return;
    }
    if (odometer.isEmpty() && distancesOfCodes == Beside.NOTHING) {
      theOneCount()
          .ifPresentOrElse(
              count -> odometer(count, Beside.NOTHING, false),
              () ->
                  distances.forEach(
                      d -> marks.doubt(d.value(), Message.of("doubt.may-be-odometer"))));
    }
  }

  /** "Mileage out 41 220, mileage in 43 918. P0442": several with their names, before all codes. */
  private static boolean standBefore(LineFinds f) {
    return f.odometerIsNamed
        && f.odometers.size() > 1
        && f.odometers.stream().allMatch(v -> v.end() <= f.codes.get(0).start());
  }

  /** "ECT 88" among values with units: in the report's usual unit, else asked. */
  private void takeBare(LineFinds.Bare b) {
    if (frame.containsKey(b.condition())) {
      return;
    }
    if (b.reading() == null) {
      marks.doubt(
          LineFinds.Doubt.ofCondition(
              b.start(),
              b.end(),
              Message.of("doubt.which-unit"),
              b.condition(),
              b.condition().unit().siblings().stream().map(u -> Reading.of(b.number(), u))));
      return;
    }
    frame.put(b.condition(), new FreezeFrameValue(b.condition(), b.reading()));
    marks.mark(
        Mark.Kind.CONDITION, b.start(), b.end(), b.condition().label() + " " + b.reading().text());
  }

  /**
   * "Distance 203 118 km; battery 12.4 V; coolant 22 °C": how the vehicle was when it was read, and
   * nothing of a moment at which it ran.
   */
  private static boolean isOfReading(Line at, LineFinds f) {
    return at.kind() == Line.Kind.TEXT
        && !f.odometers.isEmpty()
        && f.values.stream()
            .noneMatch(
                v ->
                    v.condition() == Condition.ENGINE_SPEED
                        || v.condition() == Condition.SPEED
                        || v.condition() == Condition.LOAD);
  }

  /**
   * A distance beside a code may be that at which the code was set: where another code has another
   * one, none of them is what the vehicle has run. A distance with its name is more than one that
   * has none in the line of a code. Of two with their names, not far apart, the greater one is the
   * later: no vehicle runs backwards; the other is asked.
   */
  private void odometer(LineFinds.Value v, Beside beside, boolean named) {
    boolean ofVehicle = beside == Beside.RECORD && isOneMoreBelowCode();
    boolean ofOnePlace =
        beside == Beside.NOTHING || beside == Beside.RECORD && codesAbove == codesAboveOdometer;
    boolean isAnother = named && odometerIsNamed && beside == odometerBeside && ofOnePlace;
    if (isAnother && odometer.filter(o -> !isAbout(o.reading(), v.reading())).isPresent()) {
      LineFinds.Value known = odometer.get();
      boolean isMore = km(known.reading()) < FEW_KM && km(v.reading()) > MANY_TIMES * FEW_KM;
      boolean isLater = isMore || isLater(v.reading(), known.reading());
      noOdometer();
      take(isLater ? v : known, beside, true);
      marks.doubt(isLater ? known : v, Message.of("doubt.another-odometer"));
      return;
    }
    if (named && beside != Beside.CODE && odometerBeside == Beside.CODE && !odometerIsNamed) {
      noOdometer();
    }
    boolean ofCodes = beside != Beside.NOTHING && beside == distancesOfCodes;
    if (ofVehicle && ofCodes && named) {
      take(v, Beside.NOTHING, true);
    } else if (odometer.isEmpty() && !ofCodes) {
      take(v, beside, named);
    } else if (odometerBeside == beside
        && beside != Beside.NOTHING
        && (beside == Beside.CODE || codesAbove > codesAboveOdometer)
        && odometer.filter(o -> o.reading().equals(v.reading())).isEmpty()) {
      distancesOfCodes = beside;
      marks.doubt(v, Message.of("doubt.odometer-of-codes"), odometer.orElseThrow());
      noOdometer();
    }
  }

  /**
   * "P0171, mileage 88 120. P0172, mileage 88 124. Odometer now 88 342": below the last code stands
   * one more than below each of the others.
   */
  private boolean isOneMoreBelowCode() {
    if (codesAbove == codesAboveDistance) {
      distancesOfCode++;
    } else {
      eachHasSeveral |= distancesOfCode > 1;
      codesAboveDistance = codesAbove;
      distancesOfCode = 1;
      if (eachHasSeveral && distancesOfCodes == Beside.RECORD) {
        noOdometer();
      }
    }
    return distancesOfCode == 2 && !eachHasSeveral;
  }

  private void take(LineFinds.Value v, Beside beside, boolean named) {
    odometer = Optional.of(v);
    odometerBeside = beside;
    odometerIsNamed = named;
    codesAboveOdometer = codesAbove;
    marks.mark(Mark.Kind.ODOMETER, v.start(), v.end(), v.reading().text());
  }

  private void noOdometer() {
    odometerBeside = Beside.NOTHING;
    odometer = Optional.empty();
    marks.unmark(Mark.Kind.ODOMETER);
  }

  private static boolean isSame(LineFinds.Distance one, LineFinds.Distance other) {
    return one.value().reading().equals(other.value().reading());
  }

  /** What somebody tells as a count, if it is the only one and the greatest distance of all. */
  private Optional<LineFinds.Value> theOneCount() {
    List<LineFinds.Distance> counts = distances.stream().filter(LineFinds.Distance::count).toList();
    return counts.size() == 1 && distances.size() < MOST_ASKED
        ? counts.stream()
            .map(LineFinds.Distance::value)
            .filter(
                c -> distances.stream().allMatch(d -> isNoLess(c.reading(), d.value().reading())))
            .findFirst()
        : Optional.empty();
  }

  /** Whether it may be the later one of two visits, or of one hire: no vehicle runs backwards. */
  static boolean isLater(Reading other, Reading known) {
    double more = km(other) - km(known);
    return more > 0 && more <= RUN_BETWEEN;
  }

  /** One distance in two units, or read twice in one visit. */
  private static boolean isAbout(Reading one, Reading other) {
    return Math.abs(km(one) - km(other)) <= READ_TWICE;
  }

  private static double km(Reading distance) {
    return distance.in(MeasureUnit.KILOMETRE);
  }

  private static boolean isNoLess(Reading one, Reading other) {
    return km(one) >= km(other);
  }

  List<VinReading> vins() {
    return List.copyOf(vins.values());
  }

  Optional<Reading> odometer() {
    return odometer.map(LineFinds.Value::reading);
  }

  Optional<LocalDate> date() {
    return date;
  }

  List<FreezeFrameValue> frame() {
    return List.copyOf(frame.values());
  }
}
