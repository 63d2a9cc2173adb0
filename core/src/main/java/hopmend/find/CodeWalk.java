package hopmend.find;

import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.CylinderOne;
import java.util.List;
import java.util.Optional;

/** One code on its way through the layout. */
record CodeWalk(
    TroubleCode code, String family, CodeGroup group, List<Seat> seats, CodePlace.Vehicle vehicle) {
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
    return new CodePlace.Found(site, Message.of(key, code.text(), group.where()));
  }

  private CodePlace.None none(String key) {
    return new CodePlace.None(Message.of(key, code.text(), group.where(), vehicle.name()));
  }

  private CodePlace usual() {
    List<Seat> meant = seats.stream().filter(s -> s.suits(group.bank(), group.position())).toList();
    return meant.stream()
        .filter(s -> s.condition().holdsFor(vehicle.traits()))
        .findFirst()
        .map(this::usually)
        .or(() -> meant.stream().flatMap(s -> asks(s).stream()).findFirst())
        .orElseGet(() -> refused(meant));
  }

  private CodePlace usually(Seat seat) {
    Optional<CodePlace.Asks> first = group.bank() > 0 ? whichBank() : Optional.empty();
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
  private Optional<CodePlace.Asks> whichBank() {
    EngineLayout e = vehicle.engine();
    if (!e.isTold() || (e.isInline() && e.exhaustBranches() < 2)) {
      return Optional.empty();
    }
    if (e.isInline()) {
      return e.cylinderOne() == CylinderOne.NOT_TOLD
          ? Optional.of(
              new CodePlace.Asks(
                  CodePlace.CYLINDER_ONE,
                  List.of("pulley end", "flywheel end"),
                  Message.of("place.which-end", code.text(), group.bank())))
          : Optional.empty();
    }
    boolean across = e.orientation() == EngineLayout.Orientation.ACROSS;
    return e.bankOneSide() == null
        ? Optional.of(
            new CodePlace.Asks(
                CodePlace.BANK_ONE,
                across ? List.of("front", "rear") : List.of("left", "right"),
                Message.of("place.which-bank", code.text(), group.bank())))
        : Optional.empty();
  }

  private Optional<CodePlace.Asks> asks(Seat seat) {
    return seat.condition().refusedBy(vehicle.traits()).isPresent()
        ? Optional.empty()
        : seat.condition()
            .waitsFor(vehicle.traits())
            .map(
                t ->
                    new CodePlace.Asks(
                        t, List.of(), Message.of("place.asks", code.text(), group.where())));
  }

  private CodePlace refused(List<Seat> meant) {
    return meant.stream()
        .flatMap(s -> s.condition().refusedBy(vehicle.traits()).stream())
        .findFirst()
        .map(
            t ->
                (CodePlace)
                    new CodePlace.None(
                        Message.of(
                            "place.none",
                            code.text(),
                            group.where(),
                            t,
                            String.join(", ", vehicle.traits().values().get(t)))))
        .orElseGet(() -> none("place.not-on-the-card"));
  }
}
