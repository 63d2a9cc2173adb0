package hopmend.standin;

import hopmend.wire.Announcement;
import hopmend.wire.DoipFrame;
import hopmend.wire.EntityStatus;
import hopmend.wire.PowerMode;
import hopmend.wire.WireException;
import java.io.ByteArrayInputStream;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.ClosedSelectorException;
import java.nio.channels.DatagramChannel;
import java.nio.channels.SelectionKey;
import java.nio.channels.Selector;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Many simulated vehicles in one process. Each is a host of its own on the loopback network,
 * 127.0.13.1 and on, at the published port 13400, and answers when it is looked for by UDP, by its
 * address or by the broadcast address 127.255.255.255. Where these addresses cannot be had, all
 * stand at 127.0.0.1 on free ports. The buses of some can be got at too, as by a bridge.
 */
public final class Garage implements Closeable {
  /** TCP and UDP port of ISO 13400-2. */
  public static final int PORT = 13_400;

  private static final String BROADCAST = "127.255.255.255";

  private final DoipServer.Engine engine = DoipServer.Engine.start();
  private final List<DoipServer> servers = new ArrayList<>();
  private final List<BusServer> buses = new ArrayList<>();
  private final List<DatagramChannel> channels = new ArrayList<>();
  private final Selector selector = Selector.open();

  private Garage() throws IOException {}

  /**
   * Opens the doors.
   *
   * @param port {@link #PORT}, or 0 for free ports at 127.0.0.1
   * @param timeFactor how many simulated seconds pass in a second
   */
  public static Garage open(List<VehicleSpec> specs, int port, double timeFactor)
      throws IOException {
    List<SimulatedVehicle> vehicles = specs.parallelStream().map(SimulatedVehicle::new).toList();
    if (port != 0) {
      Garage garage = new Garage();
      try {
        garage.admit(vehicles, port, timeFactor);
        return garage;
      } catch (IOException taken) {
        garage.close();
      }
    }
    Garage garage = new Garage();
    garage.admit(vehicles, 0, timeFactor);
    return garage;
  }

  private void admit(List<SimulatedVehicle> vehicles, int port, double timeFactor)
      throws IOException {
    for (int i = 0; i < vehicles.size(); i++) {
      String host = port == 0 ? "127.0.0.1" : "127.0.13." + (1 + i);
      InetSocketAddress address = new InetSocketAddress(InetAddress.getByName(host), port);
      DoipServer server = new DoipServer(vehicles.get(i), address, timeFactor, engine, false);
      servers.add(server);
      BusKind bus = vehicles.get(i).spec().bus();
      if (bus != null) {
        buses.add(new BusServer(server, bus, 0));
      }
      channels.add(channel(server.address()));
    }
    if (port != 0) {
      channels.add(channel(new InetSocketAddress(BROADCAST, port)));
    }
    Thread listener = new Thread(this::answerSeekers, "standin-announcements");
    listener.setDaemon(true);
    listener.start();
  }

  private DatagramChannel channel(SocketAddress address) throws IOException {
    DatagramChannel channel = DatagramChannel.open();
    channel.bind(address);
    channel.configureBlocking(false);
    channel.register(selector, SelectionKey.OP_READ);
    return channel;
  }

  private void answerSeekers() {
    ByteBuffer buffer = ByteBuffer.allocate(1024);
    try {
      while (selector.isOpen()) {
        selector.select();
        for (SelectionKey key : selector.selectedKeys()) {
          answer((DatagramChannel) key.channel(), buffer);
        }
        selector.selectedKeys().clear();
      }
    } catch (IOException | ClosedSelectorException e) {
      // the doors are closed
    }
  }

  private void answer(DatagramChannel asked, ByteBuffer buffer) throws IOException {
    buffer.clear();
    SocketAddress seeker = asked.receive(buffer);
    Optional<DoipFrame> request = request(buffer);
    if (seeker == null || request.isEmpty()) {
      return;
    }
    for (int i = 0; i < servers.size(); i++) {
      DatagramChannel own = channels.get(i);
      if (own == asked
          || asked == channels.get(channels.size() - 1) && channels.size() > servers.size()) {
        Optional<DoipFrame> says = says(servers.get(i), request.get());
        if (says.isPresent()) {
          own.send(ByteBuffer.wrap(says.get().encode()), seeker);
        }
      }
    }
  }

  /** What a vehicle answers to a datagram: nothing to who looks for another one. */
  private static Optional<DoipFrame> says(DoipServer server, DoipFrame request) {
    VehicleSpec spec = server.with(SimulatedVehicle::spec);
    Announcement itself = new Announcement(spec.vin(), spec.logicalAddress(), 0);
    return switch (request.payloadType()) {
      case Announcement.REQUEST_TYPE -> Optional.of(itself.frame());
      case Announcement.REQUEST_BY_VIN, Announcement.REQUEST_BY_EID ->
          itself.isMeantBy(request) ? Optional.of(itself.frame()) : Optional.empty();
      case EntityStatus.REQUEST_TYPE -> Optional.of(server.status().frame());
      case PowerMode.REQUEST_TYPE ->
          Optional.of(
              (server.with(SimulatedVehicle::ignition) == SimulatedVehicle.Ignition.OFF
                      ? PowerMode.NOT_READY
                      : PowerMode.READY)
                  .frame());
      default -> Optional.empty();
    };
  }

  private static Optional<DoipFrame> request(ByteBuffer buffer) {
    try {
      return Optional.of(
          DoipFrame.read(new ByteArrayInputStream(buffer.array(), 0, buffer.position())));
    } catch (IOException | WireException e) {
      return Optional.empty();
    }
  }

  public List<DoipServer> servers() {
    return List.copyOf(servers);
  }

  /** The buses that can be got at by a bridge, each on a port of its own. */
  public List<BusServer> buses() {
    return List.copyOf(buses);
  }

  /** The server of an identification number. */
  public Optional<DoipServer> server(String vin) {
    return servers.stream().filter(s -> s.with(v -> v.spec().vin()).equals(vin)).findFirst();
  }

  @Override
  public void close() throws IOException {
    selector.close();
    for (DatagramChannel c : channels) {
      c.close();
    }
    for (BusServer b : buses) {
      b.close();
    }
    for (DoipServer s : servers) {
      s.close();
    }
    engine.close();
  }
}
