package hopmend.standin;

import hopmend.fault.TroubleCode;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.verify.SinceCleared;
import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Answers the services of ISO 14229-1 for one controller of a vehicle. Without ignition it is
 * silent. A session other than the default one ends after five seconds without a request.
 */
final class UdsResponder {
  private static final byte[] SILENCE = new byte[0];
  private static final long SESSION_NANOS = 5_000_000_000L;
  private static final int AVAILABLE_BITS = 0xFF;
  private static final int FIRST_PUBLISHED = 0xF400;
  private static final int LAST_PUBLISHED = 0xF4E0;

  /** Asked of all at once, a controller that has not what is asked says nothing (ISO 14229-1). */
  private static final Set<Integer> UNSAID_TO_ALL =
      Set.of(
          Refusal.SERVICE_NOT_SUPPORTED.code(),
          Refusal.SUB_FUNCTION_NOT_SUPPORTED.code(),
          Refusal.REQUEST_OUT_OF_RANGE.code(),
          Refusal.SUB_FUNCTION_NOT_IN_SESSION.code(),
          Refusal.SERVICE_NOT_IN_SESSION.code());

  private final SimulatedVehicle vehicle;
  private final VehicleSpec.UnitSpec unit;
  private final boolean isEngine;
  private final SeedLock lock;
  private final CertificateLock certificates;
  private int session = Uds.DEFAULT_SESSION;
  private long heardAt;

  /** The engine's controller. */
  UdsResponder(SimulatedVehicle vehicle) {
    this(vehicle, vehicle.spec().engine(), true);
  }

  UdsResponder(SimulatedVehicle vehicle, VehicleSpec.UnitSpec unit) {
    this(vehicle, unit, false);
  }

  private UdsResponder(SimulatedVehicle vehicle, VehicleSpec.UnitSpec unit, boolean isEngine) {
    this.vehicle = vehicle;
    this.unit = unit;
    this.isEngine = isEngine;
    this.lock = new SeedLock(unit.logicalAddress());
    this.certificates = new CertificateLock(unit.logicalAddress());
  }

  int address() {
    return unit.logicalAddress();
  }

  /** The answer to a request that was sent to this controller alone; empty for silence. */
  byte[] answer(byte[] request) {
    if (isSilent()) {
      hangUp();
      return SILENCE;
    }
    time();
    heardAt = System.nanoTime();
    int service = request[0] & 0xFF;
    byte[] answer =
        switch (service) {
          case Uds.SESSION -> session(request);
          case Uds.TESTER_PRESENT -> testerPresent(request);
          case Uds.CLEAR -> clear(request);
          case Uds.READ_CODES -> codes(request);
          case Uds.READ_DATA -> Uds.dataAnswer(request, this::value);
          case Uds.SECURITY_ACCESS ->
              session == Uds.DEFAULT_SESSION
                  ? refuse(service, Refusal.SERVICE_NOT_IN_SESSION)
                  : lock.answer(request);
          case Uds.AUTHENTICATION ->
              session == Uds.DEFAULT_SESSION
                  ? refuse(service, Refusal.SERVICE_NOT_IN_SESSION)
                  : certificates.answer(request);
          case Uds.ROUTINE ->
              isEngine ? routine(request) : refuse(service, Refusal.SERVICE_NOT_SUPPORTED);
          default -> refuse(service, Refusal.SERVICE_NOT_SUPPORTED);
        };
    return isSuppressed(request, answer) ? SILENCE : answer;
  }

  /** Without ignition nobody answers. */
  boolean isSilent() {
    return vehicle.ignition() == SimulatedVehicle.Ignition.OFF;
  }

  /** The answer to a request that was sent to all controllers. */
  byte[] answerToAll(byte[] request) {
    byte[] answer = answer(request);
    boolean unsaid =
        answer.length == 3 && answer[0] == 0x7F && UNSAID_TO_ALL.contains(answer[2] & 0xFF);
    return unsaid ? SILENCE : answer;
  }

