package hopmend.app.link;

import hopmend.bus.CanFrame;
import hopmend.bus.EmissionsAddress;
import hopmend.bus.EmissionsServices;
import hopmend.bus.Segments;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.SocketTimeoutException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.TimeUnit;

/**
 * The controllers that ISO 15765-4 has on a vehicle's bus, with identifiers of 11 bits or, where
 * nobody answers to these, of 29. Those that do not know the services of ISO 14229-1 are asked for
 * those of SAE J1979.
 */
final class EmissionsLink extends BusLink {
  private static final byte[] WHICH_VALUES = Uds.readData(0xF400);
  private static final byte[] WHICH_VALUES_OF_OLD = {0x01, 0x00};

  private EmissionsAddress addresses = EmissionsAddress.ELEVEN_BITS;
  private final Map<Integer, EmissionsServices> old = new HashMap<>();
  private final Map<Integer, Segments.Incoming> incoming = new HashMap<>();

  EmissionsLink(Line line) {
    super(line);
  }

  @Override
  void activate() throws IOException {
    for (EmissionsAddress bits : EmissionsAddress.values()) {
      addresses = bits;
      Set<Integer> modern = answering(WHICH_VALUES);
      Set<Integer> other = answering(WHICH_VALUES_OF_OLD);
      other.removeAll(modern);
      other.forEach(c -> old.put(c, new EmissionsServices(r -> askOld(c, r))));
      // what has nothing to do with emissions may know the new services all the same
      Set<Integer> all = answering(Uds.testerPresent());
      all.addAll(modern);
      all.addAll(other);
      all.forEach(this::isThere);
      if (isAnybodyThere()) {
        return;
      }
    }
    throw new LinkProblem(
        "The bridge answers, but no controller on its bus does, with identifiers of 11 or of 29 bits. Is the plug in and the ignition on?");
  }

  /** Who answers well when all are asked. */
  private Set<Integer> answering(byte[] request) throws IOException {
    Set<Integer> there = new HashSet<>();
    send(addresses.to(addresses.everyone(), Segments.of(request).get(0)));
    long deadline = inMillis(times().stragglersMillis());
    try {
      while (true) {
        CanFrame frame = frame(deadline);
        OptionalInt sender = addresses.sender(frame);
        Optional<byte[]> message =
            sender.isPresent() ? heard(sender.getAsInt(), frame) : Optional.empty();
        if (message.isPresent() && (message.get()[0] & 0xFF) == (request[0] & 0xFF) + 0x40) {
          there.add(sender.getAsInt());
        }
      }
    } catch (SocketTimeoutException e) {
      return there;
    }
  }

