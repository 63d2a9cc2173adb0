package hopmend.app.job;

import hopmend.app.web.InputProblem;
import hopmend.catalog.Catalog;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Carries jobs out and in whole, with who did what and when. */
@Service
public class JobCopies {
  private final JobRepository jobs;
  private final EntryRepository entries;
  private final AttachmentRepository attachments;
  private final Catalog catalog;
  private final ShopSettings shop;

  JobCopies(
      JobRepository jobs,
      EntryRepository entries,
      AttachmentRepository attachments,
      Catalog catalog,
      ShopSettings shop) {
    this.jobs = jobs;
    this.entries = entries;
    this.attachments = attachments;
    this.catalog = catalog;
    this.shop = shop;
  }

  @Transactional(readOnly = true)
  public JobCopy out(long jobId) {
    JobRow row = jobs.findById(jobId).orElseThrow(() -> new NoSuchJob(jobId));
    return new JobCopy(
        row.creationToken(),
        row.title(),
        row.fleetNumber(),
        row.customer(),
        row.createdBy(),
        row.createdAt(),
        entries.findByKeyJobIdOrderByKeySequence(jobId).stream()
            .map(EntryRow::entry)
            .map(e -> new JobCopy.Entry(e.sequence(), e.at(), e.who(), e.fact()))
            .toList(),
        attachments.findByJobIdOrderByCreatedAtAscIdAsc(jobId).stream()
            .map(Attachment::file)
            .toList());
  }

  /**
   * Takes a job in under a number of its own.
   *
   * @throws InputProblem if this very job is here already
   */
  @Transactional
  public long in(JobCopy copy) {
    jobs.findByCreationToken(copy.token())
        .ifPresent(
            j -> {
              throw new InputProblem("file", "This job is here already, as job " + j.id() + ".");
            });
    for (JobCopy.File f : copy.files()) {
      if (attachments.existsById(f.id())) {
        throw new InputProblem("file", "A file of this job belongs to another job here.");
      }
    }
    JobRow row =
        new JobRow(
            copy.title(),
            copy.fleetNumber(),
            copy.customer(),
            copy.createdBy(),
            copy.createdAt(),
            copy.token());
    List<JobEntry> all =
        copy.entries().stream()
            .map(e -> new JobEntry(e.sequence(), e.at(), e.who(), e.fact()))
            .toList();
    JobState state = JobState.of(all);
    Instant touched = all.isEmpty() ? copy.createdAt() : all.get(all.size() - 1).at();
    row.project(new Workup(state, catalog, shop), touched);
    JobRow kept = jobs.save(row);
    for (JobEntry e : all) {
      EntryRow entry =
          new EntryRow(kept.id(), kept.nextSequence(), e.who(), e.at(), e.fact(), null);
      entry.strikeBy(state.struckBy(e.sequence()).map(JobEntry::sequence).orElse(null));
      entries.save(entry);
    }
    copy.files()
        .forEach(
            f ->
                attachments.save(
                    new Attachment(
                        f.id(), kept.id(), f.name(), f.mediaType(), f.content(), f.createdAt())));
    return kept.id();
  }
}
