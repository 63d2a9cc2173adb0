package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.app.job.JobDesk.Submission;
import hopmend.job.Hop;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A hop page that is opened again is the one that was written, until something on it changes. */
class WrittenPagesIT extends AppIT {
  private static final Pattern TOKEN = Pattern.compile("name=\"(token|_csrf)\" value=\"([^\"]+)\"");

  private PlainBrowser browser;

  @BeforeEach
  void signIn() throws Exception {
    browser = new PlainBrowser(port);
    browser.signIn();
  }

  private HttpResponse<String> page(String path) throws Exception {
    HttpResponse<String> answer = browser.get(path);
    assertThat(answer.statusCode()).as(path).isEqualTo(200);
    return answer;
  }

  private static String withoutTokens(HttpResponse<String> page) {
    return TOKEN.matcher(page.body()).replaceAll("$1");
  }

  private static String token(HttpResponse<String> page) {
    Matcher m = TOKEN.matcher(page.body());
    while (m.find()) {
      if (m.group(1).equals("token")) {
        return m.group(2);
      }
    }
    throw new AssertionError("no form in " + page.uri());
  }

  @Test
  void everyHopIsTheSameAgainWithNewTokensAndAsksTheDatabaseForThePersonAndTheJobOnly()
      throws Exception {
    long job = newJob(camCode(), vehicleFact());
    for (Hop hop : Hop.values()) {
      String path = "/jobs/" + job + "/" + hop.path();
      HttpResponse<String> first = page(path);
      HttpResponse<String> again = page(path);
      int asked = Integer.MAX_VALUE;
      for (int i = 0; i < 3; i++) {
        // another thread's work may come in between
        int before = CountedStatements.STATEMENTS.get();
        again = page(path);
        asked = Math.min(asked, CountedStatements.STATEMENTS.get() - before);
      }
      assertThat(withoutTokens(again)).as(path).isEqualTo(withoutTokens(first));
      assertThat(again.headers().map().keySet()).isEqualTo(first.headers().map().keySet());
      assertThat(again.headers().firstValue("Content-Type"))
          .isEqualTo(first.headers().firstValue("Content-Type"));
      assertThat(token(again)).as("each page can be sent once").isNotEqualTo(token(first));
      assertThat(asked).as("session, account, job for " + path).isEqualTo(3);
    }
  }

  @Test
  void formsOfAPageThatWasKeptAreTakenOnceEach() throws Exception {
    long job = newJob(camCode(), vehicleFact());
    String path = "/jobs/" + job + "/read";
    page(path);
    HttpResponse<String> kept = page(path);
    long entries = desk.look(job).workup().state().entries().size();
    Map<String, String> form =
        Map.of("token", token(kept), "seen", "2", "text", "P0016 stored", "hop", "read");
    for (int i = 0; i < 2; i++) {
      assertThat(browser.again(path + "/paste", form).statusCode()).isEqualTo(302);
    }
    assertThat(desk.look(job).workup().state().entries()).hasSize((int) entries + 1);
    assertThat(page(path).body()).contains("P0016");
  }

  /** What somebody changes, and what the page says then. */
  record Change(String what, String says, Consumer<WrittenPagesIT> made) {
    @Override
    public String toString() {
      return what;
    }
  }

  private long job;

  private void sent(String path, Map<String, String> form) {
    try {
      assertThat(browser.submit("/me", path, form).statusCode()).isEqualTo(302);
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  private static void look(WrittenPagesIT t, String theme) {
    t.sent("/me", Map.of("units", "METRIC", "reader", "FULL", "theme", theme));
  }

  static Stream<Change> changes() {
    return Stream.of(
        new Change("how the person sees it", "data-bs-theme=\"dark\"", t -> look(t, "DARK")),
        new Change(
            "a code, by a colleague",
            "P0016",
            t -> t.desk.append(t.job, Submission.now("nils"), List.of(storedCode("P0016")))),
        new Change(
            "another job of the vehicle",
            "Once more the van",
            t ->
                t.desk.append(
                    t.desk.open("Once more the van", "Van 0", "", UUID.randomUUID(), "nils"),
                    Submission.now("nils"),
                    List.of(vehicleFact()))));
  }

  @ParameterizedTest
  @MethodSource("changes")
  void whatChangesIsSeenAtOnce(Change change) throws Exception {
    job = newJob(camCode(), vehicleFact());
    String path = "/jobs/" + job + "/read";
    page(path);
    assertThat(page(path).body()).as("before").doesNotContain(change.says());
    change.made().accept(this);
    assertThat(page(path).body()).as("after").contains(change.says());
    look(this, "SYSTEM");
    assertThat(page(path).body()).as("and back").contains("data-bs-theme=\"light\"");
  }
}