  @Override
  Uds.Answer exchange(int target, byte[] request) throws IOException {
    EmissionsServices services = old.get(target);
    if (services == null) {
      return Uds.answer(request, answer(target, request));
    }
    try {
      return Uds.answer(request, services.answer(request));
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /**
   * Silence says that a controller has not what is asked; it need not refuse it. Of codes that is
   * believed the second time.
   */
  private Optional<byte[]> askOld(int target, byte[] request) {
    int tries = EmissionsServices.readsCodes(request) ? 2 : 1;
    try {
      for (int i = 0; i < tries; i++) {
        Optional<byte[]> answer = answerOrSilence(target, request);
        if (answer.isPresent()) {
          return answer;
        }
      }
      return Optional.empty();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Optional<byte[]> answerOrSilence(int target, byte[] request) throws IOException {
    try {
      return Optional.of(answer(target, request));
    } catch (SocketTimeoutException e) {
      return Optional.empty();
    }
  }

  private byte[] answer(int target, byte[] request) throws IOException {
    long service = endOfService();
    send(target, request);
    long deadline =
        inMillis(old.containsKey(target) ? times().stragglersMillis() : times().waitMillis());
    while (true) {
      CanFrame frame = frame(Math.min(deadline, service));
      OptionalInt sender = addresses.sender(frame);
      if (sender.isEmpty() || sender.getAsInt() != target) {
        continue;
      }
      Optional<byte[]> message = taken(target, frame);
      if (frame.data().length > 0 && (frame.data()[0] & 0xF0) >= 0x10) {
        deadline = inMillis(times().waitMillis());
      }
      if (message.isEmpty() || !belongs(request, message.get())) {
        continue;
      }
      byte[] said = message.get();
      if (said.length > 2 && said[0] == 0x7F && (said[2] & 0xFF) == Uds.RESPONSE_PENDING) {
        watch().isAskedToWait();
        deadline = inMillis(times().pendingMillis());
        continue;
      }
      return said;
    }
  }

  /** The old services echo less than the new ones. */
  private static boolean belongs(byte[] request, byte[] answer) {
    if ((request[0] & 0xFF) >= Uds.SESSION) {
      return Uds.belongs(request, answer);
    }
    boolean refused = answer.length > 1 && answer[0] == 0x7F && answer[1] == request[0];
    boolean echoed = request.length < 2;
    // of several live values any may stand first
    int asked = request[0] == WHICH_VALUES_OF_OLD[0] ? request.length : Math.min(2, request.length);
    for (int i = 1; i < asked && answer.length > 1; i++) {
      echoed |= answer[1] == request[i];
    }
    return refused || answer[0] == request[0] + 0x40 && echoed;
  }

  /** Takes a controller's frame; one that begins a longer message is let go on. */
  private Optional<byte[]> taken(int sender, CanFrame frame) throws IOException {
    Segments.Incoming from = incoming.computeIfAbsent(sender, s -> new Segments.Incoming());
    boolean waited = from.waits();
    Optional<byte[]> message = from.take(frame.data());
    if (from.waits() && !waited) {
      send(addresses.to(sender, Segments.goOn()));
    }
    return message;
  }

  /** The same where nobody in particular was asked: what does not read is left aside. */
  private Optional<byte[]> heard(int sender, CanFrame frame) throws IOException {
    try {
      return taken(sender, frame);
    } catch (WireException e) {
      return Optional.empty();
    }
  }

  private void send(int target, byte[] message) throws IOException {
    Iterator<byte[]> frames = Segments.of(message).iterator();
    send(addresses.to(target, frames.next()));
    while (frames.hasNext()) {
      Segments.Flow flow = flow(target);
      for (int i = 0; frames.hasNext() && (flow.block() == 0 || i < flow.block()); i++) {
        send(addresses.to(target, frames.next()));
        pause(flow.pauseMillis());
      }
    }
  }

  private Segments.Flow flow(int target) throws IOException {
    long deadline = inMillis(times().waitMillis());
    while (true) {
      CanFrame frame = frame(deadline);
      OptionalInt sender = addresses.sender(frame);
      if (sender.isPresent() && sender.getAsInt() == target) {
        Optional<Segments.Flow> flow = Segments.flow(frame.data());
        if (flow.filter(f -> f.kind() == Segments.Flow.Kind.OVERFLOW).isPresent()) {
          throw new WireException("the request is too long for the controller");
        }
        if (flow.filter(f -> f.kind() == Segments.Flow.Kind.GO_ON).isPresent()) {
          return flow.get();
        }
      }
    }
  }

  private static void pause(int millis) {
    try {
      TimeUnit.MILLISECONDS.sleep(millis);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  Optional<String> answersAt(int controller) {
    return Optional.of("%X".formatted(addresses.from(controller, new byte[0]).id()));
  }

  @Override
  void say(int target, byte[] request) throws IOException {
    if (!old.containsKey(target)) {
      send(target, request);
    }
  }

  @Override
  void next(long deadline) throws IOException {
    CanFrame frame = frame(deadline);
    OptionalInt sender = addresses.sender(frame);
    if (sender.isPresent()) {
      heard(sender.getAsInt(), frame);
    }
  }
}
