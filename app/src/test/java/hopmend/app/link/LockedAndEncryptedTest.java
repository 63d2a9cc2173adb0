package hopmend.app.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.abort;

import hopmend.relearn.Routine;
import hopmend.sensor.Condition;
import hopmend.standin.DoipServer;
import hopmend.standin.SimulatedVehicle;
import hopmend.standin.VehicleSpec;
import hopmend.standin.VehicleSpec.RoutineSpec;
import java.io.IOException;
import java.io.InputStream;
import java.net.BindException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocket;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A routine behind a lock, and links that are encrypted or go by IPv6. */
@Execution(ExecutionMode.CONCURRENT)
class LockedAndEncryptedTest {
  /** A handshake on a busy machine takes its time. */
  private static final LinkTimes PATIENT = new LinkTimes(20_000, 400, 20_000, 60_000, 180_000);

  private static final int LEARN = 769;
  private static final String PASSWORD = "quiet-reeds";
  private static final String KEYS =
      Path.of("..", "scripts", "simulated-key").toAbsolutePath().normalize().toString();

  @TempDir Path folder;
  private DoipServer server;

  @BeforeEach
  void aWarmVanWhoseLearnIsLocked() throws IOException {
    lockedBy(RoutineSpec.Lock.SEED);
  }

  private void lockedBy(RoutineSpec.Lock lock) throws IOException {
    VehicleSpec locked = VehicleSpec.demo().healthy().locked(lock);
    server = new DoipServer(new SimulatedVehicle(locked), 0, 1);
    server.with(
        v -> {
          v.turn(SimulatedVehicle.Ignition.RUNNING);
          v.advance(900);
          return v;
        });
  }

  @AfterEach
  void close() throws IOException {
    server.close();
  }

  private static Routine learn(Integer level) {
    return new Routine(
        "learn",
        "learn",
        LEARN,
        "",
        List.of(),
        List.of(),
        1,
        List.of(),
        level,
        List.of(),
        Condition.ALWAYS,
        "invented");
  }

  private String start(KeyProgram keys) {
    return start(keys, null);
  }

  private String start(KeyProgram keys, Integer level) {
    try (VehicleLink link =
        Routes.open(server.address(), PATIENT, new WireLog(Clock.systemUTC()))) {
      VehicleTalk talk = new VehicleTalk(link, Targets.found(link));
      talk.session();
      return talk.start(learn(level), keys);
    }
  }

  @Test
  void theShopsProgramOpensTheLock() {
    assertThat(start(new KeyProgram(KEYS, 1))).isEqualTo("01");
    assertThatThrownBy(() -> start(new KeyProgram(KEYS, 1), 3))
        .as("the card names a level that this controller has not")
        .hasMessageContaining("give a seed");
    assertThat(start(new KeyProgram(KEYS, 3), 1)).as("the card's level goes first").isEqualTo("01");
  }

  /** Service 0x29, from memory on both sides: certificate, challenge, proof. */
  @Test
  void theShopsProgramAuthenticatesToo() throws IOException {
    server.close();
    lockedBy(RoutineSpec.Lock.CERTIFICATE);
    assertThatThrownBy(() -> start(new KeyProgram("", 1)))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining("authentication is needed");
    Path stranger = folder.resolve("stranger");
    Files.writeString(stranger, "#!/bin/sh\necho '{\"certificate\":\"00\"}'\n");
    assertThat(stranger.toFile().setExecutable(true)).isTrue();
    assertThatThrownBy(() -> start(new KeyProgram(stranger.toString(), 1)))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining("certificate");
    assertThat(start(new KeyProgram(KEYS, 1))).isEqualTo("01");
  }

