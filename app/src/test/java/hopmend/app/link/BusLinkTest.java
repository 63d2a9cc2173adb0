package hopmend.app.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import hopmend.catalog.CatalogReader;
import hopmend.clear.ClearedGroup;
import hopmend.fault.ControlUnit;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.report.ReportWords;
import hopmend.sensor.LiveSignal;
import hopmend.standin.BusKind;
import hopmend.standin.BusServer;
import hopmend.standin.DoipServer;
import hopmend.standin.SimulatedVehicle;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.standin.VehicleSpec;
import hopmend.wire.Capture;
import java.io.BufferedReader;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Vehicles on a CAN bus behind a bridge, as they are read, watched and cleared. Frames come by the
 * bridge's own protocol; no CAN socket is opened here, see docs/LINK.md.
 */
@Execution(ExecutionMode.CONCURRENT)
class BusLinkTest {
  private static final LinkTimes TIMES = new LinkTimes(5000, 600, 10_000, 20_000, 60_000);

  private static final String PYTHON = "/usr/bin/python3";
  private static final String BRIDGE =
      Path.of("../scripts/can-bridge").toAbsolutePath().normalize().toString();

  @TempDir Path folder;
  private final WireLog log = new WireLog(Clock.systemUTC());
  private DoipServer server;
  private BusServer bus;

  private void vehicle(String name, BusKind kind) throws IOException {
    VehicleSpec spec =
        VehicleSpec.fleet().stream().filter(s -> s.name().equals(name)).findFirst().orElseThrow();
    server = new DoipServer(new SimulatedVehicle(spec), 0, 1);
    bus = new BusServer(server, kind, 0);
  }

  @AfterEach
  void close() throws IOException {
    if (server != null) {
      bus.close();
      server.close();
    }
  }

  private <T> T with(Way way, Function<VehicleTalk, T> talk) {
    return with(way, bus.address(), talk);
  }

  private <T> T with(Way way, InetSocketAddress address, Function<VehicleTalk, T> talk) {
    Gateway gateway =
        new Gateway("test", "127.0.0.1", address.getPort(), "test", Clock.systemUTC().instant());
    gateway.change("test", Manner.of(way));
    try (VehicleLink link =
        VehicleLink.open(
            gateway.route(),
            new Tls("", ""),
            TIMES,
            log,
            new Watch(Clock.systemUTC()),
            BusLinkTest::usual)) {
      return talk.apply(new VehicleTalk(link, Targets.found(link)));
    }
  }

  private static final ReportWords WORDS = CatalogReader.shipped().reportWords();

  private static Optional<String> usual(String address) {
    return WORDS.answering(address).map(ControlUnit::name);
  }

  private static List<String> codes(Readout readout) {
    return readout.codes().stream().map(c -> c.code().text() + " " + c.states()).toList();
  }

  @ParameterizedTest
  @EnumSource(value = BusKind.class, mode = EnumSource.Mode.EXCLUDE, names = "TRUCK")
  void aCarOnItsBusIsReadWatchedAndCleared(BusKind kind) throws Exception {
    vehicle("Minibus 2", kind);
    boolean old = kind == BusKind.OLD_ELEVEN_BITS || kind == BusKind.OLD_TWENTY_NINE_BITS;
    Readout readout = with(Way.CAN, VehicleTalk::readout);
    assertThat(readout.vin()).isEqualTo("0HMWT4B04H1000101");
    assertThat(readout.controllers()).hasSize(old ? 1 : 3);
    assertThat(readout.controllers().get(0).name()).isEqualTo("Engine control");
    assertThat(codes(readout)).hasSize(1).allMatch(c -> c.startsWith("P0117 "));
    assertThat(codes(readout).get(0)).contains("STORED", "PERMANENT");
    assertThat(readout.freezeFrame()).as("frozen with the code").hasSizeGreaterThan(5);
    assertThat(readout.readiness()).hasSize(4);

    server.with(v -> started(v));
    Map<LiveSignal, Reading> live =
        with(
            Way.CAN,
            t -> {
              assertThat(t.targets().live().orElseThrow().has(LiveSignal.ENGINE_SPEED)).isTrue();
              assertThat(t.targets().live().orElseThrow().has(LiveSignal.TANK_PRESSURE)).isFalse();
              return t.live(
                  List.of(
                      LiveSignal.ENGINE_SPEED,
                      LiveSignal.MODULE_VOLTAGE,
                      LiveSignal.TANK_PRESSURE));
            });
    double told = server.with(v -> v.live(LiveSignal.ENGINE_SPEED));
    assertThat(live.get(LiveSignal.ENGINE_SPEED).in(MeasureUnit.PER_MINUTE))
        .isCloseTo(told, within(30.0));
    assertThat(live).as("not there is not 0").doesNotContainKey(LiveSignal.TANK_PRESSURE);

    assertThatThrownBy(() -> with(Way.CAN, BusLinkTest::cleared))
        .as("the engine runs")
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining("refused to clear");
    server.with(v -> mended(v, "short-low-coolant"));
    Readout after = with(Way.CAN, BusLinkTest::cleared);
    assertThat(after.codes()).hasSize(1);
    assertThat(after.codes().get(0).states()).extracting(Enum::name).containsExactly("PERMANENT");
    if (old) {
      assertThatThrownBy(() -> with(Way.CAN, t -> t.routine(1, 771, "start the routine")))
          .isInstanceOf(LinkProblem.class)
          .hasMessageContaining("no such service");
    }
    dissected(old ? "can:iso15765" : "iso15765:uds", SEGMENTS);
  }

