package hopmend.standin;

import hopmend.fault.TroubleCode;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;

/**
 * The controller's tests: each judges signals, not faults, and sets its code when they have been
 * wrong for long enough while the test may run. Codes by SAE J2012 (from memory).
 */
final class Monitors {

  /**
   * One test.
   *
   * @param mayRun the conditions under which it is judged
   * @param wrong whether the signals are wrong now
   * @param seconds how long they have to be wrong, or right, before it counts
   * @param electrical judged as soon as the key is on
   */
  private record Test(
      TroubleCode code,
      BooleanSupplier mayRun,
      BooleanSupplier wrong,
      double seconds,
      boolean electrical) {}

  private static final int NO_SIGNAL = 0x31;
  private static final int INVALID = 0x29;
  private static final int JUMPS_OF_A_BAD_CONTACT = 5;

  private final VehicleSpec spec;
  private final Physics body;
  private final CodeMemory memory;
  private final List<Test> tests = new ArrayList<>();
  private final Map<Test, Double> wrongFor = new HashMap<>();
  private final Map<Test, Double> rightFor = new HashMap<>();
  private double lowest = Double.MAX_VALUE;
  private double highest = -Double.MAX_VALUE;
  private double lowestBehind = Double.MAX_VALUE;
  private double highestBehind = -Double.MAX_VALUE;
  private double windowS;
  private double swingV = 1;
  private double swingBehindV = 1;
  private final Map<Channel, Double> lastVolts = new EnumMap<>(Channel.class);
  private final Map<Channel, Integer> jumps = new EnumMap<>(Channel.class);
  private double jumpWindowS;
  private boolean cranked;
  private double leakTestS;
  private double lowestTankPa;

  Monitors(VehicleSpec spec, Physics body, CodeMemory memory) {
    this.spec = spec;
    this.body = body;
    this.memory = memory;
    spec.sensors().forEach(this::testsOf);
    spec.sensors().stream().filter(c -> !c.isTurning()).forEach(this::contactTest);
    ofTheWhole();
  }

  private void test(
      TroubleCode code, double seconds, BooleanSupplier mayRun, BooleanSupplier wrong) {
    tests.add(new Test(code, mayRun, wrong, seconds, false));
  }

  private void electrical(TroubleCode code, BooleanSupplier wrong) {
    tests.add(new Test(code, body::isKeyOn, wrong, 2, true));
  }

  private void testsOf(Channel c) {
    switch (c) {
      case CRANK -> crank(c);
      case CAM -> cam(c);
      case COOLANT, INTAKE_AIR -> temperature(c);
      case AIR_MASS -> airMass(c);
      case OXYGEN_1 -> oxygenBefore(c);
      case OXYGEN_2 -> oxygenBehind(c);
      case RAIL -> rail(c);
      case TANK -> tank(c);
      case PEDAL_1, PEDAL_2 -> pedal(c);
      case INPUT_SHAFT, OUTPUT_SHAFT -> shaft(c);
      case KNOCK -> knock(c);
      case SOOT -> soot(c);
    }
  }

  private void crank(Channel c) {
    tests.add(
        new Test(spec.code(c, 0, NO_SIGNAL), this::isCranked, () -> body.isSilent(c), 1, false));
    test(spec.code(c, 1, INVALID), 3, body::isRunning, () -> body.losesEdges(c));
  }

  private void cam(Channel c) {
    test(spec.code(c, 0, NO_SIGNAL), 2, body::isRunning, () -> body.isSilent(c));
    test(spec.code(c, 1, INVALID), 3, body::isRunning, () -> body.losesEdges(c));
    test(
        TroubleCode.parse("P0016-76"),
        3,
        () -> body.isRunning() && body.coolantC() > 60 && !body.isSilent(c),
        () -> body.camOffset() > 8);
  }

  private void temperature(Channel c) {
    electrical(spec.code(c, 2, 0), () -> body.volts(c) < 0.1);
    electrical(spec.code(c, 3, 0), () -> body.volts(c) > 4.9);
    test(
        spec.code(c, 1, 0),
        5,
        () -> body.isRunning() && body.runSeconds() > 180 && inRange(c),
        () -> Math.abs(shown(c) - expected(c)) > 22);
  }

  private void airMass(Channel c) {
    test(spec.code(c, 2, 0), 2, body::isRunning, () -> body.volts(c) < 0.6);
    test(spec.code(c, 3, 0), 2, body::isRunning, () -> body.volts(c) > 4.8);
    test(
        spec.code(c, 1, 0),
        8,
        () -> body.isRunning() && body.volts(c) >= 0.6 && body.volts(c) <= 4.8,
        () -> Math.abs(body.airMassShown() / body.airMass() - 1) > 0.25);
  }

