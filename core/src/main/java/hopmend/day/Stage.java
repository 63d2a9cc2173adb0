package hopmend.day;

import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Pieces that one person does at one place, one after the other. The vehicle does not leave its bay
 * between them: somebody has it apart.
 *
 * @param bays the kinds of bay that will do; empty where it needs none
 * @param tools things of which the shop has one, and which the stage keeps from its first piece to
 *     its last
 * @param notBefore what it needs is not here earlier
 * @param standsIn the bay in which the vehicle stands already, apart; empty where it can still go
 *     into any
 * @param person who does it, where somebody said so
 */
public record Stage(
    String id,
    List<Piece> pieces,
    Set<BayKind> bays,
    Set<String> tools,
    int notBefore,
    Optional<String> standsIn,
    Optional<String> person) {
  public Stage {
    pieces = List.copyOf(pieces);
    bays = Set.copyOf(bays);
    tools = Set.copyOf(tools);
    if (pieces.isEmpty()) {
      throw new IllegalArgumentException("Stage " + id + " has nothing to do");
    }
  }

  /** The same, done by whom somebody named. */
  public Stage by(Optional<String> named) {
    return new Stage(id, pieces, bays, tools, notBefore, standsIn, named);
  }

  /** The minutes in which somebody is at it. */
  public int hands() {
    return pieces.stream().filter(Piece::isActive).mapToInt(Piece::minutes).sum();
  }

  /** The same by all persons who have to be there. */
  int personMinutes() {
    return pieces.stream().filter(Piece::isActive).mapToInt(p -> p.minutes() * p.persons()).sum();
  }

  public int minutes() {
    return pieces.stream().mapToInt(Piece::minutes).sum();
  }

  boolean needsPerson() {
    return pieces.stream().anyMatch(Piece::isActive);
  }

  /** Whether a person may do all of it. */
  public boolean maybeDoneBy(DayPerson who) {
    return person.map(who.login()::equals).orElse(true)
        && pieces.stream().allMatch(p -> who.skills().containsAll(p.demands()));
  }
}
