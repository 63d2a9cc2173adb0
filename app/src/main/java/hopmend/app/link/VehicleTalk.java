package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.clear.ClearedGroup;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.relearn.Routine;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import java.io.IOException;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A conversation with a vehicle whose number was read and is right: what it can be asked. */
record VehicleTalk(VehicleLink link, Targets targets) {
  String vin() {
    return targets.vin();
  }

  private int main() {
    return targets.main();
  }

  /** Everything that every controller tells of its codes. */
  Readout readout() {
    return new Reader(link, targets).readout();
  }

  /**
   * Erases the codes of a group: of the main controller, which has to acknowledge, and of all
   * others that agree.
   *
   * @throws LinkProblem if the main controller refuses
   */
  void clear(ClearedGroup group) {
    Uds.Answer answer = clear(main(), group);
    if (answer instanceof Uds.Negative refused) {
      throw new LinkProblem(
          "The vehicle refused to clear the codes: %s.".formatted(Words.of(refused.words())));
    }
    targets.all().stream().filter(t -> t != main()).forEach(t -> clear(t, group));
  }

  /** Some controllers clear in an extended session only. */
  private Uds.Answer clear(int target, ClearedGroup group) {
    String what = "clear the codes of " + Controller.written(target);
    Uds.Answer answer = link.hear(target, Uds.clear(group.number()), what);
    if (answer instanceof Uds.Positive) {
      return answer;
    }
    session(target);
    return link.hear(target, Uds.clear(group.number()), what);
  }

  /** An extended session; a controller that knows none is asked in the one that it has. */
  void session() {
    session(main());
  }

  private void session(int target) {
    link.hear(target, Uds.session(Uds.EXTENDED_SESSION), "open a session");
  }

  /** Says nothing for a while, but answers what the gateway asks. */
  void listen(int millis) throws IOException {
    link.listen(millis);
  }

  /** Keeps the session open. */
  void stillThere() throws IOException {
    link.say(main(), Uds.stillThere());
  }

  /** A signal and the codes at this moment; a vehicle that has lost the sensor may tell none. */
  Glance glance(Optional<LiveSignal> signal) {
    Optional<Reading> value = signal.flatMap(s -> Optional.ofNullable(live(List.of(s)).get(s)));
    List<TroubleCode> codes =
        new Reader(link, targets).codesNow().stream().map(ReadCode::code).distinct().toList();
    return new Glance(value, codes);
  }

  /** All of the signals; a vehicle that lacks one is a problem. */
  Map<LiveSignal, Reading> allLive(Collection<LiveSignal> signals) {
    Map<LiveSignal, Reading> live = live(signals);
    for (LiveSignal s : signals) {
      if (!live.containsKey(s)) {
        throw new LinkProblem("The vehicle does not tell its " + s.label() + ".");
      }
    }
    return live;
  }

  /**
   * What the vehicle tells of the signals; those that it has not are left out. They are asked in
   * one request; a controller that does not take several at once is asked one by one.
   */
  Map<LiveSignal, Reading> live(Collection<LiveSignal> signals) {
    Map<LiveSignal, Reading> live = new EnumMap<>(LiveSignal.class);
    if (signals.isEmpty()) {
      return live;
    }
    Optional<Uds.Positive> together = told(signals.stream().map(LiveSignal::identifier).toList());
    if (together.isPresent()) {
      take(together.get(), live);
    } else if (signals.size() > 1) {
      signals.forEach(s -> told(List.of(s.identifier())).ifPresent(a -> take(a, live)));
    }
    return live;
  }

  private Optional<Uds.Positive> told(List<Integer> identifiers) {
    return link.askIfKnown(main(), Uds.readData(identifiers), "tell live values");
  }

  private static void take(Uds.Positive answer, Map<LiveSignal, Reading> live) {
    Uds.allDataOf(answer, LiveSignal::lengthOf)
        .forEach(
            (id, data) ->
                LiveSignal.byIdentifier(id)
                    .ifPresent(s -> s.decode(data).ifPresent(value -> live.put(s, value))));
  }

  /** A routine's status record as hexadecimal digits; empty where the vehicle gives none. */
  String routine(int control, int routineId, String what) {
    return record(link.ask(main(), Uds.routine(control, routineId), what), control, routineId);
  }

  /**
   * Starts a routine; a lock that stands before it is opened with the shop's key program, where it
   * has one.
   */
  String start(Routine routine, KeyProgram keys) {
    int routineId = routine.routineId();
    Uds.Answer answer =
        link.hear(main(), Uds.routine(Uds.ROUTINE_START, routineId), "start the routine");
    if (answer instanceof Uds.Positive p) {
      return record(p, Uds.ROUTINE_START, routineId);
    }
    Refusal.of(((Uds.Negative) answer).code())
        .filter(why -> why.isALock() && keys.isSet())
        .ifPresent(
            why -> keys.open(link, new KeyProgram.Lock(vin(), main(), keys.level(routine)), why));
    return routine(Uds.ROUTINE_START, routineId, "start the routine");
  }

  /** How a running routine stands; empty where the controller does not say it before the end. */
  Optional<String> standing(int routineId) {
    return link.askIfKnown(
            main(), Uds.routine(Uds.ROUTINE_RESULTS, routineId), "tell how the routine stands")
        .map(a -> record(a, Uds.ROUTINE_RESULTS, routineId));
  }

  /** Asks for a routine to be stopped; why the controller does not, empty where it does. */
  Optional<Message> stop(int routineId) {
    return link.hear(main(), Uds.routine(Uds.ROUTINE_STOP, routineId), "stop the routine")
            instanceof Uds.Negative refused
        ? Optional.of(refused.words())
        : Optional.empty();
  }

  private static String record(Uds.Positive answer, int control, int routineId) {
    return HexFormat.of().withUpperCase().formatHex(Uds.routineStatus(answer, control, routineId));
  }
}
