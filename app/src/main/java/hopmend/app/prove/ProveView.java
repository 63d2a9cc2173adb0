package hopmend.app.prove;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.catalog.FamilySheet;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.prove.Diagnosis;
import hopmend.sensor.SignalModel;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 2 shows: the next best check, the suspects, the verdict, the two schools. */
@Component
class ProveView implements HopView {
  private final HttpServletRequest request;

  ProveView(HttpServletRequest request) {
    this.request = request;
  }

  /** An answer given, with the number of its entry for the undo. */
  public record Given(Diagnosis.Effect effect, long sequence) {}

  @Override
  public Hop hop() {
    return Hop.PROVE;
  }

  @Override
  public void fill(Model model, JobPage page) {
    Optional<Diagnosis> diagnosis = page.workup().here().diagnosis();
    model.addAttribute("works", page.workup().here().works());
    model.addAttribute("proposed", page.workup().here().proposed().orElse(null));
    if (diagnosis.isEmpty()) {
      return;
    }
    Diagnosis d = diagnosis.get();
    FamilySheet sheet = page.workup().sheet().orElseThrow();
    model.addAttribute("sheet", sheet);
    model.addAttribute("asked", page.workup().here().askedByChecks());
    model.addAttribute("diagnosis", d);
    model.addAttribute("verdict", page.workup().verdict().orElseThrow());
    model.addAttribute("schools", page.workup().here().swapOrProve().orElse(null));
    model.addAttribute("given", given(d, page));
    model.addAttribute("looks", d.looks());
    model.addAttribute(
        "causes",
        d.standings().stream()
            .collect(
                Collectors.toMap(
                    s -> s.suspect().id(), s -> page.workup().here().causesHere(s.suspect()))));
    chosen(d)
        .ifPresent(
            r -> {
              model.addAttribute("recommendation", r);
              model.addAttribute("cautions", page.workup().here().cautions(r.check()));
              model.addAttribute("isBest", d.next().filter(r::equals).isPresent());
              r.check()
                  .measured()
                  .flatMap(m -> page.workup().here().band(r.check(), m, SignalModel.Told.NOTHING))
                  .ifPresent(b -> model.addAttribute("band", b));
              model.addAttribute("judged", page.workup().here().isJudged(r.check()));
            });
  }

  /** The check that the address names, else the recommended one. */
  private Optional<Diagnosis.Recommendation> chosen(Diagnosis d) {
    String wanted = Optional.ofNullable(request.getParameter("check")).orElse("");
    return Stream.concat(d.next().stream(), d.later().stream())
        .filter(r -> r.check().id().equals(wanted))
        .findFirst()
        .or(d::next);
  }

  private static List<Given> given(Diagnosis d, JobPage page) {
    return d.effects().stream()
        .map(e -> new Given(e, sequence(page, e.answer().check().id())))
        .toList();
  }

  private static long sequence(JobPage page, String check) {
    return page.state().live().stream()
        .filter(e -> e.fact() instanceof Fact.CheckAnswered f && f.check().equals(check))
        .mapToLong(JobEntry::sequence)
        .max()
        .orElse(0);
  }
}
