package hopmend.app.job;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface JobRepository extends Repository<JobRow, Long> {
  Optional<JobRow> findById(long id);

  Optional<JobRow> findByCreationToken(UUID token);

  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select j from JobRow j where j.id = ?1")
  Optional<JobRow> lockById(long id);

  JobRow save(JobRow row);

  /** Cards of vehicles whose identification numbers begin alike, as far as eight characters go. */
  @Query(
      value =
          "select card from job where card <> '' and substr(vin, 1, 8) = ?1"
              + " group by card order by max(updated_at) desc limit 3",
      nativeQuery = true)
  List<String> cardsAlike(String firstEight);

  /**
   * Other jobs of a vehicle, by its identification number or its fleet number in small letters,
   * latest first.
   */
  @Query(
      "select new hopmend.app.job.PastJob(j.id, j.code, j.title, j.part, j.outcome,"
          + " j.signedOff, j.updatedAt)"
          + " from JobRow j where j.id <> ?3 and ((j.vin <> '' and j.vin = ?1)"
          + " or (j.vin = '' and j.fleetNumber <> '' and lower(j.fleetNumber) = ?2))"
          + " order by j.updatedAt desc, j.id desc limit ?4")
  List<PastJob> ofVehicle(String vin, String fleetNumber, long except, int most);
}
