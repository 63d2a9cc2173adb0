package hopmend.app.account;

import hopmend.job.Role;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A person who signs in, with what they prefer to see. */
@Entity
public class Account {
  /** The units shown large; the others stand small beside them. */
  public enum Units {
    METRIC,
    IMPERIAL
  }

  /** One line a step, or how and why too. */
  public enum Reader {
    BRIEF,
    FULL
  }

  /** Colours; those of the device as long as nobody has chosen. */
  public enum Theme {
    SYSTEM,
    LIGHT,
    DARK
  }

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String login;
  private String name;

  @Column(name = "password_hash")
  private String passwordHash;

  @Enumerated(EnumType.STRING)
  private Role role;

  @Enumerated(EnumType.STRING)
  private Units units = Units.METRIC;

  @Enumerated(EnumType.STRING)
  private Reader reader = Reader.FULL;

  @Enumerated(EnumType.STRING)
  private Theme theme = Theme.SYSTEM;

  private boolean active = true;

  @Column(name = "created_at")
  private Instant createdAt;

  @Column(name = "reset_hash")
  private String resetHash = "";

  @Column(name = "reset_until")
  private Instant resetUntil;

  @Column(name = "totp_secret")
  private String totpSecret = "";

  @Column(name = "totp_used")
  private long totpUsed;

  protected Account() {}

  Account(String login, String name, String passwordHash, Role role, Instant createdAt) {
    this.login = login;
    this.name = name;
    this.passwordHash = passwordHash;
    this.role = role;
    this.createdAt = createdAt;
  }

  public String login() {
    return login;
  }

  public String name() {
    return name;
  }

  Long id() {
    return id;
  }

  String passwordHash() {
    return passwordHash;
  }

  public Role role() {
    return role;
  }

  public Units units() {
    return units;
  }

  public Reader reader() {
    return reader;
  }

  public Theme theme() {
    return theme;
  }

  public boolean active() {
    return active;
  }

  void prefer(Units units, Reader reader, Theme theme) {
    this.units = units;
    this.reader = reader;
    this.theme = theme;
  }

  /** A person with a one-time code has no password until they make one with it. */
  void expectNewPassword(String codeHash, Instant until) {
    resetHash = codeHash;
    resetUntil = until;
  }

  /** Whether a one-time code of this hash makes a new password at this moment. */
  boolean takesCode(String codeHash, Instant now) {
    return !resetHash.isEmpty() && resetHash.equals(codeHash) && now.isBefore(resetUntil);
  }

  void rehash(String hash) {
    passwordHash = hash;
  }

  /** A new password makes every one-time code worthless. */
  void takePassword(String hash) {
    passwordHash = hash;
    resetHash = "";
    resetUntil = null;
  }

  /** A learner looks; technicians and leads keep the fleet and take jobs in. */
  public boolean takesThingsIn() {
    return role != Role.LEARNER;
  }

  /** Whether a code of an authenticator is asked for besides the password. */
  public boolean hasSecondFactor() {
    return !totpSecret.isEmpty();
  }

  String totpSecret() {
    return totpSecret;
  }

  void takeSecondFactor(String secret) {
    totpSecret = secret;
    totpUsed = 0;
  }

  /** A code counts once: its time step must be later than the last one that was used. */
  boolean useTimeStep(long step) {
    if (step <= totpUsed) {
      return false;
    }
    totpUsed = step;
    return true;
  }

  void change(Role role, boolean active) {
    this.role = role;
    this.active = active;
  }
}
