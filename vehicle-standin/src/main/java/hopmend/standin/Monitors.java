package hopmend.standin;

import hopmend.fault.TroubleCode;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;

/**
 * The controller's tests: each judges signals, not faults, and sets its code when they have been
 * wrong for long enough while the test may run. Codes by SAE J2012 (from memory).
 */
final class Monitors {

  /** One test, and for how long it has gone wrong or right by now. */
  private static final class Test {
    private final TroubleCode code;
    private final BooleanSupplier mayRun;
    private final BooleanSupplier wrong;
    private final double seconds;
    private final boolean electrical;
    private boolean lastWrong;
    private double heldS;
    private boolean toldWrong;
    private long toldAt = -1;

    /**
     * @param mayRun the conditions under which it is judged
     * @param wrong whether the signals are wrong now
     * @param seconds how long they have to be wrong, or right, before it counts
     * @param electrical judged as soon as the key is on
     */
    Test(
        TroubleCode code,
        BooleanSupplier mayRun,
        BooleanSupplier wrong,
        double seconds,
        boolean electrical) {
      this.code = code;
      this.mayRun = mayRun;
      this.wrong = wrong;
      this.seconds = seconds;
      this.electrical = electrical;
    }

    /** Whether what is seen now has lasted. */
    boolean holds(boolean isWrong, double passedS) {
      heldS = isWrong == lastWrong ? heldS + passedS : passedS;
      lastWrong = isWrong;
      return heldS >= seconds;
    }

    /** Whether the memory does not know it yet: it has changed since, or this has. */
    boolean isNews(boolean isWrong, long changes) {
      boolean known = toldAt == changes && toldWrong == isWrong;
      toldAt = changes;
      toldWrong = isWrong;
      return !known;
    }

    void forget() {
      heldS = 0;
    }
  }

  /** How far a cell's voltage goes, over windows of five seconds. */
  private static final class Swing {
    private double lowest = Double.MAX_VALUE;
    private double highest = -Double.MAX_VALUE;
    private double lastV = 1;

    void feel(double v) {
      lowest = Math.min(lowest, v);
      highest = Math.max(highest, v);
    }

    void close() {
      lastV = highest - lowest;
      lowest = Double.MAX_VALUE;
      highest = -Double.MAX_VALUE;
    }
  }

  private static final double ROUGH = 0.03;
  private static final int NO_SIGNAL = 0x31;
  private static final int INVALID = 0x29;
  private static final int JUMPS_OF_A_BAD_CONTACT = 5;

