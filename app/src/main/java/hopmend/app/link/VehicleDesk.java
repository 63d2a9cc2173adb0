package hopmend.app.link;

import hopmend.app.web.InputProblem;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.measure.Reading;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
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
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What jobs ask of vehicles. Every exchange first reads the identification number: a vehicle that
 * is not the job's is refused. A gateway serves one job at a time.
 */
@Service
public class VehicleDesk {
  private static final int FAILED_PENDING_CONFIRMED = 0x0D;

  private final GatewayRepository gateways;
  private final Clock clock;
  private final Map<Long, LinkState> states = new ConcurrentHashMap<>();
  private final Map<Long, Long> inUse = new ConcurrentHashMap<>();

  VehicleDesk(GatewayRepository gateways, Clock clock) {
    this.gateways = gateways;
    this.clock = clock;
  }

  /** What a vehicle said about its codes. */
  public record Readout(String vin, List<ReadCode> codes, byte[] readiness) {
    public Readout {
      codes = List.copyOf(codes);
      readiness = readiness.clone();
    }

    @Override
    public byte[] readiness() {
      return readiness.clone();
    }
  }

  @Transactional(readOnly = true)
  public List<Gateway> gateways() {
    return gateways.findAllByOrderById();
  }

  public LinkState state(long jobId) {
    return states.getOrDefault(jobId, LinkState.NONE);
  }

  /** Reads codes by status, permanent codes and readiness. */
  public Readout read(long jobId, String gateway, Optional<String> vin) {
    return talk(jobId, gateway, vin, t -> readout(t));
  }

  /**
   * Clears all codes and reads again.
   *
   * @throws LinkProblem if the vehicle refused; codes that stay are in the readout
   */
  public Readout clear(long jobId, String gateway, Optional<String> vin) {
    return talk(
        jobId,
        gateway,
        vin,
        t -> {
          t.link().ask(Uds.session(Uds.EXTENDED_SESSION), "open a session");
          t.link().ask(Uds.clearAll(), "clear the codes");
          return readout(t);
        });
  }

  /** Reads live signals. */
  public Map<LiveSignal, Reading> live(
      long jobId, String gateway, Optional<String> vin, Collection<LiveSignal> signals) {
    return talk(jobId, gateway, vin, t -> live(t, signals));
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
        t -> {
          mayStart
              .apply(live(t, signals))
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
        t -> routine(t, Uds.ROUTINE_RESULTS, routineId, "tell the routine's result"));
  }

  private record Talk(VehicleLink link, String vin) {}

  private <T> T talk(
      long jobId, String gatewayId, Optional<String> vin, Function<Talk, T> exchange) {
    Gateway gateway = gateway(gatewayId);
    Long holder = inUse.putIfAbsent(gateway.id(), jobId);
    if (holder != null) {
      throw new LinkProblem(
          holder == jobId
              ? "This job is already talking to the vehicle; wait a moment."
              : "Job %d is talking to %s just now; wait a moment."
                  .formatted(holder, gateway.name()));
    }
    try (VehicleLink link = VehicleLink.open(gateway.host(), gateway.port())) {
      String answering = vin(link);
      vin.filter(expected -> !expected.equals(answering))
          .ifPresent(
              expected -> {
                throw new LinkProblem(
                    "The vehicle on the link is %s, this job is about %s. Plug into the right vehicle, or correct the number in Read."
                        .formatted(answering, expected));
              });
      T result = exchange.apply(new Talk(link, answering));
      states.put(jobId, new LinkState(answering, Optional.of(clock.instant()), ""));
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
      inUse.remove(gateway.id());
    }
  }

  private void remember(long jobId, LinkProblem problem) {
    LinkState before = state(jobId);
    states.put(jobId, new LinkState(before.vin(), before.at(), problem.getMessage()));
  }

  private Gateway gateway(String id) {
    List<Gateway> all = gateways.findAllByOrderById();
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
    return new Readout(t.vin(), read, readiness);
  }

  private static Set<CodeState> withDefault(Uds.StatusedCode c) {
    Set<CodeState> states = c.status().states();
    return states.isEmpty() ? EnumSet.of(CodeState.HISTORY) : states;
  }

  private static Map<LiveSignal, Reading> live(Talk t, Collection<LiveSignal> signals) {
    Map<LiveSignal, Reading> live = new EnumMap<>(LiveSignal.class);
    for (LiveSignal s : signals) {
      byte[] data =
          Uds.dataOf(
              t.link().ask(Uds.readData(s.identifier()), "tell " + s.label()), s.identifier());
      live.put(s, s.decode(data));
    }
    return live;
  }

  private static RoutineState routine(Talk t, int control, int routineId, String what) {
    byte[] status =
        Uds.routineStatus(t.link().ask(Uds.routine(control, routineId), what), control, routineId);
    return status.length == 0 ? RoutineState.UNKNOWN : RoutineState.of(status[0] & 0xFF);
  }
}
