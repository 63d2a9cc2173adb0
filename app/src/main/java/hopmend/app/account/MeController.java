package hopmend.app.account;

import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.RequestPath;
import hopmend.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.time.Clock;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What a person sets for themselves: how they see it, their password, sessions, second factor. */
@Controller
@RequestMapping("/me")
class MeController {
  private final Accounts accounts;
  private final Sessions sessions;
  private final SecondFactor secondFactor;
  private final Confirmation confirmation;
  private final Guesses guesses;
  private final SecurityEvents events;
  private final Clock clock;

  MeController(
      Accounts accounts,
      Sessions sessions,
      SecondFactor secondFactor,
      Confirmation confirmation,
      Guesses guesses,
      SecurityEvents events,
      Clock clock) {
    this.accounts = accounts;
    this.sessions = sessions;
    this.secondFactor = secondFactor;
    this.confirmation = confirmation;
    this.guesses = guesses;
    this.events = events;
    this.clock = clock;
  }

  @GetMapping
  String me() {
    return "account/me";
  }

  @PostMapping
  String prefer(
      @RequestParam Account.Units units,
      @RequestParam Account.Reader reader,
      @RequestParam Account.Theme theme,
      Principal principal,
      HttpServletRequest request) {
    accounts.prefer(principal.getName(), units, reader, theme);
    events.note(request, Kind.SETTING, "how they see it");
    return "redirect:/me?saved";
  }

  @GetMapping("/password")
  String password() {
    return "account/password";
  }

  record NewPassword(String old, String password, String again) {}

  @PostMapping("/password")
  String changePassword(@Sent NewPassword sent, Principal principal, HttpServletRequest request) {
    String who = principal.getName();
    Guesses.Asker asker = new Guesses.Asker("old password", who, request.getRemoteAddr(), true);
    guesses.require(asker, "old");
    if (!sent.password().equals(sent.again())) {
      throw new InputProblem("again", "The two new passwords differ.");
    }
    accounts.changePassword(who, sent.old(), sent.password());
    guesses.right(asker);
    sessions.endAll(who, PersonSession.of(request).id());
    events.note(request, Kind.PASSWORD_CHANGED, "by the person; all other sessions ended");
    return "redirect:/me?password";
  }

  @GetMapping("/sessions")
  String sessions(Principal principal, Model model, HttpServletRequest request) {
    model.addAttribute(
        "sessions", sessions.of(principal.getName(), PersonSession.of(request).id()));
    return "account/sessions";
  }

  @PostMapping("/sessions/end")
  String endSession(
      @RequestParam(defaultValue = "") String handle,
      Principal principal,
      HttpServletRequest request) {
    if (!sessions.end(principal.getName(), handle)) {
      throw new NotHere("You have no such session, it has ended perhaps");
    }
    events.note(request, Kind.SESSION_ENDED, "one session, by the person");
    return "redirect:/me/sessions";
  }

  @PostMapping("/sessions/end-others")
  String endOthers(Principal principal, HttpServletRequest request) {
    sessions.endAll(principal.getName(), PersonSession.of(request).id());
    events.note(request, Kind.SESSION_ENDED, "all other sessions, by the person");
    return "redirect:/me/sessions";
  }

  @GetMapping("/second-factor")
  String secondFactor(Principal principal, Model model, HttpServletRequest request) {
    Account account = accounts.byLogin(principal.getName()).orElseThrow();
    model.addAttribute("asked", secondFactor.isAskedOf(account));
    model.addAttribute("account", account);
    if (!account.hasSecondFactor()) {
      PersonSession session = PersonSession.of(request);
      String secret = session.offered().orElseGet(secondFactor::newSecret);
      session.offer(secret);
      model.addAttribute("secret", secret.replaceAll("(.{4})(?=.)", "$1 "));
      model.addAttribute("picture", secondFactor.picture(account.login(), secret));
    }
    return "account/second-factor";
  }

  record Code(String code) {}

  @PostMapping("/second-factor")
  String takeSecondFactor(
      @Sent Code sent, Principal principal, Model model, HttpServletRequest request) {
    PersonSession session = PersonSession.of(request);
    Account account = accounts.byLogin(principal.getName()).orElseThrow();
    if (account.hasSecondFactor()) {
      throw new InputProblem("", "You have a second factor already. Remove it first.");
    }
    confirmation.require(request);
    String secret =
        session
            .offered()
            .orElseThrow(() -> new InputProblem("code", "Scan the picture below first."));
    model.addAttribute("codes", secondFactor.take(principal.getName(), secret, sent.code()));
    session.takeOffer();
    session.passSecondFactor(clock.instant());
    events.note(request, Kind.SECOND_FACTOR, "taken into use");
    return secondFactor(principal, model, request);
  }

  @PostMapping("/second-factor/remove")
  String removeSecondFactor(Principal principal, HttpServletRequest request) {
    confirmation.require(request);
    secondFactor.remove(principal.getName());
    events.note(request, Kind.SECOND_FACTOR, "removed by the person");
    return "redirect:/me/second-factor";
  }

  /** Each form stands on the page of its address. */
  @ExceptionHandler
  String again(
      InputProblem p,
      Principal principal,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    p.show(model, response);
    return RequestPath.of(request).endsWith("/password")
        ? password()
        : secondFactor(principal, model, request);
  }
}
