package hopmend.app.link;

import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the lead's list: the demo puts its vehicles there, and who answered is remembered. */
@Service
public class Links {
  private final GatewayRepository gateways;
  private final Clock clock;

  Links(GatewayRepository gateways, Clock clock) {
    this.gateways = gateways;
    this.clock = clock;
  }

  /**
   * Makes the named link point at an address by a wire, behind which a vehicle is known to stand.
   */
  @Transactional
  public void point(Way way, String name, String host, int port, String vin, String who) {
    Gateway gateway =
        gateways
            .findFirstByName(name)
            .orElseGet(
                () -> {
                  Gateway fresh =
                      new Gateway(name, Address.canonical(host), port, who, clock.instant());
                  fresh.change(name, Manner.of(way));
                  return fresh;
                });
    gateway.move(Address.canonical(host), port);
    gateway.answered(vin);
    gateways.save(gateway);
  }

  /** Remembers which vehicle answered. */
  @Transactional
  public void answered(long gatewayId, String vin) {
    gateways.findById(gatewayId).filter(g -> !g.vin().equals(vin)).ifPresent(g -> g.answered(vin));
  }

  /** The list, the address of this vehicle first. */
  @Transactional(readOnly = true)
  public List<Gateway> gateways(Optional<String> vin) {
    return gateways.findAllByOrderById().stream()
        .sorted(Comparator.comparing(g -> vin.filter(g.vin()::equals).isPresent() ? 0 : 1))
        .toList();
  }
}
