package hopmend.app.link;

import hopmend.wire.Announcement;
import hopmend.wire.DoipFrame;
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
  private static final int MOST_ANSWERS = 200;

  /** A vehicle that announced itself. */
  public record Found(String host, int port, String vin, int logicalAddress) {}

  /** Asks and listens for less than a second. */
  List<Found> look(List<Gateway> list) {
    Map<String, Found> found = new LinkedHashMap<>();
    try (DatagramSocket socket = new DatagramSocket()) {
      socket.setBroadcast(true);
      ask(socket, new InetSocketAddress(LOOPBACK_BROADCAST, PORT));
      for (Gateway g : list) {
        ask(socket, new InetSocketAddress(g.host(), g.port()));
      }
      long end = System.nanoTime() + WAIT_MILLIS * 1_000_000L;
      while (found.size() < MOST_ANSWERS) {
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

  private static void ask(DatagramSocket socket, SocketAddress where) {
    try {
      byte[] request = Announcement.request().encode();
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
      Announcement says = Announcement.of(frame);
      String host = packet.getAddress().getHostAddress();
      found.put(
          host + packet.getPort() + says.vin(),
          new Found(host, packet.getPort(), says.vin(), says.logicalAddress()));
    } catch (WireException | java.io.EOFException e) {
      // no announcement
    }
  }
}
