package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader;
import hopmend.catalog.DemoParts;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.StatusByte.Bit;
import hopmend.fault.TroubleCode;
import hopmend.find.Sides;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.prove.CauseRecord;
import hopmend.prove.Check;
import hopmend.prove.Plan;
import hopmend.prove.Remedy;
import hopmend.prove.Verdict;
import hopmend.sensor.SignalModel;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.trace.Capture;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.InspectionRule;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Somebody who knows nothing of the fault does what the planner recommends and answers from what a
 * meter, a tool or the eye shows on the simulated vehicle; readings scatter by one per cent. The
 * planner reads codes and answers only. A fault takes part if the vehicle itself notices it by a
 * code of the sensor; a healthy vehicle comes with a code that once was there.
 */
class BlindTest {
  private static final Catalog CATALOG = CatalogReader.shipped();
  private static final Instant T0 = Instant.parse("2026-11-27T08:00:00Z");

  /** Standard deviation of a reading, as a share of it. */
  private static final double SCATTER = 0.01;

  private static final List<VehicleSpec> FLEET = VehicleSpec.fleet();
  private static final Path TABLE = Path.of("target/blind-test.md");
  private static final Path PUBLISHED = Path.of("../docs/PROVE.md");
  private static final PartsShelf PARTS = PartsShelf.of(DemoParts.read(CATALOG));
  private static final ShopSettings SHOP =
      new ShopSettings(
          "crowns",
          68,
          90,
          60,
          8,
          5,
          30,
          "",
          0.8,
          40_000,
          InspectionRule.BY_MODEL_YEAR,
          new Sides(VehicleSide.LEFT),
          List.of(),
          List.of(),
          List.of(),
          PartRecord.NONE,
          CauseRecord.NONE,
          PARTS);

  /** A sensor of a simulated vehicle, and the card of that vehicle. */
  private record Case(String family, String vehicle, String card, Channel channel) {}

  private static final List<Case> CASES =
      List.of(
          new Case("camshaft-position", "Van 14", "wherrill-sedge-12", Channel.CAM),
          new Case("crankshaft-position", "Estate 1", "osmere-heron-20", Channel.CRANK),
          new Case("coolant-temperature", "Minibus 2", "wherrill-teal-16", Channel.COOLANT),
          new Case("air-mass", "Minibus 5", "wherrill-teal-16", Channel.AIR_MASS),
          new Case("oxygen", "Minibus 2", "wherrill-teal-16", Channel.OXYGEN_1),
          new Case("oxygen", "Minibus 5", "wherrill-teal-16", Channel.OXYGEN_2),
          new Case("fuel-pressure", "Estate 1", "osmere-heron-20", Channel.RAIL),
          new Case("knock", "Ambulance 1", "osmere-bittern-30", Channel.KNOCK),
          new Case("particulate", "Truck 1", "tidewell-alder-77", Channel.SOOT),
          new Case("pedal-position", "Post car 6", "wherrill-plover-10", Channel.PEDAL_1),
          new Case("pedal-position", "Post car 6", "wherrill-plover-10", Channel.PEDAL_2),
          new Case("tank-pressure", "Runabout 2", "lorrimar-skiff-re", Channel.TANK),
          new Case("transmission-speed", "Minibus 11", "brannick-causeway-24", Channel.INPUT_SHAFT),
          new Case(
              "transmission-speed", "Minibus 11", "brannick-causeway-24", Channel.OUTPUT_SHAFT));

  @Test
  void theVerdictIsRightAndNoHealthyVehicleLosesItsSensor() throws IOException {
    List<Run> runs = CASES.parallelStream().flatMap(BlindTest::runs).toList();
    Map<String, Map<String, Integer>> confusion = new TreeMap<>();
    for (Run r : runs) {
      confusion.computeIfAbsent(r.is(), k -> new TreeMap<>()).merge(r.said(), 1, Integer::sum);
    }
    List<Run> wrong = runs.stream().filter(r -> !r.right()).toList();
    Files.createDirectories(TABLE.getParent());
    Files.writeString(TABLE, table(confusion));
    assertThat(confusion.entrySet())
        .filteredOn(e -> e.getKey().endsWith("healthy"))
        .as("healthy vehicles")
        .allSatisfy(e -> assertThat(e.getValue()).doesNotContainKey("REPLACE_SENSOR"));
    assertThat(wrong.size())
        .as("wrong of %s: %s", runs.size(), wrong)
        .isLessThanOrEqualTo(runs.size() / 20);
    assertThat(Files.readString(PUBLISHED))
        .as("copy %s into %s", TABLE, PUBLISHED)
        .contains(Files.readString(TABLE));
  }

