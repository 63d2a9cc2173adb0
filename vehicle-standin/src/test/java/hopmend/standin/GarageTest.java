package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import hopmend.fault.TroubleCode;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Announcement;
import hopmend.wire.Capture;
import hopmend.wire.DoipFrame;
import hopmend.wire.Uds;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Many vehicles at once: found by UDP, talked to, recorded, and dissected by a general analyser.
 */
class GarageTest {
  private static final int TEST_PORT = 13_499;
  private static final int TESTER = 0x0E00;

  @TempDir Path folder;

  private static Set<String> look(String host, int port) throws IOException {
    return look(host, port, Announcement.request());
  }

  private static Set<String> look(String host, int port, DoipFrame what) throws IOException {
    Set<String> found = new TreeSet<>();
    try (DatagramSocket socket = new DatagramSocket()) {
      socket.setBroadcast(true);
      socket.setSoTimeout(600);
      byte[] request = what.encode();
      socket.send(new DatagramPacket(request, request.length, new InetSocketAddress(host, port)));
      while (true) {
        DatagramPacket answer = new DatagramPacket(new byte[256], 256);
        socket.receive(answer);
        DoipFrame frame =
            DoipFrame.read(new ByteArrayInputStream(answer.getData(), 0, answer.getLength()));
        found.add(answer.getAddress().getHostAddress() + " " + Announcement.of(frame).vin());
      }
    } catch (SocketTimeoutException end) {
      return found;
    }
  }

  @Test
  void vehiclesAreHostsOfTheirOwnAndAnswerBroadcastAndAddress() throws Exception {
    List<VehicleSpec> three = VehicleSpec.fleet().subList(0, 3);
    try (Garage garage = Garage.open(three, TEST_PORT, 1)) {
      assertThat(garage.servers()).extracting(s -> s.port()).containsOnly(TEST_PORT);
      assertThat(look("127.255.255.255", TEST_PORT))
          .hasSize(3)
          .contains("127.0.13.1 0HMWS3A07K1000342");
      assertThat(look("127.0.13.2", TEST_PORT)).hasSize(1);
      byte[] number = three.get(1).vin().getBytes(StandardCharsets.US_ASCII);
      assertThat(
              look(
                  "127.255.255.255", TEST_PORT, new DoipFrame(Announcement.REQUEST_BY_VIN, number)))
          .as("who is looked for by number, and nobody else")
          .containsExactly("127.0.13.2 " + three.get(1).vin());
      byte[] entity = {0, 0, 0, 0, 0x10, (byte) 0x82};
      assertThat(
              look(
                  "127.255.255.255", TEST_PORT, new DoipFrame(Announcement.REQUEST_BY_EID, entity)))
          .as("by the identification of its gateway")
          .containsExactly("127.0.13.3 " + three.get(2).vin());
      try (Garage second = Garage.open(three, TEST_PORT, 1)) {
        assertThat(second.servers()).as("taken: free ports").noneMatch(s -> s.port() == TEST_PORT);
        assertThat(look("127.0.0.1", second.servers().get(1).port())).hasSize(1);
      }
    }
    assertThat(look("127.255.255.255", TEST_PORT)).isEmpty();
    for (int i = 0; i < 50 && standinThreads() > 0; i++) {
      Thread.sleep(20);
    }
    assertThat(standinThreads()).as("threads left behind").isZero();
  }

  private static long standinThreads() {
    return Thread.getAllStackTraces().keySet().stream()
        .filter(t -> t.isAlive() && t.getName().startsWith("standin"))
        .count();
  }

  /** Talks to a vehicle as a tester does and keeps what went over the wire. */
  private static List<Capture.Packet> exchange(DoipServer server) throws IOException {
    List<Capture.Packet> packets = new ArrayList<>();
    List<byte[]> requests =
        List.of(
            Uds.readData(Uds.VIN),
            Uds.session(Uds.EXTENDED_SESSION),
            Uds.testerPresent(),
            Uds.readCodes(0x0D),
            Uds.readPermanentCodes(),
            Uds.readSnapshot(TroubleCode.parse("P0340-31").threeBytes()),
            Uds.readData(
                List.of(LiveSignal.ENGINE_SPEED.identifier(), LiveSignal.COOLANT.identifier())),
            Uds.readData(Uds.READINESS),
            Uds.readData(0x1234),
            Uds.clear(Uds.GROUP_ALL),
            Uds.countCodes(0x0D),
            Uds.routine(Uds.ROUTINE_RESULTS, 769));
    Instant time = Instant.parse("2026-11-24T10:00:00Z");
    try (Socket socket = new Socket(server.address().getAddress(), server.port())) {
      socket.setSoTimeout(3000);
      List<DoipFrame> frames = new ArrayList<>();
      frames.add(DoipFrame.routingRequest(TESTER, 0));
      requests.forEach(r -> frames.add(DoipFrame.diagnostic(TESTER, 0x1080, r)));
      for (DoipFrame f : frames) {
        packets.add(
            new Capture.Packet(time = time.plusMillis(5), Capture.Wire.IP, 1, false, f.encode()));
        socket.getOutputStream().write(f.encode());
        int answers = f.payloadType() == DoipFrame.ROUTING_REQUEST ? 1 : 2;
        for (int i = 0; i < answers; i++) {
          DoipFrame answer = DoipFrame.read(socket.getInputStream());
          packets.add(
              new Capture.Packet(
                  time = time.plusMillis(2), Capture.Wire.IP, 1, true, answer.encode()));
        }
      }
    }
    return packets;
  }

