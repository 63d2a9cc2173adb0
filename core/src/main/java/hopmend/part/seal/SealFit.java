package hopmend.part.seal;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A size against the ring that was measured, and in its groove.
 *
 * @param tolerances how far the measured ring is from it, in tolerances: up to 1 it is the same
 * @param stretchPercent empty without a groove, and so are the others
 * @param wrong what is wrong with it in the groove
 */
public record SealFit(
    SealSize size,
    double tolerances,
    Optional<Double> stretchPercent,
    Optional<Double> squeezePercent,
    Optional<Double> fillPercent,
    List<Message> wrong) {
  /** Used rings are worn and swollen: so many tolerances are still the same size. */
  private static final double SAME = 2;

  /** What the arithmetic of figures adds, percent. */
  private static final double ROUNDED = 1e-6;

  public SealFit {
    wrong = List.copyOf(wrong);
  }

  static SealFit of(
      SealSize size, double insideMm, double sectionMm, Optional<Gland> gland, SealLimits limits) {
    List<Message> wrong = new ArrayList<>();
    gland.ifPresent(g -> judge(g, size, limits, wrong));
    return new SealFit(
        size,
        size.distance(insideMm, sectionMm),
        gland.map(g -> g.stretchPercent(size)),
        gland.map(g -> g.squeezePercent(size)),
        gland.map(g -> g.fillPercent(size)).filter(f -> f > 0),
        wrong);
  }

  private static void judge(Gland g, SealSize size, SealLimits l, List<Message> wrong) {
    double stretch = g.stretchPercent(size);
    double squeeze = g.squeezePercent(size);
    if (stretch < l.stretchLow() - ROUNDED) {
      wrong.add(Message.of("seal.loose"));
    } else if (stretch > l.stretchHigh() + ROUNDED) {
      wrong.add(Message.of("seal.stretched", l.stretchHigh()));
    }
    if (squeeze < l.squeezeLow() - ROUNDED) {
      wrong.add(Message.of("seal.leaks", l.squeezeLow()));
    } else if (squeeze > l.squeezeHigh() + ROUNDED) {
      wrong.add(Message.of("seal.pinched", l.squeezeHigh()));
    }
    if (g.fillPercent(size) > l.fillHigh() + ROUNDED) {
      wrong.add(Message.of("seal.full", l.fillHigh()));
    }
  }

  /** Whether it is the measured ring's size, and lies well where its groove is known. */
  public boolean isRight() {
    return tolerances <= SAME && wrong.isEmpty();
  }
}
