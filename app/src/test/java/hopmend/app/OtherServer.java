package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A second server as a process of its own, on the same database. */
final class OtherServer implements AutoCloseable {
  private final int port;
  private final Process process;
  private final Path log;

  private OtherServer(int port, Process process, Path log) {
    this.port = port;
    this.process = process;
    this.log = log;
  }

  /**
   * Starts it and waits until it is ready.
   *
   * @param name of its log in {@code target}
   * @param settings as arguments of the application
   */
  static OtherServer start(String name, String... settings) throws Exception {
    int port = freePort();
    Path log = Path.of("target", name + ".log");
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(List.of("-cp", System.getProperty("java.class.path")));
    command.addAll(List.of("-XX:TieredStopAtLevel=1", "hopmend.app.HopMendApplication"));
    command.add("--server.port=" + port);
    command.addAll(List.of(settings));
    OtherServer server =
        new OtherServer(
            port,
            new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start(),
            log);
    server.awaitUp();
    return server;
  }

  static int freePort() throws IOException {
    try (ServerSocket s = new ServerSocket(0)) {
      return s.getLocalPort();
    }
  }

  private void awaitUp() throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    for (int i = 0; i < 480; i++) {
      assertThat(process.isAlive()).as("second server, see " + log).isTrue();
      try {
        if (browser.get("/actuator/health/readiness").statusCode() == 200) {
          return;
        }
      } catch (IOException notYet) {
        // not listening yet
      }
      Thread.sleep(500);
    }
    throw new AssertionError("the second server did not start, see " + log);
  }

  int port() {
    return port;
  }

  boolean isAlive() {
    return process.isAlive();
  }

  /** As if the power went. */
  void kill() {
    process.destroyForcibly();
  }

  @Override
  public void close() {
    process.destroyForcibly().onExit().join();
  }
}