  /** What was said of a vehicle, and what it has: "knock: open circuit". */
  private record Run(String is, String fault, String said, boolean right) {}

  private static Stream<Run> runs(Case c) {
    List<Run> runs = new ArrayList<>();
    faults(c)
        .forEach(
            (fault, codes) -> {
              String said = verdict(c, fault, codes, new Random(7)).map(Enum::name).orElse("open");
              runs.add(
                  new Run(
                      c.family() + ": " + fault.map(f -> f.kind().words()).orElse("healthy"),
                      fault.map(Fault::id).orElse("none"),
                      said,
                      right(c, fault).contains(said)));
            });
    return runs.stream();
  }

  private static String table(Map<String, Map<String, Integer>> confusion) {
    StringBuilder table =
        new StringBuilder("| what it is | what was said, how often |\n|---|---|\n");
    confusion.forEach(
        (is, said) -> {
          table.append("| ").append(is).append(" | ");
          List<String> all = new ArrayList<>();
          said.forEach((r, n) -> all.add(r.toLowerCase(Locale.ROOT).replace('_', ' ') + " " + n));
          table.append(String.join(", ", all)).append(" |\n");
        });
    return table.toString();
  }

  /** What the vehicle notices by a code of this sensor, and nothing at all. */
  private static Map<Optional<Fault>, List<TroubleCode>> faults(Case c) {
    Map<Optional<Fault>, List<TroubleCode>> all = new LinkedHashMap<>();
    all.put(Optional.empty(), List.of());
    vehicle(c).spec().possibleFaults().stream()
        .filter(f -> f.channel() == null || f.channel() == c.channel())
        .filter(f -> right(c, Optional.of(f)).size() > 0)
        .forEach(
            f -> {
              List<TroubleCode> codes = codes(c, Optional.of(f));
              if (!own(c, codes).isEmpty()) {
                all.put(Optional.of(f), codes);
              }
            });
    return all;
  }

  /** The remedies that would mend it; empty where it is no fault of this family. */
  private static Set<String> right(Case c, Optional<Fault> fault) {
    if (fault.isEmpty()) {
      return Set.of("MONITOR", "open", "REFER");
    }
    boolean coats = EnumSet.of(Channel.CAM, Channel.AIR_MASS, Channel.KNOCK).contains(c.channel());
    boolean sheds = c.channel().isTurning() && c.channel() != Channel.CAM;
    return switch (fault.get().kind()) {
      case OPEN, SHORT_LOW, SHORT_HIGH, SUPPLY_LOW, GROUND_LIFTED -> Set.of("REPAIR_WIRING");
      case DROPOUT, DROPOUT_HOT, DROPOUT_DAMP, HALF_HOME ->
          Set.of("REPAIR_WIRING", "CLEAN_OR_RESEAT");
      case BIAS, SLOW, WRONG_PART -> Set.of("REPLACE_SENSOR");
      case CONTAMINATED ->
          Set.of(coats ? "CLEAN_OR_RESEAT" : sheds ? "MECHANICAL" : "REPLACE_SENSOR");
      case CHAIN_STRETCH -> c.channel() == Channel.CAM ? Set.of("MECHANICAL") : Set.of();
      case TOOTH_ERROR -> c.channel() == Channel.CRANK ? Set.of("MECHANICAL") : Set.of();
      case EXHAUST_LEAK -> c.channel() == Channel.OXYGEN_1 ? Set.of("MECHANICAL") : Set.of();
      case CLOGGED_FILTER -> c.channel() == Channel.RAIL ? Set.of("MECHANICAL") : Set.of();
      case LOOSE_CAP, MISFIRE -> Set.of();
    };
  }

  private static SimulatedVehicle vehicle(Case c) {
    return new SimulatedVehicle(
        FLEET.stream()
            .filter(s -> s.name().equals(c.vehicle()))
            .findFirst()
            .orElseThrow()
            .healthy());
  }