  private void oxygenBefore(Channel c) {
    test(spec.code(c, 1, 0), 10, this::isWarm, () -> body.volts(c) < 0.05);
    test(spec.code(c, 2, 0), 2, body::isKeyOn, () -> body.volts(c) > 1.2);
    test(
        spec.code(c, 4, 0),
        10,
        this::isWarm,
        () -> swingV < 0.08 && Math.abs(body.volts(c) - 0.45) < 0.1);
    test(
        spec.code(c, 3, 0),
        10,
        this::isWarm,
        () -> swingV >= 0.05 && swingV < 0.6 && body.volts(c) > 0.05 && body.volts(c) < 1.2);
    test(
        TroubleCode.parse("P2195"),
        10,
        () -> isWarm() && trim() > 20,
        () -> swingV < 0.2 && body.volts(c) > 0.05 && body.volts(c) < 0.3);
  }

  private void oxygenBehind(Channel c) {
    test(spec.code(c, 1, 0), 30, this::isWarm, () -> body.volts(c) < 0.05);
    test(spec.code(c, 2, 0), 2, body::isKeyOn, () -> body.volts(c) > 1.2);
    test(
        TroubleCode.parse("P2270"),
        30,
        this::isWarm,
        () -> body.volts(c) >= 0.05 && body.volts(c) < 0.3);
    test(
        spec.code(c, 4, 0),
        20,
        this::isWarm,
        () -> swingBehindV < 0.01 && Math.abs(body.volts(c) - 0.45) < 0.02);
  }

  private void rail(Channel c) {
    electrical(spec.code(c, 2, 0), () -> body.volts(c) < 0.25);
    electrical(spec.code(c, 3, 0), () -> body.volts(c) > 4.8);
    test(
        spec.code(c, 1, 0),
        6,
        () ->
            body.isRunning()
                && body.volts(c) >= 0.25
                && body.volts(c) <= 4.8
                && body.loadPercent() < 35,
        () -> Math.abs(body.railShownKpa() / body.railTargetKpa() - 1) > 0.18);
    test(
        TroubleCode.parse("P0087"),
        6,
        () -> body.isRunning() && body.loadPercent() > 38,
        () -> body.railShownKpa() < 0.75 * body.railTargetKpa() && body.volts(c) >= 0.25);
  }

  private void tank(Channel c) {
    electrical(spec.code(c, 2, 0), () -> body.volts(c) < 0.3);
    electrical(spec.code(c, 3, 0), () -> body.volts(c) > 4.7);
    test(
        spec.code(c, 1, 0),
        4,
        () -> body.isKeyOn() && !body.isRunning() && body.volts(c) <= 4.7,
        () -> body.volts(c) >= 0.3 && Math.abs(body.tankShownPa()) > 800);
    test(
        TroubleCode.parse("P0457"),
        1,
        () -> leakTestS > 40 && body.volts(c) >= 0.3 && body.volts(c) <= 4.7,
        () -> lowestTankPa > -600);
  }

  private void pedal(Channel c) {
    electrical(spec.code(c, 2, 0), () -> body.volts(c) < 0.15);
    electrical(spec.code(c, 3, 0), () -> body.volts(c) > (c == Channel.PEDAL_1 ? 4.6 : 2.6));
    if (c == Channel.PEDAL_2) {
      test(
          TroubleCode.parse("P2138"),
          0.5,
          body::isKeyOn,
          () -> Math.abs(body.volts(Channel.PEDAL_1) - 2 * body.volts(Channel.PEDAL_2)) > 0.25);
    }
  }

  private void shaft(Channel c) {
    test(spec.code(c, 2, 0), 3, this::isRolling, () -> body.isSilent(c));
    test(spec.code(c, 1, 0), 3, this::isRolling, () -> body.losesEdges(c));
    if (c == Channel.OUTPUT_SHAFT) {
      test(
          TroubleCode.parse("P0730"),
          5,
          this::isRolling,
          () -> isUncertain(Channel.INPUT_SHAFT) || isUncertain(Channel.OUTPUT_SHAFT));
    }
  }

  private void knock(Channel c) {
    test(spec.code(c, 2, 0), 3, body::isRunning, () -> body.volts(c) < 0.8);
    test(spec.code(c, 3, 0), 3, body::isRunning, () -> body.volts(c) > 4.6);
  }

  private void soot(Channel c) {
    electrical(spec.code(c, 0, 0), () -> body.volts(c) < 0.3);
    electrical(spec.code(c, 3, 0), () -> body.volts(c) > 4.8);
    test(
        TroubleCode.parse("P2463"),
        20,
        () -> body.isRunning() && body.runSeconds() > 60,
        () -> body.has(FaultKind.CLOGGED_FILTER));
  }

  /** A contact that comes and goes shows as jumps; pedal track E has no code of its own for it. */
  private void contactTest(Channel c) {
    if (c == Channel.PEDAL_2) {
      return;
    }
    boolean cell = c == Channel.OXYGEN_1 || c == Channel.OXYGEN_2;
    test(
        spec.code(c, cell ? 0 : 4, 0),
        0.5,
        body::isRunning,
        () -> jumps.getOrDefault(c, 0) >= JUMPS_OF_A_BAD_CONTACT);
  }

