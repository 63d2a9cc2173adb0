package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.Standing;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * A second server is killed for real in the middle of work: what it confirmed is in the record, a
 * routine that the first server started is found again by the second, and a wait that the second
 * one began is counted down by the first.
 */
class KilledServerIT extends AppIT {

  @Test
  void noConfirmedEntryIsLostAndRoutinesAndWaitsAreFoundAgain() throws Exception {
    long job = newJob(new Fact.NoteAdded("before"));
    long learning = startRoutine();
    long cooling =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "for this test"));
    List<String> confirmed = new ArrayList<>();
    try (OtherServer server = OtherServer.start("killed-server")) {
      PlainBrowser browser = new PlainBrowser(server.port());
      browser.signIn();
      String again = "/jobs/" + learning + "/relearn/result";
      assertThat(browser.post(again, Map.of("routine", "cam-crank-learn")).statusCode())
          .isEqualTo(302);
      Map<String, String> wait = Map.of("step", "cool", "minutes", "1");
      assertThat(browser.post("/jobs/" + cooling + "/swap/wait", wait).statusCode()).isEqualTo(302);
      new Thread(() -> killAfter(server, confirmed)).start();
      writeNotesUntilItDies(browser, job, confirmed);
    }
    assertThat(confirmed).hasSizeGreaterThanOrEqualTo(20);
    List<String> kept = desk.look(job).workup().state().notes();
    assertThat(kept).containsAll(confirmed).doesNotHaveDuplicates().startsWith("before");
    assertThat(kept.size() - confirmed.size())
        .as("one unanswered note may have landed")
        .isBetween(1, 2);
    assertThat(desk.look(learning).workup().state().routine("cam-crank-learn").orElseThrow().end())
        .get()
        .extracting(Fact.RoutineEnded::result)
        .isEqualTo(RoutineState.PASSED);
    theWaitGoesOn(cooling);
  }

  private static void writeNotesUntilItDies(PlainBrowser browser, long job, List<String> confirmed)
      throws Exception {
    try {
      for (int i = 0; i < 100_000; i++) {
        String words = "note-" + i;
        assertThat(
                browser
                    .post("/jobs/" + job + "/note", Map.of("hop", "read", "words", words))
                    .statusCode())
            .isEqualTo(302);
        synchronized (confirmed) {
          confirmed.add(words);
        }
      }
    } catch (IOException expected) {
      // the server died in the middle of a request
    }
  }

  /** The minute that began on the server that was killed. */
  private void theWaitGoesOn(long job) throws Exception {
    Instant begun = desk.look(job).workup().state().waits().get("cool").happened();
    PlainBrowser browser = new PlainBrowser(port);
    browser.signIn();
    String page = browser.get("/jobs/" + job + "/swap").body();
    Matcher left = Pattern.compile("class=\"count\" data-seconds=\"(\\d+)\"").matcher(page);
    long passed = Duration.between(begun, Instant.now()).toSeconds();
    if (passed < 58) {
      assertThat(left.find()).isTrue();
      assertThat(Long.parseLong(left.group(1))).isBetween(57 - passed, 61 - passed);
    }
    Standing over = HopLine.of(desk.look(job).workup(), begun.plusSeconds(61)).at(Hop.SWAP);
    assertThat(over.kind()).isEqualTo(Standing.Kind.WAITING);
    assertThat(over.secondsLeft()).as("the minute is over").isZero();
  }

  /** A routine that was started here and has come to its end at the vehicle, unasked. */
  private long startRoutine() {
    vehicle
        .server()
        .with(
            v -> {
              v.spec().faults().forEach(f -> v.setFault(f.id(), false));
              v.turn(Ignition.RUNNING);
              v.advance(900);
              v.startRoutine(769);
              v.advance(60);
              return v;
            });
    return newJob(
        camCode(),
        vehicleFact(),
        new Fact.GateOverruled(hopmend.job.Hop.CLEAR, "test of a restart"),
        new Fact.CodesCleared(VIN),
        new Fact.RoutineStarted("cam-crank-learn", 0.5));
  }

  private static void killAfter(OtherServer server, List<String> confirmed) {
    while (server.isAlive()) {
      synchronized (confirmed) {
        if (confirmed.size() >= 20) {
          server.kill();
        }
      }
      Thread.onSpinWait();
    }
  }
}
