package hopmend.standin;

import hopmend.bus.CanFrame;
import hopmend.bus.TruckCodes;
import hopmend.bus.TruckId;
import hopmend.bus.TruckMessage;
import hopmend.bus.TruckServices;
import hopmend.bus.TruckSignal;
import hopmend.bus.TruckTransport;
import hopmend.fault.J1939Code;
import hopmend.fault.StatusByte.Bit;
import hopmend.fault.TroubleCode;
import hopmend.wire.Uds;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * A controller of a truck's bus (SAE J1939): sends its values and active codes by itself, answers
 * requests, refuses what it has not.
 */
final class TruckNode implements BusNode {
  private static final int ENGINE = 0x00;
  private static final int TRANSMISSION = 0x03;
  private static final int AFTERTREATMENT = 0x3D;
  private static final int PRIORITY = 6;
  private static final int NOT_SUPPORTED = 1;
  private static final int CANNOT_NOW = 3;

  private static final String FILTER_FULL = "P2463";
  private static final int ABOVE_RANGE = 16;

  /** From here on parameters are the maker's (SAE J1939, from memory). */
  private static final int MAKERS_OWN = 516_096;

  private static final int[] MODES = {3, 4, 5, 4, 3, 5, 2, 4, 3, 2};

  /** Sent every tenth of a second; all others once a second. */
  private static final List<Integer> FAST = List.of(0xF004, 0xF003, 0xFEF1, 0xF005, 0xF002);

  private final SimulatedVehicle vehicle;
  private final int address;
  private final boolean isEngine;
  private final VehicleSpec.UnitSpec unit;
  private final Predicate<TroubleCode> keeps;

  TruckNode(SimulatedVehicle vehicle, VehicleSpec.UnitSpec unit, boolean isEngine) {
    this.vehicle = vehicle;
    this.isEngine = isEngine;
    this.address = isEngine ? ENGINE : addressOf(unit.name());
    this.unit = unit;
    this.keeps =
        isEngine
            ? c -> vehicle.spec().controllers().stream().noneMatch(u -> u.keeps(c))
            : unit::keeps;
  }

  /** The addresses that such controllers prefer (J1939 base, from memory). */
  private static int addressOf(String name) {
    return switch (name.split(" ")[0]) {
      case "Transmission" -> TRANSMISSION;
      case "Brake" -> 0x0B;
      case "Body" -> 0x21;
      default -> AFTERTREATMENT;
    };
  }

  @Override
  public List<CanFrame> byItself(long tenths) {
    if (vehicle.ignition() == SimulatedVehicle.Ignition.OFF) {
      return List.of();
    }
    List<CanFrame> frames = new ArrayList<>();
    values()
        .forEach(
            (group, data) -> {
              if (FAST.contains(group) || tenths % 10 == 0) {
                frames.addAll(message(group, data));
              }
            });
    if (tenths % 10 == 0) {
      frames.addAll(message(TruckServices.ACTIVE_CODES, told(Bit.TEST_FAILED.mask())));
    }
    return frames;
  }

  /** Groups of values that this controller sends; what it has not stays at 0xFF. */
  private Map<Integer, byte[]> values() {
    Map<Integer, byte[]> groups = new TreeMap<>();
    for (TruckSignal s : TruckSignal.values()) {
      if (address == senderOf(s) && sends(s)) {
        byte[] data = groups.computeIfAbsent(s.group(), g -> nothing());
        double value = vehicle.live(s.live());
        if (!Double.isNaN(value)) {
          s.write(data, value);
        }
      }
    }
    return groups;
  }

  /** Who sends a value: the filter's and the shafts' have controllers of their own. */
  private static int senderOf(TruckSignal signal) {
    return switch (signal) {
      case FILTER_DIFFERENCE -> AFTERTREATMENT;
      case GEAR_RATIO, INPUT_SHAFT, OUTPUT_SHAFT -> TRANSMISSION;
      default -> ENGINE;
    };
  }

  private boolean sends(TruckSignal signal) {
    return switch (signal) {
      case INPUT_SHAFT -> vehicle.spec().has(Channel.INPUT_SHAFT);
      case OUTPUT_SHAFT -> vehicle.spec().has(Channel.OUTPUT_SHAFT);
      default -> vehicle.spec().tells(signal.live());
    };
  }

  private static byte[] nothing() {
    byte[] data = new byte[8];
    Arrays.fill(data, (byte) 0xFF);
    return data;
  }

  private List<CanFrame> message(int group, byte[] data) {
    return TruckTransport.announced(
        PRIORITY, new TruckMessage(group, TruckId.EVERYBODY, address, data));
  }

