package hopmend.job;

import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.find.Site;
import hopmend.part.Application;
import hopmend.part.Bench;
import hopmend.part.Connector;
import hopmend.part.Contest;
import hopmend.part.Need;
import hopmend.part.OldNumber;
import hopmend.part.PairQuestion;
import hopmend.part.Part;
import hopmend.part.PartChoice;
import hopmend.part.PartNumber;
import hopmend.part.PartRecord;
import hopmend.part.Supersession;
import hopmend.swap.Fastener;
import hopmend.swap.WorkOrder;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Hop 4 for one sensor: what has to be fitted, what the old part's number tells, which parts may go
 * in, how the chosen one compares. Never changes; each answer is computed once.
 */
public final class Picking {
  private final Target target;
  private final ShopSettings shop;
  private final Once<Optional<Need>> need = new Once<>(this::findNeed);
  private final Once<Optional<OldNumber>> oldNumber = new Once<>(this::readOldNumber);
  private final Once<Optional<Bench>> bench = new Once<>(this::layOnTheBench);
  private final Once<Optional<PartChoice>> choice = new Once<>(this::chooseParts);
  private final Once<Optional<Contest>> contest =
      new Once<>(() -> choice().flatMap(PartChoice::contest));

  Picking(Target target, ShopSettings shop) {
    this.target = target;
    this.shop = shop;
  }

  private JobState state() {
    return target.state();
  }

  private Optional<VehicleCard> card() {
    return target.card();
  }

  private Optional<Site> site() {
    return target.site();
  }

  /** Which of the best two is the cheaper in truth, and how sure that is. */
  public Optional<Contest> contest() {
    return contest.get();
  }

  /** The parts that may go in, the best first; empty while its place is open. */
  public Optional<PartChoice> choice() {
    return choice.get();
  }

  private Optional<PartChoice> chooseParts() {
    return card()
        .flatMap(
            c ->
                site()
                    .map(
                        s ->
                            PartChoice.of(
                                candidates(c, s),
                                need().orElseThrow(),
                                shop.record(),
                                shop.prices(
                                    target.workOrder().map(WorkOrder::minutes).orElse(0.0)))));
  }

  /**
   * Parts that may go in: the chosen one as the record has it, those of the list that name the
   * vehicle, and those by whose numbers the old one goes.
   */
  private List<Part> candidates(VehicleCard card, Site site) {
    Map<String, Part> all = new LinkedHashMap<>();
    chosen().ifPresent(p -> all.put(p.key(), p));
    Stream.concat(
            shop.shelf().made(site.family(), card.id(), card.engine().code()).stream(),
            Stream.of(fittedNumber(), state().oldNumber().map(Fact.OldNumberRead::number))
                .flatMap(Optional::stream)
                .flatMap(n -> Supersession.chain(n, shop.shelf()).stream())
                .flatMap(n -> shop.shelf().numbered(n).stream()))
        .forEach(p -> all.putIfAbsent(p.key(), p));
    return List.copyOf(all.values());
  }

  /** The number that the maker fitted, where the card tells it. */
  public Optional<String> fittedNumber() {
    return site().flatMap(s -> Optional.ofNullable(s.fittedPart())).filter(n -> !n.isBlank());
  }

  /** What has to be fitted here; empty while its place is open. */
  public Optional<Need> need() {
    return need.get();
  }

  private Optional<Need> findNeed() {
    Optional<Need> byVehicle = card().flatMap(c -> site().map(s -> needOf(c, s)));
    Set<String> right =
        Stream.concat(
                fittedNumber().stream(),
                oldNumber().filter(OldNumber::isRight).map(OldNumber::read).stream())
            .flatMap(n -> Supersession.chain(n, shop.shelf()).stream())
            .map(PartNumber::key)
            .collect(Collectors.toSet());
    return byVehicle.map(n -> n.knowing(right, heldWrong()));
  }

