package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.fault.CodeDrawing;
import hopmend.fault.CodeGroup;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.KnownCodes;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.CodePlace;
import hopmend.find.Site;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.sensor.Traits;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.VehicleSide;
import hopmend.vehicle.VinReading;
import java.time.YearMonth;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What hop 1 finds out: how the codes hang together, which of them the job works on, and to which
 * sheet, card and site of this vehicle it leads. Never changes; each answer is computed once.
 */
final class CodesAtHand {
  private final JobState job;
  private final Catalog catalog;
  private final Optional<VehicleCard> engine;
  private final Optional<VehicleCard> body;

  /** Of engine and body; one where they are the same. */
  private final List<VehicleCard> cards;

  /** The maker's own codes of this vehicle's body and engine. */
  private final List<CodeGroup> ownCodes;

  /** Those, and the standard ones. */
  private final KnownCodes known;

  /** By the name of a card: its sites about whose circuits codes speak. */
  private final Map<String, Map<TroubleCode, Site>> circuits;

  private final CodePicture picture;
  private final Optional<TroubleCode> workOn;
  private final Optional<FamilySheet> sheet;
  private final Optional<VehicleCard> card;
  private final Optional<CodePlace> place;
  private final Once<Map<TroubleCode, CodeMeaning>> meanings = new Once<>(this::mean);
  private final Once<List<Message>> misfits = new Once<>(this::findMisfits);
  private final Map<Wording, Optional<Drawing>> drawn = new ConcurrentHashMap<>();

  CodesAtHand(JobState job, Catalog catalog) {
    this.job = job;
    this.catalog = catalog;
    this.engine = cardNamed(Fact.VehicleIdentified::cardOfEngine);
    this.body = cardNamed(Fact.VehicleIdentified::card);
    this.cards = Stream.of(engine, body).flatMap(Optional::stream).distinct().toList();
    this.ownCodes = cards.stream().flatMap(c -> c.codes().stream()).toList();
    this.known = catalog.knownCodes().with(ownCodes);
    this.circuits =
        cards.stream()
            .collect(Collectors.toUnmodifiableMap(VehicleCard::id, this::circuits, (c, same) -> c));
    this.picture =
        CodePicture.of(
            job.readings(), known, wired(), body.map(VehicleCard::bulletins).orElse(List.of()));
    Optional<VehicleCard> turnedTo =
        job.sensorChosen()
            .flatMap(s -> cards.stream().filter(c -> c.id().equals(s.card())).findFirst());
    Optional<Site> chosen = turnedTo.flatMap(c -> c.site(job.sensorChosen().get().site()));
    this.workOn =
        chosen
            .map(s -> leadingTo(s, turnedTo.get()))
            .orElseGet(
                () ->
                    job.workOn()
                        .filter(c -> job.codes().stream().anyMatch(r -> r.code().equals(c)))
                        .or(picture::workOn));
    this.sheet =
        chosen.map(s -> catalog.sheet(s.family())).orElseGet(() -> workOn.flatMap(this::sheetOf));
    this.card = chosen.isPresent() ? turnedTo : sheet.flatMap(this::cardOf);
    this.place =
        chosen
            .map(s -> (CodePlace) new CodePlace.Found(s, Message.of("site.chosen")))
            .or(
                () ->
                    workOn.flatMap(
                        code -> sheet.flatMap(s -> card.flatMap(c -> place(code, s, c)))));
  }

  private Optional<CodePlace> place(TroubleCode code, FamilySheet sheet, VehicleCard card) {
    return sheet.place(code, known.circuits(), card, told(card));
  }

  /** What is known of the vehicle, by its card and by who stands before it. */
  private Traits told(VehicleCard card) {
    Traits known = card.vehicleTraits();
    for (Map.Entry<String, String> t : job.told().entrySet()) {
      known = known.knows(t.getKey()) ? known : known.with(t.getKey(), t.getValue());
    }
    return known;
  }

  /** The first code of the job that speaks about a sensor; a twin may have none. */
  private Optional<TroubleCode> leadingTo(Site site, VehicleCard card) {
    return circuits.get(card.id()).entrySet().stream()
        .filter(e -> e.getValue().equals(site))
        .map(Map.Entry::getKey)
        .findFirst();
  }

  CodePicture picture() {
    return picture;
  }

  Optional<TroubleCode> workOn() {
    return workOn;
  }

  Optional<FamilySheet> sheet() {
    return sheet;
  }

  Optional<VehicleCard> card() {
    return card;
  }

  /** Where the code leads, or what keeps it from it; empty where no code accuses a sensor. */
  Optional<CodePlace> place() {
    return place;
  }

  Optional<CodePlace.Found> site() {
    return place.filter(CodePlace.Found.class::isInstance).map(CodePlace.Found.class::cast);
  }

  Map<TroubleCode, CodeMeaning> meanings() {
    return meanings.get();
  }

  List<Message> misfits() {
    return misfits.get();
  }

  Optional<Drawing> drawing(Wording words) {
    return drawn.computeIfAbsent(
        words,
        w ->
            Optional.of(picture)
                .filter(p -> p.nodes().size() > 1)
                .map(p -> CodeDrawing.draw(p, w)));
  }

  Optional<VehicleCard> body() {
    return body;
  }

  Optional<VehicleCard> engine() {
    return engine;
  }

