package hopmend.app.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.wire.Capture;
import hopmend.wire.DoipFrame;
import hopmend.wire.Uds;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Clock;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** A gateway that floods, and one that sends a byte now and then: neither fills nor holds us. */
class HostileGatewayTest {
  private static final LinkTimes QUICK = new LinkTimes(300, 100, 600, 1_000, 1_500);

  private interface Answer {
    void to(OutputStream out) throws IOException, InterruptedException;
  }

  /** Activates routing as it should, then does as it likes. */
  private static ServerSocket gateway(Answer answer) throws IOException {
    ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress());
    Thread thread =
        new Thread(
            () -> {
              try (Socket s = server.accept()) {
                DoipFrame.read(s.getInputStream());
                byte[] accepted = {0x0E, 0, 0x10, (byte) 0x80, 0x10, 0, 0, 0, 0};
                s.getOutputStream()
                    .write(new DoipFrame(DoipFrame.ROUTING_RESPONSE, accepted).encode());
                DoipFrame.read(s.getInputStream());
                answer.to(s.getOutputStream());
              } catch (IOException | InterruptedException e) {
                // the other side has had enough
              }
            });
    thread.setDaemon(true);
    thread.start();
    return server;
  }

  private static void ask(ServerSocket server, LinkTimes times, WireLog log) {
    InetSocketAddress address =
        new InetSocketAddress(server.getInetAddress(), server.getLocalPort());
    try (VehicleLink link = Routes.open(address, times, log)) {
      link.ask(0x1080, Uds.readData(Uds.VIN), "tell its number");
    }
  }

  @Test
  void aFloodOfLargeFramesFillsNoMemoryAndEnds() throws Exception {
    WireLog log = new WireLog(Clock.systemUTC());
    byte[] large = new DoipFrame(DoipFrame.DIAGNOSTIC_ACK, new byte[65_000]).encode();
    try (ServerSocket flood =
        gateway(
            out -> {
              for (int i = 0; i < 20_000; i++) {
                out.write(large);
              }
            })) {
      assertThatThrownBy(() -> ask(flood, QUICK, log)).isInstanceOf(LinkProblem.class);
    }
    assertThat(log.packets()).isNotEmpty();
    assertThat(log.packets().stream().mapToInt((Capture.Packet p) -> p.bytes().length).sum())
        .isLessThanOrEqualTo(WireLog.MOST_BYTES);
  }

  @Test
  void aFrameHasToComeInTimeAsAWhole() throws Exception {
    byte[] frame = DoipFrame.diagnostic(0x1080, 0x0E00, new byte[200]).encode();
    AtomicInteger dripped = new AtomicInteger();
    try (ServerSocket drip =
        gateway(
            out -> {
              for (byte b : frame) {
                out.write(b);
                dripped.incrementAndGet();
                Thread.sleep(100);
              }
            })) {
      assertThatThrownBy(() -> ask(drip, QUICK, new WireLog(Clock.systemUTC())))
          .isInstanceOf(LinkProblem.class)
          .hasMessageContaining("did not answer in time");
      assertThat(dripped.get()).as("given up before the frame was whole").isLessThan(frame.length);
    }
  }

  @Test
  void anExchangeOfManyServicesHasADeadlineAsAWhole() throws Exception {
    byte[] busy = DoipFrame.diagnostic(0x1080, 0x0E00, new byte[] {0x7F, 0x22, 0x78}).encode();
    AtomicInteger waits = new AtomicInteger();
    try (ServerSocket patient =
        gateway(
            out -> {
              for (int i = 0; i < 100; i++) {
                out.write(busy);
                waits.incrementAndGet();
                Thread.sleep(100);
              }
            })) {
      LinkTimes patience = new LinkTimes(300, 100, 600, 60_000, 1_500);
      assertThatThrownBy(() -> ask(patient, patience, new WireLog(Clock.systemUTC())))
          .hasMessageContaining("did not answer in time");
      assertThat(waits.get()).as("given up before it said its last word").isLessThan(100);
    }
  }
}
