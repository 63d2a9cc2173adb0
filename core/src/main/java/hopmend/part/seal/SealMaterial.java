package hopmend.part.seal;

import java.util.List;

/**
 * What a ring may be made of.
 *
 * @param lowC lowest temperature at which it seals, in degrees Celsius
 * @param highC highest that it stands for long
 * @param good fluids in which it lasts
 * @param fair fluids in which it lasts for a while
 */
public record SealMaterial(
    String name,
    String meaning,
    double lowC,
    double highC,
    List<String> good,
    List<String> fair,
    String source) {
  public SealMaterial {
    good = List.copyOf(good);
    fair = List.copyOf(fair);
  }

  /** How it suits. */
  public enum Suits {
    GOOD,
    FAIR,
    TOO_HOT,
    NEVER;

    /** Whether a ring of it may go in. */
    public boolean lasts() {
      return this == GOOD || this == FAIR;
    }
  }

  /** How it suits a fluid at its hottest. */
  public Suits suits(String fluid, double hottestC) {
    if (!good.contains(fluid) && !fair.contains(fluid)) {
      return Suits.NEVER;
    }
    if (hottestC > highC) {
      return Suits.TOO_HOT;
    }
    return good.contains(fluid) ? Suits.GOOD : Suits.FAIR;
  }
}
