package hopmend.catalog;

import hopmend.fault.CodeGroup;
import hopmend.part.TraitRule;
import hopmend.part.TwinLife;
import hopmend.prove.Check;
import hopmend.prove.Suspect;
import hopmend.sensor.Traits;
import hopmend.swap.Operation;
import java.util.List;
import java.util.Optional;

/**
 * All that is known of a sensor family, whatever the vehicle.
 *
 * @param family id, also the file name
 * @param follows whether the sensor belongs to the engine, which may have been swapped, or the body
 * @param tells what the sensor tells the controller
 * @param life wear-out of the sensor, null where the pair question does not arise
 * @param twinExtraMinutes extra time for the second sensor while access is open
 */
public record FamilySheet(
    String family,
    int revision,
    String name,
    Follows follows,
    String tells,
    String principle,
    List<CodeGroup> codes,
    List<Suspect> suspects,
    List<Check> checks,
    List<TraitRule> traits,
    TwinLife life,
    double twinExtraMinutes,
    List<Operation> operations,
    String source) {
  /** To what a sensor belongs. */
  public enum Follows {
    ENGINE,
    BODY
  }

  public FamilySheet {
    follows = follows == null ? Follows.ENGINE : follows;
    if (operations.isEmpty() || suspects.isEmpty() || checks.isEmpty()) {
      throw new IllegalArgumentException(
          "Sheet " + family + " needs suspects, checks and operations");
    }
    codes = List.copyOf(codes);
    suspects = List.copyOf(suspects);
    checks = List.copyOf(checks);
    traits = List.copyOf(traits);
    operations = List.copyOf(operations);
  }

  /** The checks that are meant for a sensor of these traits. */
  public List<Check> checksFor(Traits traits) {
    return checks.stream().filter(c -> c.condition().holdsFor(traits)).toList();
  }

  public Optional<Check> check(String id) {
    return checks.stream().filter(c -> c.id().equals(id)).findFirst();
  }
}
