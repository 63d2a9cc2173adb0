package hopmend.prove;

import java.util.List;
import java.util.Optional;

/** What hop 2 knows whatever the sensor. */
public record Proving(Planning planning, Tried tried, List<SetUp> setUps, List<Clue> clues) {
  /**
   * What planning reckons with.
   *
   * @param handOverMinutes what a specialist takes to find it
   * @param provingMinutes clearing and a short drive after each repair
   * @param waitWeighs an hour of waiting as a share of an hour of work
   * @param partPrice of a sensor that no list knows, in the shop's currency
   */
  public record Planning(
      double handOverMinutes,
      double provingMinutes,
      double waitWeighs,
      double partPrice,
      String source) {
    public Planning {
      if (!(handOverMinutes > 0 && provingMinutes > 0 && waitWeighs > 0 && waitWeighs <= 1)) {
        throw new IllegalArgumentException(
            "Planning needs positive minutes, and a waiting that weighs up to 1");
      }
    }
  }

  public Proving {
    setUps = List.copyOf(setUps);
    clues = List.copyOf(clues);
  }

  public Optional<Clue> clue(String id) {
    return clues.stream().filter(c -> c.id().equals(id)).findFirst();
  }
}
