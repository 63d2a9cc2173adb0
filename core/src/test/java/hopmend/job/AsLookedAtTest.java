package hopmend.job;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Sides;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.find.View;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.prove.Diagnosis;
import hopmend.prove.Plan;
import hopmend.prove.Reason;
import hopmend.prove.Remedy;
import hopmend.prove.Verdict;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.sensor.Condition;
import hopmend.swap.Fastener;
import hopmend.swap.SlipGuard;
import hopmend.swap.Step;
import hopmend.swap.TorqueDial;
import hopmend.swap.WrenchSetting;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.DriveLog;
import hopmend.verify.DriveProof;
import hopmend.verify.DriveTrace;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Drawings, work orders and reasons as somebody looked at them and found them right. What differs
 * is written to {@code target/looked-at}: look at it, and copy it to {@code
 * src/test/resources/looked-at} if it is meant.
 */
class AsLookedAtTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");

  private static void isAsLookedAt(String name, String now) throws IOException {
    Path made = Files.createDirectories(Path.of("target", "looked-at")).resolve(name);
    Files.writeString(made, now);
    try (InputStream in = AsLookedAtTest.class.getResourceAsStream("/looked-at/" + name)) {
      String before = in == null ? "" : new String(in.readAllBytes(), StandardCharsets.UTF_8);
      assertThat(now).as("look at target/looked-at/" + name).isEqualTo(before);
    }
  }

  private static String svg(Drawing d) {
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 %s %s\"><title>%s</title>\n%s\n</svg>\n"
        .formatted(d.width(), d.height(), d.spoken(), d.svg());
  }

  /** In line across and lengthwise, V, flat, two branches, from below, wheel well, tank down. */
  @ParameterizedTest
  @CsvSource({
    "wherrill-sedge-12, cam-exhaust",
    "brannick-fen-v6, cam-2e",
    "kelvane-otter-20, cam-1i",
    "osmere-heron-20, crank",
    "osmere-bittern-30, o2-21",
    "brannick-causeway-24, intermediate",
    "tidewell-alder-77, soot",
    "lorrimar-skiff-re, tank-pressure"
  })
  void places(String id, String siteId) throws IOException {
    VehicleCard card = CATALOG.card(id).orElseThrow();
    Site site = card.site(siteId).orElseThrow();
    SiteViews views = CATALOG.views(card, site, new Sides(VehicleSide.LEFT));
    for (View view : List.of(views.views().get(0), View.SIDE, View.CLOSE)) {
      isAsLookedAt(id + "-" + siteId + "-" + view.path() + ".svg", svg(views.draw(view, WORDS)));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "wherrill-sedge-12, cam-exhaust",
    "brannick-moor-v6, o2-11",
    "tidewell-alder-77, soot",
    "lorrimar-skiff-re, tank-pressure",
    "osmere-bittern-30, knock-1"
  })
  void workOrders(String id, String siteId) throws IOException {
    VehicleCard card = CATALOG.card(id).orElseThrow();
    Site site = card.site(siteId).orElseThrow();
    var order = CATALOG.workOrder(card, site, CATALOG.usual(Remedy.REPLACE_SENSOR));
    isAsLookedAt(
        id + "-" + siteId + ".txt",
        order.steps().stream().map(AsLookedAtTest::line).collect(Collectors.joining())
            + "minutes "
            + order.minutes()
            + "\ntools "
            + order.tools()
            + "\nsupplies "
            + order.supplies()
            + "\n");
  }

  private static String line(DriveProof.Requirement r) {
    return "%s | %s | %s | %s | %s | %s | %s | %s%n"
        .formatted(
            r.id(),
            WORDS.of(r.name()),
            r.met(),
            WORDS.of(r.wanted()),
            WORDS.of(r.reached()),
            r.todo().map(WORDS::of).orElse(""),
            r.stretches(),
            r.source());
  }

  private static String line(Step s) {
    return "%s | %s | %s | %s | %s min | after %s | off %s | back %s | %s | %s | %s%n"
        .formatted(
            s.id(),
            WORDS.of(Message.named(s.phase())),
            s.brief(),
            s.full(),
            s.minutes(),
            s.after(),
            s.takesOff() ? s.debts() : "",
            s.settles().orElse(""),
            s.tools(),
            s.cautions().stream().map(c -> c.id()).toList(),
            s.fastener().map(f -> JobOnPaper.said(f.says())).orElse(""));
  }

  @ParameterizedTest
  @ValueSource(strings = {"sure", "open"})
  void reasons(String how) throws IOException {
    List<JobEntry> entries = new ArrayList<>();
    List<Fact> facts = new ArrayList<>();
    facts.add(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(TroubleCode.parse("P0340"), CodeState.STORED)),
            List.of(),
            ""));
    facts.add(
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", "wherrill-sedge-12", 2019, null, 142_300, Fact.Place.HOIST));
    facts.add(new Fact.CheckAnswered("connector-home", "home"));
    if (how.equals("sure")) {
      facts.add(
          new Fact.CheckAnswered("supply", "right", Reading.of(5, MeasureUnit.VOLT), null, null));
      facts.add(new Fact.CheckAnswered("signal", "missing"));
      facts.add(new Fact.CheckAnswered("tip", "damaged"));
      facts.add(new Fact.CheckAnswered("wiggle", "steady"));
    }
    facts.forEach(f -> entries.add(new JobEntry(entries.size() + 1, T0, "ann", f)));
    Workup w = new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
    Diagnosis d = w.here().diagnosis().orElseThrow();
    Verdict v = w.verdict().orElseThrow();
    Plan plan = w.here().plan().orElseThrow();
    StringBuilder text = new StringBuilder();
    d.standings()
        .forEach(
            s ->
                text.append(
                    "%s %.4f %.4f%n".formatted(s.suspect().id(), s.prior(), s.posterior())));
    plan.options()
        .forEach(
            o ->
                text.append(
                    "do %s: finds %.4f, costs %.2f, in all %.2f%n"
                        .formatted(o.action().id(), o.finds(), o.cost(), o.total())));
    text.append(v.remedy()).append(" %.4f%n".formatted(v.probability()));
    v.reasons().forEach(r -> text.append("because ").append(words(r)).append('\n'));
    v.ruledOut()
        .forEach(
            o ->
                text.append("not ")
                    .append(o.suspect().id())
                    .append(' ')
                    .append(words(o.by()))
                    .append('\n'));
    v.heldBack().ifPresent(r -> text.append("held back ").append(words(r)).append('\n'));
    Plan.Schools schools = plan.schools().orElseThrow();
    text.append(
        "plan %.2f, swap now %.2f, test all %.2f, turns at %.2f%n"
            .formatted(
                plan.total(),
                schools.swapNow(),
                schools.testAll(),
                schools.turnsAt().orElse(-1.0)));
    isAsLookedAt("reasons-" + how + ".txt", text.toString());
  }

  @Test
  void tightness() throws IOException {
    String name = "wrench";
    VehicleCard sedge = CATALOG.card("wherrill-sedge-12").orElseThrow();
    Fastener bolt = sedge.fastener("cam-sensor-bolt").orElseThrow();
    StringBuilder text = new StringBuilder();
    for (double newtonMetre : new double[] {0.24, 1.1, 4.4, 4.5, 4.6, 9, 11.6, 11.7, 11.8, 14}) {
      Reading torque = Reading.of(newtonMetre, MeasureUnit.NEWTON_METRE);
      SlipGuard guard = SlipGuard.judge(torque, bolt);
      text.append(
          "SlipGuard[finding=%s, sentence=%s, likelyMeant=%s]%n"
              .formatted(guard.finding(), JobOnPaper.said(guard.says()), guard.likelyMeant()));
    }
    for (double value :
        new double[] {0.3, 0.55, 1, 9.94, 10, 10.1, 24.9, 25, 25.2, 49.6, 50, 79.66, 110.4}) {
      for (MeasureUnit u :
          List.of(
              MeasureUnit.NEWTON_METRE,
              MeasureUnit.POUND_FORCE_FOOT,
              MeasureUnit.POUND_FORCE_INCH)) {
        text.append(value)
            .append(' ')
            .append(u.symbol())
            .append(": ")
            .append(WrenchSetting.onTheScale(Reading.of(value, u)).map(Reading::text).orElse("-"))
            .append('\n');
      }
    }
    isAsLookedAt(name + ".txt", text.toString());
    isAsLookedAt(
        name + ".svg",
        svg(
            TorqueDial.draw(
                bolt,
                WrenchSetting.of(
                    bolt.torque().orElseThrow(), new WrenchSetting.Adapter(250, 40, 30)),
                WORDS)));
  }

  @Test
  void drives() throws IOException {
    String name = "drive";
    List<DriveLog.Sample> samples = new ArrayList<>();
    for (int t = 0; t <= 700; t++) {
      double speed = t < 60 ? 0 : t < 420 ? 48 : t < 520 ? 0 : 55;
      samples.add(
          new DriveLog.Sample(
              t, speed == 0 ? 850 : 1900, speed, 15 + Math.min(73, t / 5.0), speed == 0 ? 24 : 41));
    }
    DriveLog log = new DriveLog(samples);
    DriveProof proof =
        DriveProof.of(
            log,
            List.of(
                new FreezeFrameValue(
                    FreezeFrameValue.Condition.ENGINE_SPEED,
                    Reading.of(1900, MeasureUnit.PER_MINUTE)),
                new FreezeFrameValue(
                    FreezeFrameValue.Condition.COOLANT, Reading.of(86, MeasureUnit.CELSIUS))));
    isAsLookedAt(name + ".svg", svg(DriveTrace.draw(log, proof, WORDS)));
    isAsLookedAt(
        name + ".txt",
        proof.requirements().stream().map(AsLookedAtTest::line).collect(Collectors.joining()));
  }

  @Test
  void learns() throws IOException {
    String name = "learns";
    StringBuilder text = new StringBuilder();
    Routine routine =
        CATALOG.card("wherrill-sedge-12").orElseThrow().routine("cam-crank-learn").orElseThrow();
    for (Routine.Wanted c : routine.conditions()) {
      text.append(c.signal()).append(": ").append(c.wanted());
      for (double v : new double[] {c.low() - 0.1, c.low(), c.high(), c.high() + 0.1}) {
        Optional<Routine.Met> met =
            new Routine(
                    "r",
                    "r",
                    1,
                    "",
                    List.of(),
                    List.of(c),
                    1,
                    List.of(),
                    null,
                    List.of(),
                    Condition.ALWAYS,
                    "i")
                .judge(Map.of(c.signal(), Reading.of(v, c.signal().unit()))).stream().findFirst();
        text.append(' ').append(met.orElseThrow().met());
      }
      text.append('\n');
    }
    for (int code : new int[] {0, 1, 2, 3, 4, 5, 255}) {
      text.append(code).append(' ').append(RoutineState.of(code)).append('\n');
    }
    isAsLookedAt(name + ".txt", text.toString());
  }

  private static String words(Reason r) {
    return "Reason[fact=%s, rule=%s, source=%s]"
        .formatted(JobOnPaper.said(r.fact()), JobOnPaper.said(r.rule()), r.source());
  }
}