  private final VehicleSpec spec;
  private final Physics body;
  private final CodeMemory memory;
  private final List<Test> tests = new ArrayList<>();
  private final Map<Channel, Swing> swings = new EnumMap<>(Channel.class);
  private double windowS;
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
      case OXYGEN_1, OXYGEN_1_BANK_2 -> oxygenBefore(c);
      case OXYGEN_2, OXYGEN_2_BANK_2 -> oxygenBehind(c);
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
        new Test(
            spec.code(c, 0, NO_SIGNAL), this::isCranked, () -> body.pins().isSilent(c), 1, false));
    test(spec.code(c, 1, INVALID), 3, body::isRunning, () -> body.pins().losesEdges(c));
  }

  private void cam(Channel c) {
    test(spec.code(c, 0, NO_SIGNAL), 2, body::isRunning, () -> body.pins().isSilent(c));
    test(spec.code(c, 1, INVALID), 3, body::isRunning, () -> body.pins().losesEdges(c));
    test(
        TroubleCode.parse("P0016-76"),
        3,
        () -> body.isRunning() && body.coolantC() > 60 && !body.pins().isSilent(c),
        () -> body.camOffset() > 8);
  }

  private void temperature(Channel c) {
    electrical(spec.code(c, 2, 0), () -> volts(c) < 0.1);
    electrical(spec.code(c, 3, 0), () -> volts(c) > 4.9);
    test(
        spec.code(c, 1, 0),
        5,
        () -> body.isRunning() && body.runSeconds() > 180 && inRange(c),
        () -> Math.abs(shown(c) - expected(c)) > 22);
  }

  private void airMass(Channel c) {
    test(spec.code(c, 2, 0), 2, body::isRunning, () -> volts(c) < 0.6);
    test(spec.code(c, 3, 0), 2, body::isRunning, () -> volts(c) > 4.8);
    test(
        spec.code(c, 1, 0),
        8,
        () -> body.isRunning() && volts(c) >= 0.6 && volts(c) <= 4.8,
        () -> Math.abs(body.airMassShown() / body.airMass() - 1) > 0.25);
  }

  private void oxygenBefore(Channel c) {
    test(spec.code(c, 1, 0), 20, this::isFuelled, () -> volts(c) < 0.05);
    test(spec.code(c, 2, 0), 2, body::isKeyOn, () -> volts(c) > 1.2);
    test(
        spec.code(c, 4, 0),
        10,
        this::isFuelled,
        () -> swingV(c) < 0.08 && Math.abs(volts(c) - 0.45) < 0.1);
    test(
        spec.code(c, 3, 0),
        10,
        this::isFuelled,
        () -> swingV(c) >= 0.05 && swingV(c) < 0.6 && volts(c) > 0.05 && volts(c) < 1.2);
    test(
        TroubleCode.parse(c.bank() == 1 ? "P2195" : "P2197"),
        10,
        () -> isFuelled() && trim(c.bank()) > 20,
        () -> swingV(c) < 0.2 && volts(c) > 0.05 && volts(c) < 0.3);
  }

  private void oxygenBehind(Channel c) {
    test(spec.code(c, 1, 0), 30, this::isFuelled, () -> volts(c) < 0.05);
    test(spec.code(c, 2, 0), 2, body::isKeyOn, () -> volts(c) > 1.2);
    test(
        TroubleCode.parse(c.bank() == 1 ? "P2270" : "P2272"),
        30,
        this::isFuelled,
        () -> volts(c) >= 0.05 && volts(c) < 0.3);
    test(
        spec.code(c, 4, 0),
        20,
        this::isFuelled,
        () -> swingV(c) < 0.01 && Math.abs(volts(c) - 0.45) < 0.02);
  }

  private double volts(Channel c) {
    return body.pins().volts(c);
  }

  private double swingV(Channel c) {
    return swings.getOrDefault(c, new Swing()).lastV;
  }

  private void rail(Channel c) {
    electrical(spec.code(c, 2, 0), () -> volts(c) < 0.25);
    electrical(spec.code(c, 3, 0), () -> volts(c) > 4.8);
    test(
        spec.code(c, 1, 0),
        6,
        () -> body.isRunning() && volts(c) >= 0.25 && volts(c) <= 4.8 && body.loadPercent() < 35,
        () -> Math.abs(body.pins().railKpa() / body.railTargetKpa() - 1) > 0.18);
    test(
        TroubleCode.parse("P0087"),
        6,
        () -> body.isRunning() && body.loadPercent() > 38,
        () -> body.pins().railKpa() < 0.75 * body.railTargetKpa() && volts(c) >= 0.25);
  }

  private void tank(Channel c) {
    electrical(spec.code(c, 2, 0), () -> volts(c) < 0.3);
    electrical(spec.code(c, 3, 0), () -> volts(c) > 4.7);
    test(
        spec.code(c, 1, 0),
        4,
        () -> body.isKeyOn() && !body.isRunning() && volts(c) <= 4.7,
        () -> volts(c) >= 0.3 && Math.abs(body.pins().tankPa()) > 800);
    test(
        TroubleCode.parse("P0457"),
        1,
        () -> leakTestS > 40 && volts(c) >= 0.3 && volts(c) <= 4.7,
        () -> lowestTankPa > -600);
  }

  private void pedal(Channel c) {
    electrical(spec.code(c, 2, 0), () -> volts(c) < 0.15);
    electrical(spec.code(c, 3, 0), () -> volts(c) > (c == Channel.PEDAL_1 ? 4.6 : 2.6));
    if (c == Channel.PEDAL_2) {
      test(
          TroubleCode.parse("P2138"),
          0.5,
          body::isKeyOn,
          () ->
              Math.abs(body.pins().volts(Channel.PEDAL_1) - 2 * body.pins().volts(Channel.PEDAL_2))
                  > 0.25);
    }
  }

  private void shaft(Channel c) {
    test(spec.code(c, 2, 0), 3, this::isRolling, () -> body.pins().isSilent(c));
    test(spec.code(c, 1, 0), 3, this::isRolling, () -> body.pins().losesEdges(c));
    if (c == Channel.OUTPUT_SHAFT && spec.has(Channel.INPUT_SHAFT)) {
      test(
          TroubleCode.parse("P0730"),
          5,
          this::isRolling,
          () -> Math.abs(shownRatio() / body.ratio() - 1) > 0.1);
    }
  }

  private void knock(Channel c) {
    test(spec.code(c, 2, 0), 3, body::isRunning, () -> volts(c) < 0.8);
    test(spec.code(c, 3, 0), 3, body::isRunning, () -> volts(c) > 4.6);
  }

  private void soot(Channel c) {
    electrical(spec.code(c, 0, 0), () -> volts(c) < 0.3);
    electrical(spec.code(c, 3, 0), () -> volts(c) > 4.8);
    test(
        TroubleCode.parse("P2463"),
        20,
        () -> body.isRunning() && body.runSeconds() > 60 && body.airMass() > 20,
        () -> body.filterDifferenceKpa() > 0.06 * body.airMass());
  }

  /** A contact that comes and goes shows as jumps; pedal track E has no code of its own for it. */
  private void contactTest(Channel c) {
    if (c == Channel.PEDAL_2) {
      return;
    }
    boolean cell = c.isCell();
    test(
        spec.code(c, cell ? 0 : 4, 0),
        0.5,
        body::isRunning,
        () -> jumps.getOrDefault(c, 0) >= JUMPS_OF_A_BAD_CONTACT);
  }

  private void watchContacts(double seconds) {
    for (Channel c : spec.sensors()) {
      double v = volts(c);
      double before = lastVolts.getOrDefault(c, v);
      lastVolts.put(c, v);
      boolean cell = c.isCell();
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

  /** Input over output as their edges are counted; 0 where one of them is not. */
  private double shownRatio() {
    double out = body.pins().shaft(Channel.OUTPUT_SHAFT, body.outputShaft());
    return out == 0 ? 0 : body.pins().shaft(Channel.INPUT_SHAFT, body.inputShaft()) / out;
  }

  private void ofTheWhole() {
    for (int cylinder = 1; cylinder <= Math.min(9, spec.cylinders()); cylinder++) {
      int one = cylinder;
      test(
          TroubleCode.parse("P030" + one),
          2,
          () -> body.isRunning() && !body.isOverrunning(),
          () -> body.roughness(one) > ROUGH);
    }
    test(
        TroubleCode.parse("P0315"),
        5,
        () -> body.isOverrunning() && body.engineSpeed() > 1500,
        () -> body.roughness(1) > ROUGH);
    for (int bank = 1; bank <= spec.banks() && !spec.compression(); bank++) {
      int one = bank;
      if (spec.has(bank == 1 ? Channel.OXYGEN_1 : Channel.OXYGEN_1_BANK_2)) {
        test(
            TroubleCode.parse(bank == 1 ? "P0171" : "P0174"),
            5,
            this::isFuelled,
            () -> trim(one) > 20);
        test(
            TroubleCode.parse(bank == 1 ? "P0172" : "P0175"),
            5,
            this::isFuelled,
            () -> trim(one) < -20);
      }
    }
    if (spec.sensors().stream().anyMatch(Channel::isOnReference)) {
      electrical(TroubleCode.parse("P0642"), () -> body.referenceVolts() < 4.5);
    }
  }

  private double trim(int bank) {
    return body.shortTrimPercent(bank) + body.longTrimPercent(bank);
  }

  private boolean isCranked() {
    return body.isKeyOn() && cranked;
  }

  /** Warm, and the injectors give fuel. */
  private boolean isFuelled() {
    return body.isRunning()
        && body.runSeconds() > 40
        && body.coolantC() > 50
        && !body.isOverrunning();
  }

  private boolean isRolling() {
    return body.isRunning() && body.speedKmh() > 15;
  }

  private boolean inRange(Channel c) {
    return volts(c) >= 0.1 && volts(c) <= 4.9;
  }

  private double shown(Channel c) {
    return c == Channel.COOLANT ? body.pins().coolantC() : body.pins().intakeAirC();
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
      if (t.mayRun.getAsBoolean()) {
        boolean wrong = t.wrong.getAsBoolean();
        if (t.holds(wrong, seconds)) {
          tell(t, wrong);
        }
      }
    }
  }

  private void tell(Test t, boolean wrong) {
    if (t.isNews(wrong, memory.changes())) {
      memory.test(t.code, wrong);
    }
  }

  /** Electrical faults are seen the moment the key is on. */
  void runElectricalAtOnce() {
    for (Test t : tests) {
      if (t.electrical && t.mayRun.getAsBoolean()) {
        tell(t, t.wrong.getAsBoolean());
      }
    }
  }

  void forget() {
    tests.forEach(Test::forget);
  }

  private void watchCells(double seconds) {
    for (Channel c : spec.sensors()) {
      if (c.isCell()) {
        swings.computeIfAbsent(c, k -> new Swing()).feel(volts(c));
      }
    }
    windowS += seconds;
    if (windowS >= 5) {
      swings.values().forEach(Swing::close);
      windowS = 0;
    }
  }

  private void watchLeakTest(double seconds) {
    if (body.isTestingLeaks()) {
      leakTestS += seconds;
      lowestTankPa = Math.min(lowestTankPa, body.pins().tankPa());
    } else {
      leakTestS = 0;
      lowestTankPa = 0;
    }
  }
}
