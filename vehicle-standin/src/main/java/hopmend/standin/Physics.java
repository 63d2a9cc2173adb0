package hopmend.standin;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;

/**
 * The body of a simulated vehicle: speed, engine, air, mixture, pressures and shafts, related as in
 * a real one (the laws of the trade, see the methods), and the voltages that its sensors give,
 * faults included. Time moves by {@link #step}; there is no clock and no chance.
 */
final class Physics {
  static final double WARM_C = 90;
  static final double STANDARD_KPA = 101.3;
  static final double VOLUMETRIC_EFFICIENCY = 0.85;
  static final double AIR_KG_PER_M3 = 1.2;
  static final double SUPPLY_V = 5;
  private static final double WARMING_S = 230;
  private static final double COOLING_S = 5400;
  private static final double NTC_R20_OHM = 2500;
  private static final double NTC_BETA = 3600;
  private static final double PULL_UP_OHM = 2200;
  private static final double AXLE = 4.1;
  private static final double TYRE_M = 1.95;
  private static final double[] GEAR_UP_KMH = {18, 36, 58, 82};
  private static final double[] GEAR_RATIO = {3.6, 2.1, 1.4, 1.0, 0.8};
  private static final double REVVING_PER_S = 2500;
  private static final double SLOWING_PER_S = 1200;
  private static final double REVVED = 3500;
  private static final double RAIL_SPAN_KPA = 20_000;
  private static final double STOICHIOMETRIC_SWING = 0.012;

  private final VehicleSpec spec;
  private final Set<Fault> faults;
  private final Map<Channel, Double> volts = new EnumMap<>(Channel.class);
  private final Set<Channel> silent = EnumSet.noneOf(Channel.class);

  private boolean keyOn;
  private boolean running;
  private double coolantC;
  private double speedKmh;
  private boolean pedalDown;
  private double revs;
  private double runS;
  private double timeS;
  private double shortTrim;
  private double longTrim;
  private double lambda = 1;
  private double oxygen1 = 0.45;
  private double oxygen2 = 0.65;
  private double tankPa;
  private double sootShare;

  /**
   * @param faults those that are in the vehicle; read anew at every step
   */
  Physics(VehicleSpec spec, Set<Fault> faults) {
    this.spec = spec;
    this.faults = faults;
    this.coolantC = spec.ambientC();
    step(0);
  }

  boolean has(FaultKind kind) {
    return faults.contains(Fault.of(kind));
  }

  boolean has(FaultKind kind, Channel channel) {
    return faults.contains(new Fault(kind, channel));
  }

  void key(boolean on, boolean cranked) {
    keyOn = on;
    boolean starts = on && cranked && !isSilent(Channel.CRANK);
    if (starts && !running) {
      runS = 0;
      shortTrim = 0;
    }
    running = starts;
    if (!running) {
      stand();
    }
    step(0);
  }

  private void stand() {
    speedKmh = 0;
    revs = 0;
    pedalDown = false;
  }

  /** Somebody brings the engine up with the vehicle standing, or lets go. */
  void pedal(boolean down) {
    pedalDown = down && running && speedKmh == 0;
  }

  /** The engine slows down on its own, the fuel cut: overrun. */
  boolean isOverrunning() {
    return running && !pedalDown && revs > 1.2 * spec.idlePerMinute();
  }

  void coolDownTo(double celsius) {
    coolantC = celsius;
  }

  void speed(double kmh) {
    speedKmh = running ? kmh : 0;
  }

  /** Moves on; while the engine runs the step should be 0.1 s or shorter. */
  void step(double seconds) {
    timeS += seconds;
    double target = running ? WARM_C : spec.ambientC();
    double pace = running ? WARMING_S : COOLING_S;
    coolantC = target + (coolantC - target) * Math.exp(-seconds / pace);
    runS += running ? seconds : 0;
    edges();
    if (running && isSilent(Channel.CRANK)) {
      running = false;
      stand();
    }
    double revving = pedalDown ? REVVING_PER_S : -SLOWING_PER_S;
    revs = running ? Math.max(0, Math.min(REVVED, engineSpeed() + revving * seconds)) : 0;
    mixture(seconds);
    pressures(seconds);
    for (Channel c : spec.sensors()) {
      if (!c.isTurning()) {
        volts.put(c, faulty(c, healthyVolts(c), seconds));
      }
    }
  }

