package hopmend.standin;

import hopmend.bus.CanFrame;
import hopmend.bus.EmissionsAddress;
import hopmend.bus.Segments;
import hopmend.wire.WireException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** A controller by ISO 15765-4: messages in segments, flow control included. */
final class EmissionsNode implements BusNode {
  /** What a controller makes of a message; no bytes for silence. */
  interface Answering {
    byte[] answer(byte[] request, boolean toAll);
  }

  private final EmissionsAddress addresses;
  private final int listens;
  private final Answering answering;
  private final Segments.Incoming incoming = new Segments.Incoming();
  private final Deque<byte[]> rest = new ArrayDeque<>();

  /**
   * @param listens the identifier that is its own
   */
  EmissionsNode(EmissionsAddress addresses, int listens, Answering answering) {
    this.addresses = addresses;
    this.listens = listens;
    this.answering = answering;
  }

  @Override
  public List<CanFrame> hear(CanFrame frame) {
    boolean toAll = frame.equals(addresses.to(addresses.everyone(), frame.data()));
    boolean toMe = frame.equals(addresses.to(listens, frame.data()));
    if (!toAll && !toMe) {
      return List.of();
    }
    Optional<Segments.Flow> flow = Segments.flow(frame.data());
    if (flow.isPresent()) {
      return flow.get().kind() == Segments.Flow.Kind.GO_ON ? more(flow.get().block()) : List.of();
    }
    try {
      Optional<byte[]> message = incoming.take(frame.data());
      if (incoming.waits()) {
        return List.of(addresses.from(listens, Segments.goOn()));
      }
      return message.map(m -> said(answering.answer(m, toAll))).orElse(List.of());
    } catch (WireException e) {
      return List.of();
    }
  }

  private List<CanFrame> said(byte[] answer) {
    rest.clear();
    if (answer.length == 0) {
      return List.of();
    }
    rest.addAll(Segments.of(answer));
    return List.of(addresses.from(listens, rest.poll()));
  }

  private List<CanFrame> more(int block) {
    List<CanFrame> frames = new ArrayList<>();
    while (!rest.isEmpty() && (block == 0 || frames.size() < block)) {
      frames.add(addresses.from(listens, rest.poll()));
    }
    return frames;
  }

  @Override
  public List<CanFrame> byItself(long tenths) {
    return List.of();
  }
}
