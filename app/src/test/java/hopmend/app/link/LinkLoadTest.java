package hopmend.app.link;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.management.OperatingSystemMXBean;
import hopmend.sensor.LiveSignal;
import hopmend.standin.DoipServer;
import hopmend.standin.Garage;
import hopmend.standin.Misbehaviour;
import hopmend.standin.SimulatedVehicle;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.standin.VehicleSpec;
import hopmend.wire.Uds;
import java.lang.management.ManagementFactory;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** The client and the simulated vehicles under load, and at the published waits. */
@Isolated("it measures what the process takes")
class LinkLoadTest {
  private static final int VEHICLES = 50;
  private static final int EACH = 60;
  private static final LinkTimes PATIENT = new LinkTimes(60_000, 400, 60_000, 60_000, 600_000);
  private static final List<LiveSignal> TEN =
      Stream.of(LiveSignal.values()).filter(VehicleSpec.demo()::tells).limit(10).toList();

  /**
   * What is asserted is processor time for each sample, which a busy machine does not change much,
   * and that every sample comes whole; never how soon. Ten samples a second of fifty vehicles are
   * five hundred: two milliseconds each would be a core. The bound leaves room for a compiler that
   * is still warming up.
   */
  @Test
  void fiftyVehiclesWithTenSignalsTenTimesASecondTakeLessThanACore() throws Exception {
    VehicleSpec spec = VehicleSpec.demo().healthy();
    List<VehicleSpec> specs = IntStream.range(0, VEHICLES).mapToObj(i -> spec).toList();
    ExecutorService testers = Executors.newFixedThreadPool(VEHICLES);
    try (Garage garage = Garage.open(specs, 0, 1)) {
      garage.servers().forEach(s -> s.with(LinkLoadTest::run));
      sample(garage, testers, 20);
      OperatingSystemMXBean machine =
          (OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
      long cpu = machine.getProcessCpuTime();
      int samples = sample(garage, testers, EACH);
      double millisEach = (machine.getProcessCpuTime() - cpu) / 1e6 / samples;
      System.out.printf(
          "%d vehicles, 10 signals: %.2f ms of processor for a sample, vehicle and tester%n",
          VEHICLES, millisEach);
      assertThat(samples).isEqualTo(VEHICLES * EACH);
      assertThat(millisEach).as("half a millisecond on a quick machine").isLessThan(8);
    } finally {
      testers.shutdownNow();
    }
  }

  private static Object run(SimulatedVehicle v) {
    v.turn(Ignition.RUNNING);
    return v;
  }

  private static int sample(Garage garage, ExecutorService testers, int each) throws Exception {
    List<Future<Integer>> all = new ArrayList<>();
    for (DoipServer s : garage.servers()) {
      all.add(
          testers.submit(
              () -> {
                WireLog log = new WireLog(Clock.systemUTC());
                try (VehicleLink link = Routes.open(s.address(), PATIENT, log)) {
                  VehicleTalk talk = new VehicleTalk(link, Targets.found(link));
                  int samples = 0;
                  for (; samples < each; samples++) {
                    assertThat(talk.live(TEN)).hasSize(10);
                    Thread.sleep(100);
                  }
                  return samples;
                }
              }));
    }
    int sum = 0;
    for (Future<Integer> f : all) {
      sum += f.get();
    }
    return sum;
  }

  /** Two seconds to an answer: the published time, and never before it. */
  @Test
  void theClientGivesUpAtThePublishedTimes() throws Exception {
    try (DoipServer server = new DoipServer(new SimulatedVehicle(VehicleSpec.demo()), 0, 1);
        VehicleLink link =
            Routes.open(server.address(), LinkTimes.PUBLISHED, new WireLog(Clock.systemUTC()))) {
      server.misbehave(Misbehaviour.DELAY);
      long start = System.nanoTime();
      assertThatThrownBy(() -> link.ask(link.entity(), Uds.readData(Uds.VIN), "tell its number"))
          .hasMessageContaining("did not answer in time");
      assertThat((System.nanoTime() - start) / 1_000_000).isGreaterThan(1900L);
    }
  }
}
