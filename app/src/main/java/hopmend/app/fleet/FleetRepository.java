package hopmend.app.fleet;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface FleetRepository extends Repository<FleetVehicle, Long> {
  Optional<FleetVehicle> findById(long id);

  Optional<FleetVehicle> findByVin(String vin);

  /** By a number in small letters. A function on a parameter would cost a new plan at each call. */
  @Query("select v from FleetVehicle v where lower(v.fleetNumber) = ?1")
  Optional<FleetVehicle> findBySmallFleetNumber(String small);

  @Query("select v from FleetVehicle v order by v.fleetNumber, v.id")
  List<FleetVehicle> all();

  @Query("select v from FleetVehicle v order by v.fleetNumber, v.id limit 300")
  List<FleetVehicle> first();

  /** Cards of vehicles whose identification numbers begin alike, as far as eight characters go. */
  @Query(
      value =
          "select distinct card from fleet_vehicle where engine_card = ''"
              + " and substr(vin, 1, 8) = ?1 order by card limit 3",
      nativeQuery = true)
  List<String> cardsAlike(String firstEight);

  FleetVehicle save(FleetVehicle vehicle);
}
