package hopmend.app.demo;

import hopmend.app.account.BenchAddress;
import hopmend.standin.BenchPage;
import hopmend.standin.DoipServer;
import hopmend.standin.SimulatedVehicle;
import hopmend.standin.VehicleSpec;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The simulated vehicle of the demo, on free loopback ports. */
@Component
@Profile("demo")
public class DemoVehicle implements BenchAddress {
  private final DoipServer server;
  private final BenchPage bench;

  DemoVehicle() throws IOException {
    server = new DoipServer(new SimulatedVehicle(VehicleSpec.demo()), 0, 1);
    bench = new BenchPage(server, 0);
  }

  /** The server, for tests that play the part of hands. */
  public DoipServer server() {
    return server;
  }

  int port() {
    return server.port();
  }

  @Override
  public String url() {
    return "http://127.0.0.1:" + bench.port() + "/";
  }

  @PreDestroy
  void stop() throws IOException {
    bench.close();
    server.close();
  }
}
