package hopmend.app.web;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;

/** A number that a person typed, with the unit that they picked beside it. */
public final class TypedReading {
  private TypedReading() {}

  /**
   * Reads it.
   *
   * @param field under which it was typed
   * @param unit the symbol of the picked unit; one of another quantity counts as {@code asked}
   * @throws InputProblem beside the field if it is no number, or not one of that unit
   */
  public static Reading of(String field, String typed, String unit, MeasureUnit asked) {
    MeasureUnit picked =
        MeasureUnit.bySymbol(unit).filter(u -> u.quantity() == asked.quantity()).orElse(asked);
    try {
      return Reading.parse(typed, picked);
    } catch (Reading.UnreadableReading e) {
      throw new InputProblem(field, e.getMessage());
    }
  }
}