  @Test
  void aTruckIsReadWatchedAndCleared() throws Exception {
    vehicle("Truck 2", BusKind.TRUCK);
    Readout readout = with(Way.TRUCK, VehicleTalk::readout);
    assertThat(readout.vin()).isEqualTo("0TDA6D771L1000042");
    assertThat(readout.controllers())
        .extracting(Controller::name, Controller::partNumber)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("engine control", ""),
            org.assertj.core.groups.Tuple.tuple("transmission control", "77-2031"),
            org.assertj.core.groups.Tuple.tuple("exhaust aftertreatment", "77-3114"));
    assertThat(readout.codes())
        .anySatisfy(c -> assertThat(c.code().text()).isEqualTo("SPN 3719 FMI 16"))
        .allSatisfy(c -> assertThat(c.controlUnit()).isEqualTo("exhaust aftertreatment"));
    server.with(v -> started(v));
    Map<LiveSignal, Reading> live =
        with(
            Way.TRUCK,
            t -> {
              assertThat(t.targets().live().orElseThrow().has(LiveSignal.OIL_TEMPERATURE)).isTrue();
              assertThat(t.targets().live().orElseThrow().has(LiveSignal.OXYGEN_1)).isFalse();
              assertThat(t.targets().live().orElseThrow().has(LiveSignal.OUTPUT_SHAFT)).isTrue();
              return t.live(
                  List.of(
                      LiveSignal.ENGINE_SPEED,
                      LiveSignal.MODULE_VOLTAGE,
                      LiveSignal.OUTPUT_SHAFT,
                      LiveSignal.FILTER_DIFFERENCE));
            });
    assertThat(live.get(LiveSignal.ENGINE_SPEED).in(MeasureUnit.PER_MINUTE))
        .isBetween(580.0, 1000.0);
    assertThat(live.get(LiveSignal.FILTER_DIFFERENCE).in(MeasureUnit.KILOPASCAL))
        .as("of the aftertreatment's controller, its filter full")
        .isBetween(2.0, 8.0);
    assertThat(live.get(LiveSignal.OUTPUT_SHAFT).in(MeasureUnit.PER_MINUTE)).isZero();
    assertThat(live.get(LiveSignal.MODULE_VOLTAGE).in(MeasureUnit.VOLT)).isBetween(13.8, 14.6);
    server.with(v -> mended(v, "open-soot"));
    server.with(v -> mended(v, "clogged-filter"));
    Readout after = with(Way.TRUCK, BusLinkTest::cleared);
    assertThat(after.codes())
        .isNotEmpty()
        .allSatisfy(
            c -> assertThat(c.states()).extracting(Enum::name).containsExactly("PERMANENT"));
    dissected("can:j1939", TRUCKS);
  }

  /**
   * The bridge that ships, between a vehicle and the application: over a virtual CAN interface
   * where this machine has one, else over a bus that is none.
   */
  @Test
  void theBridgePassesEverythingOnBothWays() throws Exception {
    vehicle("Nurse car 12", BusKind.OLD_TWENTY_NINE_BITS);
    boolean virtual = new ProcessBuilder(PYTHON, "-c", HAS_VCAN).start().waitFor() == 0;
    if (!virtual) {
      System.err.println(
          "NOT TRIED on a CAN interface: this machine has no vcan0; see docs/LINK.md.");
    }
    Bridge forTheBus = new Bridge(virtual ? "vcan0" : "loop");
    Bridge forUs = virtual ? new Bridge("vcan0") : forTheBus;
    try (forTheBus;
        forUs;
        Socket toBus = new Socket("127.0.0.1", bus.address().getPort());
        Socket toBridge = new Socket("127.0.0.1", forTheBus.address.getPort())) {
      pump(toBus, toBridge);
      pump(toBridge, toBus);
      Readout readout = with(Way.CAN, forUs.address, VehicleTalk::readout);
      assertThat(readout.vin()).isEqualTo("0SMC4A140D1000012");
      assertThat(codes(readout)).isNotEmpty();
    }
  }

  private static final String HAS_VCAN =
      "import socket; socket.socket(socket.AF_CAN, socket.SOCK_RAW, socket.CAN_RAW).bind(('vcan0',))";

  private static final class Bridge implements Closeable {
    private final Process process;
    private final InetSocketAddress address;

    Bridge(String to) throws IOException {
      process = new ProcessBuilder(PYTHON, BRIDGE, to, "0").start();
      String says = process.inputReader(StandardCharsets.UTF_8).readLine();
      address = new InetSocketAddress("127.0.0.1", Integer.parseInt(says.replaceAll(".* ", "")));
    }

    @Override
    public void close() {
      process.destroyForcibly();
    }
  }

  /**
   * A vehicle that is no work of ours: Debian's packet toolkit builds and takes apart what travels,
   * by its own layers of ISO-TP and SAE J1979, and scales the live values.
   */
  @ParameterizedTest
  @ValueSource(strings = {"none", "29 bits", "no pending codes"})
  void aForeignVehicleOnABusIsRead(String oddity) throws Exception {
    try (ForeignVehicle vehicle = new ForeignVehicle(oddity)) {
      Readout readout = with(Way.CAN, vehicle.address, VehicleTalk::readout);
      assertThat(readout.vin()).isEqualTo("0HMWS3A07K1000342");
      assertThat(readout.controllers())
          .extracting(Controller::name)
          .containsExactly("ECM-EngineControl");
      String pending = oddity.equals("no pending codes") ? "" : "P0171 [PENDING]";
      assertThat(codes(readout))
          .containsExactlyInAnyOrderElementsOf(
              Stream.of("P0340 [STORED, PERMANENT]", "U0100 [STORED]", pending)
                  .filter(c -> !c.isEmpty())
                  .toList());
      assertThat(readout.readiness()).isEqualTo(new byte[] {(byte) 0x82, 0x07, 0x65, 0x21});
      Map<LiveSignal, Reading> live =
          with(Way.CAN, vehicle.address, t -> t.live(List.copyOf(vehicle.values.keySet())));
      assertThat(live).hasSize(vehicle.values.size());
      live.forEach(
          (signal, value) ->
              assertThat(value.in(signal.unit()))
                  .as(signal.label())
                  .isCloseTo(vehicle.values.get(signal), within(0.0015)));
      Readout after = with(Way.CAN, vehicle.address, BusLinkTest::cleared);
      assertThat(codes(after)).isEmpty();
    }
  }

  @Test
  void aForeignVehicleThatRefusesToClearIsBelieved() throws Exception {
    try (ForeignVehicle vehicle = new ForeignVehicle("engine runs")) {
      assertThatThrownBy(() -> with(Way.CAN, vehicle.address, BusLinkTest::cleared))
          .isInstanceOf(LinkProblem.class)
          .hasMessageContaining("refused to clear");
    }
  }

  /** The toolkit's vehicle, and what it says of its own live values. */
  private static final class ForeignVehicle implements Closeable {
    private final Process process;
    private final InetSocketAddress address;
    private final Map<LiveSignal, Double> values = new EnumMap<>(LiveSignal.class);

    ForeignVehicle(String oddity) throws Exception {
      boolean there = new ProcessBuilder(PYTHON, "-c", "import scapy").start().waitFor() == 0;
      if (!there) {
        System.err.println("SKIPPED: install Debian's package python3-scapy.");
      }
      assumeTrue(there, "python3-scapy");
      Path script = Path.of("src", "test", "python", "foreign_vehicle_on_a_bus.py");
      process =
          new ProcessBuilder(PYTHON, script.toString(), oddity)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .start();
      BufferedReader says = process.inputReader(StandardCharsets.UTF_8);
      address = new InetSocketAddress("127.0.0.1", Integer.parseInt(says.readLine()));
      for (String line = says.readLine(); !line.isEmpty(); line = says.readLine()) {
        String[] told = line.split(" ");
        values.put(
            LiveSignal.byIdentifier(Integer.parseInt(told[0])).orElseThrow(),
            Double.valueOf(told[1]));
      }
    }

    @Override
    public void close() {
      process.destroyForcibly();
    }
  }

  private static void pump(Socket from, Socket to) {
    Thread pump =
        new Thread(
            () -> {
              try {
                from.getInputStream().transferTo(to.getOutputStream());
              } catch (IOException e) {
                // one of them is gone
              }
            });
    pump.setDaemon(true);
    pump.start();
  }

  @Test
  void aBridgeWithoutItsInterfaceSaysSo() throws Exception {
    Process bridge =
        new ProcessBuilder(PYTHON, BRIDGE, "nocan7", "0").redirectErrorStream(true).start();
    String says = new String(bridge.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(bridge.waitFor()).isOne();
    assertThat(says).startsWith("can-bridge: no CAN interface nocan7 here");
  }

  @ParameterizedTest
  @CsvSource({"CAN, no controller on its bus", "TRUCK, nobody speaks on the truck's bus"})
  void aBusOnWhichNobodyAnswersIsSaid(Way way, String words) throws Exception {
    vehicle("Minibus 2", way == Way.CAN ? BusKind.OLD_ELEVEN_BITS : BusKind.TRUCK);
    server.with(v -> turned(v, Ignition.OFF));
    assertThatThrownBy(() -> with(way, VehicleTalk::readout))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining(words);
  }

  /** Whatever comes instead of frames, or without an end, ends in words and in time. */
  @ParameterizedTest
  @CsvSource({
    "CAN, 000007E809000000FFFFFFFFFFFFFFFF, false",
    "TRUCK, 000007E809000000FFFFFFFFFFFFFFFF, false",
    "CAN, 000007E808000000104949020130484D, true",
    "CAN, 000007E8080000000641000000000000, true",
    "TRUCK, 98FECA0008000000FFFFFFFFFFFFFFFF, true",
    "TRUCK, 9CECFF000800000020FFFF02FFCAFE00, true"
  })
  void aFloodOfFramesOrOfNonsenseEnds(Way way, String sixteen, boolean forEver) throws Exception {
    byte[] frame = java.util.HexFormat.of().parseHex(sixteen);
    try (ServerSocket flooding = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
      Thread flood = new Thread(() -> flood(flooding, frame, forEver));
      flood.setDaemon(true);
      flood.start();
      long begin = System.nanoTime();
      assertThatThrownBy(
              () ->
                  with(
                      way,
                      (InetSocketAddress) flooding.getLocalSocketAddress(),
                      VehicleTalk::readout))
          .isInstanceOf(LinkProblem.class);
      assertThat((System.nanoTime() - begin) / 1e9).isLessThan(20);
      assertThat(log.packets().stream().mapToInt(p -> p.bytes().length).sum())
          .isLessThanOrEqualTo(WireLog.MOST_BYTES);
    }
  }

  private static void flood(ServerSocket server, byte[] frame, boolean forEver) {
    while (!server.isClosed()) {
      try (Socket socket = server.accept()) {
        do {
          socket.getOutputStream().write(frame);
        } while (forEver);
        socket.getInputStream().readAllBytes();
      } catch (IOException e) {
        // the other side has had enough
      }
    }
  }

  private static Readout cleared(VehicleTalk talk) {
    talk.clear(ClearedGroup.ALL);
    return talk.readout();
  }

  private static Object turned(SimulatedVehicle v, Ignition to) {
    v.turn(to);
    return v;
  }

  private static Object started(SimulatedVehicle v) {
    v.turn(Ignition.RUNNING);
    v.advance(20);
    return v;
  }

  private static Object mended(SimulatedVehicle v, String fault) {
    v.setFault(fault, false);
    v.turn(Ignition.ON);
    return v;
  }

  private static final String[] SEGMENTS = {
    "-d", "can.subdissector,iso15765", "-d", "iso15765.subdissector,uds"
  };
  private static final String[] TRUCKS = {"-d", "can.subdissector,j1939"};

  /** Debian's tshark reads the same frames; it has to be told what is on a bus. */
  private void dissected(String protocol, String[] told) throws Exception {
    boolean there = new ProcessBuilder("sh", "-c", "command -v tshark").start().waitFor() == 0;
    if (!there) {
      System.err.println("SKIPPED: tshark is not installed; install Debian's package tshark.");
      return;
    }
    Path file = Files.write(folder.resolve("bus.pcap"), Capture.pcap(log.packets()));
    List<String> said = tshark(file, told, "frame.protocols", "_ws.malformed");
    assertThat(said).hasSize(log.packets().size()).allMatch(l -> l.endsWith("\t"));
    assertThat(said.stream().filter(l -> l.contains(protocol)).count()).isGreaterThan(20);
  }

  private List<String> tshark(Path file, String[] told, String... fields) throws Exception {
    List<String> command = new ArrayList<>(List.of("tshark", "-n", "-r", file.toString()));
    command.addAll(List.of(told));
    command.addAll(List.of("-T", "fields"));
    for (String f : fields) {
      command.addAll(List.of("-e", f));
    }
    Path errors = folder.resolve("tshark.err");
    Process tshark = new ProcessBuilder(command).redirectError(errors.toFile()).start();
    byte[] said = tshark.getInputStream().readAllBytes();
    assertThat(tshark.waitFor()).as(Files.readString(errors)).isZero();
    return new String(said, StandardCharsets.UTF_8).lines().toList();
  }
}
