package hopmend.prove;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.sensor.Band;
import hopmend.sensor.SignalModel;
import java.util.Optional;

/**
 * A check that is answered with a value. Either fixed limits or a model with a tolerance; the
 * outcome follows from where the value lies.
 */
public record Measurement(
    String what,
    MeasureUnit unit,
    Double low,
    Double high,
    String cardFigure,
    SignalModel model,
    Double tolerancePercent,
    String below,
    String within,
    String above,
    String source) {
  public Measurement {
    boolean limits = low != null && high != null;
    if (limits == (model != null)) {
      throw new IllegalArgumentException(
          "Measurement \"%s\" needs either low and high, or a model with tolerance"
              .formatted(what));
    }
    if (model != null && tolerancePercent == null) {
      throw new IllegalArgumentException("Measurement \"%s\" needs its tolerance".formatted(what));
    }
  }

  /** The unit of the companion reading, for example engine speed, where a model needs one. */
  public Optional<MeasureUnit> companionUnit() {
    return Optional.ofNullable(model).map(SignalModel::companionUnit);
  }

  /**
   * The band that applies.
   *
   * @param cardBand limits of the vehicle card, which override the sheet's
   * @param figure the card's figure for the model, for example teeth of the wheel
   */
  public Band band(Optional<Band> cardBand, double figure, Optional<Reading> companion) {
    if (model != null) {
      Reading at =
          companion.orElseThrow(
              () -> new IllegalArgumentException(what + " needs its companion reading"));
      return model.band(figure, at, tolerancePercent);
    }
    return cardBand.orElseGet(() -> new Band(low, high, unit, source));
  }

  /**
   * Whether a reading can be judged: of the right quantity, with its companion where one is needed.
   */
  public boolean judges(Reading reading, Optional<Reading> companion) {
    return reading.unit().quantity() == unit.quantity()
        && companionUnit()
            .map(
                u ->
                    companion
                        .filter(c -> c.unit().quantity() == u.quantity() && c.value() > 0)
                        .isPresent())
            .orElse(true);
  }

  public String outcomeFor(Band.Side side) {
    return switch (side) {
      case BELOW -> below;
      case WITHIN -> within;
      case ABOVE -> above;
    };
  }
}
