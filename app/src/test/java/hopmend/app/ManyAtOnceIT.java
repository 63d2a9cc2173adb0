package hopmend.app;

import static hopmend.app.PlainBrowser.location;
import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

/** Many forms at one moment: long texts, and one form sent several times. */
class ManyAtOnceIT extends AppIT {

  private List<HttpResponse<String>> atOnce(List<Callable<HttpResponse<String>>> work)
      throws Exception {
    ExecutorService people = Executors.newFixedThreadPool(work.size());
    List<HttpResponse<String>> answers = new ArrayList<>();
    for (Future<HttpResponse<String>> f : people.invokeAll(work)) {
      answers.add(f.get());
    }
    people.shutdown();
    return answers;
  }

  /** Eight such reports once ended in errors and a server that did not recover. */
  @Test
  void eightLongReportsAtOnceAreReadOrToldToWaitAndPagesAnswerMeanwhile() throws Exception {
    String line = "P0340 stored, coolant 88 °C, some words of a scan tool\n";
    // Each is as long as it may be; most are of words alone, which takes less of this test's time.
    String words = "the technician looked at the plug and the wires and wrote it all down\n";
    List<Callable<HttpResponse<String>>> work = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      String report = i < 2 ? line.repeat(85_000) : line + words.repeat(68_000);
      long job = newJob();
      PlainBrowser browser = new PlainBrowser(port);
      browser.signIn();
      work.add(() -> browser.post("/jobs/" + job + "/read/paste", Map.of("text", report)));
    }
    PlainBrowser stranger = new PlainBrowser(port);
    work.add(() -> stranger.get("/sign-in"));
    List<HttpResponse<String>> answers = atOnce(work);
    assertThat(answers.get(8).statusCode()).isEqualTo(200);
    List<Integer> statuses = answers.subList(0, 8).stream().map(HttpResponse::statusCode).toList();
    assertThat(statuses).allMatch(s -> s == 302 || s == 422 || s == 503).contains(302);
    answers.stream()
        .filter(a -> a.statusCode() == 422)
        .forEach(a -> assertThat(a.body()).contains("Send it again in"));
    PlainBrowser after = new PlainBrowser(port);
    after.signIn();
    assertThat(
            after.post("/jobs/" + newJob() + "/read/paste", Map.of("text", "P0340")).statusCode())
        .isEqualTo(302);
  }

  @Test
  void oneFormSentSixTimesAtOnceMakesOneJobAndLeadsToItEveryTime() throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    String token = UUID.randomUUID().toString();
    Map<String, String> form = Map.of("title", "Six taps", "text", "P0340 stored", "token", token);
    List<Callable<HttpResponse<String>>> work = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      work.add(() -> browser.again("/jobs", form));
    }
    Set<String> places = new HashSet<>();
    atOnce(work).forEach(a -> places.add(a.statusCode() + " " + location(a)));
    assertThat(places).hasSize(1).first().asString().startsWith("302 /jobs/");
    assertThat(
            database.queryForObject(
                "select count(*) from job where creation_token = ?",
                Integer.class,
                UUID.fromString(token)))
        .isEqualTo(1);
    long job = Long.parseLong(places.iterator().next().replaceAll(".*/jobs/(\\d+).*", "$1"));
    assertThat(desk.look(job).workup().state().entries()).hasSize(1);
  }

  @Test
  void textOfTheStatedSizeIsTakenInEveryAlphabetAndWhatNoTextHoldsIsTold() throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    String cyrillic = "P0340 " + "ошибка датчика ".repeat(250_000);
    long job = newJob();
    assertThat(browser.post("/jobs/" + job + "/read/paste", Map.of("text", cyrillic)).statusCode())
        .isEqualTo(302);
    HttpResponse<String> nul =
        browser.post("/jobs/" + job + "/note", Map.of("hop", "read", "words", "a\0b"));
    assertThat(nul.statusCode()).isEqualTo(422);
    assertThat(nul.body()).contains("character that no text can hold");
    HttpResponse<String> title = browser.post("/jobs", Map.of("title", "a\0b"));
    assertThat(title.statusCode()).isEqualTo(422);
    assertThat(title.body()).contains("NUL");
  }
}
