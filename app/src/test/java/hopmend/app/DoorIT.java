package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.Cookie;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The server as the network meets it: behind a real proxy with HTTPS, and under slow clients. */
class DoorIT extends BrowserIT {
  private static final int PER_CLIENT = 60;
  private static final String PROXY = "127.0.0.1";
  private static final String CLIENT = "127.0.0.77";

  private static OtherServer server;
  private static Process proxy;
  private static int https;
  @TempDir static Path folder;

  @BeforeAll
  static void openTheDoor() throws Exception {
    server =
        OtherServer.start(
            "door-server",
            "--hopmend.https=true",
            "--hopmend.trusted-proxies=" + PROXY,
            "--hopmend.hosts=workshop.test",
            "--hopmend.sign-in.second-factor-roles=LEARNER",
            "--hopmend.bounds.head=3s",
            "--hopmend.bounds.body-grace=3s",
            "--hopmend.bounds.connections-per-client=" + PER_CLIENT,
            "--hopmend.bounds.bodies-per-client=10");
    https = OtherServer.freePort();
    Path pem = folder.resolve("proxy.pem");
    run(
        "openssl",
        "req",
        "-x509",
        "-newkey",
        "rsa:2048",
        "-nodes",
        "-days",
        "2",
        "-subj",
        "/CN=localhost",
        "-keyout",
        pem.toString(),
        "-out",
        folder.resolve("cert.pem").toString());
    Files.writeString(pem, Files.readString(pem) + Files.readString(folder.resolve("cert.pem")));
    Path settings = folder.resolve("proxy.cfg");
    Files.writeString(
        settings,
        """
        defaults
          mode http
          timeout connect 5s
          timeout client 60s
          timeout server 60s
        frontend door
          bind 127.0.0.1:%d ssl crt %s
          http-request set-header X-Forwarded-Proto https
          http-request set-header X-Forwarded-For %%[src]
          default_backend hopmend
        backend hopmend
          server one 127.0.0.1:%d
        """
            .formatted(https, pem, server.port()));
    proxy =
        new ProcessBuilder("haproxy", "-f", settings.toString())
            .redirectErrorStream(true)
            .redirectOutput(Path.of("target", "proxy.log").toFile())
            .start();
    Thread.sleep(1000);
    assertThat(proxy.isAlive()).as("see target/proxy.log").isTrue();
  }

  @AfterAll
  static void shutTheDoor() throws Exception {
    proxy.destroy();
    server.close();
  }

  private static void run(String... command) throws Exception {
    Process p =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("out.txt").toFile())
            .start();
    assertThat(p.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(p.exitValue()).as(Files.readString(folder.resolve("out.txt"))).isZero();
  }

  @Test
  void signInWorksThroughATlsProxyWithCookiesBoundToThisHost() {
    try (BrowserContext context =
        page.context()
            .browser()
            .newContext(new Browser.NewContextOptions().setIgnoreHTTPSErrors(true))) {
      Page secure = context.newPage();
      var first = secure.navigate("https://localhost:" + https + "/jobs");
      assertThat(first.headers().get("strict-transport-security")).contains("max-age=31536000");
      assertThat(secure.url()).startsWith("https://localhost:" + https + "/sign-in");
      secure.fill("#username", "oskar");
      secure.fill("#password", "tar-rope-and-lantern");
      secure.click(".door button");
      secure.waitForURL("**/jobs");
      assertThat(secure.locator("h1").textContent()).isEqualTo("Jobs");
      List<Cookie> cookies = context.cookies();
      assertThat(cookies)
          .extracting(c -> c.name)
          .containsExactlyInAnyOrder("__Host-hopmend", "__Host-hopmend-form");
      assertThat(cookies).allMatch(c -> c.secure && c.httpOnly && c.path.equals("/"));
    }
  }

  @Test
  void aRoleOfWhichASecondFactorIsAskedGetsNoFurtherWithoutOne() {
    try (BrowserContext context =
        page.context()
            .browser()
            .newContext(new Browser.NewContextOptions().setIgnoreHTTPSErrors(true))) {
      Page secure = context.newPage();
      String base = "https://localhost:" + https;
      secure.navigate(base + "/sign-in");
      secure.fill("#username", "nils");
      secure.fill("#password", "slow-oar-first-light");
      secure.click(".door button");
      for (String wanted : List.of("/jobs", "/fleet.csv", "/me")) {
        secure.navigate(base + wanted);
        assertThat(secure.url()).isEqualTo(base + "/me/second-factor");
      }
      assertThat(secure.locator(".problem").textContent()).contains("asks a second factor");
    }
  }