  /** Ends the session when nobody has asked for long. */
  void time() {
    if (session != Uds.DEFAULT_SESSION && System.nanoTime() - heardAt > SESSION_NANOS) {
      endSession();
    }
  }

  /** The connection is gone, and the session with it. */
  void hangUp() {
    if (session != Uds.DEFAULT_SESSION) {
      endSession();
    }
  }

  private void endSession() {
    session = Uds.DEFAULT_SESSION;
    lock.shut();
    certificates.shut();
    if (isEngine) {
      vehicle.sessionEnded();
    }
  }

  private static boolean isSuppressed(byte[] request, byte[] answer) {
    boolean asked =
        request.length > 1
            && (request[1] & Uds.SUPPRESS_POSITIVE) != 0
            && hasSubFunction(request[0] & 0xFF);
    return asked && answer.length > 0 && answer[0] != 0x7F;
  }

  private static boolean hasSubFunction(int service) {
    return service == Uds.SESSION
        || service == Uds.TESTER_PRESENT
        || service == Uds.READ_CODES
        || service == Uds.ROUTINE;
  }

  private static int subFunction(byte[] request) {
    return request[1] & ~Uds.SUPPRESS_POSITIVE & 0x7F;
  }

  private static byte[] refuse(int service, Refusal why) {
    return Uds.negative(service, why.code());
  }

