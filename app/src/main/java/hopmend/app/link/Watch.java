package hopmend.app.link;

import java.io.Closeable;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * What an exchange does just now, for the page that waits for it, and the way to stop it from
 * there.
 */
public final class Watch {
  private final Clock clock;
  private final Instant began;
  private volatile String doing = "";
  private volatile Optional<Instant> patientSince = Optional.empty();
  private volatile boolean stopped;
  private volatile Closeable connection = () -> {};

  Watch(Clock clock) {
    this.clock = clock;
    this.began = clock.instant();
  }

  void does(String what) {
    doing = what;
    patientSince = Optional.empty();
  }

  /** The vehicle asked for patience. */
  void isAskedToWait() {
    if (patientSince.isEmpty()) {
      patientSince = Optional.of(clock.instant());
    }
  }

  void over(Closeable link) {
    connection = link;
  }

  /** What it does, in words; empty before the first service. */
  public String doing() {
    return doing;
  }

  public long seconds() {
    return Duration.between(began, clock.instant()).toSeconds();
  }

  /** For how many seconds the vehicle has been asking for patience; empty if it does not. */
  public Optional<Long> patience() {
    return patientSince.map(s -> Duration.between(s, clock.instant()).toSeconds());
  }

  /** Ends the exchange: its connection is closed under it. */
  void stop() {
    stopped = true;
    try {
      connection.close();
    } catch (IOException e) {
      // it is given up in any case
    }
  }

  boolean isStopped() {
    return stopped;
  }
}
