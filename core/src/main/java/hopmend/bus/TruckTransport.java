package hopmend.bus;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * The transport protocol of SAE J1939-21 (from memory): messages of 9 to 1785 bytes travel in
 * packets of seven, announced to everybody or asked for by the one to whom they go. One for each
 * listener.
 */
public final class TruckTransport {
  /** Parameter groups of the protocol itself. */
  public static final int CONNECTION = 0xEC00;

  public static final int PACKETS = 0xEB00;

  private static final int REQUEST_TO_SEND = 16;
  private static final int CLEAR_TO_SEND = 17;
  private static final int END_OF_MESSAGE = 19;
  private static final int ANNOUNCED = 32;
  private static final int ABORT = 255;
  private static final int PRIORITY = 7;
  private static final int PACKET = 7;
  private static final int MOST_BYTES = 1785;

  private final int self;
  private final Consumer<CanFrame> sending;
  private final Map<Integer, Open> open = new HashMap<>();

  private record Open(int group, int to, byte[] data, boolean[] came) {
    int packets() {
      return came.length;
    }

    boolean isWhole() {
      for (boolean c : came) {
        if (!c) {
          return false;
        }
      }
      return true;
    }
  }

  /**
   * @param self the address of who listens
   * @param sending where frames go that the protocol asks of the listener
   */
  public TruckTransport(int self, Consumer<CanFrame> sending) {
    this.self = self;
    this.sending = sending;
  }

  /** Takes a frame of the bus; the message that it is or ends. */
  public Optional<TruckMessage> take(CanFrame frame) {
    if (!frame.extended()) {
      return Optional.empty();
    }
    TruckId id = TruckId.of(frame.id());
    if (id.to() != TruckId.EVERYBODY && id.to() != self) {
      return Optional.empty();
    }
    byte[] data = frame.data();
    return switch (id.group()) {
      case CONNECTION -> {
        connection(id, data);
        yield Optional.empty();
      }
      case PACKETS -> packet(id, data);
      default -> Optional.of(new TruckMessage(id.group(), id.to(), id.from(), data));
    };
  }

  private static int key(int from, int to) {
    return from << 8 | to;
  }

  private void connection(TruckId id, byte[] data) {
    int control = data.length < 8 ? ABORT : data[0] & 0xFF;
    switch (control) {
      case REQUEST_TO_SEND, ANNOUNCED -> {
        int bytes = data[1] & 0xFF | (data[2] & 0xFF) << 8;
        int packets = (bytes + PACKET - 1) / PACKET;
        boolean sound = bytes > 8 && bytes <= MOST_BYTES && packets == (data[3] & 0xFF);
        if (sound) {
          int group = data[5] & 0xFF | (data[6] & 0xFF) << 8 | (data[7] & 0x3) << 16;
          open.put(
              key(id.from(), id.to()),
              new Open(group, id.to(), new byte[bytes], new boolean[packets]));
          if (control == REQUEST_TO_SEND) {
            say(id.from(), CLEAR_TO_SEND, packets, 1, 0xFF, data);
          }
        }
      }
      case ABORT -> open.remove(key(id.from(), id.to()));
      default -> {
        // for somebody who sends
      }
    }
  }

  private void say(int to, int control, int second, int third, int fourth, byte[] announced) {
    byte[] data = new byte[8];
    data[0] = (byte) control;
    data[1] = (byte) second;
    data[2] = (byte) third;
    data[3] = (byte) fourth;
    data[4] = (byte) 0xFF;
    System.arraycopy(announced, 5, data, 5, 3);
    sending.accept(new TruckId(PRIORITY, CONNECTION, to, self).frame(data));
  }

  private Optional<TruckMessage> packet(TruckId id, byte[] data) {
    Open message = open.get(key(id.from(), id.to()));
    int number = data.length == 0 ? 0 : data[0] & 0xFF;
    if (message == null || number == 0 || number > message.packets()) {
      return Optional.empty();
    }
    int at = (number - 1) * PACKET;
    int part = Math.min(Math.min(PACKET, data.length - 1), message.data().length - at);
    System.arraycopy(data, 1, message.data(), at, part);
    message.came()[number - 1] = true;
    if (!message.isWhole()) {
      return Optional.empty();
    }
    open.remove(key(id.from(), id.to()));
    if (id.to() == self) {
      int group = message.group();
      byte[] announced = {0, 0, 0, 0, 0, (byte) group, (byte) (group >> 8), (byte) (group >> 16)};
      int bytes = message.data().length;
      say(id.from(), END_OF_MESSAGE, bytes & 0xFF, bytes >> 8, message.packets(), announced);
    }
    return Optional.of(new TruckMessage(message.group(), id.to(), id.from(), message.data()));
  }

  /** The frames of a message to everybody: announced, then packet by packet. */
  public static List<CanFrame> announced(int priority, TruckMessage message) {
    byte[] data = message.data();
    if (data.length <= 8) {
      TruckId id = new TruckId(priority, message.group(), message.to(), message.from());
      return List.of(id.frame(data));
    }
    int packets = (data.length + PACKET - 1) / PACKET;
    int group = message.group();
    byte[] announcement = {
      ANNOUNCED,
      (byte) data.length,
      (byte) (data.length >> 8),
      (byte) packets,
      (byte) 0xFF,
      (byte) group,
      (byte) (group >> 8),
      (byte) (group >> 16)
    };
    List<CanFrame> frames = new ArrayList<>();
    frames.add(
        new TruckId(PRIORITY, CONNECTION, TruckId.EVERYBODY, message.from()).frame(announcement));
    for (int i = 0; i < packets; i++) {
      byte[] packet = new byte[8];
      Arrays.fill(packet, (byte) 0xFF);
      packet[0] = (byte) (i + 1);
      int part = Math.min(PACKET, data.length - i * PACKET);
      System.arraycopy(data, i * PACKET, packet, 1, part);
      frames.add(new TruckId(PRIORITY, PACKETS, TruckId.EVERYBODY, message.from()).frame(packet));
    }
    return frames;
  }
}
