package hopmend.app.read;

import hopmend.app.web.Words;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeState;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A code as the list shows it.
 *
 * @param kind the word of its style sheet
 * @param chips its states, and how often it was seen
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
    String controlUnit,
    CodeMeaning meaning,
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
        node.read().controlUnit(),
        meaning,
        full);
  }
}
