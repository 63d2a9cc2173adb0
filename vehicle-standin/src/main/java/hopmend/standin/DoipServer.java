package hopmend.standin;

import hopmend.wire.Addresses;
import hopmend.wire.DoipFrame;
import hopmend.wire.EntityStatus;
import hopmend.wire.HeaderFault;
import hopmend.wire.MessageFault;
import hopmend.wire.RoutingAnswer;
import hopmend.wire.Uds;
import hopmend.wire.WireException;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Puts a simulated vehicle on a loopback TCP port by ISO 13400-2 and lets its time run. All access
 * to the vehicle goes through {@link #with}, one at a time.
 */
public final class DoipServer implements Closeable {
  private static final int MAX_CONNECTIONS = 8;

  /** Times of ISO 13400-2, from memory. */
  private static final int UNREGISTERED_MILLIS = 2000;

  private static final int IDLE_MILLIS = 300_000;
  private static final int ALIVE_MILLIS = 500;

  /** The activation types up to this one are known: the default, and legislated diagnostics. */
  private static final int LEGISLATED = 0x01;

  private static final int TICK_MILLIS = 100;
  private static final String OTHER_VIN = "0HMWS3A05K1000517";

  private final SimulatedVehicle vehicle;
  private final List<UdsResponder> units;
  private final ServerSocket server;
  private final Engine engine;
  private final boolean ownsEngine;
  private final ScheduledFuture<?> ticking;
  private final Set<Tester> open = ConcurrentHashMap.newKeySet();
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
    this.units =
        Stream.concat(
                Stream.of(new UdsResponder(vehicle)),
                vehicle.spec().controllers().stream().map(u -> new UdsResponder(vehicle, u)))
            .toList();
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

  private Object tick(SimulatedVehicle v, double timeFactor) {
    v.advance(TICK_MILLIS / 1000.0 * timeFactor);
    units.forEach(UdsResponder::time);
    return v;
  }

  /** The address at which it listens. */
  public InetSocketAddress address() {
    return (InetSocketAddress) server.getLocalSocketAddress();
  }

  Engine engine() {
    return engine;
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
        Tester tester = new Tester(server.accept());
        open.add(tester);
        engine.connections().submit(() -> serve(tester));
      } catch (IOException e) {
        return;
      }
    }
  }

  /** A tester's connection. */
  private final class Tester implements Closeable {
    private final Socket socket;
    private volatile int address = -1;
    private volatile CountDownLatch answered = new CountDownLatch(0);
    private volatile boolean gone;

    Tester(Socket socket) {
      this.socket = socket;
    }

    synchronized void send(DoipFrame frame) throws IOException {
      write(frame.encode());
    }

    synchronized void write(byte[] bytes) throws IOException {
      socket.getOutputStream().write(bytes);
      socket.getOutputStream().flush();
    }

    boolean isRegistered() {
      return address >= 0;
    }

    /** Asks whether the tester is still there; one that does not say so in time is cut off. */
    boolean isAlive() {
      answered = new CountDownLatch(1);
      try {
        send(new DoipFrame(DoipFrame.ALIVE_REQUEST, new byte[0]));
        if (answered.await(ALIVE_MILLIS, TimeUnit.MILLISECONDS)) {
          return !gone;
        }
        close();
      } catch (IOException e) {
        // it is gone
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
      return false;
    }

    @Override
    public void close() throws IOException {
      socket.close();
    }
  }

  private void serve(Tester tester) {
    try (tester) {
      tester.socket.setSoTimeout(UNREGISTERED_MILLIS);
      tester.socket.setTcpNoDelay(true);
      boolean goesOn = true;
      while (goesOn) {
        goesOn = serveOne(tester);
      }
    } catch (IOException | WireException e) {
      // the tester left, fell silent, or sent what cannot be
    } finally {
      open.remove(tester);
      tester.gone = true;
      tester.answered.countDown();
      if (tester.isRegistered()) {
        with(v -> hangUp());
      }
    }
  }

  private Object hangUp() {
    units.forEach(UdsResponder::hangUp);
    return units;
  }

  /** Serves the next frame; says whether the connection goes on. */
  private boolean serveOne(Tester tester) throws IOException {
    DoipFrame frame;
    try {
      frame = DoipFrame.read(tester.socket.getInputStream());
    } catch (DoipFrame.BadHeader e) {
      nack(tester, e.fault());
      return false;
    }
    return switch (frame.payloadType()) {
      case DoipFrame.ROUTING_REQUEST -> activate(tester, frame);
      case DoipFrame.ALIVE_RESPONSE -> {
        tester.answered.countDown();
        yield true;
      }
      case DoipFrame.DIAGNOSTIC -> isPermitted(tester, frame) && diagnostic(tester, frame);
      default -> nack(tester, HeaderFault.TYPE_UNKNOWN);
    };
  }

  /** Refuses a frame; says whether the connection goes on. */
  private static boolean nack(Tester tester, HeaderFault fault) throws IOException {
    tester.send(new DoipFrame(DoipFrame.GENERIC_NACK, new byte[] {(byte) fault.code()}));
    return !fault.closes();
  }

  private boolean activate(Tester tester, DoipFrame frame) throws IOException {
    int length = frame.payload().length;
    if (length != 7 && length != 11) {
      return nack(tester, HeaderFault.LENGTH);
    }
    int address = frame.address(0);
    RoutingAnswer answer = register(tester, address, frame.payload()[2] & 0xFF);
    tester.send(DoipFrame.routingResponse(address, vehicle.spec().logicalAddress(), answer.code()));
    if (answer != RoutingAnswer.ACTIVATED) {
      return false;
    }
    tester.socket.setSoTimeout(IDLE_MILLIS);
    return true;
  }

  /** A tester is registered before it is told so: the next one must find it there. */
  private synchronized RoutingAnswer register(Tester tester, int address, int type) {
    RoutingAnswer answer = answer(tester, address, type);
    if (answer == RoutingAnswer.ACTIVATED) {
      tester.address = address;
    }
    return answer;
  }

  private RoutingAnswer answer(Tester tester, int address, int type) {
    if (!Addresses.isTester(address)) {
      return RoutingAnswer.UNKNOWN_TESTER;
    }
    if (type > LEGISLATED) {
      return RoutingAnswer.ACTIVATION_TYPE_UNKNOWN;
    }
    if (tester.isRegistered()) {
      return tester.address == address ? RoutingAnswer.ACTIVATED : RoutingAnswer.OTHER_TESTER_HERE;
    }
    List<Tester> others = open.stream().filter(t -> t != tester && t.isRegistered()).toList();
    if (others.stream().filter(t -> t.address == address).anyMatch(Tester::isAlive)) {
      return RoutingAnswer.TESTER_ELSEWHERE;
    }
    if (others.size() >= MAX_CONNECTIONS
        && others.stream().filter(Tester::isAlive).count() >= MAX_CONNECTIONS) {
      return RoutingAnswer.NO_SOCKET_LEFT;
    }
    return RoutingAnswer.ACTIVATED;
  }

  /** A message of somebody who is not registered here, or under another address, ends it. */
  private static boolean isPermitted(Tester tester, DoipFrame frame) throws IOException {
    if (frame.payload().length < 5) {
      return nack(tester, HeaderFault.LENGTH);
    }
    if (tester.address == frame.address(0)) {
      return true;
    }
    tester.send(
        DoipFrame.refuse(frame.address(2), frame.address(0), MessageFault.SOURCE_INVALID.code()));
    return false;
  }

  private boolean diagnostic(Tester tester, DoipFrame frame) throws IOException {
    int target = frame.address(2);
    boolean toAll = target == Addresses.ALL_CONTROLLERS;
    List<UdsResponder> asked = units.stream().filter(u -> toAll || u.address() == target).toList();
    if (asked.isEmpty()) {
      tester.send(DoipFrame.refuse(target, tester.address, MessageFault.TARGET_UNKNOWN.code()));
      return true;
    }
    byte[] request = frame.service();
    int number = messages.incrementAndGet();
    boolean due = misbehavesAt == 0 || misbehavesAt == number;
    Misbehaviour how = due ? misbehaviour : Misbehaviour.NONE;
    if (how == Misbehaviour.DROP) {
      return false;
    }
    tester.send(DoipFrame.acknowledge(target, tester.address));
    if (how == Misbehaviour.DELAY) {
      return true;
    }
    if (how == Misbehaviour.ALIVE_CHECK && !saysItIsAlive(tester)) {
      return false;
    }
    for (UdsResponder unit : asked) {
      if (!answer(tester, unit, request, toAll, how)) {
        return false;
      }
    }
    return true;
  }

  private static boolean saysItIsAlive(Tester tester) throws IOException {
    tester.send(new DoipFrame(DoipFrame.ALIVE_REQUEST, new byte[0]));
    DoipFrame answer = DoipFrame.read(tester.socket.getInputStream());
    return answer.payloadType() == DoipFrame.ALIVE_RESPONSE && answer.address(0) == tester.address;
  }

  /** Sends the answer of one controller, if it has one; says whether the connection goes on. */
  private boolean answer(
      Tester tester, UdsResponder unit, byte[] request, boolean toAll, Misbehaviour how)
      throws IOException {
    byte[] says = toAll ? with(v -> unit.answerToAll(request)) : answer(unit, request, how);
    if (says.length == 0) {
      return true;
    }
    if (how == Misbehaviour.LATE) {
      byte[] pending = Uds.negative(request[0] & 0xFF, Uds.RESPONSE_PENDING);
      tester.send(DoipFrame.diagnostic(unit.address(), tester.address, pending));
      tester.send(DoipFrame.diagnostic(unit.address(), tester.address, pending));
    }
    byte[] whole = DoipFrame.diagnostic(unit.address(), tester.address, says).encode();
    if (how == Misbehaviour.GARBAGE) {
      tester.write("this is no frame at all".getBytes(StandardCharsets.US_ASCII));
    } else if (how == Misbehaviour.CUT) {
      tester.write(Arrays.copyOf(whole, whole.length / 2));
      return false;
    } else {
      tester.write(whole);
    }
    return true;
  }

  /** How many sockets of testers there are, and how many are in use (ISO 13400-2). */
  EntityStatus status() {
    int registered = (int) open.stream().filter(Tester::isRegistered).count();
    return new EntityStatus(
        0, MAX_CONNECTIONS, registered, OptionalLong.of(DoipFrame.LONGEST_PAYLOAD));
  }

  private byte[] answer(UdsResponder unit, byte[] request, Misbehaviour how) {
    int service = request[0] & 0xFF;
    return switch (how) {
      case BUSY -> Uds.negative(service, 0x21);
      case PENDING -> Uds.negative(service, Uds.RESPONSE_PENDING);
      case NEGATIVE -> Uds.negative(service, 0x22);
      case LYING_CLEAR ->
          service == Uds.CLEAR
              ? Uds.positive(Uds.CLEAR, new byte[0])
              : with(v -> unit.answer(request));
      case WRONG_VEHICLE -> {
        byte[] honest = with(v -> unit.answer(request));
        boolean vin = service == Uds.READ_DATA && Arrays.equals(request, Uds.readData(Uds.VIN));
        if (vin) {
          byte[] other = OTHER_VIN.getBytes(StandardCharsets.US_ASCII);
          System.arraycopy(other, 0, honest, 3, other.length);
        }
        yield honest;
      }
      default -> with(v -> unit.answer(request));
    };
  }

  @Override
  public void close() throws IOException {
    server.close();
    ticking.cancel(false);
    for (Tester t : open) {
      t.close();
    }
    close(engine, ownsEngine);
  }
}
