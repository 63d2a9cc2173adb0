package hopmend.app.link;

import hopmend.app.web.InputProblem;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Capture;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/**
 * What jobs ask of vehicles. Every exchange first reads the identification number: a vehicle that
 * is not the job's is refused. A vehicle serves one job at a time. Everything that goes over the
 * wire is kept for a while, to be shown and saved.
 */
@Service
public class VehicleDesk {
  private static final int FAILED_PENDING_CONFIRMED = 0x0D;
  private static final int KEPT_LOGS = 200;

  private final Links links;
  private final Clock clock;
  private final LinkTimes times;
  private final Map<Long, LinkState> states = new ConcurrentHashMap<>();

  /** By the address itself: two names of one host are one vehicle. */
  private final Map<InetSocketAddress, Holder> inUse = new ConcurrentHashMap<>();

  private final Map<Long, WireLog> logs = new ConcurrentHashMap<>();

  VehicleDesk(Links links, Clock clock, @Value("${hopmend.link.hurry}") int hurry) {
    this.links = links;
    this.clock = clock;
    this.times = LinkTimes.hurried(hurry);
  }

  /** What a vehicle said about its codes, and the conditions kept beside the first of them. */
  public record Readout(
      String vin, List<ReadCode> codes, List<FreezeFrameValue> freezeFrame, byte[] readiness) {
    public Readout {
      codes = List.copyOf(codes);
      freezeFrame = List.copyOf(freezeFrame);
      readiness = readiness.clone();
    }

    @Override
    public byte[] readiness() {
      return readiness.clone();
    }
  }

  /** Who talks over a gateway: the job, what for, and how to make it stop, if it can be stopped. */
  private record Holder(long jobId, String what, Optional<Runnable> stop) {}

  /** The lead's list, the address of this vehicle first. */
  public List<Gateway> gateways(Optional<String> vin) {
    return links.gateways(vin);
  }

  public LinkState state(long jobId) {
    LinkState state = states.getOrDefault(jobId, LinkState.NONE);
    String running =
        inUse.values().stream()
            .filter(h -> h.jobId() == jobId)
            .map(Holder::what)
            .findFirst()
            .orElse("");
    return new LinkState(state.vin(), state.at(), state.problem(), running);
  }

  /** What went over the wire for this job, the latest frames. */
  public List<Capture.Packet> packets(long jobId) {
    return Optional.ofNullable(logs.get(jobId)).map(WireLog::packets).orElse(List.of());
  }

  /** Reads codes by status, permanent codes, the first snapshot and readiness. */
  public Readout read(long jobId, String gateway, Optional<String> vin) {
    return talk(jobId, gateway, vin, "reads codes", t -> readout(t));
  }

  /**
   * The vehicle acknowledged clearing.
   *
   * @param after what it said then; empty if the link broke before
   * @param problem why there is no reading after it
   */
  public record Cleared(Optional<Readout> after, String problem) {}

  /**
   * Clears all codes and reads again.
   *
   * @throws LinkProblem if the vehicle did not acknowledge; codes that stay are in the readout
   */
  public Cleared clear(long jobId, String gateway, Optional<String> vin) {
    return talk(
        jobId,
        gateway,
        vin,
        "clears codes",
        t -> {
          t.link().ask(Uds.session(Uds.EXTENDED_SESSION), "open a session");
          t.link().ask(Uds.clearAll(), "clear the codes");
          return afterClearing(t);
        });
  }

  /** What was acknowledged stays so, even if the link breaks right after. */
  private static Cleared afterClearing(Talk t) {
    try {
      return new Cleared(Optional.of(readout(t)), "");
    } catch (LinkProblem | WireException | IllegalArgumentException e) {
      return new Cleared(Optional.empty(), String.valueOf(e.getMessage()));
    }
  }

  /** Reads live signals. */
  public Map<LiveSignal, Reading> live(
      long jobId, String gateway, Optional<String> vin, Collection<LiveSignal> signals) {
    return talk(jobId, gateway, vin, "reads live values", t -> allLive(t, signals));
  }

