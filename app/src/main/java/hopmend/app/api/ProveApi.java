package hopmend.app.api;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.catalog.Catalog;
import hopmend.fault.CodeState;
import hopmend.fault.CodeText;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.instrument.Asked;
import hopmend.instrument.Look;
import hopmend.instrument.Setting;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import hopmend.job.ShopSettings;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.prove.Check;
import hopmend.prove.Measurement;
import hopmend.sensor.Band;
import hopmend.sensor.SignalModel;
import hopmend.trace.Capture;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Stateless computations of hop 2 for other programs. Nothing is kept. */
@RestController
@RequestMapping(path = "/api/v1/prove", produces = MediaType.APPLICATION_JSON_VALUE)
@Tag(name = "Prove", description = "Values, recordings and figures judged; checks ranked")
class ProveApi {
  /** What a stranger may have read at once takes less than a second of the processor. */
  private static final int MOST_CHARACTERS = 500_000;

  private static final int MOST_ANSWERS = 100;

  /** An identification number that is nobody's: a plan needs none. */
  private static final String NOBODYS = "00000000000000000";

  private final Catalogs catalogs;
  private final ShopSettings shop;
  private final HeavyWork heavy;
  private final Clock clock;

  ProveApi(Catalogs catalogs, ShopSettings shop, HeavyWork heavy, Clock clock) {
    this.catalogs = catalogs;
    this.shop = shop;
    this.heavy = heavy;
    this.clock = clock;
  }

  @GetMapping("/{family}")
  @Operation(summary = "The checks of a family: what is measured, which instrument looks, results")
  List<Answers.CheckOfSheet> checks(@PathVariable String family) {
    return ofFamily(family).stream().map(Answers.CheckOfSheet::of).toList();
  }

  /** A value with its unit, {@code {"value": 2.41, "unit": "kohm"}}. */
  record Told(Double value, String unit) {
    Reading reading(String field, MeasureUnit asked) {
      if (value == null || !Double.isFinite(value)) {
        throw new InputProblem(
            field, "Send \"" + field + "\" as {\"value\": number, \"unit\": …}.");
      }
      MeasureUnit picked =
          unit == null
              ? asked
              : MeasureUnit.bySymbol(unit)
                  .filter(u -> u.quantity() == asked.quantity())
                  .orElseThrow(
                      () ->
                          new InputProblem(
                              field,
                              "\"%s\" is no unit of %s; it is told in %s."
                                  .formatted(unit, field, symbols(asked))));
      return Reading.of(value, picked);
    }

    private static String symbols(MeasureUnit asked) {
      return Words.of(Message.either(asked.siblings().stream().map(MeasureUnit::symbol).toList()));
    }
  }

  /**
   * A measured value.
   *
   * @param companion what the limits depend on, for example the temperature of a thermistor
   * @param besides what sharpens them, for example the altitude
   * @param card figures of the vehicle by their name, where the sheet has none
   */
  record Measured(Told value, Told companion, Told besides, Map<String, Double> card) {}

  @PostMapping("/{family}/{check}/value")
  @Operation(summary = "A measured value: the band that is right, where it lies, what it means")
  Answers.JudgedValue value(
      @PathVariable String family, @PathVariable String check, @RequestBody Measured sent) {
    Check asked = check(family, check);
    Measurement m =
        asked
            .measured()
            .orElseThrow(() -> new InputProblem("check", "Nothing is measured at this check."));
    Reading value = told("value", sent.value(), m.unit());
    SignalModel.Told beside =
        new SignalModel.Told(
            m.companion().map(c -> beside("companion", sent.companion(), c)).orElse(null),
            m.besides()
                .filter(c -> sent.besides() != null)
                .map(c -> beside("besides", sent.besides(), c))
                .orElse(null));
    Band band =
        m.band(Optional.empty(), Optional.ofNullable(card(sent.card()).get(m.cardFigure())), beside)
            .orElseThrow(
                () ->
                    new InputProblem(
                        "card", "Send the vehicle's \"" + m.cardFigure() + "\" in \"card\"."));
    String outcome = m.outcomeFor(band.judge(value).side());
    return Answers.JudgedValue.of(
        asked.known(outcome).orElseThrow(), band, value, band.likelyMeant(value));
  }

