package hopmend.app.read;

import hopmend.app.catalog.Catalogs;
import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.app.web.Words;
import hopmend.fault.CodeState;
import hopmend.fault.CodeText;
import hopmend.fault.FlashCount;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Odometer;
import hopmend.measure.Reading;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import jakarta.validation.constraints.Size;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Forms of hop 1. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/read")
class ReadController {
  /** What is sent for a vehicle that has no card yet. */
  private static final String NO_CARD = "none";

  private final HopScreens screens;
  private final JobDesk desk;
  private final ScanIntake intake;
  private final SentReports reports;
  private final VehicleDesk vehicles;
  private final Catalogs catalogs;

  ReadController(
      HopScreens screens,
      JobDesk desk,
      ScanIntake intake,
      SentReports reports,
      VehicleDesk vehicles,
      Catalogs catalogs) {
    this.screens = screens;
    this.desk = desk;
    this.intake = intake;
    this.reports = reports;
    this.vehicles = vehicles;
    this.catalogs = catalogs;
  }

  record Pasted(String text) {}

  @PostMapping("/paste")
  String paste(
      Form form, @Sent Pasted sent, @RequestParam(required = false) List<MultipartFile> file) {
    String text = reports.text(sent.text(), file, form.submission().by().who());
    intake.append(form.jobId(), text, form.submission());
    return form.done();
  }

  /** By which link. */
  record Asked(String gateway) {}

  @PostMapping("/vehicle-codes")
  String fromVehicle(Form form, @Sent Asked sent) {
    Optional<String> vin = desk.look(form.jobId()).workup().state().vehicle().map(v -> v.vin());
    Readout readout = vehicles.read(form.jobId(), sent.gateway(), vin);
    JobDesk.Kept kept = JobDesk.Kept.told(readout);
    desk.append(
        form.jobId(), form.submission(), readout.facts(kept.id().toString()), Optional.of(kept));
    return form.done();
  }

  /** A code as it was typed, or as the page gave it. */
  record OneCode(String code) {
    TroubleCode known() {
      return ReadController.known(code);
    }
  }

  @PostMapping("/code")
  String addCode(Form form, @Sent OneCode sent) {
    return screens.append(form, typed(sent.code(), List.of(), "", 0));
  }

  private static Fact.CodesRead typed(String text, List<String> states, String unit, int times) {
    if (CodeText.read(text) instanceof CodeText.Decoded d) {
      Set<CodeState> set = EnumSet.noneOf(CodeState.class);
      Arrays.stream(CodeState.values()).filter(s -> states.contains(s.name())).forEach(set::add);
      ReadCode code = new ReadCode(d.code(), set, unit, Math.max(times, d.occurrences()));
      return new Fact.CodesRead(Fact.CodeSource.TYPED, List.of(code), List.of(), "");
    }
    throw new InputProblem("code", Words.of(((CodeText.Malformed) CodeText.read(text)).why()));
  }

  /** One of the codes that the page offered. */
  private static TroubleCode known(String text) {
    try {
      return TroubleCode.parse(text);
    } catch (IllegalArgumentException e) {
      throw new InputProblem("code", "Pick one of the codes of this job.");
    }
  }

  /**
   * What a report really says at one place.
   *
   * @param was the code that was read there; empty if none was
   * @param wasUnit the control unit that was read with it
   * @param times how often it occurred; 0 or nothing where that is not told
   */
  record Corrected(
      String code,
      List<String> state,
      @Size(max = 60, message = "A control unit's name has up to 60 characters.") String unit,
      String was,
      String wasUnit,
      String times) {
    Corrected {
      unit = unit.strip();
    }

    private int occurrences() {
      if (times.isBlank()) {
        return 0;
      }
      if (times.strip().matches("\\d{1,6}")) {
        return Integer.parseInt(times.strip());
      }
      throw new InputProblem("code", "Write how often it occurred in digits.");
    }
  }

  /** Puts right what was read from a text: the wrong code is set aside, the right one added. */
  @PostMapping("/correct")
  String correct(Form form, @Sent Corrected sent) {
    Fact.CodesRead right = typed(sent.code(), sent.state(), sent.unit(), sent.occurrences());
    if (sent.was().isBlank()) {
      return screens.append(form, right);
    }
    String says = "corrected to " + right.codes().get(0).code().text();
    return screens.append(
        form, new Fact.CodeSetAside(known(sent.was()), says, sent.wasUnit()), right);
  }

  /**
   * A value of the freeze frame, as it is.
   *
   * @param none whether the report tells none
   */
  record OneCondition(
      FreezeFrameValue.Condition condition, String value, String unit, boolean none) {}

  @PostMapping("/condition")
  String condition(Form form, @Sent OneCondition sent) {
    FreezeFrameValue.Condition condition = sent.condition();
    if (condition == null) {
      throw new InputProblem("condition", "Pick a value of the freeze frame.");
    }
    return screens.append(
        form,
        new Fact.ConditionNoted(
            condition,
            sent.none()
                ? null
                : TypedReading.of("condition", sent.value(), sent.unit(), condition.unit())));
  }

  record Flashes(String times) {}