  private byte[] session(byte[] request) {
    if (request.length != 2) {
      return refuse(Uds.SESSION, Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    int asked = subFunction(request);
    if (asked != Uds.DEFAULT_SESSION && asked != Uds.EXTENDED_SESSION) {
      return refuse(Uds.SESSION, Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    }
    if (asked == Uds.DEFAULT_SESSION) {
      hangUp();
    }
    session = asked;
    return Uds.positive(Uds.SESSION, new byte[] {(byte) asked, 0x00, 0x32, 0x01, (byte) 0xF4});
  }

  private static byte[] testerPresent(byte[] request) {
    if (request.length != 2) {
      return refuse(Uds.TESTER_PRESENT, Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    return subFunction(request) == 0
        ? Uds.positive(Uds.TESTER_PRESENT, new byte[] {0})
        : refuse(Uds.TESTER_PRESENT, Refusal.SUB_FUNCTION_NOT_SUPPORTED);
  }

  private byte[] clear(byte[] request) {
    if (request.length != 4) {
      return refuse(Uds.CLEAR, Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    int group = (request[1] & 0xFF) << 16 | (request[2] & 0xFF) << 8 | request[3] & 0xFF;
    Optional<Predicate<TroubleCode>> meant = meant(group);
    if (meant.isEmpty()) {
      return refuse(Uds.CLEAR, Refusal.REQUEST_OUT_OF_RANGE);
    }
    boolean monitorsToo = isEngine && (group == Uds.GROUP_ALL || group == Uds.GROUP_EMISSIONS);
    boolean done = vehicle.clear(meant.get().and(this::isMine), monitorsToo);
    return done
        ? Uds.positive(Uds.CLEAR, new byte[0])
        : refuse(Uds.CLEAR, Refusal.CONDITIONS_NOT_CORRECT);
  }

  /** All codes, those of the emissions system, or one that is held. */
  private Optional<Predicate<TroubleCode>> meant(int group) {
    return switch (group) {
      case Uds.GROUP_ALL -> Optional.of(c -> true);
      case Uds.GROUP_EMISSIONS -> Optional.of(c -> c.text().startsWith("P"));
      default ->
          unit.format()
              .decode(group)
              .filter(one -> vehicle.statusBits(one) != 0)
              .map(one -> one::equals);
    };
  }

  private byte[] codes(byte[] request) {
    if (request.length < 2) {
      return refuse(Uds.READ_CODES, Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    return switch (subFunction(request)) {
      case Uds.COUNT_BY_STATUS -> request.length == 3 ? count(request[2] & 0xFF) : wrongLength();
      case Uds.CODES_BY_STATUS ->
          request.length == 3
              ? codes(Uds.CODES_BY_STATUS, mine(vehicle.codes(request[2] & 0xFF)))
              : wrongLength();
      case Uds.SNAPSHOT -> request.length == 6 ? snapshot(request) : wrongLength();
      case Uds.PERMANENT_CODES ->
          request.length == 2
              ? codes(Uds.PERMANENT_CODES, mine(vehicle.permanentCodes()))
              : wrongLength();
      default -> refuse(Uds.READ_CODES, Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    };
  }

  private static byte[] wrongLength() {
    return refuse(Uds.READ_CODES, Refusal.INCORRECT_LENGTH_OR_FORMAT);
  }

  /** What this controller keeps: the engine's keeps what no other does. */
  private List<Uds.StatusedCode> mine(List<Uds.StatusedCode> all) {
    return all.stream().filter(c -> isMine(c.code())).toList();
  }

  private boolean isMine(TroubleCode code) {
    return isEngine
        ? vehicle.spec().controllers().stream().noneMatch(u -> u.keeps(code))
        : unit.keeps(code);
  }

  private byte[] count(int mask) {
    int count = mine(vehicle.codes(mask)).size();
    return Uds.positive(
        Uds.READ_CODES,
        new byte[] {
          Uds.COUNT_BY_STATUS,
          (byte) AVAILABLE_BITS,
          (byte) unit.format().code(),
          (byte) (count >> 8),
          (byte) count
        });
  }

  private byte[] codes(int subFunction, List<Uds.StatusedCode> codes) {
    List<Uds.SentCode> sent =
        codes.stream()
            .map(c -> new Uds.SentCode(unit.format().encode(c.code()), c.status()))
            .toList();
    return Uds.codesAnswer(subFunction, AVAILABLE_BITS, sent);
  }

  /** The code and its status, then the record if one was kept. */
  private byte[] snapshot(byte[] request) {
    int bytes = (request[2] & 0xFF) << 16 | (request[3] & 0xFF) << 8 | request[4] & 0xFF;
    Optional<TroubleCode> code = unit.format().decode(bytes).filter(this::isMine);
    if (code.isEmpty()) {
      return refuse(Uds.READ_CODES, Refusal.REQUEST_OUT_OF_RANGE);
    }
    byte[] kept = vehicle.snapshot(code.get());
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(request, 1, 4);
    out.write(vehicle.statusBits(code.get()));
    if (kept.length > 0) {
      out.write(request[5]);
      out.writeBytes(kept);
    }
    return Uds.positive(Uds.READ_CODES, out.toByteArray());
  }

  private Optional<byte[]> value(int identifier) {
    return switch (identifier) {
      case Uds.SYSTEM_NAME -> text(unit.name());
      case Uds.SPARE_PART_NUMBER -> text(unit.part());
      case Uds.SOFTWARE_VERSION -> text(unit.software());
      default -> isEngine ? engineValue(identifier) : Optional.empty();
    };
  }

  private static Optional<byte[]> text(String text) {
    return text.isEmpty()
        ? Optional.empty()
        : Optional.of(text.getBytes(StandardCharsets.US_ASCII));
  }

  private Optional<byte[]> engineValue(int identifier) {
    return switch (identifier) {
      case Uds.VIN -> text(vehicle.spec().vin());
      case Uds.READINESS -> Optional.of(vehicle.readiness());
      case LiveSignal.TWO_BANKS_OF_FOUR -> cells();
      default ->
          isBitmap(identifier)
              ? Optional.of(supported(identifier))
              : LiveSignal.byIdentifier(identifier)
                  .filter(vehicle.spec()::tells)
                  .map(s -> s.encode(vehicle.live(s)))
                  .or(() -> counted(identifier));
    };
  }

  /** Where there are cells: four places of bank 1 in the lower bits, bank 2 in the upper ones. */
  private Optional<byte[]> cells() {
    VehicleSpec spec = vehicle.spec();
    int there =
        (spec.has(Channel.OXYGEN_1) ? 0x01 : 0)
            | (spec.has(Channel.OXYGEN_2) ? 0x02 : 0)
            | (spec.has(Channel.OXYGEN_1_BANK_2) ? 0x10 : 0)
            | (spec.has(Channel.OXYGEN_2_BANK_2) ? 0x20 : 0);
    return there == 0 ? Optional.empty() : Optional.of(new byte[] {(byte) there});
  }

  private static boolean isBitmap(int identifier) {
    return identifier >= FIRST_PUBLISHED
        && identifier <= LAST_PUBLISHED
        && (identifier & 0x1F) == 0;
  }

  /**
   * Which of the next 32 identifiers there are, the first in the highest bit; the last one tells
   * whether there are more behind them (SAE J1979).
   */
  private byte[] supported(int from) {
    int bits = 0;
    for (int i = 1; i <= 32; i++) {
      int identifier = from + i;
      boolean more = i == 32 && isAnyBehind(identifier);
      if (more || i < 32 && value(identifier).isPresent()) {
        bits |= 1 << 32 - i;
      }
    }
    return ByteBuffer.allocate(4).putInt(bits).array();
  }

  private boolean isAnyBehind(int identifier) {
    return Arrays.stream(LiveSignal.values())
        .filter(vehicle.spec()::tells)
        .anyMatch(s -> s.identifier() > identifier);
  }

  private Optional<byte[]> counted(int identifier) {
    return Arrays.stream(SinceCleared.Counter.values())
        .filter(c -> c.identifier() == identifier)
        .map(c -> c.encode(vehicle.counted(c)))
        .findFirst();
  }

  private byte[] routine(byte[] request) {
    if (request.length < 4) {
      return refuse(Uds.ROUTINE, Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    int id = (request[2] & 0xFF) << 8 | request[3] & 0xFF;
    if (vehicle.spec().routines().stream().noneMatch(r -> r.id() == id)) {
      return refuse(Uds.ROUTINE, Refusal.REQUEST_OUT_OF_RANGE);
    }
    return switch (subFunction(request)) {
      case Uds.ROUTINE_START -> startRoutine(request, id);
      case Uds.ROUTINE_STOP ->
          vehicle.stopRoutine(id)
              ? routineStatus(request, vehicle.routineRecord(id))
              : refuse(Uds.ROUTINE, Refusal.REQUEST_SEQUENCE_ERROR);
      case Uds.ROUTINE_RESULTS -> routineStatus(request, vehicle.routineRecord(id));
      default -> refuse(Uds.ROUTINE, Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    };
  }

  private byte[] startRoutine(byte[] request, int id) {
    if (session != Uds.EXTENDED_SESSION) {
      return refuse(Uds.ROUTINE, Refusal.SERVICE_NOT_IN_SESSION);
    }
    Optional<VehicleSpec.RoutineSpec.Lock> before =
        vehicle.spec().routines().stream()
            .filter(r -> r.id() == id)
            .flatMap(r -> Optional.ofNullable(r.lock()).stream())
            .findFirst();
    if (before.filter(b -> b == VehicleSpec.RoutineSpec.Lock.SEED && !lock.isOpen()).isPresent()) {
      return refuse(Uds.ROUTINE, Refusal.SECURITY_ACCESS_DENIED);
    }
    if (before
        .filter(b -> b == VehicleSpec.RoutineSpec.Lock.CERTIFICATE && !certificates.isOpen())
        .isPresent()) {
      return refuse(Uds.ROUTINE, Refusal.AUTHENTICATION_REQUIRED);
    }
    RoutineState started = vehicle.startRoutine(id).orElse(RoutineState.NOT_STARTED);
    return started == RoutineState.RUNNING
        ? routineStatus(request, new byte[] {(byte) started.code()})
        : refuse(Uds.ROUTINE, Refusal.CONDITIONS_NOT_CORRECT);
  }

  private static byte[] routineStatus(byte[] request, byte[] record) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(request[1] & 0x7F);
    out.write(request, 2, 2);
    out.writeBytes(record);
    return Uds.positive(Uds.ROUTINE, out.toByteArray());
  }
}