  private static Reading told(String field, Told sent, MeasureUnit asked) {
    return Optional.ofNullable(sent)
        .orElseThrow(
            () ->
                new InputProblem(
                    field, "Send \"" + field + "\" as {\"value\": number, \"unit\": …}."))
        .reading(field, asked);
  }

  private static Reading beside(String field, Told sent, SignalModel.Companion of) {
    Reading reading = told(field, sent, of.unit());
    if (!of.takes(reading)) {
      throw new InputProblem(field, Words.of(of.asked()));
    }
    return reading;
  }

  private static Map<String, Double> card(Map<String, Double> sent) {
    return sent == null ? new HashMap<>() : new HashMap<>(sent);
  }

  @PostMapping(path = "/{family}/{check}/trace", consumes = MediaType.TEXT_PLAIN_VALUE)
  @Operation(
      summary =
          "A recording as CSV, up to 500 000 characters, before the instrument of a check."
              + " Columns by \"col-ROLE\", figures by \"fig-ID\" with \"unit-ID\", the vehicle's by"
              + " \"card-NAME\"")
  Answers.Seen trace(
      @PathVariable String family,
      @PathVariable String check,
      @RequestBody String csv,
      @RequestParam(required = false) Double perSecond,
      HttpServletRequest request) {
    if (csv.length() > MOST_CHARACTERS) {
      throw new InputProblem(
          "text", "At most " + MOST_CHARACTERS + " characters are read at once.");
    }
    Check asked = check(family, check);
    Setting setting = setting(asked);
    Map<String, String> columns = new HashMap<>();
    setting
        .kind()
        .roles()
        .forEach(
            r ->
                Optional.ofNullable(request.getParameter("col-" + r.id()))
                    .ifPresent(c -> columns.put(r.id(), c)));
    Map<String, Reading> figures =
        figures(
            setting,
            id ->
                Optional.ofNullable(request.getParameter("fig-" + id))
                    .map(
                        v -> new Told(number("fig-" + id, v), request.getParameter("unit-" + id))));
    Function<String, Optional<Double>> ofTheCard =
        name ->
            Optional.ofNullable(request.getParameter("card-" + name))
                .map(v -> number("card-" + name, v));
    Look look =
        heavy.few(
            "text",
            request.getRemoteAddr(),
            csv.length(),
            () ->
                setting.look(
                    Capture.read(csv, Optional.ofNullable(perSecond)),
                    columns,
                    figures,
                    ofTheCard));
    return seen(asked, look);
  }

  private static Map<String, Reading> figures(
      Setting setting, Function<String, Optional<Told>> told) {
    Map<String, Reading> figures = new LinkedHashMap<>();
    for (Asked a : setting.kind().asks()) {
      told.apply(a.id()).ifPresent(t -> figures.put(a.id(), t.reading(a.id(), a.unit())));
    }
    return figures;
  }

  private static double number(String field, String text) {
    try {
      return Double.parseDouble(text);
    } catch (NumberFormatException e) {
      throw new InputProblem(field, "\"" + text + "\" is no number.");
    }
  }

  /** Figures by id, and the vehicle's own by name. */
  record Figures(Map<String, Told> figures, Map<String, Double> card) {}

  @PostMapping("/{family}/{check}/figures")
  @Operation(summary = "Several figures together before the instrument of a check")
  Answers.Seen figures(
      @PathVariable String family, @PathVariable String check, @RequestBody Figures sent) {
    Check asked = check(family, check);
    Setting setting = setting(asked);
    if (setting.kind().isForRecordings()) {
      throw new InputProblem("check", "Its instrument looks at a recording: post it to …/trace.");
    }
    Map<String, Told> told = sent.figures() == null ? Map.of() : sent.figures();
    Map<String, Reading> figures = figures(setting, id -> Optional.ofNullable(told.get(id)));
    Map<String, Double> card = card(sent.card());
    return seen(asked, setting.look(figures, name -> Optional.ofNullable(card.get(name))));
  }

  private static Answers.Seen seen(Check check, Look look) {
    return Answers.Seen.of(
        check,
        look.sight().orElseThrow(() -> new InputProblem("text", Words.of(look.problems()))),
        look.notes());
  }

