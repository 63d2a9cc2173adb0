package hopmend.app.account;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Puts the person who is signed in, and their units, into every page. */
@ControllerAdvice
class PersonAdvice {
  private final ObjectProvider<BenchAddress> bench;
  private final Confirmation confirmation;

  PersonAdvice(ObjectProvider<BenchAddress> bench, Confirmation confirmation) {
    this.bench = bench;
    this.confirmation = confirmation;
  }

  @ModelAttribute("person")
  Account person(HttpServletRequest request) {
    return account(request).orElse(null);
  }

  @ModelAttribute("units")
  PersonUnits units(HttpServletRequest request) {
    return new PersonUnits(account(request).map(Account::units).orElse(Account.Units.METRIC));
  }

  /** Whether a form that changes accounts or links asks for the own password. */
  @ModelAttribute("confirmationDue")
  boolean confirmationDue(HttpServletRequest request) {
    return account(request).isPresent() && confirmation.isDue(request);
  }

  /** Address of the simulated vehicle's bench page; empty outside the demo. */
  @ModelAttribute("bench")
  String bench() {
    BenchAddress address = bench.getIfAvailable();
    return address == null ? "" : address.url();
  }

  /** As {@link SignedInFilter} has just read it. */
  private static Optional<Account> account(HttpServletRequest request) {
    return Optional.ofNullable((Account) request.getAttribute(SignedInFilter.PERSON));
  }
}
