package hopmend.app.account;

import hopmend.app.watch.Guesses;
import hopmend.app.web.InputProblem;
import hopmend.job.RecordChain;
import hopmend.job.Role;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsPasswordService;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts: made, looked up, changed; each person's password is known to that person only. */
@Service
public class Accounts implements UserDetailsService, UserDetailsPasswordService {
  /** Without letters and digits that are taken for each other. */
  private static final String CODE_LETTERS = "ABCDEFGHJKMNPQRSTVWXYZ23456789";

  private static final int CODE_GROUPS = 4;
  private static final int CODE_GROUP = 5;

  private final AccountRepository repository;
  private final PasswordEncoder encoder;
  private final PasswordRules rules;
  private final JdbcTemplate sql;
  private final Clock clock;
  private final Duration codeLives;
  private final SecureRandom random = new SecureRandom();
  private volatile boolean inhabited;

  Accounts(
      AccountRepository repository,
      PasswordEncoder encoder,
      PasswordRules rules,
      JdbcTemplate sql,
      Clock clock,
      @Value("${hopmend.sign-in.one-time-code-lives}") Duration codeLives) {
    this.repository = repository;
    this.encoder = encoder;
    this.rules = rules;
    this.sql = sql;
    this.clock = clock;
    this.codeLives = codeLives;
  }

  @Override
  @Transactional(readOnly = true)
  public UserDetails loadUserByUsername(String login) {
    return details(
        repository
            .findByLogin(Guesses.normalised(login))
            .orElseThrow(() -> new UsernameNotFoundException("No such account")));
  }

  private static UserDetails details(Account account) {
    return User.withUsername(account.login())
        .password(account.passwordHash())
        .roles(account.role().name())
        .disabled(!account.active())
        .build();
  }

  /** A hash of an older kind is renewed when its password was just typed. */
  @Override
  @Transactional
  public UserDetails updatePassword(UserDetails user, String newHash) {
    Account account = repository.findByLogin(user.getUsername()).orElseThrow();
    account.rehash(newHash);
    return details(account);
  }

  @Transactional(readOnly = true)
  public Optional<Account> byLogin(String login) {
    return repository.findByLogin(login);
  }

  @Transactional(readOnly = true)
  public List<Account> all() {
    return repository.findAllByOrderByLogin();
  }

  /** Whether there is no account yet; once there is one this is known without looking. */
  public boolean isEmpty() {
    if (!inhabited && repository.count() > 0) {
      inhabited = true;
    }
    return !inhabited;
  }

  /**
   * Makes an account without a password.
   *
   * @return the one-time code with which the person makes their own
   * @throws InputProblem if login or name will not do
   */
  @Transactional
  public String create(String login, String name, Role role) {
    repository.lockAll();
    Account account = fresh(login, name, role, encoder.encode(code()));
    String code = code();
    account.expectNewPassword(hash(code), clock.instant().plus(codeLives));
    repository.save(account);
    return code;
  }

  /**
   * Makes an account with a password; for the person at the console, and for the demo.
   *
   * @throws InputProblem if login, name or password will not do
   */
  @Transactional
  public void create(String login, String name, String password, Role role) {
    repository.lockAll();
    String right = rules.require("password", password, login, name);
    repository.save(fresh(login, name, role, encoder.encode(right)));
  }

  /**
   * Makes the first lead, once, however many try at the same moment.
   *
   * @return false if there is an account already
   */
  @Transactional
  public boolean createFirst(String login, String name, String password) {
    repository.lockAll();
    if (repository.count() > 0) {
      return false;
    }
    create(login, name, password, Role.LEAD);
    return true;
  }

  private Account fresh(String login, String name, Role role, String hash) {
    String wanted = Guesses.normalised(login);
    if (!wanted.matches("[a-z][a-z0-9._-]{1,39}")) {
      throw new InputProblem(
          "login",
          "A sign-in name has 2 to 40 letters, digits, dots or dashes and begins with a letter.");
    }
    if (name.isBlank() || name.length() > 80) {
      throw new InputProblem("name", "Enter a name of up to 80 characters.");
    }
    if (repository.findByLogin(wanted).isPresent()) {
      throw new InputProblem("login", "The sign-in name " + wanted + " is taken.");
    }
    return new Account(wanted, name.strip(), hash, role, clock.instant());
  }

