package hopmend.find;

import hopmend.fault.CodeGroup;
import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.vehicle.EngineLayout;
import java.util.List;
import java.util.Map;

/**
 * Where a sensor of a family usually sits, for vehicles of which nobody has told it (common
 * practice).
 *
 * @param bank as its codes count, 0 where banks do not apply
 * @param position the sheet's word for the place, empty where it has none
 * @param name what it is called
 * @param zone the general place
 * @param end the end of the engine, null where the zone says it or none is usual
 * @param wayIn from where it is usually reached
 * @param otherWays from where else
 * @param landmarks how a person finds it
 * @param reach what to know about the reach, null for nothing
 * @param condition vehicles that have it, by their traits
 */
public record Seat(
    int bank,
    String position,
    String name,
    Zone zone,
    Site.End end,
    Site.WayIn wayIn,
    List<Site.WayIn> otherWays,
    List<String> landmarks,
    String reach,
    Condition condition)
    implements Conditional {
  /** Where what is usual comes from. */
  public static final String SOURCE = "common practice: where such a sensor usually sits";

  public Seat {
    position = position == null ? "" : position;
    otherWays = otherWays == null ? List.of() : List.copyOf(otherWays);
    landmarks = List.copyOf(landmarks);
    condition = Condition.orAlways(condition);
  }

  /** The id of the site that is made of it. */
  public String id(String family) {
    return family
        + (bank > 0 ? "-" + bank : "")
        + (position.isEmpty() ? "" : "-" + position.replace(' ', '-'));
  }

  /**
   * The site that it is in a vehicle with these plans.
   *
   * @param fastener id of what usually holds it, null for nothing
   */
  public Site site(
      String family,
      EngineLayout engine,
      Bay bay,
      Chassis chassis,
      String connector,
      String fastener,
      String latch,
      Map<String, List<String>> traits) {
    return new SiteDraft(id(family), family, name)
        .counted(bank, position, end)
        .landmarks(landmarks)
        .way(new Site.Way(wayIn, List.of(), reach, false))
        .otherWays(otherWays.stream().map(Site.Way::of).toList())
        .plug(connector, latch)
        .heldBy(fastener)
        .traits(traits)
        .at(
            zone.inBay(engine, bay, bank).orElse(null),
            zone.isOutsideBay() ? zone.underVehicle(chassis, bank).orElse(null) : null)
        .level(zone.level())
        .onlyUsual()
        .source(SOURCE)
        .site();
  }

  /** Whether codes of a group may mean it. */
  public boolean isMeantBy(CodeGroup group) {
    return suits(group.bank(), group.position());
  }

  /** Whether a code that means this bank and position means it; 0 and empty mean any. */
  boolean suits(int wantedBank, String wantedPosition) {
    return (wantedBank == 0 || bank == 0 || bank == wantedBank)
        && (wantedPosition.isEmpty() || position.equals(wantedPosition));
  }
}
