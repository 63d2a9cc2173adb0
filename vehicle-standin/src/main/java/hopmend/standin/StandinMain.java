package hopmend.standin;

import java.io.IOException;
import java.util.concurrent.CountDownLatch;

/**
 * Runs the simulated vehicles alone: {@code StandinMain [diagnostics-port [bench-port
 * [time-factor]]]}.
 */
public final class StandinMain {
  private StandinMain() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    int port = args.length > 0 ? Integer.parseInt(args[0]) : Garage.PORT;
    int benchPort = args.length > 1 ? Integer.parseInt(args[1]) : 0;
    double timeFactor = args.length > 2 ? Double.parseDouble(args[2]) : 1;
    Garage garage = Garage.open(VehicleSpec.fleet(), port, timeFactor);
    BenchPage bench = new BenchPage(garage.servers(), benchPort);
    for (DoipServer s : garage.servers()) {
      System.out.printf("%s %s%n", s.address(), s.<String>with(v -> v.spec().name()));
    }
    System.out.printf("bench %s%n", bench.url());
    new CountDownLatch(1).await();
  }
}