  private void watchContacts(double seconds) {
    for (Channel c : spec.sensors()) {
      double v = body.volts(c);
      double before = lastVolts.getOrDefault(c, v);
      lastVolts.put(c, v);
      boolean cell = c == Channel.OXYGEN_1 || c == Channel.OXYGEN_2;
      boolean lost = cell && Math.min(v, before) < 0.02;
      if (Math.abs(v - before) > (lost ? 0.2 : cell ? 9 : 0.5)) {
        jumps.merge(c, 1, Integer::sum);
      }
    }
    jumpWindowS += seconds;
    if (jumpWindowS > 15) {
      jumpWindowS = 0;
      jumps.clear();
    }
  }

  private boolean isUncertain(Channel shaft) {
    return spec.sensors().contains(shaft) && (body.isSilent(shaft) || body.losesEdges(shaft));
  }

  private void ofTheWhole() {
    test(
        TroubleCode.parse("P0301"),
        2,
        body::isRunning,
        () -> countsFalseMisfire() || body.has(FaultKind.MISFIRE));
    test(
        TroubleCode.parse("P030" + Math.min(9, spec.cylinders())),
        2,
        body::isRunning,
        this::countsFalseMisfire);
    test(
        TroubleCode.parse("P0315"),
        5,
        () -> body.isRunning() && body.engineSpeed() > 1500,
        () -> body.has(FaultKind.TOOTH_ERROR));
    boolean petrolLoop = !spec.compression() && spec.sensors().contains(Channel.OXYGEN_1);
    if (petrolLoop) {
      test(TroubleCode.parse("P0171"), 5, this::isWarm, () -> trim() > 20);
      test(TroubleCode.parse("P0172"), 5, this::isWarm, () -> trim() < -20);
    }
    if (spec.sensors().stream().anyMatch(Channel::isOnReference)) {
      electrical(TroubleCode.parse("P0642"), () -> body.referenceVolts() < 4.5);
    }
  }

  /** Without cam, with lost crank edges or a tooth that is not learned, speed looks ragged. */
  private boolean countsFalseMisfire() {
    return spec.sensors().contains(Channel.CAM) && body.isSilent(Channel.CAM)
        || spec.sensors().contains(Channel.CRANK) && body.losesEdges(Channel.CRANK)
        || body.has(FaultKind.TOOTH_ERROR) && body.engineSpeed() > 1500;
  }

  private double trim() {
    return body.shortTrimPercent() + body.longTrimPercent();
  }

  private boolean isCranked() {
    return body.isKeyOn() && cranked;
  }

  private boolean isWarm() {
    return body.isRunning() && body.runSeconds() > 40 && body.coolantC() > 50;
  }

  private boolean isRolling() {
    return body.isRunning() && body.speedKmh() > 15;
  }

  private boolean inRange(Channel c) {
    return body.volts(c) >= 0.1 && body.volts(c) <= 4.9;
  }

  private double shown(Channel c) {
    return c == Channel.COOLANT ? body.coolantShownC() : body.intakeAirShownC();
  }

  private double expected(Channel c) {
    return c == Channel.COOLANT ? body.coolantC() : body.intakeAirC();
  }

  /** Whether the key was turned to start in this cycle. */
  void cranked(boolean yes) {
    cranked = yes;
  }

  /** Judges all tests that may run; {@code seconds} have passed. */
  void run(double seconds) {
    watchCells(seconds);
    watchLeakTest(seconds);
    watchContacts(seconds);
    for (Test t : tests) {
      if (t.mayRun().getAsBoolean()) {
        boolean wrong = t.wrong().getAsBoolean();
        Map<Test, Double> counts = wrong ? wrongFor : rightFor;
        (wrong ? rightFor : wrongFor).remove(t);
        double held = counts.merge(t, seconds, Double::sum);
        if (held >= t.seconds()) {
          memory.test(t.code(), wrong);
        }
      }
    }
  }

  /** Electrical faults are seen the moment the key is on. */
  void runElectricalAtOnce() {
    for (Test t : tests) {
      if (t.electrical() && t.mayRun().getAsBoolean()) {
        memory.test(t.code(), t.wrong().getAsBoolean());
      }
    }
  }

  void forget() {
    wrongFor.clear();
    rightFor.clear();
  }

  /** How far both oxygen cells swing, over windows of five seconds. */
  private void watchCells(double seconds) {
    double v = body.volts(Channel.OXYGEN_1);
    double behind = body.volts(Channel.OXYGEN_2);
    lowest = Math.min(lowest, v);
    highest = Math.max(highest, v);
    lowestBehind = Math.min(lowestBehind, behind);
    highestBehind = Math.max(highestBehind, behind);
    windowS += seconds;
    if (windowS >= 5) {
      swingV = highest - lowest;
      swingBehindV = highestBehind - lowestBehind;
      lowest = lowestBehind = Double.MAX_VALUE;
      highest = highestBehind = -Double.MAX_VALUE;
      windowS = 0;
    }
  }

  private void watchLeakTest(double seconds) {
    if (body.isTestingLeaks()) {
      leakTestS += seconds;
      lowestTankPa = Math.min(lowestTankPa, body.tankShownPa());
    } else {
      leakTestS = 0;
      lowestTankPa = 0;
    }
  }
}
