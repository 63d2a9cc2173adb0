package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A torque wrench of the shop's list.
 *
 * @param from the least that its scale shows
 * @param to the most
 * @param calibratedUntil the last day of its calibration; null where nobody wrote it down
 */
public record Wrench(String name, Reading from, Reading to, LocalDate calibratedUntil) {
  /**
   * Below this share of its range a click wrench is not trusted: ISO 6789-1 asks for its accuracy
   * from a fifth of the most upward, from memory.
   */
  private static final double TRUSTED_FROM = 0.2;

  public Wrench {
    if (name == null || name.isBlank()) {
      throw new IllegalArgumentException("A wrench has a name");
    }
    if (from.unit() != to.unit()
        || to.unit().quantity() != MeasureUnit.Quantity.TORQUE
        || !(from.value() >= 0 && from.value() < to.value())) {
      throw new IllegalArgumentException(
          "The range of %s runs up, in one unit of torque, not from %s to %s"
              .formatted(name, from.text(), to.text()));
    }
  }

  /**
   * What speaks against setting it so; empty where nothing does.
   *
   * @param setting what it would be set to, the adapter counted in
   */
  public List<Message> doubts(Reading setting, LocalDate today) {
    double set = setting.in(to.unit());
    List<Message> doubts = new ArrayList<>();
    if (set > to.value()) {
      doubts.add(Message.of("wrench.above", to));
    } else if (set < from.value()) {
      doubts.add(Message.of("wrench.below", from));
    } else if (set < TRUSTED_FROM * to.value()) {
      doubts.add(Message.of("wrench.not-trusted", trustedFrom()));
    }
    if (calibratedUntil == null) {
      doubts.add(Message.of("wrench.never-calibrated"));
    } else if (calibratedUntil.isBefore(today)) {
      doubts.add(Message.of("wrench.overdue", calibratedUntil));
    }
    return doubts;
  }

  private Reading trustedFrom() {
    return Reading.of(TRUSTED_FROM * to.value(), to.unit());
  }

  /** Those of a list, the best suited first: without doubts, then the smallest range that holds. */
  public static List<Wrench> suited(List<Wrench> all, Reading setting, LocalDate today) {
    return all.stream()
        .sorted(
            Comparator.comparing((Wrench w) -> w.doubts(setting, today).size())
                .thenComparing(w -> w.to().in(MeasureUnit.NEWTON_METRE)))
        .toList();
  }
}
