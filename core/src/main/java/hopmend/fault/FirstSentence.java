package hopmend.fault;

import hopmend.fault.CodePicture.Arrow;
import hopmend.fault.CodePicture.Node;
import hopmend.fault.CodePicture.Role;
import hopmend.fault.CodePicture.Shared;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What an experienced technician would say first of some codes, why, and what to do then. */
final class FirstSentence {
  /** Shared causes that are told beside the first (our own bound). */
  private static final int MOST_BESIDES = 3;

  private final List<Node> nodes;
  private final List<Arrow> arrows;
  private final List<Shared> shared;
  private final RulesAtHand rules;

  FirstSentence(List<Node> nodes, List<Arrow> arrows, List<Shared> shared, RulesAtHand rules) {
    this.nodes = nodes;
    this.arrows = arrows;
    this.shared = shared;
    this.rules = rules;
  }

  /**
   * @param begin the code to begin with, empty where none accuses anything
   */
  List<Message> says(Optional<Node> begin) {
    if (nodes.isEmpty()) {
      return List.of(Message.of("codes.none"));
    }
    return begin.map(this::beginWith).orElseGet(this::standBy);
  }

  private List<Message> beginWith(Node first) {
    TroubleCode code = first.read().code();
    List<Message> says = new ArrayList<>();
    Optional<Shared> common = shared.stream().filter(s -> s.codes().contains(code)).findFirst();
    says.add(common.map(c -> together(c, code)).orElseGet(() -> workOn(code)));
    common
        .map(Shared::reason)
        .or(() -> rules.rule(CodeRule.Kind.FIRST, code).map(r -> Message.text(r.reason())))
        .ifPresent(why -> says.add(Message.of("codes.why", why)));
    if (first.read().onlyOfThePast()) {
      says.add(Message.of("codes.history"));
    }
    if (common.isEmpty()) {
      first.next().ifPresent(next -> says.add(Message.of("codes.next", next)));
    }
    shared.stream()
        .filter(s -> !common.equals(Optional.of(s)))
        .limit(MOST_BESIDES)
        .forEach(s -> says.add(Message.of("codes.besides", codes(s), s.name(), s.reason())));
    return says;
  }

  private static Message together(Shared common, TroubleCode first) {
    return Message.of("codes.together", codes(common), common.name(), first.text());
  }

  private static Message codes(Shared common) {
    return Message.listed(common.codes().stream().map(TroubleCode::text).toList());
  }

  private Message workOn(TroubleCode code) {
    List<String> children =
        arrows.stream().filter(a -> a.from().equals(code)).map(a -> a.to().text()).toList();
    return children.isEmpty()
        ? Message.of("codes.work-on", code.text())
        : Message.of("codes.work-on-cause", code.text(), String.join(", ", children));
  }

  /** Nothing that is there now accuses anything: the first bystander's own way on. */
  private List<Message> standBy() {
    Optional<Node> first = nodes.stream().filter(n -> n.next().isPresent()).findFirst();
    return List.of(
        first
            .map(
                n ->
                    Message.of(
                        nodes.size() == 1 ? "codes.alone" : standing(),
                        n.read().code().text(),
                        n.next().get()))
            .orElseGet(() -> Message.of("codes.no-cause")));
  }

  private String standing() {
    boolean others = nodes.stream().anyMatch(n -> n.role() == Role.CAUSE || n.role() == Role.ALONE);
    return others ? "codes.stands-by-now" : "codes.stands-by";
  }
}
