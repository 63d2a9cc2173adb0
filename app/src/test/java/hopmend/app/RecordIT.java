package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.app.job.JobRow;
import hopmend.app.job.RecordAudit;
import hopmend.app.job.Refused;
import hopmend.app.web.ListAsked;
import hopmend.app.web.Paged;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Refusal;
import java.sql.Connection;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;

/** What is recorded: in order, once, for good. */
class RecordIT extends AppIT {

  @Test
  void entriesOfTwoPeopleAtOnceAllLandInOrder() throws Exception {
    long job = newJob();
    ExecutorService people = Executors.newFixedThreadPool(2);
    List<Callable<Void>> work = new ArrayList<>();
    for (int i = 0; i < 50; i++) {
      String who = i % 2 == 0 ? "oskar" : "marit";
      String words = "note " + i;
      work.add(
          () -> {
            desk.append(job, Submission.now(who), new Fact.NoteAdded(words));
            return null;
          });
    }
    for (Future<Void> f : people.invokeAll(work)) {
      f.get();
    }
    people.shutdown();
    assertThat(
            database.queryForList(
                "select sequence from job_entry where job_id = ? order by 1", Long.class, job))
        .hasSize(50)
        .startsWith(1L)
        .endsWith(50L);
    assertThat(desk.look(job).workup().state().notes()).hasSize(50).doesNotHaveDuplicates();
  }

  @Test
  void aFormThatIsSentTwiceIsRecognised() {
    long job = newJob();
    Submission form = form(UUID.randomUUID(), 0, "oskar");
    desk.append(job, form, new Fact.PiecesMoved("bolt", 1));
    desk.append(job, form, new Fact.PiecesMoved("bolt", 1));
    assertThat(desk.look(job).workup().ledger().owed()).isEqualTo(1);
    UUID token = UUID.randomUUID();
    assertThat(desk.open("a", "", "", token, "oskar"))
        .isEqualTo(desk.open("a", "", "", token, "oskar"));
  }

  @Test
  void theSlowerOfTwoContradictingPeopleIsToldAndNothingOfTheirsIsAdded() {
    long job = newJob(camCode(), vehicleFact());
    desk.append(
        job, form(UUID.randomUUID(), 2, "marit"), new Fact.CheckAnswered("supply", "right"));
    Submission slower = form(UUID.randomUUID(), 2, "oskar");
    List<Fact> both = List.of(new Fact.NoteAdded("first"), new Fact.CheckAnswered("supply", "low"));
    assertThatThrownBy(() -> desk.append(job, slower, both))
        .isInstanceOfSatisfying(
            Refused.class, r -> assertThat(r.refusal().kind()).isEqualTo(Refusal.Kind.CHANGED))
        .hasMessageContaining("marit");
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(3);
  }

  @Test
  void neitherTheApplicationsRoleNorTheOwnerChangesAnEntry() {
    long job = newJob(new Fact.NoteAdded("stays"));
    for (String attempt :
        List.of(
            "delete from job_entry where job_id = " + job,
            "update job_entry set who = 'x' where job_id = " + job,
            "truncate job_entry",
            "delete from attachment",
            "drop trigger job_entry_append_only on job_entry",
            "alter table job_entry disable trigger user",
            "delete from security_event")) {
      assertThatThrownBy(() -> database.execute(attempt))
          .as(attempt)
          .isInstanceOf(DataAccessException.class);
    }
    assertThatThrownBy(() -> owner().execute("delete from job_entry where job_id = " + job))
        .as("the guard holds against the owner too, until it is taken off")
        .hasMessageContaining("never changed and never deleted");
    desk.append(job, Submission.now("oskar"), new Fact.Struck(1, "slip"));
    assertThat(desk.look(job).workup().state().notes()).isEmpty();
    desk.append(job, Submission.now("oskar"), new Fact.Struck(2, ""));
    assertThat(desk.look(job).workup().state().notes()).containsExactly("stays");
  }

