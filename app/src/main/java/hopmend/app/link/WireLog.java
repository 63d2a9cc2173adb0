package hopmend.app.link;

import hopmend.wire.Capture;
import hopmend.wire.DoipFrame;
import java.time.Clock;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/** What went over the wire for a job, the latest frames only. */
final class WireLog {
  private static final int MOST_FRAMES = 3000;

  private final Clock clock;
  private final Deque<Capture.Packet> packets = new ArrayDeque<>();

  WireLog(Clock clock) {
    this.clock = clock;
  }

  synchronized void add(boolean fromVehicle, DoipFrame frame) {
    packets.addLast(new Capture.Packet(clock.instant(), fromVehicle, frame.encode()));
    if (packets.size() > MOST_FRAMES) {
      packets.removeFirst();
    }
  }

  synchronized List<Capture.Packet> packets() {
    return List.copyOf(packets);
  }
}
