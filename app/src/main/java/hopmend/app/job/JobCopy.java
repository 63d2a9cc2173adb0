package hopmend.app.job;

import hopmend.job.About;
import hopmend.job.Claim;
import hopmend.job.Fact;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

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

  /**
   * An entry with who made it and when, as it is recorded where the copy comes from.
   *
   * @param claim what that place itself had taken in from a file
   */
  public record Entry(
      long sequence, Instant at, String who, Fact fact, About about, Optional<Claim> claim) {}

  /**
   * A kept file.
   *
   * @param content opened when it is needed, so that not all files are held at once
   */
  public record File(
      UUID id, String name, String mediaType, Instant createdAt, Supplier<byte[]> content) {}

  public JobCopy {
    entries = List.copyOf(entries);
    files = List.copyOf(files);
  }

  /** The same job with other files. */
  public JobCopy withFiles(List<File> others) {
    return new JobCopy(token, title, fleetNumber, customer, createdBy, createdAt, entries, others);
  }
}
