package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import hopmend.app.fleet.Fleet;
import hopmend.app.web.ListAsked;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.Standing;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;

/** The demo as a visitor walks through it: every page of every open job, and the history. */
class DemoIT extends AppIT {

  @Autowired Fleet fleet;

  private List<Long> openDemoJobs() {
    return database.queryForList(
        "select j.id from job j join fleet_vehicle f on lower(f.fleet_number) = lower(j.fleet_number)"
            + " where not j.signed_off and j.title not like 'Test%' and j.title <> 'Stuck in third'"
            + " and j.id <= (select max(id) from job where title = 'Lamp on, shakes at the ramp')",
        Long.class);
  }

  @Test
  void everyPageOfEveryOpenJobIsShown() throws Exception {
    List<Long> jobs = openDemoJobs();
    assertThat(jobs).hasSizeGreaterThanOrEqualTo(15);
    List<String> broken = new ArrayList<>();
    for (long job : jobs) {
      for (Hop hop : Hop.values()) {
        broken.addAll(problems("/jobs/" + job + "/" + hop.path()));
      }
      broken.addAll(problems("/jobs/" + job + "/record"));
      broken.addAll(problems("/jobs/" + job + "/print"));
      broken.addAll(problems("/jobs/" + job + "/live"));
      broken.addAll(problems("/jobs/" + job + "/wire"));
    }
    assertThat(broken).isEmpty();
  }

  private List<String> problems(String path) throws Exception {
    MockHttpServletResponse page =
        mvc.perform(get(path).with(user("oskar").roles("TECHNICIAN"))).andReturn().getResponse();
    String body = page.getContentAsString();
    List<String> problems = new ArrayList<>();
    if (page.getStatus() != 200) {
      problems.add(path + " answers " + page.getStatus());
    }
    for (String sign :
        List.of("Exception", "Optional[", "null,", ">null<", "hopmend.job.", "hopmend.app.")) {
      if (body.contains(sign)) {
        int at = body.indexOf(sign);
        problems.add(
            path + ": " + body.substring(Math.max(0, at - 60), Math.min(body.length(), at + 40)));
      }
    }
    return problems;
  }

  @Test
  void jobsStandInVariousHopsAndEveryFamilyIsThere() {
    Set<Hop> hops = new TreeSet<>();
    Set<String> families = new TreeSet<>();
    for (long job : openDemoJobs()) {
      var workup = desk.look(job).workup();
      HopLine line = HopLine.of(workup, Instant.EPOCH);
      assertThat(line.at(Hop.READ).kind()).as("job " + job).isEqualTo(Standing.Kind.DONE);
      hops.add(line.next());
      families.add(workup.sheet().orElseThrow().family());
    }
    assertThat(hops).contains(Hop.PROVE, Hop.FIND, Hop.PICK, Hop.SWAP, Hop.CLEAR, Hop.RELEARN);
    assertThat(families).hasSize(11);
  }

  @Test
  void theHistoryIsLongClosedAndSpreadOverTheFleet() {
    Map<String, Long> closed =
        database
            .queryForList(
                "select fleet_number from job where signed_off and creation_token::text like"
                    + " '00000000-0135-%'",
                String.class)
            .stream()
            .collect(Collectors.groupingBy(n -> n, Collectors.counting()));
    assertThat(closed.values().stream().mapToLong(n -> n).sum()).isGreaterThanOrEqualTo(200);
    assertThat(closed).hasSize(20);
    assertThat(desk.historyOf(fleet.numbered("van 14").orElseThrow().vin(), "Van 14"))
        .hasSize(12)
        .isSortedAccordingTo((a, b) -> b.updatedAt().compareTo(a.updatedAt()));
  }

  @Test
  void listsArePagedAndSearchedByEveryWord() throws Exception {
    var first = desk.list(ListAsked.of(""));
    assertThat(first.rows()).hasSize(20);
    var second = new ListAsked("", first.later().orElseThrow(), "");
    assertThat(desk.list(second).rows()).doesNotContainAnyElementsOf(first.rows());
    assertThat(desk.list(ListAsked.of("minibus causeway")).rows())
        .isNotEmpty()
        .allMatch(j -> j.vehicle().contains("Causeway"));
    assertThat(desk.list(ListAsked.of("minibus causeway flat-four")).rows()).isEmpty();
    assertThat(fleet.list(ListAsked.of("village school")).rows())
        .extracting(v -> v.fleetNumber())
        .containsExactly("Minibus 2", "Minibus 5");
    assertThat(problems("/jobs?words=%25&after=-3")).isEmpty();
    assertThat(problems("/jobs?before=end&after=x~y")).isEmpty();
    assertThat(problems("/fleet?words=" + "x".repeat(300))).isEmpty();
    assertThat(problems("/fleet/new")).isEmpty();
    long van = fleet.numbered("Van 14").orElseThrow().id();
    assertThat(problems("/fleet/" + van)).isEmpty();
    assertThat(
            mvc.perform(get("/fleet/99999999").with(user("oskar")))
                .andReturn()
                .getResponse()
                .getStatus())
        .isEqualTo(404);
  }
}
