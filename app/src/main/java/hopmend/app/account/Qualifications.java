package hopmend.app.account;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.InputProblem;
import hopmend.job.Held;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is qualified for what; kept by the lead, asked for at every step that demands it. */
@Service("qualifications")
public class Qualifications {
  private final HeldQualificationRepository held;
  private final AccountRepository accounts;
  private final Catalogs catalogs;
  private final Clock clock;

  Qualifications(
      HeldQualificationRepository held,
      AccountRepository accounts,
      Catalogs catalogs,
      Clock clock) {
    this.held = held;
    this.accounts = accounts;
    this.catalogs = catalogs;
    this.clock = clock;
  }

  private LocalDate today() {
    return LocalDate.now(clock);
  }

  /** Those of a person that are valid today. */
  @Transactional(readOnly = true)
  public List<Held> of(String login) {
    return held.findByLoginOrderByQualification(login).stream()
        .map(HeldQualification::held)
        .filter(h -> h.isValidOn(today()))
        .toList();
  }

  public boolean isQualified(String login, String qualification) {
    return of(login).stream().anyMatch(h -> h.qualification().equals(qualification));
  }

  /** Names of those who may sign in and are qualified today. */
  @Transactional(readOnly = true)
  public List<String> namesOf(String qualification) {
    return held.findByQualificationOrderByLogin(qualification).stream()
        .filter(h -> h.held().isValidOn(today()))
        .flatMap(h -> accounts.findByLogin(h.login()).stream())
        .filter(Account::active)
        .map(Account::name)
        .toList();
  }

  /** All by sign-in name, also those that are over. */
  @Transactional(readOnly = true)
  public Map<String, List<Held>> all() {
    return held.findAllByOrderByLoginAscQualificationAsc().stream()
        .collect(
            Collectors.groupingBy(
                HeldQualification::login,
                LinkedHashMap::new,
                Collectors.mapping(HeldQualification::held, Collectors.toList())));
  }

  /** Notes one; an earlier one of the same kind gives way to it. */
  @Transactional
  public void keep(String login, Held fresh, String by) {
    requireKnown(login);
    if (catalogs.now().qualifications().stream()
        .noneMatch(q -> q.id().equals(fresh.qualification()))) {
      throw new InputProblem("qualification", "Pick the qualification.");
    }
    if (fresh.issuer().strip().length() < 2 || fresh.issuer().length() > 120) {
      throw new InputProblem("issuer", "Say in 2 to 120 characters who issued it.");
    }
    if (!fresh.isValidOn(today())) {
      throw new InputProblem(
          "until", "It must be valid today; %s is over.".formatted(fresh.until()));
    }
    remove(login, fresh.qualification());
    held.save(new HeldQualification(login, fresh, by, clock.instant()));
  }

  @Transactional
  public void remove(String login, String qualification) {
    requireKnown(login);
    held.delete(login, qualification);
  }

  private void requireKnown(String login) {
    if (accounts.findByLogin(login).isEmpty()) {
      throw new InputProblem("login", "There is no account " + login + ".");
    }
  }
}
