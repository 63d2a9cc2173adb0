package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.message.Message;
import hopmend.wire.Announcement;
import hopmend.wire.DoipFrame;
import hopmend.wire.HeaderFault;
import hopmend.wire.MessageFault;
import hopmend.wire.RoutingAnswer;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.IOException;
import java.net.SocketTimeoutException;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** A gateway that speaks diagnostics over IP (ISO 13400-2): routing activation, then messages. */
final class GatewayLink extends VehicleLink {
  private int entity;

  GatewayLink(Line line) {
    super(line);
  }

  @Override
  void activate() throws IOException {
    send(DoipFrame.routingRequest(route().tester(), route().activation()));
    long deadline = inMillis(times().waitMillis());
    DoipFrame answer;
    do {
      answer = frame(deadline);
    } while (answer.payloadType() != DoipFrame.ROUTING_RESPONSE);
    if (answer.payload().length < 5) {
      throw new WireException("routing was not answered");
    }
    int code = answer.payload()[4] & 0xFF;
    if (code != DoipFrame.ROUTING_ACCEPTED) {
      throw new LinkProblem(
          "The vehicle's gateway refused this tester (0x%04X): %s."
              .formatted(route().tester(), Words.of(RoutingAnswer.words(code))));
    }
    entity = answer.address(2);
  }

  /** The address of the gateway itself. */
  @Override
  int entity() {
    return entity;
  }

  @Override
  Optional<String> answersAt(int controller) {
    return Optional.empty();
  }

  @Override
  void say(int target, byte[] request) throws IOException {
    send(DoipFrame.diagnostic(route().tester(), target, request));
  }

  @Override
  void next(long deadline) throws IOException {
    frame(deadline);
  }

  @Override
  Uds.Answer exchange(int target, byte[] request) throws IOException {
    long service = endOfService();
    say(target, request);
    long deadline = inMillis(times().waitMillis());
    while (true) {
      DoipFrame frame = frame(Math.min(deadline, service));
      switch (frame.payloadType()) {
        case DoipFrame.DIAGNOSTIC_ACK -> deadline = inMillis(times().waitMillis());
        case DoipFrame.DIAGNOSTIC_NACK -> throw notPassedOn(frame);
        case DoipFrame.DIAGNOSTIC -> {
          if (!isFor(frame, request) || frame.address(0) != target) {
            continue;
          }
          Uds.Answer answer = Uds.answer(request, frame.service());
          if (!(answer instanceof Uds.Negative n && n.code() == Uds.RESPONSE_PENDING)) {
            return answer;
          }
          watch().isAskedToWait();
          deadline = inMillis(times().pendingMillis());
        }
        default -> {
          // nothing that was asked for
        }
      }
    }
  }

  @Override
  Map<Integer, Uds.Positive> everyAnswer(byte[] request) throws IOException {
    say(route().functional(), request);
    long service = endOfService();
    long deadline = inMillis(times().waitMillis());
    Map<Integer, Uds.Positive> answers = new TreeMap<>();
    try {
      while (true) {
        DoipFrame frame = frame(Math.min(deadline, service));
        if (frame.payloadType() == DoipFrame.DIAGNOSTIC_NACK) {
          return answers;
        }
        if (frame.payloadType() != DoipFrame.DIAGNOSTIC || !isFor(frame, request)) {
          continue;
        }
        Uds.Answer answer = Uds.answer(request, frame.service());
        boolean pending = answer instanceof Uds.Negative n && n.code() == Uds.RESPONSE_PENDING;
        if (answer instanceof Uds.Positive p) {
          answers.put(frame.address(0), p);
        }
        deadline = inMillis(pending ? times().pendingMillis() : times().stragglersMillis());
      }
    } catch (SocketTimeoutException e) {
      return answers;
    }
  }

  /** Whether a diagnostic message is meant for this tester and answers what it asked. */
  private boolean isFor(DoipFrame frame, byte[] request) {
    return frame.payload().length > 4
        && frame.address(2) == route().tester()
        && Uds.belongs(request, frame.service());
  }

  private static LinkProblem notPassedOn(DoipFrame frame) {
    byte[] payload = frame.payload();
    Message why =
        payload.length < 5 ? Message.of("wire.untold") : MessageFault.words(payload[4] & 0xFF);
    return new NotPassedOn(why);
  }

  /** The next frame that is not about the connection itself. */
  private DoipFrame frame(long deadline) throws IOException {
    while (true) {
      DoipFrame frame = receive(deadline, DoipFrame::read);
      switch (frame.payloadType()) {
        case DoipFrame.ALIVE_REQUEST ->
            send(
                new DoipFrame(
                    DoipFrame.ALIVE_RESPONSE,
                    new byte[] {(byte) (route().tester() >> 8), (byte) route().tester()}));
        case Announcement.TYPE -> {
          // it says who it is; nobody asked here
        }
        case DoipFrame.GENERIC_NACK ->
            throw new LinkProblem(
                "The vehicle's gateway does not understand this tester: %s."
                    .formatted(
                        Words.of(
                            frame.payload().length == 0
                                ? Message.of("wire.untold")
                                : HeaderFault.words(frame.payload()[0] & 0xFF))));
        default -> {
          return frame;
        }
      }
    }
  }

  private void send(DoipFrame frame) throws IOException {
    write(frame.inVersion(route().version()).encode());
  }
}
