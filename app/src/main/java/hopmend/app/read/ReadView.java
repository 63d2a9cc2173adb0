package hopmend.app.read;

import hopmend.app.catalog.Catalogs;
import hopmend.app.fleet.Fleet;
import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.job.PastJob;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.Words;
import hopmend.catalog.CardDiff;
import hopmend.catalog.Symptom;
import hopmend.catalog.VehicleCard;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeState;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ReadCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.job.JobRules;
import hopmend.job.JobState;
import hopmend.job.StepChanges;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.report.Offer;
import hopmend.report.ScanText;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 1 shows. */
@Component
class ReadView implements HopView {
  /** So many are picked from a list; more are searched. */
  private static final int FEW_CARDS = 40;

  private static final int SHOWN_ROWS = 60;

  /** Before the name of the condition whose value is asked for. */
  private static final String FRAME = "frame ";

  /** Of the vehicle; the list of jobs has them all. */
  private static final int PAST_JOBS = 5;

  /** Of a job with many codes; all of them, and the one that is asked about, on being asked. */
  private static final int FIRST_CODES = 12;

  private final Catalogs catalogs;
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final ScanIntake intake;
  private final Fleet fleet;
  private final HttpServletRequest request;
  private final Clock clock;

  ReadView(
      Catalogs catalogs,
      JobDesk desk,
      VehicleDesk vehicles,
      ScanIntake intake,
      Fleet fleet,
      HttpServletRequest request,
      Clock clock) {
    this.clock = clock;
    this.catalogs = catalogs;
    this.desk = desk;
    this.vehicles = vehicles;
    this.intake = intake;
    this.fleet = fleet;
    this.request = request;
  }

  @Override
  public Hop hop() {
    return Hop.READ;
  }

  @Override
  public void read(Model model, JobDesk.OpenJob job) {
    Optional<FleetVehicle> known = fleet.numbered(job.row().fleetNumber());
    model.addAttribute("known", known.orElse(null));
    String vin = job.workup().state().vehicle().map(v -> v.vin()).orElse("");
    known
        .filter(v -> vin.isEmpty())
        .map(v -> vehicles.gateways(job.row().id(), Optional.of(v.vin())))
        .ifPresent(links -> model.addAttribute("gateways", links));
    List<PastJob> history = desk.history(job.row(), vin, PAST_JOBS + 1);
    model.addAttribute("history", history.stream().limit(PAST_JOBS).toList());
    model.addAttribute("cameBackOf", cameBackOf(job, history));
    if (history.size() > PAST_JOBS) {
      model.addAttribute("moreHistory", vin.isEmpty() ? job.row().fleetNumber() : vin);
    }
    job.workup().bodyCard().ifPresent(c -> later(model, job.workup(), c));
    if (!vin.isEmpty() && job.workup().bodyCard().isEmpty()) {
      model.addAttribute("alike", alike(vin));
    }
    lastPasted(job.workup().state())
        .filter(attachment -> !intake.isRead(attachment))
        .flatMap(attachment -> desk.text(job.row().id(), attachment))
        .ifPresent(text -> model.addAttribute("keptText", text));
    lastTold(job.workup().state())
        .flatMap(attachment -> desk.text(job.row().id(), attachment))
        .ifPresent(text -> model.addAttribute("told", text.lines().toList()));
  }

  /** The signed-off job of the vehicle that this may be once more. */
  private List<PastJob> cameBackOf(JobDesk.OpenJob job, List<PastJob> history) {
    String code = job.row().code();
    return job.workup().state().verdict().isPresent()
        ? List.of()
        : history.stream()
            .filter(PastJob::signedOff)
            .filter(h -> JobRules.mayHaveComeBack(code, h.code(), h.updatedAt(), clock.instant()))
            .limit(1)
            .toList();
  }

