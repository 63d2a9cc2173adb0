package hopmend.app.job;

import java.util.List;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface EntryRepository extends Repository<EntryRow, EntryRow.Key> {
  List<EntryRow> findByKeyJobIdOrderByKeySequence(long jobId);

  boolean existsByKeyJobIdAndToken(long jobId, UUID token);

  EntryRow save(EntryRow row);
}
