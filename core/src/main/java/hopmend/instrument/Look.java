package hopmend.instrument;

import hopmend.message.Message;
import java.util.List;
import java.util.Optional;

/**
 * Either what an instrument sees, or why it can tell nothing.
 *
 * @param notes what a person has to know of the recording
 */
public record Look(Optional<Sight> sight, List<Message> problems, List<Message> notes) {
  public Look {
    problems = List.copyOf(problems);
    notes = List.copyOf(notes);
  }

  static Look at(Sight sight) {
    return new Look(Optional.of(sight), List.of(), List.of());
  }

  static Look unfit(String key, Object... said) {
    return unfit(List.of(Message.of(key, said)));
  }

  static Look unfit(List<Message> problems) {
    return new Look(Optional.empty(), problems, List.of());
  }

  Look with(List<Message> moreNotes) {
    return new Look(sight, problems, moreNotes);
  }
}
