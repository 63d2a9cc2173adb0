package hopmend.standin;

import hopmend.fault.CodeRange;
import hopmend.fault.TroubleCode;
import hopmend.sensor.LiveSignal;
import hopmend.wire.CodeFormat;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * What a simulated vehicle is, from a YAML file.
 *
 * @param address logical address of ISO 13400-2
 * @param compression whether it is a diesel
 * @param wideband whether the cell before the catalyst is a wideband one
 * @param bus how its controllers speak on its bus; null where nobody gets at that
 * @param permanent whether confirmed codes become permanent
 * @param sensors what it has
 * @param codes another first code for a sensor, for example of bank 2
 * @param faults faults with a name of their own
 * @param plugs what hands can pull; a pulled plug is an open circuit
 * @param controllers what stands beside the engine's controller behind the gateway
 */
public record VehicleSpec(
    String name,
    String vin,
    String address,
    int cylinders,
    double displacementLitres,
    int idlePerMinute,
    double ambientC,
    boolean compression,
    boolean wideband,
    BusKind bus,
    boolean permanent,
    List<Channel> sensors,
    Map<Channel, String> codes,
    List<NamedFault> faults,
    List<Plug> plugs,
    List<RoutineSpec> routines,
    List<UnitSpec> controllers) {

  /** A fault under a name of the scenario. */
  public record NamedFault(
      String id, String words, FaultKind kind, Channel channel, boolean presentAtStart) {
    Fault fault() {
      return new Fault(kind, channel);
    }
  }

  /** A plug that hands can pull. */
  public record Plug(String id, String words, Channel channel) {}

  /**
   * A routine of service 0x31.
   *
   * @param overruns how often the engine has to slow down with the fuel cut while it learns
   * @param inSession whether it is stopped when its session ends
   * @param lock what it asks for first; null for nothing
   */
  public record RoutineSpec(
      int id,
      double seconds,
      double minCoolantC,
      boolean engineRuns,
      int overruns,
      boolean inSession,
      Lock lock) {
    /** By what a routine is held back. */
    public enum Lock {
      /** Security access, service 0x27. */
      SEED,
      /** Authentication, service 0x29. */
      CERTIFICATE
    }

    RoutineSpec behind(Lock what) {
      return new RoutineSpec(id, seconds, minCoolantC, engineRuns, overruns, true, what);
    }
  }

  /**
   * A controller beside the engine's.
   *
   * @param part number of its part; empty where it does not tell it
   * @param owns how the codes begin that it keeps
   * @param format in which it writes them; null for three bytes of SAE J2012
   */
  public record UnitSpec(
      String name,
      String address,
      String part,
      String software,
      List<String> owns,
      CodeFormat format) {
    public UnitSpec {
      part = part == null ? "" : part;
      software = software == null ? "" : software;
      owns = owns == null ? List.of() : List.copyOf(owns);
      format = format == null ? CodeFormat.THREE_BYTES : format;
    }

    int logicalAddress() {
      return Integer.decode(address);
    }

    boolean keeps(TroubleCode code) {
      return owns.stream().anyMatch(code.text()::startsWith);
    }
  }

  public VehicleSpec {
    sensors = List.copyOf(sensors);
    codes = codes == null ? Map.of() : Map.copyOf(codes);
    faults = faults == null ? List.of() : List.copyOf(faults);
    plugs = plugs == null ? List.of() : List.copyOf(plugs);
    routines = routines == null ? List.of() : List.copyOf(routines);
    controllers = controllers == null ? List.of() : List.copyOf(controllers);
    codes.values().forEach(TroubleCode::parse);
  }

  int logicalAddress() {
    return Integer.decode(address);
  }

  /** The engine's controller: it keeps what no other does. */
  UnitSpec engine() {
    return new UnitSpec("Engine control", address, "", "", List.of(), CodeFormat.THREE_BYTES);
  }

  boolean has(Channel sensor) {
    return sensors.contains(sensor);
  }

  /** Two where there is a cell at a second one. */
  int banks() {
    return has(Channel.OXYGEN_1_BANK_2) ? 2 : 1;
  }

  /** How fast it gains speed beside a van: what weighs more gains it slower. */
  double liveliness() {
    return displacementLitres > 5 ? 0.45 : 1;
  }

  /** Whether a signal is there to be told: without its sensor it is not, and is not 0 either. */
  public boolean tells(LiveSignal signal) {
    return switch (signal) {
      case COOLANT -> has(Channel.COOLANT);
      case INTAKE_AIR -> has(Channel.INTAKE_AIR);
      case AIR_MASS -> has(Channel.AIR_MASS);
      case SHORT_TRIM, LONG_TRIM, THROTTLE, TIMING -> !compression;
      case SHORT_TRIM_BANK_2, LONG_TRIM_BANK_2 -> banks() == 2;
      case OXYGEN_1 -> has(Channel.OXYGEN_1) && !wideband;
      case OXYGEN_2 -> has(Channel.OXYGEN_2);
      case WIDEBAND_1, PUMP_CURRENT_1 -> has(Channel.OXYGEN_1) && wideband;
      case OXYGEN_1_BANK_2 -> has(Channel.OXYGEN_1_BANK_2) && !wideband;
      case OXYGEN_2_BANK_2 -> has(Channel.OXYGEN_2_BANK_2);
      case WIDEBAND_1_BANK_2, PUMP_CURRENT_1_BANK_2 -> has(Channel.OXYGEN_1_BANK_2) && wideband;
      case RAIL_PRESSURE -> has(Channel.RAIL);
      case TANK_PRESSURE, TANK_ABSOLUTE, PURGE -> has(Channel.TANK);
      case PEDAL_1 -> has(Channel.PEDAL_1);
      case PEDAL_2 -> has(Channel.PEDAL_2);
      case FILTER_DIFFERENCE, SOOT -> has(Channel.SOOT);
      case GEAR_RATIO -> has(Channel.INPUT_SHAFT) && has(Channel.OUTPUT_SHAFT);
      case FUEL_PRESSURE, RAIL_ABSOLUTE, INPUT_SHAFT, OUTPUT_SHAFT -> false;
      default -> true;
    };
  }

  /** The code of a sensor's run at a place counted from its first, with its failure type. */
  TroubleCode code(Channel channel, int offset, int failureType) {
    String first = codes.getOrDefault(channel, channel.firstCode());
    TroubleCode code = CodeRange.parse(first).at(offset);
    return new TroubleCode(code.base(), failureType);
  }

  /** Every fault that can be put into this vehicle. */
  public List<Fault> possibleFaults() {
    List<Fault> all = new ArrayList<>();
    for (FaultKind kind : FaultKind.values()) {
      if (kind.isOfSensor()) {
        sensors.stream()
            .filter(c -> kind != FaultKind.BIAS || !c.isTurning() || c == Channel.CAM)
            .filter(c -> kind != FaultKind.WRONG_PART || isNoticedAsAnother(c))
            .forEach(c -> all.add(new Fault(kind, c)));
      } else {
        all.add(Fault.of(kind));
      }
    }
    return all;
  }

  /** Whether another vehicle's part would do its work, and do it wrong. */
  private static boolean isNoticedAsAnother(Channel c) {
    return !c.isCell() && c != Channel.CRANK && c != Channel.SOOT;
  }

  /** The same vehicle without the faults that it came with. */
  public VehicleSpec healthy() {
    return with(List.of(), routines);
  }

  /** The same vehicle whose routines stand behind a lock, and end with their session. */
  public VehicleSpec locked(RoutineSpec.Lock by) {
    return with(faults, routines.stream().map(r -> r.behind(by)).toList());
  }

  private VehicleSpec with(List<NamedFault> otherFaults, List<RoutineSpec> otherRoutines) {
    return new VehicleSpec(
        name,
        vin,
        address,
        cylinders,
        displacementLitres,
        idlePerMinute,
        ambientC,
        compression,
        wideband,
        bus,
        permanent,
        sensors,
        codes,
        otherFaults,
        plugs,
        otherRoutines,
        controllers);
  }

  /** The fault of a name of the scenario, or of its own id. */
  Optional<Fault> fault(String id) {
    return faults.stream()
        .filter(f -> f.id().equals(id))
        .map(NamedFault::fault)
        .findFirst()
        .or(() -> possibleFaults().stream().filter(f -> f.id().equals(id)).findFirst());
  }

  /** The post van of the demo. */
  public static VehicleSpec demo() {
    return fleet().get(0);
  }

  /** All vehicles of the demo, the post van first. */
  public static List<VehicleSpec> fleet() {
    try (InputStream in = VehicleSpec.class.getResourceAsStream("/standin/fleet.yaml")) {
      return YAMLMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .build()
          .readValue(in, Fleet.class)
          .vehicles();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private record Fleet(List<VehicleSpec> vehicles) {}
}
