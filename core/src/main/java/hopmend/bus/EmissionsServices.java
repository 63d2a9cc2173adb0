package hopmend.bus;

import hopmend.fault.StatusByte;
import hopmend.sensor.LiveSignal;
import hopmend.wire.CodeFormat;
import hopmend.wire.Refusal;
import hopmend.wire.Supported;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A controller that knows the services of SAE J1979 alone, asked as if it knew those of ISO
 * 14229-1: stored, pending and permanent codes are services 0x03, 0x07 and 0x0A, live values 0x01,
 * the frozen ones 0x02, clearing 0x04, what it is 0x09. What the old services do not know, sessions
 * and routines, is refused as not supported.
 */
public final class EmissionsServices extends OlderServices {
  private static final int LIVE = 0x01;
  private static final int FROZEN = 0x02;
  private static final int STORED = 0x03;
  private static final int CLEAR = 0x04;
  private static final int PENDING = 0x07;
  private static final int ABOUT = 0x09;
  private static final int PERMANENT = 0x0A;
  private static final int POSITIVE = 0x40;
  private static final int NEGATIVE = 0x7F;

  private static final int MOST_AT_ONCE = 6;
  private static final int VIN = 0x02;
  private static final int CALIBRATION = 0x04;
  private static final int NAME = 0x0A;
  private static final int CODE_OF_THE_FRAME = 0x02;

  /** Bits of the status of ISO 14229-1: pending, confirmed. */
  private static final int IS_PENDING = 0x04;

  private static final int IS_CONFIRMED = 0x08;
  private static final int KEPT_BITS = IS_PENDING | IS_CONFIRMED;

  /** Asks the controller for an old service; empty where it says nothing. */
  public interface Asking {
    Optional<byte[]> ask(byte[] request);
  }

  private final Asking asking;

  /** Whether it has been found not to take several live values at once. */
  private boolean oneByOne;

  public EmissionsServices(Asking asking) {
    this.asking = asking;
  }

  /** Whether a request reads codes: an answer that is lost must not look like an empty one. */
  public static boolean readsCodes(byte[] request) {
    int service = request[0];
    return service == STORED || service == PENDING || service == PERMANENT;
  }

  /** What stands behind the echo of a positive answer; empty for silence and refusals. */
  private Optional<byte[]> told(int... request) {
    byte[] bytes = bytes(request);
    return asking
        .ask(bytes)
        .filter(a -> a.length > 0 && (a[0] & 0xFF) == request[0] + POSITIVE)
        .map(a -> Arrays.copyOfRange(a, 1, a.length));
  }

  private static byte[] bytes(int... values) {
    byte[] bytes = new byte[values.length];
    for (int i = 0; i < values.length; i++) {
      bytes[i] = (byte) values[i];
    }
    return bytes;
  }

  // Data

  /**
   * Live values are asked for six at a time, as CAN allows; what is left out then is not there. A
   * controller that tells none so is asked for one after the other.
   */
  @Override
  byte[] data(byte[] request) {
    List<Integer> pids = new ArrayList<>();
    for (int i = 1; i + 1 < request.length; i += 2) {
      int identifier = (request[i] & 0xFF) << 8 | request[i + 1] & 0xFF;
      if (identifier >> 8 == 0xF4 && LiveSignal.lengthOf(identifier).isPresent()) {
        pids.add(identifier & 0xFF);
      }
    }
    Map<Integer, byte[]> values = new LinkedHashMap<>();
    for (int i = 0; !oneByOne && pids.size() > 1 && i < pids.size(); i += MOST_AT_ONCE) {
      values.putAll(together(pids.subList(i, Math.min(pids.size(), i + MOST_AT_ONCE))));
    }
    oneByOne |= pids.size() > 1 && values.isEmpty();
    return values.isEmpty()
        ? super.data(request)
        : Uds.dataAnswer(
            request,
            identifier ->
                pids.contains(identifier & 0xFF) && identifier >> 8 == 0xF4
                    ? Optional.ofNullable(values.get(identifier & 0xFF))
                    : value(identifier));
  }

  /** The values of one answer, each behind its number; empty where it does not read. */
  private Map<Integer, byte[]> together(List<Integer> pids) {
    int[] request = new int[1 + pids.size()];
    request[0] = LIVE;
    for (int i = 0; i < pids.size(); i++) {
      request[1 + i] = pids.get(i);
    }
    Map<Integer, byte[]> values = new LinkedHashMap<>();
    byte[] told = told(request).orElse(new byte[0]);
    int at = 0;
    while (at < told.length) {
      int pid = told[at] & 0xFF;
      int end = at + 1 + LiveSignal.lengthOf(0xF400 + pid).orElse(told.length);
      if (!pids.contains(pid) || end > told.length) {
        return Map.of();
      }
      values.put(pid, Arrays.copyOfRange(told, at + 1, end));
      at = end;
    }
    return values;
  }

  @Override
  Optional<byte[]> value(int identifier) {
    return switch (identifier) {
      case Uds.VIN -> about(VIN);
      case Uds.SYSTEM_NAME -> about(NAME);
      case Uds.SOFTWARE_VERSION -> about(CALIBRATION);
      default -> identifier >> 8 == 0xF4 ? live(identifier & 0xFF) : Optional.empty();
    };
  }

  private Optional<byte[]> live(int pid) {
    return told(LIVE, pid)
        .filter(a -> a.length > 1 && (a[0] & 0xFF) == pid)
        .map(a -> Arrays.copyOfRange(a, 1, a.length));
  }

