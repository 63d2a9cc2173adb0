package hopmend.app.account;

import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.RequestPath;
import hopmend.app.web.Sent;
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
import org.springframework.web.bind.annotation.ExceptionHandler;
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

  record Code(String code) {}

  @PostMapping("/sign-in/code")
  String passCode(@Sent Code sent, Principal principal, HttpServletRequest request) {
    String who = principal.getName();
    Guesses.Asker asker = new Guesses.Asker("second factor", who, request.getRemoteAddr(), true);
    guesses.require(asker, "code");
    if (!secondFactor.isRight(who, sent.code())) {
      events.note(request, Kind.SIGN_IN_FAILED, "wrong code of the second factor");
      throw new InputProblem("code", "This code does not fit, or was used already.");
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

  record OwnPassword(String login, String code, String password) {}

  /** A person makes their own password with the code that a lead gave them. */
  @PostMapping("/new-password")
  String makePassword(@Sent OwnPassword sent, HttpServletRequest request) {
    Guesses.Asker asker =
        new Guesses.Asker("one-time code", sent.login(), request.getRemoteAddr(), false);
    guesses.require(asker, "code");
    if (!accounts.takePassword(sent.login(), sent.code(), sent.password())) {
      throw new InputProblem(
          "code",
          "Name and code do not belong together, or the code was used or is too old. Ask a lead for a new one.");
    }
    guesses.right(asker);
    events.note(
        Guesses.normalised(sent.login()),
        request.getRemoteAddr(),
        Kind.PASSWORD_CHANGED,
        "with a one-time code");
    return "redirect:/sign-in?made";
  }

  @GetMapping("/first-account")
  String firstAccount() {
    return accounts.isEmpty() ? "account/first-account" : "redirect:/sign-in";
  }

  record First(String code, String login, String name, String password) {}

  @PostMapping("/first-account")
  String makeFirst(@Sent First sent, HttpServletRequest request) {
    if (!accounts.isEmpty()) {
      return "redirect:/sign-in";
    }
    guesses.require(new Guesses.Asker("first account", "", request.getRemoteAddr(), false), "code");
    if (!MessageDigest.isEqual(bytes(setupCode), bytes(sent.code().strip()))) {
      throw new InputProblem(
          "code", "This is not the code that the application printed when it started.");
    }
    if (accounts.createFirst(sent.login(), sent.name(), sent.password())) {
      events.note(
          Guesses.normalised(sent.login()),
          request.getRemoteAddr(),
          Kind.ACCOUNT_MADE,
          "the first lead");
    }
    return "redirect:/sign-in";
  }

  /** Each form stands on the page of its address. */
  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    return switch (RequestPath.of(request)) {
      case "/new-password" -> newPassword();
      case "/first-account" -> "account/first-account";
      default -> code();
    };
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
