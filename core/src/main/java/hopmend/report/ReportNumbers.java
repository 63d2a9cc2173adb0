package hopmend.report;

import hopmend.measure.MeasureUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a report writes numbers: which sign parts the fraction, and what distances count. The numbers
 * that read in one way only decide for the others; without any, the language does.
 */
final class ReportNumbers {
  private static final int LOOK_AT = 100_000;
  private static final Pattern NUMBER =
      Pattern.compile("\\d{1,3}(?:[ '’]\\d{3})+(?![\\d])(?:[.,]\\d+)?|\\d+(?:[.,](?!1/min)\\d+)*");

  /** "187 443 km", "unit = km", {@code "unit": "km"}. */
  private static final Pattern KILOMETRES = Pattern.compile("(\\d ?|[:=][ '\"]{0,2})km\\b");

  private static final Pattern MILES = Pattern.compile("(\\d ?|[:=][ '\"]{0,2})mi\\b");

  private final boolean comma;

  /** In what a distance without a unit is counted; empty if nothing tells. */
  private final Optional<MeasureUnit> distance;

  /** In what a temperature without a unit is told; empty if nothing tells. */
  private final Optional<MeasureUnit> temperature;

  private final boolean dayFirst;

  private ReportNumbers(
      boolean comma,
      Optional<MeasureUnit> distance,
      Optional<MeasureUnit> temperature,
      boolean dayFirst) {
    this.comma = comma;
    this.distance = distance;
    this.temperature = temperature;
    this.dayFirst = dayFirst;
  }

  /** Whether 12/09 is in September: so write all languages here that part fractions by a comma. */
  boolean isDayFirst() {
    return dayFirst;
  }

  Optional<MeasureUnit> distance() {
    return distance;
  }

  /**
   * The unit in which the report gives what it names no unit for: volts and degrees of crank angle
   * always; temperatures and speeds as its language or its other units tell. Miles tell no
   * temperature: some that use them measure in °C.
   */
  Optional<MeasureUnit> usual(MeasureUnit of) {
    return switch (of.quantity()) {
      case VOLTAGE, ANGLE -> Optional.of(of);
      case SPEED ->
          distance.map(
              d ->
                  d == MeasureUnit.MILE
                      ? MeasureUnit.MILE_PER_HOUR
                      : MeasureUnit.KILOMETRE_PER_HOUR);
      case TEMPERATURE -> temperature;
      default -> Optional.empty();
    };
  }

  private static Optional<MeasureUnit> temperature(char[] glyphs, Optional<MeasureUnit> distance) {
    String head = new String(glyphs, 0, Math.min(glyphs.length, LOOK_AT)).toLowerCase(Locale.ROOT);
    boolean celsius = head.contains("°c") || head.contains("deg c") || head.contains("degc");
    boolean fahrenheit = head.contains("°f") || head.contains("deg f") || head.contains("degf");
    if (celsius != fahrenheit) {
      return Optional.of(celsius ? MeasureUnit.CELSIUS : MeasureUnit.FAHRENHEIT);
    }
    return distance
        .filter(d -> d == MeasureUnit.KILOMETRE && !celsius)
        .map(d -> MeasureUnit.CELSIUS);
  }

  /** Looks at a report. */
  static ReportNumbers of(Layout layout, ReportWords words) {
    boolean commaLanguage = isOfCommaLanguage(layout.glyphs(), words);
    Optional<MeasureUnit> distance = distance(layout.glyphs(), commaLanguage);
    boolean comma = !layout.name().equals("json") && isComma(layout, commaLanguage);
    return new ReportNumbers(
        comma, distance, temperature(layout.glyphs(), distance), commaLanguage);
  }

  private static boolean isOfCommaLanguage(char[] glyphs, ReportWords words) {
    int foreign = 0;
    int looked = 0;
    for (Word w : Word.of(glyphs, 0, Math.min(glyphs.length, 20_000))) {
      foreign += words.isOfCommaLanguage(w) ? 1 : 0;
      looked++;
    }
    return foreign >= 2 || foreign == 1 && looked < 60;
  }

  /** In what a report without a unit at its odometer counts; empty if nothing tells. */
  private static Optional<MeasureUnit> distance(char[] glyphs, boolean commaLanguage) {
    String head = new String(glyphs, 0, Math.min(glyphs.length, LOOK_AT)).toLowerCase(Locale.ROOT);
    boolean miles = head.contains("mph") || head.contains("miles") || MILES.matcher(head).find();
    boolean km =
        head.contains("km/h")
            || head.contains("kph")
            || head.contains("kmh")
            || KILOMETRES.matcher(head).find();
    if (miles != km) {
      return Optional.of(miles ? MeasureUnit.MILE : MeasureUnit.KILOMETRE);
    }
    return commaLanguage ? Optional.of(MeasureUnit.KILOMETRE) : Optional.empty();
  }

