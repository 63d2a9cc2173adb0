package hopmend.wire;

import hopmend.fault.StatusByte;
import hopmend.fault.TroubleCode;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.function.IntFunction;

/** The services of ISO 14229-1 that the hops use: requests, and reading of the answers. */
public final class Uds {
  public static final int SESSION = 0x10;
  public static final int CLEAR = 0x14;
  public static final int READ_CODES = 0x19;
  public static final int READ_DATA = 0x22;
  public static final int ROUTINE = 0x31;
  public static final int TESTER_PRESENT = 0x3E;

  public static final int DEFAULT_SESSION = 0x01;
  public static final int EXTENDED_SESSION = 0x03;
  public static final int CODES_BY_STATUS = 0x02;
  public static final int SNAPSHOT = 0x04;
  public static final int PERMANENT_CODES = 0x15;

  /** The snapshot record that is asked for: the first one that was kept. */
  public static final int FIRST_SNAPSHOT = 0x01;

  public static final int ROUTINE_START = 0x01;
  public static final int ROUTINE_RESULTS = 0x03;
  public static final int VIN = 0xF190;

  /** Identifier of monitor readiness: 0xF400 + PID 01. */
  public static final int READINESS = 0xF401;

  public static final int GROUP_ALL = 0xFFFFFF;
  public static final int RESPONSE_PENDING = 0x78;
  private static final int NEGATIVE = 0x7F;
  private static final int POSITIVE = 0x40;

  private static final Map<Integer, String> REFUSALS =
      Map.of(
          0x10,
          "general reject",
          0x11,
          "service not supported",
          0x12,
          "sub-function not supported",
          0x13,
          "incorrect message length or format",
          0x21,
          "busy, repeat request",
          0x22,
          "conditions not correct",
          0x24,
          "request sequence error",
          0x31,
          "request out of range",
          0x33,
          "security access denied",
          RESPONSE_PENDING,
          "response pending");

  private Uds() {}

  /** An answer of the vehicle. */
  public sealed interface Answer {}

  /** Accepted; the bytes behind the service byte. */
  public record Positive(int service, byte[] data) implements Answer {
    public Positive {
      data = data.clone();
    }

    @Override
    public byte[] data() {
      return data.clone();
    }

    @Override
    public boolean equals(Object o) {
      return o instanceof Positive p && p.service == service && Arrays.equals(p.data, data);
    }

    @Override
    public int hashCode() {
      return 31 * service + Arrays.hashCode(data);
    }
  }

  /** Refused, with the code of the refusal. */
  public record Negative(int service, int code) implements Answer {
    public String words() {
      return REFUSALS.getOrDefault(code, "refusal 0x%02X".formatted(code));
    }
  }

  /** A code with its status as service 0x19 reports it. */
  public record StatusedCode(TroubleCode code, StatusByte status) {}

  public static byte[] session(int kind) {
    return bytes(SESSION, kind);
  }

  public static byte[] testerPresent() {
    return bytes(TESTER_PRESENT, 0);
  }

  public static byte[] readCodes(int statusMask) {
    return bytes(READ_CODES, CODES_BY_STATUS, statusMask);
  }

  public static byte[] readPermanentCodes() {
    return bytes(READ_CODES, PERMANENT_CODES);
  }

  /** The conditions that are kept beside a code. */
  public static byte[] readSnapshot(TroubleCode code) {
    int c = code.threeBytes();
    return bytes(READ_CODES, SNAPSHOT, c >> 16, c >> 8, c, FIRST_SNAPSHOT);
  }

  /** Several identifiers in one request; the answer brings them in the same order. */
  public static byte[] readData(List<Integer> identifiers) {
    int[] request = new int[1 + 2 * identifiers.size()];
    request[0] = READ_DATA;
    for (int i = 0; i < identifiers.size(); i++) {
      request[1 + 2 * i] = identifiers.get(i) >> 8;
      request[2 + 2 * i] = identifiers.get(i);
    }
    return bytes(request);
  }

  public static byte[] clearAll() {
    return bytes(CLEAR, GROUP_ALL >> 16, GROUP_ALL >> 8, GROUP_ALL);
  }

  public static byte[] readData(int identifier) {
    return bytes(READ_DATA, identifier >> 8, identifier);
  }

  public static byte[] routine(int control, int routineId) {
    return bytes(ROUTINE, control, routineId >> 8, routineId);
  }

  private static byte[] bytes(int... values) {
    byte[] bytes = new byte[values.length];
    for (int i = 0; i < values.length; i++) {
      bytes[i] = (byte) values[i];
    }
    return bytes;
  }

  public static byte[] positive(int service, byte[] data) {
    return ByteBuffer.allocate(1 + data.length).put((byte) (service + POSITIVE)).put(data).array();
  }

