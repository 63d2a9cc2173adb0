package hopmend.app.swap;

import hopmend.app.job.JobDesk;
import hopmend.app.web.Printer;
import hopmend.app.web.QrPicture;
import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import hopmend.swap.WrenchSetting;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** The work order on paper, for the fender. */
@Controller
class JobSheetController {
  private static final String PAGE = "/jobs/{jobId:\\d{1,15}}/sheet";

  private final JobDesk desk;
  private final Printer printer;
  private final Clock clock;

  JobSheetController(JobDesk desk, Printer printer, Clock clock) {
    this.desk = desk;
    this.printer = printer;
    this.clock = clock;
  }

  /** A line of the table of tightness: the value in the units of wrenches, or how else. */
  public record Tight(
      String step,
      String name,
      String drive,
      int count,
      String value,
      String how,
      Fastener.Sequence sequence) {}

  @GetMapping(PAGE)
  String sheet(@PathVariable long jobId, Model model) {
    return fill(jobId, model);
  }

  @GetMapping(PAGE + ".pdf")
  ResponseEntity<byte[]> pdf(
      @PathVariable long jobId,
      @RequestParam(defaultValue = "A4") String paper,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    String view = fill(jobId, model);
    String name = "job-%d-sheet.pdf".formatted(jobId);
    return printer.pdf(view, "sheet.css", model, Printer.Paper.of(paper), name, request, response);
  }

  private String fill(long jobId, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    Workup workup = job.workup();
    WorkOrder order = workup.workOrder().orElse(new WorkOrder(List.of()));
    model.addAttribute("job", job.row());
    model.addAttribute("workup", workup);
    model.addAttribute("here", workup.here());
    model.addAttribute("order", order);
    model.addAttribute("differing", workup.readyForDifferences());
    model.addAttribute("ticks", workup.ticks());
    model.addAttribute("cautions", cautions(order));
    model.addAttribute("tight", order.steps().stream().flatMap(JobSheetController::tight).toList());
    model.addAttribute("debts", order.steps().stream().flatMap(s -> s.debts().stream()).toList());
    model.addAttribute(
        "fluids",
        order.steps().stream()
            .filter(s -> s.settles().isEmpty())
            .flatMap(s -> s.amount().stream())
            .map(Operation.Amount::fluid)
            .toList());
    model.addAttribute("now", clock.instant().atZone(clock.getZone()));
    model.addAttribute(
        "qr",
        QrPicture.of(
            ServletUriComponentsBuilder.fromCurrentContextPath()
                .path("/jobs/{id}/swap")
                .buildAndExpand(jobId)
                .toUriString()));
    drawing(workup).ifPresent(d -> model.addAttribute("drawing", d));
    return "swap/sheet";
  }

  private static Optional<Drawing> drawing(Workup workup) {
    Target here = workup.here();
    return here.views()
        .flatMap(all -> all.views().stream().findFirst())
        .map(v -> here.drawn(v, Words.wording()));
  }

  /** Each once, the hard stops first. */
  private static List<Caution> cautions(WorkOrder order) {
    List<Caution> all =
        order.steps().stream().flatMap(s -> s.cautions().stream()).distinct().toList();
    return Stream.concat(
            all.stream().filter(Caution::hardStop), all.stream().filter(c -> !c.hardStop()))
        .toList();
  }

  private static Stream<Tight> tight(Step step) {
    return step.fastener().stream()
        .map(
            f ->
                new Tight(
                    step.brief(),
                    f.name(),
                    f.drive(),
                    f.count(),
                    f.torque().map(JobSheetController::onEachScale).orElse(""),
                    f.torque().isPresent() ? "" : Words.of(f.says()),
                    f.sequence()));
  }

  /** As wrenches can be set, metric first; a scale that is too coarse is left out. */
  private static String onEachScale(Reading torque) {
    return MeasureUnit.NEWTON_METRE.siblings().stream()
        .flatMap(u -> WrenchSetting.onTheScale(torque.to(u)).stream())
        .map(Reading::text)
        .collect(Collectors.joining(" / "));
  }
}