  /** An answer that was given already. */
  record Given(String check, String outcome, Boolean unsure) {}

  /**
   * What is known.
   *
   * @param card id of the vehicle card; empty for none
   * @param clues by id: whether it is so
   */
  record Known(String code, String card, List<Given> answers, Map<String, Boolean> clues) {}

  @PostMapping("/plan")
  @Operation(
      summary =
          "Suspects, verdict and the next steps by expected cost to a proven repair, from a code, a"
              + " vehicle card and the answers so far")
  Answers.Planned plan(@RequestBody Known known) {
    TroubleCode code = code(known.code());
    List<Given> answers = known.answers() == null ? List.of() : known.answers();
    if (answers.size() > MOST_ANSWERS) {
      throw new InputProblem("answers", "Send up to " + MOST_ANSWERS + " answers.");
    }
    Catalog catalog = catalogs.now();
    String card = known.card() == null ? "" : known.card();
    if (!card.isEmpty() && catalog.card(card).isEmpty()) {
      throw new InputProblem("card", "No card is called \"" + card + "\".");
    }
    List<Fact> facts = new ArrayList<>();
    facts.add(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(code, CodeState.STORED)),
            List.of(),
            code.text()));
    facts.add(new Fact.VehicleIdentified(NOBODYS, card, "", 0, null, null, Fact.Place.HOIST));
    facts.add(new Fact.WorkOnChosen(code));
    Target here = workup(catalog, facts).here();
    for (Given g : answers) {
      if (g == null || g.check() == null || g.outcome() == null) {
        throw new InputProblem("answers", "Each answer has a \"check\" and an \"outcome\".");
      }
      here.check(g.check())
          .flatMap(c -> c.known(g.outcome()))
          .orElseThrow(
              () ->
                  new InputProblem(
                      "answers",
                      "The sheet has no check %s with a result %s."
                          .formatted(g.check(), g.outcome())));
      facts.add(
          new Fact.CheckAnswered(
              g.check(),
              g.outcome(),
              null,
              null,
              null,
              Boolean.TRUE.equals(g.unsure()),
              null,
              null));
    }
    Map<String, Boolean> clues = known.clues() == null ? Map.of() : known.clues();
    for (Map.Entry<String, Boolean> told : clues.entrySet()) {
      boolean isKnown = here.clues().stream().anyMatch(c -> c.clue().id().equals(told.getKey()));
      if (!isKnown || told.getValue() == null) {
        throw new InputProblem(
            "clues",
            "\"" + told.getKey() + "\" is no clue of this sensor, or is neither true nor false.");
      }
      facts.add(new Fact.ClueTold(told.getKey(), told.getValue()));
    }
    Target now = workup(catalog, facts).here();
    return now.plan()
        .map(p -> Answers.Planned.of(now.diagnosis().orElseThrow(), now.verdict().orElseThrow(), p))
        .orElseThrow(() -> new InputProblem("code", "No sheet owns " + code.text() + "."));
  }

  private Workup workup(Catalog catalog, List<Fact> facts) {
    List<JobEntry> entries = new ArrayList<>();
    facts.forEach(f -> entries.add(new JobEntry(entries.size() + 1, clock.instant(), "", f)));
    return new Workup(JobState.of(entries), catalog, shop);
  }

  private static TroubleCode code(String typed) {
    CodeText read = CodeText.read(typed == null ? "" : typed);
    if (read instanceof CodeText.Malformed bad) {
      throw new InputProblem("code", Words.of(bad.why()));
    }
    return ((CodeText.Decoded) read).code();
  }

  private List<Check> ofFamily(String family) {
    return catalogs
        .now()
        .sheet(family)
        .orElseThrow(() -> new InputProblem("family", "No sheet is called \"" + family + "\"."))
        .checks();
  }

  private Check check(String family, String check) {
    return ofFamily(family).stream()
        .filter(c -> c.id().equals(check))
        .findFirst()
        .orElseThrow(() -> new InputProblem("check", "The sheet has no check \"" + check + "\"."));
  }

  private static Setting setting(Check check) {
    return check
        .instrumented()
        .orElseThrow(() -> new InputProblem("check", "No instrument looks at this check."));
  }
}
