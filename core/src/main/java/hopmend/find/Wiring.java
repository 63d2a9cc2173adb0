package hopmend.find;

import java.util.List;

/**
 * A wire, a fuse or a ground point that several sensors of a vehicle share, from its card.
 *
 * @param name as the maker's diagram has it, for example "5 V supply 2"
 * @param sites ids of the card's sites, two at least
 */
public record Wiring(String id, String name, Kind kind, List<String> sites, String source) {
  /** What it does for them. */
  public enum Kind {
    SUPPLY,
    GROUND,
    FUSE;

    /** Whether the sensor that spoils it is found by unplugging one after another. */
    public boolean isFoundByUnplugging() {
      return this != FUSE;
    }
  }

  public Wiring {
    sites = List.copyOf(sites);
    if (sites.size() < 2) {
      throw new IllegalArgumentException("Wiring " + id + " is shared by two sites at least");
    }
  }
}