  /** Whoever gets at the tables themselves can change them, but not without a trace. */
  @Test
  void aRecordThatWasTamperedWithIsFoundOnItsPageAndByTheCommand() throws Exception {
    long job = newJob(camCode(), vehicleFact(), new Fact.NoteAdded("ten newton metres"));
    JobDesk.Kept log = JobDesk.Kept.of("live values", "text/csv", "time,rpm\n0,800\n");
    desk.append(
        job,
        Submission.now("oskar"),
        List.of(new Fact.LiveLogged(log.id().toString(), "engine speed", 1)),
        Optional.of(log));
    assertThat(recordPage(job)).contains("The record is whole");
    JdbcTemplate owner = owner();
    owner.execute("alter table job_entry disable trigger user");
    owner.execute("alter table attachment disable trigger user");
    String forged =
        "update job_entry set body = replace(body, ?, ?) where job_id = ? and sequence = 3";
    String kept = "update attachment set content = convert_to(?, 'UTF8') where job_id = ?";
    try {
      owner.update(forged, "ten", "one", job);
      assertThat(recordPage(job)).contains("from entry 3 on it does not fit");
      try (Connection c = owner.getDataSource().getConnection()) {
        assertThat(RecordAudit.audit(c)).contains("Job " + job + " is broken from entry 3 on.");
      }
      owner.update(forged, "one", "ten", job);
      assertThat(recordPage(job)).contains("The record is whole");
      owner.update(kept, "time,rpm\n0,900\n", job);
      assertThat(desk.verify(job).brokenAt()).contains(4L);
      owner.update(kept, log.text(), job);
      assertThat(desk.verify(job).isWhole()).isTrue();
      owner.update("update job set last_sequence = last_sequence + 1 where id = ?", job);
      assertThat(desk.verify(job).brokenAt()).as("an end that was cut off").contains(5L);
    } finally {
      owner.update("update job set last_sequence = 4 where id = ?", job);
      owner.execute("alter table job_entry enable trigger user");
      owner.execute("alter table attachment enable trigger user");
    }
  }

  private String recordPage(long job) throws Exception {
    return mvc.perform(get("/jobs/" + job + "/record").with(user("oskar")))
        .andExpect(status().isOk())
        .andReturn()
        .getResponse()
        .getContentAsString();
  }

  /** Entries from before the chain are tied by the migration, just as the application ties them. */
  @Test
  void aDatabaseFromBeforeTheChainIsTiedWhenItIsMigrated() throws Exception {
    JdbcTemplate owner = owner();
    owner.execute("drop schema if exists before_chain cascade");
    owner.execute("create schema before_chain");
    try {
      FluentConfiguration flyway =
          Flyway.configure()
              .dataSource(owner.getDataSource())
              .schemas("before_chain")
              .locations("classpath:db/migration")
              .placeholders(Map.of("app", System.getenv("DB_USER")));
      flyway.target("4").load().migrate();
      owner.execute(
          "set search_path = before_chain; insert into job (title, created_by, created_at,"
              + " creation_token, last_sequence, updated_at) values ('old', 'ann', now(),"
              + " gen_random_uuid(), 2, now()); insert into job_entry values"
              + " (1, 1, 'note-added', 'ann', now(), '{\"words\": \"ä €  two\"}', null, null),"
              + " (1, 2, 'struck', 'bob', now(), '{\"sequence\":1,\"reason\":\"\"}', null, null)");
      flyway.target("latest").load().migrate();
      try (Connection c = owner.getDataSource().getConnection()) {
        c.setSchema("before_chain");
        assertThat(RecordAudit.audit(c)).isEmpty();
        assertThat(RecordAudit.verify(c, 1, "another token", 2).isWhole()).isFalse();
      }
    } finally {
      owner.execute("drop schema before_chain cascade");
    }
  }

  @Test
  void aKeptTextIsFoundInItsOwnJobOnly() {
    long job = newJob();
    JobDesk.Kept log = JobDesk.Kept.of("live values", "text/csv", "time,rpm");
    desk.append(
        job,
        Submission.now("oskar"),
        List.of(new Fact.LiveLogged(log.id().toString(), "engine speed", 1)),
        Optional.of(log));
    assertThat(desk.text(job, log.id().toString())).contains("time,rpm");
    assertThat(desk.text(newJob(), log.id().toString())).isEmpty();
    assertThat(desk.text(job, "../../etc/passwd")).isEmpty();
  }

  @Test
  void aFormThatIsSentAgainWithOtherWordsIsToldAndNotDropped() {
    long job = newJob();
    Submission form = form(UUID.randomUUID(), 0, "oskar");
    desk.append(job, form, new Fact.NoteAdded("first words"));
    desk.append(job, form, new Fact.NoteAdded("first words"));
    assertThatThrownBy(() -> desk.append(job, form, new Fact.NoteAdded("other words")))
        .hasMessageContaining("sent before, with other content: entry 1");
    assertThat(desk.look(job).workup().state().notes()).containsExactly("first words");
  }

