package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.Cookie;
import com.microsoft.playwright.options.ReducedMotion;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;

/** A person at Debian's Chromium; every error on the console fails the test. */
abstract class BrowserIT extends AppIT {
  /** For whatever a page must come to show; a slow machine is not a fault of the page. */
  private static final int PATIENCE_MILLIS = 30_000;

  private static final Set<String> LOOKED_AT = new HashSet<>();
  private static final Map<String, List<Cookie>> SIGNED_IN = new HashMap<>();

  private static Browser browser;

  private final List<String> trouble = new ArrayList<>();
  private BrowserContext context;
  Page page;

  /** One for all tests; it ends with them. */
  @BeforeAll
  static void launch() {
    if (browser != null) {
      return;
    }
    Playwright playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    browser =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(
                        Path.of(
                            System.getProperty(
                                "chromium.path", "/usr/bin/chromium-headless-shell")))
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-quic",
                            "--no-first-run",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync")));
    Runtime.getRuntime().addShutdownHook(new Thread(playwright::close));
  }

  @BeforeEach
  void open() {
    context =
        browser.newContext(
            new Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setReducedMotion(ReducedMotion.REDUCE));
    page = context.newPage();
    page.setDefaultTimeout(PATIENCE_MILLIS);
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MILLIS);
    page.onConsoleMessage(
        m -> {
          // A drawing that is asked for anew takes the place of the one that is on its way.
          boolean overtaken =
              m.text().startsWith("htmx:sendAbort") || m.text().startsWith("htmx:afterRequest");
          if (m.type().equals("error") && !m.text().contains("422") && !overtaken) {
            trouble.add(m.text());
          }
        });
    page.onPageError(trouble::add);
  }

  @AfterEach
  void nothingWentWrongBehindThePage() {
    context.close();
    assertThat(trouble).isEmpty();
  }

  void accessible(String where) {
    // What is well is not told; and no page here has frames, so the quick way through one sees all.
    AxeRunOptions violations = new AxeRunOptions();
    violations.setResultTypes(List.of("violations"));
    assertThat(
            new AxeBuilder(page).setLegacyMode(true).options(violations).analyze().getViolations())
        .as(where)
        .extracting(v -> v.getId() + " " + v.getNodes().get(0).getHtml())
        .isEmpty();
  }

  /**
   * So many are there, or come to be; an assertion that has to be repeated looks at a page after
   * ever longer pauses.
   */
  static void nowThere(Locator all, int count) {
    if (count > 0) {
      all.nth(count - 1)
          .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED));
    }
    assertThat(all).hasCount(count);
  }

  /**
   * Sends the forms of plain steps without showing the page of each, until one asks for more than
   * looking and ticking, or these words stand in its headline.
   */
  void passPlainSteps(String words) {
    Object sent =
        page.evaluate(
            """
            async words => {
              let at = document, sent = 0;
              for (let form = at.querySelector('.tick-form'); form; form = at.querySelector('.tick-form')) {
                const asksMore = at.querySelector('.look-owed') || form.querySelector('#torque, #amount, [name=turned]');
                if (asksMore || words && at.querySelector('.next-card h2').textContent.includes(words)) break;
                form.querySelectorAll('[name=confirmed]').forEach(c => c.checked = true);
                const body = new URLSearchParams(new FormData(form));
                const answer = await fetch(form.getAttribute('action'), {method: 'POST', body});
                if (!answer.ok) break;
                at = new DOMParser().parseFromString(await answer.text(), 'text/html');
                sent++;
              }
              return sent;
            }""",
            words);
    if ((int) sent > 0) {
      page.reload();
    }
  }

  /** Ticks the step that is shown, with all that it asks for; what wants a second look gets it. */
  void tick() {
    Locator form = page.locator(".tick-form");
    if (page.locator(".look-owed").count() > 0) {
      page.locator(".look-owed .btn-next").click();
      assertThat(page.locator(".look-owed")).hasCount(0);
    }
    if (page.locator(".settings:not(.threads) td").count() > 0) {
      page.fill("#torque", page.locator(".settings td").first().innerText());
      page.selectOption(
          "select[name=torqueUnit]", page.locator(".settings th[scope=row]").first().innerText());
    }
    form.locator("input[name=confirmed]").all().forEach(Locator::check);
    if (form.locator("#amount").count() > 0) {
      page.fill("#amount", "2");
    }
    if (form.locator("input[name=turned]").count() > 0) {
      form.locator("input[name=turned][value='180']").check();
    }
    form.locator(".btn-next").click();
  }

  /**
   * Answers the checks as they are recommended, until a verdict is offered or none is left.
   *
   * @param readings what is measured, by check
   * @param found results in words, by check; all is well for the others
   */
  void prove(Map<String, String> readings, Map<String, String> found) {
    Locator given = page.locator(".given button[name=sequence]");
    while (page.locator("text=Take this verdict").count() == 0) {
      if (page.locator("form[action$='/prove/answer']").count() == 0) {
        // A repair is the next best step; who wants it proven goes on with the checks.
        page.navigate(page.url().replaceAll("[?].*", "") + "?asked=steps");
        Locator check = page.locator("a.a-check").first();
        if (check.count() == 0) {
          return;
        }
        page.navigate("http://127.0.0.1:" + port + check.getAttribute("href"));
      }
      int before = given.count();
      String check = page.locator("input[name=check]").first().inputValue();
      if (readings.containsKey(check) && page.locator("#value").count() > 0) {
        if (page.locator("#companion").count() > 0) {
          page.fill("#companion", "850");
        }
        if (check.equals("ground-drop")) {
          page.selectOption("select[name=valueUnit]", "mV");
        }
        page.fill("#value", readings.get(check));
        page.click("text=Judge it");
      } else {
        String result =
            found.containsKey(check) ? "[value='" + found.get(check) + "']" : ".btn-fine";
        page.locator("button[name=outcome]" + result).first().click();
      }
      nowThere(given, before + 1);
    }
  }

  void signIn() {
    signIn("oskar", "tar-rope-and-lantern");
  }

  /** Who has signed in before comes back with the same cookie, unless that session was ended. */
  void signIn(String login, String password) {
    context.addCookies(SIGNED_IN.getOrDefault(login, List.of()));
    page.navigate("http://127.0.0.1:" + port + "/");
    if (page.locator("#username").count() > 0) {
      firstTime("sign-in");
      page.fill("#username", login);
      page.fill("#password", password);
      page.click(".door button");
    }
    assertThat(page.locator("h1")).hasText("Jobs");
    SIGNED_IN.put(login, context.cookies());
    firstTime("jobs");
  }

  /** A page that every journey passes is looked at once. */
  private void firstTime(String where) {
    if (LOOKED_AT.add(where)) {
      accessible(where);
    }
  }

  /** The plug clicks, and all else lay side by side and is alike. */
  void compareParts() {
    page.check("[name='eye:connector'][value=alike]");
    page.locator("label.looked").click();
    page.click("form[action$='/pick/compare'] button");
    assertThat(page.locator("main")).containsText("Compared");
  }
}
