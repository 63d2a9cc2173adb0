package hopmend.app.job;

import hopmend.app.link.Readout;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListOrder;
import hopmend.app.web.ListOrder.Column;
import hopmend.app.web.ListOrder.Kind;
import hopmend.app.web.Paged;
import hopmend.app.web.SmallLetters;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.job.Following;
import hopmend.job.JobEntry;
import hopmend.job.JobRules;
import hopmend.job.JobRules.Person;
import hopmend.job.RecordChain;
import hopmend.job.Refusal;
import hopmend.job.Role;
import hopmend.job.Workup;
import hopmend.message.Message;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Where entries are added to jobs. An append locks the job's row, so that entries of two people
 * land one after the other; it asks the rules of core, and a form that is sent twice is recognised
 * by its token. The row's projection is written in the same transaction.
 */
@Service
public class JobDesk {
  private static final Pattern UUID_FORM =
      Pattern.compile("[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}");

  private static final ListOrder<JobRow> LISTED =
      new ListOrder<>(
          JobRow.class,
          "job",
          true,
          List.of(
              new Column<>("is_open", Kind.YES_NO, j -> !j.signedOff()),
              new Column<>("updated_at", Kind.MOMENT, JobRow::updatedAt),
              new Column<>("id", Kind.NUMBER, JobRow::id)));

  private final JobRepository jobs;
  private final EntryRepository entries;
  private final AttachmentRepository attachments;
  private final Workups workups;
  private final ShopMemory memory;
  private final Clock clock;
  private final EntityManager database;
  private final JdbcTemplate sql;

  JobDesk(
      JobRepository jobs,
      EntryRepository entries,
      AttachmentRepository attachments,
      Workups workups,
      ShopMemory memory,
      Clock clock,
      EntityManager database,
      JdbcTemplate sql) {
    this.jobs = jobs;
    this.entries = entries;
    this.attachments = attachments;
    this.workups = workups;
    this.memory = memory;
    this.clock = clock;
    this.database = database;
    this.sql = sql;
  }

  /**
   * What a form carries besides its content.
   *
   * @param token made anew for every page; the same token is never appended twice
   * @param seen the last sequence of the job that the page showed
   */
  public record Submission(UUID token, long seen, Person by) {

    /** For what follows of the same form, and is known by then. */
    public Submission further() {
      return new Submission(UUID.randomUUID(), Long.MAX_VALUE, by);
    }

    /** A submission by the application itself, which has just looked. */
    public static Submission now(String who) {
      return new Submission(UUID.randomUUID(), Long.MAX_VALUE, new Person(who, Role.TECHNICIAN));
    }
  }

  /** A text to keep beside an entry. */
  public record Kept(UUID id, String name, String mediaType, String text) {
    byte[] bytes() {
      return text.getBytes(StandardCharsets.UTF_8);
    }

    public static Kept of(String name, String mediaType, String text) {
      return new Kept(UUID.randomUUID(), name, mediaType, text);
    }

