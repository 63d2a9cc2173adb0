package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.sensor.LiveSignal;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.wire.DoipFrame;
import hopmend.wire.HeaderFault;
import hopmend.wire.MessageFault;
import hopmend.wire.RoutingAnswer;
import hopmend.wire.Uds;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DoipServerTest {
  private static final int TESTER = 0x0E00;
  private static final int VEHICLE = 0x1080;

  private DoipServer server;
  private BenchPage bench;

  @BeforeEach
  void start() throws IOException {
    server = new DoipServer(new SimulatedVehicle(VehicleSpec.demo()), 0, 1);
    bench = new BenchPage(server, 0);
  }

  @AfterEach
  void stop() throws IOException {
    bench.close();
    server.close();
  }

  private Socket connect() throws IOException {
    Socket socket = new Socket(InetAddress.getLoopbackAddress(), server.port());
    socket.setSoTimeout(3000);
    return socket;
  }

  private static DoipFrame exchange(Socket socket, DoipFrame frame) throws IOException {
    socket.getOutputStream().write(frame.encode());
    return DoipFrame.read(socket.getInputStream());
  }

  private static byte[] ask(Socket socket, byte[] service) throws IOException {
    DoipFrame ack = exchange(socket, DoipFrame.diagnostic(TESTER, VEHICLE, service));
    assertThat(ack.payloadType()).isEqualTo(DoipFrame.DIAGNOSTIC_ACK);
    return DoipFrame.read(socket.getInputStream()).service();
  }

  @Test
  void routingComesFirstAndIsAccepted() throws IOException {
    try (Socket socket = connect()) {
      DoipFrame early =
          exchange(socket, DoipFrame.diagnostic(TESTER, VEHICLE, Uds.testerPresent()));
      assertThat(early.payloadType()).isEqualTo(DoipFrame.DIAGNOSTIC_NACK);
      assertThat(early.payload()[4]).isEqualTo((byte) MessageFault.SOURCE_INVALID.code());
      assertThat(socket.getInputStream().read()).as("and it hangs up").isEqualTo(-1);
    }
    try (Socket socket = connect()) {
      DoipFrame routed = exchange(socket, DoipFrame.routingRequest(TESTER, 0));
      assertThat(routed.payloadType()).isEqualTo(DoipFrame.ROUTING_RESPONSE);
      assertThat(routed.address(0)).isEqualTo(TESTER);
      assertThat(routed.address(2)).isEqualTo(VEHICLE);
      assertThat(routed.payload()[4]).isEqualTo((byte) DoipFrame.ROUTING_ACCEPTED);
      assertThat(ask(socket, Uds.testerPresent())).isEqualTo(new byte[] {0x7E, 0});
    }
  }

  /** Refusals of the routing activation (ISO 13400-2, from memory). */
  @ParameterizedTest
  @CsvSource({"0x0DFF, 0, 0x00", "0x1080, 0, 0x00", "0x0E00, 0xE0, 0x06"})
  void aTesterThatMayNotIsTurnedAway(String tester, String type, String answer) throws IOException {
    try (Socket socket = connect()) {
      DoipFrame routed =
          exchange(socket, DoipFrame.routingRequest(Integer.decode(tester), Integer.decode(type)));
      assertThat(routed.payload()[4]).isEqualTo((byte) (int) Integer.decode(answer));
      assertThat(socket.getInputStream().read()).isEqualTo(-1);
    }
  }

  @Test
  void anAddressIsOneTestersAsLongAsItIsAlive() throws Exception {
    try (Socket first = connect();
        Socket second = connect()) {
      exchange(first, DoipFrame.routingRequest(TESTER, 0));
      second.getOutputStream().write(DoipFrame.routingRequest(TESTER, 0).encode());
      DoipFrame alive = DoipFrame.read(first.getInputStream());
      assertThat(alive.payloadType()).isEqualTo(DoipFrame.ALIVE_REQUEST);
      first
          .getOutputStream()
          .write(
              new DoipFrame(DoipFrame.ALIVE_RESPONSE, new byte[] {TESTER >> 8, (byte) TESTER})
                  .encode());
      assertThat(DoipFrame.read(second.getInputStream()).payload()[4])
          .isEqualTo((byte) RoutingAnswer.TESTER_ELSEWHERE.code());
      try (Socket third = connect()) {
        assertThat(exchange(third, DoipFrame.routingRequest(TESTER, 0)).payload()[4])
            .as("the first one says nothing, and is cut off")
            .isEqualTo((byte) DoipFrame.ROUTING_ACCEPTED);
      }
    }
  }

  @Test
  void allControllersHearTheFunctionalAddressAndEachKeepsItsOwnCodes() throws IOException {
    VehicleSpec bus =
        VehicleSpec.fleet().stream()
            .filter(s -> s.name().equals("Minibus 2"))
            .findFirst()
            .orElseThrow();
    try (DoipServer many = new DoipServer(new SimulatedVehicle(bus), 0, 1);
        Socket socket = new Socket(InetAddress.getLoopbackAddress(), many.port())) {
      socket.setSoTimeout(3000);
      exchange(socket, DoipFrame.routingRequest(TESTER, 0));
      exchange(socket, DoipFrame.diagnostic(TESTER, 0xE000, Uds.testerPresent()));
      Set<Integer> answered = new TreeSet<>();
      for (int i = 0; i < 3; i++) {
        answered.add(DoipFrame.read(socket.getInputStream()).address(0));
      }
      assertThat(answered).containsExactly(0x1084, 0x1384, 0x1484);
      exchange(socket, DoipFrame.diagnostic(TESTER, 0xE000, Uds.readData(Uds.VIN)));
      assertThat(DoipFrame.read(socket.getInputStream()).address(0))
          .as("who has not what was asked says nothing")
          .isEqualTo(0x1084);
      exchange(socket, DoipFrame.diagnostic(TESTER, 0x1384, Uds.readCodes(0x0D)));
      assertThat(DoipFrame.read(socket.getInputStream()).service())
          .as("the brakes have none of the engine's codes")
          .isEqualTo(new byte[] {0x59, 0x02, (byte) 0xFF});
    }
  }

  @Test
  void theBitmapTellsWhichValuesThereAre() throws IOException {
    try (Socket socket = connect()) {
      exchange(socket, DoipFrame.routingRequest(TESTER, 0));
      byte[] answer = ask(socket, Uds.readData(0xF400));
      int bits = ByteBuffer.wrap(answer, 3, 4).getInt();
      assertThat(bits >>> 32 - 0x0C & 1).as("engine speed, 0C").isEqualTo(1);
      assertThat(bits >>> 32 - 0x02 & 1).as("no identifier 02").isZero();
      assertThat(bits & 1).as("more behind 20").isEqualTo(1);
      assertThat(ask(socket, Uds.readData(LiveSignal.PEDAL_1.identifier())))
          .as("this van has no such sensor")
          .isEqualTo(Uds.negative(Uds.READ_DATA, 0x31));
    }
  }

  @Test
  void anUnknownAddressIsRefusedAndTheConnectionGoesOn() throws IOException {
    try (Socket socket = connect()) {
      exchange(socket, DoipFrame.routingRequest(TESTER, 0));
      DoipFrame refused =
          exchange(socket, DoipFrame.diagnostic(TESTER, 0x1234, Uds.testerPresent()));
      assertThat(refused.payloadType()).isEqualTo(DoipFrame.DIAGNOSTIC_NACK);
      assertThat(refused.payload()[4]).isEqualTo((byte) 0x03);
      assertThat(new String(ask(socket, Uds.readData(Uds.VIN)), 3, 17, StandardCharsets.US_ASCII))
          .isEqualTo("0HMWS3A07K1000342");
    }
  }

  @Test
  void liveDataComeInTheirPublishedBytes() throws IOException {
    server.with(
        v -> {
          v.turn(Ignition.RUNNING);
          return v;
        });
    try (Socket socket = connect()) {
      exchange(socket, DoipFrame.routingRequest(TESTER, 0));
      byte[] answer = ask(socket, Uds.readData(LiveSignal.ENGINE_SPEED.identifier()));
      // 1168 1/min, idle of a cold engine, is 4672 quarter turns a minute (SAE J1979 scaling)
      double told = server.with(v -> v.live(LiveSignal.ENGINE_SPEED));
      assertThat(Arrays.copyOf(answer, 3)).isEqualTo(new byte[] {0x62, (byte) 0xF4, 0x0C});
      assertThat(((answer[3] & 0xFF) << 8 | answer[4] & 0xFF) / 4.0).isCloseTo(told, within(15.0));
    }
  }

  @Test
  void garbageEndsTheConnectionAndNothingIsLeftOpen() throws Exception {
    try (Socket socket = connect()) {
      socket.getOutputStream().write("GET / HTTP/1.1\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
      assertThat(DoipFrame.read(socket.getInputStream()).payload())
          .isEqualTo(new byte[] {(byte) HeaderFault.PATTERN.code()});
      assertThat(socket.getInputStream().read()).isEqualTo(-1);
    }
    for (int i = 0; i < 100 && server.openConnections() > 0; i++) {
      Thread.sleep(10);
    }
    assertThat(server.openConnections()).isZero();
  }

  /** Eight testers that say they are there; the ninth finds no socket. */
  @Test
  void tooManyTestersAreTurnedAway() throws Exception {
    List<Socket> open = new ArrayList<>();
    try {
      for (int i = 0; i < 8; i++) {
        int tester = TESTER + i;
        Socket socket = connect();
        open.add(socket);
        exchange(socket, DoipFrame.routingRequest(tester, 0));
        Thread alive = new Thread(() -> answerAliveChecks(socket, tester));
        alive.setDaemon(true);
        alive.start();
      }
      Socket ninth = connect();
      open.add(ninth);
      ninth.setSoTimeout(10_000);
      assertThat(exchange(ninth, DoipFrame.routingRequest(TESTER + 8, 0)).payload()[4])
          .isEqualTo((byte) RoutingAnswer.NO_SOCKET_LEFT.code());
      assertThat(ninth.getInputStream().read()).isEqualTo(-1);
    } finally {
      for (Socket s : open) {
        s.close();
      }
    }
  }

  private static void answerAliveChecks(Socket socket, int tester) {
    byte[] here = {(byte) (tester >> 8), (byte) tester};
    try {
      while (true) {
        DoipFrame.read(socket.getInputStream());
        socket.getOutputStream().write(new DoipFrame(DoipFrame.ALIVE_RESPONSE, here).encode());
      }
    } catch (IOException e) {
      // closed at the end of the test, or nothing was asked for long
    }
  }

  private HttpResponse<String> bench(String method, String path, String... headers)
      throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(bench.url() + path.substring(1)))
            .method(method, HttpRequest.BodyPublishers.noBody());
    if (headers.length > 0) {
      request.headers(headers);
    }
    return HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofString());
  }

  @Test
  void benchPullsPlugsTurnsTheKeyAndDrives() throws Exception {
    assertThat(bench("POST", "/plug/air-temperature").statusCode()).isEqualTo(303);
    assertThat(server.<Boolean>with(v -> v.isPulled("air-temperature"))).isTrue();
    bench("POST", "/warm/up");
    assertThat(server.<Double>with(SimulatedVehicle::coolantC)).isGreaterThan(80);
    bench("POST", "/night/over");
    assertThat(server.<Double>with(SimulatedVehicle::coolantC)).isLessThan(13);
    assertThat(bench("GET", "/").body()).contains("Ignition <b>OFF</b>", "is OFF: plug in");
    assertThat(bench("POST", "/drive/SHORT").body().lines()).hasSize(242);
  }

  @Test
  void benchServesNoForeignPageAndNoUnknownButton() throws Exception {
    assertThat(bench("POST", "/key/ON", "Origin", "http://elsewhere.example").statusCode())
        .isEqualTo(403);
    assertThat(bench("POST", "/key/SIDEWAYS").statusCode()).isEqualTo(400);
    assertThat(bench("POST", "/plug").statusCode()).isEqualTo(400);
    assertThat(bench("GET", "/nowhere").statusCode()).isEqualTo(404);
    URI guessed = URI.create("http://127.0.0.1:" + bench.port() + "/key/ON");
    HttpResponse<String> refused =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(guessed).POST(HttpRequest.BodyPublishers.noBody()).build(),
                HttpResponse.BodyHandlers.ofString());
    assertThat(refused.statusCode()).as("without the secret word").isEqualTo(403);
    HttpResponse<String> page = bench("GET", "/");
    assertThat(page.headers().firstValue("X-Frame-Options")).contains("DENY");
    assertThat(page.headers().firstValue("Content-Security-Policy").orElse(""))
        .contains("frame-ancestors 'none'");
  }

  @Test
  void aSlowRequestAtTheBenchHoldsUpNobody() throws Exception {
    List<Socket> slow = new ArrayList<>();
    try {
      for (int i = 0; i < 5; i++) {
        Socket s = new Socket("127.0.0.1", bench.port());
        s.getOutputStream().write("POST /key/ON HTTP/1.1\r\nHost: ".getBytes());
        slow.add(s);
      }
      assertThat(bench("GET", "/").statusCode()).isEqualTo(200);
    } finally {
      for (Socket s : slow) {
        s.close();
      }
    }
  }
}
