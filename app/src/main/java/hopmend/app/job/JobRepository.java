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

  /** Other jobs of a vehicle, by its identification number or its fleet number, latest first. */
  @Query(
      nativeQuery = true,
      value =
          "select * from job where id <> ?3 and ((vin <> '' and vin = ?1)"
              + " or (vin = '' and fleet_number <> '' and lower(fleet_number) = lower(?2)))"
              + " order by updated_at desc, id desc limit ?4")
  List<JobRow> ofVehicle(String vin, String fleetNumber, long except, int most);
}
