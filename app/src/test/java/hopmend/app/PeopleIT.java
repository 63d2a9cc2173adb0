package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.job.Fact;
import hopmend.prove.Remedy;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** People: who may do what, and what each prefers to see. */
class PeopleIT extends AppIT {

  private static final String MARITS = "grey-heron-at-dusk";

  private MockHttpServletResponse as(String who, String role, MockHttpServletRequestBuilder request)
      throws Exception {
    return mvc.perform(
            request.with(user(who).roles(role)).with(formToken()).param("ownPassword", MARITS))
        .andReturn()
        .getResponse();
  }

  private MockHttpServletResponse make(String login, String name) throws Exception {
    return as(
        "marit",
        "LEAD",
        post("/accounts").param("login", login).param("name", name).param("role", "TECHNICIAN"));
  }

  @ParameterizedTest
  @CsvSource({
    "'', Ann, sign-in name has 2 to 40",
    "9lives, Ann, begins with a letter",
    "ann, '', Enter a name",
    "oskar, Ann, is taken"
  })
  void anAccountThatWillNotDoIsRefusedInPlace(String login, String name, String message)
      throws Exception {
    MockHttpServletResponse answer = make(login, name);
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString()).contains(message);
    assertThat(
            database.queryForObject(
                "select count(*) from account where name = 'Ann'", Integer.class))
        .isZero();
  }

  @Test
  void theLastLeadStaysLead() throws Exception {
    MockHttpServletResponse answer =
        as(
            "marit",
            "LEAD",
            post("/accounts/change")
                .param("login", "marit")
                .param("role", "LEARNER")
                .param("active", "true"));
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString()).contains("marit is the last lead");
  }

  @Test
  void theFirstAccountPageIsClosedOnceThereIsAnAccount() throws Exception {
    assertThat(mvc.perform(get("/first-account")).andReturn().getResponse().getRedirectedUrl())
        .isEqualTo("/sign-in");
    MockHttpServletResponse forged =
        mvc.perform(
                post("/first-account")
                    .with(formToken())
                    .param("code", "x")
                    .param("login", "evil")
                    .param("name", "E")
                    .param("password", "a lantern of long words"))
            .andReturn()
            .getResponse();
    assertThat(forged.getRedirectedUrl()).isEqualTo("/sign-in");
    assertThat(
            database.queryForObject(
                "select count(*) from account where login = 'evil'", Integer.class))
        .isZero();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "127.1|127.0.0.1",
        "0x7f.0.0.1|127.0.0.1",
        "2130706433|127.0.0.1",
        "::ffff:127.0.0.1|127.0.0.1",
        "[::1]|0:0:0:0:0:0:0:1",
        "Gateway.Bay-2.|gateway.bay-2"
      })
  void oneHostHasOneSpellingInTheListOfLinks(String typed, String kept) throws Exception {
    MockHttpServletRequestBuilder link =
        post("/links")
            .param("name", "spelled " + typed)
            .param("host", typed)
            .param("port", "13999");
    try {
      assertThat(as("marit", "LEAD", link).getStatus()).isEqualTo(302);
      assertThat(
              database.queryForObject(
                  "select host from gateway where name = ?", String.class, "spelled " + typed))
          .isEqualTo(kept);
      MockHttpServletResponse again =
          as(
              "marit",
              "LEAD",
              post("/links").param("name", "again").param("host", kept).param("port", "13999"));
      assertThat(again.getContentAsString()).contains("on the list already");
    } finally {
      database.update("delete from gateway where port = 13999");
    }
  }

  @Test
  void aLinkNeedsALeadAndTheirPasswordAndABadOneIsRefusedInPlace() throws Exception {
    for (String host : new String[] {"no spaces allowed", "1.2.3.256", "a..b", "-x", "256.1"}) {
      MockHttpServletResponse answer =
          as(
              "marit",
              "LEAD",
              post("/links").param("name", "bay 2").param("host", host).param("port", "13400"));
      assertThat(answer.getStatus()).as(host).isEqualTo(422);
      assertThat(answer.getContentAsString()).contains("Enter an address such as").contains(host);
    }
    MockHttpServletResponse port =
        as(
            "marit",
            "LEAD",
            post("/links")
                .param("name", "bay 2")
                .param("host", "127.0.0.1")
                .param("port", "70000"));
    assertThat(port.getContentAsString()).contains("1 to 65535");
    for (String password : new String[] {"", "not it"}) {
      MockHttpServletResponse unsure =
          mvc.perform(
                  post("/links")
                      .with(user("marit").roles("LEAD"))
                      .with(formToken())
                      .param("name", "bay 2")
                      .param("host", "127.0.0.9")
                      .param("port", "13400")
                      .param("ownPassword", password))
              .andReturn()
              .getResponse();
      assertThat(unsure.getStatus()).isEqualTo(422);
      assertThat(unsure.getContentAsString()).contains("our own password", "127.0.0.9");
    }
  }

  /** How a gateway is spoken to is typed in hexadecimal digits, kept, and refused in place. */
  @Test
  void aLinkIsChangedAndWhatWillNotDoIsSaidBesideIt() throws Exception {
    String id =
        database.queryForObject(
            "insert into gateway (name, host, port, added_by, added_at)"
                + " values ('bay 5', '127.0.77.5', 13400, 'test', now()) returning id",
            String.class);
    MockHttpServletResponse refused = change(id, "0x1234", "0x0E10");
    assertThat(refused.getStatus()).isEqualTo(422);
    assertThat(refused.getContentAsString())
        .contains("Testers stand at 0x0E00 to 0x0FFF.", "value=\"0x1234\"", "Change bay 5");
    assertThat(change(id, "0E85", "1018").getStatus()).isEqualTo(302);
    assertThat(
            database.queryForMap(
                "select tester, target, tls, protocol, untold from gateway where id = ?",
                Long.valueOf(id)))
        .containsEntry("tester", 0x0E85)
        .containsEntry("target", 0x1018)
        .containsEntry("tls", true)
        .containsEntry("protocol", 3)
        .containsEntry("untold", "THREE_BYTES");
    assertThat(as("marit", "LEAD", get("/links/" + id)).getContentAsString())
        .contains("value=\"0x0E85\"", "value=\"0x1018\"");
    assertThat(as("marit", "LEAD", post("/links/" + id + "/remove")).getStatus()).isEqualTo(302);
    assertThat(as("marit", "LEAD", get("/links/" + id)).getStatus()).isEqualTo(404);
  }

  private MockHttpServletResponse change(String id, String tester, String target) throws Exception {
    return as(
        "marit",
        "LEAD",
        post("/links/" + id)
            .param("name", "bay 5")
            .param("host", "127.0.77.5")
            .param("port", "3496")
            .param("tester", tester)
            .param("target", target)
            .param("tls", "yes")
            .param("protocol", "2019")
            .param("untold", "THREE_BYTES"));
  }

  @Test
  void unitsAndDetailAreEachPersonsOwn() throws Exception {
    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "seen before"),
            new Fact.SiteConfirmed("cam-intake"),
            new Fact.PartChosen(part("WS-6071-C"), false, ""),
            new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of(), plugClicks(), ""));
    as(
        "marit",
        "LEAD",
        post("/me").param("units", "IMPERIAL").param("reader", "BRIEF").param("theme", "DARK"));
    String imperial =
        as("marit", "LEAD", get("/jobs/" + job + "/swap").param("step", "tighten"))
            .getContentAsString();
    String metric =
        as("oskar", "TECHNICIAN", get("/jobs/" + job + "/swap").param("step", "tighten"))
            .getContentAsString();
    assertThat(imperial)
        .contains("data-bs-theme=\"dark\"")
        .contains("value=\"lbf.in\" selected")
        .contains("N.m");
    assertThat(imperial).as("chosen").doesNotContain("data-follows-device");
    assertThat(metric)
        .contains("data-bs-theme=\"light\"", "data-follows-device=\"yes\"")
        .contains("value=\"N.m\" selected")
        .contains("lbf.in");
    assertThat(as("marit", "LEAD", get("/jobs/" + job + "/read")).getContentAsString())
        .contains("88421 mi");
    as(
        "marit",
        "LEAD",
        post("/me").param("units", "METRIC").param("reader", "FULL").param("theme", "SYSTEM"));
  }

  @Test
  void theWrenchIsSetForItsAdapterAndABadAdapterIsExplained() throws Exception {
    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "seen before"),
            new Fact.PartChosen(part("WS-6071-C"), false, ""),
            new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of(), plugClicks(), ""));
    MockHttpServletRequestBuilder good =
        get("/jobs/" + job + "/swap")
            .param("step", "tighten")
            .param("wrenchMm", "300")
            .param("adapterMm", "60")
            .param("angleDeg", "0");
    assertThat(as("oskar", "TECHNICIAN", good).getContentAsString()).contains(">7.5<");
    MockHttpServletRequestBuilder bad =
        get("/jobs/" + job + "/swap")
            .param("step", "tighten")
            .param("wrenchMm", "30")
            .param("adapterMm", "60")
            .param("angleDeg", "x");
    assertThat(as("oskar", "TECHNICIAN", bad).getContentAsString()).contains("is not a number");
  }
}
