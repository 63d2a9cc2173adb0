package hopmend.app.job;

import hopmend.app.link.VehicleDesk;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.JobRules;
import hopmend.job.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;

/** Renders hop pages, and runs their forms: append and go on, or show the problem in place. */
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

  /** A form of a hop page as it came in. */
  public record Form(
      long jobId, Hop hop, HttpServletRequest request, HttpServletResponse response) {
    public String field(String name) {
      String value = Optional.ofNullable(request.getParameter(name)).orElse("");
      if (!Fact.isStorable(value)) {
        throw new InputProblem(
            name, "This holds a character that no text can hold (NUL or half of a pair).");
      }
      return value;
    }

    /** All values of a field that may be given several times. */
    public List<String> fields(String name) {
      return Optional.ofNullable(request.getParameterValues(name)).map(List::of).orElse(List.of());
    }

    public JobRules.Person by() {
      return by(request);
    }

    /** Who sent a request; the role is the one that the person has at this moment. */
    public static JobRules.Person by(HttpServletRequest request) {
      Role role =
          Arrays.stream(Role.values())
              .filter(r -> request.isUserInRole(r.name()))
              .findFirst()
              .orElse(Role.LEARNER);
      return new JobRules.Person(request.getUserPrincipal().getName(), role);
    }

    /** Token and what was seen, from the hidden fields. */
    public JobDesk.Submission submission() {
      try {
        return new JobDesk.Submission(
            UUID.fromString(field("token")), Long.parseLong(field("seen")), by());
      } catch (IllegalArgumentException e) {
        throw new InputProblem("", "The form was incomplete. Look at the page again and retry.");
      }
    }
  }

  public String show(long jobId, Hop hop, Model model) {
    JobDesk.OpenJob job = reading.execute(t -> read(jobId, hop, model));
    JobPage page =
        new JobPage(
            job.row(),
            job.workup(),
            HopLine.of(job.workup(), clock.instant()),
            hop,
            vehicles.state(jobId),
            UUID.randomUUID(),
            clock.instant());
    model.addAttribute("page", page);
    page.undoable().ifPresent(e -> model.addAttribute("undoWords", words.of(e)));
    if (!model.containsAttribute("kept")) {
      model.addAttribute("kept", new HashMap<String, String>());
    }
    views.get(hop).fill(model, page);
    return hop.path() + "/page";
  }

  /** All that a page needs of the database, in one go. */
  private JobDesk.OpenJob read(long jobId, Hop hop, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    Optional<String> vin = job.workup().state().vehicle().map(v -> v.vin());
    model.addAttribute("gateways", vehicles.gateways(vin));
    views.get(hop).read(model, job);
    return job;
  }

  /**
   * Appends what the form says and goes back to the hop; a problem is shown with what was typed.
   */
  public String submit(Form form, Model model, Supplier<List<? extends Fact>> facts) {
    return run(form, model, () -> desk.append(form.jobId(), form.submission(), facts.get()));
  }

  /** Runs work that may meet a problem of input; shows the hop again in either case. */
  public String run(Form form, Model model, Runnable work) {
    try {
      work.run();
      return "redirect:/jobs/" + form.jobId() + "/" + form.hop().path();
    } catch (Fact.Improper e) {
      return again(form, model, new InputProblem("", e.getMessage()));
    } catch (InputProblem p) {
      return again(form, model, p);
    }
  }

  private String again(Form form, Model model, InputProblem p) {
    p.show(model, form.response());
    Map<String, String> kept = new HashMap<>();
    form.request().getParameterMap().forEach((k, v) -> kept.put(k, String.join(",", v)));
    model.addAttribute("kept", kept);
    return show(form.jobId(), form.hop(), model);
  }
}
