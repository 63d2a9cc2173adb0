package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.job.Fact;
import hopmend.prove.Remedy;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** People: who may do what, and what each prefers to see. */
class PeopleIT extends AppIT {

  private MockHttpServletResponse as(String who, String role, MockHttpServletRequestBuilder request)
      throws Exception {
    return mvc.perform(request.with(user(who).roles(role)).with(csrf())).andReturn().getResponse();
  }

  private MockHttpServletResponse make(String login, String name, String password)
      throws Exception {
    return as(
        "marit",
        "LEAD",
        post("/accounts")
            .param("login", login)
            .param("name", name)
            .param("password", password)
            .param("role", "TECHNICIAN"));
  }

  @ParameterizedTest
  @CsvSource({
    "'', Ann, long-enough, sign-in name has 2 to 40",
    "9lives, Ann, long-enough, begins with a letter",
    "ann, '', long-enough, Enter a name",
    "ann, Ann, short, 8 to 72 characters",
    "oskar, Ann, long-enough, is taken"
  })
  void anAccountThatWillNotDoIsRefusedInPlace(
      String login, String name, String password, String message) throws Exception {
    MockHttpServletResponse answer = make(login, name, password);
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString()).contains(message);
    assertThat(
            database.queryForObject(
                "select count(*) from account where name = 'Ann'", Integer.class))
        .isZero();
  }

  @Test
  void aNewPersonSignsInAndTheirPasswordIsKeptOnlyAsAHash() throws Exception {
    String login = "p" + UUID.randomUUID().toString().substring(0, 8);
    assertThat(make(login, "New person", "river-stone-9").getStatus()).isEqualTo(302);
    String hash =
        database.queryForObject(
            "select password_hash from account where login = ?", String.class, login);
    assertThat(hash).startsWith("{bcrypt}").doesNotContain("river-stone-9");
    assertThat(signIn(login, "river-stone-9").getRedirectedUrl()).doesNotContain("error");
    assertThat(signIn(login, "wrong").getRedirectedUrl()).contains("error");
    as("marit", "LEAD", post("/accounts/change").param("login", login).param("role", "TECHNICIAN"));
    assertThat(signIn(login, "river-stone-9").getRedirectedUrl()).contains("error");
  }

  @Test
  void whoTriesPasswordsIsSlowedAndOthersAreNot() throws Exception {
    String login = "p" + UUID.randomUUID().toString().substring(0, 8);
    make(login, "Often wrong", "river-stone-9");
    for (int i = 0; i < 9; i++) {
      assertThat(signIn(login, "guess " + i).getRedirectedUrl()).contains("error");
    }
    assertThat(signIn(login, "river-stone-9").getRedirectedUrl())
        .as("a right one gives all tries back")
        .contains("/jobs");
    for (int i = 0; i < 10; i++) {
      assertThat(signIn(login, "guess " + i).getRedirectedUrl()).contains("error");
    }
    assertThat(signIn(login.toUpperCase(Locale.ROOT), "river-stone-9").getRedirectedUrl())
        .isEqualTo("/sign-in?slow");
    assertThat(
            mvc.perform(get("/sign-in").param("slow", ""))
                .andReturn()
                .getResponse()
                .getContentAsString())
        .contains("Wait a minute");
    assertThat(signIn("oskar", "ferry-tech").getRedirectedUrl()).contains("/jobs");
  }

  private MockHttpServletResponse signIn(String login, String password) throws Exception {
    return mvc.perform(
            post("/sign-in").with(csrf()).param("username", login).param("password", password))
        .andReturn()
        .getResponse();
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
                    .with(csrf())
                    .param("code", "x")
                    .param("login", "evil")
                    .param("name", "E")
                    .param("password", "long-enough"))
            .andReturn()
            .getResponse();
    assertThat(forged.getRedirectedUrl()).isEqualTo("/sign-in");
    assertThat(
            database.queryForObject(
                "select count(*) from account where login = 'evil'", Integer.class))
        .isZero();
  }

  @Test
  void onlyALeadAddsALinkAndABadOneIsRefusedInPlace() throws Exception {
    MockHttpServletRequestBuilder link =
        post("/links")
            .param("name", "bay 2")
            .param("host", "no spaces allowed")
            .param("port", "13400");
    assertThat(as("oskar", "TECHNICIAN", link).getStatus()).isEqualTo(403);
    MockHttpServletResponse answer =
        as(
            "marit",
            "LEAD",
            post("/links")
                .param("name", "bay 2")
                .param("host", "no spaces allowed")
                .param("port", "13400"));
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString())
        .contains("Enter an address such as")
        .contains("no spaces allowed");
    MockHttpServletResponse port =
        as(
            "marit",
            "LEAD",
            post("/links")
                .param("name", "bay 2")
                .param("host", "127.0.0.1")
                .param("port", "70000"));
    assertThat(port.getContentAsString()).contains("1 to 65535");
  }

  @Test
  void unitsAndDetailAreEachPersonsOwn() throws Exception {
    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, ""),
            new Fact.SiteConfirmed("cam-intake"),
            new Fact.PartChosen("WS-6071-C", false, ""),
            new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of()));
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
    assertThat(metric)
        .contains("data-bs-theme=\"light\"")
        .contains("value=\"N.m\" selected")
        .contains("lbf.in");
    assertThat(as("marit", "LEAD", get("/jobs/" + job + "/read")).getContentAsString())
        .contains("88420 mi");
    as(
        "marit",
        "LEAD",
        post("/me").param("units", "METRIC").param("reader", "FULL").param("theme", "LIGHT"));
  }

  @Test
  void theWrenchIsSetForItsAdapterAndABadAdapterIsExplained() throws Exception {
    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, ""),
            new Fact.PartChosen("WS-6071-C", false, ""),
            new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of()));
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
