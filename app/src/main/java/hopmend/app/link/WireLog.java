package hopmend.app.link;

import hopmend.wire.Capture;
import hopmend.wire.DoipFrame;
import java.time.Clock;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/** What went over the wire for a job, the latest frames only, within a budget of bytes. */
final class WireLog {
  private static final int MOST_FRAMES = 3000;

  /** Room for 3000 usual frames; a gateway that floods large ones fills no memory. */
  static final int MOST_BYTES = 256 * 1024;

  private final Clock clock;
  private final Deque<Capture.Packet> packets = new ArrayDeque<>();
  private int bytes;

  WireLog(Clock clock) {
    this.clock = clock;
  }

  synchronized void add(boolean fromVehicle, DoipFrame frame) {
    byte[] encoded = frame.encode();
    packets.addLast(new Capture.Packet(clock.instant(), fromVehicle, encoded));
    bytes += encoded.length;
    while (packets.size() > MOST_FRAMES || bytes > MOST_BYTES) {
      bytes -= packets.removeFirst().bytes().length;
    }
  }

  synchronized List<Capture.Packet> packets() {
    return List.copyOf(packets);
  }
}
