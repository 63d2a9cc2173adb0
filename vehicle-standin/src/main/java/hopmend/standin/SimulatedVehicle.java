package hopmend.standin;

import hopmend.fault.TroubleCode;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Uds;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/**
 * A small vehicle: ignition, engine, warm-up, speed, plugs, faults, codes, monitors and routines.
 * It has no clock of its own; {@link #advance} moves it on. Not safe for use from several threads;
 * the server locks it.
 */
public final class SimulatedVehicle {
  private static final double WARM_C = 90;
  private static final double WARMING_S = 230;
  private static final double COOLING_S = 5400;
  private static final double TEST_EVERY_S = 2;
  private static final double AIR_DENSITY = 1.2;
  private static final int MONITOR_SUPPORTED = 0x65;

  /** Ignition positions. */
  public enum Ignition {
    OFF,
    ON,
    RUNNING
  }

  private final VehicleSpec spec;
  private final CodeMemory memory;
  private final TreeSet<String> faults = new TreeSet<>();
  private final TreeSet<String> pulled = new TreeSet<>();
  private final Map<Integer, Run> runs = new HashMap<>();
  private Ignition ignition = Ignition.OFF;
  private double coolantC;
  private double speedKmh;
  private double sinceTestS;
  private int monitorsOpen = MONITOR_SUPPORTED;

  private static final class Run {
    private double leftS;
    private RoutineState state = RoutineState.RUNNING;
  }

  public SimulatedVehicle(VehicleSpec spec) {
    this.spec = spec;
    this.memory = new CodeMemory(spec.permanent());
    this.coolantC = spec.ambientC();
    spec.faults().stream()
        .filter(VehicleSpec.Trouble::presentAtStart)
        .forEach(f -> faults.add(f.id()));
    liveThroughTwoCycles();
  }

  /** The vehicle comes to the shop with its codes confirmed: it has been driven with its faults. */
  private void liveThroughTwoCycles() {
    for (int cycle = 0; cycle < 2; cycle++) {
      turn(Ignition.RUNNING);
      advance(3 * TEST_EVERY_S);
      turn(Ignition.OFF);
    }
    coolantC = spec.ambientC();
    turn(Ignition.ON);
  }

  public VehicleSpec spec() {
    return spec;
  }

  public Ignition ignition() {
    return ignition;
  }

  public double coolantC() {
    return coolantC;
  }

  public boolean hasFault(String id) {
    return faults.contains(id);
  }

  public boolean isPulled(String id) {
    return pulled.contains(id);
  }

  /** Turns the key; leaving OFF begins a new operation cycle. */
  public void turn(Ignition to) {
    if (ignition == Ignition.OFF && to != Ignition.OFF) {
      memory.newOperationCycle();
    }
    if (to != Ignition.RUNNING) {
      speedKmh = 0;
      runs.values().stream()
          .filter(r -> r.state == RoutineState.RUNNING)
          .forEach(r -> r.state = RoutineState.STOPPED);
    }
    ignition = to;
  }

  public void setFault(String id, boolean present) {
    change(faults, spec.faults(), id, present);
  }

  public void pull(String id, boolean off) {
    change(pulled, spec.plugs(), id, off);
  }

  private static void change(
      TreeSet<String> set, List<VehicleSpec.Trouble> known, String id, boolean in) {
    if (known.stream().noneMatch(t -> t.id().equals(id))) {
      throw new IllegalArgumentException("The vehicle has no " + id);
    }
    if (in) {
      set.add(id);
    } else {
      set.remove(id);
    }
  }

  /** Moves the vehicle on by so many seconds. */
  public void advance(double seconds) {
    double target = ignition == Ignition.RUNNING ? WARM_C : spec.ambientC();
    double time = ignition == Ignition.RUNNING ? WARMING_S : COOLING_S;
    coolantC = target + (coolantC - target) * Math.exp(-seconds / time);
    sinceTestS += seconds;
    while (sinceTestS >= TEST_EVERY_S) {
      sinceTestS -= TEST_EVERY_S;
      runTests();
    }
    for (Run r : runs.values()) {
      if (r.state == RoutineState.RUNNING) {
        r.leftS -= seconds;
        if (r.leftS <= 0) {
          r.state = camSignalMissing() ? RoutineState.FAILED : RoutineState.PASSED;
        }
      }
    }
  }

  private boolean camSignalMissing() {
    return !faults.isEmpty();
  }

