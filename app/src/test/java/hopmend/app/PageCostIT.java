package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.job.Hop;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a page costs the database. */
class PageCostIT extends AppIT {

  private record Cost(int transactions, int statements) {}

  /** The cost of a page that was opened before; another thread's work may come in between. */
  private Cost costOf(PlainBrowser browser, String path) throws Exception {
    assertThat(browser.get(path).statusCode()).as(path).isEqualTo(200);
    Cost least = new Cost(Integer.MAX_VALUE, Integer.MAX_VALUE);
    for (int i = 0; i < 3; i++) {
      int transactions = CountedStatements.TRANSACTIONS.get();
      int statements = CountedStatements.STATEMENTS.get();
      browser.get(path);
      least =
          new Cost(
              Math.min(least.transactions(), CountedStatements.TRANSACTIONS.get() - transactions),
              Math.min(least.statements(), CountedStatements.STATEMENTS.get() - statements));
    }
    return least;
  }

  @Test
  void aJobPageTakesThreeTransactionsAndSixStatementsAtMost() throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    List<Long> jobs =
        database.queryForList(
            "select id from job where created_by <> 'bench' order by last_sequence desc limit 4",
            Long.class);
    List<String> dear = new ArrayList<>();
    for (long job : jobs) {
      for (Hop hop : Hop.values()) {
        String path = "/jobs/" + job + "/" + hop.path();
        Cost cost = costOf(browser, path);
        assertThat(cost.statements()).as("counted at all").isPositive();
        if (cost.transactions() > 3 || cost.statements() > 6) {
          dear.add(path + " " + cost);
        }
      }
    }
    assertThat(dear).isEmpty();
  }

  @Test
  void whatIsTheSameForEverybodyAsksNoDatabaseEvenWithASession() throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    for (String path :
        List.of("/css/hopmend.css", "/js/hopmend.js", "/actuator/health/liveness", "/sign-in")) {
      assertThat(costOf(browser, path)).as(path).isEqualTo(new Cost(0, 0));
    }
  }

  @Test
  void aPageThatIsLookedAtWritesNoSessionUntilItsLastUseIsOld() throws Exception {
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    String latest =
        "select last_access_time from spring_session where principal_name = 'oskar'"
            + " order by creation_time desc limit 1";
    long before = database.queryForObject(latest, Long.class);
    browser.get("/jobs");
    assertThat(database.queryForObject(latest, Long.class)).isEqualTo(before);
    database.update(
        "update spring_session set last_access_time = last_access_time - 200000 where principal_name = 'oskar'");
    browser.get("/jobs");
    assertThat(database.queryForObject(latest, Long.class))
        .as("used again: its end is four hours from now")
        .isGreaterThanOrEqualTo(before);
  }
}