    /** All that a vehicle told over a link. */
    public static Kept told(Readout readout) {
      return of("what the vehicle told", "text/plain", readout.told());
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
              row.project(workups.of(List.of()), now());
              return jobs.save(row).id();
            });
  }

  /**
   * Opens a job together with its first facts, all or nothing; the same form gives the same job.
   *
   * @param submission its token is the job's too
   */
  @Transactional
  public long open(
      String title,
      String fleetNumber,
      String customer,
      Submission submission,
      List<? extends Fact> facts,
      Optional<Kept> kept) {
    long id = open(title, fleetNumber, customer, submission.token(), submission.by().who());
    if (!facts.isEmpty()) {
      append(id, submission, facts, kept);
    }
    return id;
  }

  /** The job that a form opened, empty if none did. */
  @Transactional(readOnly = true)
  public Optional<Long> opened(UUID token) {
    return jobs.findByCreationToken(token).map(JobRow::id);
  }

  /** A job with everything that follows from its entries. */
  @Transactional(readOnly = true)
  public OpenJob look(long jobId) {
    JobRow row = jobs.findById(jobId).orElseThrow(() -> new NoSuchJob(jobId));
    Optional<Workup> known = workups.known(row);
    Workup workup = known.orElseGet(() -> workups.of(load(jobId)));
    if (known.isEmpty()) {
      workups.keep(row, workup);
    }
    return new OpenJob(row, workup);
  }

  /** A job's row and its workup. */
  public record OpenJob(JobRow row, Workup workup) {}

  /**
   * Adds facts, all or none.
   *
   * @throws Refused if the rules refuse one, or if the form was sent before with other content;
   *     nothing is added then
   * @return false if this very form was sent before: it is recorded already
   */
  @Transactional
  public boolean append(long jobId, Submission submission, List<? extends Fact> facts) {
    return append(jobId, submission, facts, Optional.empty());
  }

  @Transactional
  public boolean append(long jobId, Submission submission, Fact fact) {
    return append(jobId, submission, List.of(fact), Optional.empty());
  }

  /** Adds facts together with a text to keep. */
  @Transactional
  public boolean append(
      long jobId, Submission submission, List<? extends Fact> facts, Optional<Kept> kept) {
    JobRow row = jobs.lockById(jobId).orElseThrow(() -> new NoSuchJob(jobId));
    List<EntryRow> rows = entries.findByKeyJobIdOrderByKeySequence(jobId);
    if (wasSent(rows, submission.token(), facts)) {
      return false;
    }
    Instant now = now();
    kept.ifPresent(
        k ->
            attachments.save(
                new Attachment(k.id(), jobId, k.name(), k.mediaType(), k.bytes(), now)));
    List<JobEntry> all = new ArrayList<>(rows.stream().map(EntryRow::entry).toList());
    String head = rows.isEmpty() ? RecordChain.BEGINNING : rows.get(rows.size() - 1).hash();
    Workup workup = workups.of(all);
    List<Fact> whole = new ArrayList<>();
    for (Fact fact : facts) {
      JobRules.reliance(workup, fact, submission.by()).stream()
          .filter(r -> !whole.contains(r))
          .forEach(whole::add);
    }
    int relied = whole.size();
    for (Fact fact : facts) {
      whole.add(JobRules.saidBy(workup, fact, submission.by()));
    }
    for (int i = 0; i < whole.size(); i++) {
      Fact fact = whole.get(i);
      JobRules.refuse(workup, fact, submission.seen(), submission.by())
          .ifPresent(
              r -> {
                throw new Refused(r);
              });
      // The form's own token stands at the first entry that it asked for.
      UUID token = i == relied ? submission.token() : null;
      List<Following> said = new ArrayList<>(List.of(new Following(workup.about(fact), fact)));
      said.addAll(workup.following(fact, Words.wording()));
      for (Following f : said) {
        JobEntry entry =
            new JobEntry(
                row.nextSequence(),
                now,
                submission.by().who(),
                f.fact(),
                f.about(),
                Optional.empty());
        String its = keptHash(f.fact().keptText(), kept, rows);
        UUID sent = f.fact() == fact ? token : null;
        EntryRow written = new EntryRow(jobId, entry, its, sent, head, row.creationToken());
        database.persist(written);
        head = written.hash();
        all.add(entry);
      }
      workup = workups.of(all);
    }
    row.project(workup, now);
    if (ShopMemory.mayChangeBy(facts)) {
      database.flush();
      memory.project(jobId, row.fleetNumber(), workup);
    }
    keepOnceCommitted(row, workup);
    return true;
  }

  /** The hash of the text that a fact names: kept with it now, or with an entry before. */
  private static String keptHash(String text, Optional<Kept> kept, List<EntryRow> rows) {
    if (text.isEmpty()) {
      return "";
    }
    return kept.filter(k -> k.id().toString().equals(text))
        .map(k -> RecordChain.sha256(k.bytes()))
        .or(
            () ->
                rows.stream()
                    .filter(r -> r.entry().fact().keptText().equals(text))
                    .map(EntryRow::keptSha256)
                    .findFirst())
        .orElse("");
  }

  private void keepOnceCommitted(JobRow row, Workup workup) {
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            workups.keep(row, workup);
          }
        });
  }

  /**
   * Whether this very form was sent before.
   *
   * @throws Refused if it was, but with other content: the first is recorded, this one is not
   */
  private static boolean wasSent(List<EntryRow> rows, UUID token, List<? extends Fact> facts) {
    int from = 0;
    while (from < rows.size() && !token.equals(rows.get(from).token())) {
      from++;
    }
    if (from == rows.size()) {
      return false;
    }
    for (int i = 0; i < facts.size(); i++) {
      boolean same =
          from + i < rows.size() && rows.get(from + i).entry().fact().wasTypedLike(facts.get(i));
      if (!same) {
        throw new Refused(
            new Refusal(
                Refusal.Kind.CHANGED,
                "",
                Message.of("refused.sent-before", rows.get(from).sequence())));
      }
    }
    return true;
  }

  /**
   * Asks the rules without adding anything, before something is done that cannot be undone.
   *
   * @throws Refused if they refuse
   */
  @Transactional(readOnly = true)
  public void require(long jobId, Submission submission, Fact fact) {
    JobRules.refuse(look(jobId).workup(), fact, submission.seen(), submission.by())
        .ifPresent(
            r -> {
              throw new Refused(r);
            });
  }

  /** Whether the record is what was written, link by link, and the texts kept beside it too. */
  @Transactional(readOnly = true)
  public RecordChain.Verified verify(long jobId) {
    JobRow row = jobs.findById(jobId).orElseThrow(() -> new NoSuchJob(jobId));
    return sql.execute(
        (ConnectionCallback<RecordChain.Verified>)
            database ->
                RecordAudit.verify(
                    database, jobId, row.creationToken().toString(), row.lastSequence()));
  }

  /** A job, and whether its record is what was written. */
  public record Audited(OpenJob job, RecordChain.Verified chain) {}

  @Transactional(readOnly = true)
  public Audited audited(long jobId) {
    return new Audited(look(jobId), verify(jobId));
  }

  /** A kept text of the job; empty if there is none of that id. */
  @Transactional(readOnly = true)
  public Optional<String> text(long jobId, String attachment) {
    return UUID_FORM.matcher(attachment).matches()
        ? attachments.findByIdAndJobId(UUID.fromString(attachment), jobId).map(Attachment::text)
        : Optional.empty();
  }

  /** A page of jobs, open ones first; all words must stand in title, vehicle, numbers or codes. */
  @Transactional(readOnly = true)
  public Paged<JobRow> list(ListAsked asked) {
    return Paged.read(database, LISTED, asked);
  }

  /** So many other jobs of the same vehicle at most, latest first. */
  @Transactional(readOnly = true)
  public List<PastJob> history(JobRow job, String vin, int most) {
    return jobs.ofVehicle(vin, SmallLetters.of(job.fleetNumber()), job.id(), most);
  }

  /** Ids of the cards of earlier jobs' vehicles whose numbers begin like this one. */
  @Transactional(readOnly = true)
  public List<String> cardsAlike(String vin) {
    return jobs.cardsAlike(vin.substring(0, 8));
  }

  /** The latest jobs of a vehicle, latest first. */
  @Transactional(readOnly = true)
  public List<PastJob> historyOf(String vin, String fleetNumber) {
    return jobs.ofVehicle(vin, SmallLetters.of(fleetNumber), 0, 12);
  }

  private List<JobEntry> load(long jobId) {
    return entries.findByKeyJobIdOrderByKeySequence(jobId).stream().map(EntryRow::entry).toList();
  }

  private Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MILLIS);
  }
}