  /** Starts a routine if {@code mayStart} agrees with the live signals read just before. */
  public RoutineState startRoutine(
      long jobId,
      String gateway,
      Optional<String> vin,
      int routineId,
      Collection<LiveSignal> signals,
      Function<Map<LiveSignal, Reading>, Optional<String>> mayStart) {
    return talk(
        jobId,
        gateway,
        vin,
        "starts a routine",
        t -> {
          mayStart
              .apply(allLive(t, signals))
              .ifPresent(
                  why -> {
                    throw new LinkProblem(why);
                  });
          t.link().ask(Uds.session(Uds.EXTENDED_SESSION), "open a session");
          return routine(t, Uds.ROUTINE_START, routineId, "start the routine");
        });
  }

  public RoutineState routineResult(
      long jobId, String gateway, Optional<String> vin, int routineId) {
    return talk(
        jobId,
        gateway,
        vin,
        "asks for a routine",
        t -> routine(t, Uds.ROUTINE_RESULTS, routineId, "tell the routine's result"));
  }

  /** A conversation with a vehicle whose number was read and is right. */
  record Talk(VehicleLink link, String vin) {}

  /**
   * Holds a vehicle for a longer conversation on the caller's thread.
   *
   * @param stop makes the conversation end soon; another exchange of the same job calls it
   */
  void hold(
      long jobId,
      String gatewayId,
      Optional<String> vin,
      String what,
      Runnable stop,
      Consumer<Talk> conversation) {
    talk(
        jobId,
        gatewayId,
        vin,
        what,
        Optional.of(stop),
        t -> {
          conversation.accept(t);
          return t;
        });
  }

  private <T> T talk(
      long jobId, String gateway, Optional<String> vin, String what, Function<Talk, T> exchange) {
    return talk(jobId, gateway, vin, what, Optional.empty(), exchange);
  }

  private <T> T talk(
      long jobId,
      String gatewayId,
      Optional<String> vin,
      String what,
      Optional<Runnable> stop,
      Function<Talk, T> exchange) {
    Gateway gateway = gateway(gatewayId, vin);
    InetSocketAddress address = new InetSocketAddress(gateway.host(), gateway.port());
    take(gateway, address, new Holder(jobId, what, stop));
    WireLog log = log(jobId);
    try (VehicleLink link =
        VehicleLink.open(address, stop.isPresent() ? times.lasting() : times, log)) {
      String answering = vin(link);
      links.answered(gateway.id(), answering);
      vin.filter(expected -> !expected.equals(answering))
          .ifPresent(
              expected -> {
                throw new WrongVehicle(answering, expected);
              });
      states.put(jobId, new LinkState(answering, Optional.of(clock.instant()), "", ""));
      T result = exchange.apply(new Talk(link, answering));
      states.put(jobId, new LinkState(answering, Optional.of(clock.instant()), "", ""));
      return result;
    } catch (WireException | IllegalArgumentException e) {
      LinkProblem problem =
          new LinkProblem("The vehicle's answer does not read: " + e.getMessage());
      remember(jobId, problem);
      throw problem;
    } catch (LinkProblem e) {
      remember(jobId, e);
      throw e;
    } finally {
      inUse.remove(address);
    }
  }

  /** A longer conversation of the same job makes room; another job is told who is there. */
  private void take(Gateway gateway, InetSocketAddress address, Holder holder) {
    for (int i = 0; i < 20; i++) {
      Holder there = inUse.putIfAbsent(address, holder);
      if (there == null) {
        return;
      }
      if (there.jobId() != holder.jobId() || there.stop().isEmpty()) {
        throw new LinkProblem(
            there.jobId() == holder.jobId()
                ? "This job is already talking to the vehicle; wait a moment."
                : "Job %d is talking to %s just now (it %s); wait, or end it there."
                    .formatted(there.jobId(), gateway.name(), there.what()));
      }
      there.stop().get().run();
      try {
        Thread.sleep(100);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        break;
      }
    }
    throw new LinkProblem("This job is still talking to the vehicle; wait a moment.");
  }

  private WireLog log(long jobId) {
    if (logs.size() > KEPT_LOGS && !logs.containsKey(jobId)) {
      logs.clear();
    }
    return logs.computeIfAbsent(jobId, id -> new WireLog(clock));
  }

  private void remember(long jobId, LinkProblem problem) {
    LinkState before = state(jobId);
    states.put(jobId, new LinkState(before.vin(), before.at(), problem.getMessage(), ""));
  }

