package hopmend.standin;

import static hopmend.standin.Physics.SUPPLY_V;
import static hopmend.standin.Physics.clamp;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;

/**
 * What arrives at the controller's pins: the voltage of every sensor and the edges of those that
 * count teeth, with faults, noise and the steps of the converter; and what the controller makes of
 * them.
 */
final class Pins {
  private static final double NTC_R20_OHM = 2500;
  private static final double NTC_BETA = 3600;
  private static final double PULL_UP_OHM = 2200;
  private static final double RAIL_SPAN_KPA = 20_000;
  private static final double DIESEL_RAIL_SPAN_KPA = 200_000;

  /** Ten bits, of 5 V or of what a cell can give. */
  private static final double STEP_V = 5 / 1024.0;

  private static final double CELL_STEP_V = 1.25 / 1024;

  /** What a contact that is half home adds to a thermistor's wire. */
  private static final double POOR_CONTACT_OHM = 90;

  private final VehicleSpec spec;
  private final Physics body;

  /** Before the converter, so that a slow sensor can creep by less than its steps. */
  private final Map<Channel, Double> felt = new EnumMap<>(Channel.class);

  private final Map<Channel, Double> volts = new EnumMap<>(Channel.class);
  private final Set<Channel> silent = EnumSet.noneOf(Channel.class);

  Pins(VehicleSpec spec, Physics body) {
    this.spec = spec;
    this.body = body;
  }

  // Edges

  void edges() {
    silent.clear();
    for (Channel c : spec.sensors()) {
      boolean noSupply = c.isOnReference() && body.has(FaultKind.SUPPLY_LOW);
      boolean noWire =
          has(FaultKind.OPEN, c) || has(FaultKind.SHORT_LOW, c) || has(FaultKind.SHORT_HIGH, c);
      if (c.isTurning() && (noWire || noSupply)) {
        silent.add(c);
      }
    }
  }

  /** Whether a counting sensor gives no edges at all. */
  boolean isSilent(Channel turning) {
    return silent.contains(turning);
  }

  /** Whether a counting sensor loses edges: shaken, hot, damp, coated or slow. */
  boolean losesEdges(Channel turning) {
    boolean coated = has(FaultKind.CONTAMINATED, turning) || has(FaultKind.SLOW, turning);
    return !isSilent(turning) && body.isRunning() && (coated || isBadContactFelt(turning));
  }

  /** Whether what makes a bad contact show is there now. */
  private boolean isBadContactFelt(Channel c) {
    return has(FaultKind.DROPOUT, c) && body.isShaking()
        || has(FaultKind.DROPOUT_HOT, c) && body.coolantC() > 75
        || has(FaultKind.DROPOUT_DAMP, c) && body.damp() > 0.3
        || has(FaultKind.HALF_HOME, c) && (body.gainsMs2() > 0.5 || body.speedKmh() > 30);
  }

  /** A shaft's speed as its edges are counted; a part for another number of teeth counts wrong. */
  double shaft(Channel turning, double perMinute) {
    if (isSilent(turning)) {
      return 0;
    }
    double counted = has(FaultKind.WRONG_PART, turning) ? 1.2 : 1;
    double lost = losesEdges(turning) ? 0.8 + 0.1 * body.noise(30 + turning.ordinal()) : 1;
    return perMinute * counted * lost;
  }

  private boolean has(FaultKind kind, Channel channel) {
    return body.has(kind, channel);
  }

  // Voltages

  void sense(double seconds) {
    for (Channel c : spec.sensors()) {
      if (!c.isTurning()) {
        double v = faulty(c, healthy(c), seconds);
        felt.put(c, v);
        volts.put(c, converted(c, v));
      }
    }
  }

  private double converted(Channel c, double v) {
    double step = c.isCell() ? CELL_STEP_V : STEP_V;
    double noisy = v <= 0 || v >= SUPPLY_V ? v : v + step * body.noise(40 + c.ordinal());
    return clamp(Math.round(noisy / step) * step, 0, SUPPLY_V);
  }