  /** A later revision of the card than the one with which the job was planned. */
  private void later(Model model, Workup planned, VehicleCard card) {
    catalogs
        .now()
        .told(card.id())
        .filter(c -> c.revision() != card.revision())
        .ifPresent(
            c -> {
              model.addAttribute("later", c);
              catalogs
                  .revision(card.id(), card.revision())
                  .ifPresent(was -> model.addAttribute("laterChanges", CardDiff.of(was, c)));
              model.addAttribute(
                  "laterSteps", StepChanges.between(planned, planned.with(catalogs.now())));
            });
  }

  /** The cards to pick from at once; where there are many, those that are likely. */
  private List<VehicleCard> offered(JobState state, Model model) {
    List<VehicleCard> all = catalogs.now().cards();
    if (all.size() <= FEW_CARDS) {
      return all;
    }
    Stream<String> likely =
        Stream.of(
                state.vehicle().stream().flatMap(v -> Stream.of(v.card(), v.engineCard())),
                Stream.of(model.getAttribute("known"))
                    .filter(FleetVehicle.class::isInstance)
                    .map(FleetVehicle.class::cast)
                    .flatMap(v -> Stream.of(v.card(), v.engineCard())))
            .flatMap(ids -> ids);
    model.addAttribute("manyCards", true);
    return likely.distinct().flatMap(id -> catalogs.now().card(id).stream()).toList();
  }

  /** Cards of vehicles like this one, by how their numbers begin. */
  private List<VehicleCard> alike(String vin) {
    return Stream.concat(fleet.cardsAlike(vin).stream(), desk.cardsAlike(vin).stream())
        .distinct()
        .flatMap(id -> catalogs.now().card(id).stream())
        .toList();
  }

  @Override
  public void fill(Model model, JobPage page) {
    model.addAttribute("picture", page.workup().picture());
    page.workup().codeDrawing(Words.wording()).ifPresent(d -> model.addAttribute("codeDrawing", d));
    model.addAttribute("unplugging", page.workup().unplugging());
    String asked = asked(page);
    model.addAttribute("asked", asked);
    List<CodeLine> lines = codeLines(page.workup(), asked);
    model.addAttribute("codeLines", lines);
    model.addAttribute("moreCodes", page.workup().picture().nodes().size() - lines.size());
    model.addAttribute("circumstances", catalogs.now().circumstances());
    model.addAttribute("noticed", words(page.state(), Fact.SymptomsNoted::picks));
    model.addAttribute("oftenWhen", oftenWhen(page.state()));
    model.addAttribute("states", CodeState.values());
    model.addAttribute("workOn", page.workup().workOn().orElse(null));
    model.addAttribute("cards", offered(page.state(), model));
    model.addAttribute("symptoms", catalogs.now().symptoms());
    page.state()
        .vehicle()
        .ifPresent(
            v -> {
              v.odometer()
                  .map(km -> Reading.of(km, MeasureUnit.KILOMETRE))
                  .ifPresent(o -> model.addAttribute("odometer", o));
              VinReading number = Vin.read(v.vin(), intake.year());
              model.addAttribute("vinReading", number);
              List<Integer> years = page.workup().modelYears(number);
              model.addAttribute("modelYears", years);
              page.workup()
                  .bodyCard()
                  .filter(c -> years.stream().noneMatch(c::isOfYear))
                  .ifPresent(c -> model.addAttribute("otherYears", c));
            });
    lastPasted(page.state())
        .flatMap(attachment -> intake.kept(attachment, (String) model.getAttribute("keptText")))
        .ifPresent(kept -> show(model, page.state(), kept, asked));
    frame(model, page.state(), asked);
  }

  /** The conditions that can be added, and the one that is asked for or was just sent. */
  private void frame(Model model, JobState state, String asked) {
    Map<Condition, Reading> noted = new EnumMap<>(Condition.class);
    state.freezeFrame().forEach(v -> noted.put(v.condition(), v.reading()));
    model.addAttribute(
        "frameMissing", Stream.of(Condition.values()).filter(c -> !noted.containsKey(c)).toList());
    String name =
        asked.equals("condition")
            ? Objects.requireNonNullElse(request.getParameter("condition"), "")
            : asked.startsWith(FRAME) ? asked.substring(FRAME.length()) : "";
    Stream.of(Condition.values())
        .filter(c -> c.name().equals(name))
        .forEach(
            c -> {
              model.addAttribute("frameAsked", c);
              model.addAttribute("frameNow", noted.get(c));
              model.addAttribute(
                  "frameTyped", noted.containsKey(c) ? DoubtLine.typed(noted.get(c)) : "");
            });
  }

