package hopmend.standin;

import hopmend.fault.TroubleCode;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.verify.SinceCleared;
import hopmend.wire.Uds;
import java.io.ByteArrayOutputStream;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * A small vehicle: key, body, faults and plugs, the controller's tests, codes, monitors and
 * routines. It has no clock of its own; {@link #advance} moves it on. Not safe for use from several
 * threads; the server locks it.
 */
public final class SimulatedVehicle {
  private static final double STEP_S = 0.1;

  /** Before the starter is turned. */
  private static final double LAMPS_ARE_LOOKED_AT_S = 6;

  private static final int CATALYST = 0x01;
  private static final int EVAPORATIVE = 0x04;
  private static final int OXYGEN = 0x20;
  private static final int OXYGEN_HEATER = 0x40;
  private static final int CONTINUOUS = 0x07;

  /** Of a diesel the bits of readiness have other meanings, SAE J1979, from memory. */
  private static final int COMPRESSION_IGNITION = 0x08;

  private static final int NITROGEN_OXIDE = 0x02;
  private static final int BOOST = 0x08;
  private static final int PARTICULATE_FILTER = 0x40;
  private static final double WARM_UP_RISE_C = 22;
  private static final double WARM_UP_REACHED_C = 71;
  private static final List<LiveSignal> SNAPSHOT =
      List.of(
          LiveSignal.LOAD,
          LiveSignal.COOLANT,
          LiveSignal.SHORT_TRIM,
          LiveSignal.LONG_TRIM,
          LiveSignal.MANIFOLD_PRESSURE,
          LiveSignal.ENGINE_SPEED,
          LiveSignal.SPEED,
          LiveSignal.INTAKE_AIR,
          LiveSignal.AIR_MASS,
          LiveSignal.RUN_TIME,
          LiveSignal.MODULE_VOLTAGE);

  /** Ignition positions. */
  public enum Ignition {
    OFF,
    ON,
    RUNNING
  }

  /** So long after its time a learn that was not given its overruns is given up. */
  private static final double GIVEN_UP_S = 120;

  private static final double LET_GO = 3200;

  /** Why a learn failed, the second byte of its status record; this vehicle's own. */
  private static final int SENSOR_MUTE = 0x21;

  private static final int NO_OVERRUN = 0x22;

  private final VehicleSpec spec;
  private final Set<Fault> active = new LinkedHashSet<>();
  private final Set<String> faults = new TreeSet<>();
  private final Set<String> pulled = new TreeSet<>();
  private final Physics body;
  private final CodeMemory memory;
  private final Monitors monitors;
  private final Map<Channel, List<TroubleCode>> codesOfTheCircuit = new EnumMap<>(Channel.class);
  private final Map<Integer, Run> runs = new HashMap<>();
  private Ignition ignition = Ignition.OFF;
  private int monitorsOpen;
  private double coldestC;
  private boolean warmedUp;
  private double movingS;
  private double idleS;
  private boolean idled;
  private boolean helper = true;

  /** Nobody has cleared it for long when it comes to the shop. */
  private int warmUpsSinceCleared = 120;

  private double kmSinceCleared = 3900;
  private double minutesSinceCleared = 5200;

  private static final class Run {
    private double leftS;
    private int overrunsLeft;
    private boolean wasOverrunning;
    private RoutineState state = RoutineState.RUNNING;
    private int reason;

    private void fail(int why) {
      state = RoutineState.FAILED;
      reason = why;
    }
  }

  public SimulatedVehicle(VehicleSpec spec) {
    this.spec = spec;
    this.body = new Physics(spec, active);
    this.memory = new CodeMemory(spec.permanent(), this::conditions);
    this.monitors = new Monitors(spec, body, memory);
    body.substitutes(this::isFoundBad);
    spec.faults().stream()
        .filter(VehicleSpec.NamedFault::presentAtStart)
        .forEach(f -> setFault(f.id(), true));
    liveThroughTwoCycles();
  }

  /** The vehicle comes to the shop with its codes confirmed: it has been driven with its faults. */
  private void liveThroughTwoCycles() {
    for (int cycle = 0; cycle < 2 && !active.isEmpty(); cycle++) {
      body.coolDownTo(70);
      drive(DriveProfile.SHORT);
      turn(Ignition.OFF);
    }
    body.coolDownTo(spec.ambientC());
    monitorsOpen = monitorsThere();
    turn(Ignition.ON);
  }

  public VehicleSpec spec() {
    return spec;
  }

  public Ignition ignition() {
    return ignition;
  }

  public double coolantC() {
    return body.coolantC();
  }

  /** Whether the engine turns; without a crank signal it does not, whatever the key says. */
  public boolean isEngineRunning() {
    return body.isRunning();
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
      beginCycle();
    }
    if (to != Ignition.RUNNING) {
      runs.values().stream()
          .filter(r -> r.state == RoutineState.RUNNING)
          .forEach(r -> r.state = RoutineState.STOPPED);
    }
    ignition = to;
    monitors.cranked(to == Ignition.RUNNING);
    body.key(to != Ignition.OFF, to == Ignition.RUNNING);
  }

  private void beginCycle() {
    memory.newOperationCycle();
    monitors.forget();
    coldestC = body.coolantC();
    warmedUp = false;
    movingS = 0;
    idleS = 0;
    idled = false;
  }

  /**
   * Puts a fault in or takes it out.
   *
   * @param id a name of the scenario, or the id of any possible fault
   * @throws IllegalArgumentException if this vehicle cannot have it
   */
  public void setFault(String id, boolean present) {
    spec.fault(id).orElseThrow(() -> new IllegalArgumentException("The vehicle has no " + id));
    change(faults, id, present);
  }

  public void pull(String id, boolean off) {
    if (spec.plugs().stream().noneMatch(p -> p.id().equals(id))) {
      throw new IllegalArgumentException("The vehicle has no " + id);
    }
    change(pulled, id, off);
  }

  private void change(Set<String> set, String id, boolean in) {
    if (in) {
      set.add(id);
    } else {
      set.remove(id);
    }
    active.clear();
    faults.forEach(f -> active.add(spec.fault(f).orElseThrow()));
    spec.plugs().stream()
        .filter(p -> pulled.contains(p.id()))
        .forEach(p -> active.add(new Fault(FaultKind.OPEN, p.channel())));
    body.step(0);
  }

  /** Moves the vehicle on by so many seconds. */
  public void advance(double seconds) {
    if (ignition == Ignition.OFF) {
      body.step(seconds);
      return;
    }
    double left = seconds;
    while (left > 1e-9) {
      double step = Math.min(STEP_S, left);
      body.step(step);
      monitors.run(step);
      trip(step);
      routines(step);
      left -= step;
    }
  }

  private void routines(double seconds) {
    for (Run r : runs.values()) {
      if (r.state == RoutineState.RUNNING) {
        r.leftS -= seconds;
        if (r.overrunsLeft > 0) {
          overrun(r);
        } else if (r.leftS <= 0) {
          if (isAnySensorMute()) {
            r.fail(SENSOR_MUTE);
          } else {
            r.state = RoutineState.PASSED;
          }
        }
        if (r.leftS <= -GIVEN_UP_S) {
          r.fail(NO_OVERRUN);
        }
      }
    }
  }

  /** The controller watches the engine slow down; the helper at the pedal brings it up again. */
  private void overrun(Run r) {
    boolean slowed = r.wasOverrunning && !body.isOverrunning();
    r.wasOverrunning = body.isOverrunning();
    r.overrunsLeft -= slowed ? 1 : 0;
    boolean up = body.engineSpeed() >= LET_GO;
    boolean idles = body.isIdling();
    if (helper && (up || idles)) {
      body.pedal(idles && r.overrunsLeft > 0);
    }
  }

  /** Whether somebody sits at the pedal and does what a learn asks for; there is from the start. */
  public void helper(boolean there) {
    helper = there;
  }

  public boolean hasHelper() {
    return helper;
  }

  private boolean isAnySensorMute() {
    return active.stream().anyMatch(f -> f.kind().isOfSensor());
  }

  /** The status record of a routine: its state, and why it failed if it did. */
  public byte[] routineRecord(int id) {
    int state = routine(id).code();
    int reason = Optional.ofNullable(runs.get(id)).map(r -> r.reason).orElse(0);
    return reason == 0 ? new byte[] {(byte) state} : new byte[] {(byte) state, (byte) reason};
  }

  /** What the controller counts since its codes were cleared. */
  double counted(SinceCleared.Counter counter) {
    return switch (counter) {
      case WARM_UPS -> warmUpsSinceCleared;
      case DISTANCE -> kmSinceCleared;
      case RUN_TIME -> minutesSinceCleared;
    };
  }

  /** Warm-up cycle, general denominator and readiness. */
  private void trip(double seconds) {
    if (!body.isRunning()) {
      return;
    }
    kmSinceCleared += body.speedKmh() * seconds / 3600;
    minutesSinceCleared += seconds / 60;
    double coolant = body.coolantC();
    if (!warmedUp && coolant - coldestC >= WARM_UP_RISE_C && coolant >= WARM_UP_REACHED_C) {
      warmedUp = true;
      warmUpsSinceCleared++;
      memory.warmedUp();
    }
    movingS += body.speedKmh() >= 40 ? seconds : 0;
    idleS = body.speedKmh() < 1 ? idleS + seconds : 0;
    idled |= idleS >= 30;
    boolean generalDenominator = body.runSeconds() >= 600 && movingS >= 300 && idled;
    if (generalDenominator) {
      memory.tripCompleted();
    }
    if (spec.compression()) {
      complete(NITROGEN_OXIDE, coolant > 70 && movingS >= 300);
      complete(BOOST, movingS >= 120);
      complete(PARTICULATE_FILTER, generalDenominator);
      return;
    }
    complete(CATALYST, coolant > 70 && movingS >= 300);
    complete(EVAPORATIVE, generalDenominator);
    complete(OXYGEN, coolant > 70 && body.runSeconds() > 300 && movingS > 60);
    complete(OXYGEN_HEATER, body.runSeconds() > 360);
  }

  private int monitorsThere() {
    return spec.compression()
        ? NITROGEN_OXIDE | BOOST | PARTICULATE_FILTER
        : CATALYST | EVAPORATIVE | OXYGEN | OXYGEN_HEATER;
  }

  private void complete(int monitor, boolean done) {
    if (done) {
      monitorsOpen &= ~monitor;
    }
  }

  public List<Uds.StatusedCode> codes(int mask) {
    return memory.byStatus(mask);
  }

  public List<Uds.StatusedCode> permanentCodes() {
    return memory.permanent();
  }

  int statusBits(TroubleCode code) {
    return memory.statusBits(code);
  }

  /** What was kept beside a code: count of identifiers, then each with its data; may be empty. */
  byte[] snapshot(TroubleCode code) {
    return memory.snapshot(code);
  }

  /**
   * A sensor whose circuit has failed its test in this cycle is not used: the controller takes
   * another value for it, and holds the mixture without its cell (common practice). In the next
   * cycle it is tried again, so that a cured one can pass.
   */
  private boolean isFoundBad(Channel c) {
    for (TroubleCode code : codesOfTheCircuit.computeIfAbsent(c, this::codesOfTheCircuit)) {
      if (memory.hasFailedThisCycle(code)) {
        return true;
      }
    }
    return false;
  }

  private List<TroubleCode> codesOfTheCircuit(Channel c) {
    IntStream places = c.isCell() ? IntStream.of(0, 1, 2, 4) : IntStream.of(2, 3);
    return places.mapToObj(o -> spec.code(c, o, 0)).toList();
  }

  private byte[] conditions() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    List<LiveSignal> kept = SNAPSHOT.stream().filter(spec::tells).toList();
    out.write(kept.size());
    for (LiveSignal s : kept) {
      out.write(s.identifier() >> 8);
      out.write(s.identifier());
      out.writeBytes(s.encode(live(s)));
    }
    return out.toByteArray();
  }

  /** Erases all codes; refused with conditions not correct while the engine runs. */
  public boolean clear() {
    return clear(c -> true, true);
  }

  /**
   * Erases codes, as one controller was told.
   *
   * @param which of those that are held
   * @param monitorsToo whether readiness and what is counted since clearing begin anew
   */
  boolean clear(Predicate<TroubleCode> which, boolean monitorsToo) {
    if (ignition != Ignition.ON) {
      return false;
    }
    memory.clear(which);
    if (monitorsToo) {
      warmUpsSinceCleared = 0;
      kmSinceCleared = 0;
      minutesSinceCleared = 0;
      monitors.forget();
      monitorsOpen = monitorsThere();
      monitors.runElectricalAtOnce();
    }
    return true;
  }

  /** The bytes A to D of readiness. */
  public byte[] readiness() {
    int a = (memory.lampRequested() ? 0x80 : 0) | Math.min(0x7F, memory.confirmed());
    return new byte[] {
      (byte) a,
      (byte) (CONTINUOUS | (spec.compression() ? COMPRESSION_IGNITION : 0)),
      (byte) monitorsThere(),
      (byte) monitorsOpen
    };
  }

  /** What the controller says of a signal: read through its sensor, faults included. */
  public double live(LiveSignal signal) {
    Pins pins = body.pins();
    return switch (signal) {
      case COOLANT -> pins.coolantC();
      case ENGINE_SPEED -> body.engineSpeed();
      case SPEED -> body.speedKmh();
      case LOAD -> body.loadPercent();
      case TIMING -> body.timingDegrees();
      case INTAKE_AIR -> pins.intakeAirC();
      case AIR_MASS -> body.airMassShown();
      case MODULE_VOLTAGE -> body.batteryVolts();
      case SHORT_TRIM -> body.shortTrimPercent(1);
      case LONG_TRIM -> body.longTrimPercent(1);
      case SHORT_TRIM_BANK_2 -> body.shortTrimPercent(2);
      case LONG_TRIM_BANK_2 -> body.longTrimPercent(2);
      case MANIFOLD_PRESSURE -> body.manifoldKpa();
      case THROTTLE -> body.throttlePercent();
      case OXYGEN_1 -> pins.volts(Channel.OXYGEN_1);
      case OXYGEN_2 -> pins.volts(Channel.OXYGEN_2);
      case OXYGEN_1_BANK_2 -> pins.volts(Channel.OXYGEN_1_BANK_2);
      case OXYGEN_2_BANK_2 -> pins.volts(Channel.OXYGEN_2_BANK_2);
      case WIDEBAND_1 -> pins.lambda(Channel.OXYGEN_1);
      case WIDEBAND_1_BANK_2 -> pins.lambda(Channel.OXYGEN_1_BANK_2);
      case PUMP_CURRENT_1 -> pins.pumpMilliamperes(Channel.OXYGEN_1);
      case PUMP_CURRENT_1_BANK_2 -> pins.pumpMilliamperes(Channel.OXYGEN_1_BANK_2);
      case RUN_TIME -> body.isRunning() ? body.runSeconds() : 0;
      case RAIL_PRESSURE, RAIL_ABSOLUTE -> pins.railKpa();
      case FUEL_PRESSURE -> Double.NaN;
      case TANK_PRESSURE -> pins.tankPa();
      case TANK_ABSOLUTE -> Physics.STANDARD_KPA + pins.tankPa() / 1000;
      case PURGE -> body.purgePercent();
      case FUEL_LEVEL -> body.fuelPercent();
      case BAROMETER -> Physics.STANDARD_KPA;
      case AMBIENT -> spec.ambientC();
      case OIL_TEMPERATURE -> body.oilC();
      case PEDAL_1 -> pins.pedalPercent(Channel.PEDAL_1);
      case PEDAL_2 -> pins.pedalPercent(Channel.PEDAL_2);
      case FILTER_DIFFERENCE -> body.filterDifferenceKpa();
      case SOOT -> pins.sootMgPerM3();
      case GEAR_RATIO -> pins.shaftRatio();
      case INPUT_SHAFT -> pins.shaft(Channel.INPUT_SHAFT, body.inputShaft());
      case OUTPUT_SHAFT -> pins.shaft(Channel.OUTPUT_SHAFT, body.outputShaft());
    };
  }

  Physics body() {
    return body;
  }

  /** Starts a routine; empty if the vehicle has none of this number. */
  public Optional<RoutineState> startRoutine(int id) {
    return spec.routines().stream()
        .filter(r -> r.id() == id)
        .findFirst()
        .map(
            r -> {
              boolean engine = r.engineRuns() == body.isRunning();
              boolean ready = ignition != Ignition.OFF && engine && body.speedKmh() == 0;
              if (!ready || body.coolantC() < r.minCoolantC()) {
                return RoutineState.NOT_STARTED;
              }
              Run run = new Run();
              run.leftS = r.seconds();
              run.overrunsLeft = r.overruns();
              runs.put(id, run);
              return RoutineState.RUNNING;
            });
  }

  /** A session ended: routines that live in it end too. */
  void sessionEnded() {
    spec.routines().stream()
        .filter(VehicleSpec.RoutineSpec::inSession)
        .forEach(r -> stopRoutine(r.id()));
  }

  /** Stops a routine; false if none of this number runs. */
  boolean stopRoutine(int id) {
    Run run = runs.get(id);
    boolean runs = run != null && run.state == RoutineState.RUNNING;
    if (runs) {
      run.state = RoutineState.STOPPED;
    }
    return runs;
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
    turn(Ignition.ON);
    advance(LAMPS_ARE_LOOKED_AT_S);
    turn(Ignition.RUNNING);
    StringBuilder csv =
        new StringBuilder("time_s,engine_speed_rpm,vehicle_speed_kmh,coolant_c,load_pct\n");
    for (int second = 0; second <= profile.seconds(); second++) {
      body.speed(profile.speedAt(second));
      advance(1);
      csv.append(second).append(',').append(Math.round(live(LiveSignal.ENGINE_SPEED)));
      for (double value : List.of(body.speedKmh(), body.pins().coolantC(), live(LiveSignal.LOAD))) {
        csv.append(',').append(Math.round(10 * value) / 10.0);
      }
      csv.append('\n');
    }
    body.speed(0);
    while (body.speedKmh() > 0) {
      advance(1);
    }
    return csv.toString();
  }
}
