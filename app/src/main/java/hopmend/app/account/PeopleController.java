package hopmend.app.account;

import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.NotNull;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** The lead's list of people. A lead never learns another person's password. */
@Controller
@RequestMapping("/accounts")
class PeopleController {
  private final Accounts accounts;
  private final Sessions sessions;
  private final SecondFactor secondFactor;
  private final Confirmation confirmation;
  private final SecurityEvents events;

  PeopleController(
      Accounts accounts,
      Sessions sessions,
      SecondFactor secondFactor,
      Confirmation confirmation,
      SecurityEvents events) {
    this.accounts = accounts;
    this.sessions = sessions;
    this.secondFactor = secondFactor;
    this.confirmation = confirmation;
    this.events = events;
  }

  /** A one-time code to hand over, shown this once. */
  public record Handed(String login, String code) {}

  @GetMapping
  String list(Model model) {
    model.addAttribute("accounts", accounts.all());
    return "account/list";
  }

  record Hired(String login, String name, @NotNull(message = "Pick a role.") Role role) {}

  @PostMapping
  String create(@Sent Hired sent, Model model, HttpServletRequest request) {
    confirmation.require(request);
    String code = accounts.create(sent.login(), sent.name(), sent.role());
    events.note(request, Kind.ACCOUNT_MADE, sent.login() + " as " + sent.role());
    model.addAttribute("handed", new Handed(sent.login(), code));
    return list(model);
  }

  record Changed(String login, @NotNull(message = "Pick a role.") Role role, boolean active) {}

  @PostMapping("/change")
  String change(@Sent Changed sent, HttpServletRequest request) {
    confirmation.require(request);
    accounts.change(sent.login(), sent.role(), sent.active());
    if (!sent.active()) {
      sessions.endAll(sent.login(), "");
    }
    events.note(
        request,
        Kind.ACCOUNT_CHANGED,
        sent.login() + " is " + sent.role() + (sent.active() ? "" : ", may not sign in"));
    return "redirect:/accounts";
  }

  record Person(String login) {}

  /** The person makes a new password with a code; until then nobody signs in with that name. */
  @PostMapping("/reset")
  String reset(@Sent Person sent, Model model, HttpServletRequest request) {
    confirmation.require(request);
    String code = accounts.reset(sent.login());
    sessions.endAll(sent.login(), PersonSession.of(request).id());
    events.note(request, Kind.PASSWORD_RESET, "one-time code for " + sent.login());
    model.addAttribute("handed", new Handed(sent.login(), code));
    return list(model);
  }

  /** For a person who lost their authenticator and the recovery codes. */
  @PostMapping("/second-factor/remove")
  String removeSecondFactor(@Sent Person sent, HttpServletRequest request) {
    confirmation.require(request);
    if (accounts.byLogin(sent.login()).isEmpty()) {
      throw new InputProblem("login", "There is no account " + sent.login() + ".");
    }
    secondFactor.remove(sent.login());
    sessions.endAll(sent.login(), "");
    events.note(request, Kind.SECOND_FACTOR, "removed from " + sent.login());
    return "redirect:/accounts";
  }

  @ExceptionHandler
  String again(InputProblem p, Model model, HttpServletResponse response) {
    p.show(model, response);
    return list(model);
  }
}
