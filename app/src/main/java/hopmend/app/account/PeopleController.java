package hopmend.app.account;

import hopmend.app.catalog.Catalogs;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Held;
import hopmend.job.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
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
  private final Qualifications qualifications;
  private final Catalogs catalogs;
  private final Clock clock;

  PeopleController(
      Accounts accounts,
      Sessions sessions,
      SecondFactor secondFactor,
      Confirmation confirmation,
      SecurityEvents events,
      Qualifications qualifications,
      Catalogs catalogs,
      Clock clock) {
    this.accounts = accounts;
    this.sessions = sessions;
    this.secondFactor = secondFactor;
    this.confirmation = confirmation;
    this.events = events;
    this.qualifications = qualifications;
    this.catalogs = catalogs;
    this.clock = clock;
  }

  /** A one-time code to hand over, shown this once. */
  public record Handed(String login, String code) {}

  @GetMapping
  String list(Model model) {
    model.addAttribute("accounts", accounts.all());
    model.addAttribute("held", qualifications.all());
    model.addAttribute("qualificationsToHave", catalogs.now().qualifications());
    model.addAttribute("today", LocalDate.now(clock));
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

  record Qualified(String login, String qualification, String issuer, String until) {
    Held held() {
      try {
        return new Held(qualification, issuer.strip(), LocalDate.parse(until.strip()));
      } catch (DateTimeParseException e) {
        throw new InputProblem("until", "Write the last day as 2027-05-31.");
      }
    }
  }

  /** What a person is qualified for, as its paper says. */
  @PostMapping("/qualify")
  String qualify(@Sent Qualified sent, HttpServletRequest request) {
    confirmation.require(request);
    qualifications.keep(sent.login(), sent.held(), request.getUserPrincipal().getName());
    events.note(
        request,
        Kind.ACCOUNT_CHANGED,
        "%s is qualified for %s until %s"
            .formatted(sent.login(), sent.qualification(), sent.until()));
    return "redirect:/accounts";
  }

  record NoLonger(String login, String qualification) {}

  @PostMapping("/qualify/remove")
  String noLonger(@Sent NoLonger sent, HttpServletRequest request) {
    confirmation.require(request);
    qualifications.remove(sent.login(), sent.qualification());
    events.note(
        request,
        Kind.ACCOUNT_CHANGED,
        "%s is no longer qualified for %s".formatted(sent.login(), sent.qualification()));
    return "redirect:/accounts";
  }

  @ExceptionHandler
  String again(InputProblem p, Model model, HttpServletResponse response) {
    p.show(model, response);
    return list(model);
  }
}
