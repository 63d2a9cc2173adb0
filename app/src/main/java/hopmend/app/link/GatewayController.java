package hopmend.app.link;

import hopmend.app.web.InputProblem;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
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
  private final Clock clock;

  GatewayController(GatewayRepository gateways, Seeker seeker, Clock clock) {
    this.gateways = gateways;
    this.seeker = seeker;
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
      @RequestParam String name,
      @RequestParam String host,
      @RequestParam String port,
      Principal principal,
      Model model,
      HttpServletResponse response) {
    try {
      save(name.strip(), host.strip(), port.strip(), principal.getName());
      return "redirect:/links";
    } catch (InputProblem p) {
      p.show(model, response);
      model.addAttribute("name", name);
      model.addAttribute("host", host);
      model.addAttribute("port", port);
      return list(model);
    }
  }

  private void save(String name, String host, String port, String who) {
    if (name.isEmpty() || name.length() > 80) {
      throw new InputProblem("name", "Name the link in 1 to 80 characters.");
    }
    if (!host.matches("[A-Za-z0-9.:-]{1,100}")) {
      throw new InputProblem("host", "Enter an address such as 127.0.0.1 or a host name.");
    }
    int number = port.matches("\\d{1,5}") ? Integer.parseInt(port) : 0;
    if (number < 1 || number > 65_535) {
      throw new InputProblem("port", "A port lies in 1 to 65535; ISO 13400-2 gives 13400.");
    }
    if (gateways.existsByHostAndPort(host, number)) {
      throw new InputProblem("host", "This address is on the list already.");
    }
    gateways.save(new Gateway(name, host, number, who, clock.instant()));
  }

  @PostMapping("/links/{id}/remove")
  @Transactional
  public String remove(@PathVariable long id) {
    gateways.deleteById(id);
    return "redirect:/links";
  }
}
