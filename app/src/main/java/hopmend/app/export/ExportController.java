package hopmend.app.export;

import hopmend.app.job.JobCopies;
import hopmend.app.job.JobCopy;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** A job out as a file, and in from one. */
@Controller
class ExportController {
  private static final int MOST_MEGABYTES = 48;
  private static final long WAIT_MILLIS = 2_500;

  private final JobCopies copies;
  private final JobFile files;
  private final Imports imports;
  private final JobPictures pictures;
  private final SecurityEvents events;

  ExportController(
      JobCopies copies,
      JobFile files,
      Imports imports,
      JobPictures pictures,
      SecurityEvents events) {
    this.pictures = pictures;
    this.copies = copies;
    this.files = files;
    this.imports = imports;
    this.events = events;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/export.json")
  void out(@PathVariable long jobId, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    JobCopy copy = pictures.with(copies.out(jobId));
    events.note(request, Kind.TAKEN_OUT, "job " + jobId + " as a file");
    response.setContentType("application/json;charset=utf-8");
    response.setHeader(
        HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=job-" + jobId + ".json");
    files.write(copy, response.getOutputStream());
  }

  @GetMapping("/jobs/import")
  String page() {
    return "export/import";
  }

  /** Takes a file in; a file that takes its time has a page of its own, which can be left. */
  @PostMapping("/jobs/import")
  String in(
      @RequestParam(required = false) MultipartFile file,
      Principal principal,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    if (file == null || file.isEmpty()) {
      throw new InputProblem("file", "Pick a job file.");
    }
    if (file.getSize() > MOST_MEGABYTES * 1_000_000L) {
      throw new InputProblem(
          "file",
          "The file has %.1f MB; at most %d MB are read."
              .formatted(file.getSize() / 1e6, MOST_MEGABYTES));
    }
    Imports.Import begun = imports.begin(file, principal.getName(), request.getRemoteAddr());
    begun.endsWithin(WAIT_MILLIS);
    return shown(begun, model, response);
  }

  @ExceptionHandler
  String again(InputProblem p, Model model, HttpServletResponse response) {
    p.show(model, response);
    return page();
  }

  @GetMapping("/jobs/import/{id}")
  String progress(
      @PathVariable UUID id, Principal principal, Model model, HttpServletResponse response) {
    Imports.Import begun =
        imports
            .of(id, principal.getName())
            .orElseThrow(() -> new NotHere("There is no such import of yours"));
    if (begun.isRunning()) {
      model.addAttribute("running", begun);
      model.addAttribute("refreshSeconds", 2);
      return "export/import";
    }
    return shown(begun, model, response);
  }

  private static String shown(Imports.Import begun, Model model, HttpServletResponse response) {
    return switch (begun.stage()) {
      case DONE -> "redirect:/jobs/" + begun.jobId();
      case REFUSED -> {
        model.addAttribute("refused", begun);
        response.setStatus(422);
        yield "export/import";
      }
      default -> "redirect:/jobs/import/" + begun.id();
    };
  }
}
