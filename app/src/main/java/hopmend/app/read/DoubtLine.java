package hopmend.app.read;

import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.job.Fact;
import hopmend.job.JobState;
import hopmend.measure.Reading;
import hopmend.report.Offer;
import hopmend.report.ScanText;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * A doubt of a report, as the list asks it.
 *
 * @param taps what it may be, each with what it takes to say so
 */
public record DoubtLine(ScanText.Doubtful asked, List<Tap> taps) {
  /**
   * One tap.
   *
   * @param path of the form below the page of Read; empty where the tap fills a form of the page
   * @param fields of the form, each with its values
   * @param offer the number of what it offers, for the form of the page
   * @param anchor where that form stands
   */
  public record Tap(
      String says, String path, Map<String, List<String>> fields, int offer, String anchor) {
    static Tap sent(String says, String path, Map<String, List<String>> fields) {
      return new Tap(says, path, fields, 0, "");
    }

    static Tap filled(String says, int offer, String anchor) {
      return new Tap(says, "", Map.of(), offer, anchor);
    }
  }

  /** The doubts that nobody has answered yet, so many at most. */
  static List<DoubtLine> of(ScanText scan, JobState state, int most) {
    List<ReadCode> found = scan.codes();
    return scan.doubtful().stream()
        .filter(d -> !isAnswered(d, scan.freezeFrame(), found, state))
        .limit(most)
        .map(d -> new DoubtLine(d, taps(d, state)))
        .toList();
  }

  /** Whether a person has said what it is since. */
  private static boolean isAnswered(
      ScanText.Doubtful d, List<FreezeFrameValue> frame, List<ReadCode> found, JobState state) {
    Predicate<ReadCode> isIt = r -> r.code().text().equals(d.reads());
    boolean added = state.readings().stream().anyMatch(isIt) && found.stream().noneMatch(isIt);
    boolean noted =
        d.condition().stream()
            .flatMap(c -> state.freezeFrame().stream().filter(v -> v.condition() == c))
            .anyMatch(v -> !frame.contains(v));
    boolean told = !d.offers().isEmpty() && d.offers().stream().allMatch(o -> isAnswered(o, state));
    return added || noted || told || isItsNumber(d, state);
  }

  /** Whether one of the numbers that it may be is the vehicle's; another vehicle's is asked on. */
  private static boolean isItsNumber(ScanText.Doubtful d, JobState state) {
    return state.vehicle().stream().anyMatch(v -> d.offers().contains(new Offer.OfNumber(v.vin())));
  }

  private static boolean isAnswered(Offer offer, JobState state) {
    if (offer instanceof Offer.OfCode o) {
      return !state.readings().contains(o.was());
    }
    return offer instanceof Offer.OfOdometer
        && state.vehicle().flatMap(Fact.VehicleIdentified::odometer).isPresent();
  }

  private static List<Tap> taps(ScanText.Doubtful d, JobState state) {
    List<Tap> taps = new ArrayList<>();
    if (!d.reads().isEmpty()) {
      taps.add(
          Tap.sent(
              "It is " + d.reads(),
              "correct",
              fields("", "", d.reads(), d.controlUnit(), d.states(), 0)));
    }
    for (int i = 0; i < d.offers().size(); i++) {
      if (!isAnswered(d.offers().get(i), state)) {
        taps.add(tap(d.offers().get(i), i, state));
      }
    }
    return taps;
  }

  private static Tap tap(Offer offer, int number, JobState state) {
    if (offer instanceof Offer.OfCode o) {
      ReadCode then = o.then();
      return Tap.sent(
          difference(o.was(), then),
          "correct",
          fields(
              o.was().code().text(),
              o.was().controlUnit(),
              then.code().text(),
              then.controlUnit(),
              then.states(),
              then.occurrences()));
    }
    if (offer instanceof Offer.OfCondition o) {
      FreezeFrameValue v = o.value();
      return Tap.sent(
          v.condition().label() + " " + v.reading().text(),
          "condition",
          Map.of(
              "condition", List.of(v.condition().name()),
              "value", List.of(typed(v.reading())),
              "unit", List.of(v.reading().unit().symbol())));
    }
    if (offer instanceof Offer.OfNumber o) {
      return Tap.filled("It is " + o.number(), number, "vin");
    }
    Reading odometer = ((Offer.OfOdometer) offer).reading();
    String says = "The odometer: " + odometer.text();
    return state.vehicle().isEmpty()
        ? Tap.filled(says, number, "odometer")
        : Tap.sent(
            says,
            "odometer",
            Map.of(
                "odometer", List.of(typed(odometer)),
                "odometerUnit", List.of(odometer.unit().symbol())));
  }

  /** Its number as a person types it. */
  static String typed(Reading reading) {
    return BigDecimal.valueOf(reading.value()).stripTrailingZeros().toPlainString();
  }

  private static Map<String, List<String>> fields(
      String was, String wasUnit, String code, String unit, Set<CodeState> states, int times) {
    return Map.of(
        "was", List.of(was),
        "wasUnit", List.of(wasUnit),
        "code", List.of(code),
        "unit", List.of(unit),
        "state", states.stream().map(CodeState::name).toList(),
        "times", List.of(String.valueOf(times)));
  }

  /** What an offer makes of a code. */
  private static String difference(ReadCode was, ReadCode then) {
    String code = was.code().text();
    if (!then.code().equals(was.code())) {
      return "It is " + then.code().text();
    }
    if (then.occurrences() != was.occurrences()) {
      return code + ", " + then.occurrences() + " times";
    }
    return code
        + " is "
        + then.states().stream().map(CodeState::label).collect(Collectors.joining(", "));
  }

  /** What one of its offers fills into a form of the page. */
  static Optional<Offer> chosen(ScanText scan, String asked, String number) {
    return number == null || !number.matches("[0-9]")
        ? Optional.empty()
        : scan.doubtful().stream()
            .filter(d -> asked.equals(d.place()))
            .flatMap(d -> d.offers().stream().skip(Integer.parseInt(number)))
            .findFirst();
  }
}