  @Override
  public List<CanFrame> hear(CanFrame frame) {
    if (!frame.extended() || vehicle.ignition() == SimulatedVehicle.Ignition.OFF) {
      return List.of();
    }
    TruckId id = TruckId.of(frame.id());
    boolean toMe = id.to() == address;
    byte[] data = frame.data();
    if (id.group() != TruckServices.REQUEST
        || !toMe && id.to() != TruckId.EVERYBODY
        || data.length < 3) {
      return List.of();
    }
    int group = data[0] & 0xFF | (data[1] & 0xFF) << 8 | (data[2] & 0xFF) << 16;
    if (group == TruckServices.CLEAR_ACTIVE || group == TruckServices.CLEAR_EARLIER) {
      return List.of(acknowledgement(id.from(), group, clear() ? 0 : CANNOT_NOW));
    }
    Optional<byte[]> told = told(group, id);
    if (told.isPresent()) {
      return message(group, told.get());
    }
    return toMe ? List.of(acknowledgement(id.from(), group, NOT_SUPPORTED)) : List.of();
  }

  private Optional<byte[]> told(int group, TruckId id) {
    return switch (group) {
      case TruckServices.ADDRESS_CLAIMED -> Optional.of(name());
      case TruckServices.ACTIVE_CODES -> Optional.of(told(Bit.TEST_FAILED.mask()));
      case TruckServices.EARLIER_CODES -> Optional.of(earlier());
      case TruckServices.PENDING_CODES -> Optional.of(told(Bit.PENDING.mask()));
      case TruckServices.PERMANENT_CODES ->
          Optional.of(
              written(vehicle.permanentCodes().stream().map(Uds.StatusedCode::code).toList()));
      case TruckServices.VEHICLE_NUMBER ->
          isEngine ? text(vehicle.spec().vin() + "*") : Optional.empty();
      case TruckServices.COMPONENT ->
          unit.part().isEmpty() ? Optional.empty() : text("MAKER*" + unit.part() + "**");
      case TruckServices.SOFTWARE ->
          unit.software().isEmpty() ? Optional.empty() : text("\u0001" + unit.software() + "*");
      default -> Optional.ofNullable(values().get(group));
    };
  }

  private static Optional<byte[]> text(String text) {
    return Optional.of(text.getBytes(StandardCharsets.ISO_8859_1));
  }

  /** Eight bytes that no other controller of the bus has: an identity number, a function. */
  private byte[] name() {
    byte[] name = new byte[8];
    name[0] = (byte) address;
    name[5] = (byte) address;
    return name;
  }

  private byte[] told(int mask) {
    return written(vehicle.codes(mask).stream().map(Uds.StatusedCode::code).toList());
  }

  /** Codes that are confirmed and do not fail now. */
  private byte[] earlier() {
    return written(
        vehicle.codes(Bit.CONFIRMED.mask()).stream()
            .filter(c -> (c.status().bits() & Bit.TEST_FAILED.mask()) == 0)
            .map(Uds.StatusedCode::code)
            .toList());
  }

  private byte[] written(List<TroubleCode> codes) {
    List<J1939Code> numbers =
        codes.stream().filter(keeps).map(TruckNode::number).distinct().toList();
    boolean lamp = (vehicle.readiness()[0] & 0x80) != 0;
    return TruckCodes.write(lamp, numbers);
  }

  /**
   * How this maker numbers its codes: published parameters for the crank (636), the coolant (110)
   * and the soot load (3719), all from memory, and numbers of its own for the rest; the failure
   * mode from where the code stands in its run.
   */
  private static J1939Code number(TroubleCode code) {
    String text = code.text();
    if (text.startsWith(FILTER_FULL)) {
      return new J1939Code(3719, ABOVE_RANGE, 1, false);
    }
    int own = MAKERS_OWN + code.base() % 4096;
    int spn = text.startsWith("P033") ? 636 : text.startsWith("P011") ? 110 : own;
    return new J1939Code(spn, MODES[code.base() % MODES.length], 1, false);
  }

  private boolean clear() {
    return vehicle.clear(keeps, isEngine);
  }

  private CanFrame acknowledgement(int to, int group, int control) {
    byte[] data = nothing();
    data[0] = (byte) control;
    data[4] = (byte) to;
    data[5] = (byte) group;
    data[6] = (byte) (group >> 8);
    data[7] = (byte) (group >> 16);
    return new TruckId(PRIORITY, TruckServices.ACKNOWLEDGEMENT, TruckId.EVERYBODY, address)
        .frame(data);
  }
}
