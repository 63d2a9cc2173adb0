package hopmend.app.job;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A kept file of a job: a scan text or a drive log. */
@Entity
@Immutable
class Attachment {
  @Id private UUID id;

  @Column(name = "job_id")
  private long jobId;

  private String name;

  @Column(name = "media_type")
  private String mediaType;

  private byte[] content;

  @Column(name = "created_at")
  private Instant createdAt;

  protected Attachment() {}

  Attachment(
      UUID id, long jobId, String name, String mediaType, byte[] content, Instant createdAt) {
    this.id = id;
    this.jobId = jobId;
    this.name = name;
    this.mediaType = mediaType;
    this.content = content;
    this.createdAt = createdAt;
  }

  JobCopy.File file() {
    return new JobCopy.File(id, name, mediaType, createdAt, content::clone);
  }

  String text() {
    return new String(content, StandardCharsets.UTF_8);
  }
}
