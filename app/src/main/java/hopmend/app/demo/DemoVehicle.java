package hopmend.app.demo;

import hopmend.app.account.BenchAddress;
import hopmend.standin.BenchPage;
import hopmend.standin.DoipServer;
import hopmend.standin.Garage;
import hopmend.standin.VehicleSpec;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The simulated vehicles of the demo, one for each vehicle of its fleet. */
@Component
@Profile("demo")
public class DemoVehicle implements BenchAddress {
  private final Garage garage;
  private final BenchPage bench;

  DemoVehicle() throws IOException {
    garage = Garage.open(VehicleSpec.fleet(), Garage.PORT, 1);
    bench = new BenchPage(garage.servers(), 0);
  }

  /** The post van's server, for tests that play the part of hands. */
  public DoipServer server() {
    return garage.servers().get(0);
  }

  public Garage garage() {
    return garage;
  }

  @Override
  public String url() {
    return bench.url();
  }

  @PreDestroy
  void stop() throws IOException {
    bench.close();
    garage.close();
  }
}
