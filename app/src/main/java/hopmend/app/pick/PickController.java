package hopmend.app.pick;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.part.Parts;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.part.Bench;
import hopmend.part.BenchTrait;
import hopmend.part.Part;
import hopmend.part.PartChoice;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 4. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/pick")
class PickController {
  private static final int MOST_FIGURE = 10_000_000;

  private final HopScreens screens;
  private final JobDesk desk;
  private final Parts parts;

  PickController(HopScreens screens, JobDesk desk, Parts parts) {
    this.screens = screens;
    this.desk = desk;
    this.parts = parts;
  }

  record Chosen(String part, boolean pair, String reason) {}

  @PostMapping("/choose")
  String choose(Form form, @Sent Chosen sent) {
    Part part =
        desk.look(form.jobId())
            .workup()
            .here()
            .partChoice()
            .flatMap(c -> c.byKey(sent.part()))
            .map(PartChoice.Candidate::part)
            .or(() -> parts.part(sent.part()))
            .orElseThrow(() -> new InputProblem("part", "Pick one of the parts of the list."));
    return screens.append(form, new Fact.PartChosen(part, sent.pair(), sent.reason().strip()));
  }

  /** A part that no list knows, as it was typed. */
  record Typed(String typedNumber, String make, String price) {
    Fact.PartChosen chosen() {
      if (typedNumber.isBlank()) {
        throw new InputProblem("typedNumber", "Type the number that stands on the part.");
      }
      return new Fact.PartChosen(
          typedNumber.strip(), new Fact.TypedPart(make.strip(), priceOrNone()));
    }

    private Double priceOrNone() {
      if (price.isBlank()) {
        return null;
      }
      try {
        double value = Double.parseDouble(price.strip().replace(',', '.'));
        if (value >= 0 && value <= 1_000_000) {
          return value;
        }
      } catch (NumberFormatException e) {
        // told below
      }
      throw new InputProblem("price", "Write the price as a number: 41.50.");
    }
  }

  @PostMapping("/type")
  String type(Form form, @Sent Typed sent) {
    return screens.append(form, sent.chosen());
  }

  /**
   * The number of the old part.
   *
   * @param byModule whether a tool read it off its module
   */
  record Old(String oldNumber, boolean byModule) {}

  @PostMapping("/old")
  String old(Form form, @Sent Old sent) {
    if (sent.oldNumber().isBlank()) {
      throw new InputProblem("oldNumber", "Type the number that stands on the old part.");
    }
    return screens.append(
        form,
        new Fact.OldNumberRead(
            sent.oldNumber().strip(),
            sent.byModule() ? Fact.NumberFrom.MODULE : Fact.NumberFrom.PART));
  }

  /**
   * Old beside new.
   *
   * @param looked whether all that was not told by itself is alike
   */
  record Compared(boolean looked, String batch) {}

  @PostMapping("/compare")
  String compare(Form form, @Sent Compared sent, HttpServletRequest request) {
    Workup workup = desk.look(form.jobId()).workup();
    Target here = workup.here();
    Bench bench =
        here.picking()
            .bench(List.of())
            .orElseThrow(() -> new InputProblem("", "Choose a part first."));
    List<Bench.Held> seen = new ArrayList<>();
    bench.rows().forEach(r -> held(r, request).ifPresent(seen::add));
    return screens.append(
        form, here.picking().comparing(seen, sent.looked(), sent.batch().strip()));
  }

  /** What was told of a trait: figures of both, or by eye; empty where nothing was. */
  private static Optional<Bench.Held> held(Bench.Row row, HttpServletRequest request) {
    BenchTrait trait = row.trait();
    String eye = value(request, "eye:" + trait.trait());
    String old = figure(request, "old:" + trait.trait(), trait);
    String fresh = figure(request, "new:" + trait.trait(), trait);
    if (old.isEmpty() != fresh.isEmpty()) {
      throw new InputProblem(
          (old.isEmpty() ? "old:" : "new:") + trait.trait(),
          "Measure both, or neither: the old one and the new one.");
    }
    return old.isEmpty() && eye.isEmpty()
        ? Optional.empty()
        : Optional.of(new Bench.Held(trait.trait(), old, fresh, !eye.equals("differs")));
  }

  private static String value(HttpServletRequest request, String name) {
    return Objects.toString(request.getParameter(name), "").strip();
  }

  private static String figure(HttpServletRequest request, String name, BenchTrait trait) {
    String typed = value(request, name).replace(',', '.');
    if (typed.isEmpty()) {
      return "";
    }
    if (!typed.matches("\\d{1,6}(\\.\\d{1,3})?") || Double.parseDouble(typed) > MOST_FIGURE) {
      throw new InputProblem(
          name, "Write %s as a number in %s: 28.5.".formatted(trait.trait(), trait.unit()));
    }
    return typed + " " + trait.unit();
  }

  /** A typed part that matched comes on the list, for the next one like it. */
  @PostMapping("/list")
  String list(Form form, Principal principal) {
    Workup workup = desk.look(form.jobId()).workup();
    Target here = workup.here();
    Part part =
        here.chosenPart()
            .filter(p -> workup.state().compared().isPresent())
            .filter(p -> here.picking().bench().filter(b -> b.stops().isEmpty()).isPresent())
            .orElseThrow(() -> new InputProblem("", "Compare it with the old one first."));
    parts.keep(
        Optional.empty(),
        here.picking().asItMatched(part).from("it matched the old one in job " + form.jobId()),
        principal.getName());
    return form.done();
  }
}
