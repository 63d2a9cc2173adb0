package hopmend.app.job;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
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

  /** Jobs whose search text holds the pattern, open ones first, the latest touched first. */
  @Query(
      "select j from JobRow j where j.searchText like ?1 escape '!'"
          + " order by j.signedOff, j.updatedAt desc, j.id desc")
  Page<JobRow> search(String pattern, Pageable page);

  @Query("select j from JobRow j order by j.signedOff, j.updatedAt desc, j.id desc")
  Page<JobRow> all(Pageable page);
}
