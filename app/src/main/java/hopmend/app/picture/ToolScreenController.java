package hopmend.app.picture;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import jakarta.validation.constraints.Size;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Photos of what the technician's own tool, or the lamp, showed at a hop. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/own-tool/screen")
class ToolScreenController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final Pictures pictures;

  ToolScreenController(HopScreens screens, JobDesk desk, Pictures pictures) {
    this.screens = screens;
    this.desk = desk;
    this.pictures = pictures;
  }

  /** What one sees in it. */
  record Taken(@Size(max = 200, message = "Say it in up to 200 characters.") String words) {}

  @PostMapping
  String take(Form form, @Sent Taken sent, @RequestParam(required = false) MultipartFile picture) {
    String words = sent.words().strip();
    // Asked before the picture is worked on.
    desk.require(
        form.jobId(),
        form.submission(),
        new Fact.ScreenKept(form.hop(), "any", "0".repeat(64), words));
    TakenPicture taken = pictures.take(picture, form.submission().by().who());
    return screens.append(
        form, new Fact.ScreenKept(form.hop(), taken.id().toString(), taken.sha256(), words));
  }
}