  /** Debian's tshark is the independent decoder; without it the test is skipped, loudly. */
  @Test
  void aRecordedExchangeIsDissectedWithoutAMalformedPacket() throws Exception {
    boolean there = new ProcessBuilder("sh", "-c", "command -v tshark").start().waitFor() == 0;
    if (!there) {
      System.err.println("SKIPPED: tshark is not installed; install Debian's package tshark.");
    }
    assumeTrue(there, "tshark");
    List<Capture.Packet> packets;
    try (DoipServer server = new DoipServer(new SimulatedVehicle(VehicleSpec.demo()), 0, 1)) {
      packets = exchange(server);
    }
    Path file = Files.write(folder.resolve("exchange.pcap"), Capture.pcap(packets));
    List<String> protocols = tshark(file, "-T", "fields", "-e", "frame.protocols");
    assertThat(protocols).hasSize(packets.size()).allMatch(p -> p.contains("tcp:doip"));
    assertThat(protocols.stream().filter(p -> p.endsWith("doip:uds")).count()).isEqualTo(24);
    String whole = String.join("\n", tshark(file, "-V"));
    assertThat(whole).doesNotContainIgnoringCase("malformed").doesNotContain("Bad checksum");
    assertThat(
            tshark(
                file,
                "-Y",
                "tcp.checksum.status == 0 || ip.checksum.status == 0",
                "-o",
                "tcp.check_checksum:TRUE",
                "-o",
                "ip.check_checksum:TRUE"))
        .isEmpty();
    List<String> services = tshark(file, "-Y", "uds.reply == 0", "-T", "fields", "-e", "uds.sid");
    assertThat(services).contains("0x10", "0x14", "0x19", "0x22", "0x31", "0x3e");
    assertThat(tshark(file, "-Y", "uds.err.code", "-T", "fields", "-e", "uds.err.code"))
        .containsExactly("0x31");
  }

  private List<String> tshark(Path file, String... options) throws Exception {
    List<String> command = new ArrayList<>(List.of("tshark", "-n", "-r", file.toString()));
    command.addAll(List.of(options));
    Process p =
        new ProcessBuilder(command)
            .redirectError(folder.resolve("tshark.err").toFile())
            .redirectOutput(folder.resolve("tshark.out").toFile())
            .start();
    assertThat(p.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(p.exitValue()).as(Files.readString(folder.resolve("tshark.err"))).isZero();
    return Files.readAllLines(folder.resolve("tshark.out")).stream()
        .filter(l -> !l.isBlank())
        .toList();
  }

  @Test
  void theBenchListsAllVehiclesAndEachHasItsPage() throws Exception {
    try (Garage garage = Garage.open(VehicleSpec.fleet(), 0, 1);
        BenchPage bench = new BenchPage(garage.servers(), 0)) {
      HttpClient http = HttpClient.newHttpClient();
      String base = bench.url();
      String index =
          http.send(
                  HttpRequest.newBuilder(URI.create(base)).build(),
                  HttpResponse.BodyHandlers.ofString())
              .body();
      assertThat(index).contains("Van 14", "Nurse car 12", "0HMWS3A07K1000342");
      HttpResponse<String> there =
          http.send(
              HttpRequest.newBuilder(URI.create(base + "2/fault/open-coolant"))
                  .POST(HttpRequest.BodyPublishers.noBody())
                  .build(),
              HttpResponse.BodyHandlers.ofString());
      assertThat(there.headers().firstValue("Location")).get().asString().endsWith("/2/");
      assertThat(garage.servers().get(1).<Boolean>with(v -> v.hasFault("open-coolant"))).isTrue();
      assertThat(garage.servers().get(0).<Boolean>with(v -> v.hasFault("open-coolant"))).isFalse();
      assertThat(garage.server("0HMWS3A07K1000342")).contains(garage.servers().get(0));
    }
  }
}
