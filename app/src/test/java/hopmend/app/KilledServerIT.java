package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.job.Fact;
import java.io.IOException;
import java.net.CookieManager;
import java.net.ServerSocket;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** A second server is killed for real in the middle of work: what it confirmed is in the record. */
class KilledServerIT extends AppIT {
  private final HttpClient client =
      HttpClient.newBuilder()
          .cookieHandler(new CookieManager())
          .connectTimeout(Duration.ofSeconds(5))
          .build();

  @Test
  void noConfirmedEntryIsLostWhenTheServerIsKilled() throws Exception {
    long job = newJob(new Fact.NoteAdded("before"));
    int other = freePort();
    Process server =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                "-XX:TieredStopAtLevel=1",
                "hopmend.app.HopMendApplication",
                "--server.port=" + other)
            .redirectErrorStream(true)
            .redirectOutput(Path.of("target", "killed-server.log").toFile())
            .start();
    List<String> confirmed = new ArrayList<>();
    try {
      String base = "http://127.0.0.1:" + other;
      awaitUp(base, server);
      String csrf = signIn(base);
      Thread killer = new Thread(() -> killAfter(server, confirmed));
      killer.start();
      for (int i = 0; i < 100_000; i++) {
        String words = "note-" + i;
        String body =
            form(
                Map.of(
                    "_csrf",
                    csrf,
                    "token",
                    UUID.randomUUID().toString(),
                    "seen",
                    "999999",
                    "hop",
                    "read",
                    "words",
                    words));
        HttpResponse<String> answer = post(base + "/jobs/" + job + "/note", body);
        assertThat(answer.statusCode()).isEqualTo(302);
        synchronized (confirmed) {
          confirmed.add(words);
        }
      }
    } catch (IOException expected) {
      // the server died in the middle of a request
    } finally {
      server.destroyForcibly().waitFor();
    }
    assertThat(confirmed).hasSizeGreaterThanOrEqualTo(20);
    List<String> kept = desk.look(job).workup().state().notes();
    assertThat(kept).containsAll(confirmed).doesNotHaveDuplicates().startsWith("before");
    assertThat(kept.size() - confirmed.size())
        .as("one unanswered note may have landed")
        .isBetween(1, 2);
  }

  private static void killAfter(Process server, List<String> confirmed) {
    while (server.isAlive()) {
      synchronized (confirmed) {
        if (confirmed.size() >= 20) {
          server.destroyForcibly();
        }
      }
      Thread.onSpinWait();
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket s = new ServerSocket(0)) {
      return s.getLocalPort();
    }
  }

  private void awaitUp(String base, Process server) throws Exception {
    for (int i = 0; i < 240; i++) {
      assertThat(server.isAlive()).as("second server, see target/killed-server.log").isTrue();
      try {
        if (get(base + "/actuator/health/readiness").statusCode() == 200) {
          return;
        }
      } catch (IOException notYet) {
        // not listening yet
      }
      Thread.sleep(500);
    }
    throw new AssertionError("the second server did not start");
  }

  private String signIn(String base) throws Exception {
    String csrf = csrf(get(base + "/sign-in").body());
    HttpResponse<String> in =
        post(
            base + "/sign-in",
            form(Map.of("_csrf", csrf, "username", "oskar", "password", "ferry-tech")));
    assertThat(in.headers().firstValue("Location").orElse("")).contains("/jobs");
    return csrf(get(base + "/jobs/new").body());
  }

  private static String csrf(String page) {
    Matcher m = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(page);
    assertThat(m.find()).isTrue();
    return m.group(1);
  }

  private static String form(Map<String, String> fields) {
    return fields.entrySet().stream()
        .map(e -> e.getKey() + "=" + URLEncoder.encode(e.getValue(), StandardCharsets.UTF_8))
        .collect(Collectors.joining("&"));
  }

  private HttpResponse<String> get(String url) throws IOException, InterruptedException {
    return client.send(
        HttpRequest.newBuilder(URI.create(url)).timeout(Duration.ofSeconds(10)).build(),
        HttpResponse.BodyHandlers.ofString());
  }

  private HttpResponse<String> post(String url, String body)
      throws IOException, InterruptedException {
    return client.send(
        HttpRequest.newBuilder(URI.create(url))
            .timeout(Duration.ofSeconds(10))
            .header("Content-Type", "application/x-www-form-urlencoded")
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }
}
