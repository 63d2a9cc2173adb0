package hopmend.app.link;

import hopmend.wire.Capture;
import java.time.Clock;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/**
 * What went over the wire for a job, byte for byte, the latest only and within a budget. Each
 * connection is told apart.
 */
final class WireLog {
  private static final int MOST_FRAMES = 3000;

  /** Room for 3000 usual frames; a gateway that floods large ones fills no memory. */
  static final int MOST_BYTES = 256 * 1024;

  private final Clock clock;
  private final Deque<Capture.Packet> packets = new ArrayDeque<>();
  private int bytes;
  private int connections;

  WireLog(Clock clock) {
    this.clock = clock;
  }

  /** One connection's bytes, both ways. */
  final class Connection {
    private final int number;
    private final Capture.Wire wire;

    private Connection(int number, Capture.Wire wire) {
      this.number = number;
      this.wire = wire;
    }

    void sent(byte[] bytes) {
      add(new Capture.Packet(clock.instant(), wire, number, false, bytes));
    }

    void came(byte[] bytes) {
      if (bytes.length > 0) {
        add(new Capture.Packet(clock.instant(), wire, number, true, bytes));
      }
    }
  }

  synchronized Connection connection(Capture.Wire wire) {
    connections++;
    return new Connection(connections, wire);
  }

  private synchronized void add(Capture.Packet packet) {
    packets.addLast(packet);
    bytes += packet.bytes().length;
    while (packets.size() > MOST_FRAMES || bytes > MOST_BYTES) {
      bytes -= packets.removeFirst().bytes().length;
    }
  }

  synchronized List<Capture.Packet> packets() {
    return List.copyOf(packets);
  }
}
