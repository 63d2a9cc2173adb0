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
import java.util.Locale;
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
    turn(job, more);
  }

  private void turn(long job, String more) {
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
    page.click("a:has-text('Known of it already?')");
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
    page.click("text=Let a recording answer it");
    page.setInputFiles("#trace", file("a text without a number"));
    page.click("text=Keep it and look");
    assertThat(page.locator(".problem").first()).containsText("no rows of numbers");
    assertThat(workup(job).state().logs()).as("nothing is kept").isEmpty();
    keep("time;a;b\n0;1;2\n1;3;4\n");
    assertThat(page.locator(".landmarks").first()).containsText("which column is it");
    String kept = page.url().replaceAll(".*recording=", "");
    assertThat(samples(job, kept)).isEqualTo(200);
    assertThat(samples(newJob(codes("P0335")), kept)).as("another job's").isEqualTo(404);
    keep(bent());
    assertThat(page.locator(".next-card h2")).hasText("One tooth is bent, gone or dirty");
    assertThat(page.locator(".next-card")).containsText("tooth 18 behind the gap, 102 degrees on");
    assertThat(page.locator("svg .tooth-wrong")).hasCount(1);
    page.click("text=That answers the check");
    Locator ring = page.locator(".card-box:has(h2:has-text('What the instrument saw'))");
    assertThat(ring).containsText("A ring of 60 - 2 places");
    assertThat(ring).containsText("tooth 18 behind the gap, 102 degrees on, comes late");
    assertThat(page.locator(".given")).containsText("One tooth is bent, gone or dirty");
    accessible("prove with a recording");

    prove(Map.of("supply", "5", "ground-drop", "10", "crank-frequency", "822"), Map.of());
    assertThat(page.locator(".verdict-card h2")).containsText("mechanical");
  }

  private int samples(long job, String recording) {
    String path = "/jobs/" + job + "/prove/instrument/samples?column=a&recording=" + recording;
    return page.request().get("http://127.0.0.1:" + port + path).status();
  }

  private static FilePayload file(String csv) {
    return new FilePayload("recording.csv", "text/csv", csv.getBytes(StandardCharsets.UTF_8));
  }

  private void keep(String csv) {
    page.setInputFiles("#trace", file(csv));
    String before = page.url();
    page.click("text=Keep it and look");
    page.waitForURL(u -> u.contains("recording=") && !u.equals(before));
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
    page.click("a:has-text('Known of it already?')");
    assertThat(page.locator(".clues li:has(b:text-is('The catalyst is accused beside it'))"))
        .containsText("counts");
    prove(Map.of("heater-resistance", "6", "heater-supply", "13.8"), Map.of());
    assertThat(page.locator("text=Take this verdict")).hasCount(0);
    page.click("a:has-text('Take another verdict')");
    page.selectOption("select#work", "renew-sensor");
    page.locator("details:has(#reason) button:has-text('Take it')").click();
    assertThat(page.locator(".problem").first()).containsText("do not prove");
    assertThat(workup(job).state().verdict()).isEmpty();

    // Both cells in one recording of a logger whose columns nobody knows: the catalyst stores
    // nothing.
    turn(job, "/instrument?check=steady");
    keep(bothCells());
    assertThat(page.locator(".landmarks").first()).containsText("which column is it");
    page.selectOption("#col-cell-behind", "y");
    page.selectOption("#col-cell-before", "x");
    page.click("text=Judge it again");
    assertThat(page.locator(".next-card h2")).hasText("It swings like the front one: the catalyst");
    page.waitForSelector("[data-trace][data-to='40']");
    page.click("text='+'");
    page.waitForSelector("[data-trace][data-from='10'][data-to='30']");
    page.locator("[data-trace] canvas").press("ArrowRight");
    page.waitForSelector("[data-trace][data-from='15'][data-to='35']");
    accessible("an instrument with a recording");
    page.click("text=That answers the check");
    assertThat(page.locator(".suspects li").first()).containsText("Catalyst worn");
    assertThat(page.locator(".given")).containsText("It swings like the front one");
    // The next recording of that logger is read the same way.
    turn(job, "/instrument?check=steady");
    keep(bothCells());
    assertThat(page.locator("#col-cell-behind")).hasValue("y");
    assertThat(page.locator("#col-cell-before")).hasValue("x");
  }

  private static String bothCells() {
    StringBuilder csv = new StringBuilder("time_s;x;y\n");
    for (int i = 0; i <= 400; i++) {
      double t = i / 10.0;
      csv.append(
          String.format(
              Locale.ROOT,
              "%.1f;%.3f;%.3f%n",
              t,
              0.45 + 0.4 * Math.sin(4 * t),
              0.45 + 0.33 * Math.sin(4 * t - 1)));
    }
    return csv.toString();
  }

  /** Figures side by side: typed with units, refused in place, judged, recorded, undone. */
  @Test
  void severalFiguresTellALeakFromAFilm() {
    long job =
        newJob(
            codes("P0101"),
            new Fact.VehicleIdentified(
                "0HMWT4B04H1000101", "wherrill-teal-16", 2017, null, 96_300, Fact.Place.HOIST));
    open(job, "");
    page.click("summary:has-text('looks that cost nothing')");
    page.check("input[value='duct-look=whole']");
    page.check("input[value='duct-look=off']");
    page.click("text=That is what I saw");
    assertThat(page.locator(".problem").first()).containsText("Tick one result of each look");
    assertThat(page.locator("input[value='duct-look=off']")).isChecked();
    page.uncheck("input[value='duct-look=off']");
    page.click("text=Tick all that is fine");
    page.click("text=That is what I saw");
    assertThat(page.locator(".given")).containsText("Home and clean");
    turn(job, "/instrument?check=trims-apart");
    page.click("text=Judge it");
    assertThat(page.locator(".landmarks").first()).containsText("Trims added up");
    page.fill("#fig-trim-idle", "18,5");
    page.fill("#fig-trim-load", "four");
    page.click("text=Judge it");
    assertThat(page.locator(".problem").first()).containsText("four");
    assertThat(page.locator("#fig-trim-idle")).hasValue("18,5");
    page.fill("#fig-trim-load", "4");
    page.click("text=Judge it");
    assertThat(page.locator(".next-card h2")).hasText("Lean at idle, less so under load");
    assertThat(page.locator("svg .plot-point")).hasCount(1);
    page.click("text=That answers the check");
    assertThat(page.locator(".given")).containsText("Lean at idle, less so under load");
    assertThat(page.locator(".suspects li").first()).containsText("Hose off or duct torn");
    page.locator(".given button:has-text('Undo')").last().click();
    assertThat(page.locator(".given:has-text('Lean at idle, less so under load')")).hasCount(0);
  }
}
