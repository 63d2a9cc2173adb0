package hopmend.app.fleet;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Locale;

/** A vehicle that the shop knows. */
@Entity
@Table(name = "fleet_vehicle")
public class FleetVehicle {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Column(name = "fleet_number")
  private String fleetNumber;

  private String vin;
  private String card;

  @Column(name = "engine_card")
  private String engineCard;

  private String built;
  private String customer;
  private String notes;

  @Column(name = "changed_by")
  private String changedBy;

  @Column(name = "changed_at")
  private Instant changedAt;

  @Column(name = "search_text")
  private String searchText;

  protected FleetVehicle() {}

  FleetVehicle(FleetLine line, String cardName, String who, Instant now) {
    change(line, cardName, who, now);
  }

  final void change(FleetLine line, String cardName, String who, Instant now) {
    fleetNumber = line.fleetNumber();
    vin = line.vin();
    card = line.card();
    engineCard = line.engineCard();
    built = line.built();
    customer = line.customer();
    notes = line.notes();
    changedBy = who;
    changedAt = now;
    searchText =
        String.join(" ", fleetNumber, vin, cardName, customer, notes).toLowerCase(Locale.ROOT);
  }

  /** As one line of the register. */
  public FleetLine line() {
    return new FleetLine(fleetNumber, vin, card, engineCard, built, customer, notes);
  }

  public Long id() {
    return id;
  }

  public String fleetNumber() {
    return fleetNumber;
  }

  public String vin() {
    return vin;
  }

  public String card() {
    return card;
  }

  public String engineCard() {
    return engineCard;
  }

  public String built() {
    return built;
  }

  public String customer() {
    return customer;
  }

  public String notes() {
    return notes;
  }
}