  /** The voltage at the controller's pin. */
  double volts(Channel c) {
    return volts.getOrDefault(c, c.isCell() ? 0.45 : 0.0);
  }

  private double healthy(Channel c) {
    double reference = body.referenceVolts();
    double pedal = 0.15 + 0.7 * body.pedalPercent() / 100;
    return switch (c) {
      case COOLANT -> thermistor(body.coolantC(), 1, 0);
      case INTAKE_AIR -> thermistor(body.intakeAirC(), 1, 0);
      case AIR_MASS -> voltOf(body.airMass());
      case OXYGEN_1 -> body.cellBefore(1);
      case OXYGEN_2 -> body.cellBehind(1);
      case OXYGEN_1_BANK_2 -> body.cellBefore(2);
      case OXYGEN_2_BANK_2 -> body.cellBehind(2);
      case RAIL -> reference * (0.1 + 0.8 * body.railKpa() / railSpanKpa());
      case TANK -> reference * (0.5 + body.tankPa() / 10_000);
      case PEDAL_1 -> reference * pedal;
      case PEDAL_2 -> reference * pedal / 2;
      case KNOCK -> 2.5;
      case SOOT -> 1 + 3 * body.sootShare();
      default -> 0;
    };
  }

  private double railSpanKpa() {
    return spec.compression() ? DIESEL_RAIL_SPAN_KPA : RAIL_SPAN_KPA;
  }

  private static double voltOf(double gramsPerSecond) {
    return 1 + Math.sqrt(gramsPerSecond / 20);
  }

  private static double airOf(double volt) {
    return Math.pow(Math.max(0, volt - 1), 2) * 20;
  }

  /**
   * Divider of a pull-up at 5 V and an NTC: R = R20 exp(B (1/T - 1/293 K)).
   *
   * @param times the part's resistance is that of the right one
   * @param contactOhm in its plug
   */
  private static double thermistor(double celsius, double times, double contactOhm) {
    double r = NTC_R20_OHM * Math.exp(NTC_BETA * (1 / (celsius + 273.15) - 1 / 293.15));
    double whole = r * times + contactOhm;
    return SUPPLY_V * whole / (whole + PULL_UP_OHM);
  }

  static double thermistorC(double volt) {
    double v = clamp(volt, 0.02, SUPPLY_V - 0.02);
    double r = PULL_UP_OHM * v / (SUPPLY_V - v);
    return 1 / (Math.log(r / NTC_R20_OHM) / NTC_BETA + 1 / 293.15) - 273.15;
  }

  private double faulty(Channel c, double healthy, double seconds) {
    boolean thermistor = c == Channel.COOLANT || c == Channel.INTAKE_AIR;
    boolean gone = isBadContactFelt(c) && body.seconds() % 2 < 0.6;
    if (has(FaultKind.OPEN, c) || gone) {
      boolean pulledUp = thermistor || c == Channel.TANK;
      return c.isCell() && !gone ? 0.45 : pulledUp ? SUPPLY_V : 0;
    }
    if (has(FaultKind.SHORT_LOW, c)) {
      return 0;
    }
    if (has(FaultKind.SHORT_HIGH, c)) {
      return c.isCell() ? 1.6 : SUPPLY_V;
    }
    double v = healthy;
    if (has(FaultKind.BIAS, c) || has(FaultKind.CONTAMINATED, c)) {
      v = biased(c, healthy);
    }
    if (has(FaultKind.WRONG_PART, c)) {
      v = ofAnotherPart(c, healthy);
    }
    if (has(FaultKind.HALF_HOME, c) && thermistor) {
      v =
          thermistor(
              c == Channel.COOLANT ? body.coolantC() : body.intakeAirC(), 1, POOR_CONTACT_OHM);
    }
    if (body.has(FaultKind.GROUND_LIFTED) && !thermistor && !c.isCell()) {
      v += 0.6;
    }
    if (has(FaultKind.SLOW, c) && c != Channel.OXYGEN_1 && c != Channel.OXYGEN_1_BANK_2) {
      double before = felt.getOrDefault(c, healthy);
      v = before + (v - before) * (1 - Math.exp(-seconds / 400));
    }
    return v;
  }

