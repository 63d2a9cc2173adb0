package hopmend.catalog;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The vehicle cards at hand: those that ship, and the shop's own. A card that is looked up is
 * completed by what is usual for each family; each is completed once. Never changes.
 */
public final class CardShelf {
  private final List<FamilySheet> sheets;
  private final Map<String, VehicleCard> told;
  private final Map<String, VehicleCard> completed = new ConcurrentHashMap<>();
  private final VehicleCard anyVehicle;

  CardShelf(List<FamilySheet> sheets, List<VehicleCard> cards) {
    this.sheets = List.copyOf(sheets);
    this.told = new LinkedHashMap<>();
    cards.forEach(c -> told.putIfAbsent(c.id(), c));
    this.anyVehicle = VehicleCard.ofAnyVehicle().completed(sheets);
  }

  /** As they are told. */
  List<VehicleCard> cards() {
    return List.copyOf(told.values());
  }

  /** The card of an id as it is told; empty if there is none. */
  Optional<VehicleCard> told(String id) {
    return Optional.ofNullable(told.get(id));
  }

  /** The card of an id, completed; empty if there is none. */
  Optional<VehicleCard> card(String id) {
    return Optional.ofNullable(told.get(id))
        .map(c -> completed.computeIfAbsent(id, k -> c.completed(sheets)));
  }

  /** What is usual, where nothing is known of the vehicle. */
  VehicleCard anyVehicle() {
    return anyVehicle;
  }

  /** The same with others in the place of those of their ids, or behind them. */
  CardShelf with(List<VehicleCard> others) {
    Map<String, VehicleCard> all = new LinkedHashMap<>(told);
    others.forEach(c -> all.put(c.id(), c));
    return new CardShelf(sheets, new ArrayList<>(all.values()));
  }

  VehicleCard complete(VehicleCard card) {
    return card.completed(sheets);
  }
}
