package hopmend.app.link;

import hopmend.bus.CanFrame;
import hopmend.bus.TruckId;
import hopmend.bus.TruckMessage;
import hopmend.bus.TruckServices;
import hopmend.bus.TruckSignal;
import hopmend.bus.TruckTransport;
import hopmend.wire.Uds;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.SocketTimeoutException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The controllers of a truck's bus (SAE J1939): much of what they know they send by themselves, the
 * rest is asked for. What a controller has sent lately need not be asked for again.
 */
final class TruckLink extends BusLink {
  private static final int PRIORITY = 6;
  private static final int NOBODY = 0xFE;
  private static final int MOST_AT_ONCE = 4000;
  private static final int MOST_HEARD = 4000;

  /** Messages that come by themselves come every second at the latest. */
  private static final long FRESH_NANOS = 2_000_000_000L;

  /** So long a controller has to answer a request: SAE J1939-21, from memory. */
  private static final int REQUEST_MILLIS = 1250;

  /** Who did not tell something is not asked for it again at once. */
  private static final long SILENT_NANOS = 10_000_000_000L;

  private final Deque<CanFrame> due = new ArrayDeque<>();
  private final TruckTransport transport = new TruckTransport(TruckId.TOOL, due::add);
  private final Map<Asked, Heard> heard = new HashMap<>();
  private final Map<Asked, Long> silent = new HashMap<>();

  private record Asked(int controller, int group) {}

  private record Heard(byte[] data, long at) {}

  TruckLink(Line line) {
    super(line);
  }

  @Override
  void activate() throws IOException {
    send(request(TruckId.EVERYBODY, TruckServices.ADDRESS_CLAIMED));
    long deadline = inMillis(Math.max(times().stragglersMillis(), 300));
    try {
      while (true) {
        Optional<TruckMessage> message = take(frame(deadline));
        message
            .map(TruckMessage::from)
            .filter(from -> from < NOBODY && from != TruckId.TOOL)
            .ifPresent(this::isThere);
      }
    } catch (SocketTimeoutException e) {
      if (!isAnybodyThere()) {
        throw new LinkProblem(
            "The bridge answers, but nobody speaks on the truck's bus. Is the plug in and the ignition on?");
      }
    }
  }

  private static CanFrame request(int controller, int group) {
    return new TruckId(PRIORITY, TruckServices.REQUEST, controller, TruckId.TOOL)
        .frame(TruckServices.request(group));
  }

  /** Takes what came, says what the transport wants said, and remembers what was told. */
  private Optional<TruckMessage> take(CanFrame frame) throws IOException {
    Optional<TruckMessage> message = transport.take(frame);
    while (!due.isEmpty()) {
      send(due.poll());
    }
    if (heard.size() > MOST_HEARD) {
      heard.clear();
    }
    message.ifPresent(
        m -> {
          Heard told = new Heard(m.data(), System.nanoTime());
          heard.put(new Asked(m.from(), m.group()), told);
          heard.put(new Asked(TruckId.EVERYBODY, m.group()), told);
        });
    return message;
  }

  @Override
  Uds.Answer exchange(int target, byte[] request) throws IOException {
    try {
      TruckServices services = new TruckServices(new Controller(target));
      return Uds.answer(request, services.answer(request));
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /** One controller, asked. */
  private final class Controller implements TruckServices.Asking {
    private final int address;

    Controller(int address) {
      this.address = address;
    }

    /** Live values are the vehicle's: whoever measures them tells them to everybody. */
    @Override
    public Optional<byte[]> group(int group) {
      try {
        return told(new Asked(TruckSignal.isIn(group) ? TruckId.EVERYBODY : address, group));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }

    @Override
    public Optional<Integer> command(int group) {
      try {
        heard.clear();
        silent.clear();
        send(request(address, group));
        return acknowledged(address, group, inMillis(requestMillis()));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private Optional<byte[]> told(Asked asked) throws IOException {
    catchUp();
    long now = System.nanoTime();
    Optional<byte[]> lately = lately(asked, now - FRESH_NANOS);
    Long refused = silent.get(asked);
    if (lately.isPresent() || refused != null && now - refused < SILENT_NANOS) {
      return lately;
    }
    int tries = TruckServices.holdsCodes(asked.group()) ? 2 : 1;
    while (tries > 0 && isSilent(asked, now)) {
      tries--;
    }
    Optional<byte[]> told = lately(asked, now);
    if (told.isEmpty()) {
      silent.put(asked, now);
    }
    return told;
  }

  /** Asks; whether neither what was asked for nor a refusal has come in time. */
  private boolean isSilent(Asked asked, long since) throws IOException {
    send(request(asked.controller(), asked.group()));
    long deadline = inMillis(requestMillis());
    try {
      while (lately(asked, since).isEmpty()) {
        Optional<TruckMessage> message = take(frame(deadline));
        if (message
            .filter(m -> isAcknowledgement(m, asked.controller(), asked.group()))
            .isPresent()) {
          return false;
        }
      }
      return false;
    } catch (SocketTimeoutException e) {
      return true;
    }
  }

  private int requestMillis() {
    return Math.min(REQUEST_MILLIS, times().waitMillis());
  }

  private Optional<byte[]> lately(Asked asked, long since) {
    return Optional.ofNullable(heard.get(asked)).filter(h -> h.at() >= since).map(Heard::data);
  }

  /** What has come by itself in the meantime. */
  private void catchUp() throws IOException {
    for (int i = 0; i < MOST_AT_ONCE && hasMore(); i++) {
      take(frame(inMillis(times().waitMillis())));
    }
  }

  private Optional<Integer> acknowledged(int controller, int group, long deadline)
      throws IOException {
    try {
      while (true) {
        Optional<TruckMessage> message =
            take(frame(deadline)).filter(m -> isAcknowledgement(m, controller, group));
        if (message.isPresent()) {
          return Optional.of(message.get().data()[0] & 0xFF);
        }
      }
    } catch (SocketTimeoutException e) {
      return Optional.empty();
    }
  }

  private static boolean isAcknowledgement(TruckMessage m, int controller, int group) {
    byte[] data = m.data();
    return m.group() == TruckServices.ACKNOWLEDGEMENT
        && m.from() == controller
        && data.length == 8
        && (data[5] & 0xFF | (data[6] & 0xFF) << 8 | (data[7] & 0xFF) << 16) == group;
  }

  @Override
  Optional<String> answersAt(int controller) {
    return Optional.of("SA " + controller);
  }

  @Override
  void say(int target, byte[] request) {
    // there are no sessions to be held
  }

  @Override
  void next(long deadline) throws IOException {
    take(frame(deadline));
  }
}
