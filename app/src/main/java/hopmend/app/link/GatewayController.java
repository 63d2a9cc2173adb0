package hopmend.app.link;

import hopmend.app.account.Confirmation;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The lead's list of addresses to which the application may connect. */
@Controller
@PreAuthorize("hasRole('LEAD')")
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

  @PostMapping("/links")
  String add(
      @RequestParam(defaultValue = "") String name,
      @RequestParam(defaultValue = "") String host,
      @RequestParam(defaultValue = "") String port,
      Principal principal,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    try {
      confirmation.require(request);
      String added = save(name.strip(), host.strip(), port.strip(), principal.getName());
      events.note(request, Kind.LINK, "added " + added + " port " + port.strip());
      return "redirect:/links";
    } catch (InputProblem p) {
      p.show(model, response);
      model.addAttribute("name", name);
      model.addAttribute("host", host);
      model.addAttribute("port", port);
      return list(model);
    }
  }

  private String save(String name, String host, String port, String who) {
    if (name.isEmpty() || name.length() > 80) {
      throw new InputProblem("name", "Name the link in 1 to 80 characters.");
    }
    String canonical = Address.canonical(host);
    int number = port.matches("\\d{1,5}") ? Integer.parseInt(port) : 0;
    if (number < 1 || number > 65_535) {
      throw new InputProblem("port", "A port lies in 1 to 65535; ISO 13400-2 gives 13400.");
    }
    if (gateways.existsByHostAndPort(canonical, number)) {
      throw new InputProblem("host", "This address is on the list already.");
    }
    gateways.save(new Gateway(name, canonical, number, who, clock.instant()));
    return canonical;
  }

  @PostMapping("/links/{id}/remove")
  String remove(
      @PathVariable long id,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    try {
      confirmation.require(request);
      Gateway gateway =
          gateways.findById(id).orElseThrow(() -> new NotHere("There is no link " + id));
      gateways.delete(gateway);
      events.note(request, Kind.LINK, "removed " + gateway.host() + " port " + gateway.port());
      return "redirect:/links";
    } catch (InputProblem p) {
      p.show(model, response);
      return list(model);
    }
  }
}
