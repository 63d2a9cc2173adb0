package hopmend.catalog;

import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.find.CodePlace;
import hopmend.part.TraitRule;
import hopmend.part.TwinLife;
import hopmend.prove.Check;
import hopmend.prove.Suspect;
import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.LiveSignal;
import hopmend.sensor.Traits;
import hopmend.swap.Operation;
import hopmend.verify.SensorProof;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * All that is known of a sensor family, whatever the vehicle.
 *
 * @param family id, also the file name
 * @param follows whether the sensor belongs to the engine, which may have been swapped, or the body
 * @param tells what the sensor tells the controller
 * @param life wear-out of the sensor, null where the pair question does not arise
 * @param always the traits that every sensor of the family has
 * @param proofs what has to be seen of it after the work
 * @param watched the live signals by which its plug is known
 * @param typical where they usually sit and what holds them, for vehicles that nobody has described
 * @param twinExtraMinutes extra time for the second sensor while access is open
 */
public record FamilySheet(
    String family,
    int revision,
    String name,
    Follows follows,
    String tells,
    String principle,
    Map<String, List<String>> always,
    List<CodeGroup> codes,
    List<Suspect> suspects,
    List<Check> checks,
    List<TraitRule> traits,
    TwinLife life,
    double twinExtraMinutes,
    List<Operation> operations,
    List<SensorProof> proofs,
    List<Watched> watched,
    Typical typical,
    String source) {
  /** The live signal that drops out when such a sensor is unplugged. */
  public record Watched(LiveSignal signal, Condition condition, String source)
      implements Conditional {
    public Watched {
      condition = Condition.orAlways(condition);
    }
  }

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
    always = always == null ? Map.of() : Map.copyOf(always);
    codes = List.copyOf(codes);
    suspects = List.copyOf(suspects);
    checks = List.copyOf(checks);
    traits = List.copyOf(traits);
    operations = List.copyOf(operations);
    proofs = proofs == null ? List.of() : List.copyOf(proofs);
    watched = watched == null ? List.of() : List.copyOf(watched);
    typical = typical == null ? Typical.anywhere(name, codes) : typical;
  }

  /**
   * What of the sheet is meant for a sensor: the same sheet for everything that works with it. An
   * operation that is left out hands its predecessors on to those behind it.
   *
   * @param holds whether a caution holds there, by its id
   */
  public FamilySheet variant(Traits sensor, Predicate<String> holds) {
    List<Operation> meant = Conditional.of(operations, sensor);
    return new FamilySheet(
        family,
        revision,
        name,
        follows,
        tells,
        principle,
        always,
        codes,
        Conditional.of(suspects, sensor),
        Conditional.of(checks, sensor).stream().map(c -> c.variant(sensor, holds)).toList(),
        Conditional.of(traits, sensor),
        life,
        twinExtraMinutes,
        Operation.chained(meant, operations).stream()
            .map(o -> o.with(o.after(), o.cautions().stream().filter(holds).toList()))
            .toList(),
        Conditional.of(proofs, sensor),
        Conditional.of(watched, sensor),
        typical,
        source);
  }

  /**
   * Where a code of the family leads in a vehicle.
   *
   * @param groups of all sheets and of the vehicle
   * @param known of the vehicle, by its card and by who stands before it
   * @return empty if no group owns the code
   */
  public Optional<CodePlace> place(
      TroubleCode code, List<CodeGroup> groups, VehicleCard card, Traits known) {
    CodePlace.Vehicle vehicle =
        new CodePlace.Vehicle(
            card.name(), card.engine(), card.sites(), card.isComplete(family), known);
    return CodePlace.of(code, family, groups, typical.seats(), vehicle);
  }

  /** The traits that any part of the sheet asks for. */
  public Set<String> asks() {
    return conditions().flatMap(Condition::asks).collect(Collectors.toSet());
  }

  /** The values of a trait that any part of the sheet names. */
  public Set<String> named(String trait) {
    return conditions().flatMap(c -> c.named(trait).stream()).collect(Collectors.toSet());
  }

  private Stream<Condition> conditions() {
    Stream<Conditional> withinChecks =
        checks.stream()
            .flatMap(c -> Stream.concat(c.outcomes().stream(), c.measurements().stream()));
    return Stream.concat(
            Stream.of(suspects, checks, traits, operations, proofs, watched).flatMap(List::stream),
            withinChecks)
        .map(Conditional.class::cast)
        .map(Conditional::condition);
  }

  /** Whether a code speaks about its sensors. */
  public boolean owns(TroubleCode code) {
    return codes.stream().anyMatch(g -> g.owns(code));
  }

  public Optional<Operation> operation(String id) {
    return operations.stream().filter(o -> o.id().equals(id)).findFirst();
  }

  public Optional<Check> check(String id) {
    return checks.stream().filter(c -> c.id().equals(id)).findFirst();
  }
}
