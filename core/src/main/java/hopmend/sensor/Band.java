package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
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

  /** Where a reading lies. */
  public record Judgement(Side side, Reading reading, Band band) {
    /** For example: 4.9 V lies within 4.75 to 5.25 V. */
    public Message says() {
      return Message.of(side.key, reading, band.says());
    }
  }

  /** Where a reading lies against the band. */
  public enum Side {
    BELOW("band.below"),
    WITHIN("band.within"),
    ABOVE("band.above");

    private final String key;

    Side(String key) {
      this.key = key;
    }
  }

  /**
   * Judges a reading of the same quantity.
   *
   * @throws IllegalArgumentException if the reading is of another quantity
   */
  public Judgement judge(Reading reading) {
    double value = reading.in(unit);
    Side side = value < low ? Side.BELOW : value > high ? Side.ABOVE : Side.WITHIN;
    return new Judgement(side, reading, this);
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
  public Message says() {
    if (Double.isInfinite(low)) {
      return Message.of("band.or-less", end(high), unit.symbol());
    }
    return Double.isInfinite(high)
        ? Message.of("band.or-more", end(low), unit.symbol())
        : Message.of("band.range", end(low), end(high), unit.symbol());
  }

  /** Three figures, as the trade writes them; a limit that has more was not measured. */
  private static String end(double value) {
    return Reading.figures(value, 3);
  }
}
