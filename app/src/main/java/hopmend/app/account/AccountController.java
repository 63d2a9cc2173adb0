package hopmend.app.account;

import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.Principal;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.HexFormat;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The way in: sign-in, the code of the second factor, a one-time code, the first account. */
@Controller
class AccountController {
  private static final Logger LOG = LoggerFactory.getLogger(AccountController.class);

  private final Accounts accounts;
  private final SecondFactor secondFactor;
  private final Guesses guesses;
  private final SecurityEvents events;
  private final Clock clock;
  private final String setupCode;

  AccountController(
      Accounts accounts,
      SecondFactor secondFactor,
      Guesses guesses,
      SecurityEvents events,
      Clock clock) {
    this.accounts = accounts;
    this.secondFactor = secondFactor;
    this.guesses = guesses;
    this.events = events;
    this.clock = clock;
    byte[] random = new byte[10];
    new SecureRandom().nextBytes(random);
    this.setupCode = HexFormat.of().formatHex(random);
  }

  /** Without any account, the person at the console makes the first lead. */
  @EventListener(ApplicationReadyEvent.class)
  void announceSetup() {
    if (accounts.isEmpty()) {
      LOG.info("No account yet. Open the page /first-account with the code {}", setupCode);
    }
  }

  @GetMapping("/sign-in")
  String signIn(@RequestParam(defaultValue = "") String to, Model model) {
    model.addAttribute("to", to);
    return accounts.isEmpty() ? "redirect:/first-account" : "account/sign-in";
  }

  @GetMapping("/sign-in/code")
  String code() {
    return "account/code";
  }

  @PostMapping("/sign-in/code")
  String passCode(
      @RequestParam(defaultValue = "") String code,
      Principal principal,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    String who = principal.getName();
    Guesses.Asker asker = new Guesses.Asker("second factor", who, request.getRemoteAddr(), true);
    try {
      guesses.require(asker, "code");
      if (!secondFactor.isRight(who, code)) {
        events.note(request, Kind.SIGN_IN_FAILED, "wrong code of the second factor");
        throw new InputProblem("code", "This code does not fit, or was used already.");
      }
    } catch (InputProblem p) {
      p.show(model, response);
      return "account/code";
    }
    guesses.right(asker);
    PersonSession.of(request).passSecondFactor(clock.instant());
    accounts.remember(who, request.getRemoteAddr());
    events.note(request, Kind.SIGNED_IN, "second factor passed");
    return "redirect:/jobs";
  }

  @GetMapping("/new-password")
  String newPassword() {
    return "account/new-password";
  }

  /** A person makes their own password with the code that a lead gave them. */
  @PostMapping("/new-password")
  String makePassword(
      @RequestParam(defaultValue = "") String login,
      @RequestParam(defaultValue = "") String code,
      @RequestParam(defaultValue = "") String password,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    Guesses.Asker asker = new Guesses.Asker("one-time code", login, request.getRemoteAddr(), false);
    try {
      guesses.require(asker, "code");
      if (!accounts.takePassword(login, code, password)) {
        throw new InputProblem(
            "code",
            "Name and code do not belong together, or the code was used or is too old. Ask a lead for a new one.");
      }
    } catch (InputProblem p) {
      p.show(model, response);
      return "account/new-password";
    }
    guesses.right(asker);
    events.note(
        Guesses.normalised(login),
        request.getRemoteAddr(),
        Kind.PASSWORD_CHANGED,
        "with a one-time code");
    return "redirect:/sign-in?made";
  }

  @GetMapping("/first-account")
  String firstAccount() {
    return accounts.isEmpty() ? "account/first-account" : "redirect:/sign-in";
  }

  @PostMapping("/first-account")
  String makeFirst(
      @RequestParam(defaultValue = "") String code,
      @RequestParam(defaultValue = "") String login,
      @RequestParam(defaultValue = "") String name,
      @RequestParam(defaultValue = "") String password,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    if (!accounts.isEmpty()) {
      return "redirect:/sign-in";
    }
    try {
      guesses.require(
          new Guesses.Asker("first account", "", request.getRemoteAddr(), false), "code");
      if (!MessageDigest.isEqual(bytes(setupCode), bytes(code.strip()))) {
        throw new InputProblem(
            "code", "This is not the code that the application printed when it started.");
      }
      if (accounts.createFirst(login, name, password)) {
        events.note(
            Guesses.normalised(login),
            request.getRemoteAddr(),
            Kind.ACCOUNT_MADE,
            "the first lead");
      }
      return "redirect:/sign-in";
    } catch (InputProblem p) {
      p.show(model, response);
      return "account/first-account";
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
