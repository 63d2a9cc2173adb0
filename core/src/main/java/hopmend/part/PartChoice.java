package hopmend.part;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The candidates for a need, best first: those that fit by true cost, then the unknown, then those
 * that do not fit.
 */
public record PartChoice(List<Candidate> candidates) {

  /** A part with its fit and its true cost. */
  public record Candidate(Fit fit, TrueCost cost) {
    public Part part() {
      return fit.part();
    }
  }

  public PartChoice {
    candidates = List.copyOf(candidates);
  }

  public static PartChoice of(
      List<Part> parts, Fit.Need need, double discountPercent, TrueCost.ComebackPrice comeback) {
    return new PartChoice(
        parts.stream()
            .filter(p -> p.family().equals(need.family()))
            .map(p -> new Candidate(Fit.of(p, need), TrueCost.of(p, discountPercent, comeback)))
            .sorted(
                Comparator.comparing((Candidate c) -> c.fit().verdict())
                    .thenComparing(c -> c.cost().total())
                    .thenComparing(c -> c.part().number()))
            .toList());
  }

  public Optional<Candidate> recommended() {
    return candidates.stream().filter(c -> c.fit().verdict() == Fit.Says.FITS).findFirst();
  }

  public Optional<Candidate> byNumber(String number) {
    return candidates.stream().filter(c -> c.part().number().equals(number)).findFirst();
  }

  /**
   * The last number of the chain of supersessions that starts here; the number itself if it is not
   * superseded. A chain that runs in a circle ends where it closes.
   */
  public static String resolve(String number, List<Part> parts) {
    String current = number;
    for (int i = 0; i < parts.size(); i++) {
      String from = current;
      Optional<String> next =
          parts.stream()
              .filter(p -> p.number().equals(from))
              .findFirst()
              .flatMap(Part::replacement);
      if (next.isEmpty()) {
        return current;
      }
      current = next.get();
    }
    return current;
  }
}
