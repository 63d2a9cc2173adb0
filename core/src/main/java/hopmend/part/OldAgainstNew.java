package hopmend.part;

import hopmend.message.Message;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** The old part beside the new one, trait by trait, before anything goes in. */
public record OldAgainstNew(List<Line> lines) {

  /**
   * One trait of both parts.
   *
   * @param old empty if it is not known, and so is {@code fresh}
   * @param weight empty if they are alike
   */
  public record Line(
      String trait, String old, String fresh, Optional<TraitRule.Weight> weight, Message say) {}

  public OldAgainstNew {
    lines = List.copyOf(lines);
  }

  /**
   * Compares all traits that either part names; an unknown side is a stop until it is looked at.
   * Where neither names any, all that the sheet has rules for are to be looked at.
   */
  public static OldAgainstNew of(
      Map<String, String> old, Map<String, String> fresh, List<TraitRule> rules) {
    TreeSet<String> traits = new TreeSet<>(old.keySet());
    traits.addAll(fresh.keySet());
    if (traits.isEmpty()) {
      return new OldAgainstNew(
          rules.stream()
              .map(TraitRule::trait)
              .map(t -> new Line(t, "", "", Optional.empty(), Message.of("beside.by-eye")))
              .toList());
    }
    return new OldAgainstNew(
        traits.stream()
            .map(t -> line(t, old.getOrDefault(t, ""), fresh.getOrDefault(t, ""), rules))
            .toList());
  }

  private static Line line(String trait, String old, String fresh, List<TraitRule> rules) {
    if (old.equals(fresh)) {
      return new Line(trait, old, fresh, Optional.empty(), Message.of("beside.alike"));
    }
    return rules.stream()
        .filter(r -> r.trait().equals(trait))
        .findFirst()
        .map(r -> line(trait, old, fresh, r.difference(), Message.text(r.say())))
        .orElseGet(
            () -> line(trait, old, fresh, TraitRule.Weight.STOP, Message.of("beside.no-rule")));
  }

  private static Line line(
      String trait, String old, String fresh, TraitRule.Weight weight, Message say) {
    return new Line(trait, old, fresh, Optional.of(weight), say);
  }

  public boolean stops() {
    return lines.stream()
        .anyMatch(l -> l.weight().filter(TraitRule.Weight.STOP::equals).isPresent());
  }
}
