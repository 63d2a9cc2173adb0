package hopmend.app.pick;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.part.seal.OldSeal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 4 where only a ring goes in. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/pick/ring")
class RingController {
  private final HopScreens screens;

  RingController(HopScreens screens) {
    this.screens = screens;
  }

  /** As it was measured; what nobody measured is left empty. */
  record Measured(
      OldSeal.Thumb hardness,
      String shoreA,
      boolean cracked,
      OldSeal.Oil oil,
      String insideMm,
      String sectionMm,
      String grooveMm,
      String boreMm,
      String widthMm,
      String fluid,
      String hottestC) {
    Fact.SealMeasured fact() {
      return new Fact.SealMeasured(
          hardness,
          figure("shoreA", shoreA, 0, 100, false),
          cracked,
          oil,
          figure("insideMm", insideMm, 0.5, 500, true),
          figure("sectionMm", sectionMm, 0.5, 20, true),
          figure("grooveMm", grooveMm, 0.5, 600, false),
          figure("boreMm", boreMm, 0.5, 600, false),
          figure("widthMm", widthMm, 0.5, 50, false),
          fluid,
          figure("hottestC", hottestC, -50, 400, true));
    }

    private static double figure(
        String field, String typed, double least, double most, boolean needed) {
      String text = typed.strip().replace(',', '.');
      if (text.isEmpty() && !needed) {
        return 0;
      }
      if (!text.matches("-?\\d{1,4}(\\.\\d{1,3})?")
          || Double.parseDouble(text) < least
          || Double.parseDouble(text) > most) {
        throw new InputProblem(
            field, "Write a number from %s to %s: 12.4.".formatted(trim(least), trim(most)));
      }
      return Double.parseDouble(text);
    }

    private static String trim(double value) {
      return value == Math.rint(value) ? String.valueOf((int) value) : String.valueOf(value);
    }
  }

  @PostMapping("/measure")
  String measure(Form form, @Sent Measured sent) {
    Fact.SealMeasured fact = sent.fact();
    return screens.append(form, fact);
  }

  /** One of the sizes, of one of the materials. */
  record Chosen(String size, String material) {}

  @PostMapping("/choose")
  String choose(Form form, @Sent Chosen sent) {
    return screens.append(form, new Fact.SealChosen(sent.size(), sent.material()));
  }
}
