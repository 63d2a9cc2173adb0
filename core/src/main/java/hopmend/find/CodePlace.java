package hopmend.find;

import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import hopmend.sensor.Traits;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.CylinderOne;
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
        .map(group -> new Walk(code, family, group, seats, vehicle).place());
  }

  /** One code on its way through the layout. */
  record Walk(TroubleCode code, String family, CodeGroup group, List<Seat> seats, Vehicle vehicle) {
    CodePlace place() {
      return told()
          .map(s -> found(s, "site.of-the-code"))
          .orElseGet(() -> vehicle.isComplete() ? none("place.not-on-the-card") : usual());
    }

    private Optional<Site> told() {
      return vehicle.sites().stream()
          .filter(s -> !s.typical() && s.family().equals(family))
          .filter(s -> s.suits(group.bank(), group.position()))
          .findFirst();
    }

    private CodePlace found(Site site, String key) {
      return new Found(site, Message.of(key, code.text(), group.where()));
    }

    private None none(String key) {
      return new None(Message.of(key, code.text(), group.where(), vehicle.name()));
    }

    private CodePlace usual() {
      List<Seat> meant =
          seats.stream().filter(s -> s.suits(group.bank(), group.position())).toList();
      return meant.stream()
          .filter(s -> s.condition().holdsFor(vehicle.traits()))
          .findFirst()
          .map(this::usually)
          .or(() -> meant.stream().flatMap(s -> asks(s).stream()).findFirst())
          .orElseGet(() -> refused(meant));
    }

    private CodePlace usually(Seat seat) {
      Optional<Asks> first = group.bank() > 0 ? whichBank() : Optional.empty();
      if (first.isPresent()) {
        return first.get();
      }
      return vehicle.sites().stream()
          .filter(s -> s.id().equals(seat.id(family)))
          .findFirst()
          .map(s -> found(s, "site.usual-for-the-code"))
          .orElseGet(() -> none("place.not-on-the-card"));
    }

    /** Banks are counted from cylinder 1: somebody has to have told where that is. */
    private Optional<Asks> whichBank() {
      EngineLayout e = vehicle.engine();
      if (!e.isTold() || (e.isInline() && e.exhaustBranches() < 2)) {
        return Optional.empty();
      }
      if (e.isInline()) {
        return e.cylinderOne() == CylinderOne.NOT_TOLD
            ? Optional.of(
                new Asks(
                    CYLINDER_ONE,
                    List.of("pulley end", "flywheel end"),
                    Message.of("place.which-end", code.text(), group.bank())))
            : Optional.empty();
      }
      boolean across = e.orientation() == EngineLayout.Orientation.ACROSS;
      return e.bankOneSide() == null
          ? Optional.of(
              new Asks(
                  BANK_ONE,
                  across ? List.of("front", "rear") : List.of("left", "right"),
                  Message.of("place.which-bank", code.text(), group.bank())))
          : Optional.empty();
    }

    private Optional<Asks> asks(Seat seat) {
      return seat.condition().refusedBy(vehicle.traits()).isPresent()
          ? Optional.empty()
          : seat.condition()
              .waitsFor(vehicle.traits())
              .map(
                  t ->
                      new Asks(t, List.of(), Message.of("place.asks", code.text(), group.where())));
    }

    private CodePlace refused(List<Seat> meant) {
      return meant.stream()
          .flatMap(s -> s.condition().refusedBy(vehicle.traits()).stream())
          .findFirst()
          .map(
              t ->
                  (CodePlace)
                      new None(
                          Message.of(
                              "place.none",
                              code.text(),
                              group.where(),
                              t,
                              String.join(", ", vehicle.traits().values().get(t)))))
          .orElseGet(() -> none("place.not-on-the-card"));
    }
  }
}
