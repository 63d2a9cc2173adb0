package hopmend.app.swap;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.app.web.Words;
import hopmend.find.Attested;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.CoolDown;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import hopmend.swap.SlipGuard;
import hopmend.swap.Step;
import hopmend.swap.WrenchSetting;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 5. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/swap")
class SwapController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final Clock clock;

  SwapController(HopScreens screens, JobDesk desk, Clock clock) {
    this.clock = clock;
    this.screens = screens;
    this.desk = desk;
  }

  /**
   * A step that was done.
   *
   * @param torque as the wrench was set, where the step tightens to a value
   * @param sure that a questioned torque is meant as it stands
   * @param foundSo how it was found done; empty where it was done here
   * @param origin from where the torque is, where the card has none
   * @param drive the size that fitted, where it was another than the card's
   * @param turned degrees past finger-tight; empty where it was not tightened by a turn
   * @param wrench of the shop's list; empty for none of it
   * @param confirmed what was looked at
   * @param amount of a fluid; empty where none is asked
   */
  record Ticked(
      String step,
      String torque,
      String torqueUnit,
      boolean sure,
      String foundSo,
      Attested.Origin origin,
      @Size(max = 40, message = "Name the size in up to 40 characters.") String drive,
      @Pattern(regexp = "|[1-9]\\d{0,2}", message = "Say how far it was turned.") String turned,
      @Size(max = 80) String wrench,
      List<String> confirmed,
      String amount,
      String amountUnit,
      String wrenchMm,
      String adapterMm,
      String angleDeg) {
    /** The adapter that the page was set for; none where it shows none. */
    WrenchSetting.Adapter adapter() {
      return adapterMm.isBlank()
          ? WrenchSetting.Adapter.NONE
          : Adapters.typed(wrenchMm, adapterMm, angleDeg);
    }
  }

  @PostMapping("/tick")
  String tick(Form form, @Sent Ticked sent) {
    Step step =
        desk.look(form.jobId())
            .workup()
            .workOrder()
            .flatMap(o -> o.step(sent.step()))
            .orElseThrow(() -> new InputProblem("", "The work order has no such step."));
    String found = sent.foundSo().strip();
    Reading torque =
        step.fastener()
            .filter(f -> found.isEmpty())
            .flatMap(f -> f.torque().isEmpty() ? known(sent) : Optional.of(torque(sent, f)))
            .orElse(null);
    boolean untold = step.fastener().filter(f -> f.torque().isEmpty()).isPresent();
    Double turned = sent.turned().isEmpty() ? null : Double.valueOf(sent.turned());
    step.fastener()
        .filter(f -> turned != null && !sent.sure())
        .flatMap(f -> f.doubt(turned))
        .ifPresent(
            m -> {
              throw new InputProblem("turned", Words.of(m));
            });
    return screens.append(
        form,
        new Fact.StepTicked(
            step.id(),
            torque,
            found,
            torque != null && untold ? sent.origin() : null,
            found.isEmpty() ? sent.drive().strip() : "",
            turned,
            torque == null ? "" : sent.wrench().strip(),
            sent.confirmed(),
            step.amount().flatMap(a -> amount(sent, a)).orElse(null),
            false,
            null));
  }

  /** What was measured of a fluid; empty where nothing is typed. */
  private static Optional<Reading> amount(Ticked sent, Operation.Amount asked) {
    return sent.amount().isBlank()
        ? Optional.empty()
        : Optional.of(TypedReading.of("amount", sent.amount(), sent.amountUnit(), asked.unit()));
  }

  /** A value that somebody knows where the card has none. */
  private static Optional<Reading> known(Ticked sent) {
    return sent.torque().isBlank()
        ? Optional.empty()
        : Optional.of(
            TypedReading.of("torque", sent.torque(), sent.torqueUnit(), MeasureUnit.NEWTON_METRE));
  }

  private static Reading torque(Ticked sent, Fastener fastener) {
    Reading typed =
        TypedReading.of("torque", sent.torque(), sent.torqueUnit(), MeasureUnit.NEWTON_METRE);
    SlipGuard guard = SlipGuard.judge(typed, fastener, sent.adapter());
    if (guard.finding() != SlipGuard.Finding.SENSIBLE && !sent.sure()) {
      String meant =
          guard
              .likelyMeant()
              .map(
                  r ->
                      " Did you mean %s (%s)?"
                          .formatted(r.text(), r.to(MeasureUnit.NEWTON_METRE).text()))
              .orElse("");
      throw new InputProblem(
          "torque", Words.of(guard.says()) + meant + " " + Words.of(guard.finding().remedy()));
    }
    return typed;
  }

  /**
   * A step in which something goes on by itself from now on.
   *
   * @param minutes of it
   */
  record Begun(String step, String minutes) {}

  @PostMapping("/wait")
  String begun(Form form, @Sent Begun sent) {
    if (!sent.minutes().strip().matches("\\d{1,4}")) {
      throw new InputProblem("minutes", "Write how many minutes, for example 60.");
    }
    return screens.append(
        form, new Fact.WaitBegun(sent.step(), Integer.parseInt(sent.minutes().strip())));
  }

  /**
   * Two readings of a thermometer at something hot.
   *
   * @param apart minutes between them
   * @param unit of all temperatures
   */
  record Cools(String first, String later, String apart, String air, String unit, String touch) {
    double celsius(String field, String typed) {
      return TypedReading.of(field, typed, unit, MeasureUnit.CELSIUS).in(MeasureUnit.CELSIUS);
    }

    CoolDown.Touch touched() {
      return touch.equals(CoolDown.Touch.TEN_MINUTES.name())
          ? CoolDown.Touch.TEN_MINUTES
          : CoolDown.Touch.A_MINUTE;
    }
  }

  /** When it can be touched; nothing is recorded until the wait begins. */
  @PostMapping("/cool")
  String cool(Form form, @Sent Cools sent, Model model) {
    double apart =
        TypedReading.of("apart", sent.apart(), "min", MeasureUnit.MINUTE).in(MeasureUnit.MINUTE);
    CoolDown cool =
        CoolDown.of(
                sent.celsius("first", sent.first()),
                sent.celsius("later", sent.later()),
                apart,
                sent.celsius("air", sent.air()),
                sent.touched().celsius())
            .orElseThrow(() -> new InputProblem("later", Words.of(CoolDown.saysNothing())));
    model.addAttribute("cool", Cooled.of(cool, sent.touched(), clock));
    return screens.show(form.jobId(), Hop.SWAP, model);
  }

  /**
   * A cool-down by the clock on the wall.
   *
   * @param latest empty where nobody can say
   */
  public record Cooled(
      CoolDown cool, CoolDown.Touch touch, String at, String soonest, String latest) {
    static Cooled of(CoolDown cool, CoolDown.Touch touch, Clock clock) {
      String latest = cool.isSure() ? time(cool.latest(), clock) : "";
      return new Cooled(
          cool, touch, time(cool.minutes(), clock), time(cool.soonest(), clock), latest);
    }

    private static String time(double minutes, Clock clock) {
      return DateTimeFormatter.ofPattern("HH:mm")
          .format(clock.instant().plusSeconds(Math.round(60 * minutes)).atZone(clock.getZone()));
    }
  }

  record LookedAt(String step) {}

  /** Somebody looks at a step that another did. */
  @PostMapping("/look")
  String look(Form form, @Sent LookedAt sent) {
    return screens.append(form, new Fact.StepLookedAt(sent.step()));
  }

  record Met(String step, String mishap, String way) {}

  /** Something went wrong; the way that is taken becomes a step. */
  @PostMapping("/mishap")
  String mishap(Form form, @Sent Met sent) {
    return screens.append(form, new Fact.MishapMet(sent.step(), sent.mishap(), sent.way()));
  }

  record Chosen(String school, String answer) {}

  /** A school is chosen: the plan is another one at once. */
  @PostMapping("/school")
  String school(Form form, @Sent Chosen sent) {
    Fact fact =
        desk.look(form.jobId())
            .workup()
            .here()
            .choosing(sent.school(), sent.answer(), "chosen on the work sheet: " + sent.answer());
    return screens.append(form, fact);
  }

  /**
   * What was seen of the part that is out.
   *
   * @param check the look
   * @param outcome what was found
   */
  record OldPart(String check, String outcome) {}

  @PostMapping("/old-part")
  String oldPart(Form form, @Sent OldPart sent) {
    if (sent.outcome().isBlank()) {
      throw new InputProblem("outcome", "Pick what you see.");
    }
    return screens.append(form, new Fact.CheckAnswered(sent.check(), sent.outcome()));
  }

  /**
   * Pieces that fell and that nobody finds.
   *
   * @param reason where they may lie, and why they can stay
   */
  record Lost(
      @Size(min = 1, max = 60, message = "Name the piece in 1 to 60 characters.") String item,
      @Pattern(regexp = "[1-9]\\d{0,2}", message = "Count the pieces: 1 to 999.") String count,
      String reason) {}

  @PostMapping("/lost")
  String lost(Form form, @Sent Lost sent) {
    return screens.append(
        form,
        new Fact.PiecesLost(
            sent.item().strip(), Integer.parseInt(sent.count().strip()), sent.reason().strip()));
  }

  /** Loose pieces that went off the vehicle, or back on it. */
  record Pieces(
      @Size(min = 1, max = 60, message = "Name the piece in 1 to 60 characters.") String item,
      @Pattern(regexp = "[1-9]\\d{0,2}", message = "Count the pieces: 1 to 999.") String count,
      String way) {
    Pieces {
      // What fell is a debt of its own: a new one may be in its place before it is found.
      item = item.strip() + (way.equals("fell") ? ", fell" : "");
      count = count.strip();
    }

    int moved() {
      return Integer.parseInt(count) * (way.equals("back") ? -1 : 1);
    }
  }

  @PostMapping("/pieces")
  String pieces(Form form, @Sent Pieces sent) {
    return screens.append(form, new Fact.PiecesMoved(sent.item(), sent.moved()));
  }

  record AnsweredFor(String reason) {}

  /** Somebody answers for work with a danger that binds. */
  @PostMapping("/answer-for")
  String answerFor(Form form, @Sent AnsweredFor sent) {
    return screens.append(form, new Fact.GateOverruled(Hop.SWAP, sent.reason().strip()));
  }

  /**
   * What was done, or is watched.
   *
   * @param until the day until which it is watched; empty for anything else
   */
  record WrittenDown(String words, String until) {
    LocalDate day() {
      try {
        return until.isBlank() ? null : LocalDate.parse(until.strip());
      } catch (DateTimeParseException e) {
        throw new InputProblem("until", "Write the day as 2026-12-24.");
      }
    }
  }

  @PostMapping("/repair")
  String repair(Form form, @Sent WrittenDown sent) {
    return screens.append(form, new Fact.RepairNoted(sent.words().strip(), sent.day()));
  }
}
