package hopmend.app.day;

import hopmend.app.account.Account;
import hopmend.app.account.Accounts;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.verify.Drives;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.RequestPath;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.job.HopLine;
import hopmend.job.Remaining;
import hopmend.job.Standing;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/**
 * A job as one hands it to somebody else: what is open, owed and waiting; by when it was promised,
 * what it waits for and where it stands.
 */
@Controller
class HandOverController {
  private final JobDesk desk;
  private final ShopDay shop;
  private final ShopAtHand atHand;
  private final Drives drives;
  private final Accounts accounts;
  private final Clock clock;

  HandOverController(
      JobDesk desk,
      ShopDay shop,
      ShopAtHand atHand,
      Drives drives,
      Accounts accounts,
      Clock clock) {
    this.drives = drives;
    this.desk = desk;
    this.shop = shop;
    this.atHand = atHand;
    this.accounts = accounts;
    this.clock = clock;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/hand-over")
  String page(@PathVariable long jobId, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    HopLine line = HopLine.of(job.workup(), clock.instant());
    model.addAttribute("job", job.row());
    model.addAttribute("state", job.workup().state());
    model.addAttribute("workup", job.workup());
    model.addAttribute("line", line);
    model.addAttribute(
        "waiting",
        line.standings().stream().filter(s -> s.kind() == Standing.Kind.WAITING).toList());
    model.addAttribute(
        "left",
        Remaining.of(
                job.workup(),
                jobId,
                job.row().title(),
                drives.proofs(jobId, job.workup()),
                clock.instant(),
                atHand.now())
            .stages());
    model.addAttribute("people", accounts.all().stream().filter(Account::active).toList());
    model.addAttribute("bays", shop.bays());
    model.addAttribute("zone", clock.getZone());
    model.addAttribute("token", UUID.randomUUID());
    return "day/hand-over";
  }

  record Handed(String to, String words) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/hand-over")
  String handOver(Form form, @Sent Handed sent) {
    if (accounts.byLogin(sent.to()).filter(Account::active).isEmpty()) {
      throw new InputProblem("to", "Pick who takes over.");
    }
    return append(form, new Fact.HandedOver(sent.to(), sent.words().strip()));
  }

  record Appointment(String comes) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/hand-over/appointment")
  String appoint(Form form, @Sent Appointment sent) {
    return append(form, new Fact.Appointed(BoardController.moment("comes", sent.comes(), clock)));
  }

  record Promise(String by) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/hand-over/promise")
  String promise(Form form, @Sent Promise sent) {
    return append(form, new Fact.Promised(BoardController.moment("by", sent.by(), clock)));
  }

  record Delivery(String at, String what) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/hand-over/delivery")
  String delivery(Form form, @Sent Delivery sent) {
    return append(
        form,
        new Fact.DeliveryExpected(
            BoardController.moment("at", sent.at(), clock), sent.what().strip()));
  }

  record Brought(String bay) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/hand-over/bay")
  String bay(Form form, @Sent Brought sent) {
    return append(form, new Fact.BroughtTo(sent.bay().strip()));
  }

  private String append(Form form, Fact fact) {
    desk.append(form.jobId(), form.submission(), fact);
    return "redirect:/jobs/" + form.jobId() + "/hand-over";
  }

  /** What will not do is shown where it was typed. */
  @ExceptionHandler({InputProblem.class, Fact.Improper.class})
  String again(
      RuntimeException e, Model model, HttpServletRequest request, HttpServletResponse response) {
    InputProblem.of(e).show(model, response);
    return NotHere.or(() -> page(RequestPath.jobId(request), model), model, response);
  }
}
