package hopmend.app.link;

import hopmend.app.account.Confirmation;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import hopmend.wire.Addresses;
import hopmend.wire.CodeFormat;
import hopmend.wire.DoipFrame;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** The lead's list of addresses to which the application may connect. */
@Controller
class GatewayController {
  /** The page of one link: a refused change is shown there again. */
  private static final java.util.regex.Pattern ONE =
      java.util.regex.Pattern.compile("/links/(\\d{1,18})");

  private static final List<CodeFormat> PUBLISHED =
      Arrays.stream(CodeFormat.values()).filter(CodeFormat::isPublished).toList();

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
    model.addAttribute("formats", PUBLISHED);
    model.addAttribute("ways", Way.values());
    return "link/list";
  }

  /** Looks for vehicles on this machine and at the addresses of the list. */
  @PostMapping("/links/look")
  String look(@Sent Wanted sent, Model model) {
    List<Gateway> list = gateways.findAllByOrderById();
    model.addAttribute(
        "found",
        sent.found(seeker, list).stream()
            .map(
                f ->
                    new Offered(
                        f,
                        list.stream()
                            .anyMatch(g -> g.host().equals(f.host()) && g.port() == f.port())))
            .toList());
    return list(model);
  }

  /** One vehicle to be looked for, by its number or its gateway's identification; empty for all. */
  record Wanted(String who) {
    Wanted {
      who = who.strip();
    }

    List<Seeker.Found> found(Seeker seeker, List<Gateway> list) {
      try {
        return seeker.look(list, who);
      } catch (IllegalArgumentException e) {
        throw new InputProblem("who", e.getMessage());
      }
    }
  }

  /** A vehicle that announced itself, and whether its address is on the list. */
  public record Offered(Seeker.Found found, boolean listed) {}

  /** A link as a lead types it; addresses in hexadecimal digits. */
  record Typed(
      @Size(min = 1, max = 80, message = "Name the link in 1 to 80 characters.") String name,
      String host,
      @Pattern(regexp = "\\d{1,5}", message = PORTS) String port,
      Way way,
      @Pattern(regexp = BYTES, message = "Testers stand at 0x0E00 to 0x0FFF.") String tester,
      @Pattern(regexp = BYTES, message = "The activation type is one byte, as in 0x00.")
          String activation,
      @Pattern(regexp = BYTES, message = "An address has two bytes, as in 0x1080; or none.")
          String target,
      @Pattern(regexp = BYTES, message = "An address has two bytes, as in 0xE000.")
          String functional,
      String protocol,
      String tls,
      CodeFormat untold) {
    private static final String PORTS =
        "A port lies in 1 to 65535; ISO 13400-2 gives 13400, and 3496 for encrypted links; a bridge has its own.";
    private static final String BYTES = "((0x)?[0-9A-Fa-f]{1,4})?";

    Typed {
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

    Manner manner() {
      int asTester = hex(tester, Manner.USUAL.tester());
      if (!Addresses.isTester(asTester)) {
        throw new InputProblem("tester", "Testers stand at 0x0E00 to 0x0FFF.");
      }
      int type = hex(activation, Manner.USUAL.activation());
      if (type > 0xFF) {
        throw new InputProblem("activation", "The activation type is one byte, as in 0x00.");
      }
      return new Manner(
          way == null ? Way.GATEWAY : way,
          "2019".equals(protocol) ? DoipFrame.VERSION_2019 : DoipFrame.VERSION,
          asTester,
          type,
          target.isEmpty() ? null : (Integer) hex(target, 0),
          hex(functional, Manner.USUAL.functional()),
          !tls.isEmpty(),
          untold);
    }

    private static int hex(String typed, int usual) {
      return typed.isEmpty() ? usual : Integer.parseInt(typed.replaceFirst("^0x", ""), 16);
    }
  }

  @PostMapping("/links")
  String add(@Sent Typed sent, Principal principal, HttpServletRequest request) {
    confirmation.require(request);
    String canonical = Address.canonical(sent.host());
    if (gateways.existsByHostAndPort(canonical, sent.number())) {
      throw new InputProblem("host", "This address is on the list already.");
    }
    Gateway gateway =
        new Gateway(sent.name(), canonical, sent.number(), principal.getName(), clock.instant());
    gateway.change(sent.name(), sent.manner());
    gateways.save(gateway);
    events.note(request, Kind.LINK, "added " + canonical + " port " + sent.number());
    return "redirect:/links";
  }

  /** The list with one link to be changed. */
  @GetMapping("/links/{id}")
  String one(@PathVariable long id, Model model) {
    model.addAttribute("chosen", gateway(id));
    return list(model);
  }

  @PostMapping("/links/{id}")
  String change(@PathVariable long id, @Sent Typed sent, HttpServletRequest request) {
    Gateway gateway = gateway(id);
    confirmation.require(request);
    String canonical = Address.canonical(sent.host());
    boolean moves = !canonical.equals(gateway.host()) || sent.number() != gateway.port();
    if (moves && gateways.existsByHostAndPort(canonical, sent.number())) {
      throw new InputProblem("host", "This address is on the list already.");
    }
    gateway.change(sent.name(), sent.manner());
    gateway.move(canonical, sent.number());
    gateways.save(gateway);
    events.note(request, Kind.LINK, "changed " + canonical + " port " + sent.number());
    return "redirect:/links";
  }

  private Gateway gateway(long id) {
    return gateways.findById(id).orElseThrow(() -> new NotHere("There is no link " + id));
  }

  @PostMapping("/links/{id}/remove")
  String remove(@PathVariable long id, HttpServletRequest request) {
    confirmation.require(request);
    Gateway gateway = gateway(id);
    gateways.delete(gateway);
    events.note(request, Kind.LINK, "removed " + gateway.host() + " port " + gateway.port());
    return "redirect:/links";
  }

  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    Matcher one = ONE.matcher(request.getRequestURI());
    if (one.matches()) {
      gateways.findById(Long.valueOf(one.group(1))).ifPresent(g -> model.addAttribute("chosen", g));
    }
    return list(model);
  }
}
