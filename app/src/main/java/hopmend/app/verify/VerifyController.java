package hopmend.app.verify;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.UploadedText;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.verify.DriveLog;
import hopmend.verify.SignOff;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
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
  private final HeavyWork heavy;
  private final Clock clock;

  VerifyController(
      HopScreens screens,
      JobDesk desk,
      VehicleDesk vehicles,
      Drives drives,
      HeavyWork heavy,
      Clock clock) {
    this.clock = clock;
    this.heavy = heavy;
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
    return screens.append(
        form,
        new Fact.CodesRead(Fact.CodeSource.VEHICLE, readout.codes(), List.of(), ""),
        new Fact.ReadinessRead(HexFormat.of().formatHex(readout.readiness())));
  }

  @PostMapping("/drive")
  String drive(Form form, @RequestParam(required = false) MultipartFile file) {
    String csv =
        UploadedText.of(file)
            .orElseThrow(() -> new InputProblem("file", "Pick a drive log (CSV) first."));
    Workup workup = desk.look(form.jobId()).workup();
    DriveLog.Read read =
        heavy.few(
            "file",
            form.submission().by().who(),
            csv.length(),
            () -> DriveLog.read(csv, workup.catalog().reportWords()));
    if (!read.problems().isEmpty()) {
      throw new InputProblem("file", Words.of(read.problems()));
    }
    workup
        .strangeDrive(read.log().orElseThrow(), clock.getZone())
        .ifPresent(
            m -> {
              throw new InputProblem("file", Words.of(m));
            });
    String name = Optional.ofNullable(file.getOriginalFilename()).orElse("drive.csv");
    String shortName = name.length() <= 100 ? name : name.substring(0, 100);
    JobDesk.Kept kept = JobDesk.Kept.of(shortName, "text/csv", csv);
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.DriveLogged(kept.id().toString(), shortName)),
        Optional.of(kept));
    return form.done();
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
    SignOff judged =
        workup.signOff(
            drives.of(form.jobId(), workup).map(Drives.Judged::proof), LocalDate.now(clock));
    return screens.append(
        form,
        new Fact.SignedOff(
            judged.isProven(), judged.isProven() ? "" : sent.reason().strip(), sent.day()));
  }
}
