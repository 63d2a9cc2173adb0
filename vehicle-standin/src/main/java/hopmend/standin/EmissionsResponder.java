package hopmend.standin;

import hopmend.fault.StatusByte.Bit;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Answers the services of SAE J1979 for a controller, from what it would say by ISO 14229-1. */
final class EmissionsResponder implements EmissionsNode.Answering {
  private static final byte[] SILENCE = new byte[0];
  private static final int MOST_AT_ONCE = 6;
  private static final int CODE_OF_THE_FRAME = 0x02;
  private static final int NAME_BYTES = 20;
  private static final int CALIBRATION_BYTES = 16;

  private final UdsResponder unit;

  EmissionsResponder(UdsResponder unit) {
    this.unit = unit;
  }

  @Override
  public byte[] answer(byte[] request, boolean toAll) {
    int service = request[0] & 0xFF;
    Optional<byte[]> says =
        switch (service) {
          case 0x01 -> live(request);
          case 0x02 -> frozen(request);
          case 0x03 -> codes(Uds.CODES_BY_STATUS, Bit.CONFIRMED.mask());
          case 0x04 -> clear();
          case 0x07 -> codes(Uds.CODES_BY_STATUS, Bit.PENDING.mask());
          case 0x09 -> about(request);
          case 0x0A -> codes(Uds.PERMANENT_CODES, 0);
          default -> Optional.empty();
        };
    if (says.isPresent()) {
      boolean refused = says.get().length == 3 && says.get()[0] == 0x7F;
      return refused ? says.get() : Uds.positive(service, says.get());
    }
    boolean known = service >= 0x01 && service <= 0x0A;
    return toAll || known ? SILENCE : Uds.negative(service, Refusal.SERVICE_NOT_SUPPORTED.code());
  }

  /** What stands behind the echo of a positive answer to a request of ISO 14229-1. */
  private Optional<byte[]> told(byte[] request) {
    byte[] answer = unit.answer(request);
    return answer.length > 0 && Uds.answer(request, answer) instanceof Uds.Positive p
        ? Optional.of(p.data())
        : Optional.empty();
  }

  private Optional<byte[]> value(int pid) {
    return told(Uds.readData(0xF400 + pid)).map(d -> Arrays.copyOfRange(d, 2, d.length));
  }

  private Optional<byte[]> live(byte[] request) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 1; i < request.length && i <= MOST_AT_ONCE; i++) {
      int pid = request[i] & 0xFF;
      value(pid)
          .ifPresent(
              v -> {
                out.write(pid);
                out.writeBytes(v);
              });
    }
    return Optional.of(out.toByteArray()).filter(b -> b.length > 0);
  }

  private List<Uds.SentCode> sent(int kind, int mask) {
    byte[] request = kind == Uds.PERMANENT_CODES ? Uds.readPermanentCodes() : Uds.readCodes(mask);
    byte[] answer = unit.answer(request);
    return answer.length > 0 && Uds.answer(request, answer) instanceof Uds.Positive p
        ? Uds.codes(p, kind)
        : List.of();
  }

  /** Two bytes a code; those that differ by their failure type alone are one. */
  private Optional<byte[]> codes(int kind, int mask) {
    if (unit.isSilent()) {
      return Optional.empty();
    }
    List<Integer> two = sent(kind, mask).stream().map(c -> c.bytes() >> 8).distinct().toList();
    ByteBuffer out = ByteBuffer.allocate(1 + 2 * two.size()).put((byte) two.size());
    two.forEach(c -> out.putShort(c.shortValue()));
    return Optional.of(out.array());
  }

  /** The conditions of the first confirmed code that has any. */
  private Optional<byte[]> frozen(byte[] request) {
    int pid = request.length < 2 ? 0 : request[1] & 0xFF;
    for (Uds.SentCode c : sent(Uds.CODES_BY_STATUS, Bit.CONFIRMED.mask())) {
      Map<Integer, byte[]> values = snapshot(c.bytes());
      if (!values.isEmpty()) {
        values.put(
            CODE_OF_THE_FRAME, new byte[] {(byte) (c.bytes() >> 16), (byte) (c.bytes() >> 8)});
        byte[] value = pid % 0x20 == 0 ? bitmap(pid, values) : values.get(pid);
        return Optional.ofNullable(value)
            .map(
                v ->
                    ByteBuffer.allocate(2 + v.length).put((byte) pid).put((byte) 0).put(v).array());
      }
    }
    return Optional.empty();
  }

  private Map<Integer, byte[]> snapshot(int code) {
    Map<Integer, byte[]> values = new LinkedHashMap<>();
    byte[] request = Uds.readSnapshot(code);
    byte[] answer = unit.answer(request);
    try {
      if (answer.length > 0 && Uds.answer(request, answer) instanceof Uds.Positive p) {
        Uds.snapshot(p, code, LiveSignal::lengthOf)
            .values()
            .forEach((identifier, value) -> values.put(identifier & 0xFF, value));
      }
    } catch (WireException e) {
      // none is kept
    }
    return values;
  }

  private static byte[] bitmap(int from, Map<Integer, byte[]> values) {
    int bits = 0;
    for (int pid : values.keySet()) {
      int place = pid - from;
      bits |= place >= 1 && place <= 32 ? 1 << 32 - place : place > 32 ? 1 : 0;
    }
    return ByteBuffer.allocate(4).putInt(bits).array();
  }

  private Optional<byte[]> clear() {
    byte[] answer = unit.answer(Uds.clear(Uds.GROUP_ALL));
    if (answer.length == 0) {
      return Optional.empty();
    }
    return Optional.of(answer[0] == 0x7F ? Uds.negative(0x04, answer[2] & 0xFF) : new byte[0]);
  }

  private Optional<byte[]> about(byte[] request) {
    int item = request.length < 2 ? 0 : request[1] & 0xFF;
    return switch (item) {
      case 0x00 -> Optional.of(new byte[] {0x00, 0x50, 0x40, 0x00, 0x00});
      case 0x02 -> text(item, Uds.VIN, 17);
      case 0x04 -> text(item, Uds.SOFTWARE_VERSION, CALIBRATION_BYTES);
      case 0x0A -> text(item, Uds.SYSTEM_NAME, NAME_BYTES);
      default -> Optional.empty();
    };
  }

  /** One item, filled up with zeros. */
  private Optional<byte[]> text(int item, int identifier, int length) {
    return told(Uds.readData(identifier))
        .map(d -> new String(d, 2, d.length - 2, StandardCharsets.US_ASCII))
        .map(
            t ->
                ByteBuffer.allocate(2 + length)
                    .put((byte) item)
                    .put((byte) 1)
                    .put(Arrays.copyOf(t.getBytes(StandardCharsets.US_ASCII), length))
                    .array());
  }
}
