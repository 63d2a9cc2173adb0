package hopmend.part;

import hopmend.sensor.Condition;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** The old part beside the new one, trait by trait, before anything goes in. */
public record OldAgainstNew(List<Line> lines) {

  /**
   * One trait of both parts.
   *
   * @param weight empty if they are alike
   */
  public record Line(
      String trait, String old, String fresh, Optional<TraitRule.Weight> weight, String say) {}

  private static final String UNKNOWN = "not on the card";

  public OldAgainstNew {
    lines = List.copyOf(lines);
  }

  /**
   * Compares all traits that either part names; an unknown side is a stop until it is looked at.
   */
  public static OldAgainstNew of(
      Map<String, String> old, Map<String, String> fresh, List<TraitRule> rules) {
    TreeSet<String> traits = new TreeSet<>(old.keySet());
    traits.addAll(fresh.keySet());
    return new OldAgainstNew(
        traits.stream()
            .map(t -> line(t, old.getOrDefault(t, UNKNOWN), fresh.getOrDefault(t, UNKNOWN), rules))
            .toList());
  }

  private static Line line(String trait, String old, String fresh, List<TraitRule> rules) {
    if (old.equals(fresh)) {
      return new Line(trait, old, fresh, Optional.empty(), "alike");
    }
    TraitRule rule =
        rules.stream()
            .filter(r -> r.trait().equals(trait))
            .findFirst()
            .orElseGet(
                () ->
                    new TraitRule(
                        trait,
                        TraitRule.Weight.STOP,
                        "no rule knows this difference: ask before fitting",
                        Condition.ALWAYS,
                        "the shop's rule"));
    return new Line(trait, old, fresh, Optional.of(rule.difference()), rule.say());
  }

  public boolean stops() {
    return lines.stream()
        .anyMatch(l -> l.weight().filter(TraitRule.Weight.STOP::equals).isPresent());
  }
}
