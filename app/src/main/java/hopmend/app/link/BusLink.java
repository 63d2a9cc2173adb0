package hopmend.app.link;

import hopmend.bus.CanFrame;
import hopmend.wire.Uds;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A CAN bus behind a bridge, which passes frames on both ways and knows nothing of them. Whoever
 * answered when the connection was opened is asked from then on.
 */
abstract class BusLink extends VehicleLink {
  private final Set<Integer> controllers = new TreeSet<>();
  private final byte[] begun = new byte[CanFrame.BYTES];
  private int filled;

  BusLink(Line line) {
    super(line);
  }

  void isThere(int controller) {
    controllers.add(controller);
  }

  boolean isAnybodyThere() {
    return !controllers.isEmpty();
  }

  @Override
  int entity() {
    return controllers.iterator().next();
  }

  /** One after the other: on a bus it is known who is there. */
  @Override
  Map<Integer, Uds.Positive> everyAnswer(byte[] request) throws IOException {
    Map<Integer, Uds.Positive> answers = new TreeMap<>();
    for (int controller : controllers) {
      if (exchange(controller, request) instanceof Uds.Positive p) {
        answers.put(controller, p);
      }
    }
    return answers;
  }

  void send(CanFrame frame) throws IOException {
    write(frame.encode());
  }

  /** The next frame that carries data; half of one is kept for the next time. */
  CanFrame frame(long deadline) throws IOException {
    while (true) {
      receive(deadline, this::fill);
      filled = 0;
      Optional<CanFrame> frame = CanFrame.of(begun);
      if (frame.isPresent()) {
        return frame.get();
      }
    }
  }

  private int fill(InputStream in) throws IOException {
    while (filled < begun.length) {
      int n = in.read(begun, filled, begun.length - filled);
      if (n < 0) {
        throw new EOFException("bus");
      }
      filled += n;
    }
    return filled;
  }
}