  /** What the place takes by what its vehicle tells. */
  private Need needOf(VehicleCard card, Site site) {
    return new Need(
        site.family(),
        card.id(),
        card.engine().isTold() ? card.engine().code() : "",
        site.bank(),
        site.position(),
        state().vehicle().flatMap(v -> Optional.ofNullable(v.built())),
        serial(),
        shop.region(),
        Connector.told(site.connector()),
        card.fastener(site.fastener()).map(Fastener::diameterMm).orElse(0.0),
        Set.of(),
        fittedTraits(),
        target.sheet().map(FamilySheet::traits).orElse(List.of()),
        Map.of());
  }

  private OptionalInt serial() {
    return state()
        .vehicle()
        .map(Fact.VehicleIdentified::vin)
        .filter(v -> v.matches(".{11}\\d{6}"))
        .map(v -> OptionalInt.of(Integer.parseInt(v.substring(11))))
        .orElse(OptionalInt.empty());
  }

  /** What the list tells of the part that the maker fitted. */
  private Map<String, String> fittedTraits() {
    return fittedNumber().stream()
        .flatMap(n -> shop.shelf().numbered(n).stream())
        .findFirst()
        .map(Part::traits)
        .orElse(Map.of());
  }

  /** What the number on the old part tells; empty where nobody has read one. */
  public Optional<OldNumber> oldNumber() {
    return oldNumber.get();
  }

  private Optional<OldNumber> readOldNumber() {
    return state()
        .oldNumber()
        .flatMap(
            read ->
                card()
                    .flatMap(
                        c ->
                            site()
                                .map(
                                    s ->
                                        OldNumber.of(
                                            read.number(),
                                            needOf(c, s),
                                            shop.shelf(),
                                            c.bulletins()))));
  }

  /** The chosen part as the record has it; older records tell its number alone. */
  public Optional<Part> chosen() {
    return state()
        .part()
        .flatMap(
            p ->
                Optional.ofNullable(p.part())
                    .or(() -> typed(p))
                    .or(() -> shop.shelf().numbered(p.number()).stream().findFirst())
                    .or(
                        () ->
                            Optional.of(
                                Part.typed(p.number(), "", target.about().family(), null))));
  }

  private Optional<Part> typed(Fact.PartChosen p) {
    return Optional.ofNullable(p.typed())
        .map(t -> Part.typed(p.number(), t.make(), target.about().family(), t.price()));
  }

  /** The parts that were fitted to it, in this round once it was cleared, and in earlier ones. */
  List<PartRecord.Fitted> fitted() {
    Stream<PartRecord.Fitted> before =
        state().rounds().stream()
            .filter(r -> r.wasTried() && r.part() != null)
            .map(
                r ->
                    fitted(
                        r.part(), r.batch(), r.end() == JobState.Round.End.CAME_BACK, r.ticks()));
    Stream<PartRecord.Fitted> now =
        state().part().filter(p -> state().cleared().isPresent()).stream()
            .map(
                p ->
                    fitted(
                        p,
                        state().compared().map(Fact.PartsCompared::batch).orElse(""),
                        false,
                        state().ticks()));
    return Stream.concat(before, now).toList();
  }

  private PartRecord.Fitted fitted(
      Fact.PartChosen chosen, String batch, boolean cameBack, Map<String, JobState.Ticked> ticked) {
    Optional<JobState.Ticked> last =
        ticked.values().stream().max(Comparator.comparing(JobState.Ticked::at));
    Part part =
        Optional.ofNullable(chosen.part())
            .or(() -> typed(chosen))
            .or(() -> shop.shelf().numbered(chosen.number()).stream().findFirst())
            .orElseGet(() -> Part.typed(chosen.number(), "", target.about().family(), null));
    return new PartRecord.Fitted(
        part.number(),
        part.make(),
        part.grade(),
        target.about().family(),
        batch,
        cameBack,
        last.map(JobState.Ticked::who).orElse(""),
        last.map(JobState.Ticked::at).orElse(null));
  }

  /** The chosen part beside the old one; empty before one is chosen. */
  public Optional<Bench> bench() {
    return bench.get();
  }

  private Optional<Bench> layOnTheBench() {
    List<Bench.Held> seen = state().compared().map(Fact.PartsCompared::seen).orElse(List.of());
    return bench(seen);
  }

  /** The same with what was held together just now. */
  public Optional<Bench> bench(List<Bench.Held> seen) {
    return chosen().filter(p -> target.sheet().isPresent()).map(p -> bench(p, seen));
  }

