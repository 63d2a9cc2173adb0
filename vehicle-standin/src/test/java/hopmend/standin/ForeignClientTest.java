package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Debian's packet toolkit as a tester: each row of its table is one request and its answer. */
class ForeignClientTest {
  private static final String PYTHON = "/usr/bin/python3";

  @Test
  void aForeignTesterGetsTheAnswersOfTheStandards() throws Exception {
    boolean there = new ProcessBuilder(PYTHON, "-c", "import scapy").start().waitFor() == 0;
    if (!there) {
      System.err.println("SKIPPED: install Debian's package python3-scapy.");
    }
    assumeTrue(there, "python3-scapy");
    VehicleSpec bus =
        VehicleSpec.fleet().stream()
            .filter(s -> s.name().equals("Minibus 2"))
            .findFirst()
            .orElseThrow();
    try (DoipServer server = new DoipServer(new SimulatedVehicle(bus), 0, 1)) {
      Process client =
          new ProcessBuilder(
                  PYTHON,
                  Path.of("src", "test", "python", "foreign_client.py").toString(),
                  server.address().getAddress().getHostAddress(),
                  String.valueOf(server.port()),
                  bus.address(),
                  bus.controllers().get(0).address())
              .redirectErrorStream(true)
              .start();
      String said = new String(client.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      List<String> rows = said.lines().toList();
      assertThat(client.waitFor()).as(said).isZero();
      assertThat(rows).hasSizeGreaterThan(35).allMatch(r -> r.startsWith("ok|"));
    }
  }
}
