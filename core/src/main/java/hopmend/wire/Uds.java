package hopmend.wire;

import hopmend.fault.StatusByte;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntFunction;

/** The services of ISO 14229-1 that the hops use: requests, and reading of the answers. */
public final class Uds {
  public static final int SESSION = 0x10;
  public static final int CLEAR = 0x14;
  public static final int READ_CODES = 0x19;
  public static final int READ_DATA = 0x22;
  public static final int SECURITY_ACCESS = 0x27;
  public static final int AUTHENTICATION = 0x29;
  public static final int ROUTINE = 0x31;
  public static final int TESTER_PRESENT = 0x3E;

  public static final int DEFAULT_SESSION = 0x01;
  public static final int EXTENDED_SESSION = 0x03;
  public static final int COUNT_BY_STATUS = 0x01;
  public static final int CODES_BY_STATUS = 0x02;
  public static final int SNAPSHOT = 0x04;
  public static final int PERMANENT_CODES = 0x15;

  /** The snapshot record that is asked for: the first one that was kept. */
  public static final int FIRST_SNAPSHOT = 0x01;

  public static final int SHOW_CERTIFICATE = 0x01;
  public static final int PROVE_OWNERSHIP = 0x03;

  public static final int ROUTINE_START = 0x01;
  public static final int ROUTINE_STOP = 0x02;
  public static final int ROUTINE_RESULTS = 0x03;
  public static final int VIN = 0xF190;

  /** The number under which the part is sold. */
  public static final int SPARE_PART_NUMBER = 0xF187;

  public static final int SOFTWARE_VERSION = 0xF189;

  /** What a controller calls itself: system name or engine type. */
  public static final int SYSTEM_NAME = 0xF197;

  /** Identifier of monitor readiness: 0xF400 + PID 01. */
  public static final int READINESS = 0xF401;

  public static final int GROUP_ALL = 0xFFFFFF;

  /** The codes of the emissions system. */
  public static final int GROUP_EMISSIONS = 0xFFFF33;

  /** Set in a sub-function, it asks for no answer where all is well. */
  public static final int SUPPRESS_POSITIVE = 0x80;

