package hopmend.part;

import hopmend.message.Message;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Whether a part fits a need, criterion by criterion. */
public record Fit(Part part, List<Criterion> criteria) {
  private static final Pattern THREAD = Pattern.compile("M(\\d{1,2}(?:\\.\\d)?)\\b.*");

  /** What one criterion says, and so does the worst of them of the part. */
  public enum Says {
    FITS,
    /** It fits with a difference, about which something is done. */
    DIFFERS,
    /** It cannot be told yet. */
    UNKNOWN,
    DOES_NOT_FIT
  }

  /**
   * One criterion with its finding and the words for it.
   *
   * @param ready what to lay ready because of it
   */
  public record Criterion(Message name, Says says, Message words, Optional<String> ready) {
    private static Criterion of(String name, Says says, String key, Object... said) {
      return new Criterion(
          Message.of("fit.on." + name), says, Message.of("fit." + key, said), Optional.empty());
    }

    private boolean is(Says wanted) {
      return says == wanted;
    }
  }

  public Fit {
    criteria = List.copyOf(criteria);
  }

  public static Fit of(Part part, Need need) {
    Optional<Criterion> known = number(part, need);
    List<Criterion> criteria = new ArrayList<>(known.stream().toList());
    made(part, need).stream()
        .filter(c -> known.isEmpty() || !c.is(Says.UNKNOWN))
        .forEach(criteria::add);
    criteria.add(connector(part, need));
    thread(part, need).ifPresent(criteria::add);
    criteria.addAll(besideTheFitted(part, need));
    superseded(part).ifPresent(criteria::add);
    if (!part.software().isEmpty()) {
      criteria.add(Criterion.of("software", Says.DIFFERS, "needs-software", part.software()));
    }
    Optional.ofNullable(need.wrong().get(part.key()))
        .map(differs -> Criterion.of("beside", Says.DOES_NOT_FIT, "held-wrong", differs))
        .ifPresent(criteria::add);
    return new Fit(part, criteria);
  }

  /** The number that is known to be right tells more than what a list says of it. */
  private static Optional<Criterion> number(Part part, Need need) {
    if (part.numbers().stream().noneMatch(need.right()::contains)) {
      return Optional.empty();
    }
    boolean itself = need.right().contains(PartNumber.key(part.number()));
    return Optional.of(
        Criterion.of("number", Says.FITS, itself ? "right-number" : "same-part", part.number()));
  }

  /** By what it is made for: of several vehicles and places the one that comes nearest. */
  private static List<Criterion> made(Part part, Need need) {
    return part.applications().stream()
        .map(a -> made(part, a, need))
        .min(Comparator.comparing(Fit::worst).thenComparing(Fit::howOften))
        .orElseGet(() -> List.of(Criterion.of("vehicle", Says.UNKNOWN, "nobody-told")));
  }

  private static long howOften(List<Criterion> criteria) {
    Says worst = worst(criteria);
    return criteria.stream().filter(c -> c.is(worst)).count();
  }

  private static List<Criterion> made(Part part, Application a, Need need) {
    return Stream.of(
            Optional.of(vehicle(a, need)),
            place(part, a, need),
            buildDate(a, need),
            serial(a, need),
            region(a, need))
        .flatMap(Optional::stream)
        .toList();
  }

  private static Criterion vehicle(Application a, Need need) {
    if (!a.isTold()) {
      return Criterion.of("vehicle", Says.UNKNOWN, "nobody-told");
    }
    boolean card = a.card().isEmpty() || a.card().equals(need.card());
    boolean engine = a.engines().isEmpty() || a.engines().contains(need.engine());
    String made = String.join(", ", a.engines().isEmpty() ? List.of(a.card()) : a.engines());
    if (card && engine) {
      return Criterion.of("vehicle", Says.FITS, "made-for", made);
    }
    return card && need.engine().isEmpty()
        ? Criterion.of("vehicle", Says.UNKNOWN, "engine-unknown", made)
        : Criterion.of(
            "vehicle",
            Says.DOES_NOT_FIT,
            "made-for-others",
            card ? made : a.card(),
            card ? need.engine() : need.card());
  }

