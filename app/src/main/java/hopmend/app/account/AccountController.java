package hopmend.app.account;

import hopmend.app.web.InputProblem;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Sign-in, the first account, one's own settings, and the lead's list of accounts. */
@Controller
class AccountController {
  private static final Logger LOG = LoggerFactory.getLogger(AccountController.class);

  private final Accounts accounts;
  private final String setupCode;

  AccountController(Accounts accounts) {
    this.accounts = accounts;
    byte[] random = new byte[6];
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
  String signIn() {
    return accounts.isEmpty() ? "redirect:/first-account" : "account/sign-in";
  }

  @GetMapping("/first-account")
  String firstAccount() {
    return accounts.isEmpty() ? "account/first-account" : "redirect:/sign-in";
  }

  @PostMapping("/first-account")
  String makeFirst(
      @RequestParam String code,
      @RequestParam String login,
      @RequestParam String name,
      @RequestParam String password,
      Model model,
      HttpServletResponse response) {
    if (!accounts.isEmpty()) {
      return "redirect:/sign-in";
    }
    try {
      if (!setupCode.equals(code.strip())) {
        throw new InputProblem(
            "code", "This is not the code that the application printed when it started.");
      }
      accounts.create(login, name, password, Account.Role.LEAD);
      return "redirect:/sign-in";
    } catch (InputProblem p) {
      p.show(model, response);
      return "account/first-account";
    }
  }

  @GetMapping("/me")
  String me() {
    return "account/me";
  }

  @PostMapping("/me")
  String prefer(
      @RequestParam Account.Units units,
      @RequestParam Account.Reader reader,
      @RequestParam Account.Theme theme,
      Principal principal) {
    accounts.prefer(principal.getName(), units, reader, theme);
    return "redirect:/me?saved";
  }

  @GetMapping("/accounts")
  @PreAuthorize("hasRole('LEAD')")
  String list(Model model) {
    model.addAttribute("accounts", accounts.all());
    return "account/list";
  }

  @PostMapping("/accounts")
  @PreAuthorize("hasRole('LEAD')")
  String create(
      @RequestParam String login,
      @RequestParam String name,
      @RequestParam String password,
      @RequestParam Account.Role role,
      Model model,
      HttpServletResponse response) {
    try {
      accounts.create(login, name, password, role);
      return "redirect:/accounts";
    } catch (InputProblem p) {
      p.show(model, response);
      return list(model);
    }
  }

  @PostMapping("/accounts/change")
  @PreAuthorize("hasRole('LEAD')")
  String change(
      @RequestParam String login,
      @RequestParam Account.Role role,
      @RequestParam(defaultValue = "false") boolean active,
      Model model,
      HttpServletResponse response) {
    try {
      accounts.change(login, role, active);
      return "redirect:/accounts";
    } catch (InputProblem p) {
      p.show(model, response);
      return list(model);
    }
  }
}
