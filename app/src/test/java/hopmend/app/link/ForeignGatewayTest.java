package hopmend.app.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import hopmend.clear.ClearReport;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import hopmend.wire.Capture;
import java.io.BufferedReader;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.function.Function;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Debian's packet toolkit as a gateway of three controllers, with one oddity at a time. */
@Execution(ExecutionMode.CONCURRENT)
class ForeignGatewayTest {
  private static final String PYTHON = "/usr/bin/python3";
  private static final LinkTimes QUICK = new LinkTimes(5000, 700, 10_000, 20_000, 60_000);

  /** Each test has one for itself meanwhile. */
  private static final BlockingQueue<Gateway> FREE = new LinkedBlockingQueue<>();

  private Gateway gateway;

  @TempDir Path folder;

  /** Who was found by the first connection of a test. */
  private Targets targets;

  private final WireLog log = new WireLog(Clock.systemUTC());

  @BeforeAll
  static void open() throws Exception {
    boolean there = new ProcessBuilder(PYTHON, "-c", "import scapy").start().waitFor() == 0;
    if (!there) {
      System.err.println("SKIPPED: install Debian's package python3-scapy.");
    }
    assumeTrue(there, "python3-scapy");
    for (int i = 0; i < 3; i++) {
      FREE.add(Gateway.started());
    }
  }

  @BeforeEach
  void take() throws InterruptedException {
    gateway = FREE.take();
  }

  @AfterEach
  void giveBack() {
    FREE.add(gateway);
  }

  @AfterAll
  static void close() {
    FREE.forEach(g -> g.program().destroyForcibly());
  }

  private record Gateway(Process program, BufferedReader says, int port) {
    static Gateway started() throws IOException {
      Process program =
          new ProcessBuilder(
                  PYTHON, Path.of("src", "test", "python", "foreign_gateway.py").toString())
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      BufferedReader says = program.inputReader(StandardCharsets.UTF_8);
      return new Gateway(program, says, Integer.parseInt(says.readLine()));
    }

    /** From now on it does one odd thing. */
    void odd(String oddity) throws IOException {
      program.getOutputStream().write((oddity + "\n").getBytes(StandardCharsets.UTF_8));
      program.getOutputStream().flush();
      assertThat(says.readLine()).isEqualTo("so be it");
    }
  }

  private <T> T with(Function<VehicleTalk, T> talk) {
    try (VehicleLink link =
        Routes.open(new InetSocketAddress("127.0.0.1", gateway.port()), QUICK, log)) {
      targets = targets == null ? Targets.found(link) : targets.again(link);
      return talk.apply(new VehicleTalk(link, targets));
    }
  }

  private Map<LiveSignal, Reading> live(LiveSignal... signals) {
    return with(t -> t.live(List.of(signals)));
  }

  private static List<String> codes(Readout readout) {
    return readout.codes().stream().map(c -> c.controlUnit() + " " + c.code().text()).toList();
  }

