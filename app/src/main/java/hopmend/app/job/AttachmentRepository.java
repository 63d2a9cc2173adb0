package hopmend.app.job;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface AttachmentRepository extends Repository<Attachment, UUID> {
  Optional<Attachment> findByIdAndJobId(UUID id, long jobId);

  List<Attachment> findByJobIdOrderByCreatedAtAscIdAsc(long jobId);

  boolean existsById(UUID id);

  Attachment save(Attachment attachment);
}
