package hopmend.app.read;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import hopmend.catalog.Catalog;
import hopmend.fault.CodeState;
import hopmend.fault.CodeText;
import hopmend.fault.FlashCount;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Forms of hop 1. */
@Controller
@RequestMapping("/jobs/{jobId:\\d{1,15}}/read")
class ReadController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final ScanIntake intake;
  private final VehicleDesk vehicles;
  private final Catalog catalog;

  ReadController(
      HopScreens screens, JobDesk desk, ScanIntake intake, VehicleDesk vehicles, Catalog catalog) {
    this.screens = screens;
    this.desk = desk;
    this.intake = intake;
    this.vehicles = vehicles;
    this.catalog = catalog;
  }

  @PostMapping("/paste")
  String paste(Form form, @RequestParam(required = false) MultipartFile file, Model model) {
    return screens.run(
        form,
        model,
        () -> {
          String text = UploadedText.of(file).orElseGet(() -> form.field("text"));
          intake.append(form.jobId(), text, form.submission());
        });
  }

  @PostMapping("/vehicle-codes")
  String fromVehicle(Form form, Model model) {
    return screens.run(
        form,
        model,
        () -> {
          JobDesk.Submission submission = form.submission();
          Optional<String> vin =
              desk.look(form.jobId()).workup().state().vehicle().map(v -> v.vin());
          Readout readout = vehicles.read(form.jobId(), form.field("gateway"), vin);
          desk.append(
              form.jobId(),
              submission,
              new Fact.CodesRead(
                  Fact.CodeSource.VEHICLE, readout.codes(), readout.freezeFrame(), ""));
        });
  }

  @PostMapping("/code")
  String addCode(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> {
          return List.of(typed(form.field("code"), List.of(), ""));
        });
  }

  private static Fact.CodesRead typed(String text, List<String> states, String unit) {
    if (CodeText.read(text) instanceof CodeText.Decoded d) {
      Set<CodeState> set = EnumSet.noneOf(CodeState.class);
      Arrays.stream(CodeState.values()).filter(s -> states.contains(s.name())).forEach(set::add);
      ReadCode code = new ReadCode(d.code(), set, unit, d.occurrences());
      return new Fact.CodesRead(Fact.CodeSource.TYPED, List.of(code), List.of(), "");
    }
    throw new InputProblem("code", ((CodeText.Malformed) CodeText.read(text)).why());
  }

  /** Puts right what was read from a text: the wrong code is set aside, the right one added. */
  @PostMapping("/correct")
  String correct(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> {
          String unit = form.field("unit").strip();
          if (unit.length() > 60) {
            throw new InputProblem("code", "A control unit's name has up to 60 characters.");
          }
          Fact.CodesRead right = typed(form.field("code"), form.fields("state"), unit);
          if (form.field("was").isBlank()) {
            return List.of(right);
          }
          TroubleCode was = code(form.field("was"));
          String says = "corrected to " + right.codes().get(0).code().text();
          return List.of(new Fact.CodeSetAside(was, says), right);
        });
  }

  /** Counts flashes; nothing is recorded until the code is taken. */
  @PostMapping("/flashes")
  String flashes(Form form, Model model) {
    model.addAttribute("kept", new HashMap<>(Map.of("times", form.field("times"))));
    try {
      model.addAttribute("flashes", FlashCount.of(FlashCount.parse(form.field("times"))));
    } catch (IllegalArgumentException e) {
      new InputProblem("times", e.getMessage()).show(model, form.response());
    }
    return screens.show(form.jobId(), Hop.READ, model);
  }

  @PostMapping("/set-aside")
  String setAside(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> List.of(new Fact.CodeSetAside(code(form.field("code")), "read wrongly")));
  }

  @PostMapping("/work-on")
  String workOn(Form form, Model model) {
    return screens.submit(
        form, model, () -> List.of(new Fact.WorkOnChosen(code(form.field("code")))));
  }

  private static TroubleCode code(String text) {
    try {
      return TroubleCode.parse(text);
    } catch (IllegalArgumentException e) {
      throw new InputProblem("code", "Pick one of the codes of this job.");
    }
  }

  @PostMapping("/identify")
  String identify(Form form, Model model) {
    return screens.submit(form, model, () -> List.of(identified(form)));
  }

  private Fact.VehicleIdentified identified(Form form) {
    VinReading vin = Vin.read(form.field("vin"), intake.year());
    if (!vin.isUsable()) {
      String offers =
          vin.offers().isEmpty() ? "" : " Did you mean " + String.join(" or ", vin.offers()) + "?";
      throw new InputProblem("vin", String.join(" ", vin.problems()) + offers);
    }
    String card = form.field("card");
    if (catalog.card(card).isEmpty()) {
      throw new InputProblem("card", "Pick the vehicle's card.");
    }
    String engine = form.field("engineCard").equals(card) ? "" : form.field("engineCard");
    if (!engine.isEmpty() && catalog.card(engine).isEmpty()) {
      throw new InputProblem("card", "Pick the card whose engine is in there.");
    }
    return new Fact.VehicleIdentified(
        vin.number(),
        card,
        engine,
        vin.modelYears().isEmpty() ? 0 : vin.modelYears().get(0),
        built(form.field("built")),
        odometerKm(form),
        place(form.field("place")));
  }

  private static YearMonth built(String typed) {
    if (typed.isBlank()) {
      return null;
    }
    try {
      YearMonth month = YearMonth.parse(typed.strip());
      if (month.getYear() >= 1950 && month.getYear() <= 2100) {
        return month;
      }
    } catch (DateTimeParseException e) {
      // told below
    }
    throw new InputProblem("built", "Write the build month as year and month: 2019-04.");
  }

  private static double odometerKm(Form form) {
    try {
      MeasureUnit unit =
          form.field("odometerUnit").equals("mi") ? MeasureUnit.MILE : MeasureUnit.KILOMETRE;
      Reading reading =
          Reading.parse(form.field("odometer").replaceAll("(?<=\\d)[ '](?=\\d)", ""), unit);
      double km = reading.in(MeasureUnit.KILOMETRE);
      if (km >= 0 && km <= Fact.VehicleIdentified.MOST_KM) {
        return km;
      }
      throw new InputProblem(
          "odometer", "The odometer reads 0 to 5 000 000 km, not " + reading.text() + ".");
    } catch (Reading.UnreadableReading e) {
      throw new InputProblem("odometer", e.getMessage());
    }
  }

  private static Fact.Place place(String typed) {
    return Arrays.stream(Fact.Place.values())
        .filter(p -> p.name().equals(typed))
        .findFirst()
        .orElseThrow(() -> new InputProblem("place", "Pick where the work is done."));
  }

  @PostMapping("/symptoms")
  String symptoms(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> {
          List<String> picks =
              form.fields("pick").stream().filter(p -> catalog.symptom(p).isPresent()).toList();
          String words = form.field("words").strip();
          List<String> when =
              catalog.circumstances().stream()
                  .map(c -> c.id())
                  .filter(c -> form.fields("when").contains(c))
                  .toList();
          Fact.HowOften often =
              Arrays.stream(Fact.HowOften.values())
                  .filter(o -> o.name().equals(form.field("often")))
                  .findFirst()
                  .orElse(null);
          return List.of(new Fact.SymptomsNoted(picks, when, often, words));
        });
  }
}
