package hopmend.app.account;

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
  /** What a person may do: LEAD all, TECHNICIAN the work, LEARNER the work but no gate. */
  public enum Role {
    LEAD,
    TECHNICIAN,
    LEARNER
  }

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

  /** Colours. */
  public enum Theme {
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
  private Theme theme = Theme.LIGHT;

  private boolean active = true;

  @Column(name = "created_at")
  private Instant createdAt;

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

  void change(Role role, boolean active) {
    this.role = role;
    this.active = active;
  }
}
