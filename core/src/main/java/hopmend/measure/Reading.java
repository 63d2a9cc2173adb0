package hopmend.measure;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A finite value together with the unit it was read in. */
public record Reading(double value, MeasureUnit unit) {
  private static final Pattern TYPED =
      Pattern.compile("\\s*([+-]?\\d{1,9}(?:[.,]\\d{1,9})?)\\s*(\\S{0,12})\\s*");

  public Reading {
    if (!Double.isFinite(value)) {
      throw new IllegalArgumentException("A reading must be a number, not " + value);
    }
    if (unit == null) {
      throw new IllegalArgumentException("A reading needs its unit");
    }
  }

  public static Reading of(double value, MeasureUnit unit) {
    return new Reading(value, unit);
  }

  /**
   * Reads what was typed: a number with point or comma and, optionally, a unit that wins over the
   * one beside the field.
   *
   * @throws UnreadableReading if it is no number, or the unit is unknown or of another quantity
   */
  public static Reading parse(String typed, MeasureUnit unitBeside) {
    Matcher m = TYPED.matcher(typed == null ? "" : typed);
    if (!m.matches()) {
      throw new UnreadableReading(
          "\"%s\" is not a number. Type digits with a point or comma, for example %s."
              .formatted(typed == null ? "" : shortened(typed), example(unitBeside)));
    }
    double value = Double.parseDouble(m.group(1).replace(',', '.'));
    if (m.group(2).isEmpty()) {
      return new Reading(value, unitBeside);
    }
    MeasureUnit typedUnit =
        MeasureUnit.bySymbol(m.group(2))
            .filter(u -> u.quantity() == unitBeside.quantity())
            .orElseThrow(
                () ->
                    new UnreadableReading(
                        "\"%s\" is not a unit for this value. Use %s."
                            .formatted(
                                m.group(2),
                                String.join(
                                    " or ",
                                    unitBeside.siblings().stream()
                                        .map(MeasureUnit::symbol)
                                        .toList()))));
    return new Reading(value, typedUnit);
  }

  private static String example(MeasureUnit unit) {
    return of(unit.isCounted() ? 142_300 : 4.98, unit).text();
  }

  private static String shortened(String text) {
    return text.length() <= 40 ? text : text.substring(0, 40) + "…";
  }

  /** The same reading in another unit of the same quantity. */
  public Reading to(MeasureUnit target) {
    return new Reading(in(target), target);
  }

  /** The number of this reading in the given unit. */
  public double in(MeasureUnit target) {
    return unit.convert(value, target);
  }

  /**
   * The value with its unit, a measured one with at most four significant digits, a counted one
   * whole: {@code 4.98 V}, {@code 108244 km}.
   */
  public String text() {
    String figure = unit.isCounted() ? String.valueOf(Math.round(value)) : number(value);
    return figure + " " + unit.symbol();
  }

  /** A number as people write it: at most four significant digits, no exponent. */
  public static String number(double value) {
    return figures(value, 4);
  }

  /** The same with at most so many significant digits. */
  public static String figures(double value, int most) {
    BigDecimal rounded =
        new BigDecimal(value)
            .round(new MathContext(most, RoundingMode.HALF_UP))
            .stripTrailingZeros();
    return (rounded.scale() < 0 ? rounded.setScale(0, RoundingMode.HALF_UP) : rounded)
        .toPlainString();
  }

  /** Typed text that is no reading; the message says what would be right. */
  public static final class UnreadableReading extends IllegalArgumentException {
    UnreadableReading(String message) {
      super(message);
    }
  }
}
