package hopmend.app.door;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.apache.coyote.AbstractProcessor;
import org.apache.coyote.Constants;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.SocketWrapperBase;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * HTTP whose connections are looked at every second: a request whose head does not arrive in time
 * is closed, and so are connections of one client beyond a number. The server itself bounds only
 * the pause between two bytes.
 */
public final class WatchedHttp extends Http11NioProtocol {
  private static final Logger LOG = LoggerFactory.getLogger(WatchedHttp.class);

  private volatile long headMillis = 20_000;
  private volatile int perClient = 128;
  private volatile Set<String> trusted = Set.of();
  private ScheduledExecutorService watch;

  /**
   * @param headMillis within which the head of a request arrives
   * @param perClient connections of one client at once
   * @param trusted addresses of proxies, which speak for many clients
   */
  void bound(long headMillis, int perClient, Set<String> trusted) {
    this.headMillis = headMillis;
    this.perClient = perClient;
    this.trusted = Set.copyOf(trusted);
  }

  @Override
  public void start() throws Exception {
    super.start();
    watch =
        Executors.newSingleThreadScheduledExecutor(
            work -> {
              Thread t = new Thread(work, "connections");
              t.setDaemon(true);
              return t;
            });
    watch.scheduleWithFixedDelay(this::look, 1, 1, TimeUnit.SECONDS);
  }

  private void look() {
    try {
      Map<String, Integer> open = new HashMap<>();
      for (SocketWrapperBase<?> connection : getEndpoint().getConnections()) {
        String client = String.valueOf(connection.getRemoteAddr());
        boolean serving = stage(connection) == Constants.STAGE_SERVICE;
        int count = open.merge(client, 1, Integer::sum);
        boolean tooMany = count > perClient && !trusted.contains(client) && !serving;
        if (tooMany || isLate(connection)) {
          connection.close();
        }
      }
    } catch (RuntimeException e) {
      LOG.warn("Connections could not be looked at", e);
    }
  }

  private static int stage(SocketWrapperBase<?> connection) {
    return connection.getCurrentProcessor() instanceof AbstractProcessor p
        ? p.getRequest().getRequestProcessor().getStage()
        : Constants.STAGE_NEW;
  }

  /**
   * Whether the head of a request has begun, and has not ended in time. Between two bytes of a head
   * the server counts the stage as ended, but keeps what works on it.
   */
  private boolean isLate(SocketWrapperBase<?> connection) {
    int stage = stage(connection);
    if (connection.getCurrentProcessor() instanceof AbstractProcessor p
        && (stage == Constants.STAGE_PARSE || stage == Constants.STAGE_ENDED)) {
      long begun = p.getRequest().getStartTimeNanos();
      return begun > 0 && System.nanoTime() - begun > headMillis * 1_000_000;
    }
    return false;
  }

  @Override
  public void stop() throws Exception {
    if (watch != null) {
      watch.shutdownNow();
    }
    super.stop();
  }
}
