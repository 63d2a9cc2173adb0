package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.message.Message;
import hopmend.wire.Announcement;
import hopmend.wire.DoipFrame;
import hopmend.wire.HeaderFault;
import hopmend.wire.MessageFault;
import hopmend.wire.Refusal;
import hopmend.wire.RoutingAnswer;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import javax.net.ssl.SSLException;

/**
 * One connection to a gateway: routing activation, then one service after the other. What nobody
 * asked for, an alive check, an announcement, the answer of another controller or to another
 * service, is answered or left aside wherever it comes. Every wait is bounded, see {@link
 * LinkTimes}.
 */
final class VehicleLink implements Closeable {
  private static final int BUSY_TRIES = 3;
  private static final int BUSY_PAUSE_MILLIS = 200;

  /** How much of what cannot be read is kept for the capture. */
  private static final int MOST_GARBAGE = 4096;

  private final Route route;
  private final LinkTimes times;
  private final WireLog.Connection log;
  private final Watch watch;
  private final long wholeDeadline;
  private volatile Socket socket = new Socket();
  private int entity;

  private VehicleLink(Route route, LinkTimes times, WireLog.Connection log, Watch watch) {
    this.route = route;
    this.times = times;
    this.log = log;
    this.watch = watch;
    this.wholeDeadline = System.nanoTime() + times.wholeMillis() * 1_000_000L;
  }

  /**
   * Connects and activates routing.
   *
   * @throws LinkProblem if nobody answers, or not as a gateway does
   */
  static VehicleLink open(Route route, Tls tls, LinkTimes times, WireLog log, Watch watch) {
    VehicleLink link = new VehicleLink(route, times, log.connection(), watch);
    watch.over(link);
    InetSocketAddress address = route.address();
    try {
      link.connect(tls);
      link.activate();
      return link;
    } catch (SSLException e) {
      link.close();
      throw new LinkProblem(
          "The encrypted link could not be opened: the gateway's certificate is not in the shop's list, or it speaks no TLS (%s)."
              .formatted(reason(e)));
    } catch (IOException | WireException e) {
      link.close();
      throw link.stopped()
          .orElseGet(
              () ->
                  new LinkProblem(
                      "No vehicle answers at %s port %d (%s). Is the plug in and the ignition on?"
                          .formatted(address.getHostString(), address.getPort(), reason(e))));
    } catch (LinkProblem e) {
      link.close();
      throw e;
    }
  }

  private void connect(Tls tls) throws IOException {
    // A name is looked up anew each time: a gateway's address may change.
    InetSocketAddress address =
        new InetSocketAddress(route.address().getHostString(), route.address().getPort());
    socket.connect(address, times.waitMillis());
    socket.setTcpNoDelay(true);
    if (route.tls()) {
      socket.setSoTimeout(times.waitMillis());
      socket = tls.over(socket, address);
    }
  }

  private void activate() throws IOException {
    send(DoipFrame.routingRequest(route.tester(), route.activation()));
    long deadline = System.nanoTime() + times.waitMillis() * 1_000_000L;
    DoipFrame answer;
    do {
      answer = next(deadline);
    } while (answer.payloadType() != DoipFrame.ROUTING_RESPONSE);
    if (answer.payload().length < 5) {
      throw new WireException("routing was not answered");
    }
    int code = answer.payload()[4] & 0xFF;
    if (code != DoipFrame.ROUTING_ACCEPTED) {
      throw new LinkProblem(
          "The vehicle's gateway refused this tester (0x%04X): %s."
              .formatted(route.tester(), Words.of(RoutingAnswer.words(code))));
    }
    entity = answer.address(2);
  }

  /** The address of the gateway itself. */
  int entity() {
    return entity;
  }

  Route route() {
    return route;
  }

  Watch watch() {
    return watch;
  }

  /**
   * Asks a controller for a service and waits for its positive answer.
   *
   * @throws LinkProblem if it is refused, does not come in time or is no answer
   */
  Uds.Positive ask(int target, byte[] request, String what) {
    Uds.Answer answer = hear(target, request, what);
    if (answer instanceof Uds.Positive positive) {
      return positive;
    }
    throw new LinkProblem(
        "The vehicle refused to %s: %s."
            .formatted(what, Words.of(((Uds.Negative) answer).words())));
  }

  /**
   * Asks a controller for a service that it need not have.
   *
   * @throws LinkProblem if no answer comes in time or it is none
   */
  Uds.Answer hear(int target, byte[] request, String what) {
    watch.does(what);
    return bounded(
        what,
        () -> {
          for (int i = 1; ; i++) {
            Uds.Answer answer = exchange(target, request);
            boolean busy =
                answer instanceof Uds.Negative n && n.code() == Refusal.BUSY_REPEAT_REQUEST.code();
            if (!busy || i == BUSY_TRIES) {
              return answer;
            }
            Thread.sleep(BUSY_PAUSE_MILLIS);
          }
        });
  }

  /** The same where a refusal says that there is nothing. */
  Optional<Uds.Positive> askIfKnown(int target, byte[] request, String what) {
    return hear(target, request, what) instanceof Uds.Positive p
        ? Optional.of(p)
        : Optional.empty();
  }

  /**
   * Asks all controllers at once, and listens until none has answered for a while. Refusals are
   * silence here.
   *
   * @return the positive answers by the address of who gave them, in the order of the addresses
   */
  Map<Integer, Uds.Positive> askAll(byte[] request, String what) {
    watch.does(what);
    return bounded(what, () -> everyAnswer(request));
  }

  /** A service that is not answered. */
  void say(int target, byte[] request) throws IOException {
    send(DoipFrame.diagnostic(route.tester(), target, request));
  }

