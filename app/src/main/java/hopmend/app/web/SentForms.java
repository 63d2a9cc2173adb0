package hopmend.app.web;

import java.util.Optional;
import java.util.UUID;

/** Knows which forms of jobs were recorded, by their token. */
public interface SentForms {
  /** Whether a form was recorded; empty if the record does not answer. */
  Optional<Boolean> wasRecorded(long jobId, UUID token);
}
