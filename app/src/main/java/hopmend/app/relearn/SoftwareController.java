package hopmend.app.relearn;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import jakarta.validation.constraints.NotNull;
import java.util.Set;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Software of control units, as the tool that reads or loads it shows it. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/software")
class SoftwareController {
  /** Digits of the usual sums, and of none. */
  private static final Set<Integer> LENGTHS = Set.of(0, 4, 8, 32, 40, 64);

  private final HopScreens screens;

  SoftwareController(HopScreens screens) {
    this.screens = screens;
  }

  /**
   * @param stage whether it was there, or was loaded
   * @param file that was loaded
   * @param checksum of the file, as its publisher writes it
   */
  record Noted(
      @NotNull(message = "Say whether it was found or loaded.") Fact.SoftwareStage stage,
      String unit,
      String version,
      String file,
      String checksum) {
    /** Its digits alone. */
    String digits() {
      String digits = checksum.replaceAll("[\\s:-]", "");
      if (!digits.matches("[0-9A-Fa-f]*") || !LENGTHS.contains(digits.length())) {
        throw new InputProblem(
            "checksum", "A checksum is 4, 8, 32, 40 or 64 hexadecimal digits, as in 0A1B 2C3D.");
      }
      return digits;
    }
  }

  @PostMapping
  String noted(Form form, @Sent Noted sent) {
    return screens.append(
        form,
        new Fact.SoftwareNoted(
            sent.stage(),
            sent.unit().strip(),
            sent.version().strip(),
            sent.file().strip(),
            sent.digits()));
  }
}
