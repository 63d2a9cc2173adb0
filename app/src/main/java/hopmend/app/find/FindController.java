package hopmend.app.find;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.Glance;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.job.Fact;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;

/** Forms of hop 3. */
@HopForms
class FindController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final VehicleDesk vehicles;

  FindController(HopScreens screens, JobDesk desk, VehicleDesk vehicles) {
    this.screens = screens;
    this.desk = desk;
    this.vehicles = vehicles;
  }

  /** What only the person who works can tell: of each trait what was picked, if anything was. */
  record Told(List<String> trait, List<String> value) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/tell")
  String tell(Form form, @Sent Told sent) {
    Map<String, String> known = desk.look(form.jobId()).workup().state().told();
    List<Fact> facts = new ArrayList<>();
    for (int i = 0; i < Math.min(sent.trait().size(), sent.value().size()); i++) {
      String value = sent.value().get(i);
      if (!value.isBlank() && !value.equals(known.get(sent.trait().get(i)))) {
        facts.add(new Fact.TraitTold(sent.trait().get(i), value));
      }
    }
    return facts.isEmpty() ? form.done() : screens.append(form, facts.toArray(Fact[]::new));
  }

  /** From where the sensor is reached in this job. */
  record Chosen(@NotNull(message = "Pick a way in.") Site.WayIn way) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/way")
  String way(Form form, @Sent Chosen sent) {
    return screens.append(form, new Fact.WayInChosen(sent.way()));
  }

  /**
   * Somebody stands before it.
   *
   * @param seen the landmarks that were ticked
   * @param wires how many were counted; empty where nobody did
   * @param colours with commas between them
   */
  record Confirmed(
      String site,
      List<String> seen,
      String wires,
      @Size(max = 200, message = "Write the colours in up to 200 characters.") String colours,
      String cavities,
      @Size(max = 200, message = "Name the landmark in up to 200 characters.") String landmark,
      String reason) {
    Fact.Look look() {
      return new Fact.Look(
          seen,
          count("wires", wires, 12),
          Arrays.stream(colours.split("[,;]"))
              .map(String::strip)
              .filter(c -> !c.isEmpty())
              .toList(),
          count("cavities", cavities, 24),
          landmark.strip());
    }

    private static Integer count(String field, String typed, int most) {
      if (typed.isBlank()) {
        return null;
      }
      if (!typed.strip().matches("\\d{1,2}")
          || Integer.parseInt(typed.strip()) < 1
          || Integer.parseInt(typed.strip()) > most) {
        throw new InputProblem(field, "Count them: 1 to " + most + ".");
      }
      return Integer.valueOf(typed.strip());
    }
  }

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/confirm")
  String confirm(Form form, @Sent Confirmed sent) {
    return screens.append(
        form, new Fact.SiteConfirmed(sent.site(), sent.look(), sent.reason().strip()));
  }

  // Unplug it and watch

  /** By which link the vehicle is asked, with the plug where. */
  record Watched(@NotNull(message = "Say where the plug is.") Fact.PlugAt plug, String gateway) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/plug")
  String watch(Form form, @Sent Watched sent) {
    Workup workup = desk.look(form.jobId()).workup();
    Optional<LiveSignal> signal = workup.here().watched();
    desk.require(
        form.jobId(),
        form.submission(),
        watched(workup.here(), sent.plug(), Fact.AskedBy.OUR_LINK, null, List.of()));
    Glance glance =
        vehicles.glance(
            form.jobId(), sent.gateway(), workup.state().vehicle().map(v -> v.vin()), signal);
    return screens.append(
        form,
        watched(
            workup.here(),
            sent.plug(),
            Fact.AskedBy.OUR_LINK,
            glance.value().orElse(null),
            glance.codes()));
  }

  /**
   * What the technician's own tool showed.
   *
   * @param value of the live signal; empty where it shows none
   * @param codes that it shows now, in any spelling
   */
  record Typed(
      @NotNull(message = "Say where the plug is.") Fact.PlugAt plug, String value, String codes) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/plug/typed")
  String typed(Form form, @Sent Typed sent) {
    Target here = desk.look(form.jobId()).workup().here();
    Reading value =
        here.watched()
            .filter(s -> !sent.value().isBlank())
            .map(s -> TypedReading.of("value", sent.value(), s.unit().symbol(), s.unit()))
            .orElse(null);
    return screens.append(
        form, watched(here, sent.plug(), Fact.AskedBy.OWN_TOOL, value, codes(sent.codes())));
  }

  private static List<TroubleCode> codes(String typed) {
    List<TroubleCode> codes = new ArrayList<>();
    for (String one : typed.strip().split("[\\s,;]+")) {
      if (!one.isEmpty()) {
        try {
          codes.add(TroubleCode.parse(one));
        } catch (IllegalArgumentException e) {
          throw new InputProblem("codes", "\"" + one + "\" is no code as P0118 or U0121.");
        }
      }
    }
    return codes;
  }

  private static Fact.PlugWatched watched(
      Target here, Fact.PlugAt plug, Fact.AskedBy by, Reading value, List<TroubleCode> codes) {
    return new Fact.PlugWatched(
        plug, by, here.watched().map(LiveSignal::name).orElse(""), value, codes);
  }
}
