package hopmend.app.link;

import hopmend.wire.Supported;
import hopmend.wire.Uds;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Who answers behind a gateway.
 *
 * @param vin of the vehicle
 * @param main the controller that tells what the emissions laws want told: readiness, live values
 * @param all their addresses, the main one first
 * @param live which live values the main one has; empty where it does not tell that
 */
record Targets(String vin, int main, List<Integer> all, Optional<Supported> live) {
  private static final String NUMBER = "tell its identification number";

  Targets {
    all = List.copyOf(all);
  }

  /**
   * Finds them out: all are asked whether they are there, then who tells readiness; then the number
   * is read, and which live values there are. Where nobody answers to all being asked, the gateway
   * itself is the only one.
   *
   * @throws LinkProblem if no identification number is told, or it does not read
   */
  static Targets found(VehicleLink link) {
    Set<Integer> there = new LinkedHashSet<>();
    link.route().target().ifPresent(there::add);
    there.addAll(link.askAll(Uds.testerPresent(), "say who is there").keySet());
    if (there.isEmpty()) {
      there.add(link.entity());
    }
    int main =
        link.route()
            .target()
            .orElseGet(
                () ->
                    there.size() == 1
                        ? there.iterator().next()
                        : link
                            .askAll(Uds.readData(Uds.READINESS), "say who knows its monitors")
                            .keySet()
                            .stream()
                            .findFirst()
                            .orElseGet(() -> there.iterator().next()));
    List<Integer> all = new ArrayList<>(List.of(main));
    there.stream().filter(a -> a != main).forEach(all::add);
    String vin = numberOf(link, all);
    return new Targets(vin, main, all, Supported.told(id -> bitmap(link, main, id)));
  }

  /** The number that the vehicle tells; the first controller that tells one is believed. */
  private static String numberOf(VehicleLink link, List<Integer> all) {
    for (int target : all.subList(0, all.size() - 1)) {
      Optional<Uds.Positive> told = link.askIfKnown(target, Uds.readData(Uds.VIN), NUMBER);
      if (told.isPresent()) {
        return number(told.get());
      }
    }
    return number(link.ask(all.get(all.size() - 1), Uds.readData(Uds.VIN), NUMBER));
  }

  private static String number(Uds.Positive answer) {
    String text = new String(Uds.dataOf(answer, Uds.VIN), StandardCharsets.US_ASCII).strip();
    if (!text.matches("[0-9A-Z]{17}")) {
      throw new LinkProblem("The vehicle's identification number does not read.");
    }
    return text;
  }

  /** Nobody needs to tell it: silence is as good as a refusal, and a link that broke shows soon. */
  private static Optional<byte[]> bitmap(VehicleLink link, int main, int identifier) {
    try {
      return link.askIfKnown(main, Uds.readData(identifier), "tell which live values it has")
          .map(a -> Uds.dataOf(a, identifier));
    } catch (LinkProblem e) {
      if (link.watch().isStopped()) {
        throw e;
      }
      return Optional.empty();
    }
  }

  /** The same controllers, with the number that they tell now. */
  Targets again(VehicleLink link) {
    return new Targets(numberOf(link, all), main, all, live);
  }
}
