package hopmend.bus;

import hopmend.fault.J1939Code;
import hopmend.fault.StatusByte;
import hopmend.sensor.LiveSignal;
import hopmend.wire.CodeFormat;
import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A controller that speaks SAE J1939, asked as if it knew the services of ISO 14229-1 (groups from
 * memory): active codes are DM1, those that were active DM2, pending ones DM6, permanent ones DM28;
 * DM11 clears the active ones and DM3 the others; live values are what it sends by itself.
 */
public final class TruckServices extends OlderServices {
  public static final int REQUEST = 0xEA00;
  public static final int ACKNOWLEDGEMENT = 0xE800;
  public static final int ADDRESS_CLAIMED = 0xEE00;
  public static final int ACTIVE_CODES = 0xFECA;
  public static final int EARLIER_CODES = 0xFECB;
  public static final int CLEAR_EARLIER = 0xFECC;
  public static final int PENDING_CODES = 0xFECF;
  public static final int CLEAR_ACTIVE = 0xFED3;
  public static final int PERMANENT_CODES = 0xFD80;
  public static final int VEHICLE_NUMBER = 0xFEEC;
  public static final int COMPONENT = 0xFEEB;
  public static final int SOFTWARE = 0xFEDA;

  /** What an acknowledgement says (SAE J1939-21, from memory). */
  private static final int DONE = 0;

  private static final int ACCESS_DENIED = 2;

  /** Bits of the status of ISO 14229-1. */
  private static final int FAILS_NOW = 0x01;

  private static final int IS_PENDING = 0x04;
  private static final int IS_CONFIRMED = 0x08;
  private static final int FAILED_SINCE_CLEARING = 0x20;
  private static final int KEPT_BITS =
      FAILS_NOW | IS_PENDING | IS_CONFIRMED | FAILED_SINCE_CLEARING;

  private static final List<Integer> CODES =
      List.of(ACTIVE_CODES, PENDING_CODES, EARLIER_CODES, PERMANENT_CODES);
  private static final int FIRST_BITMAP = 0xF400;
  private static final int LAST_BITMAP = 0xF5E0;

  /** Asks the controller. */
  public interface Asking {
    /** The latest message of a group; asked for where it did not come by itself. */
    Optional<byte[]> group(int group);

    /**
     * Wants something done.
     *
     * @return the first byte of the acknowledgement, 0 for done; empty where nothing is said
     */
    Optional<Integer> command(int group);
  }

  private final Asking asking;

  public TruckServices(Asking asking) {
    this.asking = asking;
  }

  /** Whether a group tells codes: one that is lost must not look like one that is empty. */
  public static boolean holdsCodes(int group) {
    return CODES.contains(group);
  }

  /** The three bytes of a request for a group, lowest first. */
  public static byte[] request(int group) {
    return new byte[] {(byte) group, (byte) (group >> 8), (byte) (group >> 16)};
  }

  // Data

  @Override
  Optional<byte[]> value(int identifier) {
    return switch (identifier) {
      case Uds.VIN -> field(VEHICLE_NUMBER, 0);
      case Uds.SPARE_PART_NUMBER -> field(COMPONENT, 1);
      case Uds.SOFTWARE_VERSION ->
          asking.group(SOFTWARE).filter(d -> d.length > 1).flatMap(d -> field(d, 1, 0));
      default ->
          LiveSignal.byIdentifier(identifier)
              .flatMap(this::live)
              .or(() -> Optional.of(identifier).filter(this::isBitmap).map(this::bitmap));
    };
  }

  private Optional<byte[]> live(LiveSignal signal) {
    return TruckSignal.of(signal)
        .flatMap(s -> asking.group(s.group()).flatMap(s::read))
        .map(signal::encode);
  }

  private boolean isBitmap(int identifier) {
    return identifier >= FIRST_BITMAP && identifier <= LAST_BITMAP && identifier % 0x20 == 0;
  }

  /** Which of the next 32 values it sends; there is always a next bitmap until the last. */
  private byte[] bitmap(int from) {
    int bits = from < LAST_BITMAP ? 1 : 0;
    for (TruckSignal s : TruckSignal.values()) {
      int place = s.live().identifier() - from;
      if (place >= 1 && place < 32 && live(s.live()).isPresent()) {
        bits |= 1 << 32 - place;
      }
    }
    return ByteBuffer.allocate(4).putInt(bits).array();
  }

