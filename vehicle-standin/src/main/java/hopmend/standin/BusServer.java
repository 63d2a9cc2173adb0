package hopmend.standin;

import hopmend.bus.CanFrame;
import hopmend.bus.EmissionsAddress;
import hopmend.wire.WireException;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * The bus of a simulated vehicle behind a bridge on a loopback TCP port: sixteen bytes a frame,
 * both ways, as {@link CanFrame} lays them out. Every tester hears every frame, those of other
 * testers too.
 */
public final class BusServer implements Closeable {
  private static final int TICK_MILLIS = 100;

  /** Of the controllers beside the engine's, by ISO 15765-4 and its usual places. */
  private static final List<Integer> ADDRESSES = List.of(0x10, 0x18, 0x28, 0x40, 0x48);

  private final SimulatedVehicle vehicle;
  private final BusKind kind;
  private final List<BusNode> nodes;
  private final ServerSocket server;
  private final ExecutorService threads;
  private final Set<Socket> testers = ConcurrentHashMap.newKeySet();
  private final ScheduledFuture<?> ticking;
  private long tenths;

  /** Puts the vehicle's bus on any free port, or on a given one. */
  public BusServer(DoipServer vehicle, BusKind kind, int port) throws IOException {
    this.vehicle = vehicle.with(v -> v);
    this.kind = kind;
    this.nodes = nodes(this.vehicle, kind);
    this.server = new ServerSocket();
    server.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
    this.threads = vehicle.engine().connections();
    threads.submit(this::accept);
    ticking =
        vehicle
            .engine()
            .clock()
            .scheduleAtFixedRate(this::tick, TICK_MILLIS, TICK_MILLIS, TimeUnit.MILLISECONDS);
  }

  private static List<BusNode> nodes(SimulatedVehicle vehicle, BusKind kind) {
    List<VehicleSpec.UnitSpec> units =
        Stream.concat(Stream.of(vehicle.spec().engine()), vehicle.spec().controllers().stream())
            .limit(ADDRESSES.size())
            .toList();
    List<BusNode> nodes = new ArrayList<>();
    for (int i = 0; i < units.size(); i++) {
      VehicleSpec.UnitSpec unit = units.get(i);
      boolean isEngine = i == 0;
      nodes.add(
          kind.addresses()
              .<BusNode>map(a -> emissions(vehicle, kind, a, unit, nodes.size()))
              .orElseGet(() -> new TruckNode(vehicle, unit, isEngine)));
    }
    return nodes;
  }

  private static BusNode emissions(
      SimulatedVehicle vehicle,
      BusKind kind,
      EmissionsAddress addresses,
      VehicleSpec.UnitSpec unit,
      int place) {
    UdsResponder says = place == 0 ? new UdsResponder(vehicle) : new UdsResponder(vehicle, unit);
    int listens =
        addresses == EmissionsAddress.ELEVEN_BITS
            ? 0x7E0 + place
            : 0x18DA00F1 | ADDRESSES.get(place) << 8;
    return new EmissionsNode(
        addresses,
        listens,
        kind.isOld()
            ? new EmissionsResponder(says)
            : (request, toAll) -> toAll ? says.answerToAll(request) : says.answer(request));
  }

  public InetSocketAddress address() {
    return (InetSocketAddress) server.getLocalSocketAddress();
  }

  public BusKind kind() {
    return kind;
  }

  public VehicleSpec spec() {
    return vehicle.spec();
  }

  private void accept() {
    while (!server.isClosed()) {
      try {
        Socket tester = server.accept();
        tester.setTcpNoDelay(true);
        testers.add(tester);
        threads.submit(() -> serve(tester));
      } catch (IOException e) {
        return;
      }
    }
  }

  private void serve(Socket tester) {
    try (tester) {
      DataInputStream in = new DataInputStream(tester.getInputStream());
      byte[] sixteen = new byte[CanFrame.BYTES];
      while (true) {
        in.readFully(sixteen);
        Optional<CanFrame> frame = CanFrame.of(sixteen);
        if (frame.isPresent()) {
          heard(tester, frame.get());
        }
      }
    } catch (IOException | WireException e) {
      // the tester left, or sent what is no frame
    } finally {
      testers.remove(tester);
    }
  }

  private void heard(Socket by, CanFrame frame) {
    testers.stream().filter(t -> t != by).forEach(t -> write(t, frame));
    List<CanFrame> answers = new ArrayList<>();
    synchronized (vehicle) {
      nodes.forEach(n -> answers.addAll(n.hear(frame)));
    }
    answers.forEach(this::everybodyHears);
  }

  private void tick() {
    if (testers.isEmpty()) {
      return;
    }
    List<CanFrame> said = new ArrayList<>();
    synchronized (vehicle) {
      nodes.forEach(n -> said.addAll(n.byItself(tenths)));
    }
    tenths++;
    said.forEach(this::everybodyHears);
  }

  private void everybodyHears(CanFrame frame) {
    testers.forEach(t -> write(t, frame));
  }

  private void write(Socket tester, CanFrame frame) {
    try {
      synchronized (tester) {
        tester.getOutputStream().write(frame.encode());
      }
    } catch (IOException e) {
      testers.remove(tester);
    }
  }

  @Override
  public void close() throws IOException {
    ticking.cancel(false);
    server.close();
    for (Socket t : testers) {
      t.close();
    }
  }
}
