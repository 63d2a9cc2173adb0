package hopmend.app.read;

import hopmend.app.web.Words;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * A code as the list shows it.
 *
 * @param kind the word of its style sheet
 * @param units the control units that hold it; where they are several, each with what it says
 * @param chips its states, and how often it was seen
 * @param next what to do about it
 * @param isFull shown with all that can be said and done; the others on being asked
 */
public record CodeLine(
    String code,
    String kind,
    boolean follows,
    String headline,
    String role,
    String reason,
    List<String> chips,
    List<String> units,
    CodeMeaning meaning,
    String next,
    boolean isFull) {
  static CodeLine of(CodePicture.Node node, CodeMeaning meaning, boolean full) {
    List<String> chips = new ArrayList<>();
    node.read().states().stream().map(CodeState::label).forEach(chips::add);
    if (node.read().occurrences() > 0) {
      chips.add(node.read().occurrences() + " times");
    }
    return new CodeLine(
        node.read().code().text(),
        "code-" + node.role().name().toLowerCase(Locale.ROOT),
        node.role() == CodePicture.Role.CHILD,
        meaning.headline(),
        Words.of(node.role()),
        Words.of(node.reason()),
        chips,
        units(node.holders()),
        meaning,
        node.next().map(Words::of).orElse(""),
        full);
  }

  private static List<String> units(List<ReadCode> holders) {
    return holders.stream()
        .map(h -> holders.size() == 1 ? h.controlUnit() : h.controlUnit() + ": " + states(h))
        .filter(unit -> !unit.isEmpty())
        .toList();
  }

  private static String states(ReadCode read) {
    return read.states().isEmpty()
        ? "state not told"
        : read.states().stream().map(CodeState::label).collect(Collectors.joining(", "));
  }
}
