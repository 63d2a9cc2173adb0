package hopmend.part;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/**
 * The old part beside the new one, trait by trait, before anything goes in: what the list tells of
 * both, and what was held together.
 */
public record Bench(List<Row> rows) {
  /** The trait that is tried first: whether the harness clicks home on the new one. */
  public static final String PLUG = "connector";

  /** What a trait says. */
  public enum Says {
    ALIKE,
    /** Nobody has looked yet. */
    OPEN,
    HARMLESS,
    STOP
  }

  /**
   * What somebody saw of a trait of both.
   *
   * @param old its value, empty where it was seen by eye
   * @param alike whether they are the same, by eye
   */
  public record Held(String trait, String old, String fresh, boolean alike) {
    /** Alike by eye. */
    public static Held alike(String trait) {
      return new Held(trait, "", "", true);
    }
  }

  /**
   * One trait of both parts.
   *
   * @param rule what a difference means; where the sheet has none, it stops
   * @param old as the list or the card has it; empty if nobody knows, and so is {@code fresh}
   * @param held what was seen of it
   * @param say what is done about it, empty where they are alike
   */
  public record Row(
      BenchTrait trait,
      TraitRule rule,
      String old,
      String fresh,
      Optional<Held> held,
      Says says,
      String say,
      Optional<String> ready) {
    /** Whether somebody has to look before the part goes in. */
    public boolean isOwed() {
      return says == Says.OPEN && rule.mayStop() && trait.kind() != BenchTrait.Kind.OHM;
    }

    /** The old one's value as it is known best. */
    public String oldKnown() {
      return held.map(Held::old).filter(v -> !v.isEmpty()).orElse(old);
    }

    /** The new one's. */
    public String freshKnown() {
      return held.map(Held::fresh).filter(v -> !v.isEmpty()).orElse(fresh);
    }
  }

  public Bench {
    rows = List.copyOf(rows);
  }

  /**
   * @param traits how each is compared, in the order of the bench
   * @param rules of the family, as they hold for this sensor
   * @param old what is known of the old one
   * @param fresh what is known of the new one
   * @param seen what was held together
   */
  public static Bench of(
      List<BenchTrait> traits,
      List<TraitRule> rules,
      Map<String, String> old,
      Map<String, String> fresh,
      List<Held> seen) {
    Map<String, TraitRule> ruled = new HashMap<>();
    rules.forEach(r -> ruled.putIfAbsent(r.trait(), r));
    Map<String, Held> held = new HashMap<>();
    seen.forEach(h -> held.put(h.trait(), h));
    TreeSet<String> compared = new TreeSet<>(ruled.keySet());
    compared.addAll(old.keySet());
    compared.addAll(fresh.keySet());
    compared.addAll(held.keySet());
    compared.add(PLUG);
    List<Row> rows = new ArrayList<>();
    for (String name : compared) {
      BenchTrait trait = trait(name, traits);
      rows.add(
          row(
              trait,
              ruled.getOrDefault(name, trait.unruled()),
              old.getOrDefault(name, ""),
              fresh.getOrDefault(name, ""),
              Optional.ofNullable(held.get(name))));
    }
    rows.sort(Comparator.comparingInt((Row r) -> place(r.trait().trait(), traits)));
    return new Bench(rows);
  }

  private static BenchTrait trait(String name, List<BenchTrait> traits) {
    return traits.stream()
        .filter(t -> t.trait().equals(name))
        .findFirst()
        .orElseGet(() -> new BenchTrait(name, BenchTrait.Kind.EYE, "", "", null, ""));
  }

  private static int place(String name, List<BenchTrait> traits) {
    for (int i = 0; i < traits.size(); i++) {
      if (traits.get(i).trait().equals(name)) {
        return i;
      }
    }
    return traits.size();
  }

  private static Row row(
      BenchTrait trait, TraitRule rule, String old, String fresh, Optional<Held> held) {
    boolean listed = !old.isEmpty() && !fresh.isEmpty() && !trait.trait().equals(PLUG);
    Optional<TraitRule.Difference> difference =
        held.map(h -> seen(rule, h, fresh))
            .orElseGet(() -> listed ? rule.between(old, fresh) : Optional.empty());
    Says says =
        difference
            .filter(d -> d.weight() != TraitRule.Weight.NONE)
            .map(d -> d.weight() == TraitRule.Weight.STOP ? Says.STOP : Says.HARMLESS)
            .orElse(held.isPresent() ? Says.ALIKE : Says.OPEN);
    return new Row(
        trait,
        rule,
        old,
        fresh,
        held,
        says,
        difference.map(TraitRule.Difference::say).orElse(""),
        difference.flatMap(TraitRule.Difference::ready));
  }

  /** Figures that were read off decide; else what the eye said. */
  private static Optional<TraitRule.Difference> seen(TraitRule rule, Held held, String listed) {
    if (!held.old().isEmpty() && !held.fresh().isEmpty()) {
      return rule.between(held.old(), held.fresh());
    }
    return held.alike()
        ? Optional.empty()
        : Optional.of(rule.any(held.fresh().isEmpty() ? listed : held.fresh()));
  }

  public Optional<Row> row(String trait) {
    return rows.stream().filter(r -> r.trait().trait().equals(trait)).findFirst();
  }

  /** Differences with which the new part does not go in. */
  public List<Row> stops() {
    return rows.stream().filter(r -> r.says() == Says.STOP).toList();
  }

  /** Differences that are lived with. */
  public List<Row> harmless() {
    return rows.stream().filter(r -> r.says() == Says.HARMLESS).toList();
  }

  /** Traits at which somebody has to look before the part goes in. */
  public List<Row> owed() {
    return rows.stream().filter(Row::isOwed).toList();
  }

  /** All at which somebody has to look, seen to be alike; the plug is tried, not looked at. */
  public List<Held> owedAlike() {
    return owed().stream()
        .map(r -> r.trait().trait())
        .filter(t -> !t.equals(PLUG))
        .map(Held::alike)
        .toList();
  }

  /** What to lay ready because the new one differs. */
  public List<String> ready() {
    return rows.stream().flatMap(r -> r.ready().stream()).distinct().toList();
  }
}