  private void runTests() {
    if (ignition == Ignition.OFF) {
      return;
    }
    spec.plugs().forEach(p -> test(p, pulled.contains(p.id())));
    spec.faults().stream()
        .filter(f -> !f.needsEngine() || ignition == Ignition.RUNNING)
        .forEach(f -> test(f, faults.contains(f.id())));
  }

  /** A code fails while any trouble that sets it is present. */
  private void test(VehicleSpec.Trouble trouble, boolean present) {
    for (TroubleCode code : trouble.troubleCodes()) {
      boolean another =
          spec.faults().stream()
              .filter(f -> faults.contains(f.id()) && f != trouble)
              .anyMatch(f -> f.troubleCodes().contains(code));
      memory.test(code, present || another);
    }
  }

  public List<Uds.StatusedCode> codes(int mask) {
    return memory.byStatus(mask);
  }

  public List<Uds.StatusedCode> permanentCodes() {
    return memory.permanent();
  }

  /** Erases the codes; refused with conditions not correct while the engine runs. */
  public boolean clear() {
    if (ignition != Ignition.ON) {
      return false;
    }
    memory.clear();
    monitorsOpen = MONITOR_SUPPORTED;
    sinceTestS = 0;
    runTests();
    return true;
  }

  /** The bytes A to D of readiness. */
  public byte[] readiness() {
    int a = (memory.lampRequested() ? 0x80 : 0) | Math.min(0x7F, memory.confirmed());
    return new byte[] {(byte) a, 0x07, (byte) MONITOR_SUPPORTED, (byte) monitorsOpen};
  }

  public double live(LiveSignal signal) {
    boolean running = ignition == Ignition.RUNNING;
    double rpm = engineSpeed();
    double load = running ? (speedKmh > 0 ? 30 + speedKmh * 0.3 : 24) : 0;
    return switch (signal) {
      case COOLANT -> coolantC;
      case ENGINE_SPEED -> rpm;
      case SPEED -> speedKmh;
      case LOAD -> Math.min(100, load);
      case TIMING -> running ? 12 : 0;
      case INTAKE_AIR -> isPulled("air-temperature") ? -40 : spec.ambientC() + 6;
      case AIR_MASS -> 0.9 * load / 100 * spec.displacementLitres() / 2 * rpm / 60 * AIR_DENSITY;
      case MODULE_VOLTAGE -> running ? 14.1 : 12.6;
    };
  }

  private double engineSpeed() {
    if (ignition != Ignition.RUNNING) {
      return 0;
    }
    return speedKmh > 0 ? 1100 + 22 * speedKmh : spec.idlePerMinute();
  }

  /** Starts a routine; empty if the vehicle has none of this number. */
  public Optional<RoutineState> startRoutine(int id) {
    return spec.routines().stream()
        .filter(r -> r.id() == id)
        .findFirst()
        .map(
            r -> {
              if (ignition != Ignition.RUNNING || coolantC < r.minCoolantC() || speedKmh > 0) {
                return RoutineState.NOT_STARTED;
              }
              Run run = new Run();
              run.leftS = r.seconds();
              runs.put(id, run);
              return RoutineState.RUNNING;
            });
  }

  public RoutineState routine(int id) {
    return Optional.ofNullable(runs.get(id)).map(r -> r.state).orElse(RoutineState.NOT_STARTED);
  }

  /**
   * Drives the profile from where the vehicle stands, second by second.
   *
   * @return the log as CSV, one row every second
   */
  public String drive(DriveProfile profile) {
    turn(Ignition.OFF);
    turn(Ignition.RUNNING);
    StringBuilder csv =
        new StringBuilder("time_s,engine_speed_rpm,vehicle_speed_kmh,coolant_c,load_pct\n");
    for (int second = 0; second <= profile.seconds(); second++) {
      speedKmh = profile.speedAt(second);
      advance(1);
      csv.append(
          String.format(
              Locale.ROOT,
              "%d,%.0f,%.1f,%.1f,%.1f%n",
              second,
              live(LiveSignal.ENGINE_SPEED),
              speedKmh,
              coolantC,
              live(LiveSignal.LOAD)));
    }
    speedKmh = 0;
    if (profile.runsMonitors()) {
      monitorsOpen = 0;
      memory.passedDrive();
    }
    return csv.toString().replace("\r\n", "\n");
  }
}
