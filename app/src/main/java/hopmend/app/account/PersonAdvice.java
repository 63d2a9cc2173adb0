package hopmend.app.account;

import java.security.Principal;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Puts the person who is signed in, and their units, into every page. */
@ControllerAdvice
class PersonAdvice {
  private final Accounts accounts;
  private final ObjectProvider<BenchAddress> bench;

  PersonAdvice(Accounts accounts, ObjectProvider<BenchAddress> bench) {
    this.accounts = accounts;
    this.bench = bench;
  }

  @ModelAttribute("person")
  Account person(Principal principal) {
    return account(principal).orElse(null);
  }

  @ModelAttribute("units")
  PersonUnits units(Principal principal) {
    return new PersonUnits(account(principal).map(Account::units).orElse(Account.Units.METRIC));
  }

  /** Address of the simulated vehicle's bench page; empty outside the demo. */
  @ModelAttribute("bench")
  String bench() {
    BenchAddress address = bench.getIfAvailable();
    return address == null ? "" : address.url();
  }

  private Optional<Account> account(Principal principal) {
    return Optional.ofNullable(principal).map(Principal::getName).flatMap(accounts::byLogin);
  }
}