  private static SimulatedVehicle withFault(Case c, Optional<Fault> fault) {
    SimulatedVehicle v = vehicle(c);
    fault.ifPresent(f -> v.setFault(f.id(), true));
    return v;
  }

  /** What two driving cycles confirm. */
  private static List<TroubleCode> codes(Case c, Optional<Fault> fault) {
    SimulatedVehicle v = withFault(c, fault);
    v.drive(DriveProfile.FULL);
    v.body().coolDownTo(20);
    v.drive(DriveProfile.FULL);
    return v.codes(Bit.CONFIRMED.mask()).stream().map(s -> s.code()).toList();
  }

  private static List<TroubleCode> own(Case c, List<TroubleCode> codes) {
    TroubleCode first = vehicle(c).spec().code(c.channel(), 0, 0);
    return codes.stream()
        .filter(k -> CATALOG.sheet(c.family()).orElseThrow().owns(k))
        .filter(
            k ->
                Math.abs(k.base() - first.base()) < 5
                    || c.channel() == Channel.OXYGEN_2
                    || c.channel() == Channel.CRANK)
        .toList();
  }

  // The one who proves it

  private static Optional<Remedy> verdict(
      Case c, Optional<Fault> fault, List<TroubleCode> codes, Random random) {
    SimulatedVehicle v = withFault(c, fault);
    List<TroubleCode> own = own(c, codes);
    TroubleCode once = v.spec().code(c.channel(), 1, 0);
    List<ReadCode> read = new ArrayList<>();
    codes.forEach(k -> read.add(ReadCode.of(k, CodeState.STORED)));
    if (own.isEmpty()) {
      read.add(ReadCode.of(once, CodeState.STORED));
    }
    List<Fact> facts = new ArrayList<>();
    facts.add(new Fact.CodesRead(Fact.CodeSource.VEHICLE, read, List.of(), ""));
    facts.add(
        new Fact.VehicleIdentified(v.spec().vin(), c.card(), 2019, null, 90_000, Fact.Place.HOIST));
    facts.add(new Fact.WorkOnChosen(own.isEmpty() ? once : own.get(0)));
    Eye eye = new Eye(c, v, random);
    while (true) {
      Workup w = workup(facts);
      Target here = w.here();
      assertThat(here.about().family()).isEqualTo(c.family());
      Verdict verdict = here.verdict().orElseThrow();
      Optional<Check> next =
          here.plan().orElseThrow().checks().stream().findFirst().flatMap(Plan.Option::check);
      if (verdict.remedy().isPresent() || next.isEmpty()) {
        return verdict.remedy();
      }
      facts.add(eye.answer(here, next.get()));
    }
  }

  private static Workup workup(List<Fact> facts) {
    List<JobEntry> entries = new ArrayList<>();
    facts.forEach(f -> entries.add(new JobEntry(entries.size() + 1, T0, "ann", f)));
    return new Workup(JobState.of(entries), CATALOG, SHOP);
  }

  /** What a meter, a tool and an eye show on the simulated vehicle. */
  private static final class Eye {
    private final Case c;
    private final SimulatedVehicle v;
    private final Random random;

    Eye(Case c, SimulatedVehicle v, Random random) {
      this.c = c;
      this.v = v;
      this.random = random;
    }

    private boolean has(FaultKind kind) {
      return kind.isOfSensor() ? v.body().has(kind, c.channel()) : v.body().has(kind);
    }

    private boolean isWireBad() {
      return has(FaultKind.OPEN) || has(FaultKind.SHORT_LOW) || has(FaultKind.SHORT_HIGH);
    }

    Fact.CheckAnswered answer(Target here, Check check) {
      Optional<Reading> measured = here.isJudged(check) ? measured(check) : Optional.empty();
      if (measured.isEmpty()) {
        return new Fact.CheckAnswered(check.id(), seen(check));
      }
      Reading r = measured.get();
      Reading value = Reading.of(r.value() * (1 + SCATTER * random.nextGaussian()), r.unit());
      Reading beside =
          check.measured().flatMap(m -> m.companion()).map(this::companion).orElse(null);
      String outcome = here.outcome(check, value, new SignalModel.Told(beside, null)).orElseThrow();
      return new Fact.CheckAnswered(check.id(), outcome, value, beside, null);
    }

