package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import hopmend.app.catalog.Catalogs;
import hopmend.app.job.AnyRecord;
import hopmend.app.job.JobCopies;
import hopmend.app.job.JobCopy;
import hopmend.app.job.JobDesk.Submission;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;

/** Every kind of page of a job, for records as they never should be. */
class AnyRecordPagesIT extends AppIT {
  private static final List<String> PAGES =
      List.of(
          "",
          "/read",
          "/prove",
          "/find",
          "/pick",
          "/swap",
          "/clear",
          "/relearn",
          "/verify",
          "/record",
          "/print",
          "/live",
          "/wire",
          "/export.json");

  @Autowired JobCopies copies;
  @Autowired Catalogs catalogs;

  /** Keeps entries as the application would find them, whatever the rules say today. */
  private long stored(List<JobEntry> entries) {
    return copies.past(
        new JobCopy(
            UUID.randomUUID(),
            "Any record",
            "",
            "",
            "oskar",
            entries.get(0).at(),
            entries.stream()
                .map(
                    e ->
                        new JobCopy.Entry(
                            e.sequence(), e.at(), e.who(), e.fact(), e.about(), e.claim()))
                .toList(),
            List.of()));
  }

  private MockHttpServletResponse open(String path) throws Exception {
    return mvc.perform(get(path).with(user("oskar"))).andReturn().getResponse();
  }

  @Test
  void everyPageOpensForASampleOfRecords() throws Exception {
    Random random = new Random(88);
    AnyRecord any = new AnyRecord(random, catalogs.now());
    for (int i = 0; i < 60; i++) {
      List<JobEntry> entries = any.entries(2 + random.nextInt(30));
      long job = stored(entries);
      for (String page : PAGES) {
        assertThat(open("/jobs/" + job + page).getStatus())
            .as("%s of %s", page, entries)
            .isIn(200, 302);
      }
    }
    assertThat(open("/jobs").getStatus()).isEqualTo(200);
  }

  /** Each sheet's own answers and those of every other sheet, at a job about one sensor. */
  @Test
  void everyResultOfEveryCheckOpensOnEveryPageAndAfterSwitchingTheCode() throws Exception {
    long job = newJob(camCode(), vehicleFact());
    desk.append(
        job,
        Submission.now("oskar"),
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(TroubleCode.parse("P0335"), CodeState.STORED)),
            List.of(),
            ""));
    for (String code : List.of("P0335", "P0340")) {
      desk.append(job, Submission.now("oskar"), new Fact.WorkOnChosen(TroubleCode.parse(code)));
      var workup = desk.look(job).workup();
      for (var check : workup.here().checks()) {
        for (var outcome : check.outcomes()) {
          desk.append(
              job, Submission.now("oskar"), new Fact.CheckAnswered(check.id(), outcome.id()));
          assertThat(open("/jobs/" + job + "/prove").getStatus()).isEqualTo(200);
        }
      }
      assertThat(open("/jobs/" + job + "/record").getContentAsString())
          .contains(workup.here().check("tip").orElseThrow().outcomes().get(0).label());
    }
    desk.append(job, Submission.now("oskar"), new Fact.WorkOnChosen(TroubleCode.parse("P0335")));
    for (String page : PAGES) {
      assertThat(open("/jobs/" + job + page).getStatus()).as(page).isIn(200, 302);
    }
  }
}