  private static Optional<Criterion> place(Part part, Application a, Need need) {
    if (need.position().isEmpty() && need.bank() == 0) {
      return Optional.empty();
    }
    boolean otherBank = a.bank() != 0 && need.bank() != 0 && a.bank() != need.bank();
    boolean otherPlace =
        !need.position().isEmpty()
            && !a.positions().isEmpty()
            && !a.positions().contains(need.position())
            && !a.positions().contains("any");
    Message made = placed(a.bank(), String.join(", ", a.positions()));
    if (otherBank || otherPlace) {
      // The same part under another number goes where that one goes.
      return part.numbers().stream().anyMatch(need.right()::contains)
          ? Optional.empty()
          : Optional.of(
              Criterion.of(
                  "position",
                  Says.DOES_NOT_FIT,
                  "other-place",
                  made,
                  placed(need.bank(), need.position())));
    }
    boolean told = need.position().isEmpty() || !a.positions().isEmpty();
    return Optional.of(
        told
            ? Criterion.of("position", Says.FITS, "place", placed(need.bank(), need.position()))
            : Criterion.of("position", Says.UNKNOWN, "place-untold"));
  }

  private static Message placed(int bank, String position) {
    if (bank == 0) {
      return position.isEmpty() ? Message.of("fit.one-place") : Message.text(position);
    }
    return position.isEmpty()
        ? Message.of("fit.bank", bank)
        : Message.of("fit.bank-and-place", bank, position);
  }

  private static Optional<Criterion> buildDate(Application a, Need need) {
    YearMonth from = a.builtFrom();
    YearMonth until = a.builtUntil();
    if (from == null && until == null) {
      return Optional.empty();
    }
    Message range =
        until == null
            ? Message.of("fit.built-from", from.toString())
            : from == null
                ? Message.of("fit.built-until", until.toString())
                : Message.of("fit.built-between", from.toString(), until.toString());
    if (need.built().isEmpty()) {
      return Optional.of(Criterion.of("build-date", Says.UNKNOWN, "built-unknown", range));
    }
    YearMonth built = need.built().get();
    boolean out = from != null && built.isBefore(from) || until != null && built.isAfter(until);
    return Optional.of(
        Criterion.of(
            "build-date", out ? Says.DOES_NOT_FIT : Says.FITS, "built", range, built.toString()));
  }

  private static Optional<Criterion> serial(Application a, Need need) {
    Integer from = a.serialFrom();
    Integer until = a.serialUntil();
    if (from == null && until == null) {
      return Optional.empty();
    }
    Message range =
        until == null
            ? Message.of("fit.built-from", digits(from))
            : from == null
                ? Message.of("fit.built-until", digits(until))
                : Message.of("fit.built-between", digits(from), digits(until));
    if (need.serial().isEmpty()) {
      return Optional.of(Criterion.of("serial", Says.UNKNOWN, "serial-unknown", range));
    }
    int serial = need.serial().getAsInt();
    boolean out = from != null && serial < from || until != null && serial > until;
    return Optional.of(
        Criterion.of(
            "serial", out ? Says.DOES_NOT_FIT : Says.FITS, "serial", range, digits(serial)));
  }

  private static String digits(int serial) {
    return "%06d".formatted(serial);
  }

  private static Optional<Criterion> region(Application a, Need need) {
    if (a.regions().isEmpty()) {
      return Optional.empty();
    }
    String made = String.join(", ", a.regions());
    return Optional.of(
        need.region().isEmpty()
            ? Criterion.of("region", Says.UNKNOWN, "region-unknown", made)
            : a.regions().contains(need.region())
                ? Criterion.of("region", Says.FITS, "region", made)
                : Criterion.of(
                    "region", Says.DOES_NOT_FIT, "made-for-others", made, need.region()));
  }

