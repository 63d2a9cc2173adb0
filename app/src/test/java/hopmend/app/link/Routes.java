package hopmend.app.link;

import java.net.InetSocketAddress;
import java.time.Clock;
import java.util.Optional;

/** Usual ways to gateways of tests. */
final class Routes {
  private Routes() {}

  static Route to(InetSocketAddress address) {
    Gateway gateway =
        new Gateway(
            "test",
            address.getAddress().getHostAddress(),
            address.getPort(),
            "test",
            Clock.systemUTC().instant());
    return gateway.route();
  }

  static VehicleLink open(InetSocketAddress address, LinkTimes times, WireLog log) {
    return VehicleLink.open(
        to(address),
        new Tls("", ""),
        times,
        log,
        new Watch(Clock.systemUTC()),
        a -> Optional.empty());
  }
}
