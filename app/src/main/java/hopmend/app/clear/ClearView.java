package hopmend.app.clear;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.app.link.VehicleDesk;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 6 shows: the gate, the buttons, every code before and after. */
@Component
class ClearView implements HopView {
  private final VehicleDesk vehicles;

  ClearView(VehicleDesk vehicles) {
    this.vehicles = vehicles;
  }

  @Override
  public Hop hop() {
    return Hop.CLEAR;
  }

  @Override
  public void fill(Model model, JobPage page) {
    model.addAttribute("gate", HopLine.clearGate(page.workup()).orElse(null));
    model.addAttribute("before", page.state().beforeClear());
    model.addAttribute("after", page.state().afterClear().map(a -> a.codes()).orElse(null));
    model.addAttribute("watched", page.workup().staysUncleared());
    model.addAttribute("forecast", page.workup().clearForecast());
    model.addAttribute("how", page.state().clearedHow().orElse(null));
    model.addAttribute("forgotten", page.workup().forgottenByBattery());
    model.addAttribute("readinessBefore", page.workup().readinessBefore().orElse(null));
    model.addAttribute("frameOwed", page.state().lacksFreezeFrame());
    model.addAttribute("screens", page.state().screens(Hop.CLEAR));
    model.addAttribute("report", page.workup().clearReport().orElse(null));
  }
}
