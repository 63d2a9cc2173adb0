package hopmend.app.link;

import java.time.Clock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lets the demo put its simulated vehicle on the lead's list. */
@Service
public class Links {
  private final GatewayRepository gateways;
  private final Clock clock;

  Links(GatewayRepository gateways, Clock clock) {
    this.gateways = gateways;
    this.clock = clock;
  }

  /** Makes the named link point at a loopback port. */
  @Transactional
  public void point(String name, int port, String who) {
    gateways
        .findFirstByName(name)
        .ifPresentOrElse(
            g -> g.move(port),
            () -> gateways.save(new Gateway(name, "127.0.0.1", port, who, clock.instant())));
  }
}
