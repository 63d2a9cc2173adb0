package hopmend.prove;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToIntFunction;
import java.util.stream.Collector;
import java.util.stream.Collectors;

/**
 * What the shop's own jobs say of causes: how many that were signed off as proven ended at which
 * suspect, for a family and for a vehicle card. They move the weights of a sheet as a Dirichlet
 * prior is moved by counts: the sheet stands for so many jobs, and a card is shrunk to its family.
 */
public record CauseRecord(
    Map<String, Map<String, Integer>> byFamily, Map<OnCard, Map<String, Integer>> byCard) {
  /** A shop that has proven none yet. */
  public static final CauseRecord NONE = new CauseRecord(Map.of(), Map.of());

  /** How many jobs the weights of a sheet stand for; the shop's estimate. */
  private static final double SHEET_STANDS_FOR = 20;

  /** How many jobs a family stands for beside those on one card; the shop's estimate. */
  private static final double FAMILY_STANDS_FOR = 10;

  /** A family on one vehicle card; empty for a vehicle without one. */
  public record OnCard(String family, String card) {}

  /** A cause that was put right, and proven so by the sign-off. */
  public record Proven(String family, String card, String suspect) {}

  /** In how many jobs it was one. */
  public record Counted(Proven cause, int jobs) {}

  public CauseRecord {
    byFamily = Map.copyOf(byFamily);
    byCard = Map.copyOf(byCard);
  }

  public static CauseRecord of(List<Proven> all) {
    return counted(all.stream().map(p -> new Counted(p, 1)).toList());
  }

  public static CauseRecord counted(List<Counted> all) {
    return new CauseRecord(
        all.stream().collect(Collectors.groupingBy(c -> c.cause().family(), bySuspect())),
        all.stream()
            .filter(c -> !c.cause().card().isEmpty())
            .collect(
                Collectors.groupingBy(
                    c -> new OnCard(c.cause().family(), c.cause().card()), bySuspect())));
  }

  private static Collector<Counted, ?, Map<String, Integer>> bySuspect() {
    return Collectors.toMap(c -> c.cause().suspect(), Counted::jobs, Integer::sum, HashMap::new);
  }

  /** How many jobs of a family ended at a suspect. */
  public int count(String family, String suspect) {
    return byFamily.getOrDefault(family, Map.of()).getOrDefault(suspect, 0);
  }

  /** How many jobs of a family ended at one of these. */
  public int of(String family, List<Suspect> suspects) {
    return suspects.stream().mapToInt(s -> count(family, s.id())).sum();
  }

  /**
   * Suspects with the weights that the shop's jobs give them: the sum of all weights stays.
   *
   * @param card id of the vehicle's card, empty for none
   */
  public List<Suspect> learned(String family, String card, List<Suspect> suspects) {
    Map<String, Integer> here = byCard.getOrDefault(new OnCard(family, card), Map.of());
    List<Suspect> byShop = moved(suspects, SHEET_STANDS_FOR, s -> count(family, s.id()));
    return moved(byShop, FAMILY_STANDS_FOR, s -> here.getOrDefault(s.id(), 0));
  }

  /** The mean of a Dirichlet distribution: (strength x share + count) / (strength + all counts). */
  private static List<Suspect> moved(
      List<Suspect> suspects, double strength, ToIntFunction<Suspect> count) {
    double weights = suspects.stream().mapToDouble(Suspect::weight).sum();
    int jobs = suspects.stream().mapToInt(count).sum();
    return jobs == 0
        ? suspects
        : suspects.stream()
            .map(
                s ->
                    s.weighing(
                        weights
                            * (strength * s.weight() / weights + count.applyAsInt(s))
                            / (strength + jobs)))
            .toList();
  }
}
