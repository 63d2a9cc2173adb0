package hopmend.app.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import hopmend.app.catalog.Catalogs;
import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader;
import hopmend.catalog.DemoParts;
import hopmend.find.Sides;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import hopmend.job.JobRules;
import hopmend.job.JobState;
import hopmend.job.Remaining;
import hopmend.job.Role;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.prove.CauseRecord;
import hopmend.sensor.SignalModel;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.InspectionRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.context.support.ResourceBundleMessageSource;

/** No record, however it came about, makes the computation or the words fail. */
@Execution(ExecutionMode.CONCURRENT)
class AnyRecordTest {
  private static final int RECORDS = 500;
  private static final Catalog CATALOG = CatalogReader.shipped();
  private static final PartsShelf PARTS = PartsShelf.of(DemoParts.read(CATALOG));
  private static final ShopSettings SHOP =
      new ShopSettings(
          "crowns",
          68,
          90,
          60,
          8,
          5,
          30,
          "",
          0.8,
          40_000,
          InspectionRule.BY_MODEL_YEAR,
          new Sides(VehicleSide.LEFT),
          List.of(),
          List.of(),
          List.of(),
          PartRecord.NONE,
          CauseRecord.NONE,
          PARTS);
  private static final Instant NOW = Instant.parse("2026-11-25T08:00:00Z");

  @Test
  void anyRecordsFoldComputeAndHaveTheirWords() {
    ResourceBundleMessageSource messages = new ResourceBundleMessageSource();
    messages.setBasename("messages");
    FactWords words = new FactWords(messages, catalogs(), Clock.systemUTC());
    Random random = new Random(8);
    AnyRecord any = new AnyRecord(random, CATALOG);
    int withSite = 0;
    int withAnswers = 0;
    for (int i = 0; i < RECORDS; i++) {
      List<JobEntry> entries = any.entries(2 + random.nextInt(12));
      try {
        Workup w = new Workup(JobState.of(entries), CATALOG, SHOP);
        everyQuestion(w);
        if (i % 10 == 0) {
          w.here().plan();
          Remaining.of(w, 1, "any", List.of(), NOW, Remaining.AtHand.NOTHING_SPECIAL);
        }
        for (JobEntry e : w.state().entries()) {
          assertThat(words.of(e)).isNotBlank();
        }
        JobRules.refuse(w, any.fact(99), 50, new JobRules.Person("p1", any(random)));
        withSite += w.site().isPresent() ? 1 : 0;
        withAnswers += w.here().diagnosis().filter(d -> !d.effects().isEmpty()).isPresent() ? 1 : 0;
      } catch (RuntimeException e) {
        throw new AssertionError("record " + i + ": " + entries, e);
      }
    }
    assertThat(withSite).as("records that lead to a sensor").isGreaterThan(RECORDS / 5);
    assertThat(withAnswers).as("records with evidence").isGreaterThan(RECORDS / 60);
  }

  private static Role any(Random random) {
    return Role.values()[random.nextInt(3)];
  }

  private static void everyQuestion(Workup w) {
    HopLine line = HopLine.of(w, NOW);
    assertThat(line.standings()).hasSize(Hop.values().length);
    assertThat(line.next()).isNotNull();
    HopLine.clearGate(w);
    assertThat(w.meanings()).hasSameSizeAs(w.picture().nodes());
    w.verdict();
    w.here().clues();
    w.isWithoutPart();
    w.here().partChoice();
    w.here().chosenPart();
    w.here().picking().pairQuestion();
    w.nextStep();
    assertThat(w.ledger().owed()).isNotNegative();
    w.plugs();
    w.clearReport();
    w.routines().forEach(w::passed);
    w.readiness();
    w.signOff(List.of(), LocalDate.ofInstant(NOW, ZoneOffset.UTC));
    w.furtherSensors();
    w.ticks();
    w.sheet()
        .ifPresent(
            s ->
                s.checks()
                    .forEach(
                        c ->
                            c.measured()
                                .ifPresent(m -> w.here().band(c, m, SignalModel.Told.NOTHING))));
  }

  private static Catalogs catalogs() {
    Catalogs catalogs = mock(Catalogs.class);
    when(catalogs.now()).thenReturn(CATALOG);
    return catalogs;
  }
}