  public static final int RESPONSE_PENDING = Refusal.RESPONSE_PENDING.code();
  private static final int NEGATIVE = 0x7F;
  private static final int POSITIVE = 0x40;

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
    public Message words() {
      return Refusal.words(code);
    }
  }

  /** A code with its status as service 0x19 reports it. */
  public record StatusedCode(TroubleCode code, StatusByte status) {}

  /** The same as it travels: what the three bytes mean is told by the controller's format. */
  public record SentCode(int bytes, StatusByte status) {}

  /**
   * How a controller writes its codes.
   *
   * @param available which bits of the status it keeps
   * @param format the identifier as it was sent, see {@link CodeFormat}
   */
  public record CodesHeld(int available, int format, int count) {}

  /**
   * A snapshot record.
   *
   * @param values by identifier, in the order of the record
   * @param unread what begins with an identifier whose length nobody here knows; may be empty
   */
  public record Snapshot(Map<Integer, byte[]> values, byte[] unread) {
    public static final Snapshot NONE = new Snapshot(Map.of(), new byte[0]);

    public Snapshot {
      unread = unread.clone();
    }

    @Override
    public byte[] unread() {
      return unread.clone();
    }
  }

  public static byte[] session(int kind) {
    return bytes(SESSION, kind);
  }

  public static byte[] testerPresent() {
    return bytes(TESTER_PRESENT, 0);
  }

  /** Keeps a session open and asks for no answer. */
  public static byte[] stillThere() {
    return bytes(TESTER_PRESENT, SUPPRESS_POSITIVE);
  }

  /** How many codes there are, and how they are written. */
  public static byte[] countCodes(int statusMask) {
    return bytes(READ_CODES, COUNT_BY_STATUS, statusMask);
  }

  public static byte[] readCodes(int statusMask) {
    return bytes(READ_CODES, CODES_BY_STATUS, statusMask);
  }

  public static byte[] readPermanentCodes() {
    return bytes(READ_CODES, PERMANENT_CODES);
  }

  /** The conditions that are kept beside a code, which is named by its three bytes. */
  public static byte[] readSnapshot(int c) {
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

  public static byte[] clear(int group) {
    return bytes(CLEAR, group >> 16, group >> 8, group);
  }

  public static byte[] readData(int identifier) {
    return bytes(READ_DATA, identifier >> 8, identifier);
  }

  public static byte[] routine(int control, int routineId) {
    return bytes(ROUTINE, control, routineId >> 8, routineId);
  }

  /**
   * Asks for the seed of a controller's lock.
   *
   * @param level 1, 3, 5 and so on; its key goes by the next number
   */
  public static byte[] requestSeed(int level) {
    return bytes(SECURITY_ACCESS, level);
  }

  public static byte[] sendKey(int level, byte[] key) {
    return ByteBuffer.allocate(2 + key.length)
        .put(bytes(SECURITY_ACCESS, level + 1))
        .put(key)
        .array();
  }

  /** The seed of a positive answer to service 0x27. */
  public static byte[] seed(Positive answer, int level) {
    byte[] data = answer.data();
    if (data.length < 2 || (data[0] & 0xFF) != level) {
      throw new WireException("A seed of %d bytes is cut off".formatted(data.length));
    }
    return Arrays.copyOfRange(data, 1, data.length);
  }

  /** A seed of zeros says that the lock is open already. */
  public static boolean isOpen(byte[] seed) {
    for (byte b : seed) {
      if (b != 0) {
        return false;
      }
    }
    return true;
  }

  /**
   * Shows the tester's certificate: service 0x29 01, verified one way, without a challenge of the
   * tester's own (ISO 14229-1:2020, from memory).
   */
  public static byte[] showCertificate(byte[] certificate) {
    return ByteBuffer.allocate(7 + certificate.length)
        .put(bytes(AUTHENTICATION, SHOW_CERTIFICATE, 0))
        .putShort((short) certificate.length)
        .put(certificate)
        .putShort((short) 0)
        .array();
  }

  /** The challenge of a positive answer to a certificate: result, length, challenge. */
  public static byte[] challenge(Positive answer) {
    byte[] data = answer.data();
    int length = data.length < 4 ? -1 : (data[2] & 0xFF) << 8 | data[3] & 0xFF;
    if (length < 0 || data.length < 4 + length) {
      throw new WireException("A challenge of %d bytes is cut off".formatted(data.length));
    }
    return Arrays.copyOfRange(data, 4, 4 + length);
  }

  public static byte[] proveOwnership(byte[] proof) {
    return ByteBuffer.allocate(6 + proof.length)
        .put(bytes(AUTHENTICATION, PROVE_OWNERSHIP))
        .putShort((short) proof.length)
        .put(proof)
        .putShort((short) 0)
        .array();
  }

  /**
   * The answer to service 0x22 of a controller that has these values; those that it has not are
   * left out, and a request for none that it has is refused, as ISO 14229-1 has it.
   */
  public static byte[] dataAnswer(byte[] request, IntFunction<Optional<byte[]>> value) {
    if (request.length < 3 || request.length % 2 == 0) {
      return negative(READ_DATA, Refusal.INCORRECT_LENGTH_OR_FORMAT.code());
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 1; i < request.length; i += 2) {
      Optional<byte[]> told = value.apply((request[i] & 0xFF) << 8 | request[i + 1] & 0xFF);
      if (told.isPresent()) {
        out.write(request, i, 2);
        out.writeBytes(told.get());
      }
    }
    return out.size() == 0
        ? negative(READ_DATA, Refusal.REQUEST_OUT_OF_RANGE.code())
        : positive(READ_DATA, out.toByteArray());
  }

  /**
   * A list of codes as service 0x19 tells it.
   *
   * @param available which bits of the status the controller keeps
   */
  public static byte[] codesAnswer(int subFunction, int available, List<SentCode> codes) {
    ByteBuffer out = ByteBuffer.allocate(2 + 4 * codes.size());
    out.put((byte) subFunction).put((byte) available);
    codes.forEach(c -> out.putInt(c.bytes() << 8 | c.status().bits()));
    return positive(READ_CODES, out.array());
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
   * Whether an answer is the one to a request: what ISO 14229-1 has echoed must be echoed. A
   * refusal tells the service alone.
   */
  public static boolean belongs(byte[] request, byte[] answer) {
    int asked = request[0] & 0xFF;
    if (answer.length >= 2 && (answer[0] & 0xFF) == NEGATIVE) {
      return (answer[1] & 0xFF) == asked;
    }
    if (answer.length == 0 || (answer[0] & 0xFF) != asked + POSITIVE) {
      return false;
    }
    return switch (asked) {
      case READ_DATA -> beginsWithOneOf(request, answer);
      case ROUTINE -> echoes(request, answer, 3);
      case READ_CODES ->
          echoes(request, answer, 1)
              && ((request[1] & 0xFF) != SNAPSHOT
                  || answer.length < 5
                  || Arrays.equals(request, 2, 5, answer, 2, 5));
      case SESSION, TESTER_PRESENT, SECURITY_ACCESS, AUTHENTICATION -> echoes(request, answer, 1);
      default -> true;
    };
  }

  private static boolean echoes(byte[] request, byte[] answer, int bytes) {
    if (answer.length < 1 + bytes) {
      return false;
    }
    boolean first = (answer[1] & 0x7F) == (request[1] & 0x7F);
    return first && Arrays.equals(request, 2, 1 + bytes, answer, 2, 1 + bytes);
  }

  /** A controller that lacks some of several identifiers may leave them out. */
  private static boolean beginsWithOneOf(byte[] request, byte[] answer) {
    for (int i = 1; i + 1 < request.length && answer.length >= 3; i += 2) {
      if (request[i] == answer[1] && request[i + 1] == answer[2]) {
        return true;
      }
    }
    return false;
  }

  /**
   * Reads a positive answer to service 0x19 01: sub-function, availability mask, format, count.
   *
   * @throws WireException if it is cut off
   */
  public static CodesHeld codesHeld(Positive answer) {
    byte[] data = answer.data();
    if (data.length != 5 || (data[0] & 0xFF) != COUNT_BY_STATUS) {
      throw new WireException("A count of codes has 5 bytes, not " + data.length);
    }
    return new CodesHeld(data[1] & 0xFF, data[2] & 0xFF, (data[3] & 0xFF) << 8 | data[4] & 0xFF);
  }

  /**
   * Reads the codes of a positive answer to service 0x19: sub-function, availability mask, then
   * three bytes of code and one of status each. Bits of the status that the controller does not
   * keep are left out.
   */
  public static List<SentCode> codes(Positive answer, int subFunction) {
    byte[] data = answer.data();
    boolean none = data.length == 1 && (data[0] & 0xFF) == subFunction;
    if (none) {
      return List.of();
    }
    if (data.length < 2 || (data[0] & 0xFF) != subFunction || (data.length - 2) % 4 != 0) {
      throw new WireException("A list of codes of %d bytes is cut off".formatted(data.length));
    }
    List<SentCode> codes = new ArrayList<>();
    for (int i = 2; i < data.length; i += 4) {
      int code = (data[i] & 0xFF) << 16 | (data[i + 1] & 0xFF) << 8 | data[i + 2] & 0xFF;
      codes.add(new SentCode(code, new StatusByte(data[i + 3] & data[1] & 0xFF)));
    }
    return codes;
  }

  /**
   * The values of a snapshot record: code, status, record number, count of identifiers, then each
   * identifier with its data. The length of the data is known per identifier only, so from the
   * first unknown one on the rest is kept as bytes.
   *
   * @param code its three bytes
   * @param lengths how many bytes an identifier has
   * @return {@link Snapshot#NONE} if no record is kept
   */
  public static Snapshot snapshot(Positive answer, int code, IntFunction<OptionalInt> lengths) {
    byte[] data = answer.data();
    if (data.length < 5 || (data[0] & 0xFF) != SNAPSHOT) {
      throw new WireException("A snapshot of %d bytes is cut off".formatted(data.length));
    }
    int about = (data[1] & 0xFF) << 16 | (data[2] & 0xFF) << 8 | data[3] & 0xFF;
    if (about != code) {
      throw new WireException("The snapshot is about another code, 0x%06X".formatted(about));
    }
    return data.length < 7 ? Snapshot.NONE : values(data, 7, lengths);
  }

  /** The values of an answer to several identifiers, by identifier in the order of the answer. */
  public static Map<Integer, byte[]> allDataOf(Positive answer, IntFunction<OptionalInt> lengths) {
    return values(answer.data(), 0, lengths).values();
  }

  private static Snapshot values(byte[] data, int from, IntFunction<OptionalInt> lengths) {
    Map<Integer, byte[]> values = new LinkedHashMap<>();
    int at = from;
    while (at + 2 <= data.length) {
      int identifier = (data[at] & 0xFF) << 8 | data[at + 1] & 0xFF;
      OptionalInt length = lengths.apply(identifier);
      if (length.isEmpty()) {
        break;
      }
      int end = at + 2 + length.getAsInt();
      if (end > data.length) {
        throw new WireException("The value of 0x%04X is cut off".formatted(identifier));
      }
      values.put(identifier, Arrays.copyOfRange(data, at + 2, end));
      at = end;
    }
    return new Snapshot(values, Arrays.copyOfRange(data, at, data.length));
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