  /** Two hundred entries against two, in turn, so that a busy machine slows down both. */
  @Test
  void aJobWithTwoHundredEntriesOpensAboutAsFastAsANewOne() throws Exception {
    List<Fact> facts = new ArrayList<>(List.of(camCode(), vehicleFact()));
    long young = newJob(facts.toArray(Fact[]::new));
    for (int i = 0; i < 198; i++) {
      facts.add(new Fact.NoteAdded("note " + i));
    }
    long old = newJob(facts.toArray(Fact[]::new));
    long[] youngNanos = new long[30];
    long[] oldNanos = new long[30];
    for (int i = 0; i < 30; i++) {
      youngNanos[i] = nanosOf(young);
      oldNanos[i] = nanosOf(old);
    }
    Arrays.sort(youngNanos);
    Arrays.sort(oldNanos);
    assertThat(oldNanos[15]).as("median").isLessThan(4 * youngNanos[15]);
  }

  private long nanosOf(long job) throws Exception {
    long start = System.nanoTime();
    mvc.perform(get("/jobs/" + job + "/prove").with(user("oskar").roles("TECHNICIAN")))
        .andExpect(status().isOk());
    return System.nanoTime() - start;
  }

  @Test
  void jobsAreFoundByCodeVehicleAndNumberAndOddWordsFindNothing() {
    newJob(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED, List.of(ReadCode.of(TroubleCode.parse("P0393"))), List.of(), ""),
        vehicleFact());
    assertThat(desk.list(ListAsked.of("p0393")).rows()).isNotEmpty();
    assertThat(desk.list(ListAsked.of("sedge p0393")).rows()).isNotEmpty();
    assertThat(desk.list(ListAsked.of("100%_\\!")).rows()).isEmpty();
  }

  /** All that a search finds, page by page. */
  private List<Long> found(String words) {
    List<Long> found = new ArrayList<>();
    Optional<String> next = Optional.of("");
    while (next.isPresent()) {
      Paged<JobRow> page = desk.list(new ListAsked(words, next.get(), ""));
      found.addAll(page.rows().stream().map(JobRow::id).toList());
      next = page.later();
    }
    return found;
  }

  /** Common and rare words take other ways through the database; what is found must not differ. */
  @Test
  void aSearchFindsWhatLookingAtEveryJobFinds() {
    for (String words :
        List.of("p03", "van 14", "test job p0340", "4 1 e", "heron 0bm", "e", "zq")) {
      String every =
          "select id from job where "
              + "true"
              + " and search_text like ?".repeat(words.split(" ").length)
              + " order by signed_off, updated_at desc, id desc";
      Object[] patterns = Stream.of(words.split(" ")).map(w -> "%" + w + "%").toArray();
      assertThat(found(words))
          .as(words)
          .isEqualTo(database.queryForList(every, Long.class, patterns));
    }
  }

  @Test
  void aLongRecordIsShownInPartsAndSearched() throws Exception {
    List<Fact> notes = new ArrayList<>();
    for (int i = 1; i <= 230; i++) {
      notes.add(new Fact.NoteAdded(i == 7 ? "seven loose clamps" : "note " + i));
    }
    long job = newJob(notes.toArray(Fact[]::new));
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    String latest = browser.get("/jobs/" + job + "/record").body();
    assertThat(latest).contains("note 131<", "note 230<", "upto=130").doesNotContain("note 130<");
    assertThat(latest.length()).as("bounded").isLessThan(150_000);
    String first = browser.get("/jobs/" + job + "/record?upto=30").body();
    assertThat(first).contains("note 1<", "note 30<", "upto=130").doesNotContain("note 31<");
    String clamps = browser.get("/jobs/" + job + "/record?words=clamps+seven").body();
    assertThat(clamps).contains("seven loose clamps").doesNotContain("note 230<");
    assertThat(browser.get("/jobs/" + job + "/record?words=clumps&upto=x").body())
        .contains("No entry has these words");
  }

  @Test
  void everyJobIsReachedByPagingForwardsAndBackwardsWhateverItsPlace() {
    List<Long> forwards = found("");
    List<Long> backwards = new ArrayList<>();
    Optional<String> before = Optional.of(ListAsked.END);
    while (before.isPresent()) {
      Paged<JobRow> page = desk.list(new ListAsked("", "", before.get()));
      List<Long> ids = new ArrayList<>(page.rows().stream().map(JobRow::id).toList());
      ids.removeAll(backwards); // the first page is a whole one
      backwards.addAll(0, ids);
      before = page.earlier();
    }
    assertThat(forwards)
        .doesNotHaveDuplicates()
        .hasSize(database.queryForObject("select count(*) from job", Integer.class))
        .isEqualTo(backwards);
    for (String place : List.of("9", "true~2026-99-99T00:00:00Z~1", "true~x~1", "\0", "end")) {
      assertThat(desk.list(new ListAsked("", place, "")).rows()).as(place).hasSize(Paged.SIZE);
    }
  }
}
