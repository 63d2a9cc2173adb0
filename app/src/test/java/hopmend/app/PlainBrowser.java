package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** A person at a browser without scripts: keeps cookies, sends forms to a running server. */
final class PlainBrowser {
  private final HttpClient client =
      HttpClient.newBuilder()
          .cookieHandler(new CookieManager())
          .connectTimeout(Duration.ofSeconds(5))
          .build();
  private final String base;
  private String csrf = "";

  PlainBrowser(int port) {
    base = "http://127.0.0.1:" + port;
  }

  void signIn() throws Exception {
    assertThat(signIn("oskar", "tar-rope-and-lantern")).isEqualTo("/jobs");
    csrf = csrf(get("/jobs/new").body());
  }

  /** Signs in, and tells where that leads. */
  String signIn(String name, String password) throws Exception {
    csrf = csrf(get("/sign-in").body());
    String where = location(send("/sign-in", Map.of("username", name, "password", password)));
    csrf = csrf(get(where).body());
    return where;
  }

  /** Where an answer leads, without the host. */
  static String location(HttpResponse<String> answer) {
    return answer.headers().firstValue("Location").orElse("").replaceFirst("^http://[^/]+", "");
  }

  /** Sends a form with the token of the page that was read last. */
  HttpResponse<String> submit(String page, String path, Map<String, String> fields)
      throws Exception {
    csrf = csrf(get(page).body());
    return send(path, fields);
  }

  /** Sends a form of a job page with a fresh token. */
  HttpResponse<String> post(String path, Map<String, String> fields) throws Exception {
    Map<String, String> all = new TreeMap<>(fields);
    all.put("token", UUID.randomUUID().toString());
    all.put("seen", "999999");
    return send(path, all);
  }

  /** Sends a form just as it is, with its own token. */
  HttpResponse<String> again(String path, Map<String, String> fields) throws Exception {
    return send(path, fields);
  }

  private HttpResponse<String> send(String path, Map<String, String> fields)
      throws IOException, InterruptedException {
    Map<String, String> all = new TreeMap<>(fields);
    all.put("_csrf", csrf);
    String body =
        all.entrySet().stream()
            .map(e -> e.getKey() + "=" + URLEncoder.encode(e.getValue(), StandardCharsets.UTF_8))
            .collect(Collectors.joining("&"));
    return client.send(
        request(path)
            .header("Content-Type", "application/x-www-form-urlencoded")
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  HttpResponse<String> get(String path) throws IOException, InterruptedException {
    return client.send(request(path).build(), HttpResponse.BodyHandlers.ofString());
  }

  private HttpRequest.Builder request(String path) {
    return HttpRequest.newBuilder(URI.create(base + path)).timeout(Duration.ofSeconds(90));
  }

  private static String csrf(String page) {
    Matcher m = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(page);
    assertThat(m.find()).isTrue();
    return m.group(1);
  }
}
