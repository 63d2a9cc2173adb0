package hopmend.app.link;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.InputProblem;
import hopmend.clear.ClearedGroup;
import hopmend.fault.ControlUnit;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Capture;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Service;

/**
 * What jobs ask of vehicles. Every exchange first reads the identification number: a vehicle that
 * is not the job's is refused. A vehicle serves one job at a time. Everything that goes over the
 * wire is kept for a while, to be shown and saved.
 */
@Service
public class VehicleDesk {
  private static final int KEPT_LOGS = 200;

  private final Links links;
  private final Clock clock;
  private final Environment settings;
  private final Map<Long, LinkState> states = new ConcurrentHashMap<>();

  private final VehicleHold hold = new VehicleHold();

  private final Map<Long, WireLog> logs = new ConcurrentHashMap<>();

  /** What jobs do over a link just now. */
  private final Map<Long, Watch> watches = new ConcurrentHashMap<>();

  /** By which link a job talked last. */
  private final Map<Long, Long> lastUsed = new ConcurrentHashMap<>();

  /** Who answered by which way; found out anew where they are there no more, or the way changes. */
  private final Map<Route, Targets> known = new ConcurrentHashMap<>();

  private final Tls tls;
  private final Catalogs catalogs;

  VehicleDesk(Links links, Tls tls, Catalogs catalogs, Clock clock, Environment settings) {
    this.catalogs = catalogs;
    this.links = links;
    this.tls = tls;
    this.clock = clock;
    this.settings = settings;
    times(); // a hurry that makes no sense ends the start
  }

  private LinkTimes times() {
    return LinkTimes.hurried(settings.getRequiredProperty("hopmend.link.hurry", Integer.class));
  }

  /** The lead's list: the link that this job used last stands first, then those of its vehicle. */
  public List<Gateway> gateways(long jobId, Optional<String> vin) {
    Long last = lastUsed.get(jobId);
    return links.gateways(vin).stream()
        .sorted(Comparator.comparing(g -> !g.id().equals(last)))
        .toList();
  }

  /**
   * The live values that may be asked for.
   *
   * @param told whether the vehicle itself has said which it has
   */
  public record Offered(List<LiveSignal> signals, boolean told) {}

  /** What the vehicle of the first of these links has; everything where it has not told that. */
  public Offered offered(List<Gateway> gateways) {
    List<LiveSignal> all = List.of(LiveSignal.values());
    return gateways.stream()
        .limit(1)
        .flatMap(g -> Optional.ofNullable(known.get(g.route())).stream())
        .flatMap(t -> t.live().stream())
        .map(there -> new Offered(there.of(all), true))
        .findFirst()
        .orElse(new Offered(all, false));
  }

  public LinkState state(long jobId) {
    LinkState state = states.getOrDefault(jobId, LinkState.NONE);
    return new LinkState(state.vin(), state.at(), state.problem(), hold.doneBy(jobId));
  }

  /** What went over the wire for this job, the latest frames. */
  public List<Capture.Packet> packets(long jobId) {
    return Optional.ofNullable(logs.get(jobId)).map(WireLog::packets).orElse(List.of());
  }

  /** What a job does over its link just now, for whoever waits for it; empty for nothing. */
  public Optional<Watch> watch(long jobId) {
    return Optional.ofNullable(watches.get(jobId));
  }

  /** Ends what a job does over its link. */
  public void stop(long jobId) {
    watch(jobId).ifPresent(Watch::stop);
  }

  /** Reads codes of all controllers, permanent codes, the first snapshot and readiness. */
  public Readout read(long jobId, String gateway, Optional<String> vin) {
    return talk(jobId, gateway, vin, "reads codes", VehicleTalk::readout);
  }

  /**
   * The vehicle acknowledged clearing.
   *
   * @param after what it said then; empty if the link broke before
   * @param problem why there is no reading after it
   */
  public record Cleared(Optional<Readout> after, String problem) {}

  /**
   * Clears the codes of a group and reads again.
   *
   * @throws LinkProblem if the vehicle did not acknowledge; codes that stay are in the readout
   */
  public Cleared clear(long jobId, String gateway, Optional<String> vin, ClearedGroup group) {
    return talk(
        jobId,
        gateway,
        vin,
        "clears codes",
        t -> {
          t.clear(group);
          return afterClearing(t);
        });
  }