  private Bench bench(Part part, List<Bench.Held> seen) {
    return Bench.of(
        target.catalog().bench(),
        target.sheet().map(FamilySheet::traits).orElse(List.of()),
        oldTraits(),
        part.traits(),
        seen);
  }

  /**
   * What is written down of the bench.
   *
   * @param seen what was held together
   * @param looked whether all else that may stop the work was looked at and is alike
   * @param batch serial number or batch of the new one, empty where it bears none
   */
  public Fact.PartsCompared comparing(List<Bench.Held> seen, boolean looked, String batch) {
    List<Bench.Held> rest =
        looked ? bench(seen).map(Bench::owedAlike).orElse(List.of()) : List.of();
    return new Fact.PartsCompared(
        state().oldNumber().map(Fact.OldNumberRead::number).or(this::fittedNumber).orElse(""),
        chosen().map(Part::number).orElse(""),
        List.of(),
        Stream.concat(seen.stream(), rest.stream()).toList(),
        batch);
  }

  /** Parts that this job held beside the old one and that do not match, with what differs. */
  private Map<String, String> heldWrong() {
    Map<String, String> wrong = new HashMap<>();
    Optional<Part> chosen = Optional.empty();
    for (JobEntry e : state().live()) {
      if (!e.about().concerns(target.about())) {
        continue;
      }
      if (e.fact() instanceof Fact.PartChosen p) {
        chosen = Optional.ofNullable(p.part());
      } else if (e.fact() instanceof Fact.PartsCompared c && chosen.isPresent()) {
        List<String> differs =
            bench(chosen.get(), c.seen()).stops().stream().map(r -> r.trait().trait()).toList();
        if (differs.isEmpty()) {
          wrong.remove(chosen.get().key());
        } else {
          wrong.put(chosen.get().key(), String.join(", ", differs));
        }
      }
    }
    return wrong;
  }

  /** What the list tells of the old one: by its own number, else by the maker's. */
  private Map<String, String> oldTraits() {
    return oldNumber().stream()
        .flatMap(o -> o.meant().stream())
        .findFirst()
        .map(Part::traits)
        .orElseGet(this::fittedTraits);
  }

  /** One or the pair; empty where the sensor has no twin on this vehicle. */
  public Optional<PairQuestion> pairQuestion() {
    if (target.sheet().isEmpty() || card().isEmpty() || target.sheet().get().life() == null) {
      return Optional.empty();
    }
    String family = target.sheet().get().family();
    long sites = card().get().told().filter(s -> s.family().equals(family)).count();
    Optional<PartChoice.Candidate> best = choice().flatMap(PartChoice::recommended);
    Optional<Double> odometer = state().vehicle().flatMap(Fact.VehicleIdentified::odometer);
    if (sites < 2 || best.isEmpty() || odometer.isEmpty() || target.workOrder().isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        PairQuestion.of(
            target.sheet().get().life(),
            odometer.get(),
            shop.horizonKm(),
            best.get().cost().pay(),
            target.sheet().get().twinExtraMinutes(),
            target.workOrder().get().minutes(),
            shop.labourPerHour()));
  }

  /**
   * A part of which no list told anything, with what holding it beside the old one told: for this
   * vehicle and place, with its plug, and what was measured of it.
   */
  public Part asItMatched(Part part) {
    Map<String, String> traits = new HashMap<>(part.traits());
    bench().stream()
        .flatMap(b -> b.rows().stream())
        .filter(r -> !r.freshKnown().isEmpty())
        .forEach(r -> traits.put(r.trait().trait(), r.freshKnown()));
    return need().map(n -> part.alsoFor(List.of(forThis(n))).with(n.plug(), traits)).orElse(part);
  }

  private static Application forThis(Need need) {
    return new Application(
        need.card(),
        need.engine().isEmpty() ? List.of() : List.of(need.engine()),
        need.bank(),
        need.position().isEmpty() ? List.of() : List.of(need.position()),
        null,
        null,
        null,
        null,
        List.of());
  }

  /** Whether the chosen part was held beside the old one and does not match. */
  public boolean isWrong() {
    return bench().filter(b -> !b.stops().isEmpty()).isPresent();
  }
}