  /** What is optional is optional, and what nobody asked for disturbs nothing. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "none",
        "unsolicited",
        "asks for patience",
        "one identifier at a time",
        "no permanent codes",
        "no monitors",
        "short readiness",
        "silent about its live values",
        "no snapshot",
        "unknown identifier in the snapshot",
        "body tells no codes",
        "body is silent"
      })
  void everythingThatComesIsRead(String oddity) throws Exception {
    gateway.odd(oddity);
    Readout readout = with(VehicleTalk::readout);
    assertThat(readout.vin()).isEqualTo("0HMWS3A07K1000342");
    assertThat(codes(readout)).containsExactly("ENGINE P0300", "ENGINE P0340-31", "GEARS P0717");
    assertThat(readout.codes().get(1).states())
        .contains(CodeState.STORED)
        .matches(s -> s.contains(CodeState.PERMANENT) != oddity.equals("no permanent codes"));
    assertThat(readout.controllers()).hasSize(oddity.startsWith("body") ? 2 : 3);
    assertThat(readout.unsure().isPresent())
        .as("a silent controller may hold codes")
        .isEqualTo(oddity.equals("body is silent"));
    assertThat(readout.freezeFrame()).hasSize(oddity.equals("no snapshot") ? 0 : 1);
    assertThat(readout.readiness().length)
        .isEqualTo(oddity.equals("no monitors") || oddity.equals("short readiness") ? 0 : 4);
    assertThat(String.join(" ", readout.missing()))
        .contains(
            switch (oddity) {
              case "no permanent codes" -> "ENGINE tells no permanent codes";
              case "no monitors" -> "does not tell its monitors (it does not know";
              case "short readiness" -> "in 2 bytes, not 4";
              case "no snapshot" -> "keeps no conditions";
              case "unknown identifier in the snapshot" -> "1234AABB";
              case "body tells no codes" -> "BODY tells no codes (this controller has no";
              case "body is silent" -> "0x1040";
              default -> "";
            });
    assertThat(live(LiveSignal.ENGINE_SPEED, LiveSignal.COOLANT)).hasSize(2);
    assertThat(live(LiveSignal.ENGINE_SPEED, LiveSignal.PEDAL_1))
        .as("what is not there is left out, and is not 0")
        .containsOnlyKeys(LiveSignal.ENGINE_SPEED);
    dissected();
  }

  /** How codes are written is told, never guessed. */
  @ParameterizedTest
  @CsvSource({
    "spn and fmi, SPN 3251 FMI 2",
    "two bytes, P0340",
    "maker's format, ",
    "does not tell how codes are written, "
  })
  void codesAreReadAsTheControllerSays(String oddity, String code) throws Exception {
    gateway.odd(oddity);
    Readout readout = with(VehicleTalk::readout);
    if (code == null) {
      assertThat(readout.codes()).isEmpty();
      assertThat(readout.missing()).anyMatch(m -> m.contains("034031") && m.contains("not taken"));
      assertThatThrownBy(readout::whole)
          .as("no code may be called gone by it")
          .hasMessageContaining("nobody here can read");
    } else {
      assertThat(codes(readout)).contains("ENGINE " + code);
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "none",
        "clears in an extended session only",
        "no extended session",
        "other order",
        "acknowledges and keeps",
        "breaks after clearing"
      })
  void clearingIsWhatTheVehicleSays(String oddity) throws Exception {
    gateway.odd(oddity);
    List<ReadCode> before = with(VehicleTalk::readout).codes();
    with(
        t -> {
          t.clear(ClearedGroup.ALL);
          return t;
        });
    if (oddity.equals("breaks after clearing")) {
      assertThatThrownBy(() -> with(VehicleTalk::readout)).isInstanceOf(LinkProblem.class);
      return;
    }
    List<ReadCode> after = with(VehicleTalk::readout).codes();
    assertThat(ClearReport.contradicts(before, after))
        .isEqualTo(oddity.equals("acknowledges and keeps"));
    assertThat(after).hasSize(oddity.equals("acknowledges and keeps") ? 3 : 1);
  }

  @Test
  void theEmissionsGroupAloneLeavesAllOtherCodes() throws Exception {
    gateway.odd("knows groups");
    assertThat(codes(with(VehicleTalk::readout))).hasSizeGreaterThan(2);
    with(
        t -> {
          t.clear(ClearedGroup.EMISSIONS);
          return t;
        });
    assertThat(codes(with(VehicleTalk::readout))).hasSize(1).allMatch(c -> c.endsWith("C0035"));
    gateway.odd("knows no groups");
    assertThatThrownBy(
            () ->
                with(
                    t -> {
                      t.clear(ClearedGroup.EMISSIONS);
                      return t;
                    }))
        .hasMessageContaining("refused to clear");
  }

  @ParameterizedTest
  @CsvSource({
    "engine runs, the engine runs",
    "wants TLS, it wants an encrypted link",
    "does not know the tester, it does not know this tester's address"
  })
  void aRefusalIsSaidInItsOwnWords(String oddity, String words) throws Exception {
    gateway.odd(oddity);
    assertThatThrownBy(
            () ->
                with(
                    t -> {
                      t.clear(ClearedGroup.ALL);
                      return t;
                    }))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining(words);
  }

  @Test
  void aGatewayWithoutFunctionalAddressIsTheOneController() throws Exception {
    gateway.odd("no functional address");
    Readout readout = with(VehicleTalk::readout);
    assertThat(readout.controllers()).hasSize(1);
    assertThat(codes(readout)).contains("ENGINE P0340-31");
  }

  /** Each connection is a stream of its own, and an independent decoder reads all of it. */
  private void dissected() throws Exception {
    boolean there = new ProcessBuilder("sh", "-c", "command -v tshark").start().waitFor() == 0;
    if (!there) {
      return;
    }
    Path file = Files.write(folder.resolve("exchange.pcap"), Capture.pcap(log.packets()));
    List<String> command =
        new ArrayList<>(List.of("tshark", "-n", "-r", file.toString(), "-T", "fields"));
    command.addAll(List.of("-e", "tcp.stream", "-e", "_ws.malformed", "-e", "frame.protocols"));
    Process tshark = new ProcessBuilder(command).redirectErrorStream(false).start();
    String said = new String(tshark.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(said.lines().map(l -> l.split("\t")[0]).distinct()).hasSize(3);
    assertThat(said.lines()).hasSize(log.packets().size()).allMatch(l -> l.contains("doip"));
    assertThat(said.lines().map(l -> l.split("\t")[1])).containsOnly("");
  }
}
