package hopmend.part;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a difference between old and new means, from a family sheet.
 *
 * @param trait for example "connector" or "cable length"
 * @param difference STOP, HARMLESS with what to do about it, or NONE
 * @param tolerance up to which two figures are alike, in the unit of the trait
 * @param percent up to which share of the old one's figure they are alike too
 * @param shorter what it means if the new one is the smaller; null if the same as any difference
 * @param sayShorter what is said then
 * @param ready what to lay ready for the work then, the new one's value in the place of "{}"; null
 *     for nothing
 */
public record TraitRule(
    String trait,
    Weight difference,
    String say,
    double tolerance,
    double percent,
    Weight shorter,
    String sayShorter,
    String ready,
    Condition condition,
    String source)
    implements Conditional {
  private static final Pattern FIGURE =
      Pattern.compile("(-?\\d{1,6}(?:\\.\\d{1,4})?)\\s?(?:mm|ohm)?");

  public TraitRule {
    condition = Condition.orAlways(condition);
    if (!(tolerance >= 0 && percent >= 0)) {
      throw new IllegalArgumentException("The tolerance of " + trait + " is not below 0");
    }
  }

  /** Whether a difference in this trait stops the job. */
  public enum Weight {
    /** It tells nothing. */
    NONE,
    /** Something is done about it. */
    HARMLESS,
    STOP
  }

  /** A difference, and what is said about it. */
  public record Difference(Weight weight, String say, Optional<String> ready) {}

  /** A value as a figure; empty where it is in words. */
  public static OptionalDouble figure(String value) {
    Matcher m = FIGURE.matcher(value.strip());
    return m.matches() ? OptionalDouble.of(Double.parseDouble(m.group(1))) : OptionalDouble.empty();
  }

  /** Whether two values are the same within the tolerance. */
  private boolean alike(String old, String fresh) {
    OptionalDouble one = figure(old);
    OptionalDouble other = figure(fresh);
    return one.isPresent() && other.isPresent()
        ? Math.abs(one.getAsDouble() - other.getAsDouble())
            <= Math.max(tolerance, Math.abs(one.getAsDouble()) * percent / 100) + 1e-9
        : old.strip().equalsIgnoreCase(fresh.strip());
  }

  /** What it means that the new one has this value; empty if they are alike. */
  public Optional<Difference> between(String old, String fresh) {
    if (alike(old, fresh)) {
      return Optional.empty();
    }
    OptionalDouble one = figure(old);
    OptionalDouble other = figure(fresh);
    boolean less = one.isPresent() && other.isPresent() && other.getAsDouble() < one.getAsDouble();
    return Optional.of(less && shorter != null ? shorter(fresh) : any(fresh));
  }

  private Difference shorter(String fresh) {
    return new Difference(shorter, sayShorter == null ? say : sayShorter, laid(shorter, fresh));
  }

  /** What it means that it differs, by eye. */
  public Difference any(String fresh) {
    return new Difference(difference, say, laid(difference, fresh));
  }

  private Optional<String> laid(Weight weight, String fresh) {
    return weight == Weight.STOP
        ? Optional.empty()
        : Optional.ofNullable(ready).map(r -> r.replace("{}", fresh));
  }

  /** Whether any difference of it stops the work, so that somebody has to look. */
  public boolean mayStop() {
    return difference == Weight.STOP || shorter == Weight.STOP;
  }
}
