package hopmend.standin;

import hopmend.wire.DoipFrame;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;

/**
 * Puts a simulated vehicle on a loopback TCP port by ISO 13400-2 and lets its time run. All access
 * to the vehicle goes through {@link #with}, one at a time.
 */
public final class DoipServer implements Closeable {
  private static final int MAX_CONNECTIONS = 8;
  private static final int IDLE_MILLIS = 120_000;
  private static final int TICK_MILLIS = 100;
  private static final int UNKNOWN_TARGET = 0x03;
  private static final String OTHER_VIN = "0HMWS3A05K1000517";

  private final SimulatedVehicle vehicle;
  private final UdsResponder responder;
  private final ServerSocket server;
  private final Engine engine;
  private final boolean ownsEngine;
  private final ScheduledFuture<?> ticking;
  private final Set<Socket> open = ConcurrentHashMap.newKeySet();
  private final AtomicInteger messages = new AtomicInteger();
  private volatile Misbehaviour misbehaviour = Misbehaviour.NONE;
  private volatile int misbehavesAt;

  /** The threads that move vehicles and serve testers; many servers may share them. */
  record Engine(ExecutorService connections, ScheduledExecutorService clock) implements Closeable {
    static Engine start() {
      return new Engine(
          Executors.newCachedThreadPool(daemon("standin")),
          Executors.newSingleThreadScheduledExecutor(daemon("standin-clock")));
    }

    @Override
    public void close() {
      clock.shutdownNow();
      connections.shutdownNow();
    }
  }

  /**
   * Opens a port on loopback.
   *
   * @param port 0 for any free port
   * @param timeFactor how many simulated seconds pass in a second
   */
  public DoipServer(SimulatedVehicle vehicle, int port, double timeFactor) throws IOException {
    this(
        vehicle,
        new InetSocketAddress(InetAddress.getLoopbackAddress(), port),
        timeFactor,
        Engine.start(),
        true);
  }

  DoipServer(
      SimulatedVehicle vehicle,
      InetSocketAddress address,
      double timeFactor,
      Engine engine,
      boolean ownsEngine)
      throws IOException {
    this.vehicle = vehicle;
    this.responder = new UdsResponder(vehicle);
    this.engine = engine;
    this.ownsEngine = ownsEngine;
    this.server = new ServerSocket();
    try {
      server.bind(address);
    } catch (IOException e) {
      close(engine, ownsEngine);
      server.close();
      throw e;
    }
    engine.connections().submit(this::accept);
    ticking =
        engine
            .clock()
            .scheduleAtFixedRate(
                () -> with(v -> tick(v, timeFactor)),
                TICK_MILLIS,
                TICK_MILLIS,
                TimeUnit.MILLISECONDS);
  }

  private static void close(Engine engine, boolean owned) {
    if (owned) {
      engine.close();
    }
  }

  private static java.util.concurrent.ThreadFactory daemon(String name) {
    return work -> {
      Thread t = new Thread(work, name);
      t.setDaemon(true);
      return t;
    };
  }

  private static Object tick(SimulatedVehicle v, double timeFactor) {
    v.advance(TICK_MILLIS / 1000.0 * timeFactor);
    return v;
  }

  /** The address at which it listens. */
  public InetSocketAddress address() {
    return (InetSocketAddress) server.getLocalSocketAddress();
  }

  public int port() {
    return server.getLocalPort();
  }

  public int openConnections() {
    return open.size();
  }

  /** Misbehaves at every message from now on. */
  public void misbehave(Misbehaviour how) {
    misbehave(how, 0);
  }

  /**
   * Misbehaves at one message only.
   *
   * @param message which diagnostic message from now on, 1 for the next; 0 for every one
   */
  public void misbehave(Misbehaviour how, int message) {
    messages.set(0);
    misbehavesAt = message;
    misbehaviour = how;
  }

  /** How many diagnostic messages came since {@link #misbehave} was last said. */
  public int messages() {
    return messages.get();
  }

  public Misbehaviour misbehaviour() {
    return misbehaviour;
  }

  /** Works on the vehicle while nobody else does. */
  public <T> T with(Function<SimulatedVehicle, T> work) {
    synchronized (vehicle) {
      return work.apply(vehicle);
    }
  }

  private void accept() {
    while (!server.isClosed()) {
      try {
        Socket socket = server.accept();
        if (open.size() >= MAX_CONNECTIONS) {
          socket.close();
        } else {
          open.add(socket);
          engine.connections().submit(() -> serve(socket));
        }
      } catch (IOException e) {
        return;
      }
    }
  }

