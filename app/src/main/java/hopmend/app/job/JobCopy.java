package hopmend.app.job;

import hopmend.job.Fact;
import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** A job with everything that was recorded, to be carried to another installation. */
public record JobCopy(
    UUID token,
    String title,
    String fleetNumber,
    String customer,
    String createdBy,
    Instant createdAt,
    List<Entry> entries,
    List<File> files) {

  /** An entry with who made it and when. */
  public record Entry(long sequence, Instant at, String who, Fact fact) {}

  /** A kept file. */
  public record File(UUID id, String name, String mediaType, Instant createdAt, byte[] content) {
    public File {
      content = content.clone();
    }

    @Override
    public byte[] content() {
      return content.clone();
    }
  }

  public JobCopy {
    entries = List.copyOf(entries);
    files = List.copyOf(files);
  }
}
