package hopmend.app.picture;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.job.Workup;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Pictures that are taken in a job: entries of its record. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/find/pictures")
class JobPictureController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final Pictures pictures;

  JobPictureController(HopScreens screens, JobDesk desk, Pictures pictures) {
    this.screens = screens;
    this.desk = desk;
    this.pictures = pictures;
  }

  /** What one sees in it. */
  record Taken(@Size(max = 200, message = "Say it in up to 200 characters.") String words) {}

  @PostMapping
  String take(Form form, @Sent Taken sent, @RequestParam(required = false) MultipartFile picture) {
    // Asked before the picture is worked on.
    desk.require(
        form.jobId(),
        form.submission(),
        new Fact.PictureTaken("any", "0".repeat(64), sent.words().strip()));
    TakenPicture taken = pictures.take(picture, form.submission().by().who());
    String id = taken.id().toString();
    screens.append(form, new Fact.PictureTaken(id, taken.sha256(), sent.words().strip()));
    return shown(form, id);
  }

  /** Where the sensor is in a picture, in thousandths of its width and height. */
  record Marked(
      String picture,
      @Pattern(regexp = "\\d{1,3}|1000", message = "Tap the sensor in the picture.") String x,
      @Pattern(regexp = "\\d{1,3}|1000", message = "Tap the sensor in the picture.") String y) {
    int across() {
      return Integer.parseInt(x);
    }

    int down() {
      return Integer.parseInt(y);
    }
  }

  @PostMapping("/mark")
  String mark(Form form, @Sent Marked sent) {
    screens.append(form, new Fact.PictureMarked(sent.picture(), sent.across(), sent.down()));
    return shown(form, sent.picture());
  }

  private static String shown(Form form, String picture) {
    return form.done() + "?picture=" + picture + "#pictures";
  }

  /** Which of them. */
  record Picked(String picture) {}

  /** A picture of the job helps the next one like it too. */
  @PostMapping("/to-card")
  String toCard(Form form, @Sent Picked sent) {
    Workup workup = desk.look(form.jobId()).workup();
    SensorPicture picture =
        pictures.of(workup.state()).stream()
            .filter(p -> p.id().equals(sent.picture()))
            .findFirst()
            .orElseThrow(() -> new InputProblem("picture", "That picture is not here any more."));
    if (workup.about().card().isEmpty()) {
      throw new InputProblem("picture", "This vehicle has no card yet. Begin it first.");
    }
    pictures.putOnCard(
        workup.about().card(), workup.about().site(), picture, form.submission().by().who());
    return form.done();
  }
}
