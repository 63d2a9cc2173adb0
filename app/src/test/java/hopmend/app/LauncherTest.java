package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The start script as a stranger uses it; nothing is started here. */
class LauncherTest {
  private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

  @TempDir Path elsewhere;

  private record Said(int status, String words) {}

  private Said run(Map<String, String> environment, String... arguments) throws Exception {
    ProcessBuilder builder =
        new ProcessBuilder(
                Stream.concat(Stream.of(ROOT.resolve("hopmend").toString()), Stream.of(arguments))
                    .toList())
            .directory(elsewhere.toFile())
            .redirectErrorStream(true)
            .redirectInput(ProcessBuilder.Redirect.from(Path.of("/dev/null").toFile()));
    builder.environment().keySet().removeIf(k -> k.startsWith("DB_") || k.startsWith("HOPMEND"));
    builder.environment().putAll(environment);
    Process p = builder.start();
    String words = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(p.waitFor(30, TimeUnit.SECONDS)).isTrue();
    return new Said(p.exitValue(), words);
  }

  @Test
  void helpTellsAllCommandsFromAnyFolder() throws Exception {
    for (String[] ask : List.of(new String[] {"help"}, new String[] {"--help"}, new String[0])) {
      Said said = run(Map.of(), ask);
      assertThat(said.status()).isZero();
      assertThat(said.words())
          .contains("hopmend demo", "hopmend start", "hopmend test", "--fresh", "--port", "DB_URL");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "dance|unknown command \"dance\"",
        "demo --port 0|a port lies in 1 to 65535, not \"0\"",
        "demo --port 99999|not \"99999\"",
        "demo --port eighty|not \"eighty\"",
        "demo --port|--port needs a number",
        "demo --loud|unknown option --loud",
        "start|the database is missing",
        "migrate|give DB_URL"
      })
  void whatWillNotDoIsSaidInOneLine(String arguments, String says) throws Exception {
    Said said = run(Map.of(), arguments.split(" "));
    assertThat(said.status()).isEqualTo(1);
    assertThat(said.words()).contains(says).doesNotContain("line ").hasLineCount(1);
  }

  @Test
  void aTakenPortIsNamedWithTheRemedy() throws IOException, Exception {
    try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
      Said said = run(Map.of(), "demo", "--port", String.valueOf(taken.getLocalPort()));
      assertThat(said.status()).isEqualTo(1);
      assertThat(said.words())
          .contains("port " + taken.getLocalPort() + " is taken", "choose another", "--port 8090");
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
      return free.getLocalPort();
    }
  }

  /** Two would share one database cluster, and the first to end would take it from the other. */
  @Test
  void aSecondDemoFromOneFolderWaitsAndThenSaysWhy() throws Exception {
    Path lock = Files.createDirectories(ROOT.resolve(".run")).resolve("demo.lock");
    Process first =
        new ProcessBuilder(
                "flock", "-n", "--no-fork", lock.toString(), "sh", "-c", "echo held; sleep 60")
            .start();
    try {
      // Nothing is said if a demo that really runs has the lock, which is as good.
      assertThat(first.inputReader().readLine()).isIn("held", null);
      int port = freePort();
      Said said = run(Map.of("HOPMEND_LOCK_WAIT", "1"), "demo", "--port", String.valueOf(port));
      assertThat(said.status()).isEqualTo(1);
      assertThat(said.words()).contains("waiting until it has stopped", "stop it first (Ctrl-C");
    } finally {
      first.destroyForcibly().onExit().get(10, TimeUnit.SECONDS);
    }
  }

  /** Other people on the machine see command lines, and can make names in its shared folder. */
  /** 3 is the status of a virtual machine that is out of memory, 137 of one that was killed. */
  @ParameterizedTest
  @CsvSource({
    "3 137 143, 0, 3, 143", // ended twice by itself, then stopped
    "3 143, 10, 1, 3", // ended at once: it would only end again
    "1 143, 0, 1, 1", // said why it cannot run
    "0, 0, 1, 0",
  })
  void aServerThatEndsByItselfIsStartedAgain(String ends, String leastRun, int launches, int status)
      throws Exception {
    String script = Files.readString(ROOT.resolve("hopmend"));
    String supervise =
        script.substring(script.indexOf("supervise() {"), script.indexOf("# A class of the"));
    ProcessBuilder builder =
        new ProcessBuilder(
                "bash",
                "-c",
                "set -eu; ends=(%s); n=0; say() { :; }\n".formatted(ends)
                    + "launch() { (exit ${ends[n]}) & app_pid=$!; n=$((n + 1)); }\n"
                    + supervise
                    + "launch; s=0; supervise '' || s=$?; echo $n $s")
            .redirectErrorStream(true)
            .directory(elsewhere.toFile());
    builder.environment().put("HOPMEND_LEAST_RUN", String.valueOf(leastRun));
    Process p = builder.start();
    p.getOutputStream().close();
    String said = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(said.strip()).isEqualTo(launches + " " + status);
  }

  @Test
  void noPasswordIsOnACommandLineAndNothingLiesInTheSharedFolder() throws Exception {
    String scripts =
        Files.readString(ROOT.resolve("hopmend"))
            + Files.readString(ROOT.resolve("scripts/database.sh"));
    assertThat(scripts).doesNotContain("/tmp", "-v p=", "PGPASSWORD=");
    assertThat(scripts.lines().filter(l -> l.contains("password")))
        .noneMatch(l -> l.matches(".*(psql|pg_ctl|java|env) .*\\$(owner_)?password.*"));
    String own = Files.readString(Path.of("/proc/self/environ"));
    assertThat(own).as("the test itself got them by its environment").contains("DB_PASSWORD=");
  }

  /** The README's two commands are the script's, and CI calls the README's. */
  @Test
  void readmeScriptAndCiSayTheSame() throws IOException {
    String readme = Files.readString(ROOT.resolve("README.md"));
    assertThat(readme).contains("./hopmend demo", "./hopmend test");
    assertThat(Files.readString(ROOT.resolve(".ci/run"))).contains("./hopmend test");
  }

  /** No commit names a folder of the machine on which it was made. */
  @Test
  void pagesAndScriptsNameNoPathOfAMachine() throws IOException {
    try (Stream<Path> files = Files.walk(ROOT.resolve("app/src/main"))) {
      for (Path f :
          files.filter(p -> p.toString().matches(".*\\.(html|css|js|properties|sql)")).toList()) {
        assertThat(Files.readString(f))
            .as(f.toString())
            .doesNotContain("/home/", "/root/", "http://www.google");
      }
    }
  }
}