  /** Changes role and access; the last active lead stays one. */
  @Transactional
  public void change(String login, Role role, boolean active) {
    repository.lockAll();
    Account account = known(login);
    boolean wasLead = account.role() == Role.LEAD && account.active();
    boolean staysLead = role == Role.LEAD && active;
    if (wasLead && !staysLead && repository.countByRoleAndActiveTrue(Role.LEAD) == 1) {
      throw new InputProblem("login", login + " is the last lead. Make another lead first.");
    }
    account.change(role, active);
  }

  private Account known(String login) {
    return repository
        .findByLogin(login)
        .orElseThrow(() -> new InputProblem("login", "There is no account " + login + "."));
  }

  /**
   * Lets a person make a new password. The old one does not work any more.
   *
   * @return the one-time code to hand over; it is kept as a hash only
   */
  @Transactional
  public String reset(String login) {
    Account account = known(login);
    String code = code();
    account.rehash(encoder.encode(code()));
    account.expectNewPassword(hash(code), clock.instant().plus(codeLives));
    return code;
  }

  /**
   * Takes a person's own new password for a one-time code.
   *
   * @return false if name and code do not belong together, or the code's time is over
   * @throws InputProblem if the password will not do
   */
  @Transactional
  public boolean takePassword(String login, String code, String password) {
    Optional<Account> account =
        repository
            .findByLogin(Guesses.normalised(login))
            .filter(a -> a.active() && a.takesCode(hash(code), clock.instant()));
    if (account.isEmpty()) {
      return false;
    }
    Account a = account.get();
    a.takePassword(encoder.encode(rules.require("password", password, a.login(), a.name())));
    return true;
  }

  /**
   * Changes one's own password.
   *
   * @throws InputProblem if the old one is wrong or the new one will not do
   */
  @Transactional
  public void changePassword(String login, String old, String password) {
    Account a = known(login);
    if (!encoder.matches(old, a.passwordHash())) {
      throw new InputProblem("old", "This is not your password of today.");
    }
    String right = rules.require("password", password, a.login(), a.name());
    if (encoder.matches(right, a.passwordHash())) {
      throw new InputProblem("password", "This is the password that you have already.");
    }
    a.takePassword(encoder.encode(right));
  }

  boolean isPasswordOf(Account account, String password) {
    return encoder.matches(password, account.passwordHash());
  }

  /** Whether a person has signed in from an address before. */
  @Transactional(readOnly = true)
  public boolean isFamiliar(String login, String address) {
    return !sql.queryForList(
            "select 1 from familiar_address f join account a on a.id = f.account_id"
                + " where a.login = ? and f.address = ?",
            Integer.class,
            Guesses.normalised(login),
            address)
        .isEmpty();
  }

  /** Remembers from where a person signed in. */
  @Transactional
  public void remember(String login, String address) {
    OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
    sql.update(
        "insert into familiar_address (account_id, address, last_at)"
            + " select id, ?, ? from account where login = ?"
            + " on conflict (account_id, address) do update set last_at = excluded.last_at",
        address,
        now,
        login);
    sql.update("delete from familiar_address where last_at < ?", now.minus(Duration.ofDays(180)));
  }

  @Transactional
  public void prefer(
      String login, Account.Units units, Account.Reader reader, Account.Theme theme) {
    repository.findByLogin(login).ifPresent(a -> a.prefer(units, reader, theme));
  }

  /** Four groups of five from thirty signs: 98 bits. */
  private String code() {
    StringBuilder code = new StringBuilder();
    for (int i = 0; i < CODE_GROUPS * CODE_GROUP; i++) {
      code.append(i > 0 && i % CODE_GROUP == 0 ? "-" : "");
      code.append(CODE_LETTERS.charAt(random.nextInt(CODE_LETTERS.length())));
    }
    return code.toString();
  }

  static String hash(String code) {
    String bare = code.toUpperCase(java.util.Locale.ROOT).replaceAll("[^A-Z0-9]", "");
    return RecordChain.sha256(bare.getBytes(StandardCharsets.UTF_8));
  }
}