    private Reading companion(SignalModel.Companion what) {
      return switch (what) {
        case ENGINE_SPEED -> Reading.of(isAtFullLoad ? 5000 : turns(), MeasureUnit.PER_MINUTE);
        case TEMPERATURE -> Reading.of(v.body().coolantC(), MeasureUnit.CELSIUS);
        case ALTITUDE -> Reading.of(0, MeasureUnit.METRE);
      };
    }

    private boolean isAtFullLoad;

    /** Speed of the engine as somebody counts it: idling, or turned by the starter. */
    private double turns() {
      return v.body().isRunning() ? v.body().engineSpeed() : 200;
    }

    private void idleWarm() {
      v.turn(Ignition.OFF);
      v.turn(Ignition.RUNNING);
      v.advance(250);
    }

    private void keyOn() {
      v.turn(Ignition.OFF);
      v.turn(Ignition.ON);
      v.advance(1);
    }

    /** The value that a meter or the tool shows; empty where the check is answered in words. */
    private Optional<Reading> measured(Check check) {
      isAtFullLoad = check.id().equals("full-load-flow");
      Physics body = v.body();
      return switch (check.id()) {
        case "supply", "module-supply" -> volt(body.referenceVolts());
        case "heater-supply" -> volt(14);
        case "reference" ->
            volt(isWireBad() ? has(FaultKind.SHORT_HIGH) ? 12 : 0 : body.referenceVolts());
        case "ground-drop" ->
            Optional.of(Reading.of(has(FaultKind.GROUND_LIFTED) ? 600 : 20, MeasureUnit.MILLIVOLT));
        case "coil" -> Optional.of(Reading.of(900, MeasureUnit.OHM));
        case "heater-resistance" -> Optional.of(Reading.of(6, MeasureUnit.OHM));
        case "signal" -> Optional.of(frequency(4, 120));
        case "crank-frequency" -> Optional.of(frequency(58, 60));
        case "chain-stretch" -> {
          idleWarm();
          yield Optional.of(Reading.of(body.camOffset(), MeasureUnit.DEGREE));
        }
        case "resistance" -> resistance();
        case "idle-flow" -> {
          idleWarm();
          yield Optional.of(Reading.of(body.airMassShown(), MeasureUnit.GRAM_PER_SECOND));
        }
        case "full-load-flow" -> {
          idleWarm();
          double seen = body.airMassShown() / body.airMass();
          double draws = 0.85 * v.spec().displacementLitres() / 2 * 5000 / 60 * 1.225;
          yield Optional.of(Reading.of(seen * draws, MeasureUnit.GRAM_PER_SECOND));
        }
        case "zero" -> {
          keyOn();
          double bled = body.pins().volts(c.channel()) - 0.8 * body.referenceVolts() * 600 / 20_000;
          yield volt(Math.max(0, bled));
        }
        case "open-cap" -> {
          keyOn();
          yield volt(
              body.pins().volts(c.channel()) - body.referenceVolts() * body.tankPa() / 10_000);
        }
        case "idle-ratio" -> {
          keyOn();
          double one = Math.max(0.01, body.pins().volts(Channel.PEDAL_1));
          yield Optional.of(
              Reading.of(100 * body.pins().volts(Channel.PEDAL_2) / one, MeasureUnit.PERCENT));
        }
        case "against-road" -> {
          double share = body.pins().isSilent(c.channel()) ? 0 : losesWhenDriven() ? 91 : 100;
          yield Optional.of(Reading.of(share, MeasureUnit.PERCENT));
        }
        default -> Optional.empty();
      };
    }

    private static Optional<Reading> volt(double volts) {
      return Optional.of(Reading.of(volts, MeasureUnit.VOLT));
    }

    /** A contact that gives way when it is moved. */
    private boolean isBadContact() {
      return has(FaultKind.DROPOUT)
          || has(FaultKind.DROPOUT_HOT)
          || has(FaultKind.DROPOUT_DAMP)
          || has(FaultKind.HALF_HOME);
    }

    private boolean losesWhenDriven() {
      return isBadContact() || has(FaultKind.CONTAMINATED) || has(FaultKind.SLOW);
    }

