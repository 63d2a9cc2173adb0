package hopmend.app.link;

import hopmend.app.account.Confirmation;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** The lead's list of addresses to which the application may connect. */
@Controller
class GatewayController {
  private final GatewayRepository gateways;
  private final Seeker seeker;
  private final Confirmation confirmation;
  private final SecurityEvents events;
  private final Clock clock;

  GatewayController(
      GatewayRepository gateways,
      Seeker seeker,
      Confirmation confirmation,
      SecurityEvents events,
      Clock clock) {
    this.gateways = gateways;
    this.seeker = seeker;
    this.confirmation = confirmation;
    this.events = events;
    this.clock = clock;
  }

  @GetMapping("/links")
  String list(Model model) {
    model.addAttribute("gateways", gateways.findAllByOrderById());
    return "link/list";
  }

  /** Looks for vehicles on this machine and at the addresses of the list. */
  @PostMapping("/links/look")
  String look(Model model) {
    List<Gateway> list = gateways.findAllByOrderById();
    model.addAttribute(
        "found",
        seeker.look(list).stream()
            .map(
                f ->
                    new Offered(
                        f,
                        list.stream()
                            .anyMatch(g -> g.host().equals(f.host()) && g.port() == f.port())))
            .toList());
    return list(model);
  }

  /** A vehicle that announced itself, and whether its address is on the list. */
  public record Offered(Seeker.Found found, boolean listed) {}

  record Added(
      @Size(min = 1, max = 80, message = "Name the link in 1 to 80 characters.") String name,
      String host,
      @Pattern(regexp = "\\d{1,5}", message = PORTS) String port) {
    private static final String PORTS = "A port lies in 1 to 65535; ISO 13400-2 gives 13400.";

    Added {
      name = name.strip();
      host = host.strip();
      port = port.strip();
    }

    int number() {
      int number = Integer.parseInt(port);
      if (number < 1 || number > 65_535) {
        throw new InputProblem("port", PORTS);
      }
      return number;
    }
  }

  @PostMapping("/links")
  String add(@Sent Added sent, Principal principal, HttpServletRequest request) {
    confirmation.require(request);
    String canonical = Address.canonical(sent.host());
    if (gateways.existsByHostAndPort(canonical, sent.number())) {
      throw new InputProblem("host", "This address is on the list already.");
    }
    gateways.save(
        new Gateway(sent.name(), canonical, sent.number(), principal.getName(), clock.instant()));
    events.note(request, Kind.LINK, "added " + canonical + " port " + sent.number());
    return "redirect:/links";
  }

  @PostMapping("/links/{id}/remove")
  String remove(@PathVariable long id, HttpServletRequest request) {
    confirmation.require(request);
    Gateway gateway =
        gateways.findById(id).orElseThrow(() -> new NotHere("There is no link " + id));
    gateways.delete(gateway);
    events.note(request, Kind.LINK, "removed " + gateway.host() + " port " + gateway.port());
    return "redirect:/links";
  }

  @ExceptionHandler
  String again(InputProblem p, Model model, HttpServletResponse response) {
    p.show(model, response);
    return list(model);
  }
}
