package hopmend.app.job;

import hopmend.app.web.InputProblem;
import hopmend.app.web.Paged;
import hopmend.catalog.Catalog;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.JobRules;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Where entries are added to jobs. An append locks the job's row, so that entries of two people
 * land one after the other; it asks the rules of core, and a form that is sent twice is recognised
 * by its token. The row's projection is written in the same transaction.
 */
@Service
public class JobDesk {
  private final JobRepository jobs;
  private final EntryRepository entries;
  private final AttachmentRepository attachments;
  private final Catalog catalog;
  private final ShopSettings shop;
  private final Clock clock;
  private final EntityManager database;

  JobDesk(
      JobRepository jobs,
      EntryRepository entries,
      AttachmentRepository attachments,
      Catalog catalog,
      ShopSettings shop,
      Clock clock,
      EntityManager database) {
    this.jobs = jobs;
    this.entries = entries;
    this.attachments = attachments;
    this.catalog = catalog;
    this.shop = shop;
    this.clock = clock;
    this.database = database;
  }

  /**
   * What a form carries besides its content.
   *
   * @param token made anew for every page; the same token is never appended twice
   * @param seen the last sequence of the job that the page showed
   */
  public record Submission(UUID token, long seen, String who) {

    /** A submission by the application itself, which has just looked. */
    public static Submission now(String who) {
      return new Submission(UUID.randomUUID(), Long.MAX_VALUE, who);
    }
  }

  /** A text to keep beside an entry. */
  public record Kept(UUID id, String name, String mediaType, String text) {
    public static Kept of(String name, String mediaType, String text) {
      return new Kept(UUID.randomUUID(), name, mediaType, text);
    }
  }

  /** Opens a job; the same token gives the same job. */
  @Transactional
  public long open(String title, String fleetNumber, String customer, UUID token, String who) {
    return jobs.findByCreationToken(token)
        .map(JobRow::id)
        .orElseGet(
            () -> {
              if (title.isBlank() || title.length() > 120) {
                throw new InputProblem("title", "Name the job in 1 to 120 characters.");
              }
              if (fleetNumber.length() > 40 || customer.length() > 120) {
                throw new InputProblem(
                    "customer", "Fleet numbers have up to 40, customers up to 120 characters.");
              }
              JobRow row =
                  new JobRow(
                      title.strip(), fleetNumber.strip(), customer.strip(), who, now(), token);
              row.project(workup(List.of()), now());
              return jobs.save(row).id();
            });
  }

  /** A job with everything that follows from its entries. */
  @Transactional(readOnly = true)
  public OpenJob look(long jobId) {
    JobRow row = jobs.findById(jobId).orElseThrow(() -> new NoSuchJob(jobId));
    return new OpenJob(row, workup(load(jobId)));
  }

  /** A job's row and its workup. */
  public record OpenJob(JobRow row, Workup workup) {}

  /**
   * Adds facts, all or none.
   *
   * @throws Refused if the rules refuse one; nothing is added then
   */
  @Transactional
  public void append(long jobId, Submission submission, List<? extends Fact> facts) {
    append(jobId, submission, facts, Optional.empty());
  }

  @Transactional
  public void append(long jobId, Submission submission, Fact fact) {
    append(jobId, submission, List.of(fact), Optional.empty());
  }

  /** Adds facts together with a text to keep. */
  @Transactional
  public void append(
      long jobId, Submission submission, List<? extends Fact> facts, Optional<Kept> kept) {
    JobRow row = jobs.lockById(jobId).orElseThrow(() -> new NoSuchJob(jobId));
    if (entries.existsByKeyJobIdAndToken(jobId, submission.token())) {
      return;
    }
    Instant now = now();
    kept.ifPresent(
        k ->
            attachments.save(
                new Attachment(k.id(), jobId, k.name(), k.mediaType(), k.text(), now)));
    List<JobEntry> all = new ArrayList<>(load(jobId));
    UUID token = submission.token();
    for (Fact fact : facts) {
      JobRules.refuse(workup(all), fact, submission.seen())
          .ifPresent(
              r -> {
                throw new Refused(r);
              });
      long sequence = row.nextSequence();
      entries.save(new EntryRow(jobId, sequence, submission.who(), now, fact, token));
      all.add(new JobEntry(sequence, now, submission.who(), fact));
      token = null;
    }
    Workup after = workup(all);
    markStrikes(jobId, after.state());
    row.project(after, now);
  }

  private void markStrikes(long jobId, JobState state) {
    for (EntryRow row : entries.findByKeyJobIdOrderByKeySequence(jobId)) {
      Long by = state.struckBy(row.sequence()).map(JobEntry::sequence).orElse(null);
      if (!java.util.Objects.equals(by, row.struckBy())) {
        row.strikeBy(by);
      }
    }
  }

  /** A kept text of the job. */
  @Transactional(readOnly = true)
  public Optional<String> text(long jobId, String attachment) {
    try {
      return attachments.findByIdAndJobId(UUID.fromString(attachment), jobId).map(Attachment::text);
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** A page of jobs, open ones first; all words must stand in title, vehicle, numbers or codes. */
  @Transactional(readOnly = true)
  public Paged<JobRow> list(String words, int page) {
    return Paged.read(
        database, JobRow.class, "job", "signed_off, updated_at desc, id desc", words, page);
  }

  /** Other jobs of the same vehicle, latest first. */
  @Transactional(readOnly = true)
  public List<JobRow> history(JobRow job, String vin) {
    return jobs.ofVehicle(vin, job.fleetNumber(), job.id());
  }

  /** All jobs of a vehicle, latest first. */
  @Transactional(readOnly = true)
  public List<JobRow> historyOf(String vin, String fleetNumber) {
    return jobs.ofVehicle(vin, fleetNumber, 0);
  }

  private List<JobEntry> load(long jobId) {
    return entries.findByKeyJobIdOrderByKeySequence(jobId).stream().map(EntryRow::entry).toList();
  }

  private Workup workup(List<JobEntry> all) {
    return new Workup(JobState.of(all), catalog, shop);
  }

  private Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MILLIS);
  }
}
