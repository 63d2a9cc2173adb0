package hopmend.job;

import hopmend.catalog.VehicleCard;
import hopmend.fault.CodePicture;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.find.Wiring;
import hopmend.message.Message;
import hopmend.swap.Obstruction;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/**
 * What the wiring of a card says of several codes at once, and in which order its sensors are
 * unplugged to find the one that spoils it.
 */
public final class SharedWiring {
  /** One plug to pull: whose, and how one gets there. */
  public record Unplug(String name, Message wayIn, List<TroubleCode> codes) {}

  private SharedWiring() {}

  /**
   * Each wire of the card on which two sensors or more complain.
   *
   * @param sites of the codes that speak about a circuit of one
   */
  static List<CodePicture.Shared> causes(VehicleCard card, Map<TroubleCode, Site> sites) {
    List<CodePicture.Shared> causes = new ArrayList<>();
    for (Wiring w : card.wiring()) {
      List<TroubleCode> codes =
          sites.keySet().stream()
              .filter(c -> w.sites().contains(sites.get(c).id()))
              .sorted()
              .toList();
      if (codes.stream().map(c -> sites.get(c).id()).distinct().count() > 1) {
        causes.add(
            new CodePicture.Shared(
                w.name(),
                Message.of("tie.by-the-card", w.kind()),
                codes,
                w.kind().isFoundByUnplugging()));
      }
    }
    return causes;
  }

  /**
   * The sensors of a shared cause, the easiest plug first: by its way in, then by the minutes that
   * what lies over it takes, then by name.
   */
  static List<Unplug> order(
      CodePicture.Shared cause, VehicleCard card, Map<TroubleCode, Site> sites) {
    if (!cause.unplug()) {
      return List.of();
    }
    return cause.codes().stream()
        .filter(sites::containsKey)
        .map(sites::get)
        .distinct()
        .sorted(
            Comparator.comparing(Site::wayIn)
                .thenComparing(s -> minutes(card, s))
                .thenComparing(Site::name))
        .map(
            s ->
                new Unplug(
                    s.name(),
                    Message.named(s.wayIn()),
                    cause.codes().stream().filter(c -> s.equals(sites.get(c))).toList()))
        .toList();
  }

  private static double minutes(VehicleCard card, Site site) {
    return card.obstructions().stream()
        .filter(o -> site.behind().contains(o.id()))
        .mapToDouble(Obstruction::offMinutes)
        .sum();
  }
}
