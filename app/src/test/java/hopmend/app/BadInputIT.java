package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.request.AbstractMockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Bad input of every field: a message in place, what was typed is kept, nothing is recorded. */
class BadInputIT extends AppIT {
  private static final List<String> NASTY =
      List.of(
          "",
          " ",
          "x".repeat(3000),
          "<script>alert(1)</script>",
          "' or 1=1 --",
          "NaN",
          "-1",
          "1e999",
          "\u202e\ud83d\ude80",
          "../../etc",
          "99999999999999999999",
          "a\nb");

  private static final Map<String, List<String>> FORMS =
      Map.ofEntries(
          Map.entry("read/paste", List.of("text")),
          Map.entry("read/code", List.of("code")),
          Map.entry("read/set-aside", List.of("code")),
          Map.entry("read/work-on", List.of("code")),
          Map.entry("read/correct", List.of("was", "code", "unit", "state", "wasUnit", "times")),
          Map.entry("read/condition", List.of("condition", "value", "unit", "none")),
          Map.entry("read/flashes", List.of("times")),
          Map.entry(
              "read/identify",
              List.of("vin", "card", "engineCard", "odometer", "odometerUnit", "built", "place")),
          Map.entry("read/symptoms", List.of("pick", "when", "often", "words")),
          Map.entry("read/vehicle-codes", List.of("gateway")),
          Map.entry(
              "prove/answer",
              List.of("check", "outcome", "value", "valueUnit", "companion", "besides")),
          Map.entry("prove/verdict", List.of("work", "reason")),
          Map.entry("find/confirm", List.of("site")),
          Map.entry("tell", List.of("trait", "value")),
          Map.entry("pick/type", List.of("typedNumber", "make", "price")),
          Map.entry("read/card", List.of("card")),
          Map.entry("card-revision", List.of("card")),
          Map.entry("teach", List.of("offer")),
          Map.entry("relearn/by-hand", List.of("reason")),
          Map.entry("turn-to", List.of("sensor", "hop")),
          Map.entry("pick/choose", List.of("part", "reason", "pair")),
          Map.entry("pick/old", List.of("oldNumber")),
          Map.entry("pick/compare", List.of("eye:connector", "old:hex size", "looked", "batch")),
          Map.entry("swap/tick", List.of("step", "torque", "torqueUnit")),
          Map.entry("swap/pieces", List.of("item", "count", "way")),
          Map.entry("swap/repair", List.of("words", "until")),
          Map.entry("clear/overrule", List.of("reason")),
          Map.entry("clear/erase", List.of("gateway")),
          Map.entry("relearn/start", List.of("routine", "gateway")),
          Map.entry("relearn/conditions", List.of("routine")),
          Map.entry("relearn/result", List.of("routine")),
          Map.entry("verify/sign-off", List.of("reason")),
          Map.entry("verify/seen", List.of("site", "proof", "held", "words")),
          Map.entry("undo", List.of("sequence", "hop")),
          Map.entry("note", List.of("words", "hop")));

  private long job() {
    return newJob(camCode(), vehicleFact());
  }

  private MockHttpServletResponse send(AbstractMockHttpServletRequestBuilder<?> request)
      throws Exception {
    return mvc.perform(
            request
                .with(user("oskar").roles("TECHNICIAN"))
                .with(formToken())
                .param("token", UUID.randomUUID().toString())
                .param("seen", "2"))
        .andReturn()
        .getResponse();
  }

