package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.wire.Refusal;
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
import javax.net.ssl.SSLException;

/**
 * One connection to a vehicle, whatever its way: its controllers are asked for the services of ISO
 * 14229-1, one after the other. What nobody asked for is left aside wherever it comes. Every wait
 * is bounded, see {@link LinkTimes}.
 */
abstract class VehicleLink implements Closeable {
  private static final int BUSY_TRIES = 3;
  private static final int BUSY_PAUSE_MILLIS = 200;

  /** How much of what cannot be read is kept for the capture. */
  private static final int MOST_GARBAGE = 4096;

  private final Line line;
  private volatile Socket socket = new Socket();

  /** What a connection is opened with. */
  record Line(
      Route route,
      Tls tls,
      LinkTimes times,
      WireLog.Connection log,
      Watch watch,
      ControllerNames names) {}

  /** What usually answers at an address of a bus: "7E8", "18DAF110", "SA 0". */
  interface ControllerNames {
    Optional<String> at(String address);
  }

  private final long wholeDeadline;

  VehicleLink(Line line) {
    this.line = line;
    this.wholeDeadline = System.nanoTime() + line.times().wholeMillis() * 1_000_000L;
  }

  /**
   * Connects, and finds out who answers.
   *
   * @throws LinkProblem if nobody answers, or not as a vehicle does
   */
  static VehicleLink open(
      Route route, Tls tls, LinkTimes times, WireLog log, Watch watch, ControllerNames names) {
    Line line = new Line(route, tls, times, log.connection(route.way().wire()), watch, names);
    VehicleLink link =
        switch (route.way()) {
          case GATEWAY -> new GatewayLink(line);
          case CAN -> new EmissionsLink(line);
          case TRUCK -> new TruckLink(line);
        };
    link.begin();
    return link;
  }

  private void begin() {
    watch().over(this);
    InetSocketAddress address = route().address();
    try {
      connect();
      activate();
    } catch (SSLException e) {
      close();
      throw new LinkProblem(
          "The encrypted link could not be opened: the gateway's certificate is not in the shop's list, or it speaks no TLS (%s)."
              .formatted(reason(e)));
    } catch (IOException | WireException e) {
      close();
      throw stopped()
          .orElseGet(
              () ->
                  new LinkProblem(
                      "No vehicle answers at %s port %d (%s). Is the plug in and the ignition on?"
                          .formatted(address.getHostString(), address.getPort(), reason(e))));
    } catch (LinkProblem e) {
      close();
      throw e;
    }
  }

  private void connect() throws IOException {
    // A name is looked up anew each time: a gateway's address may change.
    InetSocketAddress address =
        new InetSocketAddress(route().address().getHostString(), route().address().getPort());
    socket.connect(address, times().waitMillis());
    socket.setTcpNoDelay(true);
    if (route().tls()) {
      socket.setSoTimeout(times().waitMillis());
      socket = line.tls().over(socket, address);
    }
  }

  /** Makes the other side ready to be asked, and finds out who is there. */
  abstract void activate() throws IOException;

  /** The address of who is asked where nobody answers to all being asked. */
  abstract int entity();

  /** Sends a request to a controller and waits for its answer. */
  abstract Uds.Answer exchange(int target, byte[] request) throws IOException;

  /** Sends a request to all and waits for the positive answers, by the address of who gave them. */
  abstract Map<Integer, Uds.Positive> everyAnswer(byte[] request) throws IOException;

  /** A service that is not answered. */
  abstract void say(int target, byte[] request) throws IOException;

  /**
   * The next thing that comes and is not about the connection itself; what it is does not matter.
   */
  abstract void next(long deadline) throws IOException;

  /** The address at which a controller answers on its bus; empty where the maker alone gives it. */
  abstract Optional<String> answersAt(int controller);

  /** What a controller is called that does not say it itself. */
  Optional<String> usualName(int controller) {
    return answersAt(controller).flatMap(line.names()::at);
  }

  Route route() {
    return line.route();
  }

  Watch watch() {
    return line.watch();
  }

  LinkTimes times() {
    return line.times();
  }

  /** When a service that begins now has to be over. */
  long endOfService() {
    return Math.min(wholeDeadline, inMillis(times().serviceMillis()));
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
    watch().does(what);
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
    watch().does(what);
    return bounded(what, () -> everyAnswer(request));
  }

  /** Listens without having asked: what the other side asks is answered, all else is left aside. */
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
    return watch().isStopped()
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

  static long inMillis(int millis) {
    return System.nanoTime() + millis * 1_000_000L;
  }

  /** Whether something has come that was not read yet. */
  boolean hasMore() throws IOException {
    return socket.getInputStream().available() > 0;
  }

  void write(byte[] bytes) throws IOException {
    line.log().sent(bytes);
    socket.getOutputStream().write(bytes);
    socket.getOutputStream().flush();
  }

  /** How a unit of the wire is read. */
  interface Reading<T> {
    T from(InputStream in) throws IOException;
  }

  /** What came is kept as it came, also where it cannot be read or is only half there. */
  <T> T receive(long deadline, Reading<T> reading) throws IOException {
    InTime in = new InTime(deadline);
    try {
      return reading.from(in);
    } catch (WireException e) {
      in.keepTheRest();
      throw e;
    } finally {
      line.log().came(in.read.toByteArray());
    }
  }

  /** The whole of it has to come in time, not only its next byte. */
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
