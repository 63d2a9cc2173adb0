package hopmend.app.account;

import hopmend.job.Held;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;

/** A qualification of a person, as a lead noted it. */
@Entity
class HeldQualification {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String login;
  private String qualification;
  private String issuer;

  @Column(name = "valid_until")
  private LocalDate validUntil;

  @Column(name = "noted_by")
  private String notedBy;

  @Column(name = "noted_at")
  private Instant notedAt;

  HeldQualification() {}

  HeldQualification(String login, Held held, String notedBy, Instant notedAt) {
    this.login = login;
    this.qualification = held.qualification();
    this.issuer = held.issuer();
    this.validUntil = held.until();
    this.notedBy = notedBy;
    this.notedAt = notedAt;
  }

  String login() {
    return login;
  }

  Held held() {
    return new Held(qualification, issuer, validUntil);
  }
}
