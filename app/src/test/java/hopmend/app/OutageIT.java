package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.job.Fact;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The database goes away under the running application, and comes back. */
class OutageIT extends AppIT {
  private static final String FOLDER = System.getenv("TEST_DATABASE");
  private static final String UP = "database_up " + FOLDER + " off";
  private static final String DOWN = "database_down " + FOLDER;

  @AfterEach
  void bringTheDatabaseBack() throws Exception {
    database(UP);
  }

  @Test
  void aRestartOfTheDatabaseLosesNothingAndThePageSaysWhatHappened() throws Exception {
    long job = newJob(new Fact.NoteAdded("confirmed"));
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    Map<String, String> note = Map.of("hop", "read", "words", "while it was away");

    database(DOWN);
    HttpResponse<String> refused = browser.post("/jobs/" + job + "/note", note);
    assertThat(refused.statusCode()).isEqualTo(503);
    assertThat(refused.body())
        .contains("Whether this step was recorded is not known yet", "not recorded twice")
        .doesNotContain("Exception");
    assertThat(browser.get("/jobs").statusCode()).isEqualTo(503);
    PlainBrowser stranger = new PlainBrowser(port);
    long begin = System.nanoTime();
    for (String path : List.of("/sign-in", "/css/hopmend.css", "/actuator/health/liveness")) {
      assertThat(stranger.get(path).statusCode()).as(path).isEqualTo(200);
    }
    for (String path : List.of("/sign-in", "/css/hopmend.css", "/actuator/health/liveness")) {
      assertThat(browser.get(path).statusCode()).as(path + ", with a session").isEqualTo(200);
    }
    assertThat((System.nanoTime() - begin) / 1_000_000).as("at once").isLessThan(10_000);

    database(UP);
    assertThat(browser.get("/jobs/" + job + "/record").body()).contains("confirmed");
    assertThat(browser.post("/jobs/" + job + "/note", note).statusCode()).isEqualTo(302);
    assertThat(desk.look(job).workup().state().notes())
        .containsExactly("confirmed", "while it was away");
  }

  /** Runs a function of the script with which {@code ./hopmend test} keeps its database. */
  private static void database(String call) throws Exception {
    Path root = Path.of("").toAbsolutePath().getParent();
    assertThat(Files.exists(root.resolve("scripts/database.sh"))).isTrue();
    Process p =
        new ProcessBuilder(
                "bash", "-c", "die() { echo \"$*\" >&2; exit 1; }; . scripts/database.sh; " + call)
            .directory(root.toFile())
            .redirectErrorStream(true)
            .redirectOutput(Path.of("target", "database.log").toFile())
            .start();
    assertThat(p.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(p.exitValue()).as(call).isZero();
  }
}
