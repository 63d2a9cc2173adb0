package hopmend.app.verify;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.read.ScanIntake;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.app.web.UploadedText;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.verify.DrivePlan;
import hopmend.verify.SignOff;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Forms of hop 8. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/verify")
class VerifyController {
  private static final String SHIPPED_LOG = "sample/drive-25-minutes.csv";

  private final HopScreens screens;
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final Drives drives;
  private final SentLogs logs;
  private final ScanIntake intake;
  private final Clock clock;

  VerifyController(
      HopScreens screens,
      JobDesk desk,
      VehicleDesk vehicles,
      Drives drives,
      SentLogs logs,
      ScanIntake intake,
      Clock clock) {
    this.intake = intake;
    this.clock = clock;
    this.logs = logs;
    this.screens = screens;
    this.drives = drives;
    this.desk = desk;
    this.vehicles = vehicles;
  }

  /** By which link. */
  record Asked(String gateway) {}

  @PostMapping("/read")
  String read(Form form, @Sent Asked sent) {
    Workup workup = desk.look(form.jobId()).workup();
    desk.require(form.jobId(), form.submission(), new Fact.ReadinessRead("00000000"));
    Readout readout =
        vehicles.read(form.jobId(), sent.gateway(), workup.state().vehicle().map(v -> v.vin()));
    return screens.appendAfterwards(form, readout);
  }

  @PostMapping("/drive")
  String drive(Form form, @RequestParam(required = false) MultipartFile file) {
    String csv =
        UploadedText.of(file)
            .orElseThrow(() -> new InputProblem("file", "Pick a drive log (CSV) first."));
    logs.drive(form, "file", csv);
    String name = UploadedText.name(file, "drive.csv");
    JobDesk.Kept kept = JobDesk.Kept.of(name, "text/csv", csv);
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.DriveLogged(kept.id().toString(), name)),
        Optional.of(kept));
    return form.done();
  }

  /** Live values that were kept since the clearing, while the vehicle was driven. */
  record Recorded(String log) {}

  @PostMapping("/recorded")
  String recorded(Form form, @Sent Recorded sent) {
    String csv =
        desk.look(form.jobId()).workup().state().logs().stream()
            .map(e -> e.fact().keptText())
            .filter(sent.log()::equals)
            .findFirst()
            .flatMap(id -> desk.text(form.jobId(), id))
            .orElseThrow(() -> new InputProblem("log", "That recording is not here."));
    logs.drive(form, "log", csv);
    return screens.append(form, new Fact.DriveLogged(sent.log(), "live values"));
  }

  /**
   * What had to be seen of a sensor.
   *
   * @param held "yes" or "no": whether it was so
   */
  record Seen(String site, String proof, String held, String words) {}

  @PostMapping("/seen")
  String seen(Form form, @Sent Seen sent) {
    if (!List.of("yes", "no").contains(sent.held())) {
      throw new InputProblem("", "Say whether it is so.");
    }
    boolean held = sent.held().equals("yes");
    return screens.append(
        form, new Fact.ProofSeen(sent.site(), sent.proof(), held, sent.words().strip()));
  }

  /** A drive log that ships with the application, to see what one looks like. */
  @GetMapping("/sample")
  ResponseEntity<ClassPathResource> sample() {
    return ResponseEntity.ok()
        .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename("drive-25-minutes.csv").build().toString())
        .body(new ClassPathResource(SHIPPED_LOG));
  }

  /**
   * A repair that did not hold.
   *
   * @param words what the customer says
   * @param km what the vehicle has run by now; empty where nobody read it
   * @param text what a tool shows; empty where nobody asked it
   */
  record Back(String words, String km, String kmUnit, String text) {
    Double odometerKm() {
      return km.isBlank()
          ? null
          : TypedReading.of("km", digits(km), kmUnit, MeasureUnit.KILOMETRE)
              .in(MeasureUnit.KILOMETRE);
    }
  }

  /** An odometer is written in groups of three. */
  private static String digits(String km) {
    return km.replaceAll("(?<=\\d)[ '](?=\\d)", "");
  }

  /** The job begins its next round with all that was ruled out. */
  @PostMapping("/came-back")
  String cameBack(Form form, @Sent Back sent) {
    List<Fact> facts = new ArrayList<>();
    facts.add(new Fact.CameBack(sent.words().strip(), sent.odometerKm()));
    Optional<ScanIntake.Taken> taken =
        sent.text().isBlank()
            ? Optional.empty()
            : Optional.of(intake.take(sent.text(), form.submission().by().who()));
    taken.ifPresent(t -> facts.add(t.fact()));
    desk.append(form.jobId(), form.submission(), facts, taken.map(ScanIntake.Taken::kept));
    return "redirect:/jobs/" + form.jobId() + "/prove";
  }

  /** The vehicle stands from now on, until it is cold. */
  record Stands(String stands) {}

  @PostMapping("/soak")
  String soak(Form form, @Sent Stands sent) {
    if (!sent.stands().matches("\\d{1,4}")) {
      throw new InputProblem("stands", "Write how many minutes it stands, for example 480.");
    }
    return screens.append(
        form, new Fact.WaitBegun(Fact.WaitBegun.SOAK, Integer.parseInt(sent.stands())));
  }

  /** The drive that is still to be driven, on paper: nobody reads a screen while driving. */
  @GetMapping("/plan")
  String plan(@PathVariable long jobId, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    Workup workup = job.workup();
    DrivePlan plan = workup.drivePlan(drives.proofs(jobId, workup));
    model.addAttribute("job", job.row());
    model.addAttribute("shown", ShownPlan.of(plan, workup));
    model.addAttribute("caution", workup.catalog().caution("road-test"));
    return "verify/plan";
  }

  /**
   * A sign-off.
   *
   * @param followUp the day on which somebody looks at it again; empty for never
   */
  record Signed(String reason, String followUp) {
    LocalDate day() {
      try {
        return followUp.isBlank() ? null : LocalDate.parse(followUp.strip());
      } catch (DateTimeParseException e) {
        throw new InputProblem("followUp", "Write the day as 2026-12-24.");
      }
    }
  }

  @PostMapping("/sign-off")
  String signOff(Form form, @Sent Signed sent) {
    Workup workup = desk.look(form.jobId()).workup();
    SignOff judged = workup.signOff(drives.proofs(form.jobId(), workup), LocalDate.now(clock));
    return screens.append(
        form,
        new Fact.SignedOff(
            judged.isProven(), judged.isProven() ? "" : sent.reason().strip(), sent.day()));
  }
}
