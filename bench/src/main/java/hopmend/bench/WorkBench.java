package hopmend.bench;

import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader;
import hopmend.catalog.VehicleCard;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Sides;
import hopmend.find.Site;
import hopmend.job.Fact;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Workup;
import hopmend.message.Wording;
import hopmend.part.PartRecord;
import hopmend.prove.CauseRecord;
import hopmend.prove.Remedy;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.verify.InspectionRule;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What a job page computes: the largest work order, and everything of a job in the middle. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 3, time = 2)
public class WorkBench {
  private static final Wording WORDS = Wording.of(Locale.ENGLISH);
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  private static final ShopSettings SHOP =
      new ShopSettings(
          "crowns",
          68,
          90,
          60,
          8,
          0.8,
          40_000,
          InspectionRule.BY_MODEL_YEAR,
          new Sides(VehicleSide.LEFT),
          List.of(),
          List.of(),
          List.of(),
          PartRecord.NONE,
          CauseRecord.NONE);

  private final Catalog catalog = CatalogReader.shipped();
  private final List<JobEntry> entries = new ArrayList<>();
  private VehicleCard card;
  private Site site;

  @Setup
  public void findTheLargest() {
    int most = 0;
    for (VehicleCard c : catalog.cards()) {
      for (Site s : c.sites()) {
        int steps = order(c, s);
        if (steps > most) {
          most = steps;
          card = c;
          site = s;
        }
      }
    }
    say(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(
                ReadCode.of(TroubleCode.parse("P0340"), CodeState.STORED),
                ReadCode.of(TroubleCode.parse("P0335"), CodeState.STORED),
                ReadCode.of(TroubleCode.parse("P0301"), CodeState.STORED)),
            List.of(),
            ""));
    say(
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", "kelvane-otter-20", 2018, null, 100_000, Fact.Place.HOIST));
    say(new Fact.WorkOnChosen(TroubleCode.parse("P0340")));
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "swapped to test"));
    say(new Fact.StepTicked("key-out", null));
  }

  private void say(Fact fact) {
    entries.add(new JobEntry(entries.size() + 1, T0, "ann", fact));
  }

  private int order(VehicleCard c, Site s) {
    return catalog.workOrder(c, s, catalog.usual(Remedy.REPLACE_SENSOR)).steps().size();
  }

  @Benchmark
  public int largestWorkOrder() {
    return order(card, site);
  }

  @Benchmark
  public int wholeJobPage() {
    Workup w = new Workup(JobState.of(entries), catalog, SHOP);
    return w.picture().nodes().size()
        + w.unplugging().size()
        + w.meanings().size()
        + w.here().diagnosis().map(d -> d.effects().size()).orElse(0)
        + w.verdict().map(v -> v.reasons().size()).orElse(0)
        + w.workOrder().map(o -> o.steps().size()).orElse(0)
        + w.here().partChoice().map(p -> p.recommended().isPresent() ? 1 : 0).orElse(0)
        + w.ledger().owed()
        + WORDS.of(HopLine.of(w, T0).at(hopmend.job.Hop.VERIFY).says()).length();
  }
}
