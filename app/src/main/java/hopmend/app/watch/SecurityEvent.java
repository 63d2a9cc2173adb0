package hopmend.app.watch;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.Immutable;

/** Something that bears on who may do what. Holds no secret. */
@Entity
@Immutable
@Table(name = "security_event")
public class SecurityEvent {
  /** The sorts of events. */
  public enum Kind {
    SIGNED_IN("signed in"),
    SIGN_IN_FAILED("sign-in failed"),
    SIGN_IN_SLOWED("sign-in slowed down"),
    SIGNED_OUT("signed out"),
    SESSION_ENDED("session ended"),
    REFUSED("refused"),
    ACCOUNT_MADE("account made"),
    ACCOUNT_CHANGED("account changed"),
    PASSWORD_CHANGED("password changed"),
    PASSWORD_RESET("password reset"),
    SECOND_FACTOR("second factor"),
    LINK("link"),
    SETTING("setting"),
    TAKEN_OUT("taken out"),
    TAKEN_IN("taken in");

    private final String label;

    Kind(String label) {
      this.label = label;
    }

    public String label() {
      return label;
    }
  }

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private Instant at;

  @Enumerated(EnumType.STRING)
  private Kind kind;

  private String who;
  private String address;

  @Column(length = 300)
  private String words;

  protected SecurityEvent() {}

  SecurityEvent(Instant at, Kind kind, String who, String address, String words) {
    this.at = at;
    this.kind = kind;
    this.who = who;
    this.address = address;
    this.words = words;
  }

  Long id() {
    return id;
  }

  public Instant at() {
    return at;
  }

  public Kind kind() {
    return kind;
  }

  public String who() {
    return who;
  }

  public String address() {
    return address;
  }

  public String words() {
    return words;
  }
}
