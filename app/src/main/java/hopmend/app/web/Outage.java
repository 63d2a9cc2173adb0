package hopmend.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * What is said when the record broke off while a request was served. A commit may have happened
 * although its answer was lost: the form is looked up by its token before anything is claimed.
 */
@Component
class Outage {
  private static final Pattern OF_A_JOB = Pattern.compile("/jobs/(\\d{1,15})/.*");

  private final SentForms forms;

  Outage(SentForms forms) {
    this.forms = forms;
  }

  /** Two plain sentences. */
  record Words(String what, String remedy) {}

  Words of(HttpServletRequest request) {
    if (!"POST".equals(request.getMethod())) {
      return new Words(
          "The record cannot be reached just now.",
          "Load the page again in a moment; what was confirmed before is safe.");
    }
    Optional<Boolean> recorded = lookUp(request);
    if (recorded.isEmpty()) {
      return new Words(
          "The record cannot be reached just now. Whether this step was recorded is not known yet.",
          "Go back and send the same form again in a moment: if it was recorded, it is not recorded twice.");
    }
    return recorded.get()
        ? new Words(
            "This step was recorded, but the answer was lost on its way.",
            "Go back to the job and load it again; nothing has to be sent once more.")
        : new Words(
            "The record broke off. Nothing was recorded by this step.",
            "Go back and send it again; what was confirmed before is safe.");
  }

  private Optional<Boolean> lookUp(HttpServletRequest request) {
    Matcher job = OF_A_JOB.matcher(RequestPath.of(request));
    String token = request.getParameter("token");
    if (!job.matches() || token == null) {
      return Optional.empty();
    }
    try {
      return forms.wasRecorded(Long.parseLong(job.group(1)), UUID.fromString(token));
    } catch (IllegalArgumentException noToken) {
      return Optional.empty();
    }
  }
}
