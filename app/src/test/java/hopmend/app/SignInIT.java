package hopmend.app;

import static hopmend.app.PlainBrowser.location;
import static org.assertj.core.api.Assertions.assertThat;

import dev.samstevens.totp.code.DefaultCodeGenerator;
import hopmend.app.account.Accounts;
import hopmend.app.watch.Guesses;
import hopmend.job.Role;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Who gets in, and how long: real sessions against the running server. */
class SignInIT extends AppIT {
  private static final String PASSWORD = "nine quiet barges";
  @Autowired Accounts accounts;
  @Autowired Guesses guesses;

  private final String login = "p" + UUID.randomUUID().toString().substring(0, 8);

  @BeforeEach
  void forgetGuesses() {
    database.update("delete from guess");
  }

  private PlainBrowser signedIn(String name, String password) throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    assertThat(browser.signIn(name, password)).isEqualTo("/jobs");
    return browser;
  }

  private PlainBrowser lead() throws Exception {
    return signedIn("marit", "grey-heron-at-dusk");
  }

  private static String found(String pattern, String text) {
    Matcher m = Pattern.compile(pattern).matcher(text);
    assertThat(m.find()).as(pattern).isTrue();
    return m.group(1);
  }

  @Test
  void aPersonMakesTheirOwnPasswordWithACodeThatWorksOnceAndTheLeadNeverLearnsIt()
      throws Exception {
    PlainBrowser lead = lead();
    String page =
        lead.submit(
                "/accounts",
                "/accounts",
                Map.of("login", login, "name", "New person", "role", "TECHNICIAN"))
            .body();
    String code = found("big-code\">([A-Z0-9-]{23})<", page);
    PlainBrowser person = new PlainBrowser(port);
    Map<String, String> first = Map.of("login", login, "code", code, "password", PASSWORD);
    HttpResponse<String> weak =
        person.submit(
            "/new-password",
            "/new-password",
            Map.of("login", login, "code", code, "password", login + login));
    assertThat(weak.statusCode()).isEqualTo(422);
    assertThat(location(person.submit("/new-password", "/new-password", first)))
        .isEqualTo("/sign-in?made");
    assertThat(person.submit("/new-password", "/new-password", first).body())
        .contains("do not belong together");
    assertThat(new PlainBrowser(port).signIn(login, PASSWORD)).isEqualTo("/jobs");
    assertThat(
            database.queryForObject(
                "select password_hash from account where login = ?", String.class, login))
        .startsWith("{argon2id}");

    PlainBrowser open = signedIn(login, PASSWORD);
    String again =
        found(
            "big-code\">([A-Z0-9-]{23})<",
            lead.submit("/accounts", "/accounts/reset", Map.of("login", login)).body());
    assertThat(location(open.get("/jobs"))).as("a reset ends the sessions").contains("/sign-in");
    assertThat(new PlainBrowser(port).signIn(login, PASSWORD)).isEqualTo("/sign-in?error");
    owner()
        .update("update account set reset_until = now() - interval '1 s' where login = ?", login);
    assertThat(
            person
                .submit(
                    "/new-password",
                    "/new-password",
                    Map.of("login", login, "code", again, "password", PASSWORD))
                .statusCode())
        .as("its time is over")
        .isEqualTo(422);
  }

  @Test
  void whoeverIsClosedOutOrDemotedIsSoAtTheNextRequest() throws Exception {
    accounts.create(login, "Second lead", PASSWORD, Role.LEAD);
    PlainBrowser second = signedIn(login, PASSWORD);
    assertThat(second.get("/accounts").statusCode()).isEqualTo(200);
    PlainBrowser first = lead();
    Map<String, String> demoted = Map.of("login", login, "role", "LEARNER", "active", "true");
    assertThat(first.submit("/accounts", "/accounts/change", demoted).statusCode()).isEqualTo(302);
    assertThat(second.get("/accounts").statusCode()).isEqualTo(403);
    assertThat(second.get("/jobs").statusCode()).isEqualTo(200);
    Map<String, String> closed = Map.of("login", login, "role", "LEAD");
    assertThat(first.submit("/accounts", "/accounts/change", closed).statusCode()).isEqualTo(302);
    HttpResponse<String> out =
        second.post("/accounts/change", Map.of("login", login, "role", "LEAD", "active", "true"));
    assertThat(location(out)).as(out.toString() + out.body()).startsWith("/sign-in");
    assertThat(accounts.byLogin(login).orElseThrow().active()).isFalse();
    assertThat(new PlainBrowser(port).signIn(login, PASSWORD)).isEqualTo("/sign-in?error");
  }

  @Test
  void aSessionEndsAfterItsLifetimeHoweverBusy() throws Exception {
    accounts.create(login, "Busy", PASSWORD, Role.TECHNICIAN);
    PlainBrowser busy = signedIn(login, PASSWORD);
    long thirteenHours = 13L * 3600 * 1000;
    database.update(
        "update spring_session set creation_time = creation_time - ? where principal_name = ?",
        thirteenHours,
        login);
    assertThat(location(busy.get("/jobs"))).isEqualTo("/sign-in?ended");
    assertThat(location(busy.get("/jobs"))).isEqualTo("/sign-in?to=%2Fjobs");
  }

  @Test
  void onesOwnSessionsAreListedAndEndedAndAPasswordChangeEndsTheOthers() throws Exception {
    accounts.create(login, "Two tablets", PASSWORD, Role.TECHNICIAN);
    PlainBrowser here = signedIn(login, PASSWORD);
    PlainBrowser there = signedIn(login, PASSWORD);
    String page = here.get("/me/sessions").body();
    assertThat(page).contains("this one", "127.0.0.1");
    String handle = found("name=\"handle\" value=\"([0-9a-f]+)\"", page);
    assertThat(
            lead()
                .submit("/me/sessions", "/me/sessions/end", Map.of("handle", handle))
                .statusCode())
        .as("not another person's")
        .isEqualTo(404);
    assertThat(there.get("/jobs").statusCode()).isEqualTo(200);
    here.submit("/me/sessions", "/me/sessions/end", Map.of("handle", handle));
    assertThat(location(there.get("/jobs"))).contains("/sign-in");

    PlainBrowser third = signedIn(login, PASSWORD);
    String longer = "ключ от парома лежит под третьим камнем у старой пристани";
    Map<String, String> wrong = Map.of("old", "not it", "password", longer, "again", longer);
    assertThat(here.submit("/me/password", "/me/password", wrong).body())
        .contains("not your password of today");
    Map<String, String> right = Map.of("old", PASSWORD, "password", longer, "again", longer);
    assertThat(location(here.submit("/me/password", "/me/password", right)))
        .isEqualTo("/me?password");
    assertThat(here.get("/jobs").statusCode()).isEqualTo(200);
    assertThat(location(third.get("/jobs"))).contains("/sign-in");
    String beyond72Bytes = longer.substring(0, longer.length() - 1) + "x";
    assertThat(new PlainBrowser(port).signIn(login, beyond72Bytes)).isEqualTo("/sign-in?error");
    assertThat(new PlainBrowser(port).signIn(login, longer)).isEqualTo("/jobs");
  }

  @Test
  void aSecondFactorIsAskedOnceTakenAndEachCodeCountsOnce() throws Exception {
    accounts.create(login, "Careful", PASSWORD, Role.TECHNICIAN);
    PlainBrowser person = signedIn(login, PASSWORD);
    String secret =
        found("<p class=\"mono\">([A-Z2-7 ]{30,})</p>", person.get("/me/second-factor").body())
            .replace(" ", "");
    long step = System.currentTimeMillis() / 30_000;
    String code = new DefaultCodeGenerator().generate(secret, step);
    String page =
        person.submit("/me/second-factor", "/me/second-factor", Map.of("code", code)).body();
    String recovery = found("<li>([a-z0-9-]{19})</li>", page);

    PlainBrowser fresh = new PlainBrowser(port);
    assertThat(fresh.signIn(login, PASSWORD)).isEqualTo("/sign-in/code");
    for (String half : List.of("/jobs", "/me", "/me/second-factor", "/fleet.csv")) {
      assertThat(location(fresh.get(half))).as(half).isEqualTo("/sign-in/code");
    }
    Map<String, String> used = Map.of("code", code);
    assertThat(fresh.submit("/sign-in/code", "/sign-in/code", used).body())
        .contains("used already");
    String next = new DefaultCodeGenerator().generate(secret, step + 1);
    assertThat(location(fresh.submit("/sign-in/code", "/sign-in/code", Map.of("code", next))))
        .isEqualTo("/jobs");
    assertThat(fresh.get("/jobs").statusCode()).isEqualTo(200);

    for (String expected : List.of("/jobs", "")) {
      PlainBrowser lost = new PlainBrowser(port);
      lost.signIn(login, PASSWORD);
      assertThat(location(lost.submit("/sign-in/code", "/sign-in/code", Map.of("code", recovery))))
          .as("a recovery code works once")
          .isEqualTo(expected);
    }
    // RFC 6238, appendix B: SHA-1, 8 digits at 59 s are 94287082; with six digits the last six.
    assertThat(new DefaultCodeGenerator().generate("GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ", 59 / 30))
        .isEqualTo("287082");
    lead().submit("/accounts", "/accounts/second-factor/remove", Map.of("login", login));
    assertThat(new PlainBrowser(port).signIn(login, PASSWORD)).isEqualTo("/jobs");
  }

  @Test
  void guessesAreSlowedAndNobodyIsLockedOutWhereTheyHaveSignedInBefore() throws Exception {
    accounts.create(login, "Often wrong", PASSWORD, Role.TECHNICIAN);
    signedIn(login, PASSWORD);
    for (int i = 0; i < 10; i++) {
      assertThat(new PlainBrowser(port).signIn(login, "guess " + i)).isEqualTo("/sign-in?error");
    }
    String fullWidth = login.replace('p', '\uFF50').toUpperCase(java.util.Locale.ROOT);
    assertThat(new PlainBrowser(port).signIn(fullWidth, PASSWORD))
        .as("the same name in other letters")
        .isEqualTo("/sign-in?slow");

    database.update("delete from guess");
    for (int i = 0; i < 400; i++) {
      guesses.take(new Guesses.Asker("password", login, "203.0.113." + i % 250, false));
      guesses.take(new Guesses.Asker("password", "junk" + i, "198.51.100." + i % 250, false));
    }
    assertThat(guesses.take(new Guesses.Asker("password", login, "192.0.2.1", false)))
        .as("the name is slowed everywhere")
        .isPositive();
    assertThat(signedIn(login, PASSWORD)).as("but not at home").isNotNull();
    String many = "192.0.2.7";
    for (int i = 0; i < 60; i++) {
      guesses.take(new Guesses.Asker("password", "other" + i, many, false));
    }
    assertThat(guesses.take(new Guesses.Asker("password", "fresh", many, false)))
        .as("one address with many names")
        .isPositive();
  }

  @Test
  void aForgedSignInIsNotCountedAndTheLogHoldsNoSecret() throws Exception {
    PlainBrowser forger = new PlainBrowser(port);
    forger.get("/sign-in");
    for (int i = 0; i < 12; i++) {
      Map<String, String> blind = Map.of("username", "oskar", "password", "x");
      assertThat(forger.post("/sign-in", blind).statusCode()).isEqualTo(403);
    }
    assertThat(database.queryForObject("select count(*) from guess", Integer.class)).isZero();
    String typedWrongly = "my secret lantern " + UUID.randomUUID();
    assertThat(new PlainBrowser(port).signIn(typedWrongly, "oops")).isEqualTo("/sign-in?error");
    String log = lead().get("/security?words=sign_in_failed").body();
    assertThat(log).contains("no such account").doesNotContain("secret lantern");
  }

  @Test
  void strangersLeaveNoSessionBehind() throws Exception {
    String sessions = "select count(*) from spring_session";
    int before = database.queryForObject(sessions, Integer.class);
    PlainBrowser stranger = new PlainBrowser(port);
    for (String path :
        List.of(
            "/",
            "/jobs/1/prove",
            "/sign-in",
            "/sign-in?error",
            "/new-password",
            "/first-account",
            "/api",
            "/api/v1/readiness/00000000",
            "/actuator/health",
            "/css/hopmend.css",
            "/no/such/page")) {
      stranger.get(path);
      assertThat(database.queryForObject(sessions, Integer.class)).as(path).isEqualTo(before);
    }
    stranger.signIn("oskar", "wrong");
    assertThat(database.queryForObject(sessions, Integer.class)).as("sign-in").isEqualTo(before);
    stranger.post("/jobs", Map.of("title", "x"));
    assertThat(database.queryForObject(sessions, Integer.class)).as("post").isEqualTo(before);
  }

  /** Two installations of the first account at once: tried on the rule itself, which locks. */
  @Test
  void theFirstLeadIsMadeOnceHoweverManyTry() throws Exception {
    List<Callable<Boolean>> tries = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      String name = login + i;
      tries.add(() -> accounts.createFirst(name, "First", PASSWORD));
    }
    var people = Executors.newFixedThreadPool(6);
    owner().execute("alter table account rename to account_aside");
    owner().execute("create table account (like account_aside including all)");
    owner().execute("grant select, insert, update on account to " + System.getenv("DB_USER"));
    try {
      long made =
          people.invokeAll(tries).stream()
              .filter(
                  f -> {
                    try {
                      return f.get();
                    } catch (Exception e) {
                      throw new AssertionError(e);
                    }
                  })
              .count();
      assertThat(made).isEqualTo(1);
    } finally {
      people.shutdown();
      owner().execute("drop table account");
      owner().execute("alter table account_aside rename to account");
    }
  }
}
