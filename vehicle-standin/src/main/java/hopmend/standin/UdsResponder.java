package hopmend.standin;

import hopmend.fault.TroubleCode;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.verify.SinceCleared;
import hopmend.wire.Uds;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Answers the services of ISO 14229-1 for a vehicle. */
final class UdsResponder {
  private static final int NOT_SUPPORTED = 0x11;
  private static final int SUB_FUNCTION_NOT_SUPPORTED = 0x12;
  private static final int WRONG_LENGTH = 0x13;
  private static final int CONDITIONS_NOT_CORRECT = 0x22;
  private static final int OUT_OF_RANGE = 0x31;
  private static final int AVAILABLE_BITS = 0xFF;

  private final SimulatedVehicle vehicle;

  UdsResponder(SimulatedVehicle vehicle) {
    this.vehicle = vehicle;
  }

  byte[] answer(byte[] request) {
    int service = request[0] & 0xFF;
    return switch (service) {
      case Uds.SESSION -> session(request);
      case Uds.TESTER_PRESENT -> echoSubFunction(request);
      case Uds.CLEAR -> clear(request);
      case Uds.READ_CODES -> codes(request);
      case Uds.READ_DATA -> data(request);
      case Uds.ROUTINE -> routine(request);
      default -> Uds.negative(service, NOT_SUPPORTED);
    };
  }

  private static byte[] session(byte[] request) {
    if (request.length != 2) {
      return Uds.negative(Uds.SESSION, WRONG_LENGTH);
    }
    if (request[1] != Uds.DEFAULT_SESSION && request[1] != Uds.EXTENDED_SESSION) {
      return Uds.negative(Uds.SESSION, SUB_FUNCTION_NOT_SUPPORTED);
    }
    return Uds.positive(Uds.SESSION, new byte[] {request[1], 0x00, 0x32, 0x01, (byte) 0xF4});
  }

  private static byte[] echoSubFunction(byte[] request) {
    return request.length == 2
        ? Uds.positive(request[0] & 0xFF, new byte[] {request[1]})
        : Uds.negative(request[0] & 0xFF, WRONG_LENGTH);
  }

  private byte[] clear(byte[] request) {
    if (request.length != 4) {
      return Uds.negative(Uds.CLEAR, WRONG_LENGTH);
    }
    int group = (request[1] & 0xFF) << 16 | (request[2] & 0xFF) << 8 | request[3] & 0xFF;
    if (group != Uds.GROUP_ALL) {
      return Uds.negative(Uds.CLEAR, OUT_OF_RANGE);
    }
    return vehicle.clear()
        ? Uds.positive(Uds.CLEAR, new byte[0])
        : Uds.negative(Uds.CLEAR, CONDITIONS_NOT_CORRECT);
  }

  private byte[] codes(byte[] request) {
    if (request.length == 3 && request[1] == Uds.CODES_BY_STATUS) {
      return codes(Uds.CODES_BY_STATUS, vehicle.codes(request[2] & 0xFF));
    }
    if (request.length == 6 && request[1] == Uds.SNAPSHOT) {
      return snapshot(request);
    }
    if (request.length == 2 && request[1] == Uds.PERMANENT_CODES) {
      return codes(Uds.PERMANENT_CODES, vehicle.permanentCodes());
    }
    return Uds.negative(Uds.READ_CODES, SUB_FUNCTION_NOT_SUPPORTED);
  }

  private static byte[] codes(int subFunction, List<Uds.StatusedCode> codes) {
    ByteBuffer out = ByteBuffer.allocate(2 + 4 * codes.size());
    out.put((byte) subFunction).put((byte) AVAILABLE_BITS);
    for (Uds.StatusedCode c : codes) {
      out.putInt(c.code().threeBytes() << 8 | c.status().bits());
    }
    return Uds.positive(Uds.READ_CODES, out.array());
  }

  /** The code and its status, then the record if one was kept. */
  private byte[] snapshot(byte[] request) {
    int code = (request[2] & 0xFF) << 16 | (request[3] & 0xFF) << 8 | request[4] & 0xFF;
    byte[] kept = vehicle.snapshot(TroubleCode.ofThreeBytes(code));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(request, 1, 4);
    out.write(vehicle.statusBits(TroubleCode.ofThreeBytes(code)));
    if (kept.length > 0) {
      out.write(request[5]);
      out.writeBytes(kept);
    }
    return Uds.positive(Uds.READ_CODES, out.toByteArray());
  }

  /** One identifier or several; those that are not known are left out, as ISO 14229-1 allows. */
  private byte[] data(byte[] request) {
    if (request.length < 3 || request.length % 2 == 0) {
      return Uds.negative(Uds.READ_DATA, WRONG_LENGTH);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 1; i < request.length; i += 2) {
      int identifier = (request[i] & 0xFF) << 8 | request[i + 1] & 0xFF;
      Optional<byte[]> value = value(identifier);
      if (value.isPresent()) {
        out.write(request, i, 2);
        out.writeBytes(value.get());
      }
    }
    return out.size() == 0
        ? Uds.negative(Uds.READ_DATA, OUT_OF_RANGE)
        : Uds.positive(Uds.READ_DATA, out.toByteArray());
  }

  private Optional<byte[]> value(int identifier) {
    return switch (identifier) {
      case Uds.VIN -> Optional.of(vehicle.spec().vin().getBytes(StandardCharsets.US_ASCII));
      case Uds.READINESS -> Optional.of(vehicle.readiness());
      default ->
          LiveSignal.byIdentifier(identifier)
              .map(s -> s.encode(vehicle.live(s)))
              .or(() -> counted(identifier));
    };
  }

  private Optional<byte[]> counted(int identifier) {
    return Arrays.stream(SinceCleared.Counter.values())
        .filter(c -> c.identifier() == identifier)
        .map(c -> c.encode(vehicle.counted(c)))
        .findFirst();
  }

  private byte[] routine(byte[] request) {
    if (request.length < 4) {
      return Uds.negative(Uds.ROUTINE, WRONG_LENGTH);
    }
    int id = (request[2] & 0xFF) << 8 | request[3] & 0xFF;
    if (request[1] == Uds.ROUTINE_START) {
      Optional<RoutineState> started = vehicle.startRoutine(id);
      if (started.isEmpty()) {
        return Uds.negative(Uds.ROUTINE, OUT_OF_RANGE);
      }
      return started.get() == RoutineState.RUNNING
          ? routineStatus(request, new byte[] {(byte) started.get().code()})
          : Uds.negative(Uds.ROUTINE, CONDITIONS_NOT_CORRECT);
    }
    return request[1] == Uds.ROUTINE_RESULTS
        ? routineStatus(request, vehicle.routineRecord(id))
        : Uds.negative(Uds.ROUTINE, SUB_FUNCTION_NOT_SUPPORTED);
  }

  private static byte[] routineStatus(byte[] request, byte[] record) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(request, 1, 3);
    out.writeBytes(record);
    return Uds.positive(Uds.ROUTINE, out.toByteArray());
  }
}
