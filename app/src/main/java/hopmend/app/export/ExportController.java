package hopmend.app.export;

import hopmend.app.job.JobCopies;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** A job out as a file, and in from one. */
@Controller
class ExportController {
  private static final int MOST_MEGABYTES = 48;

  private final JobCopies copies;
  private final JobFile files;

  ExportController(JobCopies copies, JobFile files) {
    this.copies = copies;
    this.files = files;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/export.json")
  ResponseEntity<byte[]> out(@PathVariable long jobId) {
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_JSON)
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=job-" + jobId + ".json")
        .body(files.write(copies.out(jobId)).getBytes(StandardCharsets.UTF_8));
  }

  @GetMapping("/jobs/import")
  String page() {
    return "export/import";
  }

  @PostMapping("/jobs/import")
  String in(
      @RequestParam(required = false) MultipartFile file,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    try {
      if (request.isUserInRole("LEARNER")) {
        throw new InputProblem("file", "A learner cannot take jobs in. Ask a technician.");
      }
      String text =
          UploadedText.of(file, MOST_MEGABYTES)
              .orElseThrow(() -> new InputProblem("file", "Pick a job file."));
      return "redirect:/jobs/" + copies.in(files.read(text));
    } catch (InputProblem p) {
      p.show(model, response);
      return "export/import";
    }
  }
}
