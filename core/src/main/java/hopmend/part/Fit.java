package hopmend.part;

import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Whether a part fits a need, criterion by criterion. */
public record Fit(Part part, List<Criterion> criteria) {

  /** What one criterion says. */
  public enum Says {
    FITS,
    UNKNOWN,
    DOES_NOT_FIT
  }

  /** One criterion with its finding and the words for it. */
  public record Criterion(String name, Says says, String words) {}

  /**
   * What has to be fitted.
   *
   * @param built build month of the vehicle, empty if unknown
   * @param fitted traits of the part that the maker fitted, empty if unknown
   * @param rules what a difference from the fitted part means
   */
  public record Need(
      String family,
      String position,
      String engine,
      Optional<YearMonth> built,
      String connector,
      Map<String, String> fitted,
      List<TraitRule> rules) {}

  public Fit {
    criteria = List.copyOf(criteria);
  }

  public static Fit of(Part part, Need need) {
    List<Criterion> criteria = new ArrayList<>();
    criteria.add(simple("position", need.position(), part.positions(), need.position().isEmpty()));
    criteria.add(simple("engine", need.engine(), part.engines(), false));
    criteria.add(buildDate(part, need.built()));
    criteria.add(connector(part, need.connector()));
    againstFitted(part, need).ifPresent(criteria::add);
    part.replacement()
        .ifPresent(
            n ->
                criteria.add(
                    new Criterion(
                        "number", Says.DOES_NOT_FIT, "superseded: the maker now gives " + n)));
    return new Fit(part, criteria);
  }

  private static Criterion simple(
      String name, String wanted, List<String> offered, boolean doesNotMatter) {
    if (doesNotMatter || offered.contains(wanted)) {
      return new Criterion(name, Says.FITS, "made for " + String.join(", ", offered));
    }
    return new Criterion(
        name,
        Says.DOES_NOT_FIT,
        "made for %s, this job needs %s".formatted(String.join(", ", offered), wanted));
  }

  private static Criterion buildDate(Part part, Optional<YearMonth> built) {
    if (part.builtFrom() == null && part.builtUntil() == null) {
      return new Criterion("build date", Says.FITS, "any build date");
    }
    String range =
        (part.builtFrom() == null ? "" : "from " + part.builtFrom() + " ")
            + (part.builtUntil() == null ? "" : "until " + part.builtUntil());
    if (built.isEmpty()) {
      return new Criterion(
          "build date",
          Says.UNKNOWN,
          "made for vehicles built " + range.strip() + "; enter this one's build date");
    }
    boolean early = part.builtFrom() != null && built.get().isBefore(part.builtFrom());
    boolean late = part.builtUntil() != null && built.get().isAfter(part.builtUntil());
    return new Criterion(
        "build date",
        early || late ? Says.DOES_NOT_FIT : Says.FITS,
        "made for vehicles built %s, this one is of %s".formatted(range.strip(), built.get()));
  }

  private static Criterion connector(Part part, String wanted) {
    String offered = part.traits().get("connector");
    if (offered == null) {
      return new Criterion("connector", Says.UNKNOWN, "not on the card: plug it in before fitting");
    }
    return new Criterion(
        "connector",
        offered.equals(wanted) ? Says.FITS : Says.DOES_NOT_FIT,
        offered.equals(wanted) ? offered : offered + ", this site has " + wanted);
  }

  /** A trait that stops the job when it differs from the part that the maker fitted. */
  private static Optional<Criterion> againstFitted(Part part, Need need) {
    List<String> stops =
        OldAgainstNew.of(need.fitted(), part.traits(), need.rules()).lines().stream()
            .filter(l -> !l.trait().equals("connector"))
            .filter(l -> need.fitted().containsKey(l.trait()))
            .filter(l -> l.weight().filter(TraitRule.Weight.STOP::equals).isPresent())
            .map(l -> "%s %s, the old one has %s".formatted(l.trait(), l.fresh(), l.old()))
            .toList();
    return stops.isEmpty()
        ? Optional.empty()
        : Optional.of(new Criterion("beside the old", Says.DOES_NOT_FIT, String.join("; ", stops)));
  }

  public Says verdict() {
    return criteria.stream()
        .map(Criterion::says)
        .max(java.util.Comparator.naturalOrder())
        .orElse(Says.UNKNOWN);
  }
}
