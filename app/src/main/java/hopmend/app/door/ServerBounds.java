package hopmend.app.door;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Arrays;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.FlashMap;
import org.springframework.web.servlet.FlashMapManager;

/** How the server meets the network: slow clients, proxies in front of it, its cookies. */
@Configuration(proxyBeanMethods = false)
class ServerBounds {

  /**
   * What one client, and all together, may hold.
   *
   * @param head time for the head of a request
   * @param bodyGrace time that any body may take; beyond it a pace is asked for
   */
  private record Bounds(Duration head, Duration bodyGrace, int connections, int bodies) {
    /** Of the server's 200 workers a half stays for requests without a body. */
    private static final int BODIES_OF_ALL = 100;
  }

  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> bounded(
      @Value("${hopmend.bounds.head}") Duration head,
      @Value("${hopmend.bounds.body-grace}") Duration bodyGrace,
      @Value("${hopmend.bounds.connections-per-client}") int connections,
      @Value("${hopmend.bounds.bodies-per-client}") int bodies,
      @Value("${hopmend.trusted-proxies}") String proxies) {
    Bounds bounds = new Bounds(head, bodyGrace, connections, bodies);
    Set<String> trusted =
        Arrays.stream(proxies.split(","))
            .map(String::strip)
            .filter(p -> !p.isEmpty())
            .collect(Collectors.toSet());
    return server -> {
      server.setProtocol(WatchedHttp.class.getName());
      server.addConnectorCustomizers(
          c ->
              ((WatchedHttp) c.getProtocolHandler())
                  .bound(bounds.head().toMillis(), bounds.connections(), trusted));
      if (!trusted.isEmpty()) {
        server.addEngineValves(behind(trusted));
      }
      server.addEngineValves(
          new BodyBounds(bounds.bodies(), Bounds.BODIES_OF_ALL, bounds.bodyGrace().toMillis()));
      server.addContextCustomizers(c -> c.setUseRelativeRedirects(true));
      server.addContextCustomizers(c -> c.getParent().getPipeline().addValve(new RefusalValve()));
    };
  }

  /** Only what a named proxy says of the client is believed. */
  private static RemoteIpValve behind(Set<String> trusted) {
    RemoteIpValve valve = new RemoteIpValve();
    valve.setInternalProxies(trusted.stream().map(Pattern::quote).collect(Collectors.joining("|")));
    valve.setRemoteIpHeader("X-Forwarded-For");
    valve.setProtocolHeader("X-Forwarded-Proto");
    return valve;
  }

  /** No page hands values to the next one through the session: it is not read for that. */
  @Bean
  FlashMapManager flashMapManager() {
    return new FlashMapManager() {
      @Override
      public FlashMap retrieveAndUpdate(HttpServletRequest request, HttpServletResponse response) {
        return null;
      }

      @Override
      public void saveOutputFlashMap(
          FlashMap flashMap, HttpServletRequest request, HttpServletResponse response) {
        // nothing is ever put there
      }
    };
  }
}
