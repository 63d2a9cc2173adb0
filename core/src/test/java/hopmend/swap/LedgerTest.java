package hopmend.swap;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.find.Site;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Remedy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * The tray against a count of its own, for every vehicle of the demo: steps ticked and struck in
 * any number, fluids of any size, pieces that fall, are found or stay lost.
 */
class LedgerTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static WorkOrder anyOrder(Random random) {
    List<VehicleCard> cards = CATALOG.cards();
    VehicleCard card = CATALOG.card(cards.get(random.nextInt(cards.size())).id()).orElseThrow();
    List<Site> sites = card.told().toList();
    return CATALOG.workOrder(
        card, sites.get(random.nextInt(sites.size())), CATALOG.usual(Remedy.REPLACE_SENSOR));
  }

  @Property(tries = 3_000)
  void whatIsOwedIsWhatIsOffAndNotBackNotFoundAndNotGivenUp(@ForAll long seed) {
    Random random = new Random(seed);
    WorkOrder order = anyOrder(random);
    Map<String, Optional<Reading>> ticked = new HashMap<>();
    for (Step s : order.steps()) {
      if (random.nextInt(5) > 0) {
        ticked.put(
            s.id(), s.amount().map(a -> Reading.of(1 + random.nextInt(40), MeasureUnit.LITRE)));
      }
    }
    // What was struck counts as if it had never been ticked.
    order.steps().stream().filter(s -> random.nextInt(9) == 0).forEach(s -> ticked.remove(s.id()));
    int fell = random.nextInt(6);
    int found = fell == 0 ? 0 : random.nextInt(fell + 1);
    int lost = fell - found == 0 ? 0 : random.nextInt(fell - found + 1);
    List<Ledger.Movement> free = new ArrayList<>();
    for (int i = 0; i < fell; i++) {
      free.add(new Ledger.Movement("clip, fell", 1));
    }
    if (found > 0) {
      free.add(new Ledger.Movement("clip, fell", -found));
    }
    if (lost > 0) {
      free.add(new Ledger.Movement("clip, fell", -lost, true));
    }
    Ledger ledger = Ledger.of(order, ticked, free);
    assertThat(ledger.owed()).isEqualTo(counted(order, ticked) + fell - found - lost);
    assertThat(ledger.isSettled()).isEqualTo(ledger.owed() == 0);
    assertThat(ledger.lines().stream().mapToInt(Ledger.Line::lost).sum()).isEqualTo(lost);
  }

  /** Piece by piece and can by can; a fluid is back from nine tenths of what ran out. */
  private static int counted(WorkOrder order, Map<String, Optional<Reading>> ticked) {
    int owed = 0;
    for (Step off : order.steps()) {
      if (!ticked.containsKey(off.id())) {
        continue;
      }
      double in = 0;
      boolean back = false;
      for (Step s : order.steps()) {
        boolean settles = s.settles().equals(Optional.of(off.id())) && ticked.containsKey(s.id());
        back |= settles && s.amount().isEmpty();
        in += settles && s.amount().isPresent() ? ticked.get(s.id()).orElseThrow().value() : 0;
      }
      owed += back ? 0 : off.debts().stream().mapToInt(Operation.Debt::count).sum();
      if (off.amount().isPresent() && off.settles().isEmpty()) {
        owed += in < 0.9 * ticked.get(off.id()).orElseThrow().value() ? 1 : 0;
      }
    }
    return owed;
  }
}