  private static Criterion connector(Part part, Need need) {
    Connector has = part.connector();
    if (has.clashesWith(need.plug())) {
      return Criterion.of(
          "connector", Says.DOES_NOT_FIT, "other-connector", plug(has), plug(need.plug()));
    }
    if (has.matches(need.plug())) {
      return Criterion.of("connector", Says.FITS, "connector", plug(has));
    }
    if (!need.plug().isTold()) {
      // The bench begins with the harness's own plug: nothing goes in before it clicked.
      return Criterion.of("connector", Says.DIFFERS, "harness-untold");
    }
    return Criterion.of("connector", Says.UNKNOWN, "connector-unknown");
  }

  private static Message plug(Connector c) {
    if (c.cavities() == 0) {
      return Message.of("fit.keying", c.keying());
    }
    return c.keying().isEmpty()
        ? Message.of("fit.cavities", c.cavities())
        : Message.of("fit.cavities-and-keying", c.cavities(), c.keying());
  }

  /** The thread in the vehicle is there to be screwed into, whatever was fitted before. */
  private static Optional<Criterion> thread(Part part, Need need) {
    Matcher told = THREAD.matcher(part.traits().getOrDefault("thread", ""));
    if (need.thread() == 0 || !told.matches()) {
      return Optional.empty();
    }
    return Double.parseDouble(told.group(1)) == need.thread()
        ? Optional.empty()
        : Optional.of(
            Criterion.of(
                "thread",
                Says.DOES_NOT_FIT,
                "other-thread",
                part.traits().get("thread"),
                need.thread()));
  }

  /** Where it differs from the part that the maker fitted, as far as both are told. */
  private static List<Criterion> besideTheFitted(Part part, Need need) {
    return need.rules().stream()
        .filter(r -> need.fitted().containsKey(r.trait()))
        .flatMap(
            r -> beside(r, need.fitted().get(r.trait()), part.traits().get(r.trait())).stream())
        .toList();
  }

  private static Optional<Criterion> beside(TraitRule rule, String old, String fresh) {
    if (fresh == null) {
      return rule.difference() == TraitRule.Weight.STOP
          ? Optional.of(Criterion.of("beside", Says.UNKNOWN, "measure-first", rule.trait(), old))
          : Optional.empty();
    }
    return rule.between(old, fresh)
        .filter(d -> d.weight() != TraitRule.Weight.NONE)
        .map(
            d ->
                new Criterion(
                    Message.of("fit.on.beside"),
                    d.weight() == TraitRule.Weight.STOP ? Says.DOES_NOT_FIT : Says.DIFFERS,
                    Message.of("fit.differs", rule.trait(), fresh, old, d.say()),
                    d.ready()));
  }

  /** What is on the shelf may be used up; what has to be ordered is ordered by its new number. */
  private static Optional<Criterion> superseded(Part part) {
    if (!part.superseded()) {
      return Optional.empty();
    }
    return Optional.of(
        part.offer().onTheShelf() || part.grade() == Grade.USED
            ? Criterion.of("order", Says.DIFFERS, "older-number", part.supersededBy())
            : Criterion.of("order", Says.DOES_NOT_FIT, "superseded", part.supersededBy()));
  }

  private static Says worst(List<Criterion> criteria) {
    return criteria.stream()
        .map(Criterion::says)
        .max(Comparator.naturalOrder())
        .orElse(Says.UNKNOWN);
  }

  public Says verdict() {
    return worst(criteria);
  }

  /** The criteria by which it is what it is: those that say the same as the verdict. */
  public List<Criterion> reasons() {
    return criteria.stream().filter(c -> c.is(verdict())).toList();
  }

  /** Whether it may go in: it fits, with a difference or without. */
  public boolean goesIn() {
    return verdict().compareTo(Says.DIFFERS) <= 0;
  }
}