  /** What was acknowledged stays so, even if the link breaks right after. */
  private static Cleared afterClearing(VehicleTalk t) {
    try {
      return new Cleared(Optional.of(t.readout().whole()), "");
    } catch (LinkProblem | WireException | IllegalArgumentException e) {
      return new Cleared(Optional.empty(), String.valueOf(e.getMessage()));
    }
  }

  /** Reads one signal, if there is one to read, and the codes. */
  public Glance glance(
      long jobId, String gateway, Optional<String> vin, Optional<LiveSignal> signal) {
    return talk(jobId, gateway, vin, "looks at the plug", t -> t.glance(signal));
  }

  /** Reads live signals. */
  public Map<LiveSignal, Reading> live(
      long jobId, String gateway, Optional<String> vin, Collection<LiveSignal> signals) {
    return talk(jobId, gateway, vin, "reads live values", t -> t.allLive(signals));
  }

  /** How a routine stands that was started before, asked by a connection of its own. */
  public String routineResult(long jobId, String gateway, Optional<String> vin, int routineId) {
    return talk(
        jobId,
        gateway,
        vin,
        "asks for a routine",
        t -> t.routine(Uds.ROUTINE_RESULTS, routineId, "tell the routine's result"));
  }

  /**
   * Holds a vehicle for a longer conversation on the caller's thread.
   *
   * @param stop makes the conversation end soon, when another exchange of the same job needs the
   *     vehicle; empty where the other has to wait
   */
  void hold(
      long jobId,
      String gatewayId,
      Optional<String> vin,
      String what,
      Optional<Runnable> stop,
      Consumer<VehicleTalk> conversation) {
    talk(
        jobId,
        gatewayId,
        vin,
        what,
        stop,
        times().lasting(),
        t -> {
          conversation.accept(t);
          return t;
        });
  }

  private <T> T talk(
      long jobId,
      String gateway,
      Optional<String> vin,
      String what,
      Function<VehicleTalk, T> exchange) {
    return talk(jobId, gateway, vin, what, Optional.empty(), times(), exchange);
  }

  private <T> T talk(
      long jobId,
      String gatewayId,
      Optional<String> vin,
      String what,
      Optional<Runnable> stop,
      LinkTimes times,
      Function<VehicleTalk, T> exchange) {
    Gateway gateway = gateway(jobId, gatewayId, vin);
    Route route = gateway.route();
    InetSocketAddress address = new InetSocketAddress(gateway.host(), gateway.port());
    VehicleHold.Holder holder = new VehicleHold.Holder(jobId, what, stop);
    hold.take(gateway, address, holder);
    Watch watch = new Watch(clock);
    watches.put(jobId, watch);
    try (VehicleLink link =
        VehicleLink.open(route, tls, times, log(jobId), watch, this::usualName)) {
      Targets targets = targets(link);
      links.answered(gateway.id(), targets.vin());
      vin.filter(expected -> !expected.equals(targets.vin()))
          .ifPresent(
              expected -> {
                throw new WrongVehicle(targets.vin(), expected);
              });
      hold.take(gateway, targets.vin(), holder);
      try {
        lastUsed.put(jobId, gateway.id());
        states.put(jobId, new LinkState(targets.vin(), Optional.of(clock.instant()), "", ""));
        T result = exchange.apply(new VehicleTalk(link, targets));
        states.put(jobId, new LinkState(targets.vin(), Optional.of(clock.instant()), "", ""));
        return result;
      } finally {
        hold.release(targets.vin());
      }
    } catch (WireException | IllegalArgumentException e) {
      LinkProblem problem =
          new LinkProblem("The vehicle's answer does not read: " + e.getMessage());
      remember(jobId, problem);
      throw problem;
    } catch (LinkProblem e) {
      remember(jobId, e);
      throw e;
    } finally {
      watches.remove(jobId, watch);
      hold.release(address);
    }
  }

  /** Who stands behind a gateway: as it was, with the number told anew, or found out. */
  private Targets targets(VehicleLink link) {
    Targets before = known.remove(link.route());
    Targets now;
    try {
      now = before == null ? Targets.found(link) : before.again(link);
    } catch (NotPassedOn e) {
      // another vehicle stands there, with controllers of its own
      now = Targets.found(link);
    }
    known.put(link.route(), now);
    return now;
  }

  private Optional<String> usualName(String address) {
    return catalogs.now().reportWords().answering(address).map(ControlUnit::name);
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

  private Gateway gateway(long jobId, String id, Optional<String> vin) {
    List<Gateway> all = gateways(jobId, vin);
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
}