  @Test
  void withoutAProgramItStaysLockedAndThePageSaysSo() {
    assertThatThrownBy(() -> start(new KeyProgram("", 1)))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining("it is locked: security access is needed");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "echo '{\"key\":\"00000001\"}' | the key is wrong",
        "echo 'no key today' | does not answer with \"key\"",
        "exit 3 | ended with 3",
        "sleep 30 | does not answer within 5 s",
        "env | wc -l | does not answer with \"key\""
      })
  void aProgramThatFailsIsSaidToFail(String script) throws IOException {
    int cut = script.lastIndexOf(" | ");
    Path program = folder.resolve("program");
    Files.writeString(program, "#!/bin/sh\ncat > /dev/null\n" + script.substring(0, cut) + "\n");
    assertThat(program.toFile().setExecutable(true)).isTrue();
    assertThatThrownBy(() -> start(new KeyProgram(program.toString(), 1)))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining(script.substring(cut + 3));
  }

  @Test
  void onlyAWholePathOfAProgramIsTaken() {
    assertThatThrownBy(() -> new KeyProgram("simulated-key", 1)).hasMessageContaining("whole path");
    assertThatThrownBy(() -> new KeyProgram("/no/such/program", 1))
        .hasMessageContaining("whole path");
  }

  /** Who answers at a door of ours is the van behind it. */
  private void passOn(ServerSocket door) {
    Thread thread =
        new Thread(
            () -> {
              try (Socket outside = shaken(door.accept());
                  Socket inside = new Socket(server.address().getAddress(), server.port())) {
                Thread back = new Thread(() -> copy(inside, outside));
                back.setDaemon(true);
                back.start();
                copy(outside, inside);
              } catch (IOException e) {
                // the test is over, or nobody is trusted
              }
            });
    thread.setDaemon(true);
    thread.start();
  }

  /** Trusted before the vehicle is rung at, which hangs up on who stays silent for two seconds. */
  private static Socket shaken(Socket outside) throws IOException {
    if (outside instanceof SSLSocket encrypted) {
      encrypted.startHandshake();
    }
    return outside;
  }

  private static void copy(Socket from, Socket to) {
    try (InputStream in = from.getInputStream()) {
      in.transferTo(to.getOutputStream());
    } catch (IOException e) {
      // one of the two has hung up
    }
  }

  private Path certificate(String name) throws Exception {
    Path store = folder.resolve(name);
    String keytool = Path.of(System.getProperty("java.home"), "bin", "keytool").toString();
    Process made =
        new ProcessBuilder(
                keytool,
                "-genkeypair",
                "-alias",
                name,
                "-keyalg",
                "EC",
                "-dname",
                "CN=gateway of the test",
                "-storetype",
                "PKCS12",
                "-keystore",
                store.toString(),
                "-storepass",
                PASSWORD)
            .redirectErrorStream(true)
            .start();
    assertThat(made.waitFor()).isZero();
    return store;
  }

  private static ServerSocket encrypted(Path store) throws Exception {
    KeyStore keys = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(store)) {
      keys.load(in, PASSWORD.toCharArray());
    }
    KeyManagerFactory own = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    own.init(keys, PASSWORD.toCharArray());
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(own.getKeyManagers(), null, null);
    return context
        .getServerSocketFactory()
        .createServerSocket(0, 1, InetAddress.getLoopbackAddress());
  }

  private static String number(ServerSocket door, Tls tls, boolean encrypted) {
    Route to = Routes.to(new InetSocketAddress(door.getInetAddress(), door.getLocalPort()));
    Route route =
        new Route(
            Way.GATEWAY,
            to.address(),
            encrypted,
            to.version(),
            to.tester(),
            to.activation(),
            to.target(),
            to.functional(),
            to.untold());
    try (VehicleLink link =
        VehicleLink.open(
            route,
            tls,
            PATIENT,
            new WireLog(Clock.systemUTC()),
            new Watch(Clock.systemUTC()),
            a -> Optional.empty())) {
      return Targets.found(link).vin();
    }
  }

  @Test
  void anEncryptedLinkTrustsTheShopsListAndNobodyElse() throws Exception {
    Path known = certificate("known");
    Path other = certificate("other");
    try (ServerSocket door = encrypted(known)) {
      passOn(door);
      assertThat(number(door, new Tls(known.toString(), PASSWORD), true))
          .isEqualTo(VehicleSpec.demo().vin());
    }
    try (ServerSocket door = encrypted(known)) {
      passOn(door);
      assertThatThrownBy(() -> number(door, new Tls(other.toString(), PASSWORD), true))
          .isInstanceOf(LinkProblem.class)
          .hasMessageContaining("certificate");
    }
    try (ServerSocket door = encrypted(known)) {
      assertThatThrownBy(() -> number(door, new Tls("", ""), true))
          .hasMessageContaining("hopmend.link.trust-store");
    }
  }

  @Test
  void aLinkGoesByTheSixteenBytesOfIpv6() throws Exception {
    try (ServerSocket door = new ServerSocket(0, 1, InetAddress.getByName("::1"))) {
      passOn(door);
      assertThat(number(door, new Tls("", ""), false)).isEqualTo(VehicleSpec.demo().vin());
    } catch (BindException e) {
      abort("this machine has no IPv6 loopback");
    }
  }
}
