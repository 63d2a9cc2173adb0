package hopmend.app.link;

import hopmend.wire.Announcement;
import hopmend.wire.DoipFrame;
import hopmend.wire.EntityStatus;
import hopmend.wire.PowerMode;
import hopmend.wire.WireException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Looks for vehicles by UDP (ISO 13400-2): on the loopback network by broadcast, and at the
 * addresses of the lead's list. Nowhere else.
 */
@Component
class Seeker {
  private static final String LOOPBACK_BROADCAST = "127.255.255.255";
  private static final int PORT = 13_400;
  private static final int WAIT_MILLIS = 700;
  private static final int MOST_ANSWERS = 600;

  /**
   * A vehicle that announced itself.
   *
   * @param power whether it is ready to be asked; empty where it does not tell
   * @param sockets of testers; empty where it does not tell
   */
  public record Found(
      String host,
      int port,
      String vin,
      int logicalAddress,
      Optional<PowerMode> power,
      Optional<EntityStatus> sockets) {
    private Found with(PowerMode told) {
      return new Found(host, port, vin, logicalAddress, Optional.of(told), sockets);
    }

    private Found with(EntityStatus told) {
      return new Found(host, port, vin, logicalAddress, power, Optional.of(told));
    }
  }

  /**
   * Asks and listens for less than a second.
   *
   * @param who one vehicle, see {@link Announcement#request(String)}; empty for all
   */
  List<Found> look(List<Gateway> list, String who) {
    DoipFrame request = Announcement.request(who);
    Map<String, Found> found = new LinkedHashMap<>();
    try (DatagramSocket socket = new DatagramSocket()) {
      socket.setBroadcast(true);
      ask(socket, request, new InetSocketAddress(LOOPBACK_BROADCAST, PORT));
      for (Gateway g : list.stream().filter(g -> g.manner().way() == Way.GATEWAY).toList()) {
        ask(socket, request, new InetSocketAddress(g.host(), g.port()));
      }
      long end = System.nanoTime() + WAIT_MILLIS * 1_000_000L;
      for (int answers = 0; answers < MOST_ANSWERS; answers++) {
        long left = (end - System.nanoTime()) / 1_000_000L;
        if (left <= 0) {
          break;
        }
        socket.setSoTimeout((int) left);
        listen(socket, found);
      }
    } catch (IOException e) {
      // the time is over, or this machine has no such network: what was found is what there is
    }
    return new ArrayList<>(found.values());
  }

  private static void ask(DatagramSocket socket, DoipFrame what, SocketAddress where) {
    try {
      byte[] request = what.encode();
      socket.send(new DatagramPacket(request, request.length, where));
    } catch (IOException | IllegalArgumentException e) {
      // this address cannot be asked; the others can
    }
  }

  private static void listen(DatagramSocket socket, Map<String, Found> found) throws IOException {
    DatagramPacket packet = new DatagramPacket(new byte[512], 512);
    socket.receive(packet);
    try {
      DoipFrame frame =
          DoipFrame.read(new ByteArrayInputStream(packet.getData(), 0, packet.getLength()));
      String from = packet.getAddress().getHostAddress() + " " + packet.getPort();
      switch (frame.payloadType()) {
        case PowerMode.TYPE ->
            PowerMode.of(frame)
                .ifPresent(told -> found.computeIfPresent(from, (at, f) -> f.with(told)));
        case EntityStatus.TYPE -> {
          EntityStatus told = EntityStatus.of(frame);
          found.computeIfPresent(from, (at, f) -> f.with(told));
        }
        default -> {
          Announcement says = Announcement.of(frame);
          Found one =
              new Found(
                  packet.getAddress().getHostAddress(),
                  packet.getPort(),
                  says.vin(),
                  says.logicalAddress(),
                  Optional.empty(),
                  Optional.empty());
          if (found.putIfAbsent(from, one) == null) {
            SocketAddress there = packet.getSocketAddress();
            ask(socket, new DoipFrame(PowerMode.REQUEST_TYPE, new byte[0]), there);
            ask(socket, new DoipFrame(EntityStatus.REQUEST_TYPE, new byte[0]), there);
          }
        }
      }
    } catch (WireException | java.io.EOFException e) {
      // no announcement
    }
  }
}