  /** On CAN a count of items stands before them; texts are filled with zeros, before or behind. */
  private Optional<byte[]> about(int item) {
    return told(ABOUT, item)
        .filter(a -> a.length > 2 && (a[0] & 0xFF) == item)
        .map(a -> text(Arrays.copyOfRange(a, 2, a.length)))
        .filter(t -> t.length > 0);
  }

  private static byte[] text(byte[] filled) {
    ByteArrayOutputStream text = new ByteArrayOutputStream();
    for (byte b : filled) {
      if (b != 0) {
        text.write(b);
      }
    }
    return text.toByteArray();
  }

  // Codes

  @Override
  byte[] codes(byte[] request) {
    int kind = request.length < 2 ? 0 : request[1] & 0x7F;
    return switch (kind) {
      case Uds.COUNT_BY_STATUS -> {
        int held = read(STORED).orElse(List.of()).size();
        yield Uds.positive(
            Uds.READ_CODES, bytes(kind, KEPT_BITS, CodeFormat.TWO_BYTES.code(), held >> 8, held));
      }
      case Uds.CODES_BY_STATUS -> byStatus(request[2] & 0xFF);
      case Uds.PERMANENT_CODES ->
          read(PERMANENT)
              .map(held -> list(kind, statused(held, IS_CONFIRMED)))
              .orElseGet(() -> refuse(Uds.READ_CODES, Refusal.SUB_FUNCTION_NOT_SUPPORTED));
      case Uds.SNAPSHOT -> snapshot(request);
      default -> refuse(Uds.READ_CODES, Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    };
  }

  private byte[] byStatus(int mask) {
    Optional<List<Integer>> stored = read(STORED);
    if (stored.isEmpty()) {
      return refuse(Uds.READ_CODES, Refusal.CONDITIONS_NOT_CORRECT);
    }
    Map<Integer, Integer> status = statused(stored.get(), IS_CONFIRMED);
    read(PENDING).orElse(List.of()).forEach(c -> status.merge(c, IS_PENDING, (a, b) -> a | b));
    status.values().removeIf(s -> (s & mask) == 0);
    return list(Uds.CODES_BY_STATUS, status);
  }

  private static Map<Integer, Integer> statused(List<Integer> codes, int status) {
    Map<Integer, Integer> all = new LinkedHashMap<>();
    codes.forEach(c -> all.put(c, status));
    return all;
  }

  private static byte[] list(int kind, Map<Integer, Integer> codes) {
    List<Uds.SentCode> sent = new ArrayList<>();
    codes.forEach((c, status) -> sent.add(new Uds.SentCode(c << 8, new StatusByte(status))));
    return Uds.codesAnswer(kind, KEPT_BITS, sent);
  }

  /** Codes of two bytes behind their count; two zeros are none. Empty where it does not answer. */
  private Optional<List<Integer>> read(int service) {
    return told(service)
        .map(
            a -> {
              List<Integer> codes = new ArrayList<>();
              for (int i = 1; i + 1 < a.length; i += 2) {
                int code = (a[i] & 0xFF) << 8 | a[i + 1] & 0xFF;
                if (code != 0) {
                  codes.add(code);
                }
              }
              return codes;
            });
  }

  /** There is one frame of conditions; it tells itself to which code it belongs. */
  private byte[] snapshot(byte[] request) {
    int asked = (request[2] & 0xFF) << 8 | request[3] & 0xFF;
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(request, 1, 4);
    out.write(IS_CONFIRMED);
    Optional<byte[]> whose = frozen(CODE_OF_THE_FRAME);
    if (whose.filter(w -> w.length == 2 && code(w) == asked).isPresent()) {
      Map<Integer, byte[]> values = new LinkedHashMap<>();
      Set<Integer> there = frozenOnes();
      for (LiveSignal s : LiveSignal.values()) {
        if (there.contains(s.identifier())) {
          frozen(s.identifier() & 0xFF).ifPresent(v -> values.put(s.identifier(), v));
        }
      }
      out.write(Uds.FIRST_SNAPSHOT);
      out.write(values.size());
      values.forEach(
          (identifier, value) -> {
            out.write(identifier >> 8);
            out.write(identifier);
            out.writeBytes(value);
          });
    }
    return Uds.positive(Uds.READ_CODES, out.toByteArray());
  }

  private static int code(byte[] two) {
    return (two[0] & 0xFF) << 8 | two[1] & 0xFF;
  }

  /** Which values are frozen, as its bitmaps tell. */
  private Set<Integer> frozenOnes() {
    return Supported.told(identifier -> frozen(identifier & 0xFF))
        .map(Supported::identifiers)
        .orElse(Set.of());
  }

  private Optional<byte[]> frozen(int pid) {
    return told(FROZEN, pid, 0)
        .filter(a -> a.length > 2 && (a[0] & 0xFF) == pid)
        .map(a -> Arrays.copyOfRange(a, 2, a.length));
  }

  // Clearing

  @Override
  byte[] clear(int group) {
    if (group != Uds.GROUP_ALL && group != Uds.GROUP_EMISSIONS) {
      return refuse(Uds.CLEAR, Refusal.REQUEST_OUT_OF_RANGE);
    }
    byte[] answer =
        asking.ask(bytes(CLEAR)).orElseThrow(() -> new WireException("it did not acknowledge"));
    if ((answer[0] & 0xFF) == CLEAR + POSITIVE) {
      return Uds.positive(Uds.CLEAR, new byte[0]);
    }
    boolean told = answer.length > 2 && (answer[0] & 0xFF) == NEGATIVE;
    return Uds.negative(Uds.CLEAR, told ? answer[2] & 0xFF : Refusal.CONDITIONS_NOT_CORRECT.code());
  }
}
