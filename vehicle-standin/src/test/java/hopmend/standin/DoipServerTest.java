package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.sensor.LiveSignal;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.wire.DoipFrame;
import hopmend.wire.Uds;
import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class DoipServerTest {
  private static final int TESTER = 0x0E00;
  private static final int VEHICLE = 0x0E80;

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
      assertThat(early.payloadType()).isEqualTo(DoipFrame.GENERIC_NACK);
      DoipFrame routed = exchange(socket, DoipFrame.routingRequest(TESTER));
      assertThat(routed.payloadType()).isEqualTo(DoipFrame.ROUTING_RESPONSE);
      assertThat(routed.address(0)).isEqualTo(TESTER);
      assertThat(routed.address(2)).isEqualTo(VEHICLE);
      assertThat(routed.payload()[4]).isEqualTo((byte) DoipFrame.ROUTING_ACCEPTED);
      assertThat(ask(socket, Uds.testerPresent())).isEqualTo(new byte[] {0x7E, 0});
    }
  }

  @Test
  void anUnknownAddressIsRefusedAndTheConnectionGoesOn() throws IOException {
    try (Socket socket = connect()) {
      exchange(socket, DoipFrame.routingRequest(TESTER));
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
      exchange(socket, DoipFrame.routingRequest(TESTER));
      byte[] answer = ask(socket, Uds.readData(LiveSignal.ENGINE_SPEED.identifier()));
      // 850 1/min = 3400 quarter turns a minute = 0x0D48 (SAE J1979 scaling)
      assertThat(answer).isEqualTo(new byte[] {0x62, (byte) 0xF4, 0x0C, 0x0D, 0x48});
    }
  }

  @Test
  void garbageEndsTheConnectionAndNothingIsLeftOpen() throws Exception {
    try (Socket socket = connect()) {
      socket.getOutputStream().write("GET / HTTP/1.1\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
      assertThat(socket.getInputStream().read()).isEqualTo(-1);
    }
    for (int i = 0; i < 100 && server.openConnections() > 0; i++) {
      Thread.sleep(10);
    }
    assertThat(server.openConnections()).isZero();
  }

  @Test
  void tooManyTestersAreTurnedAway() throws IOException {
    List<Socket> open = new ArrayList<>();
    try {
      for (int i = 0; i < 8; i++) {
        Socket socket = connect();
        open.add(socket);
        exchange(socket, DoipFrame.routingRequest(TESTER));
      }
      Socket ninth = connect();
      open.add(ninth);
      assertThat(ninth.getInputStream().read()).isEqualTo(-1);
    } finally {
      for (Socket s : open) {
        s.close();
      }
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
