package hopmend.standin;

import java.util.Arrays;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * The body of a simulated vehicle: speed, engine, air, mixture, pressures and shafts, related as in
 * a real one (the laws of the trade, see the methods). What its sensors make of it is told by its
 * {@link Pins}. Time moves by {@link #step}; there is no clock and no chance.
 */
final class Physics {
  private static final int SENSORS = Channel.values().length;
  static final double WARM_C = 90;
  static final double STANDARD_KPA = 101.3;
  static final double VOLUMETRIC_EFFICIENCY = 0.85;
  static final double AIR_KG_PER_M3 = 1.2;
  static final double SUPPLY_V = 5;
  private static final double WARMING_S = 230;
  private static final double COOLING_S = 5400;
  private static final double OIL_WARMING_S = 520;
  private static final double DRYING_S = 300;
  private static final double AXLE = 4.1;
  private static final double TYRE_M = 1.95;
  private static final double[] GEAR_UP_KMH = {18, 36, 58, 82};
  private static final double[] GEAR_RATIO = {3.6, 2.1, 1.4, 1.0, 0.8};
  private static final double REVVING_PER_S = 2500;
  private static final double SLOWING_PER_S = 1200;
  private static final double REVVED = 3500;
  private static final double STOICHIOMETRIC_SWING = 0.012;
  private static final double LEAN_OF_A_FUEL_CUT = 1.4;

  /** The starter turns the engine at this speed, and the battery sinks to this. */
  private static final double CRANKING_PER_MIN = 210;

  private static final double CRANKING_V = 10.3;

  /** A cold engine idles faster, so many turns for each degree below this. */
  private static final double FAST_IDLE_UNTIL_C = 65;

  private static final double FAST_IDLE_PER_C = 6;

  /** What a loaded van gains from standing, m/s2, and loses of it with speed; how it brakes. */
  private static final double PULLS_AWAY = 1.9;

  private static final double BRAKES = 2.5;

  /** How far a cylinder that fails to fire, or a tooth that is bent, sets its segment off. */
  private static final double MISFIRE_ROUGHNESS = 0.06;

  private static final double TOOTH_ROUGHNESS = 0.05;

  private final VehicleSpec spec;
  private final Set<Fault> faults;
  private Set<Fault> laidOut = Set.of();
  private final boolean[][] present = new boolean[FaultKind.values().length][SENSORS + 1];
  private final Pins pins;
  private final Bank[] banks;
  private Predicate<Channel> substituted = c -> false;

  private boolean keyOn;
  private boolean running;
  private double crankingS;
  private double coolantC;
  private double oilC;
  private double damp = 1;
  private double speedKmh;
  private double wantedKmh;
  private double gainsMs2;
  private boolean pedalDown;
  private double footPercent;
  private double revs;
  private double runS;
  private double timeS;
  private long ticks;
  private double tankPa;
  private double sootShare;
  private double fuelPercent = 62;

  /** The mixture of one bank, and what its cells feel of it. */
  private static final class Bank {
    private double shortTrim;
    private double longTrim;
    private double lambda = 1;
    private double before = 0.45;
    private double behind = 0.65;
  }

  /**
   * @param faults those that are in the vehicle; read anew at every step
   */
  Physics(VehicleSpec spec, Set<Fault> faults) {
    this.spec = spec;
    this.faults = faults;
    this.coolantC = spec.ambientC();
    this.oilC = spec.ambientC();
    this.banks = IntStream.range(0, spec.banks()).mapToObj(i -> new Bank()).toArray(Bank[]::new);
    this.pins = new Pins(spec, this);
    step(0);
  }

  /** The controller takes another value in place of a sensor that it has found bad. */
  void substitutes(Predicate<Channel> whose) {
    substituted = whose;
  }

  Pins pins() {
    return pins;
  }

  /** Whether the vehicle itself has a fault, since the last step. */
  boolean has(FaultKind kind) {
    return present[kind.ordinal()][SENSORS];
  }

  boolean has(FaultKind kind, Channel channel) {
    return present[kind.ordinal()][channel.ordinal()];
  }

  /** Asked for at every turn, so they are laid out by kind and sensor; the last place is none. */
  private void lookAtFaults() {
    if (faults.equals(laidOut)) {
      return;
    }
    laidOut = Set.copyOf(faults);
    for (boolean[] ofKind : present) {
      Arrays.fill(ofKind, false);
    }
    faults.forEach(
        f ->
            present[f.kind().ordinal()][f.channel() == null ? SENSORS : f.channel().ordinal()] =
                true);
  }

  void key(boolean on, boolean cranked) {
    keyOn = on;
    boolean starts = on && cranked && !pins.isSilent(Channel.CRANK);
    if (on && cranked && !running) {
      crankingS = 0.8 + Math.max(0, 20 - coolantC) * 0.04;
    }
    if (starts && !running) {
      runS = 0;
      for (Bank b : banks) {
        b.shortTrim = 0;
      }
    }
    running = starts;
    if (!running) {
      stand();
    }
    step(0);
  }

  private void stand() {
    speedKmh = 0;
    wantedKmh = 0;
    gainsMs2 = 0;
    revs = 0;
    footPercent = 0;
    pedalDown = false;
  }

  /** Somebody brings the engine up with the vehicle standing, or lets go. */
  void pedal(boolean down) {
    pedalDown = down && running && speedKmh == 0;
  }

  void coolDownTo(double celsius) {
    coolantC = celsius;
    oilC = Math.min(oilC, celsius);
    damp = celsius < 40 ? 1 : damp;
  }

  /** Where the driver wants to be; the vehicle gets there as fast as it can. */
  void speed(double kmh) {
    wantedKmh = running ? kmh : 0;
  }

  /** Moves on; while the engine runs the step should be 0.1 s or shorter. */
  void step(double seconds) {
    lookAtFaults();
    timeS += seconds;
    ticks += seconds > 0 ? 1 : 0;
    crankingS = Math.max(0, crankingS - seconds);
    warmth(seconds);
    runS += isFiring() ? seconds : 0;
    pins.edges();
    if (running && pins.isSilent(Channel.CRANK)) {
      running = false;
      stand();
    }
    motion(seconds);
    foot(seconds);
    mixture(seconds);
    pressures(seconds);
    fuelPercent = Math.max(4, fuelPercent - airMass() / 14.7 / 750 / 50 * 100 * seconds);
    pins.sense(seconds);
  }

  private void warmth(double seconds) {
    double target = running ? WARM_C : spec.ambientC();
    coolantC = towards(coolantC, target, seconds, running ? WARMING_S : COOLING_S);
    oilC =
        towards(
            oilC,
            running ? WARM_C + 6 : spec.ambientC(),
            seconds,
            running ? OIL_WARMING_S : COOLING_S);
    damp = running ? towards(damp, 0, seconds, DRYING_S) : damp;
  }

  private static double towards(double now, double end, double seconds, double paceS) {
    return end + (now - end) * Math.exp(-seconds / paceS);
  }

  private void motion(double seconds) {
    double most = Math.max(0.4, PULLS_AWAY * spec.liveliness() - 0.012 * speedKmh);
    double before = speedKmh;
    double change = clamp(wantedKmh - speedKmh, -BRAKES * 3.6 * seconds, most * 3.6 * seconds);
    speedKmh = running ? speedKmh + change : 0;
    gainsMs2 = seconds > 0 ? (speedKmh - before) / 3.6 / seconds : gainsMs2;
    double revving = pedalDown ? REVVING_PER_S : -SLOWING_PER_S;
    revs = isFiring() ? clamp(engineSpeed() + revving * seconds, 0, REVVED) : 0;
  }

  /** Between -1 and 1, for each of its users another one, and the same in every run. */
  double noise(int user) {
    long x = ticks * 0x9E3779B97F4A7C15L + user * 0xC2B2AE3D27D4EB4FL;
    x = (x ^ x >>> 30) * 0xBF58476D1CE4E5B9L;
    x = (x ^ x >>> 27) * 0x94D049BB133111EBL;
    return ((x ^ x >>> 31) >>> 11) * 0x1.0p-52 - 1;
  }

  double seconds() {
    return timeS;
  }

  // Speed and shafts

  boolean isRunning() {
    return running;
  }

  boolean isKeyOn() {
    return keyOn;
  }

  /** Runs on its own: the starter is done. */
  private boolean isFiring() {
    return running && crankingS == 0;
  }

  double runSeconds() {
    return runS;
  }

  double coolantC() {
    return coolantC;
  }

  double oilC() {
    return oilC;
  }

  double fuelPercent() {
    return fuelPercent;
  }

  double speedKmh() {
    return speedKmh;
  }

  /** How fast it gains speed, m/s2. */
  double gainsMs2() {
    return gainsMs2;
  }

  /** Idle hunts a little, is faster while cold, and shakes where a cylinder does not fire. */
  double idleSpeed() {
    double fast = FAST_IDLE_PER_C * Math.max(0, FAST_IDLE_UNTIL_C - coolantC);
    double hunt =
        0.006 * Math.sin(2 * Math.PI * 0.31 * timeS)
            + 0.004 * Math.sin(2 * Math.PI * 0.113 * timeS);
    double shake = has(FaultKind.MISFIRE) ? 0.03 * Math.sin(2 * Math.PI * 1.7 * timeS) : 0;
    return (spec.idlePerMinute() + fast) * (1 + hunt + shake) + 3 * noise(1);
  }

  /** n = v / tyre * axle * gear or what the pedal asks of a standing vehicle, never below idle. */
  double engineSpeed() {
    if (!running) {
      return 0;
    }
    return isFiring()
        ? Math.max(idleSpeed(), Math.max(revs, inputShaft()))
        : CRANKING_PER_MIN + 15 * noise(1);
  }

  /** The pedal is let go and the engine is back at its idle. */
  boolean isIdling() {
    return isFiring() && !pedalDown && speedKmh == 0 && revs <= 1.04 * idleSpeed();
  }

  /** The engine slows down on its own, the fuel cut: overrun. */
  boolean isOverrunning() {
    boolean standing = !pedalDown && speedKmh == 0 && revs > 1.2 * idleSpeed();
    boolean braking = speedKmh > 12 && gainsMs2 < -0.5;
    return isFiring() && (standing || braking);
  }

  /** Output shaft in 1/min: road speed over tyre size, times the axle ratio. */
  double outputShaft() {
    return speedKmh / 3.6 / TYRE_M * 60 * AXLE;
  }

  /** Input shaft in 1/min: output shaft times the gear's ratio. */
  double inputShaft() {
    return outputShaft() * ratio();
  }

  double ratio() {
    int gear = 0;
    while (gear < GEAR_UP_KMH.length && speedKmh >= GEAR_UP_KMH[gear]) {
      gear++;
    }
    return GEAR_RATIO[gear];
  }

  boolean isShaking() {
    return running && (engineSpeed() > 1500 || speedKmh > 20);
  }

  /** How damp it is where the plugs are: 1 after a cold night, dry once the engine is warm. */
  double damp() {
    return damp;
  }

  /**
   * How far the crank's segment of a cylinder is off, as a share of its time: a cylinder that does
   * not fire slows it, a bent tooth changes it whether there is fuel or not; without phase from the
   * cam, or with edges lost, it is uneven too.
   *
   * @param cylinder counted from 1
   */
  double roughness(int cylinder) {
    boolean end = cylinder == 1 || cylinder == spec.cylinders();
    boolean fires = isFiring() && !isOverrunning();
    double rough = 0.006 * noise(20 + cylinder);
    if (fires && has(FaultKind.MISFIRE) && cylinder == 1) {
      rough += MISFIRE_ROUGHNESS;
    }
    if (has(FaultKind.TOOTH_ERROR) && end && engineSpeed() > 1500) {
      rough += TOOTH_ROUGHNESS;
    }
    if (fires && end && isPhaseLost()) {
      rough += TOOTH_ROUGHNESS;
    }
    return rough;
  }

  private boolean isPhaseLost() {
    return spec.has(Channel.CAM) && pins.isSilent(Channel.CAM)
        || spec.has(Channel.CRANK) && pins.losesEdges(Channel.CRANK);
  }

  /** Cam against crank in degrees of crank angle, late is positive. */
  double camOffset() {
    double stretch = has(FaultKind.CHAIN_STRETCH) ? 11 : 1.5;
    boolean off = has(FaultKind.BIAS, Channel.CAM) || has(FaultKind.WRONG_PART, Channel.CAM);
    return (off ? stretch + 9 : stretch) + 0.2 * noise(2);
  }

  // Air and mixture

  double pedalPercent() {
    return footPercent;
  }

  /** A foot moves quickly, but it does not jump. */
  private void foot(double seconds) {
    boolean rolls = running && speedKmh > 0 && gainsMs2 > -0.3;
    double rolling = rolls ? clamp(6 + 0.35 * speedKmh + 9 * gainsMs2, 0, 95) : 0;
    footPercent = towards(footPercent, pedalDown ? 20 : rolling, seconds, 0.35);
  }

  /** A diesel takes all the air it can get. */
  double throttlePercent() {
    if (!running) {
      return 6;
    }
    return spec.compression() ? 92 : 3 + 0.9 * pedalPercent();
  }

  /** Behind a throttle there is vacuum; before a diesel there is none, and its charger adds. */
  double manifoldKpa() {
    if (!isFiring()) {
      return STANDARD_KPA;
    }
    double ripple = 0.4 * noise(3);
    return spec.compression()
        ? STANDARD_KPA - 1 + 1.1 * pedalPercent() * Math.min(1.5, engineSpeed() / 1500) + ripple
        : (isOverrunning() ? 21 : 26) + 0.68 * pedalPercent() + ripple;
  }

  /** Later under load, earlier with speed; it wanders a little to hold the idle. */
  double timingDegrees() {
    double idle = 10 + 1.5 * noise(7);
    return isFiring()
        ? clamp(idle + 0.006 * (engineSpeed() - idleSpeed()) - 0.12 * pedalPercent(), -5, 45)
        : 0;
  }

  /** Petrol: share of the air that it could take; diesel: share of the fuel. Per cent. */
  double loadPercent() {
    if (!isFiring()) {
      return 0;
    }
    return spec.compression()
        ? isOverrunning() ? 0 : 14 + 0.85 * pedalPercent() + noise(3)
        : 100 * manifoldKpa() / STANDARD_KPA;
  }

  /** m = VE V/2 n rho p/p0, grams a second. */
  double airMass() {
    return VOLUMETRIC_EFFICIENCY
        * spec.displacementLitres()
        / 2
        * engineSpeed()
        / 60
        * AIR_KG_PER_M3
        * manifoldKpa()
        / STANDARD_KPA;
  }

  /** Air mass as the controller reads it. */
  double airMassShown() {
    return running ? pins.airMass() : 0;
  }

  /** Fuel follows the air that is measured and the trims of each bank; the rest is lean or rich. */
  private void mixture(double seconds) {
    if (!running || spec.compression()) {
      return;
    }
    boolean measured = spec.has(Channel.AIR_MASS) && !substituted.test(Channel.AIR_MASS);
    double metered = measured ? Math.max(0.2, airMassShown()) : airMass();
    double plausible = clamp(metered, 0.6 * airMass(), 1.5 * airMass());
    double weak = has(FaultKind.CLOGGED_FILTER) && !spec.has(Channel.SOOT) ? 0.9 : 1;
    double fuelled = plausible * weak / airMass();
    for (int i = 0; i < banks.length; i++) {
      mixture(i, fuelled, seconds);
    }
  }

  private void mixture(int bank, double fuelled, double seconds) {
    Bank b = banks[bank];
    Channel cell = bank == 0 ? Channel.OXYGEN_1 : Channel.OXYGEN_1_BANK_2;
    boolean cut = isOverrunning();
    b.lambda = cut ? LEAN_OF_A_FUEL_CUT : 1 / (fuelled * (1 + (b.shortTrim + b.longTrim) / 100));
    boolean closedLoop =
        coolantC > 40 && runS > 20 && !cut && spec.has(cell) && !substituted.test(cell);
    double phase = 2 * Math.PI * (1 - 0.07 * bank) * swingHz() * timeS + bank;
    double swing = closedLoop ? STOICHIOMETRIC_SWING * Math.sin(phase) : 0;
    double leak = bank == 0 && has(FaultKind.EXHAUST_LEAK) ? 0.32 : 0;
    double sensed = b.lambda + leak + swing;
    double wanted = 0.45 + 0.42 * Math.tanh((1 - sensed) / (STOICHIOMETRIC_SWING * 0.6));
    boolean warmCell = coolantC > 35 && runS > 10;
    double pace = has(FaultKind.SLOW, cell) ? 1.0 : 0.06;
    b.before = towards(b.before, warmCell ? wanted : 0.45, seconds, pace);
    double stored = cut ? 0.05 : 0.35 + 0.6 * b.before;
    b.behind = towards(b.behind, warmCell ? stored : 0.45, seconds, cut ? 6 : 25);
    if (closedLoop) {
      double lean = (0.45 - pins.volts(cell)) / 0.42;
      b.shortTrim = clamp(b.shortTrim + clamp(lean, -1, 1) * 8 * seconds, -25, 25);
      b.longTrim = clamp(b.longTrim + b.shortTrim * seconds / 12, -30, 30);
      b.shortTrim = towards(b.shortTrim, 0, seconds, 12);
    } else if (!cut) {
      b.shortTrim = 0;
    }
  }

  /** How often the mixture swings, by engine speed. */
  double swingHz() {
    return engineSpeed() > 1500 ? 1.5 : 0.8;
  }

  /**
   * @param bank 1 or 2
   */
  double shortTrimPercent(int bank) {
    return banks[bank - 1].shortTrim;
  }

  double longTrimPercent(int bank) {
    return banks[bank - 1].longTrim;
  }

  double lambda(int bank) {
    return banks[bank - 1].lambda;
  }

  double cellBefore(int bank) {
    return banks[bank - 1].before;
  }

  double cellBehind(int bank) {
    return banks[bank - 1].behind;
  }

  static double clamp(double value, double low, double high) {
    return Math.max(low, Math.min(high, value));
  }

  // Pressures and soot

  /** A diesel injects at ten times the pressure of a petrol engine (common practice). */
  double railTargetKpa() {
    double petrol = running ? 4000 + 90 * loadPercent() : keyOn ? 600 : 0;
    return spec.compression() ? (running ? 25_000 + 1250 * loadPercent() : 0) : petrol;
  }

  /** A clogged filter shows under load. */
  double railKpa() {
    boolean starved = has(FaultKind.CLOGGED_FILTER) && !spec.has(Channel.SOOT);
    double reached = starved ? 1 - 0.4 * clamp((loadPercent() - 33) / 8, 0, 1) : 1;
    return reached * railTargetKpa() * (1 + 0.006 * noise(4));
  }

  double tankPa() {
    return tankPa;
  }

  /** Whether the controller draws the tank down for its leak test. */
  boolean isTestingLeaks() {
    return running && runS > 120 && speedKmh > 20;
  }

  /** Vapour that is drawn in, as a share of what the valve can. */
  double purgePercent() {
    return isTestingLeaks() ? 30 : 0;
  }

  /** What the soot sensor has gathered of what it takes. */
  double sootShare() {
    return sootShare;
  }

  /** What the exhaust needs to get through the particulate filter; more the more soot is in it. */
  double filterDifferenceKpa() {
    double perGram = has(FaultKind.CLOGGED_FILTER) ? 0.09 : 0.02;
    return isFiring() ? perGram * airMass() * (1 + 0.03 * noise(5)) : 0;
  }

  double sootMgPerM3() {
    return running ? has(FaultKind.CLOGGED_FILTER) ? 14 : 0.9 : 0;
  }

  private void pressures(double seconds) {
    double wanted = isTestingLeaks() ? -1500 : keyOn ? 120 : 300;
    double reached = has(FaultKind.LOOSE_CAP) ? 0 : wanted;
    tankPa = towards(tankPa, reached, seconds, 8);
    double fills = has(FaultKind.CLOGGED_FILTER) ? 60 : 900;
    sootShare = running ? (sootShare + seconds / fills) % 1 : sootShare;
  }

  /** The starter pulls it down; the alternator gives more to a battery that has just started. */
  double batteryVolts() {
    if (crankingS > 0) {
      return CRANKING_V + 0.4 * noise(6);
    }
    return running
        ? 14.1 + 0.35 * Math.exp(-runS / 120) + 0.03 * noise(6)
        : (keyOn ? 12.5 : 12.7) + 0.01 * noise(6);
  }

  double referenceVolts() {
    return has(FaultKind.SUPPLY_LOW) ? 0.4 : SUPPLY_V;
  }

  double intakeAirC() {
    return spec.ambientC() + (running ? 6 : 2);
  }
}
