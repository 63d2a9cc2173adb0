package hopmend.app.account;

import hopmend.app.web.InputProblem;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts: made, looked up, changed. */
@Service
public class Accounts implements UserDetailsService {
  private static final int SHORTEST_PASSWORD = 8;

  private final AccountRepository repository;
  private final PasswordEncoder encoder;
  private final Clock clock;

  Accounts(AccountRepository repository, PasswordEncoder encoder, Clock clock) {
    this.repository = repository;
    this.encoder = encoder;
    this.clock = clock;
  }

  @Override
  @Transactional(readOnly = true)
  public UserDetails loadUserByUsername(String login) {
    Account account =
        repository
            .findByLogin(login.strip().toLowerCase(Locale.ROOT))
            .orElseThrow(() -> new UsernameNotFoundException("No such account"));
    return User.withUsername(account.login())
        .password(account.passwordHash())
        .roles(account.role().name())
        .disabled(!account.active())
        .build();
  }

  @Transactional(readOnly = true)
  public Optional<Account> byLogin(String login) {
    return repository.findByLogin(login);
  }

  @Transactional(readOnly = true)
  public List<Account> all() {
    return repository.findAllByOrderByLogin();
  }

  @Transactional(readOnly = true)
  public boolean isEmpty() {
    return repository.count() == 0;
  }

  /**
   * Makes an account.
   *
   * @throws InputProblem if login, name or password will not do
   */
  @Transactional
  public void create(String login, String name, String password, Account.Role role) {
    String wanted = login.strip().toLowerCase(Locale.ROOT);
    if (!wanted.matches("[a-z][a-z0-9._-]{1,39}")) {
      throw new InputProblem(
          "login",
          "A sign-in name has 2 to 40 letters, digits, dots or dashes and begins with a letter.");
    }
    if (name.isBlank() || name.length() > 80) {
      throw new InputProblem("name", "Enter a name of up to 80 characters.");
    }
    if (password.length() < SHORTEST_PASSWORD || password.length() > 72) {
      throw new InputProblem("password", "A password has 8 to 72 characters.");
    }
    if (repository.findByLogin(wanted).isPresent()) {
      throw new InputProblem("login", "The sign-in name " + wanted + " is taken.");
    }
    repository.save(
        new Account(wanted, name.strip(), encoder.encode(password), role, clock.instant()));
  }

  /** Changes role and access; the last active lead stays one. */
  @Transactional
  public void change(String login, Account.Role role, boolean active) {
    Account account =
        repository
            .findByLogin(login)
            .orElseThrow(() -> new InputProblem("login", "There is no account " + login + "."));
    boolean wasLead = account.role() == Account.Role.LEAD && account.active();
    boolean staysLead = role == Account.Role.LEAD && active;
    if (wasLead && !staysLead && repository.countByRoleAndActiveTrue(Account.Role.LEAD) == 1) {
      throw new InputProblem("login", login + " is the last lead. Make another lead first.");
    }
    account.change(role, active);
  }

  @Transactional
  public void prefer(
      String login, Account.Units units, Account.Reader reader, Account.Theme theme) {
    repository.findByLogin(login).ifPresent(a -> a.prefer(units, reader, theme));
  }
}
