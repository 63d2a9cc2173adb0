package hopmend.app.job;

import hopmend.job.Claim;
import hopmend.job.FactJson;
import hopmend.job.JobEntry;
import hopmend.job.RecordChain;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A stored entry, a link of the job's chain. The database refuses to change or delete it. */
@Entity
@Immutable
@Table(name = "job_entry")
class EntryRow {

  /** Job and place in its order. */
  @Embeddable
  record Key(@Column(name = "job_id") long jobId, long sequence) implements Serializable {}

  @EmbeddedId private Key key;

  private String kind;
  private String who;
  private Instant at;

  private String body;
  private String about;

  @Column(name = "claimed_who")
  private String claimedWho;

  @Column(name = "claimed_at")
  private Instant claimedAt;

  @Column(name = "claimed_from")
  private String claimedFrom;

  @Column(name = "kept_sha256")
  private String keptSha256;

  private String hash;
  private UUID token;

  protected EntryRow() {}

  /**
   * @param keptSha256 hash of the text that is kept with it, empty if none
   * @param before the chain's hash before this entry
   * @param job the job's token
   */
  EntryRow(long jobId, JobEntry entry, String keptSha256, UUID token, String before, UUID job) {
    this.key = new Key(jobId, entry.sequence());
    this.kind = entry.fact().kind();
    this.who = entry.who();
    this.at = entry.at();
    this.body = FactJson.write(entry.fact());
    this.about = FactJson.writeAbout(entry.about());
    this.claimedWho = entry.claim().map(Claim::who).orElse(null);
    this.claimedAt = entry.claim().map(Claim::at).orElse(null);
    this.claimedFrom = entry.claim().map(Claim::fileSha256).orElse(null);
    this.keptSha256 = keptSha256;
    this.token = token;
    this.hash = link().hash(before, job.toString());
  }

  JobEntry entry() {
    return new JobEntry(
        key.sequence(),
        at,
        who,
        FactJson.stored(kind, body),
        FactJson.storedAbout(about),
        Optional.ofNullable(claimedWho).map(w -> new Claim(w, claimedAt, claimedFrom)));
  }

  private RecordChain.Link link() {
    return new RecordChain.Link(
        key.sequence(),
        kind,
        who,
        at.toEpochMilli(),
        about,
        claimedWho == null ? "" : claimedWho,
        claimedAt == null ? "" : String.valueOf(claimedAt.toEpochMilli()),
        claimedFrom == null ? "" : claimedFrom,
        keptSha256,
        body);
  }

  String hash() {
    return hash;
  }

  String keptSha256() {
    return keptSha256;
  }

  UUID token() {
    return token;
  }

  long sequence() {
    return key.sequence();
  }
}
