package hopmend.app.account;

import dev.samstevens.totp.code.DefaultCodeGenerator;
import dev.samstevens.totp.exceptions.CodeGenerationException;
import dev.samstevens.totp.qr.QrData;
import dev.samstevens.totp.recovery.RecoveryCodeGenerator;
import dev.samstevens.totp.secret.DefaultSecretGenerator;
import hopmend.app.web.InputProblem;
import hopmend.app.web.QrPicture;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * A code from an authenticator besides the password: time-based one-time passwords, RFC 6238, six
 * digits in steps of 30 s. A code of the step before or after is taken too, each code once.
 */
@Service
class SecondFactor {
  private static final int STEP_SECONDS = 30;
  private static final int RECOVERY_CODES = 8;

  private final AccountRepository repository;
  private final JdbcTemplate sql;
  private final Clock clock;
  private final Set<String> roles;

  SecondFactor(
      AccountRepository repository,
      JdbcTemplate sql,
      Clock clock,
      @Value("${hopmend.sign-in.second-factor-roles}") Set<String> roles) {
    this.repository = repository;
    this.sql = sql;
    this.clock = clock;
    this.roles = roles;
  }

  /** Whether the shop's settings ask it of people in this role. */
  boolean isAskedOf(Account account) {
    return roles.contains(account.role().name());
  }

  String newSecret() {
    return new DefaultSecretGenerator(32).generate();
  }

  /** What the authenticator reads, as a picture. */
  QrPicture picture(String login, String secret) {
    return QrPicture.of(
        new QrData.Builder()
            .label("Hop Mend: " + login)
            .issuer("Hop Mend")
            .secret(secret)
            .digits(6)
            .period(STEP_SECONDS)
            .build()
            .getUri());
  }

  /**
   * Takes a secret into use once a code shows that the authenticator has it.
   *
   * @return recovery codes, told this once
   */
  @Transactional
  public List<String> take(String login, String secret, String code) {
    Account account = repository.findByLogin(login).orElseThrow();
    Optional<Long> step = step(secret, code);
    if (step.isEmpty()) {
      throw new InputProblem(
          "code", "This code does not fit. Look at the authenticator again, and at its clock.");
    }
    account.takeSecondFactor(secret);
    account.useTimeStep(step.get());
    List<String> codes = List.of(new RecoveryCodeGenerator().generateCodes(RECOVERY_CODES));
    forgetRecoveryCodes(account);
    codes.forEach(
        c ->
            sql.update(
                "insert into recovery_code (account_id, code_hash) values (?, ?)",
                account.id(),
                Accounts.hash(c)));
    return codes;
  }

  @Transactional
  public void remove(String login) {
    Account account = repository.findByLogin(login).orElseThrow();
    account.takeSecondFactor("");
    forgetRecoveryCodes(account);
  }

  private void forgetRecoveryCodes(Account account) {
    sql.update("delete from recovery_code where account_id = ?", account.id());
  }

  /** Whether a code of the authenticator or a recovery code is right; each is taken once. */
  @Transactional
  public boolean isRight(String login, String code) {
    repository.lockAll();
    Account account = repository.findByLogin(login).orElseThrow();
    Optional<Long> step = step(account.totpSecret(), code);
    if (step.isPresent()) {
      return account.useTimeStep(step.get());
    }
    return sql.update(
            "delete from recovery_code where account_id = ? and code_hash = ?",
            account.id(),
            Accounts.hash(code))
        == 1;
  }

  /** The time step of a code, empty if it is of none near now. */
  private Optional<Long> step(String secret, String code) {
    String typed = code.replaceAll("\\s", "");
    if (secret.isEmpty() || !typed.matches("\\d{6}")) {
      return Optional.empty();
    }
    long now = clock.instant().getEpochSecond() / STEP_SECONDS;
    for (long step = now - 1; step <= now + 1; step++) {
      if (MessageDigest.isEqual(bytes(code(secret, step)), bytes(typed))) {
        return Optional.of(step);
      }
    }
    return Optional.empty();
  }

  static String code(String secret, long step) {
    try {
      return new DefaultCodeGenerator().generate(secret, step);
    } catch (CodeGenerationException e) {
      throw new IllegalStateException("A secret of ours gives codes", e);
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
