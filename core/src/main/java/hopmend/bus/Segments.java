package hopmend.bus;

import hopmend.wire.WireException;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Messages of up to 4095 bytes in frames of eight (ISO 15765-2, from memory): a single frame, or a
 * first one and consecutive ones behind it, which the receiver lets go on.
 */
public final class Segments {
  private static final int SINGLE = 0x0;
  private static final int FIRST = 0x1;
  private static final int CONSECUTIVE = 0x2;
  private static final int FLOW_CONTROL = 0x3;
  private static final int MOST_BYTES = 4095;
  private static final int FRAME = 8;

  private Segments() {}

  /** The data of the frames of a message, each filled up to eight bytes. */
  public static List<byte[]> of(byte[] message) {
    if (message.length == 0 || message.length > MOST_BYTES) {
      throw new WireException("A message has 1 to 4095 bytes, not " + message.length);
    }
    List<byte[]> frames = new ArrayList<>();
    if (message.length < FRAME) {
      frames.add(frame(message.length, 0, message, 0));
      return frames;
    }
    frames.add(frame(FIRST << 4 | message.length >> 8, message.length, message, 0));
    int number = 1;
    for (int at = FRAME - 2; at < message.length; at += FRAME - 1) {
      frames.add(frame(CONSECUTIVE << 4 | number & 0xF, 0, message, at));
      number++;
    }
    return frames;
  }

  private static byte[] frame(int control, int length, byte[] message, int from) {
    byte[] frame = new byte[FRAME];
    frame[0] = (byte) control;
    int head = control >> 4 == FIRST ? 2 : 1;
    if (head == 2) {
      frame[1] = (byte) length;
    }
    int part = Math.min(FRAME - head, message.length - from);
    System.arraycopy(message, from, frame, head, part);
    return frame;
  }

  /** Lets the other side send all that is left, without a pause. */
  public static byte[] goOn() {
    return new byte[] {FLOW_CONTROL << 4, 0, 0, 0, 0, 0, 0, 0};
  }

  /**
   * What a receiver says to a first frame.
   *
   * @param block how many frames may follow before it wants to be asked again; 0 for all
   * @param pauseMillis between two frames, at least
   */
  public record Flow(Kind kind, int block, int pauseMillis) {
    /** Whether to send, to wait, or to give up. */
    public enum Kind {
      GO_ON,
      WAIT,
      OVERFLOW
    }
  }

  /** Flow control, empty where a frame is none; pauses below a millisecond count as one. */
  public static Optional<Flow> flow(byte[] frame) {
    if (frame.length < 3 || (frame[0] & 0xFF) >> 4 != FLOW_CONTROL) {
      return Optional.empty();
    }
    int kind = frame[0] & 0xF;
    int pause = frame[2] & 0xFF;
    return Optional.of(
        new Flow(
            kind == 0 ? Flow.Kind.GO_ON : kind == 1 ? Flow.Kind.WAIT : Flow.Kind.OVERFLOW,
            frame[1] & 0xFF,
            pause <= 0x7F ? pause : 1));
  }

  /** Puts the frames of one sender together. */
  public static final class Incoming {
    private final ByteArrayOutputStream message = new ByteArrayOutputStream();
    private int length;
    private int next;

    /** Whether the last frame was the first of several, and the sender waits to be let go on. */
    public boolean waits() {
      return length > 0 && next == 1;
    }

    /**
     * Takes the data of a frame.
     *
     * @return the message that it ends; empty if more has to come, or if it is no part of one
     * @throws WireException if a frame is missing or its length is none
     */
    public Optional<byte[]> take(byte[] frame) {
      int control = frame.length == 0 ? -1 : frame[0] & 0xFF;
      return switch (control >> 4) {
        case SINGLE -> single(frame, control);
        case FIRST -> first(frame, control);
        case CONSECUTIVE -> consecutive(frame, control & 0xF);
        default -> Optional.empty();
      };
    }

    private Optional<byte[]> single(byte[] frame, int bytes) {
      length = 0;
      if (bytes == 0 || bytes >= frame.length) {
        throw new WireException("A single frame of %d bytes is cut off".formatted(bytes));
      }
      return Optional.of(Arrays.copyOfRange(frame, 1, 1 + bytes));
    }

    private Optional<byte[]> first(byte[] frame, int control) {
      message.reset();
      length = frame.length < FRAME ? 0 : (control & 0xF) << 8 | frame[1] & 0xFF;
      if (length < FRAME) {
        length = 0;
        throw new WireException("A first frame that needs no second one");
      }
      next = 1;
      message.write(frame, 2, FRAME - 2);
      return Optional.empty();
    }

    private Optional<byte[]> consecutive(byte[] frame, int number) {
      if (length == 0) {
        return Optional.empty();
      }
      if (number != (next & 0xF)) {
        int missed = next;
        length = 0;
        throw new WireException("Frame %d of a message is missing".formatted(missed));
      }
      next++;
      message.write(frame, 1, Math.min(frame.length - 1, length - message.size()));
      if (message.size() < length) {
        return Optional.empty();
      }
      length = 0;
      return Optional.of(message.toByteArray());
    }
  }
}
