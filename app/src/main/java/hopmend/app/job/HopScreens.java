package hopmend.app.job;

import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.HeldAtHand;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.JobRules;
import hopmend.job.Role;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
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

/** Renders hop pages, and appends what their forms say. */
@Component
public class HopScreens {
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final FactWords words;
  private final Clock clock;
  private final TransactionTemplate reading;
  private final Map<Hop, HopView> views = new EnumMap<>(Hop.class);

  HopScreens(
      JobDesk desk,
      VehicleDesk vehicles,
      FactWords words,
      Clock clock,
      PlatformTransactionManager transactions,
      List<HopView> all) {
    this.desk = desk;
    this.vehicles = vehicles;
    this.words = words;
    this.clock = clock;
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

  public String show(long jobId, Hop hop, Model model) {
    JobPage page = frame(jobId, hop, model);
    views.get(hop).fill(model, page);
    return hop.path() + "/page";
  }

  /** What every page of a job carries, whatever stands in it. */
  public JobPage frame(long jobId, Hop hop, Model model) {
    JobDesk.OpenJob job = reading.execute(t -> read(jobId, hop, model));
    JobPage page =
        new JobPage(
            job.row(),
            job.workup(),
            HopLine.of(job.workup(), clock.instant()),
            hop,
            vehicles.state(jobId),
            UUID.randomUUID(),
            clock.instant(),
            LocalDate.now(clock));
    model.addAttribute("page", page);
    page.undoable().ifPresent(e -> model.addAttribute("undoWords", words.of(e)));
    if (!model.containsAttribute("kept")) {
      model.addAttribute("kept", new HashMap<String, String>());
    }
    return page;
  }

  /** All that a page needs of the database, in one go. */
  private JobDesk.OpenJob read(long jobId, Hop hop, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    Optional<String> vin = job.workup().state().vehicle().map(v -> v.vin());
    model.addAttribute("gateways", vehicles.gateways(jobId, vin));
    views.get(hop).read(model, job);
    return job;
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