  private void serve(Socket socket) {
    try (socket) {
      socket.setSoTimeout(IDLE_MILLIS);
      socket.setTcpNoDelay(true);
      int tester = -1;
      while (true) {
        DoipFrame frame = DoipFrame.read(socket.getInputStream());
        if (frame.payloadType() == DoipFrame.ROUTING_REQUEST) {
          tester = frame.address(0);
          send(
              socket,
              DoipFrame.routingResponse(
                  tester, vehicle.spec().logicalAddress(), DoipFrame.ROUTING_ACCEPTED));
        } else if (frame.payloadType() == DoipFrame.ALIVE_RESPONSE) {
          continue;
        } else if (frame.payloadType() == DoipFrame.DIAGNOSTIC && tester >= 0) {
          if (!diagnostic(socket, frame)) {
            return;
          }
        } else {
          send(socket, new DoipFrame(DoipFrame.GENERIC_NACK, new byte[] {0x01}));
        }
      }
    } catch (IOException | WireException e) {
      // the tester left or sent something that is no frame; the connection ends
    } finally {
      open.remove(socket);
    }
  }

  private boolean diagnostic(Socket socket, DoipFrame frame) throws IOException {
    int tester = frame.address(0);
    int target = frame.address(2);
    if (target != vehicle.spec().logicalAddress()) {
      send(socket, DoipFrame.refuse(target, tester, UNKNOWN_TARGET));
      return true;
    }
    byte[] request = frame.service();
    int number = messages.incrementAndGet();
    boolean due = misbehavesAt == 0 || misbehavesAt == number;
    Misbehaviour how = due ? misbehaviour : Misbehaviour.NONE;
    if (how == Misbehaviour.DROP) {
      return false;
    }
    send(socket, DoipFrame.acknowledge(target, tester));
    if (how == Misbehaviour.DELAY) {
      return true;
    }
    if (how == Misbehaviour.ALIVE_CHECK && !isAlive(socket, tester)) {
      return false;
    }
    if (how == Misbehaviour.LATE) {
      byte[] pending = Uds.negative(request[0] & 0xFF, Uds.RESPONSE_PENDING);
      send(socket, DoipFrame.diagnostic(target, tester, pending));
      send(socket, DoipFrame.diagnostic(target, tester, pending));
    }
    byte[] whole = DoipFrame.diagnostic(target, tester, answer(request, how)).encode();
    OutputStream out = socket.getOutputStream();
    if (how == Misbehaviour.GARBAGE) {
      out.write("this is no frame at all".getBytes(StandardCharsets.US_ASCII));
    } else if (how == Misbehaviour.CUT) {
      out.write(Arrays.copyOf(whole, whole.length / 2));
      out.flush();
      return false;
    } else {
      out.write(whole);
    }
    out.flush();
    return true;
  }

  private static boolean isAlive(Socket socket, int tester) throws IOException {
    send(socket, new DoipFrame(DoipFrame.ALIVE_REQUEST, new byte[0]));
    DoipFrame answer = DoipFrame.read(socket.getInputStream());
    return answer.payloadType() == DoipFrame.ALIVE_RESPONSE && answer.address(0) == tester;
  }

  private byte[] answer(byte[] request, Misbehaviour how) {
    int service = request[0] & 0xFF;
    return switch (how) {
      case BUSY -> Uds.negative(service, 0x21);
      case PENDING -> Uds.negative(service, Uds.RESPONSE_PENDING);
      case NEGATIVE -> Uds.negative(service, 0x22);
      case LYING_CLEAR ->
          service == Uds.CLEAR
              ? Uds.positive(Uds.CLEAR, new byte[0])
              : with(v -> responder.answer(request));
      case WRONG_VEHICLE -> {
        byte[] honest = with(v -> responder.answer(request));
        boolean vin = service == Uds.READ_DATA && Arrays.equals(request, Uds.readData(Uds.VIN));
        if (vin) {
          byte[] other = OTHER_VIN.getBytes(StandardCharsets.US_ASCII);
          System.arraycopy(other, 0, honest, 3, other.length);
        }
        yield honest;
      }
      default -> with(v -> responder.answer(request));
    };
  }

  private static void send(Socket socket, DoipFrame frame) throws IOException {
    socket.getOutputStream().write(frame.encode());
    socket.getOutputStream().flush();
  }

  @Override
  public void close() throws IOException {
    server.close();
    ticking.cancel(false);
    for (Socket s : open) {
      s.close();
    }
    close(engine, ownsEngine);
  }
}
