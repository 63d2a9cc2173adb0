package hopmend.part;

import hopmend.sensor.Condition;

/**
 * What is compared of two parts on the bench, and with what.
 *
 * @param trait its name
 * @param kind how it is told
 * @param with the tool: "thread gauge"
 * @param how it is done, for whoever does it the first time
 * @param harmless what to do about a difference of which no sheet tells what it means; null where
 *     it stops the work then
 */
public record BenchTrait(
    String trait, Kind kind, String with, String how, String harmless, String source) {
  /** How a trait is told. */
  public enum Kind {
    /** By trying the harness's plug. */
    PLUG,
    /** In millimetres. */
    MM,
    /** In ohms. */
    OHM,
    /** By eye, in words. */
    EYE
  }

  /** What a difference means where no sheet tells. */
  TraitRule unruled() {
    TraitRule.Weight weight = harmless == null ? TraitRule.Weight.STOP : TraitRule.Weight.HARMLESS;
    String say = harmless == null ? "" : harmless;
    return new TraitRule(trait, weight, say, 0, 0, null, null, null, Condition.ALWAYS, source);
  }

  /** Whether figures are read off. */
  public boolean isMeasured() {
    return kind == Kind.MM || kind == Kind.OHM;
  }

  /** The unit of its figures. */
  public String unit() {
    return kind == Kind.MM ? "mm" : "ohm";
  }
}
