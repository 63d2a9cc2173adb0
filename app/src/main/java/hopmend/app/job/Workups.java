package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.catalog.Catalogs;
import hopmend.app.part.PartsAtHand;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * What follows from the entries of jobs. A workup never changes, so those of the jobs that were
 * looked at lately are kept, each for one version of its record: whoever looks next at the same
 * version computes nothing anew.
 */
@Component
class Workups {
  /** Entries of all jobs together that are kept in memory. */
  private static final int MOST_ENTRIES = 30_000;

  private final Catalogs catalogs;
  private final ShopSettings shop;
  private final ShopMemory memory;
  private final PartsAtHand parts;
  private final Cache<Version, Workup> lately =
      Caffeine.newBuilder()
          .maximumWeight(MOST_ENTRIES)
          .weigher((Version v, Workup w) -> 1 + w.state().entries().size())
          .build();

  Workups(Catalogs catalogs, ShopSettings shop, ShopMemory memory, PartsAtHand parts) {
    this.parts = parts;
    this.memory = memory;
    this.catalogs = catalogs;
    this.shop = shop;
  }

  /**
   * A record as it stood after its last entry, with the cards and the list of parts as they were; a
   * record brought back from a copy is another.
   */
  private record Version(UUID job, long lastSequence, Instant updatedAt, long cards, long parts) {}

  private Version version(JobRow row) {
    return new Version(
        row.creationToken(),
        row.lastSequence(),
        row.updatedAt(),
        catalogs.version(),
        parts.revision());
  }

  /** The workup of a job as its row says that it stands; empty if it is not kept. */
  Optional<Workup> known(JobRow row) {
    return Optional.ofNullable(lately.getIfPresent(version(row)));
  }

  /** Keeps a workup of what is committed. */
  void keep(JobRow row, Workup workup) {
    lately.put(version(row), workup);
  }

  Workup of(List<JobEntry> entries) {
    JobState job = JobState.of(entries);
    return new Workup(
        job, catalogs.with(job.pinned()), shop.with(memory.parts(), memory.causes(), parts.now()));
  }
}
