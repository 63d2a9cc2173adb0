package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import hopmend.app.job.JobDesk.Submission;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.prove.Remedy;
import hopmend.standin.CrankTrace;
import hopmend.standin.SimulatedVehicle;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.standin.VehicleSpec;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** In the browser: it is not always the sensor, and what was measured says so. */
class ProveJourneyIT extends BrowserIT {
  private static Fact codes(String... codes) {
    return new Fact.CodesRead(
        Fact.CodeSource.TYPED,
        Arrays.stream(codes).map(c -> ReadCode.of(TroubleCode.parse(c))).toList(),
        List.of(),
        "");
  }

  private void open(long job, String more) {
    signIn();
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/prove" + more);
  }

  @Test
  void aSootOfEvidenceEndsInWiring() {
    long job =
        newJob(
            codes("P24AE"),
            new Fact.VehicleIdentified(
                "0TDA6D77XJ1000019", "tidewell-alder-77", 2018, null, 210_000, Fact.Place.HOIST));
    open(job, "");
    // What somebody knows moves the suspects by stated factors, is one entry, and is taken back.
    page.click("summary:has-text('Known of it already?')");
    Locator gnawed = page.locator(".clues li:has(b:text-is('Traces of mice or martens'))");
    assertThat(gnawed).containsText("Wire open or shorted × 5");
    double before = workup(job).here().diagnosis().orElseThrow().probability("wiring");
    gnawed.locator("button").click();
    assertThat(page.locator(".given")).containsText("Traces of mice");
    assertThat(workup(job).here().diagnosis().orElseThrow().probability("wiring"))
        .isGreaterThan(1.5 * before);
    accessible("prove with its tree, clues and schools");

    prove(
        Map.of("module-supply", "5.02"),
        Map.of("cable-look", "burnt", "wires-through", "open", "self-test", "failed"));
    assertThat(page.locator(".verdict-card h2")).containsText("Repair the wire");
    assertThat(page.locator(".verdict-card")).containsText("would overturn it");
    page.click("text=Take this verdict");
    assertThat(page.locator(".eyebrow").first()).hasText("Verdict taken");
    assertThat(workup(job).state().verdict().orElseThrow().remedy())
        .isEqualTo(Remedy.REPAIR_WIRING);
  }

  private Workup workup(long job) {
    return desk.look(job).workup();
  }

  @Test
  void aRecordedRingWithOneBentToothIsNoSensor() {
    long job =
        newJob(
            codes("P0335"),
            new Fact.VehicleIdentified(
                "0SMH4L206G1002204", "osmere-heron-20", 2016, null, 101_000, Fact.Place.HOIST));
    open(job, "?check=ring-trace");
    page.setInputFiles("#trace", recording("time;a;b\n0;1;2\n1;3;4\n"));
    page.click("text=Look for the ring in it");
    assertThat(page.locator(".problem").first()).containsText("a and b");
    page.setInputFiles("#trace", recording(bent()));
    page.click("text=Look for the ring in it");
    Locator ring = page.locator(".card-box:has(h2:text-is('The ring in the recording'))");
    assertThat(ring).containsText("A ring of 60 - 2 places");
    assertThat(ring).containsText("tooth 18 behind the gap, 102 degrees on, comes late");
    assertThat(ring.locator("svg .tooth-wrong")).hasCount(1);
    assertThat(page.locator(".given")).containsText("One tooth is bent, gone or dirty");
    accessible("prove with a recording");

    prove(Map.of("supply", "5", "ground-drop", "10", "crank-frequency", "822"), Map.of());
    assertThat(page.locator(".verdict-card h2")).containsText("mechanical");
  }

  private static FilePayload recording(String csv) {
    return new FilePayload("recording.csv", "text/csv", csv.getBytes(StandardCharsets.UTF_8));
  }

  private static String bent() {
    VehicleSpec spec =
        VehicleSpec.fleet().stream()
            .filter(s -> s.name().equals("Estate 1"))
            .findFirst()
            .orElseThrow()
            .healthy();
    SimulatedVehicle v = new SimulatedVehicle(spec);
    v.setFault("tooth-error", true);
    v.turn(Ignition.RUNNING);
    v.advance(60);
    return CrankTrace.take(v, 30, 5);
  }

  /** The catalyst's own code accuses the catalyst; the sensor behind it only brought the news. */
  @Test
  void aSensorThatOnlyBringsTheNewsIsNotBought() {
    long job =
        newJob(
            codes("P0420", "P0136"),
            new Fact.VehicleIdentified(
                "0HMWT4B04H1000101", "wherrill-teal-16", 2017, null, 96_300, Fact.Place.HOIST));
    desk.append(job, Submission.now("oskar"), new Fact.WorkOnChosen(TroubleCode.parse("P0136")));
    open(job, "");
    page.click("summary:has-text('Known of it already?')");
    assertThat(page.locator(".clues li:has(b:text-is('The catalyst is accused beside it'))"))
        .containsText("counts");
    prove(Map.of("heater-resistance", "6", "heater-supply", "13.8"), Map.of());
    assertThat(page.locator("text=Take this verdict")).hasCount(0);
    page.click("summary:has-text('Take another verdict')");
    page.selectOption("select#work", "renew-sensor");
    page.locator("details:has(#reason) button:has-text('Take it')").click();
    assertThat(page.locator(".problem").first()).containsText("do not prove");
    assertThat(workup(job).state().verdict()).isEmpty();
  }
}