  private Optional<VehicleCard> cardNamed(Function<Fact.VehicleIdentified, String> which) {
    return job.vehicle().flatMap(v -> catalog.card(which.apply(v))).map(this::counted);
  }

  private List<CodePicture.Shared> wired() {
    return cards.stream()
        .flatMap(c -> SharedWiring.causes(c, circuits.get(c.id())).stream())
        .toList();
  }

  /** Shared causes with the sensors to unplug, in order; only where a card tells two of them. */
  Map<CodePicture.Shared, List<SharedWiring.Unplug>> unplugging() {
    Map<CodePicture.Shared, List<SharedWiring.Unplug>> orders = new LinkedHashMap<>();
    for (CodePicture.Shared cause : picture.shared()) {
      cards.stream()
          .map(c -> SharedWiring.order(cause, c, circuits.get(c.id())))
          .filter(order -> order.size() > 1)
          .findFirst()
          .ifPresent(order -> orders.put(cause, order));
    }
    return orders;
  }

  /** The sites of a card whose circuits codes speak about; a range that is left tells nothing. */
  private Map<TroubleCode, Site> circuits(VehicleCard card) {
    Map<TroubleCode, Site> circuits = new LinkedHashMap<>();
    for (ReadCode read : job.codes()) {
      TroubleCode code = read.code();
      boolean range =
          CodeGroup.owning(code, known.circuits())
              .flatMap(g -> g.mode(code))
              .filter(m -> m.contains("range"))
              .isPresent();
      sheetOf(code)
          .filter(s -> !range && cardOf(s).filter(card::equals).isPresent())
          .flatMap(s -> place(code, s, card))
          .filter(CodePlace.Found.class::isInstance)
          .ifPresent(found -> circuits.put(code, ((CodePlace.Found) found).site()));
    }
    return circuits;
  }

  private Optional<FamilySheet> sheetOf(TroubleCode code) {
    return CodeGroup.owning(code, ownCodes)
        .flatMap(g -> catalog.sheet(g.family()))
        .or(() -> catalog.sheetOwning(code));
  }

  /**
   * The card that tells about a sensor of the sheet: the body's, or the engine's; what is usual
   * where nobody has pinned the vehicle down, or it has no card.
   */
  private Optional<VehicleCard> cardOf(FamilySheet sheet) {
    return (sheet.follows() == FamilySheet.Follows.BODY ? body : engine)
        .or(() -> Optional.of(catalog.anyVehicle()));
  }

  /** A card with what was told in the job about where cylinder 1 is; its plans follow from it. */
  private VehicleCard counted(VehicleCard card) {
    EngineLayout engine = card.engine();
    VehicleCard told = catalog.told(card.id()).orElse(card);
    String bankOne = job.told().getOrDefault(CodePlace.BANK_ONE, "");
    String cylinderOne = job.told().getOrDefault(CodePlace.CYLINDER_ONE, "");
    if (!engine.isInline() && engine.bankOneSide() == null && !bankOne.isEmpty()) {
      VehicleSide side = VehicleSide.valueOf(bankOne.toUpperCase(Locale.ROOT));
      boolean across = engine.orientation() == EngineLayout.Orientation.ACROSS;
      return side.isAcross() == across
          ? card
          : catalog.complete(told.with(engine.withBankOne(side)));
    }
    return engine.isInline()
            && engine.cylinderOne() == CylinderOne.NOT_TOLD
            && !cylinderOne.isEmpty()
        ? catalog.complete(
            told.with(
                engine.countedFrom(
                    CylinderOne.valueOf(cylinderOne.toUpperCase(Locale.ROOT).replace(' ', '_')))))
        : card;
  }

  private Map<TroubleCode, CodeMeaning> mean() {
    return picture.nodes().stream()
        .map(n -> n.read().code())
        .distinct()
        .collect(Collectors.toUnmodifiableMap(c -> c, c -> catalog.meaning(c, ownCodes)));
  }

  private List<Message> findMisfits() {
    List<CodeGroup> all = known.all();
    return picture.nodes().stream()
        .map(n -> n.read().code())
        .flatMap(c -> CodeGroup.owning(c, all).flatMap(g -> misfit(c, g)).stream())
        .toList();
  }

  private Optional<Message> misfit(TroubleCode code, CodeGroup group) {
    int cylinders =
        engine
            .map(VehicleCard::engine)
            .filter(EngineLayout::isTold)
            .map(EngineLayout::cylinders)
            .orElse(Integer.MAX_VALUE);
    if (group.cylinder(code).orElse(0) > cylinders) {
      return Optional.of(
          Message.of(
              "codes.other-cylinder", code.text(), group.cylinder(code).getAsInt(), cylinders));
    }
    return sheetOf(code)
        .flatMap(s -> place(code, s, cardOf(s).orElseThrow()))
        .filter(CodePlace.None.class::isInstance)
        .map(CodePlace::why);
  }

  /** The years of an identification number that suit the build month, else the card; else all. */
  List<Integer> modelYears(VinReading number) {
    Optional<YearMonth> built = job.vehicle().map(Fact.VehicleIdentified::built);
    List<Integer> suiting =
        number.modelYears().stream()
            .filter(
                y ->
                    built
                        .map(b -> y == b.getYear() || y == b.getYear() + 1)
                        .orElseGet(() -> body.filter(c -> c.isOfYear(y)).isPresent()))
            .toList();
    return suiting.isEmpty() ? number.modelYears() : suiting;
  }
}
