package hopmend.app.job;

import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.HeldAtHand;
import hopmend.app.web.ShopChanges;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.JobRules;
import hopmend.job.Role;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.View;

/** Renders hop pages, and appends what their forms say. */
@Component
public class HopScreens {
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final FactWords words;
  private final Clock clock;
  private final ShopChanges changes;
  private final WrittenPages written;
  private final TransactionTemplate reading;
  private final Map<Hop, HopView> views = new EnumMap<>(Hop.class);

  HopScreens(
      JobDesk desk,
      VehicleDesk vehicles,
      FactWords words,
      Clock clock,
      ShopChanges changes,
      WrittenPages written,
      PlatformTransactionManager transactions,
      List<HopView> all) {
    this.desk = desk;
    this.vehicles = vehicles;
    this.words = words;
    this.clock = clock;
    this.changes = changes;
    this.written = written;
    this.reading = new TransactionTemplate(transactions);
    this.reading.setReadOnly(true);
    all.forEach(v -> views.put(v.hop(), v));
  }

  /** A form of a hop page as it came in: of which job and hop, by whom, after what was seen. */
  public record Form(long jobId, Hop hop, JobDesk.Submission submission) {
    /** Goes back to the hop. */
    public String done() {
      return "redirect:/jobs/" + jobId + "/" + hop.path();
    }
  }

  /** Who sent a request; the role is the one that the person has at this moment. */
  public static JobRules.Person by(HttpServletRequest request) {
    Role role =
        Arrays.stream(Role.values())
            .filter(r -> request.isUserInRole(r.name()))
            .findFirst()
            .orElse(Role.LEARNER);
    return new JobRules.Person(request.getUserPrincipal().getName(), role, HeldAtHand.of(request));
  }

  /**
   * Which part of a page is open: what was asked for, or else the form that was just sent and has
   * to be shown again.
   */
  public static String asked(HttpServletRequest request) {
    String asked = request.getParameter("asked");
    if (asked != null) {
      return asked;
    }
    String path = request.getRequestURI();
    return request.getMethod().equals("POST") ? path.substring(path.lastIndexOf('/') + 1) : "";
  }

  /** Shows a hop that is opened; as it was written last, if everything on it is as it was. */
  ModelAndView open(long jobId, Hop hop, Model model, HttpServletRequest request) {
    long before = changes.count();
    Opened opened =
        reading.execute(
            t -> {
              JobDesk.OpenJob job = desk.look(jobId);
              JobPage page = page(job, hop);
              WrittenPages.Shown shown = WrittenPages.Shown.of(page, request, before);
              Optional<View> again = written.again(shown, page);
              if (again.isEmpty()) {
                read(job, hop, model);
              }
              return new Opened(page, shown, again);
            });
    if (opened.again().isPresent()) {
      return new ModelAndView(opened.again().get());
    }
    JobPage page = framed(opened.page(), model);
    String view = filled(page, model);
    return page.isStill() && views.get(hop).isStill(model, page)
        ? new ModelAndView(written.first(opened.shown(), page, view))
        : new ModelAndView(view);
  }

  /**
   * A page that is opened.
   *
   * @param again as it was written last; empty if it has to be written
   */
  private record Opened(JobPage page, WrittenPages.Shown shown, Optional<View> again) {}

  /** Shows a hop with what a form brought, or with what was wrong in it. */
  public String show(long jobId, Hop hop, Model model) {
    return filled(frame(jobId, hop, model), model);
  }

  private String filled(JobPage page, Model model) {
    views.get(page.hop()).fill(model, page);
    return page.hop().path() + "/page";
  }

  /** What every page of a job carries, whatever stands in it. */
  public JobPage frame(long jobId, Hop hop, Model model) {
    JobDesk.OpenJob job =
        reading.execute(
            t -> {
              JobDesk.OpenJob there = desk.look(jobId);
              read(there, hop, model);
              return there;
            });
    return framed(page(job, hop), model);
  }

  private JobPage page(JobDesk.OpenJob job, Hop hop) {
    Instant now = clock.instant();
    return new JobPage(
        job.row(),
        job.workup(),
        HopLine.of(job.workup(), now),
        hop,
        vehicles.state(job.row().id()),
        UUID.randomUUID(),
        now,
        LocalDate.now(clock));
  }

  private JobPage framed(JobPage page, Model model) {
    model.addAttribute("page", page);
    page.undoable().ifPresent(e -> model.addAttribute("undoWords", words.of(e)));
    if (!model.containsAttribute("kept")) {
      model.addAttribute("kept", new HashMap<String, String>());
    }
    return page;
  }

  /** All that a page needs of the database besides its job, in the same go. */
  private void read(JobDesk.OpenJob job, Hop hop, Model model) {
    Optional<String> vin = job.workup().state().vehicle().map(v -> v.vin());
    model.addAttribute("gateways", vehicles.gateways(job.row().id(), vin));
    views.get(hop).read(model, job);
  }

  /** Appends what the form says and goes back to the hop. */
  public String append(Form form, Fact... facts) {
    return append(form, List.of(facts));
  }

  /** The same for several. */
  public String append(Form form, List<Fact> facts) {
    desk.append(form.jobId(), form.submission(), facts);
    return form.done();
  }

  /** The same for what a vehicle said after its codes were cleared, with all of it as text. */
  public String appendAfterwards(Form form, Readout readout) {
    JobDesk.Kept kept = JobDesk.Kept.told(readout.whole());
    desk.append(
        form.jobId(),
        form.submission(),
        readout.factsAfterwards(kept.id().toString()),
        Optional.of(kept));
    return form.done();
  }
}
