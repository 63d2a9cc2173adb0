package hopmend.app.link;

import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import hopmend.verify.SinceCleared;
import hopmend.wire.Uds;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A conversation with a vehicle whose number was read and is right: what it can be asked. */
record VehicleTalk(VehicleLink link, String vin) {
  private static final int FAILED_PENDING_CONFIRMED = 0x0D;

  /** The identification number that answers on a link. */
  static String numberOn(VehicleLink link) {
    byte[] number =
        Uds.dataOf(link.ask(Uds.readData(Uds.VIN), "tell its identification number"), Uds.VIN);
    String text = new String(number, StandardCharsets.US_ASCII).strip();
    if (!text.matches("[0-9A-Z]{17}")) {
      throw new LinkProblem("The vehicle's identification number does not read.");
    }
    return text;
  }

  /** Codes by status, permanent codes, the first snapshot and readiness. */
  Readout readout() {
    Map<TroubleCode, Set<CodeState>> codes = new LinkedHashMap<>();
    Uds.codes(
            link.ask(Uds.readCodes(FAILED_PENDING_CONFIRMED), "read its codes"),
            Uds.CODES_BY_STATUS)
        .forEach(c -> codes.put(c.code(), EnumSet.copyOf(withDefault(c))));
    List<FreezeFrameValue> frame = firstSnapshot(codes.keySet());
    Uds.codes(link.ask(Uds.readPermanentCodes(), "read its permanent codes"), Uds.PERMANENT_CODES)
        .forEach(
            c ->
                codes
                    .computeIfAbsent(c.code(), k -> EnumSet.noneOf(CodeState.class))
                    .add(CodeState.PERMANENT));
    byte[] readiness =
        Uds.dataOf(link.ask(Uds.readData(Uds.READINESS), "tell its monitors"), Uds.READINESS);
    if (readiness.length != 4) {
      throw new LinkProblem(
          "The vehicle's readiness has %d bytes, not 4.".formatted(readiness.length));
    }
    List<ReadCode> read = new ArrayList<>();
    codes.forEach((code, states) -> read.add(new ReadCode(code, states, "")));
    return new Readout(vin, read, frame, readiness, sinceCleared());
  }

  /** Counters are optional: asked one by one, for a vehicle may refuse them together. */
  private Optional<SinceCleared> sinceCleared() {
    Map<SinceCleared.Counter, byte[]> told = new EnumMap<>(SinceCleared.Counter.class);
    for (SinceCleared.Counter c : SinceCleared.Counter.values()) {
      link.askIfKnown(Uds.readData(c.identifier()), "tell what it counts since clearing")
          .ifPresent(a -> told.put(c, Uds.dataOf(a, c.identifier())));
    }
    return SinceCleared.decode(told);
  }

  private static Set<CodeState> withDefault(Uds.StatusedCode c) {
    Set<CodeState> states = c.status().states();
    return states.isEmpty() ? EnumSet.of(CodeState.HISTORY) : states;
  }

  /** The conditions of the first code that has any; a vehicle need not keep them. */
  private List<FreezeFrameValue> firstSnapshot(Collection<TroubleCode> codes) {
    for (TroubleCode code : codes) {
      Optional<Uds.Positive> answer =
          link.askIfKnown(Uds.readSnapshot(code), "tell the conditions of " + code.text());
      if (answer.isEmpty()) {
        return List.of();
      }
      Map<Integer, byte[]> values = Uds.snapshot(answer.get(), code, LiveSignal::lengthOf);
      if (!values.isEmpty()) {
        return conditions(values);
      }
    }
    return List.of();
  }

  private static List<FreezeFrameValue> conditions(Map<Integer, byte[]> values) {
    List<FreezeFrameValue> frame = new ArrayList<>();
    values.forEach(
        (id, data) ->
            LiveSignal.byIdentifier(id)
                .flatMap(s -> FreezeFrameValue.of(s, s.decode(data)))
                .ifPresent(frame::add));
    return frame;
  }

  /** A signal and the codes at this moment; a vehicle that has lost the sensor may tell none. */
  Glance glance(Optional<LiveSignal> signal) {
    Optional<Reading> value =
        signal.flatMap(
            s ->
                link.askIfKnown(Uds.readData(List.of(s.identifier())), "tell its " + s.label())
                    .map(a -> Uds.dataOf(a, s.identifier()))
                    .map(s::decode));
    List<TroubleCode> codes =
        Uds.codes(
                link.ask(Uds.readCodes(FAILED_PENDING_CONFIRMED), "read its codes"),
                Uds.CODES_BY_STATUS)
            .stream()
            .map(Uds.StatusedCode::code)
            .distinct()
            .toList();
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

  /** What the vehicle tells of the signals, in one request; those that it has not are left out. */
  Map<LiveSignal, Reading> live(Collection<LiveSignal> signals) {
    Map<LiveSignal, Reading> live = new EnumMap<>(LiveSignal.class);
    if (signals.isEmpty()) {
      return live;
    }
    byte[] request = Uds.readData(signals.stream().map(LiveSignal::identifier).toList());
    Uds.allDataOf(link.ask(request, "tell live values"), LiveSignal::lengthOf)
        .forEach(
            (id, data) -> LiveSignal.byIdentifier(id).ifPresent(s -> live.put(s, s.decode(data))));
    return live;
  }

  /** A routine's status record as hexadecimal digits; empty where the vehicle gives none. */
  String routine(int control, int routineId, String what) {
    return HexFormat.of()
        .withUpperCase()
        .formatHex(
            Uds.routineStatus(link.ask(Uds.routine(control, routineId), what), control, routineId));
  }
}
