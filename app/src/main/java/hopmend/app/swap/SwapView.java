package hopmend.app.swap;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.find.Attested;
import hopmend.job.Hop;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.swap.AdapterDrawing;
import hopmend.swap.Fastener;
import hopmend.swap.Step;
import hopmend.swap.ToothDrawing;
import hopmend.swap.ToothSetting;
import hopmend.swap.TorqueDial;
import hopmend.swap.TurnDial;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.Wrench;
import hopmend.swap.WrenchSetting;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 5 shows: the next step, the order, the tray of what is owed, the wrench. */
@Component
class SwapView implements HopView {
  private static final List<MeasureUnit> TORQUE_UNITS = MeasureUnit.NEWTON_METRE.siblings();

  /** From where somebody knows a value. */
  private static final List<Attested.Origin> ORIGINS =
      List.of(Attested.Origin.MAKER, Attested.Origin.MEASURED, Attested.Origin.SHOP);

  private final HttpServletRequest request;

  SwapView(HttpServletRequest request) {
    this.request = request;
  }

  /** A wrench of the shop, with what speaks against it for this setting. */
  public record WrenchAtHand(String name, List<Message> doubts) {}

  /** A wrench setting in one unit. */
  public record Setting(String unit, String wanted, String set) {}

  @Override
  public Hop hop() {
    return Hop.SWAP;
  }

  @Override
  public void fill(Model model, JobPage page) {
    Workup workup = page.workup();
    Optional<WorkOrder> order = workup.workOrder();
    Optional<Work> work = workup.here().work();
    model.addAttribute("work", work.orElse(null));
    model.addAttribute("bare", workup.here().isOnlyNoted());
    model.addAttribute("ticks", workup.ticks());
    if (order.isEmpty()) {
      return;
    }
    model.addAttribute("order", order.get());
    model.addAttribute("ledger", workup.ledger());
    model.addAttribute("tray", TrayView.of(workup.ledger(), workup.catalog()));
    model.addAttribute("ifSwitchedOn", workup.codesIfSwitchedOn());
    model.addAttribute("looksOwed", workup.looksOwed());
    model.addAttribute("lost", page.state().lost());
    model.addAttribute("schools", workup.here().schoolsOffered());
    model.addAttribute("speaksOtherwise", workup.here().oldPartSaysOtherwise().orElse(null));
    Optional<Step> step = chosen(order.get(), page);
    step.ifPresent(
        s -> {
          model.addAttribute("step", s);
          model.addAttribute("stepNumber", order.get().steps().indexOf(s) + 1);
          model.addAttribute("isTicked", workup.ticks().containsKey(s.id()));
          s.latch()
              .flatMap(l -> workup.catalog().latch(latch(l, s, workup)))
              .ifPresent(l -> model.addAttribute("latch", l));
          s.fastener().filter(f -> f.torque().isPresent()).ifPresent(f -> wrench(model, f, page));
          s.shows().flatMap(drawn -> workup.toothSetting()).ifPresent(set -> tooth(model, set));
          model.addAttribute("mishaps", workup.mishaps(s.id()));
          model.addAttribute("volumes", MeasureUnit.LITRE.siblings());
          model.addAttribute("lookOwed", workup.looksOwed().contains(s));
          model.addAttribute("looked", workup.lookedAt(s).orElse(null));
          model.addAttribute("oldPartLooks", workup.looksAtTheOldPart(s));
          model.addAttribute("oldPartSeen", page.state().answersByCheck());
          model.addAttribute("meanwhile", order.get().meanwhile(s.id(), workup.ticks().keySet()));
          s.fastener()
              .map(Fastener::turn)
              .ifPresent(
                  t -> {
                    model.addAttribute("turn", t);
                    model.addAttribute("turnDial", TurnDial.draw(t, Words.wording()));
                  });
          s.fastener()
              .or(() -> s.loosens().stream().findFirst())
              .ifPresent(f -> model.addAttribute("turned", f));
          model.addAttribute("temperatures", MeasureUnit.CELSIUS.siblings());
          s.waits().ifPresent(w -> model.addAttribute("waits", w));
          model.addAttribute("waited", page.state().waits().get(s.id()));
          model.addAttribute("torqueUnits", TORQUE_UNITS);
          model.addAttribute("origins", ORIGINS);
        });
  }

  /** The latch drawing: the step's own, or that of the site's connector. */
  private static String latch(String named, Step step, Workup workup) {
    return named.equals("site") ? workup.target(step).site().orElseThrow().latch() : named;
  }

  private Optional<Step> chosen(WorkOrder order, JobPage page) {
    return Optional.ofNullable(request.getParameter("step"))
        .filter(id -> !request.getMethod().equals("POST") || isOpen(id, page))
        .flatMap(order::step)
        .or(() -> page.workup().stepAtHand());
  }

  /** After a refused form the same step stays on the screen, unless it was ticked meanwhile. */
  private static boolean isOpen(String id, JobPage page) {
    return !page.workup().ticks().containsKey(id);
  }

  private void tooth(Model model, ToothSetting set) {
    model.addAttribute("tooth", set);
    model.addAttribute("toothDrawing", ToothDrawing.draw(set, Words.wording()));
  }

  private void wrench(Model model, Fastener fastener, JobPage page) {
    WrenchSetting.Adapter adapter = WrenchSetting.Adapter.NONE;
    if (request.getParameter("adapterMm") != null) {
      try {
        adapter =
            Adapters.of(
                request.getParameter("wrenchMm"),
                request.getParameter("adapterMm"),
                request.getParameter("angleDeg"));
      } catch (IllegalArgumentException e) {
        model.addAttribute("problem", new InputProblem("adapter", e.getMessage()));
      }
    }
    Reading wanted = fastener.torque().orElseThrow();
    WrenchSetting.Adapter used = adapter;
    model.addAttribute("adapter", used);
    model.addAttribute("adapterDrawing", AdapterDrawing.draw(used, Words.wording()));
    model.addAttribute("onThreads", fastener.onThreads());
    Reading set = WrenchSetting.of(wanted, used).setting();
    model.addAttribute(
        "wrenches",
        Wrench.suited(page.workup().shop().wrenches(), set, page.today()).stream()
            .map(w -> new WrenchAtHand(w.name(), w.doubts(set, page.today())))
            .toList());
    model.addAttribute(
        "settings",
        TORQUE_UNITS.stream()
            .map(
                u -> {
                  WrenchSetting s = WrenchSetting.of(wanted.to(u), used);
                  return new Setting(u.symbol(), onTheScale(s.wanted()), onTheScale(s.setting()));
                })
            .toList());
    model.addAttribute(
        "dial", TorqueDial.draw(fastener, WrenchSetting.of(wanted, used), Words.wording()));
  }

  private static String onTheScale(Reading torque) {
    return WrenchSetting.onTheScale(torque)
        .map(r -> Reading.number(r.value()))
        .orElse("scale too coarse");
  }
}