    private Reading frequency(int teeth, int perTurns) {
      idleWarm();
      boolean silent = v.body().pins().isSilent(c.channel());
      double share = silent ? 0 : v.body().pins().losesEdges(c.channel()) ? 11.0 / 12 : 1;
      return Reading.of(share * teeth * turns() / perTurns, MeasureUnit.HERTZ);
    }

    /** Of the sensor itself, its plug off: a wire does not matter. */
    private Optional<Reading> resistance() {
      if (c.channel() == Channel.KNOCK) {
        return Optional.of(Reading.of(500, MeasureUnit.KILOOHM));
      }
      keyOn();
      double kelvin = v.body().coolantC() + 273.15;
      double healthy = 2.5 * Math.exp(3600 * (1 / kelvin - 1 / 293.15));
      double volts = 5 * healthy / (healthy + 2.2);
      boolean off = has(FaultKind.BIAS) || has(FaultKind.CONTAMINATED);
      double shown = off ? Math.min(4.85, volts * 1.9 + 0.35) : volts;
      if (has(FaultKind.WRONG_PART)) {
        return Optional.of(Reading.of(2.6 * healthy, MeasureUnit.KILOOHM));
      }
      return Optional.of(Reading.of(2.2 * shown / (5 - shown), MeasureUnit.KILOOHM));
    }

    /** The result in words that somebody sees. */
    private String seen(Check check) {
      boolean coated = has(FaultKind.CONTAMINATED);
      return switch (check.id()) {
        case "wiggle" -> isBadContact() ? "drops-at-plug" : "steady";
        case "wires-through" ->
            has(FaultKind.OPEN) || has(FaultKind.GROUND_LIFTED)
                ? "open"
                : has(FaultKind.SHORT_LOW) || has(FaultKind.SHORT_HIGH) ? "touches" : "whole";
        case "oil-condition" -> coated ? "black" : "fine";
        case "fluid" -> coated ? "glitter" : "clean";
        case "filter-look" -> has(FaultKind.CLOGGED_FILTER) ? "bad" : "fine";
        case "leak-look" -> has(FaultKind.EXHAUST_LEAK) ? "leaks" : "tight";
        case "run-without" ->
            coated || has(FaultKind.BIAS) || has(FaultKind.WRONG_PART) ? "better" : "worse";
        case "tightness" -> coated ? "turns" : "right";
        case "signal-analog", "signal-frequency" ->
            isWireBad() || has(FaultKind.SLOW) ? "stays" : "follows";
        case "clean-film" -> coated ? "better" : "same";
        case "swing" -> swing(check);
        case "wakes" -> isWireBad() ? "late" : "soon";
        case "trims-apart" -> trims(check);
        case "soak" -> soak(check);
        case "shaft-ratio" ->
            v.body().pins().isSilent(c.channel()) || losesWhenDriven() ? "drops" : "right";
        case "steady" -> steady();
        case "gauge" -> gauge();
        case "tap" ->
            has(FaultKind.BIAS) || has(FaultKind.WRONG_PART) || coated ? "silent" : "answers";
        case "self-test" ->
            isWireBad() || coated || has(FaultKind.BIAS) || has(FaultKind.SUPPLY_LOW)
                ? "failed"
                : "passed";
        case "sweep", "track" ->
            check.id().equals("sweep") && isWireBad()
                    || has(FaultKind.SLOW)
                    || has(FaultKind.BIAS)
                    || has(FaultKind.WRONG_PART)
                ? finding(check)
                : fine(check);
        case "warm-up" -> has(FaultKind.SLOW) ? "slow" : isWireBad() ? "jumps" : "proper";
        case "ring-trace" -> recorded(check);
        case "tip" -> coated ? tipCoated() : "clean";
        case "old-part" -> coated ? partCoated() : fine(check);
        case "cap" -> has(FaultKind.LOOSE_CAP) ? "sighs" : "quiet";
        case "swap-twin" ->
            has(FaultKind.BIAS) || has(FaultKind.WRONG_PART) || has(FaultKind.SLOW) || coated
                ? "goes-along"
                : "stays";
        default -> fine(check);
      };
    }

