package hopmend.app.catalog;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

/** A vehicle card as it was at one time; never changed, never deleted. */
@Entity
@Table(name = "card_revision")
public class CardRevision {
  /** Which revision of which card. */
  @Embeddable
  public record Key(@Column(name = "card_id") String cardId, int revision)
      implements Serializable {}

  @EmbeddedId private Key key;
  private String yaml;
  private String why;
  private boolean shipped;

  @Column(name = "made_by")
  private String madeBy;

  @Column(name = "made_at")
  private Instant madeAt;

  protected CardRevision() {}

  CardRevision(Key key, String yaml, String why, boolean shipped, String madeBy, Instant madeAt) {
    this.key = key;
    this.yaml = yaml;
    this.why = why;
    this.shipped = shipped;
    this.madeBy = madeBy;
    this.madeAt = madeAt;
  }

  public int revision() {
    return key.revision();
  }

  public String yaml() {
    return yaml;
  }

  public String why() {
    return why;
  }

  public boolean shipped() {
    return shipped;
  }

  public String madeBy() {
    return madeBy;
  }

  public Instant madeAt() {
    return madeAt;
  }
}
