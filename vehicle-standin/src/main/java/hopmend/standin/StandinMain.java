package hopmend.standin;

import java.io.IOException;
import java.util.concurrent.CountDownLatch;

/** Runs the demo vehicle alone: {@code StandinMain [diagnostics-port [bench-port]]}. */
public final class StandinMain {
  private StandinMain() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    int port = args.length > 0 ? Integer.parseInt(args[0]) : 13400;
    int benchPort = args.length > 1 ? Integer.parseInt(args[1]) : 0;
    DoipServer server = new DoipServer(new SimulatedVehicle(VehicleSpec.demo()), port, 1);
    BenchPage bench = new BenchPage(server, benchPort);
    System.out.printf(
        "vehicle 127.0.0.1:%d bench http://127.0.0.1:%d/%n", server.port(), bench.port());
    new CountDownLatch(1).await();
  }
}