  /** One request over a plain connection of our own; the whole answer. */
  private static String ask(String from, String lines) throws IOException {
    return ask(from, lines, "");
  }

  private static String ask(String from, String lines, String body) throws IOException {
    try (Socket s = new Socket()) {
      s.bind(new InetSocketAddress(InetAddress.getByName(from), 0));
      s.connect(new InetSocketAddress("127.0.0.1", server.port()));
      s.setSoTimeout(20_000);
      s.getOutputStream()
          .write((lines + "Connection: close\r\n\r\n" + body).getBytes(StandardCharsets.UTF_8));
      return new String(s.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private int seenFrom(String address) {
    return database.queryForObject(
        "select count(*) from security_event where address = ?", Integer.class, address);
  }

  private static String failedSignIn(String from, String forwarded) throws IOException {
    String page = ask(from, "GET /sign-in HTTP/1.1\r\nHost: localhost\r\n" + forwarded);
    String cookie = page.replaceAll("(?s).*(__Host-hopmend-form=[^;]+).*", "$1");
    String token = page.replaceAll("(?s).*name=\"_csrf\" value=\"([^\"]+)\".*", "$1");
    String body = "username=nobody-here&password=x&_csrf=" + token;
    return ask(
        from,
        ("POST /sign-in HTTP/1.1\r\nHost: localhost\r\nCookie: %s\r\n%s"
                + "Content-Type: application/x-www-form-urlencoded\r\nContent-Length: %d\r\n")
            .formatted(cookie, forwarded, body.length()),
        body);
  }

  @Test
  void onlyANamedProxyIsBelievedAboutTheClient() throws Exception {
    String forwarded = "X-Forwarded-For: 203.0.113.9\r\nX-Forwarded-Proto: https\r\n";
    int told = seenFrom("203.0.113.9");
    int own = seenFrom(CLIENT);
    assertThat(failedSignIn(PROXY, forwarded)).contains("Location: /sign-in?error");
    assertThat(seenFrom("203.0.113.9")).isEqualTo(told + 1);
    assertThat(failedSignIn(CLIENT, forwarded)).contains("Location: /sign-in?error");
    assertThat(seenFrom("203.0.113.9")).as("forged").isEqualTo(told + 1);
    assertThat(seenFrom(CLIENT)).isEqualTo(own + 1);
    assertThat(ask(CLIENT, "GET /sign-in HTTP/1.1\r\nHost: localhost\r\n" + forwarded))
        .as("forged HTTPS")
        .doesNotContain("Strict-Transport-Security");
  }

  @Test
  void foreignHostsAndMalformedPathsAreRefusedWithAllHeaders() throws Exception {
    assertThat(ask(CLIENT, "GET /sign-in HTTP/1.1\r\nHost: workshop.test\r\n"))
        .startsWith("HTTP/1.1 200");
    for (String bad :
        List.of(
            "GET /sign-in HTTP/1.1\r\nHost: evil.example\r\n",
            "GET /sign-in HTTP/1.1\r\nHost: localhost.evil.example:80\r\n",
            "GET /jobs/%2e%2e/x HTTP/1.1\r\nHost: localhost\r\n",
            "GET /jobs;a=b HTTP/1.1\r\nHost: localhost\r\n")) {
      assertThat(ask(CLIENT, bad))
          .as(bad)
          .startsWith("HTTP/1.1 400")
          .contains("Content-Security-Policy: ", "X-Frame-Options: DENY", "nosniff")
          .doesNotContain("Exception", "Tomcat");
    }
    for (String noHttp : List.of("GET /% HTTP/1.1\r\nHost: localhost\r\n", "G\u0000 / x\r\n")) {
      assertThat(ask(CLIENT, noHttp)).startsWith("HTTP/1.1 400").doesNotContain("Tomcat");
    }
    assertThat(ask(CLIENT, "GET /error HTTP/1.1\r\nHost: localhost\r\n"))
        .startsWith("HTTP/1.1 404");
    assertThat(ask(CLIENT, "GET /actuator HTTP/1.1\r\nHost: localhost\r\n"))
        .contains("Location: /sign-in");
  }

  /** RFC 9457: whoever refuses, a program reads what happened and what would be right. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "GET /api/v1/nothing|404|openapi.json",
        "GET /api/v1/scan|405|POST",
        "DELETE /api/v1/decode|405|POST",
        "GET /api/v1/readiness/%|400|well formed",
        "GET /api/v1/../jobs;a=b|400|well formed",
        "POST /api/v1/decode;Content-Type: application/json|400|{\\\"codes\\\"",
        "GET /api/v1/readiness/12|422|hexadecimal",
        "GET /api/v1/spn-fmi?spn=x&fmi=2|400|whole number",
        "GET /api/v1/spn-fmi?spn=3251|400|?fmi=",
        "POST /api/v1/scan;Content-Type: text/plain;Content-Length: ten|400|well formed",
        "POST /api/v1/scan;Content-Type: text/plain;X-Length: not told|411|Content-Length",
        "POST /api/v1/scan;Content-Type: text/plain;Content-Length: 20000001|413|Send less",
        "POST /api/v1/decode;Content-Type: text/csv|415|application/json",
        "POST /api/v1/scan;Content-Type: image/png|415|text/plain",
        "GET /api/v1/readiness/00000000;Accept: image/png|406|application/json",
      })
  void everyRefusalOfTheOpenInterfaceIsProblemDetails(String asked, int status, String right)
      throws Exception {
    String[] lines = asked.split(";(?=[A-Z])", 2);
    String head = lines[0] + " HTTP/1.1\r\nHost: localhost\r\n";
    String more = lines.length > 1 ? lines[1].replace(";", "\r\n") + "\r\n" : "";
    String empty =
        asked.startsWith("POST") && !asked.contains("Length") ? "Content-Length: 0\r\n" : "";
    String body = "x".repeat(status == 413 ? 20_000_001 : 0);
    String answer = ask(CLIENT, head + more + empty, body);
    assertThat(answer).as(asked).startsWith("HTTP/1.1 " + status);
    assertThat(answer)
        .contains("application/problem+json", "\"title\":", "\"detail\":", "\"where\":", right);
    assertThat(answer).doesNotContain("Exception", "Tomcat", "<html");
  }

  /** 215 slow posts once stopped all answers. */
  @Test
  void slowClientsAreCutOffAndEverybodyElseIsServedMeanwhile() throws Exception {
    String head =
        "POST /api/v1/scan HTTP/1.1\r\nHost: localhost\r\nContent-Type: text/plain\r\nContent-Length: 100000\r\n\r\n";
    List<Socket> slow = new ArrayList<>();
    try {
      for (int i = 0; i < 215; i++) {
        Socket s = new Socket();
        s.bind(new InetSocketAddress(InetAddress.getByName(CLIENT), 0));
        s.connect(new InetSocketAddress("127.0.0.1", server.port()));
        s.getOutputStream().write((i % 2 == 0 ? head + "P" : "GET /sig").getBytes());
        slow.add(s);
      }
      long begin = System.nanoTime();
      long longest = 0;
      while ((System.nanoTime() - begin) / 1_000_000_000 < 14) {
        longest = Math.max(longest, millisOfSomebodyElse());
        for (Socket s : slow) {
          trickle(s);
        }
        Thread.sleep(500);
      }
      int open = 0;
      for (int i = 0; i < slow.size(); i++) {
        open += isClosedThere(slow.get(i)) ? 0 : 1;
      }
      assertThat(open).as("slow clients that still hold a connection").isZero();
      // A machine that is busy with others is slow without slow clients, too.
      assertThat(longest).as("ms").isLessThan(Math.max(5_000, 10 * millisOfSomebodyElse()));
    } finally {
      for (Socket s : slow) {
        s.close();
      }
    }
  }

  private long millisOfSomebodyElse() throws IOException {
    long asked = System.nanoTime();
    assertThat(ask("127.0.0.78", "GET /sign-in HTTP/1.1\r\nHost: localhost\r\n"))
        .startsWith("HTTP/1.1 200");
    return (System.nanoTime() - asked) / 1_000_000;
  }

  private static void trickle(Socket s) {
    try {
      s.getOutputStream().write('x');
    } catch (IOException cutOff) {
      // that is what is wanted
    }
  }

  private static boolean isClosedThere(Socket s) {
    try {
      s.setSoTimeout(1_000);
      s.getInputStream().readAllBytes();
      return true;
    } catch (java.net.SocketTimeoutException stillOpen) {
      return false;
    } catch (IOException reset) {
      return true;
    }
  }
}
