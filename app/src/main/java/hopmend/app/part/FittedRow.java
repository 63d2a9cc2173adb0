package hopmend.app.part;

import hopmend.part.Grade;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.Immutable;

/** A part that a job fitted. It is written with the entries that it follows from. */
@Entity
@Immutable
@Table(name = "fitted_part")
public class FittedRow {
  @Id private Long id;

  @Column(name = "job_id")
  private Long jobId;

  private String number;
  private String make;

  @Enumerated(EnumType.STRING)
  private Grade grade;

  private String family;
  private String batch;

  @Column(name = "came_back")
  private boolean cameBack;

  @Column(name = "fitted_by")
  private String fittedBy;

  @Column(name = "fitted_at")
  private Instant fittedAt;

  @Column(name = "fleet_number")
  private String fleetNumber;

  protected FittedRow() {}

  public long id() {
    return id;
  }

  public long jobId() {
    return jobId;
  }

  public String number() {
    return number;
  }

  public String make() {
    return make;
  }

  public Grade grade() {
    return grade;
  }

  public String family() {
    return family;
  }

  public String batch() {
    return batch;
  }

  public boolean cameBack() {
    return cameBack;
  }

  public String fittedBy() {
    return fittedBy;
  }

  public Instant fittedAt() {
    return fittedAt;
  }

  public String fleetNumber() {
    return fleetNumber;
  }
}