  @Test
  void noFieldOfAnyFormMakesAServerError() throws Exception {
    long job = job();
    int sent = 0;
    for (Map.Entry<String, List<String>> form : FORMS.entrySet()) {
      for (String bad : NASTY) {
        MockHttpServletRequestBuilder request = post("/jobs/" + job + "/" + form.getKey());
        form.getValue().forEach(f -> request.param(f, bad));
        MockHttpServletResponse answer = send(request);
        assertThat(answer.getStatus()).as(form.getKey() + " with " + bad).isIn(200, 302, 422);
        assertThat(answer.getContentAsString())
            .doesNotContain("<script>alert")
            .doesNotContain("Exception:");
        sent++;
      }
    }
    assertThat(sent).isEqualTo(FORMS.size() * NASTY.size());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "read/paste|text|no code here at all|No code was found",
        "read/code|code|X0340|first character is X",
        "read/identify|vin|1M8GDM9A0KP042788|check digit (position 9) is 0 but should be X",
        "swap/pieces|item|'  '|1 to 60 characters",
        "clear/overrule|reason|no|5 to 500 characters",
        "verify/sign-off|reason|''|not proven gone",
        "turn-to|sensor|x/no-such|has no sensor",
        "prove/verdict|work|hand-over-mechanical|do not prove this verdict"
      })
  void theMessageStandsInThePageAndWhatWasTypedIsKept(
      String form, String field, String bad, String message) throws Exception {
    long job = job();
    MockHttpServletResponse answer = send(post("/jobs/" + job + "/" + form).param(field, bad));
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString())
        .contains(message)
        .contains(bad.strip().replaceFirst("^x/", ""));
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(2);
  }

  /** What will not do is not shown again on a page that is not there. */
  @Test
  void aFormOfAJobThatIsNotHereIsToldSo() throws Exception {
    for (String form : List.of("read/code", "prove/verdict", "swap/pieces", "undo", "live/start")) {
      assertThat(send(post("/jobs/999999999/" + form).param("sequence", "x")).getStatus())
          .as(form)
          .isEqualTo(404);
    }
    String words = "w".repeat(2001);
    assertThat(send(post("/jobs/999999999/note").param("words", words)).getStatus()).isEqualTo(404);
  }

  @Test
  void aNoteThatWillNotDoIsShownWhereItWasTyped() throws Exception {
    long job = job();
    String words = "w".repeat(2001);
    MockHttpServletResponse answer = send(post("/jobs/" + job + "/note").param("words", words));
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString()).contains("A note for the record", words, "2000");
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(2);
  }

  @Test
  void aDriveLogWithFaultsNamesThemAndAFormWithoutFileSaysSo() throws Exception {
    long job = job();
    MockMultipartFile file =
        new MockMultipartFile("file", "d.csv", "text/csv", "time_s,load_pct\n1,2\n".getBytes());
    MockHttpServletResponse answer = send(multipart("/jobs/" + job + "/verify/drive").file(file));
    assertThat(answer.getContentAsString()).contains("No column tells the engine speed");
    assertThat(send(multipart("/jobs/" + job + "/verify/drive")).getContentAsString())
        .contains("Pick a drive log");
  }

  @Test
  void pagesSayNoToStrangersLearnersAndForgedForms() throws Exception {
    long job = job();
    assertThat(mvc.perform(get("/jobs/" + job + "/read")).andReturn().getResponse().getStatus())
        .isEqualTo(302);
    assertThat(
            mvc.perform(get("/jobs").header("HX-Request", "true"))
                .andReturn()
                .getResponse()
                .getStatus())
        .isEqualTo(401);
    assertThat(
            mvc.perform(post("/jobs/" + job + "/note").with(user("oskar")).param("words", "x"))
                .andReturn()
                .getResponse()
                .getStatus())
        .isEqualTo(403);
    assertThat(
            mvc.perform(get("/accounts").with(user("oskar").roles("TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getStatus())
        .isEqualTo(403);
    MockHttpServletResponse learner =
        mvc.perform(
                post("/jobs/" + job + "/verify/sign-off")
                    .with(user("nils").roles("LEARNER"))
                    .with(formToken())
                    .param("token", UUID.randomUUID().toString())
                    .param("seen", "2")
                    .param("reason", "I think so"))
            .andReturn()
            .getResponse();
    assertThat(learner.getContentAsString()).contains("A learner cannot sign off");
    MockHttpServletResponse none =
        mvc.perform(get("/jobs/999999").with(user("oskar"))).andReturn().getResponse();
    assertThat(none.getStatus()).isEqualTo(404);
    assertThat(none.getContentAsString()).contains("There is no job 999999");
    assertThat(none.getHeader("Content-Security-Policy"))
        .contains("default-src 'none'")
        .doesNotContain("unsafe");
  }
}