  /** Counts flashes; nothing is recorded until the code is taken. */
  @PostMapping("/flashes")
  String flashes(Form form, @Sent Flashes sent, Model model) {
    try {
      model.addAttribute("flashes", FlashCount.of(FlashCount.parse(sent.times())));
    } catch (IllegalArgumentException e) {
      throw new InputProblem("times", e.getMessage());
    }
    model.addAttribute("kept", Map.of("times", sent.times()));
    return screens.show(form.jobId(), Hop.READ, model);
  }

  @PostMapping("/set-aside")
  String setAside(Form form, @Sent OneCode sent) {
    return screens.append(form, new Fact.CodeSetAside(sent.known(), "read wrongly"));
  }

  @PostMapping("/work-on")
  String workOn(Form form, @Sent OneCode sent) {
    return screens.append(form, new Fact.WorkOnChosen(sent.known()));
  }

  /** The vehicle as it was pinned down. */
  record Identified(
      String vin,
      String card,
      String engineCard,
      String odometer,
      String odometerUnit,
      String built,
      Fact.Place place) {
    Identified {
      engineCard = engineCard.equals(card) ? "" : engineCard;
      built = built.strip();
    }

    /** Null if nobody has read it yet. */
    private Double odometerKm() {
      return odometer.isBlank() ? null : new OdometerRead(odometer, odometerUnit).km();
    }

    private YearMonth month() {
      if (built.isEmpty()) {
        return null;
      }
      try {
        YearMonth month = YearMonth.parse(built);
        if (month.getYear() >= 1950 && month.getYear() <= 2100) {
          return month;
        }
      } catch (DateTimeParseException e) {
        // told below
      }
      throw new InputProblem("built", "Write the build month as year and month: 2019-04.");
    }
  }

  @PostMapping("/identify")
  String identify(Form form, @Sent Identified sent) {
    VinReading vin = Vin.read(sent.vin(), intake.year());
    if (!vin.isUsable()) {
      String offers =
          vin.offers().isEmpty() ? "" : " Did you mean " + String.join(" or ", vin.offers()) + "?";
      throw new InputProblem("vin", Words.of(vin.problems()) + offers);
    }
    boolean noCard = sent.card().equals(NO_CARD);
    if (!noCard && catalogs.now().card(sent.card()).isEmpty()) {
      throw new InputProblem("card", "Pick the vehicle's card, or say that it has none yet.");
    }
    if (!sent.engineCard().isEmpty() && catalogs.now().card(sent.engineCard()).isEmpty()) {
      throw new InputProblem("card", "Pick the card whose engine is in there.");
    }
    if (sent.place() == null) {
      throw new InputProblem("place", "Pick where the work is done.");
    }
    return screens.append(
        form,
        new Fact.VehicleIdentified(
            vin.number(),
            noCard ? "" : sent.card(),
            sent.engineCard(),
            vin.modelYears().isEmpty() ? 0 : vin.modelYears().get(0),
            sent.month(),
            sent.odometerKm(),
            sent.place()));
  }

  /** The odometer, as it was read. */
  record OdometerRead(String odometer, String odometerUnit) {
    private double km() {
      MeasureUnit unit = odometerUnit.equals("mi") ? MeasureUnit.MILE : MeasureUnit.KILOMETRE;
      String digits = odometer.replaceAll("(?<=\\d)[ '](?=\\d)", "");
      Reading reading = TypedReading.of("odometer", digits, unit.symbol(), unit);
      if (Odometer.isPossible(reading)) {
        return reading.in(MeasureUnit.KILOMETRE);
      }
      throw new InputProblem(
          "odometer", "The odometer reads 0 to 5 000 000 km, not " + reading.text() + ".");
    }
  }

  /** The card of a vehicle that was pinned down without one. */
  record ItsCard(String card) {}

  @PostMapping("/card")
  String card(Form form, @Sent ItsCard sent) {
    Fact.VehicleIdentified vehicle =
        desk.look(form.jobId())
            .workup()
            .state()
            .vehicle()
            .orElseThrow(() -> new InputProblem("vin", "Pin the vehicle down first."));
    if (catalogs.now().card(sent.card()).isEmpty()) {
      throw new InputProblem("card", "Pick the vehicle's card.");
    }
    return screens.append(form, vehicle.withCard(sent.card()));
  }

  /** The odometer of a vehicle that was pinned down without it. */
  @PostMapping("/odometer")
  String odometer(Form form, @Sent OdometerRead sent) {
    double km = sent.km();
    Fact.VehicleIdentified vehicle =
        desk.look(form.jobId())
            .workup()
            .state()
            .vehicle()
            .orElseThrow(() -> new InputProblem("vin", "Pin the vehicle down, with its odometer."));
    return screens.append(form, vehicle.withOdometer(km));
  }

  /** What the driver notices, when, how often, and in their words. */
  record Symptoms(List<String> pick, List<String> when, Fact.HowOften often, String words) {}

  @PostMapping("/symptoms")
  String symptoms(Form form, @Sent Symptoms sent) {
    return screens.append(
        form,
        new Fact.SymptomsNoted(
            sent.pick().stream().filter(p -> catalogs.now().symptom(p).isPresent()).toList(),
            catalogs.now().circumstances().stream()
                .map(c -> c.id())
                .filter(sent.when()::contains)
                .toList(),
            sent.often(),
            sent.words().strip()));
  }
}