  /** Listens without having asked: alive checks are answered, all else is left aside. */
  void listen(int millis) throws IOException {
    long deadline = inMillis(millis);
    try {
      while (true) {
        next(deadline);
      }
    } catch (SocketTimeoutException e) {
      // nobody said anything more
    }
  }

  private interface Asking<T> {
    T answer() throws IOException, InterruptedException;
  }

  private <T> T bounded(String what, Asking<T> asking) {
    try {
      return asking.answer();
    } catch (IOException | WireException e) {
      throw stopped().orElseGet(() -> problem(e, what));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new LinkProblem("Stopped while the vehicle was asked to " + what + ".");
    }
  }

  private Optional<LinkProblem> stopped() {
    return watch.isStopped()
        ? Optional.of(new LinkProblem("You stopped it. What was not answered yet is not recorded."))
        : Optional.empty();
  }

  private static LinkProblem problem(Exception e, String what) {
    if (e instanceof SocketTimeoutException) {
      return new LinkProblem("The vehicle did not answer in time when asked to " + what + ".");
    }
    if (e instanceof WireException) {
      return new LinkProblem(
          "The vehicle's answer could not be read when asked to %s (%s)."
              .formatted(what, reason(e)));
    }
    return new LinkProblem("The link broke while the vehicle was asked to " + what + ".");
  }

  private Uds.Answer exchange(int target, byte[] request) throws IOException {
    long service = Math.min(wholeDeadline, inMillis(times.serviceMillis()));
    say(target, request);
    long deadline = inMillis(times.waitMillis());
    while (true) {
      DoipFrame frame = next(Math.min(deadline, service));
      switch (frame.payloadType()) {
        case DoipFrame.DIAGNOSTIC_ACK -> deadline = inMillis(times.waitMillis());
        case DoipFrame.DIAGNOSTIC_NACK -> throw notPassedOn(frame);
        case DoipFrame.DIAGNOSTIC -> {
          if (!isFor(frame, request) || frame.address(0) != target) {
            continue;
          }
          Uds.Answer answer = Uds.answer(request, frame.service());
          if (!(answer instanceof Uds.Negative n && n.code() == Uds.RESPONSE_PENDING)) {
            return answer;
          }
          watch.isAskedToWait();
          deadline = inMillis(times.pendingMillis());
        }
        default -> {
          // nothing that was asked for
        }
      }
    }
  }

  private Map<Integer, Uds.Positive> everyAnswer(byte[] request) throws IOException {
    say(route.functional(), request);
    long service = Math.min(wholeDeadline, inMillis(times.serviceMillis()));
    long deadline = inMillis(times.waitMillis());
    Map<Integer, Uds.Positive> answers = new TreeMap<>();
    try {
      while (true) {
        DoipFrame frame = next(Math.min(deadline, service));
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
        deadline = inMillis(pending ? times.pendingMillis() : times.stragglersMillis());
      }
    } catch (SocketTimeoutException e) {
      return answers;
    }
  }

  /** Whether a diagnostic message is meant for this tester and answers what it asked. */
  private boolean isFor(DoipFrame frame, byte[] request) {
    return frame.payload().length > 4
        && frame.address(2) == route.tester()
        && Uds.belongs(request, frame.service());
  }

  private static LinkProblem notPassedOn(DoipFrame frame) {
    byte[] payload = frame.payload();
    Message why =
        payload.length < 5 ? Message.of("wire.untold") : MessageFault.words(payload[4] & 0xFF);
    return new NotPassedOn(why);
  }

  private static long inMillis(int millis) {
    return System.nanoTime() + millis * 1_000_000L;
  }

  /** The next frame that is not about the connection itself. */
  private DoipFrame next(long deadline) throws IOException {
    while (true) {
      DoipFrame frame = receive(deadline);
      switch (frame.payloadType()) {
        case DoipFrame.ALIVE_REQUEST ->
            send(
                new DoipFrame(
                    DoipFrame.ALIVE_RESPONSE,
                    new byte[] {(byte) (route.tester() >> 8), (byte) route.tester()}));
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
    byte[] bytes = frame.inVersion(route.version()).encode();
    log.sent(bytes);
    socket.getOutputStream().write(bytes);
    socket.getOutputStream().flush();
  }

  /** What came is kept as it came, also where it is no frame or only half of one. */
  private DoipFrame receive(long deadline) throws IOException {
    InTime in = new InTime(deadline);
    try {
      return DoipFrame.read(in);
    } catch (WireException e) {
      in.keepTheRest();
      throw e;
    } finally {
      log.came(in.read.toByteArray());
    }
  }

  /** The whole frame has to come in time, not only its next byte. */
  private final class InTime extends InputStream {
    private final long deadline;
    private final ByteArrayOutputStream read = new ByteArrayOutputStream();

    InTime(long deadline) {
      this.deadline = deadline;
    }

    @Override
    public int read() throws IOException {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] to, int from, int length) throws IOException {
      long left = (deadline - System.nanoTime()) / 1_000_000L;
      if (left <= 0) {
        throw new SocketTimeoutException("frame");
      }
      socket.setSoTimeout((int) left);
      int n = socket.getInputStream().read(to, from, length);
      if (n > 0) {
        read.write(to, from, n);
      }
      return n;
    }

    void keepTheRest() throws IOException {
      int there = Math.min(MOST_GARBAGE, socket.getInputStream().available());
      read.writeBytes(socket.getInputStream().readNBytes(there));
    }
  }

  private static String reason(Exception e) {
    if (e instanceof EOFException) {
      return "it hung up";
    }
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }

  @Override
  public void close() {
    try {
      socket.close();
    } catch (IOException e) {
      // the connection is given up in any case
    }
  }
}
