package hopmend.app.job;

import hopmend.job.Fact;
import hopmend.job.FactJson;
import hopmend.job.JobEntry;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.ColumnTransformer;

/** A stored entry. The database refuses to change or delete it. */
@Entity
@Table(name = "job_entry")
class EntryRow {

  /** Job and place in its order. */
  @Embeddable
  record Key(@Column(name = "job_id") long jobId, long sequence) implements Serializable {}

  @EmbeddedId private Key key;

  private String kind;
  private String who;
  private Instant at;

  @Column(columnDefinition = "jsonb")
  @ColumnTransformer(write = "?::jsonb", read = "body::text")
  private String body;

  @Column(name = "struck_by")
  private Long struckBy;

  private UUID token;

  protected EntryRow() {}

  EntryRow(long jobId, long sequence, String who, Instant at, Fact fact, UUID token) {
    this.key = new Key(jobId, sequence);
    this.kind = fact.kind();
    this.who = who;
    this.at = at;
    this.body = FactJson.write(fact);
    this.token = token;
  }

  JobEntry entry() {
    return new JobEntry(key.sequence(), at, who, FactJson.read(kind, body));
  }

  void strikeBy(Long sequence) {
    struckBy = sequence;
  }

  long sequence() {
    return key.sequence();
  }

  Long struckBy() {
    return struckBy;
  }
}
