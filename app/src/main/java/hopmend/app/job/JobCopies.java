package hopmend.app.job;

import hopmend.app.web.InputProblem;
import hopmend.job.Claim;
import hopmend.job.JobEntry;
import hopmend.job.RecordChain;
import hopmend.job.Workup;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Carries jobs out and in whole; what comes in is marked as not witnessed here. */
@Service
public class JobCopies {
  private final JobRepository jobs;
  private final EntryRepository entries;
  private final AttachmentRepository attachments;
  private final Workups workups;
  private final ShopMemory memory;
  private final Clock clock;
  private final EntityManager database;

  JobCopies(
      JobRepository jobs,
      EntryRepository entries,
      AttachmentRepository attachments,
      Workups workups,
      ShopMemory memory,
      Clock clock,
      EntityManager database) {
    this.jobs = jobs;
    this.entries = entries;
    this.attachments = attachments;
    this.workups = workups;
    this.memory = memory;
    this.clock = clock;
    this.database = database;
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
            .map(
                e ->
                    new JobCopy.Entry(
                        e.sequence(), e.at(), e.who(), e.fact(), e.about(), e.claim()))
            .toList(),
        attachments.findByJobIdOrderByCreatedAtAscIdAsc(jobId).stream()
            .map(Attachment::file)
            .toList());
  }

  /**
   * Refuses a job that is here already, before anything is written.
   *
   * @throws InputProblem if it is
   */
  @Transactional(readOnly = true)
  public void requireNew(JobCopy copy) {
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
  }

  /**
   * Takes a job in from a file under a number of its own. Who took it in and when is recorded; what
   * the file says of who and when stays beside it as a claim.
   *
   * @throws InputProblem if this very job is here already
   */
  @Transactional
  public long in(JobCopy copy, String importer, String fileSha256) {
    requireNew(copy);
    Instant now = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    JobRow row =
        new JobRow(copy.title(), copy.fleetNumber(), copy.customer(), importer, now, copy.token());
    row.takenFrom(fileSha256, copy.createdBy(), copy.createdAt());
    List<JobEntry> all =
        copy.entries().stream()
            .map(
                e ->
                    new JobEntry(
                        e.sequence(),
                        now,
                        importer,
                        e.fact(),
                        e.about(),
                        Optional.of(claim(e, fileSha256))))
            .toList();
    return write(copy, row, all, now);
  }

  private static Claim claim(JobCopy.Entry e, String fileSha256) {
    String through = e.claim().map(c -> c.who() + ", through " + e.who()).orElse(e.who());
    Instant at = e.claim().map(Claim::at).orElse(e.at()).truncatedTo(ChronoUnit.MILLIS);
    return new Claim(through.substring(0, Math.min(80, through.length())), at, fileSha256);
  }

  /**
   * Keeps a job of the past as if it had been recorded here then; only the demo makes up a past.
   */
  @Transactional
  public long past(JobCopy copy) {
    Optional<JobRow> there = jobs.findByCreationToken(copy.token());
    if (there.isPresent()) {
      return there.get().id();
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
            .map(
                e ->
                    new JobEntry(
                        e.sequence(), e.at(), e.who(), e.fact(), e.about(), Optional.empty()))
            .toList();
    return write(copy, row, all, all.get(all.size() - 1).at());
  }

  private long write(JobCopy copy, JobRow row, List<JobEntry> all, Instant touched) {
    row.gave(all.size());
    Workup workup = workups.of(all);
    row.project(workup, touched);
    JobRow kept = jobs.save(row);
    database.flush();
    memory.project(kept.id(), kept.fleetNumber(), workup);
    Map<String, String> hashes = new HashMap<>();
    for (JobCopy.File f : copy.files()) {
      byte[] content = f.content().get();
      hashes.put(f.id().toString(), RecordChain.sha256(content));
      attachments.save(
          new Attachment(f.id(), kept.id(), f.name(), f.mediaType(), content, f.createdAt()));
      forget();
    }
    String head = RecordChain.BEGINNING;
    for (JobEntry e : all) {
      String text = hashes.getOrDefault(e.fact().keptText(), "");
      EntryRow entry = new EntryRow(kept.id(), e, text, null, head, copy.token());
      database.persist(entry);
      head = entry.hash();
    }
    return kept.id();
  }

  /** What was written goes to the database now and is not held any longer: files may be large. */
  private void forget() {
    database.flush();
    database.clear();
  }
}