  private static boolean isComma(Layout layout, boolean commaLanguage) {
    char[] g = layout.glyphs();
    int commas = 0;
    int points = 0;
    int end = Math.min(g.length, LOOK_AT);
    for (int i = 1; i + 1 < end; i++) {
      if ((g[i] == ',' || g[i] == '.')
          && Glyphs.isDigit(g[i - 1])
          && Glyphs.isDigit(g[i + 1])
          && isAlone(g, i, end)) {
        int behind = 0;
        while (i + 1 + behind < end && Glyphs.isDigit(g[i + 1 + behind])) {
          behind++;
        }
        if (behind != 3) {
          commas += g[i] == ',' ? 1 : 0;
          points += g[i] == '.' ? 1 : 0;
        }
      }
    }
    return commas == points ? commaLanguage : commas > points;
  }

  /** No date, no version, no row of numbers: one sign only. */
  private static boolean isAlone(char[] g, int sign, int end) {
    int before = sign - 1;
    while (before >= 0 && Glyphs.isDigit(g[before])) {
      before--;
    }
    int behind = sign + 1;
    while (behind < end && Glyphs.isDigit(g[behind])) {
      behind++;
    }
    boolean chained =
        before >= 0 && (g[before] == ',' || g[before] == '.' || Glyphs.isWord(g[before]));
    boolean goesOn =
        behind + 1 < end && (g[behind] == ',' || g[behind] == '.') && Glyphs.isDigit(g[behind + 1]);
    return !chained && !goesOn;
  }

  /** The place of a number that begins there, hidden signs in it passed over; null if none does. */
  static int[] placeAt(char[] glyphs, int from, int to) {
    StringBuilder seen = new StringBuilder(24);
    int[] places = new int[24];
    for (int i = from; i < to && seen.length() < 24; i++) {
      if (glyphs[i] != Glyphs.HIDDEN) {
        places[seen.length()] = i;
        seen.append(glyphs[i]);
      }
    }
    Matcher m = NUMBER.matcher(seen);
    return m.lookingAt() ? new int[] {places[m.start()], places[m.end() - 1] + 1} : null;
  }

  /** What it may be worth, the likelier first. */
  List<Double> readings(String written) {
    String plain = written.replaceAll("[ '’]", "");
    int lastComma = plain.lastIndexOf(',');
    int lastPoint = plain.lastIndexOf('.');
    List<Double> readings = new ArrayList<>();
    if (lastComma < 0 && lastPoint < 0) {
      readings.add(Double.parseDouble(plain));
      return readings;
    }
    if (lastComma >= 0 && lastPoint >= 0) {
      char decimal = lastComma > lastPoint ? ',' : '.';
      if (plain.indexOf(decimal) != plain.lastIndexOf(decimal)) {
        return readings(plain.substring(0, secondSign(plain))); // a row of numbers: the first one
      }
      readings.add(decimal(plain, decimal));
      return readings;
    }
    char sign = lastComma >= 0 ? ',' : '.';
    int first = plain.indexOf(sign);
    int last = Math.max(lastComma, lastPoint);
    double grouped = Double.parseDouble(plain.replace(String.valueOf(sign), ""));
    if (first != last) {
      readings.add(grouped);
      return readings;
    }
    double decimal = decimal(plain, sign);
    boolean mayGroup = plain.length() - last == 4 && last <= 3 && plain.charAt(0) != '0';
    boolean signParts = (sign == ',') == comma;
    if (!mayGroup) {
      readings.add(decimal);
    } else {
      readings.add(signParts ? decimal : grouped);
      readings.add(signParts ? grouped : decimal);
    }
    return readings;
  }

  private static int secondSign(String plain) {
    int first = 0;
    while (Glyphs.isDigit(plain.charAt(first))) {
      first++;
    }
    int second = first + 1;
    while (Glyphs.isDigit(plain.charAt(second))) {
      second++;
    }
    return second;
  }

  private static double decimal(String plain, char sign) {
    String other = sign == ',' ? "." : ",";
    return Double.parseDouble(plain.replace(other, "").replace(sign, '.'));
  }
}
