package hopmend.fault;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The rules that speak about some codes: of each code those that explain it, of each rule the codes
 * that it explains. Every code is held against every rule once.
 */
final class RulesAtHand {
  /** A rule with the codes at hand that it explains. */
  record Speaking(CodeRule rule, List<ReadCode> of) {}

  private final List<Speaking> speaking = new ArrayList<>();
  private final Map<TroubleCode, List<CodeRule>> byCode = new HashMap<>();
  private final Map<TroubleCode, Integer> ranks = new HashMap<>();

  RulesAtHand(List<ReadCode> codes, List<CodeRule> rules) {
    codes.forEach(c -> byCode.put(c.code(), new ArrayList<>()));
    for (int i = 0; i < rules.size(); i++) {
      CodeRule rule = rules.get(i);
      List<ReadCode> of = new ArrayList<>();
      for (ReadCode read : codes) {
        if (rule.explains(read.code())) {
          of.add(read);
          byCode.get(read.code()).add(rule);
          if (rule.kind() == CodeRule.Kind.FIRST) {
            ranks.putIfAbsent(read.code(), i);
          }
        }
      }
      if (!of.isEmpty()) {
        speaking.add(new Speaking(rule, of));
      }
    }
  }

  /** In the order of the file. */
  List<Speaking> speaking() {
    return speaking;
  }

  /** The first rule of a kind that speaks about the code. */
  Optional<CodeRule> rule(CodeRule.Kind kind, TroubleCode code) {
    return byCode.get(code).stream().filter(r -> r.kind() == kind).findFirst();
  }

  /** Whether no rule speaks about the code but the one of its area. */
  boolean knowOnlyTheAreaOf(TroubleCode code) {
    return byCode.get(code).stream().allMatch(r -> r.kind() == CodeRule.Kind.AREA);
  }

  /** The place of the rule that sets the code before others. */
  int rank(TroubleCode code) {
    return ranks.getOrDefault(code, Integer.MAX_VALUE);
  }

  /**
   * What to do next about a code: by a rule of its own, by the checks of its sensor, by its area.
   */
  Optional<Message> next(TroubleCode code, boolean hasSheet) {
    return byCode.get(code).stream()
        .filter(CodeRule::tellsWhatToDo)
        .map(r -> Message.text(r.next()))
        .findFirst()
        .or(() -> hasSheet ? Optional.of(Message.of("codes.prove")) : Optional.empty())
        .or(() -> rule(CodeRule.Kind.AREA, code).map(r -> Message.text(r.next())));
  }
}
