package hopmend.app.account;

import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * A change of accounts or links asks for the person's own password again, unless it was typed a few
 * minutes ago: a tablet left open in the yard makes no lead.
 */
@Component
public class Confirmation {
  /** The field of a form in which the own password is typed. */
  public static final String FIELD = "ownPassword";

  private final Accounts accounts;
  private final Guesses guesses;
  private final SecurityEvents events;
  private final Clock clock;
  private final Duration lasting;

  Confirmation(
      Accounts accounts,
      Guesses guesses,
      SecurityEvents events,
      Clock clock,
      @Value("${hopmend.session.confirmed-for}") Duration lasting) {
    this.accounts = accounts;
    this.guesses = guesses;
    this.events = events;
    this.clock = clock;
    this.lasting = lasting;
  }

  /** Whether the next such form has to ask. */
  public boolean isDue(HttpServletRequest request) {
    return PersonSession.existing(request)
        .filter(s -> s.isConfirmed(clock.instant(), lasting))
        .isEmpty();
  }

  /**
   * Lets a change pass if the password was typed lately, or stands in the form.
   *
   * @throws InputProblem in the field {@link #FIELD} if not
   */
  public void require(HttpServletRequest request) {
    if (!isDue(request)) {
      return;
    }
    String typed = request.getParameter(FIELD);
    if (typed == null || typed.isBlank()) {
      throw new InputProblem(FIELD, "Type your own password to confirm this change.");
    }
    String who = request.getUserPrincipal().getName();
    Guesses.Asker asker = new Guesses.Asker("confirmation", who, request.getRemoteAddr(), true);
    guesses.require(asker, FIELD);
    Account account = accounts.byLogin(who).orElseThrow();
    if (!accounts.isPasswordOf(account, typed)) {
      events.note(request, Kind.SIGN_IN_FAILED, "wrong password at a confirmation");
      throw new InputProblem(FIELD, "This is not your password.");
    }
    guesses.right(asker);
    PersonSession.of(request).confirm(clock.instant());
  }
}
