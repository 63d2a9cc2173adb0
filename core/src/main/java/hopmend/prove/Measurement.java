package hopmend.prove;

import hopmend.measure.MeasureUnit;
import hopmend.sensor.Band;
import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.SignalModel;
import java.util.Optional;

/**
 * A check that is answered with a value. Either fixed limits or a model with a tolerance; the
 * outcome follows from where the value lies.
 *
 * @param low null where no value is too low
 * @param high null where no value is too high
 * @param figure the model's figure where the vehicle card has none, null if only a card can tell
 * @param cardFigure the card's name for it
 */
public record Measurement(
    String what,
    MeasureUnit unit,
    Double low,
    Double high,
    Double figure,
    String cardFigure,
    SignalModel model,
    Double tolerancePercent,
    String below,
    String within,
    String above,
    Condition condition,
    String source)
    implements Conditional {
  public Measurement {
    condition = Condition.orAlways(condition);
    if ((low != null || high != null) == (model != null)) {
      throw new IllegalArgumentException(
          "Measurement \"%s\" needs either its limits, or a model with tolerance".formatted(what));
    }
    if (model != null && (tolerancePercent == null || (figure == null && cardFigure == null))) {
      throw new IllegalArgumentException(
          "Measurement \"%s\" needs its tolerance and its figure".formatted(what));
    }
    below = below == null ? within : below;
    above = above == null ? within : above;
  }

  /** The other reading that is needed, for example engine speed, where a model asks for one. */
  public Optional<SignalModel.Companion> companion() {
    return Optional.ofNullable(model).flatMap(SignalModel::companion);
  }

  /** The other reading that makes the band sharper, for example altitude. */
  public Optional<SignalModel.Companion> besides() {
    return Optional.ofNullable(model).flatMap(SignalModel::besides);
  }

  /**
   * The band that applies; empty where nobody knows the figure, or the companion is missing.
   *
   * @param cardBand limits of the vehicle card, which override the sheet's
   * @param ofTheCard the card's figure for the model, for example teeth of the wheel
   * @param told the other readings
   */
  public Optional<Band> band(
      Optional<Band> cardBand, Optional<Double> ofTheCard, SignalModel.Told told) {
    if (model == null) {
      return Optional.of(
          cardBand.orElseGet(
              () ->
                  new Band(
                      low == null ? Double.NEGATIVE_INFINITY : low,
                      high == null ? Double.POSITIVE_INFINITY : high,
                      unit,
                      source)));
    }
    return model.takes(told)
        ? ofTheCard
            .or(() -> Optional.ofNullable(figure))
            .map(f -> model.band(f, told, tolerancePercent))
        : Optional.empty();
  }

  public String outcomeFor(Band.Side side) {
    return switch (side) {
      case BELOW -> below;
      case WITHIN -> within;
      case ABOVE -> above;
    };
  }
}
