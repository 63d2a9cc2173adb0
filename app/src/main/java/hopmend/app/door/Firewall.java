package hopmend.app.door;

import hopmend.app.web.PlainPage;
import hopmend.app.web.Refusal;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.firewall.StrictHttpFirewall;

/** What is refused before anything looks at it: foreign host names, malformed paths and values. */
@Configuration(proxyBeanMethods = false)
class Firewall {
  private static final Set<String> THIS_MACHINE =
      Set.of("localhost", "127.0.0.1", "[::1]", "[0:0:0:0:0:0:0:1]");

  /**
   * @param more host names under which the application is reached besides this machine's own, by
   *     commas
   */
  @Bean
  StrictHttpFirewall strictFirewall(@Value("${hopmend.hosts}") String more) {
    Set<String> hosts =
        Stream.concat(
                THIS_MACHINE.stream(),
                Arrays.stream(more.split(",")).map(String::strip).filter(h -> !h.isEmpty()))
            .map(h -> h.toLowerCase(Locale.ROOT))
            .collect(Collectors.toSet());
    StrictHttpFirewall firewall = new StrictHttpFirewall();
    firewall.setAllowedHostnames(h -> hosts.contains(h.toLowerCase(Locale.ROOT)));
    // What no text can hold is told by the page, which keeps what was typed; see StorableText.
    firewall.setAllowedParameterValues(value -> true);
    return firewall;
  }

  @Bean
  RequestRejectedHandler rejected() {
    return (request, response, e) -> {
      if (Refusal.isOfOpenInterface(request.getRequestURI())) {
        Refusal.send(400, request.getRequestURI(), response);
        return;
      }
      PlainPage.send(
          response,
          400,
          "This request cannot be served.",
          "Its address, host name or one of its values is not one that this installation takes.");
    };
  }
}
