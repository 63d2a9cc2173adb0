package hopmend.app.catalog;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface CardRepository extends Repository<CardRow, String> {
  List<CardRow> findAll();

  Optional<CardRow> findById(String id);

  /** For a change: whoever comes second waits, and then sees what the first did. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select c from CardRow c where c.id = ?1")
  Optional<CardRow> lock(String id);

  CardRow save(CardRow card);
}
