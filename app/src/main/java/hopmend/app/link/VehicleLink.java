package hopmend.app.link;

import hopmend.wire.DoipFrame;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.util.Optional;

/**
 * One connection to a vehicle: routing activation, then one service after the other. Every wait is
 * bounded, see {@link LinkTimes}.
 */
final class VehicleLink implements Closeable {
  private static final int TESTER = 0x0E00;
  private static final int BUSY = 0x21;
  private static final int BUSY_TRIES = 3;
  private static final int BUSY_PAUSE_MILLIS = 200;

  private final Socket socket = new Socket();
  private final LinkTimes times;
  private final WireLog log;
  private final long wholeDeadline;
  private int vehicle;

  private VehicleLink(LinkTimes times, WireLog log) {
    this.times = times;
    this.log = log;
    this.wholeDeadline = System.nanoTime() + times.wholeMillis() * 1_000_000L;
  }

  /**
   * Connects and activates routing.
   *
   * @throws LinkProblem if nobody answers, or not as a vehicle does
   */
  static VehicleLink open(InetSocketAddress address, LinkTimes times, WireLog log) {
    VehicleLink link = new VehicleLink(times, log);
    try {
      link.socket.connect(address, times.waitMillis());
      link.socket.setTcpNoDelay(true);
      link.activate();
      return link;
    } catch (IOException | WireException e) {
      link.close();
      throw new LinkProblem(
          "No vehicle answers at %s port %d (%s). Is the plug in and the ignition on?"
              .formatted(address.getHostString(), address.getPort(), reason(e)));
    } catch (LinkProblem e) {
      link.close();
      throw e;
    }
  }

  private void activate() throws IOException {
    send(DoipFrame.routingRequest(TESTER));
    DoipFrame answer = receive(times.waitMillis());
    if (answer.payloadType() != DoipFrame.ROUTING_RESPONSE || answer.payload().length < 5) {
      throw new WireException("routing was not answered");
    }
    if ((answer.payload()[4] & 0xFF) != DoipFrame.ROUTING_ACCEPTED) {
      throw new LinkProblem(
          "The vehicle's gateway refused this tester (routing code 0x%02X)."
              .formatted(answer.payload()[4] & 0xFF));
    }
    vehicle = answer.address(2);
  }

  /**
   * Asks for a service and waits for its positive answer.
   *
   * @throws LinkProblem if it is refused, does not come in time or is no answer
   */
  Uds.Positive ask(byte[] request, String what) {
    Uds.Answer answer = hear(request, what);
    if (answer instanceof Uds.Positive positive) {
      return positive;
    }
    throw new LinkProblem(
        "The vehicle refused to %s: %s.".formatted(what, ((Uds.Negative) answer).words()));
  }

  /**
   * Asks for a service that the vehicle need not have.
   *
   * @return empty if it is refused
   * @throws LinkProblem if no answer comes in time or it is none
   */
  Optional<Uds.Positive> askIfKnown(byte[] request, String what) {
    return hear(request, what) instanceof Uds.Positive p ? Optional.of(p) : Optional.empty();
  }

  private Uds.Answer hear(byte[] request, String what) {
    try {
      for (int i = 1; ; i++) {
        Uds.Answer answer = exchange(request);
        boolean busy = answer instanceof Uds.Negative n && n.code() == BUSY;
        if (!busy || i == BUSY_TRIES) {
          return answer;
        }
        Thread.sleep(BUSY_PAUSE_MILLIS);
      }
    } catch (SocketTimeoutException e) {
      throw new LinkProblem("The vehicle did not answer in time when asked to " + what + ".");
    } catch (EOFException e) {
      throw new LinkProblem("The link broke while the vehicle was asked to " + what + ".");
    } catch (IOException | WireException e) {
      throw new LinkProblem(
          "The vehicle's answer could not be read when asked to %s (%s)."
              .formatted(what, reason(e)));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new LinkProblem("Stopped while the vehicle was asked to " + what + ".");
    }
  }

  private Uds.Answer exchange(byte[] request) throws IOException {
    long deadline = Math.min(wholeDeadline, System.nanoTime() + times.serviceMillis() * 1_000_000L);
    send(DoipFrame.diagnostic(TESTER, vehicle, request));
    int wait = times.waitMillis();
    while (true) {
      long left = (deadline - System.nanoTime()) / 1_000_000L;
      if (left <= 0) {
        throw new SocketTimeoutException("service");
      }
      DoipFrame frame = receive((int) Math.min(wait, left));
      switch (frame.payloadType()) {
        case DoipFrame.DIAGNOSTIC_ACK -> wait = times.waitMillis();
        case DoipFrame.ALIVE_REQUEST ->
            send(
                new DoipFrame(
                    DoipFrame.ALIVE_RESPONSE, new byte[] {(byte) (TESTER >> 8), (byte) TESTER}));
        case DoipFrame.DIAGNOSTIC -> {
          Uds.Answer answer = Uds.answer(request, frame.service());
          if (!(answer instanceof Uds.Negative n && n.code() == Uds.RESPONSE_PENDING)) {
            return answer;
          }
          wait = times.pendingMillis();
        }
        default ->
            throw new WireException(
                "the gateway refused the message, type 0x%04X".formatted(frame.payloadType()));
      }
    }
  }

  private void send(DoipFrame frame) throws IOException {
    socket.getOutputStream().write(frame.encode());
    socket.getOutputStream().flush();
    log.add(false, frame);
  }

  private DoipFrame receive(int millis) throws IOException {
    DoipFrame frame = DoipFrame.read(new InTime(System.nanoTime() + millis * 1_000_000L));
    log.add(true, frame);
    return frame;
  }

  /** The whole frame has to come in time, not only its next byte. */
  private final class InTime extends InputStream {
    private final long deadline;

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
      return socket.getInputStream().read(to, from, length);
    }
  }

  private static String reason(Exception e) {
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
