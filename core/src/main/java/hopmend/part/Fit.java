package hopmend.part;

import hopmend.message.Message;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Whether a part fits a need, criterion by criterion. */
public record Fit(Part part, List<Criterion> criteria) {
  private static final String BUILD_DATE = "build-date";

  /** What one criterion says. */
  public enum Says {
    FITS,
    UNKNOWN,
    DOES_NOT_FIT
  }

  /** One criterion with its finding and the words for it. */
  public record Criterion(Message name, Says says, Message words) {
    private static Criterion of(String name, Says says, String key, Object... said) {
      return new Criterion(Message.of("fit.on." + name), says, Message.of("fit." + key, said));
    }
  }

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
    criteria.addAll(againstFitted(part, need));
    part.replacement()
        .map(n -> Criterion.of("number", Says.DOES_NOT_FIT, "superseded", n))
        .ifPresent(criteria::add);
    return new Fit(part, criteria);
  }

  private static Criterion simple(
      String name, String wanted, List<String> offered, boolean doesNotMatter) {
    if (offered.isEmpty()) {
      return Criterion.of(name, Says.UNKNOWN, "nobody-told");
    }
    String all = String.join(", ", offered);
    return doesNotMatter || offered.contains(wanted)
        ? Criterion.of(name, Says.FITS, "made-for", all)
        : Criterion.of(name, Says.DOES_NOT_FIT, "made-for-others", all, wanted);
  }

  private static Criterion buildDate(Part part, Optional<YearMonth> built) {
    YearMonth from = part.builtFrom();
    YearMonth until = part.builtUntil();
    if (from == null && until == null) {
      return Criterion.of(BUILD_DATE, Says.FITS, "any-build-date");
    }
    Message range =
        until == null
            ? Message.of("fit.built-from", from.toString())
            : from == null
                ? Message.of("fit.built-until", until.toString())
                : Message.of("fit.built-between", from.toString(), until.toString());
    if (built.isEmpty()) {
      return Criterion.of(BUILD_DATE, Says.UNKNOWN, "built-unknown", range);
    }
    boolean early = from != null && built.get().isBefore(from);
    boolean late = until != null && built.get().isAfter(until);
    return Criterion.of(
        BUILD_DATE,
        early || late ? Says.DOES_NOT_FIT : Says.FITS,
        "built",
        range,
        built.get().toString());
  }

  private static Criterion connector(Part part, String wanted) {
    String offered = part.traits().get("connector");
    if (offered == null) {
      return Criterion.of("connector", Says.UNKNOWN, "connector-unknown");
    }
    return offered.equals(wanted)
        ? new Criterion(Message.of("fit.on.connector"), Says.FITS, Message.text(offered))
        : Criterion.of("connector", Says.DOES_NOT_FIT, "other-connector", offered, wanted);
  }

  /** The traits that stop the job where they differ from the part that the maker fitted. */
  private static List<Criterion> againstFitted(Part part, Need need) {
    return OldAgainstNew.of(need.fitted(), part.traits(), need.rules()).lines().stream()
        .filter(l -> !l.trait().equals("connector"))
        .filter(l -> need.fitted().containsKey(l.trait()))
        .filter(l -> l.weight().filter(TraitRule.Weight.STOP::equals).isPresent())
        .map(Fit::besideTheOld)
        .toList();
  }

  private static Criterion besideTheOld(OldAgainstNew.Line l) {
    return l.fresh().isEmpty()
        ? Criterion.of("beside", Says.DOES_NOT_FIT, "not-told", l.trait(), l.old())
        : Criterion.of("beside", Says.DOES_NOT_FIT, "differs", l.trait(), l.fresh(), l.old());
  }

  public Says verdict() {
    return criteria.stream()
        .map(Criterion::says)
        .max(java.util.Comparator.naturalOrder())
        .orElse(Says.UNKNOWN);
  }
}
