package hopmend.part;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The candidates for a need, best first: those that fit by true cost, then those that fit with a
 * difference, then those of which it cannot be told, then those that do not fit.
 */
public record PartChoice(List<Candidate> candidates) {

  /** A part with its fit and its true cost. */
  public record Candidate(Fit fit, TrueCost cost) {
    public Part part() {
      return fit.part();
    }

    /** Whether it may be what goes in. */
    public boolean isOpen() {
      return fit.verdict() != Fit.Says.DOES_NOT_FIT;
    }
  }

  public PartChoice {
    candidates = List.copyOf(candidates);
  }

  public static PartChoice of(
      List<Part> parts, Need need, PartRecord record, TrueCost.ShopPrices shop) {
    return new PartChoice(
        parts.stream()
            .filter(p -> p.family().equals(need.family()))
            .map(p -> new Candidate(Fit.of(p, need), TrueCost.of(p, record, shop)))
            .sorted(
                Comparator.comparing((Candidate c) -> !c.fit().goesIn())
                    .thenComparing(c -> c.fit().goesIn() ? Fit.Says.FITS : c.fit().verdict())
                    .thenComparing(c -> !c.cost().known())
                    .thenComparing(c -> c.cost().total())
                    .thenComparing(c -> c.part().key()))
            .toList());
  }

  public Optional<Candidate> recommended() {
    return candidates.stream().filter(c -> c.fit().goesIn()).findFirst();
  }

  /** Those that fit or might. */
  public List<Candidate> open() {
    return candidates.stream().filter(Candidate::isOpen).toList();
  }

  /** Those that do not fit. */
  public List<Candidate> wrong() {
    return candidates.stream().filter(c -> !c.isOpen()).toList();
  }

  /** The best two against each other; empty where fewer fit, or a price is not told. */
  public Optional<Contest> contest() {
    List<TrueCost> best =
        candidates.stream()
            .filter(c -> c.fit().goesIn())
            .map(Candidate::cost)
            .filter(TrueCost::known)
            .limit(2)
            .toList();
    return best.size() < 2 ? Optional.empty() : Optional.of(Contest.of(best.get(0), best.get(1)));
  }

  /** The candidate of a part's key. */
  public Optional<Candidate> byKey(String key) {
    return candidates.stream().filter(c -> c.part().key().equals(key)).findFirst();
  }
}