  private static double biased(Channel c, double healthy) {
    return switch (c) {
      case AIR_MASS -> 1 + (healthy - 1) * Math.sqrt(0.72);
      case OXYGEN_1, OXYGEN_2, OXYGEN_1_BANK_2, OXYGEN_2_BANK_2 -> 0.12 + 0.05 * healthy;
      case COOLANT, INTAKE_AIR -> Math.min(4.85, healthy * 1.9 + 0.35);
      case PEDAL_1 -> healthy * 0.8;
      case KNOCK -> 0.3;
      default -> healthy * 1.25;
    };
  }

  /** It fits the hole and the plug, and is made for another curve. */
  private double ofAnotherPart(Channel c, double healthy) {
    return switch (c) {
      case COOLANT -> thermistor(body.coolantC(), 2.6, 0);
      case INTAKE_AIR -> thermistor(body.intakeAirC(), 3.2, 0);
      case AIR_MASS -> 1 + (healthy - 1) * Math.sqrt(0.68);
      case TANK -> Math.min(4.6, healthy + 1.4);
      case KNOCK -> 0.4;
      default -> healthy * 1.25;
    };
  }

  // What the controller makes of them

  double airMass() {
    return spec.has(Channel.AIR_MASS) ? airOf(volts(Channel.AIR_MASS)) : body.airMass();
  }

  double coolantC() {
    return spec.has(Channel.COOLANT) ? thermistorC(volts(Channel.COOLANT)) : body.coolantC();
  }

  double intakeAirC() {
    return spec.has(Channel.INTAKE_AIR)
        ? thermistorC(volts(Channel.INTAKE_AIR))
        : body.intakeAirC();
  }

  double railKpa() {
    return spec.has(Channel.RAIL)
        ? Math.max(0, (volts(Channel.RAIL) / SUPPLY_V - 0.1) / 0.8 * railSpanKpa())
        : body.railKpa();
  }

  double tankPa() {
    return spec.has(Channel.TANK) ? (volts(Channel.TANK) / SUPPLY_V - 0.5) * 10_000 : body.tankPa();
  }

  /** What a wideband cell tells: it follows the mixture, and shows nothing without its wire. */
  double lambda(Channel c) {
    double v = volts(c);
    boolean dead = v <= 0 || v > 1.2 || has(FaultKind.OPEN, c);
    double off = has(FaultKind.BIAS, c) || has(FaultKind.CONTAMINATED, c) ? 0.12 : 0;
    return dead ? 1.999 : body.lambda(c.bank()) + off + 0.002 * body.noise(60 + c.ordinal());
  }

  /** Pumped out of the cell while lean, into it while rich; none at lambda 1 (common practice). */
  double pumpMilliamperes(Channel c) {
    return clamp(4.5 * (lambda(c) - 1), -2, 2.5);
  }

  /** NaN while its sensor gives nothing that could be one. */
  double sootMgPerM3() {
    double v = volts(Channel.SOOT);
    return v < 0.3 || v > 4.8 ? Double.NaN : body.sootMgPerM3();
  }

  /** Input over output as counted; NaN while nothing turns. */
  double shaftRatio() {
    double out = shaft(Channel.OUTPUT_SHAFT, body.outputShaft());
    return out == 0 ? Double.NaN : shaft(Channel.INPUT_SHAFT, body.inputShaft()) / out;
  }

  /** A track as a share of its supply, as it stands at its pin: not 0 at rest. */
  double pedalPercent(Channel track) {
    return 100 * volts(track) / SUPPLY_V;
  }
}
