package hopmend.app.demo;

import hopmend.app.account.Account;
import hopmend.app.account.Accounts;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.app.link.Links;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ReadCode;
import hopmend.fault.ScanText;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Remedy;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** The workshop of a river-ferry co-operative: accounts, the link, and jobs in several hops. */
@Component
@Profile("demo")
class DemoData {
  private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
  private static final String CARD = "wherrill-sedge-12";
  private static final String TECHNICIAN = "oskar";

  private final Accounts accounts;
  private final Links links;
  private final JobDesk desk;
  private final DemoVehicle vehicle;

  DemoData(Accounts accounts, Links links, JobDesk desk, DemoVehicle vehicle) {
    this.accounts = accounts;
    this.links = links;
    this.desk = desk;
    this.vehicle = vehicle;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(0)
  void load() {
    if (accounts.isEmpty()) {
      accounts.create("marit", "Marit (lead)", "ferry-lead", Account.Role.LEAD);
      accounts.create(TECHNICIAN, "Oskar", "ferry-tech", Account.Role.TECHNICIAN);
      accounts.create("nils", "Nils (learner)", "ferry-learner", Account.Role.LEARNER);
      jobs();
    }
    links.point("Simulated post van", vehicle.port(), "demo");
    LOG.info(
        "Demo accounts: marit / ferry-lead, oskar / ferry-tech, nils / ferry-learner. Vehicle bench {}",
        vehicle.url());
  }

  private void jobs() {
    signedOff();
    inSwap();
    proving();
    fresh();
  }

  private long open(String title, String fleet) {
    return desk.open(title, fleet, "River Ferry Co-operative", UUID.randomUUID(), TECHNICIAN);
  }

  private void add(long job, Fact... facts) {
    desk.append(job, Submission.now(TECHNICIAN), List.of(facts));
  }

  private void fresh() {
    long job = open("Lamp on, shakes at the ramp", "Van 14");
    String text = resource("sample/scan-van-14.txt");
    JobDesk.Kept kept = JobDesk.Kept.of("scan text", "text/plain", text);
    ScanText scan = ScanText.read(text, 2026);
    desk.append(
        job,
        Submission.now(TECHNICIAN),
        List.of(
            new Fact.CodesRead(
                Fact.CodeSource.PASTED, scan.codes(), scan.freezeFrame(), kept.id().toString())),
        Optional.of(kept));
    add(job, vehicle("0HMWS3A07K1000342", 2019, YearMonth.of(2019, 4), 142_300));
    add(
        job,
        new Fact.SymptomsNoted(
            List.of("long-crank", "shakes"), "Shakes when I wait at the ramp, worse when warm."));
  }

  private void proving() {
    long job = open("Stalls at stops", "Van 9");
    add(
        job,
        codes(ReadCode.of(TroubleCode.parse("P0365"), CodeState.STORED), List.of()),
        vehicle("0HMWS3A05K1000517", 2019, YearMonth.of(2019, 9), 98_650),
        new Fact.CheckAnswered("connector-home", "home", null, null),
        new Fact.CheckAnswered("supply", "right", Reading.of(5.02, MeasureUnit.VOLT), null));
  }

  private void inSwap() {
    long job = open("Long crank when cold", "Van 3");
    proven(job, "0HMWS3A0XK1000688", 167_900);
    add(
        job,
        new Fact.StepTicked("key-out", null),
        new Fact.StepTicked("cool", null),
        new Fact.StepTicked("off:engine-cover", null),
        new Fact.StepTicked("off:intake-duct", null),
        new Fact.StepTicked("unplug", null));
  }

  private void proven(long job, String vin, double odometerKm) {
    add(
        job,
        codes(
            ReadCode.of(TroubleCode.parse("P0340"), CodeState.STORED),
            List.of(
                new FreezeFrameValue(
                    Condition.ENGINE_SPEED, Reading.of(860, MeasureUnit.PER_MINUTE)))),
        vehicle(vin, 2019, YearMonth.of(2019, 11), odometerKm),
        new Fact.CheckAnswered("connector-home", "home", null, null),
        new Fact.CheckAnswered("oil-condition", "fine", null, null),
        new Fact.CheckAnswered("supply", "right", Reading.of(4.99, MeasureUnit.VOLT), null),
        new Fact.CheckAnswered("ground-drop", "right", Reading.of(12, MeasureUnit.MILLIVOLT), null),
        new Fact.CheckAnswered(
            "signal",
            "missing",
            Reading.of(11, MeasureUnit.HERTZ),
            Reading.of(850, MeasureUnit.PER_MINUTE)),
        new Fact.CheckAnswered("chain-stretch", "right", Reading.of(1.5, MeasureUnit.DEGREE), null),
        new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, ""),
        new Fact.SiteConfirmed("cam-intake"),
        new Fact.PartChosen("WS-6071-C", false, ""),
        new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of("body colour")));
  }

  private void signedOff() {
    long job = open("Failed its inspection", "Van 21");
    proven(job, "0HMWS3A0XK1000688", 121_400);
    List<Fact> ticks = new ArrayList<>();
    desk.look(job)
        .workup()
        .workOrder()
        .orElseThrow()
        .steps()
        .forEach(
            s ->
                ticks.add(
                    new Fact.StepTicked(s.id(), s.fastener().map(f -> f.torque()).orElse(null))));
    add(job, ticks.toArray(Fact[]::new));
    add(
        job,
        new Fact.CodesCleared("0HMWS3A0XK1000688"),
        new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""),
        new Fact.SignedOff(false, "demo: drive done by the customer, lamp stayed off for a week"));
  }

  private static Fact.CodesRead codes(ReadCode code, List<FreezeFrameValue> frame) {
    return new Fact.CodesRead(Fact.CodeSource.TYPED, List.of(code), frame, "");
  }

  private static Fact.VehicleIdentified vehicle(
      String vin, int year, YearMonth built, double odometerKm) {
    return new Fact.VehicleIdentified(vin, CARD, year, built, odometerKm, Fact.Place.HOIST);
  }

  private static String resource(String path) {
    try (var in = new ClassPathResource(path).getInputStream()) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
