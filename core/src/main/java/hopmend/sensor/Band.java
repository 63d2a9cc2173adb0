package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Optional;

/**
 * The range in which a measured value is right, ends included, and where the figures come from.
 *
 * @param low minus infinity where no value is too low
 * @param high infinite where no value is too high
 */
public record Band(double low, double high, MeasureUnit unit, String source) {
  /** Beyond this many times the band's end a value is questioned as a slip of unit; shop. */
  private static final double PLAUSIBLE_FACTOR = 20;

  public Band {
    if (!(low <= high) || Double.isInfinite(low) && Double.isInfinite(high)) {
      throw new IllegalArgumentException(
          "A band runs from low to high, not " + low + " to " + high);
    }
    if (source == null || source.isBlank()) {
      throw new IllegalArgumentException("A band needs the source of its figures");
    }
  }

  /** Where a reading lies, with the sentence that says why. */
  public record Judgement(Side side, Reading reading, Band band, String sentence) {}

  /** Where a reading lies against the band. */
  public enum Side {
    BELOW,
    WITHIN,
    ABOVE
  }

  /**
   * Judges a reading of the same quantity.
   *
   * @throws IllegalArgumentException if the reading is of another quantity
   */
  public Judgement judge(Reading reading) {
    double value = reading.in(unit);
    Side side = value < low ? Side.BELOW : value > high ? Side.ABOVE : Side.WITHIN;
    String relation =
        switch (side) {
          case BELOW -> "is below";
          case WITHIN -> "lies within";
          case ABOVE -> "is above";
        };
    return new Judgement(side, reading, this, reading.text() + " " + relation + " " + text());
  }

  /**
   * Another unit that would make a wildly wrong value right, for example 4980 typed as V. Empty if
   * the value is plausible as it stands, or no unit helps.
   */
  public Optional<Reading> likelyMeant(Reading reading) {
    double value = Math.abs(reading.in(unit));
    double scale = Math.max(Math.abs(low), Math.abs(high));
    if (value <= scale * PLAUSIBLE_FACTOR) {
      return Optional.empty();
    }
    return reading.unit().siblings().stream()
        .filter(u -> u != reading.unit())
        .map(u -> Reading.of(reading.value(), u))
        .filter(r -> judge(r).side() == Side.WITHIN)
        .findFirst();
  }

  /** {@code 4.75 to 5.25 V}, {@code 90 kohm or more}, or {@code 0.1 V or less}. */
  public String text() {
    if (Double.isInfinite(low)) {
      return "%s %s or less".formatted(Reading.number(high), unit.symbol());
    }
    if (Double.isInfinite(high)) {
      return "%s %s or more".formatted(Reading.number(low), unit.symbol());
    }
    return "%s to %s %s".formatted(Reading.number(low), Reading.number(high), unit.symbol());
  }
}