  // Speed and shafts

  boolean isRunning() {
    return running;
  }

  boolean isKeyOn() {
    return keyOn;
  }

  double runSeconds() {
    return runS;
  }

  double coolantC() {
    return coolantC;
  }

  double speedKmh() {
    return speedKmh;
  }

  /** n = v / tyre * axle * gear or what the pedal asks of a standing vehicle, never below idle. */
  double engineSpeed() {
    return running ? Math.max(spec.idlePerMinute(), Math.max(revs, inputShaft())) : 0;
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

  /** Whether a counting sensor gives no edges at all. */
  boolean isSilent(Channel turning) {
    return silent.contains(turning);
  }

  private void edges() {
    silent.clear();
    for (Channel c : spec.sensors()) {
      boolean noSupply = c.isOnReference() && has(FaultKind.SUPPLY_LOW);
      if (c.isTurning()
          && (has(FaultKind.OPEN, c)
              || has(FaultKind.SHORT_LOW, c)
              || has(FaultKind.SHORT_HIGH, c)
              || noSupply)) {
        silent.add(c);
      }
    }
  }

  /** Whether a counting sensor loses edges: shaken, coated or slow. */
  boolean losesEdges(Channel turning) {
    return !isSilent(turning)
        && (has(FaultKind.DROPOUT, turning) && isShaking()
            || (has(FaultKind.CONTAMINATED, turning) || has(FaultKind.SLOW, turning)) && running);
  }

  /** Cam against crank in degrees of crank angle, late is positive. */
  double camOffset() {
    double stretch = has(FaultKind.CHAIN_STRETCH) ? 11 : 1.5;
    return has(FaultKind.BIAS, Channel.CAM) ? stretch + 9 : stretch;
  }

  // Air and mixture

  double pedalPercent() {
    if (pedalDown) {
      return 20;
    }
    return running ? Math.min(95, speedKmh * 0.35 + (speedKmh > 0 ? 6 : 0)) : 0;
  }

  double throttlePercent() {
    return running ? 3 + 0.9 * pedalPercent() : 6;
  }

  double manifoldKpa() {
    return running ? 26 + 0.68 * pedalPercent() : STANDARD_KPA;
  }

  /** Share of the air that the engine could take at this speed, per cent. */
  double loadPercent() {
    return running ? 100 * manifoldKpa() / STANDARD_KPA : 0;
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
    return running
        ? Math.max(0, airOf(volts.getOrDefault(Channel.AIR_MASS, voltOf(airMass()))))
        : 0;
  }

  private static double voltOf(double gramsPerSecond) {
    return 1 + Math.sqrt(gramsPerSecond / 20);
  }

  private static double airOf(double volt) {
    return Math.pow(Math.max(0, volt - 1), 2) * 20;
  }

  /** Fuel follows the air that is measured and both trims; the rest is lean or rich. */
  private void mixture(double seconds) {
    if (!running || spec.compression()) {
      return;
    }
    boolean hasAirMass = spec.sensors().contains(Channel.AIR_MASS);
    double metered = hasAirMass ? Math.max(0.2, airMassShown()) : airMass();
    double plausible = Math.max(0.6 * airMass(), Math.min(1.5 * airMass(), metered));
    double weak = has(FaultKind.CLOGGED_FILTER) && !spec.sensors().contains(Channel.SOOT) ? 0.9 : 1;
    lambda = airMass() / (plausible * weak * (1 + (shortTrim + longTrim) / 100));
    boolean closedLoop = coolantC > 40 && runS > 20 && spec.sensors().contains(Channel.OXYGEN_1);
    double swing =
        closedLoop ? STOICHIOMETRIC_SWING * Math.sin(2 * Math.PI * swingHz() * timeS) : 0;
    double leak = has(FaultKind.EXHAUST_LEAK) ? 0.32 : 0;
    double sensed = lambda + leak + swing;
    double wanted = 0.45 + 0.42 * Math.tanh((1 - sensed) / (STOICHIOMETRIC_SWING * 0.6));
    boolean warmCell = coolantC > 35 && runS > 10;
    double pace = has(FaultKind.SLOW, Channel.OXYGEN_1) ? 1.0 : 0.06;
    oxygen1 += ((warmCell ? wanted : 0.45) - oxygen1) * share(seconds, pace);
    oxygen2 += ((warmCell ? 0.25 + 0.6 * oxygen1 + 0.1 : 0.45) - oxygen2) * share(seconds, 25);
    if (closedLoop) {
      double lean = (0.45 - volts.getOrDefault(Channel.OXYGEN_1, 0.45)) / 0.42;
      shortTrim = clamp(shortTrim + clamp(lean, -1, 1) * 8 * seconds, -25, 25);
      longTrim = clamp(longTrim + shortTrim * seconds / 12, -30, 30);
      shortTrim -= shortTrim * share(seconds, 12);
    }
  }

  /** How often the mixture swings, by engine speed. */
  double swingHz() {
    return engineSpeed() > 1500 ? 1.5 : 0.8;
  }

  double shortTrimPercent() {
    return shortTrim;
  }

  double longTrimPercent() {
    return longTrim;
  }

  private static double share(double seconds, double pace) {
    return 1 - Math.exp(-seconds / pace);
  }

  private static double clamp(double value, double low, double high) {
    return Math.max(low, Math.min(high, value));
  }

  // Pressures and soot

  double railTargetKpa() {
    return running ? 4000 + 90 * loadPercent() : keyOn ? 600 : 0;
  }

  /** A clogged filter shows under load. */
  double railKpa() {
    boolean starved = has(FaultKind.CLOGGED_FILTER) && !spec.sensors().contains(Channel.SOOT);
    return starved && loadPercent() > 35 ? 0.6 * railTargetKpa() : railTargetKpa();
  }

  double tankPa() {
    return tankPa;
  }

  /** Whether the controller draws the tank down for its leak test. */
  boolean isTestingLeaks() {
    return running && runS > 120 && speedKmh > 20;
  }

  double sootPercent() {
    return 100 * sootShare;
  }

  private void pressures(double seconds) {
    double wanted = isTestingLeaks() ? -1500 : keyOn ? 120 : 300;
    double reached = has(FaultKind.LOOSE_CAP) ? 0 : wanted;
    tankPa += (reached - tankPa) * share(seconds, 8);
    double fills = has(FaultKind.CLOGGED_FILTER) ? 60 : 900;
    sootShare = running ? (sootShare + seconds / fills) % 1 : sootShare;
  }

  double batteryVolts() {
    return running ? 14.1 : keyOn ? 12.6 : 12.7;
  }

  double referenceVolts() {
    return has(FaultKind.SUPPLY_LOW) ? 0.4 : SUPPLY_V;
  }

  // Sensors

  /** The voltage at the controller's pin. */
  double volts(Channel c) {
    return volts.getOrDefault(c, 0.0);
  }

  private double healthyVolts(Channel c) {
    double reference = referenceVolts();
    return switch (c) {
      case COOLANT -> thermistor(coolantC);
      case INTAKE_AIR -> thermistor(intakeAirC());
      case AIR_MASS -> voltOf(airMass());
      case OXYGEN_1 -> oxygen1;
      case OXYGEN_2 -> oxygen2;
      case RAIL -> reference * (0.1 + 0.8 * railKpa() / RAIL_SPAN_KPA);
      case TANK -> reference * (0.5 + tankPa / 10_000);
      case PEDAL_1 -> reference * (0.15 + 0.7 * pedalPercent() / 100);
      case PEDAL_2 -> reference * (0.15 + 0.7 * pedalPercent() / 100) / 2;
      case KNOCK -> 2.5;
      case SOOT -> 1 + 3 * sootShare;
      default -> 0;
    };
  }

  double intakeAirC() {
    return spec.ambientC() + (running ? 6 : 2);
  }

  /** Divider of a pull-up at 5 V and an NTC: R = R20 exp(B (1/T - 1/293 K)). */
  private static double thermistor(double celsius) {
    double r = NTC_R20_OHM * Math.exp(NTC_BETA * (1 / (celsius + 273.15) - 1 / 293.15));
    return SUPPLY_V * r / (r + PULL_UP_OHM);
  }

  static double thermistorC(double volt) {
    double v = clamp(volt, 0.02, SUPPLY_V - 0.02);
    double r = PULL_UP_OHM * v / (SUPPLY_V - v);
    return 1 / (Math.log(r / NTC_R20_OHM) / NTC_BETA + 1 / 293.15) - 273.15;
  }

  private double faulty(Channel c, double healthy, double seconds) {
    boolean thermistor = c == Channel.COOLANT || c == Channel.INTAKE_AIR;
    if (has(FaultKind.OPEN, c) || has(FaultKind.DROPOUT, c) && isShaking() && timeS % 2 < 0.6) {
      boolean pulledUp = thermistor || c == Channel.TANK;
      boolean openCell = isCell(c) && has(FaultKind.OPEN, c);
      return openCell ? 0.45 : pulledUp ? SUPPLY_V : 0;
    }
    if (has(FaultKind.SHORT_LOW, c)) {
      return 0;
    }
    if (has(FaultKind.SHORT_HIGH, c)) {
      return isCell(c) ? 1.6 : SUPPLY_V;
    }
    double v = healthy;
    if (has(FaultKind.BIAS, c) || has(FaultKind.CONTAMINATED, c)) {
      v = biased(c, healthy);
    }
    if (has(FaultKind.GROUND_LIFTED) && !thermistor && !isCell(c)) {
      v += 0.6;
    }
    if (has(FaultKind.SLOW, c) && c != Channel.OXYGEN_1) {
      double before = volts.getOrDefault(c, healthy);
      v = before + (v - before) * share(seconds, 400);
    }
    return v;
  }

  private static boolean isCell(Channel c) {
    return c == Channel.OXYGEN_1 || c == Channel.OXYGEN_2;
  }

  private static double biased(Channel c, double healthy) {
    return switch (c) {
      case AIR_MASS -> 1 + (healthy - 1) * Math.sqrt(0.72);
      case OXYGEN_1, OXYGEN_2 -> 0.12 + 0.06 * healthy;
      case COOLANT, INTAKE_AIR -> Math.min(4.85, healthy * 1.9 + 0.35);
      case RAIL -> healthy * 1.25;
      case PEDAL_2 -> healthy * 1.25;
      case PEDAL_1 -> healthy * 0.8;
      case KNOCK -> 0.3;
      default -> healthy * 1.25;
    };
  }

  double coolantShownC() {
    return spec.sensors().contains(Channel.COOLANT)
        ? thermistorC(volts(Channel.COOLANT))
        : coolantC;
  }

  double intakeAirShownC() {
    return spec.sensors().contains(Channel.INTAKE_AIR)
        ? thermistorC(volts(Channel.INTAKE_AIR))
        : intakeAirC();
  }

  double railShownKpa() {
    return spec.sensors().contains(Channel.RAIL)
        ? Math.max(0, (volts(Channel.RAIL) / SUPPLY_V - 0.1) / 0.8 * RAIL_SPAN_KPA)
        : railKpa();
  }

  double tankShownPa() {
    return spec.sensors().contains(Channel.TANK)
        ? (volts(Channel.TANK) / SUPPLY_V - 0.5) * 10_000
        : tankPa;
  }

  /** A track as a share of the travel; track E carries half the voltage. */
  double pedalShownPercent(Channel track) {
    if (!spec.sensors().contains(track)) {
      return pedalPercent();
    }
    double v = volts(track) * (track == Channel.PEDAL_2 ? 2 : 1);
    return clamp((v / SUPPLY_V - 0.15) / 0.7 * 100, 0, 100);
  }
}
