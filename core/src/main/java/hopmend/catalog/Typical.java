package hopmend.catalog;

import hopmend.fault.CodeGroup;
import hopmend.find.Bay;
import hopmend.find.Chassis;
import hopmend.find.Level;
import hopmend.find.Seat;
import hopmend.find.Site;
import hopmend.find.Zone;
import hopmend.sensor.Condition;
import hopmend.sensor.Traits;
import hopmend.swap.Fastener;
import hopmend.vehicle.EngineLayout;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What is usual for the sensors of a family, where no card tells it of the vehicle at hand.
 *
 * @param seats where they usually sit, and in which vehicles
 * @param fastener what usually holds one, null where nothing that is tightened does
 * @param connector what its plug is usually like
 * @param latch id of the latch that its plug usually has
 * @param traits what sheets may ask about it
 * @param teach what the controller is usually taught after work on it, empty for nothing
 */
public record Typical(
    List<Seat> seats,
    Fastener fastener,
    String connector,
    String latch,
    Map<String, List<String>> traits,
    String teach,
    String source) {
  public Typical {
    teach = teach == null ? "" : teach;
    seats = List.copyOf(seats);
    traits = traits == null ? Map.of() : Map.copyOf(traits);
  }

  /** For a sheet that tells nothing: one place for each that its codes speak about. */
  static Typical anywhere(String name, List<CodeGroup> codes) {
    Stream<Seat> seats =
        codes.stream()
            .map(
                g ->
                    new Seat(
                        g.bank(),
                        g.position(),
                        name,
                        Zone.BLOCK,
                        null,
                        Site.WayIn.FROM_ABOVE,
                        List.of(Site.WayIn.FROM_BELOW),
                        List.of("follow its wires from the plug"),
                        null,
                        Condition.ALWAYS))
            .distinct();
    return new Typical(seats.toList(), null, "not told", "push-tab", Map.of(), "", Seat.SOURCE);
  }

  /** Whether such sensors are counted along the exhaust. */
  public boolean isInTheExhaust() {
    return seats.stream().anyMatch(s -> s.zone().isInTheExhaust());
  }

  /** How high the sensor of a place usually sits. */
  Optional<Level> level(int bank, String position) {
    return seats.stream()
        .filter(s -> s.bank() == bank && s.position().equals(position))
        .map(s -> s.zone().level())
        .findFirst();
  }

  Optional<Fastener> held() {
    return Optional.ofNullable(fastener);
  }

  /** The sites that a vehicle with these plans has, or may have by what is known of it. */
  Stream<Site> sites(String family, Traits vehicle, EngineLayout engine, Bay bay, Chassis chassis) {
    return seats.stream()
        .filter(s -> s.condition().refusedBy(vehicle).isEmpty())
        .map(
            s ->
                s.site(
                    family,
                    engine,
                    bay,
                    chassis,
                    connector,
                    held().map(Fastener::id).orElse(null),
                    latch,
                    traits));
  }
}
