package hopmend.find;

import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import hopmend.sensor.Traits;
import hopmend.vehicle.EngineLayout;
import java.util.List;
import java.util.Optional;

/**
 * To which place of the vehicle a code leads, by walking the layout: bank, branch, order, cam, end.
 * A place that the vehicle's card tells comes first; else the one where such a sensor usually sits,
 * if the layout has it.
 */
public sealed interface CodePlace {
  /** How the code led there. */
  Message why();

  /** The sensor sits here. */
  record Found(Site site, Message why) implements CodePlace {}

  /**
   * One answer settles it.
   *
   * @param trait what has to be told
   * @param values among which
   */
  record Asks(String trait, List<String> values, Message why) implements CodePlace {
    public Asks {
      values = List.copyOf(values);
    }
  }

  /** This vehicle has no such sensor. */
  record None(Message why) implements CodePlace {}

  /** The trait that tells at which side bank 1 lies. */
  String BANK_ONE = "bank 1";

  /** The trait that tells at which end cylinder 1 is. */
  String CYLINDER_ONE = "cylinder 1";

  /**
   * A vehicle, as far as it is known.
   *
   * @param name of its card
   * @param sites told ones and typical ones
   * @param isComplete whether the card tells every sensor of the family that the vehicle has
   * @param traits of vehicle and engine, with what was told in the job
   */
  record Vehicle(
      String name, EngineLayout engine, List<Site> sites, boolean isComplete, Traits traits) {
    public Vehicle {
      sites = List.copyOf(sites);
    }
  }

  /**
   * Where a code leads.
   *
   * @param groups of all sheets and of the vehicle
   * @param seats where sensors of the family usually sit
   * @return empty if no group owns the code
   */
  static Optional<CodePlace> of(
      TroubleCode code, String family, List<CodeGroup> groups, List<Seat> seats, Vehicle vehicle) {
    return CodeGroup.owning(code, groups)
        .map(group -> new CodeWalk(code, family, group, seats, vehicle).place());
  }
}
