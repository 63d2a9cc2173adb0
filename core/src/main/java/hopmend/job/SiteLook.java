package hopmend.job;

import hopmend.find.Site;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Whether what somebody saw before a sensor is as its card tells it. */
final class SiteLook {
  private SiteLook() {}

  /** In what it is another sensor than the card's, or the card is wrong; what is usual is not. */
  static List<Message> strange(Site site, Fact.Look look) {
    List<Message> says = new ArrayList<>();
    if (site.typical()) {
      return says;
    }
    List<String> wires = site.traits().getOrDefault("wires", List.of());
    if (look.wires() != null && !wires.isEmpty() && !wires.contains("" + look.wires())) {
      says.add(Message.of("look.wires", String.join(", ", wires), look.wires()));
    }
    site.cavities()
        .ifPresent(
            told -> {
              if (look.cavities() != null && look.cavities() != told) {
                says.add(Message.of("look.cavities", told, look.cavities()));
              }
            });
    if (!look.colours().isEmpty()
        && !site.colours().isEmpty()
        && !small(look.colours()).equals(small(site.colours()))) {
      says.add(
          Message.of(
              "look.colours",
              String.join(", ", site.colours()),
              String.join(", ", look.colours())));
    }
    return says;
  }

  private static List<String> small(List<String> colours) {
    return colours.stream().map(c -> c.strip().toLowerCase(Locale.ROOT)).sorted().toList();
  }
}
