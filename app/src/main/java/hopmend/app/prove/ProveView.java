package hopmend.app.prove;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.job.ClueAtHand;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.job.JobRules;
import hopmend.job.Target;
import hopmend.prove.Check;
import hopmend.prove.Clue;
import hopmend.prove.Diagnosis;
import hopmend.prove.Plan;
import hopmend.sensor.SignalModel;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 2 shows: the next best check, the suspects, the verdict, the two schools. */
@Component
class ProveView implements HopView {
  private final HttpServletRequest request;
  private final Instruments instruments;

  ProveView(HttpServletRequest request, Instruments instruments) {
    this.request = request;
    this.instruments = instruments;
  }

  /** An answer given, with the number of its entry for the undo. */
  public record Given(Diagnosis.Effect effect, long sequence) {}

  /**
   * A clue to tap.
   *
   * @param setAside it is seen, and somebody said that it is not so
   * @param moves the suspects that it moves, each by its factor
   */
  public record ClueLine(String id, String words, boolean counts, boolean setAside, String moves) {
    static ClueLine of(ClueAtHand at, Diagnosis d) {
      Clue clue = at.clue();
      return new ClueLine(
          clue.id(),
          clue.words(),
          at.counts(),
          at.seen() && !at.counts(),
          d.standings().stream()
              .map(Diagnosis.Standing::suspect)
              .filter(s -> clue.odds().containsKey(s.id()))
              .map(s -> s.name() + " × " + clue.odds().get(s.id()))
              .collect(Collectors.joining(", ")));
    }
  }

  @Override
  public Hop hop() {
    return Hop.PROVE;
  }

  @Override
  public void read(Model model, JobDesk.OpenJob job) {
    if (job.workup().here().demandsQualified()) {
      model.addAttribute("whoChecks", HopScreens.by(request));
    }
  }

  @Override
  public void fill(Model model, JobPage page) {
    Target here = page.workup().here();
    String asked = HopScreens.asked(request);
    model.addAttribute("asked", asked);
    model.addAttribute("works", here.works());
    model.addAttribute("proposed", here.proposed().orElse(null));
    if (here.diagnosis().isEmpty()) {
      return;
    }
    Diagnosis d = here.diagnosis().get();
    Plan plan =
        Optional.ofNullable((JobRules.Person) model.getAttribute("whoChecks"))
            .map(here::plan)
            .orElseGet(here::plan)
            .orElseThrow();
    model.addAttribute("sheet", page.workup().sheet().orElseThrow());
    model.addAttribute("untold", here.askedByChecks());
    model.addAttribute("diagnosis", d);
    model.addAttribute("verdict", here.verdict().orElseThrow());
    model.addAttribute("plan", plan);
    model.addAttribute("price", here.price().orElse(null));
    model.addAttribute("assumed", page.workup().catalog().proving().planning().partPrice());
    model.addAttribute("given", given(d, page));
    model.addAttribute(
        "instrument",
        instruments
            .last(
                page.row().id(), request.getUserPrincipal().getName(), here, page.state().answers())
            .orElse(null));
    lastMeasured(here, page.state().answers())
        .ifPresent(m -> model.addAttribute("lastMeasured", m));
    boolean mayTell = page.state().verdict().isEmpty() && !here.clues().isEmpty();
    model.addAttribute("mayTell", mayTell);
    if (mayTell && asked.equals("known")) {
      model.addAttribute("clues", here.clues().stream().map(c -> ClueLine.of(c, d)).toList());
    }
    model.addAttribute("looks", plan.looks());
    model.addAttribute(
        "causes",
        d.standings().stream()
            .collect(Collectors.toMap(s -> s.suspect().id(), s -> here.causesHere(s.suspect()))));
    model.addAttribute("eyeSymbols", page.workup().catalog().eye().svg());
    chosen(plan)
        .ifPresent(
            o -> {
              model.addAttribute("chosen", o);
              model.addAttribute("why", plan.why(o));
              model.addAttribute("isBest", plan.best().filter(o::equals).isPresent());
              o.check().ifPresent(c -> ask(model, here, c));
            });
  }

  /** What an instrument shows may be missing only because the server is busy. */
  @Override
  public boolean isStill(Model model, JobPage page) {
    return model.getAttribute("instrument") != null
        || page.state().answers().stream().noneMatch(Instruments::isByOne);
  }

  /** A measured answer, drawn. */
  public record Measured(Check check, Drawing drawing) {}

  /** The last value that was measured, if what is right of it can be drawn. */
  private static Optional<Measured> lastMeasured(Target here, List<Fact.CheckAnswered> answers) {
    return answers.stream()
        .filter(a -> a.measured() != null)
        .reduce((one, later) -> later)
        .flatMap(
            a ->
                here.check(a.check())
                    .filter(
                        c ->
                            c.measured()
                                .filter(m -> m.unit().quantity() == a.measured().unit().quantity())
                                .isPresent())
                    .flatMap(
                        c ->
                            here.picture(c, a.told(), a.measured(), Words.wording())
                                .map(d -> new Measured(c, d))));
  }

  private static void ask(Model model, Target here, Check check) {
    model.addAttribute("cautions", here.cautions(check));
    model.addAttribute("judged", here.isJudged(check));
    check
        .measured()
        .flatMap(m -> here.band(check, m, SignalModel.Told.NOTHING))
        .ifPresent(b -> model.addAttribute("band", b));
    here.picture(check, SignalModel.Told.NOTHING, null, Words.wording())
        .ifPresent(d -> model.addAttribute("rightDrawn", d));
  }

  /** The step that the address names, else the recommended one. */
  private Optional<Plan.Option> chosen(Plan plan) {
    String wanted = Optional.ofNullable(request.getParameter("check")).orElse("");
    return plan.options().stream()
        .filter(o -> o.action().id().equals(wanted))
        .findFirst()
        .or(plan::best);
  }

  private static List<Given> given(Diagnosis d, JobPage page) {
    return d.effects().stream()
        .map(e -> new Given(e, sequence(page, e.answer().check().id())))
        .toList();
  }

  /** The entry that can be struck: the answer to a check, or what somebody told of a clue. */
  private static long sequence(JobPage page, String check) {
    return page.state().live().stream()
        .filter(
            e ->
                e.fact() instanceof Fact.CheckAnswered f && f.check().equals(check)
                    || e.fact() instanceof Fact.ClueTold c && check.equals(Clue.PREFIX + c.clue()))
        .mapToLong(JobEntry::sequence)
        .max()
        .orElse(0);
  }
}
