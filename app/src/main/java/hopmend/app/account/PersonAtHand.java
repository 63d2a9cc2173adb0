package hopmend.app.account;

import hopmend.app.web.HeldAtHand;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Puts the person who is signed in, and their units, before every page, also one that shows what
 * was wrong.
 */
@Component
class PersonAtHand implements HandlerInterceptor, WebMvcConfigurer {
  private final ObjectProvider<BenchAddress> bench;
  private final Confirmation confirmation;
  private final Qualifications qualifications;

  PersonAtHand(
      ObjectProvider<BenchAddress> bench,
      Confirmation confirmation,
      Qualifications qualifications) {
    this.bench = bench;
    this.confirmation = confirmation;
    this.qualifications = qualifications;
  }

  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(this);
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    Optional<Account> account =
        Optional.ofNullable((Account) request.getAttribute(SignedInFilter.PERSON));
    request.setAttribute("person", account.orElse(null));
    request.setAttribute(
        "units", new PersonUnits(account.map(Account::units).orElse(Account.Units.METRIC)));
    // Whether a form that changes accounts or links asks for the own password.
    request.setAttribute("confirmationDue", account.isPresent() && confirmation.isDue(request));
    // Asked for only where work demands a qualification.
    HeldAtHand.put(request, () -> account.map(a -> qualifications.of(a.login())).orElse(List.of()));
    // Address of the simulated vehicle's bench page; empty outside the demo.
    BenchAddress address = bench.getIfAvailable();
    request.setAttribute("bench", address == null ? "" : address.url());
    return true;
  }
}