    /** A recording of forty turns, looked at as the application does. */
    private String recorded(Check check) {
      idleWarm();
      String csv = CrankTrace.take(v, 40, random.nextLong());
      return judged(check, csv, "nothing");
    }

    private static String fine(Check check) {
      return check.outcomes().stream().filter(o -> !o.finds()).findFirst().orElseThrow().id();
    }

    private static String finding(Check check) {
      return check.outcomes().stream().filter(o -> o.finds()).findFirst().orElseThrow().id();
    }

    private String tipCoated() {
      return switch (c.channel()) {
        case CAM -> "coated";
        case CRANK -> "fuzz";
        default -> "needles";
      };
    }

    private String partCoated() {
      return switch (c.channel()) {
        case AIR_MASS -> "oily";
        case KNOCK -> "seat";
        case COOLANT -> "crust";
        case OXYGEN_1, OXYGEN_2 -> "poisoned";
        case SOOT -> "hurt";
        default -> "clean";
      };
    }

    /** Twenty seconds at idle, a sample every tenth, before the instrument. */
    private String swing(Check check) {
      idleWarm();
      StringBuilder csv = new StringBuilder("time_s,O2 S1 (V)\n");
      for (int i = 0; i < 200; i++) {
        v.advance(0.1);
        double noise = 0.003 * random.nextGaussian();
        csv.append(
            "%.1f,%.4f%n".formatted(i / 10.0, v.body().pins().volts(Channel.OXYGEN_1) + noise));
      }
      return judged(check, csv.toString(), "slow");
    }

    /** What an instrument says of a recording; else what somebody says who sees it. */
    private String judged(Check check, String csv, String otherwise) {
      return check
          .instrumented()
          .orElseThrow()
          .look(Capture.read(csv, Optional.empty()), Map.of(), Map.of(), f -> Optional.empty())
          .sight()
          .map(s -> check.shownBy(s).id())
          .orElse(otherwise);
    }

    /** Trims at idle and on the road, before the instrument. */
    private String trims(Check check) {
      idleWarm();
      double idle = trim();
      v.body().speed(90);
      v.advance(300);
      return judged(check, Map.of("trim-idle", percent(idle), "trim-load", percent(trim())));
    }

    private double trim() {
      return v.body().shortTrimPercent(1) + v.body().longTrimPercent(1) + random.nextGaussian() / 2;
    }

    private static Reading percent(double value) {
      return Reading.of(value, MeasureUnit.PERCENT);
    }

    /** After a night: what the coolant's sensor says, and what all others say. */
    private String soak(Check check) {
      v.turn(Ignition.OFF);
      v.body().coolDownTo(v.spec().ambientC());
      keyOn();
      double volts = Math.max(0.01, Math.min(4.99, v.body().pins().volts(Channel.COOLANT)));
      double kiloohm = 2.2 * volts / (5 - volts);
      double shown = 1 / (Math.log(kiloohm / 2.5) / 3600 + 1 / 293.15) - 273.15;
      double around = v.spec().ambientC();
      return judged(
          check,
          Map.of(
              "coolant", celsius(Math.max(-45, Math.min(150, shown))),
              "thermometer", celsius(around + random.nextGaussian() / 2),
              "intake-air", celsius(around + random.nextGaussian() / 2)));
    }

    private static Reading celsius(double value) {
      return Reading.of(value, MeasureUnit.CELSIUS);
    }

    private static String judged(Check check, Map<String, Reading> figures) {
      return check
          .instrumented()
          .orElseThrow()
          .look(figures, f -> Optional.empty())
          .sight()
          .map(s -> check.shownBy(s).id())
          .orElseThrow();
    }

    private String steady() {
      idleWarm();
      double volts = v.body().pins().volts(Channel.OXYGEN_2);
      return volts > 0.55 && volts < 0.85
          ? "lively"
          : volts > 0.44 && volts < 0.46 ? "stuck" : "one-side";
    }

    private String gauge() {
      idleWarm();
      v.body().speed(90);
      v.advance(5);
      double real = v.body().railKpa();
      boolean agree = Math.abs(v.body().pins().railKpa() - real) < 0.12 * real;
      return !agree
          ? "differ"
          : real < 0.85 * v.body().railTargetKpa() ? "agree-wrong" : "agree-right";
    }
  }
}