  public static byte[] negative(int service, int code) {
    return bytes(NEGATIVE, service, code);
  }

  /**
   * Reads an answer to a request.
   *
   * @throws WireException if it answers another service or is cut off
   */
  public static Answer answer(byte[] request, byte[] answer) {
    if (answer.length == 0) {
      throw new WireException("The answer is empty");
    }
    int first = answer[0] & 0xFF;
    int asked = request[0] & 0xFF;
    if (first == NEGATIVE) {
      if (answer.length < 3 || (answer[1] & 0xFF) != asked) {
        throw new WireException(
            "A refusal that does not belong to service 0x%02X".formatted(asked));
      }
      return new Negative(asked, answer[2] & 0xFF);
    }
    if (first != asked + POSITIVE) {
      throw new WireException(
          "Service 0x%02X was asked, the answer begins with 0x%02X".formatted(asked, first));
    }
    return new Positive(asked, Arrays.copyOfRange(answer, 1, answer.length));
  }

  /**
   * Reads the codes of a positive answer to service 0x19: sub-function, availability mask, then
   * three bytes of code and one of status each.
   */
  public static List<StatusedCode> codes(Positive answer, int subFunction) {
    byte[] data = answer.data();
    if (data.length < 2 || (data[0] & 0xFF) != subFunction || (data.length - 2) % 4 != 0) {
      throw new WireException("A list of codes of %d bytes is cut off".formatted(data.length));
    }
    List<StatusedCode> codes = new ArrayList<>();
    for (int i = 2; i < data.length; i += 4) {
      int code = (data[i] & 0xFF) << 16 | (data[i + 1] & 0xFF) << 8 | data[i + 2] & 0xFF;
      codes.add(
          new StatusedCode(TroubleCode.ofThreeBytes(code), new StatusByte(data[i + 3] & 0xFF)));
    }
    return codes;
  }

  /**
   * The values of a snapshot record: code, status, record number, count of identifiers, then each
   * identifier with its data. The length of the data is known per identifier only, so reading ends
   * at the first unknown one.
   *
   * @param lengths how many bytes an identifier has
   * @return the data by identifier, in the order of the record; empty if no record is kept
   */
  public static Map<Integer, byte[]> snapshot(
      Positive answer, TroubleCode code, IntFunction<OptionalInt> lengths) {
    byte[] data = answer.data();
    if (data.length < 5 || (data[0] & 0xFF) != SNAPSHOT) {
      throw new WireException("A snapshot of %d bytes is cut off".formatted(data.length));
    }
    int about = (data[1] & 0xFF) << 16 | (data[2] & 0xFF) << 8 | data[3] & 0xFF;
    if (about != code.threeBytes()) {
      throw new WireException("The snapshot is not about " + code.text());
    }
    return data.length < 7 ? Map.of() : values(data, 7, lengths);
  }

  /** The values of an answer to several identifiers, by identifier in the order of the answer. */
  public static Map<Integer, byte[]> allDataOf(Positive answer, IntFunction<OptionalInt> lengths) {
    return values(answer.data(), 0, lengths);
  }

  private static Map<Integer, byte[]> values(
      byte[] data, int from, IntFunction<OptionalInt> lengths) {
    Map<Integer, byte[]> values = new LinkedHashMap<>();
    int at = from;
    while (at + 2 <= data.length) {
      int identifier = (data[at] & 0xFF) << 8 | data[at + 1] & 0xFF;
      OptionalInt length = lengths.apply(identifier);
      if (length.isEmpty()) {
        return values;
      }
      int end = at + 2 + length.getAsInt();
      if (end > data.length) {
        throw new WireException("The value of 0x%04X is cut off".formatted(identifier));
      }
      values.put(identifier, Arrays.copyOfRange(data, at + 2, end));
      at = end;
    }
    return values;
  }

  /** The bytes behind the identifier of a positive answer to service 0x22. */
  public static byte[] dataOf(Positive answer, int identifier) {
    byte[] data = answer.data();
    if (data.length < 2 || ((data[0] & 0xFF) << 8 | data[1] & 0xFF) != identifier) {
      throw new WireException("The answer is not about identifier 0x%04X".formatted(identifier));
    }
    return Arrays.copyOfRange(data, 2, data.length);
  }

  /** The status bytes of a positive answer to service 0x31. */
  public static byte[] routineStatus(Positive answer, int control, int routineId) {
    byte[] data = answer.data();
    if (data.length < 3
        || (data[0] & 0xFF) != control
        || ((data[1] & 0xFF) << 8 | data[2] & 0xFF) != routineId) {
      throw new WireException("The answer is not about routine 0x%04X".formatted(routineId));
    }
    return Arrays.copyOfRange(data, 3, data.length);
  }
}