  /** The first codes, or all. The first is told in full, the others when they are asked about. */
  private static List<CodeLine> codeLines(Workup workup, String asked) {
    List<CodePicture.Node> nodes = workup.picture().nodes();
    boolean all =
        asked.equals("codes")
            || nodes.stream().skip(FIRST_CODES).anyMatch(n -> n.read().code().text().equals(asked));
    return nodes.stream()
        .limit(all ? nodes.size() : FIRST_CODES)
        .map(
            n -> {
              boolean full = n == nodes.get(0) || n.read().code().text().equals(asked);
              return CodeLine.of(n, workup.meanings().get(n.read().code()), full);
            })
        .toList();
  }

  /** What the driver noticed or when, in words. */
  private List<String> words(JobState state, Function<Fact.SymptomsNoted, List<String>> which) {
    List<String> noted = state.symptoms().map(which).orElse(List.of());
    return Stream.concat(
            catalogs.now().symptoms().stream(), catalogs.now().circumstances().stream())
        .filter(s -> noted.contains(s.id()))
        .map(Symptom::words)
        .toList();
  }

  private String oftenWhen(JobState state) {
    return Stream.concat(
            state.symptoms().map(Fact.SymptomsNoted::often).map(Words::of).stream(),
            words(state, Fact.SymptomsNoted::when).stream())
        .collect(Collectors.joining(", "));
  }

  /** Which part of the page is open; without any code a report can be pasted at once. */
  private String asked(JobPage page) {
    String asked = HopScreens.asked(request);
    return asked.isEmpty() && page.workup().picture().nodes().isEmpty() ? "paste" : asked;
  }

  private void show(Model model, JobState state, ScanIntake.Reread kept, String asked) {
    ScanText scan = kept.scan();
    model.addAttribute("scan", scan);
    model.addAttribute("marked", kept.marked());
    model.addAttribute("foundRows", scan.found().stream().limit(SHOWN_ROWS).toList());
    model.addAttribute("doubtful", DoubtLine.of(scan, state, SHOWN_ROWS));
    model.addAttribute("foundCodes", scan.codes().stream().map(ReadCode::code).distinct().count());
    model.addAttribute(
        "foundPlaces", scan.found().stream().map(ScanText.Found::start).distinct().count());
    List<String> vins = scan.vins().stream().map(VinReading::number).toList();
    model.addAttribute("foundVin", vins.size() == 1 ? vins.get(0) : "");
    model.addAttribute("foundVins", vins);
    scan.odometer().ifPresent(o -> model.addAttribute("foundOdometer", o));
    DoubtLine.chosen(scan, asked, request.getParameter("offer"))
        .ifPresent(
            chosen -> {
              if (chosen instanceof Offer.OfOdometer o) {
                model.addAttribute("foundOdometer", o.reading());
              } else if (chosen instanceof Offer.OfNumber n) {
                model.addAttribute("chosenVin", n.number());
              }
            });
  }

  /** Where the text that was pasted last is kept; empty if there is none. */
  private static Optional<String> lastPasted(JobState state) {
    return lastKept(state, f -> f.source() != Fact.CodeSource.VEHICLE);
  }

  /** Where is kept what the vehicle told last. */
  private static Optional<String> lastTold(JobState state) {
    return lastKept(state, f -> f.source() == Fact.CodeSource.VEHICLE);
  }

  private static Optional<String> lastKept(JobState state, Predicate<Fact.CodesRead> which) {
    Optional<String> attachment = Optional.empty();
    for (JobEntry e : state.live()) {
      if (e.fact() instanceof Fact.CodesRead f && which.test(f) && !f.attachment().isEmpty()) {
        attachment = Optional.of(f.attachment());
      }
    }
    return attachment;
  }
}
