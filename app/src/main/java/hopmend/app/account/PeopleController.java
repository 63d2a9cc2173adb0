package hopmend.app.account;

import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.job.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.function.Supplier;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The lead's list of people. A lead never learns another person's password. */
@Controller
@RequestMapping("/accounts")
@PreAuthorize("hasRole('LEAD')")
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

  @PostMapping
  String create(
      @RequestParam(defaultValue = "") String login,
      @RequestParam(defaultValue = "") String name,
      @RequestParam Role role,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    return changed(
        model,
        request,
        response,
        () -> {
          String code = accounts.create(login, name, role);
          events.note(request, Kind.ACCOUNT_MADE, login + " as " + role);
          model.addAttribute("handed", new Handed(login, code));
          return list(model);
        });
  }

  @PostMapping("/change")
  String change(
      @RequestParam(defaultValue = "") String login,
      @RequestParam Role role,
      @RequestParam(defaultValue = "false") boolean active,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    return changed(
        model,
        request,
        response,
        () -> {
          accounts.change(login, role, active);
          if (!active) {
            sessions.endAll(login, "");
          }
          events.note(
              request,
              Kind.ACCOUNT_CHANGED,
              login + " is " + role + (active ? "" : ", may not sign in"));
          return "redirect:/accounts";
        });
  }

  /** The person makes a new password with a code; until then nobody signs in with that name. */
  @PostMapping("/reset")
  String reset(
      @RequestParam(defaultValue = "") String login,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    return changed(
        model,
        request,
        response,
        () -> {
          String code = accounts.reset(login);
          sessions.endAll(login, PersonSession.of(request).id());
          events.note(request, Kind.PASSWORD_RESET, "one-time code for " + login);
          model.addAttribute("handed", new Handed(login, code));
          return list(model);
        });
  }

  /** For a person who lost their authenticator and the recovery codes. */
  @PostMapping("/second-factor/remove")
  String removeSecondFactor(
      @RequestParam(defaultValue = "") String login,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    return changed(
        model,
        request,
        response,
        () -> {
          if (accounts.byLogin(login).isEmpty()) {
            throw new InputProblem("login", "There is no account " + login + ".");
          }
          secondFactor.remove(login);
          sessions.endAll(login, PersonSession.of(request).id());
          events.note(request, Kind.SECOND_FACTOR, "removed from " + login);
          return "redirect:/accounts";
        });
  }

  private String changed(
      Model model,
      HttpServletRequest request,
      HttpServletResponse response,
      Supplier<String> change) {
    try {
      confirmation.require(request);
      return change.get();
    } catch (InputProblem p) {
      p.show(model, response);
      return list(model);
    }
  }
}
