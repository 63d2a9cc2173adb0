package hopmend.job;

import hopmend.part.PartChoice;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What the work at hand costs: the chosen part of each sensor, and the work on all of them
 * together, with the way in counted once.
 *
 * @param parts those that are chosen, in the order of the sensors
 * @param waiting sensors whose part is not chosen yet
 * @param minutes of work on all of them
 * @param labour its price, in the shop's currency
 */
public record JobCost(List<Line> parts, List<String> waiting, double minutes, double labour) {
  /**
   * A part, after the discount.
   *
   * @param known whether its price is told
   * @param deposit that comes back with the old part
   */
  public record Line(String sensor, String number, boolean known, double pay, double deposit) {}

  public JobCost {
    parts = List.copyOf(parts);
    waiting = List.copyOf(waiting);
  }

  static JobCost of(List<Target> together, double minutes, double labourPerHour) {
    return new JobCost(
        together.stream().flatMap(t -> line(t).stream()).toList(),
        together.stream()
            .filter(t -> !t.isWithoutPart() && line(t).isEmpty())
            .map(Target::name)
            .toList(),
        minutes,
        minutes * labourPerHour / 60);
  }

  private static Optional<Line> line(Target t) {
    Optional<PartChoice> choice = t.partChoice();
    return t.chosenPart()
        .flatMap(p -> choice.flatMap(c -> c.byKey(p.key())))
        .map(
            c ->
                new Line(
                    t.name(),
                    c.part().number(),
                    c.cost().known(),
                    c.cost().pay(),
                    c.cost().deposit()));
  }

  public double total() {
    return Stream.concat(parts.stream().map(Line::pay), Stream.of(labour))
        .mapToDouble(d -> d)
        .sum();
  }
}