  private Gateway gateway(String id, Optional<String> vin) {
    List<Gateway> all = links.gateways(vin);
    if (all.isEmpty()) {
      throw new LinkProblem("No vehicle link is set up. A lead adds its address under Links.");
    }
    if (id == null || id.isBlank()) {
      return all.get(0);
    }
    return all.stream()
        .filter(g -> String.valueOf(g.id()).equals(id))
        .findFirst()
        .orElseThrow(() -> new InputProblem("gateway", "That link is not on the lead's list."));
  }

  private static String vin(VehicleLink link) {
    byte[] vin =
        Uds.dataOf(link.ask(Uds.readData(Uds.VIN), "tell its identification number"), Uds.VIN);
    String text = new String(vin, StandardCharsets.US_ASCII).strip();
    if (!text.matches("[0-9A-Z]{17}")) {
      throw new LinkProblem("The vehicle's identification number does not read.");
    }
    return text;
  }

  private static Readout readout(Talk t) {
    Map<TroubleCode, Set<CodeState>> codes = new LinkedHashMap<>();
    Uds.codes(
            t.link().ask(Uds.readCodes(FAILED_PENDING_CONFIRMED), "read its codes"),
            Uds.CODES_BY_STATUS)
        .forEach(c -> codes.put(c.code(), EnumSet.copyOf(withDefault(c))));
    List<FreezeFrameValue> frame = firstSnapshot(t, codes.keySet());
    Uds.codes(
            t.link().ask(Uds.readPermanentCodes(), "read its permanent codes"), Uds.PERMANENT_CODES)
        .forEach(
            c ->
                codes
                    .computeIfAbsent(c.code(), k -> EnumSet.noneOf(CodeState.class))
                    .add(CodeState.PERMANENT));
    byte[] readiness =
        Uds.dataOf(t.link().ask(Uds.readData(Uds.READINESS), "tell its monitors"), Uds.READINESS);
    if (readiness.length != 4) {
      throw new LinkProblem(
          "The vehicle's readiness has %d bytes, not 4.".formatted(readiness.length));
    }
    List<ReadCode> read = new ArrayList<>();
    codes.forEach((code, states) -> read.add(new ReadCode(code, states, "")));
    return new Readout(t.vin(), read, frame, readiness);
  }

  private static Set<CodeState> withDefault(Uds.StatusedCode c) {
    Set<CodeState> states = c.status().states();
    return states.isEmpty() ? EnumSet.of(CodeState.HISTORY) : states;
  }

  /** The conditions of the first code that has any; a vehicle need not keep them. */
  private static List<FreezeFrameValue> firstSnapshot(Talk t, Collection<TroubleCode> codes) {
    for (TroubleCode code : codes) {
      Optional<Uds.Positive> answer =
          t.link().askIfKnown(Uds.readSnapshot(code), "tell the conditions of " + code.text());
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

  private static Map<LiveSignal, Reading> allLive(Talk t, Collection<LiveSignal> signals) {
    Map<LiveSignal, Reading> live = live(t, signals);
    for (LiveSignal s : signals) {
      if (!live.containsKey(s)) {
        throw new LinkProblem("The vehicle does not tell its " + s.label() + ".");
      }
    }
    return live;
  }

  /** What the vehicle tells of the signals, in one request; those that it has not are left out. */
  static Map<LiveSignal, Reading> live(Talk t, Collection<LiveSignal> signals) {
    Map<LiveSignal, Reading> live = new EnumMap<>(LiveSignal.class);
    if (signals.isEmpty()) {
      return live;
    }
    byte[] request = Uds.readData(signals.stream().map(LiveSignal::identifier).toList());
    Uds.allDataOf(t.link().ask(request, "tell live values"), LiveSignal::lengthOf)
        .forEach(
            (id, data) -> LiveSignal.byIdentifier(id).ifPresent(s -> live.put(s, s.decode(data))));
    return live;
  }

  private static RoutineState routine(Talk t, int control, int routineId, String what) {
    byte[] status =
        Uds.routineStatus(t.link().ask(Uds.routine(control, routineId), what), control, routineId);
    return status.length == 0 ? RoutineState.UNKNOWN : RoutineState.of(status[0] & 0xFF);
  }
}
