package hopmend.app.job;

import java.util.List;
import org.springframework.data.repository.Repository;

interface EntryRepository extends Repository<EntryRow, EntryRow.Key> {
  List<EntryRow> findByKeyJobIdOrderByKeySequence(long jobId);
}