  /** Fields end with an asterisk. */
  private Optional<byte[]> field(int group, int number) {
    return asking.group(group).flatMap(d -> field(d, 0, number));
  }

  private static Optional<byte[]> field(byte[] data, int from, int number) {
    String[] fields =
        new String(data, from, data.length - from, StandardCharsets.ISO_8859_1).split("\\*");
    return Optional.of(number < fields.length ? fields[number].strip() : "")
        .filter(f -> !f.isEmpty())
        .map(f -> f.getBytes(StandardCharsets.ISO_8859_1));
  }

  // Codes

  @Override
  byte[] codes(byte[] request) {
    int kind = request.length < 2 ? 0 : request[1] & 0x7F;
    return switch (kind) {
      case Uds.COUNT_BY_STATUS ->
          Uds.positive(
              Uds.READ_CODES,
              new byte[] {(byte) kind, (byte) KEPT_BITS, (byte) layout().code(), 0, 0});
      case Uds.CODES_BY_STATUS -> byStatus(request[2] & 0xFF);
      case Uds.PERMANENT_CODES ->
          read(PERMANENT_CODES)
              .map(codes -> list(kind, merged(new LinkedHashMap<>(), codes, IS_CONFIRMED)))
              .orElseGet(() -> refuse(Uds.READ_CODES, Refusal.SUB_FUNCTION_NOT_SUPPORTED));
      default -> refuse(Uds.READ_CODES, Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    };
  }

  /**
   * SPN and FMI, where it says so: a conversion bit that is set may mean any of three older
   * layouts, and which of them nobody tells.
   */
  private CodeFormat layout() {
    boolean old =
        CODES.stream()
            .flatMap(group -> read(group).orElse(List.of()).stream())
            .anyMatch(J1939Code::oldConversion);
    return old ? CodeFormat.OF_THE_MAKER : CodeFormat.SPN_FMI;
  }

  /** Codes that were active are told whatever is asked for: nothing else would tell them. */
  private byte[] byStatus(int mask) {
    Optional<List<J1939Code>> active = read(ACTIVE_CODES);
    if (active.isEmpty()) {
      return refuse(Uds.READ_CODES, Refusal.CONDITIONS_NOT_CORRECT);
    }
    Map<Integer, Integer> status =
        merged(new LinkedHashMap<>(), active.get(), FAILS_NOW | IS_CONFIRMED);
    merged(status, read(PENDING_CODES).orElse(List.of()), IS_PENDING);
    status.values().removeIf(s -> (s & mask) == 0);
    merged(status, read(EARLIER_CODES).orElse(List.of()), FAILED_SINCE_CLEARING);
    return list(Uds.CODES_BY_STATUS, status);
  }

  private static Map<Integer, Integer> merged(
      Map<Integer, Integer> status, List<J1939Code> codes, int bits) {
    codes.forEach(c -> status.merge(CodeFormat.SPN_FMI.encode(c.code()), bits, (a, b) -> a | b));
    return status;
  }

  private static byte[] list(int kind, Map<Integer, Integer> codes) {
    List<Uds.SentCode> sent = new ArrayList<>();
    codes.forEach((c, status) -> sent.add(new Uds.SentCode(c, new StatusByte(status))));
    return Uds.codesAnswer(kind, KEPT_BITS, sent);
  }

  private Optional<List<J1939Code>> read(int group) {
    return asking.group(group).map(d -> TruckCodes.read(d).codes());
  }

  // Clearing

  @Override
  byte[] clear(int group) {
    if (group != Uds.GROUP_ALL) {
      return refuse(Uds.CLEAR, Refusal.REQUEST_OUT_OF_RANGE);
    }
    // the active ones last: what is acknowledged then is all that was wanted
    asking.command(CLEAR_EARLIER);
    int said =
        asking.command(CLEAR_ACTIVE).orElseThrow(() -> new WireException("it did not acknowledge"));
    return switch (said) {
      case DONE -> Uds.positive(Uds.CLEAR, new byte[0]);
      case ACCESS_DENIED -> refuse(Uds.CLEAR, Refusal.SECURITY_ACCESS_DENIED);
      default -> refuse(Uds.CLEAR, Refusal.CONDITIONS_NOT_CORRECT);
    };
  }
}
