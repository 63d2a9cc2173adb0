package hopmend.catalog;

import hopmend.find.Attested;
import hopmend.find.Attested.Origin;
import hopmend.find.Attested.State;
import hopmend.find.Site;
import hopmend.swap.Fastener;
import hopmend.swap.Obstruction;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What somebody tells of a sensor of a vehicle who stood before it. What is null was not told and
 * stays as it is: typical, or as somebody told it before.
 *
 * @param site id of the site, told before or only usual
 * @param spot its place in the plan on which it is shown
 * @param behind what lies in the way, from the way in to the sensor
 * @param landmarks how a person finds it
 * @param reach what to know about the reach
 * @param drive of its fastener, for example 10 mm hex
 * @param torqueNm its tightness
 * @param origin where it comes from
 * @param job number of the job in which it was met, empty where none
 */
public record SiteTold(
    String site,
    Site.Spot spot,
    Site.WayIn wayIn,
    List<Obstruction> behind,
    List<String> landmarks,
    String reach,
    String connector,
    String latch,
    String drive,
    Double torqueNm,
    Origin origin,
    String by,
    String job,
    LocalDate on) {
  public static final String PLACE = "place";
  public static final String WAY_IN = "way in";
  public static final String IN_THE_WAY = "in the way";
  public static final String LANDMARKS = "landmarks";
  public static final String REACH = "reach";
  public static final String PLUG = "plug";
  public static final String LATCH = "latch";
  public static final String DRIVE = "drive";
  public static final String TIGHTNESS = "tightness";

  /** All that is kept apart of a site, in the order of the work. */
  static final List<String> VALUES =
      List.of(PLACE, LANDMARKS, WAY_IN, IN_THE_WAY, REACH, PLUG, LATCH, DRIVE, TIGHTNESS);

  public SiteTold {
    behind = behind == null ? null : List.copyOf(behind);
    landmarks = landmarks == null ? null : List.copyOf(landmarks);
  }

  /**
   * A card with it; its revision stays.
   *
   * @param catalog by which a card is completed
   * @throws IllegalArgumentException if the card, completed, has no such site
   */
  public VehicleCard into(VehicleCard card, Catalog catalog) {
    VehicleCard whole = catalog.complete(card);
    Site before =
        whole
            .site(site)
            .orElseThrow(() -> new IllegalArgumentException("No site is called " + site));
    Optional<Fastener> held = whole.fastener(before.fastener());
    Site after = told(before, held);
    List<Site> sites =
        Stream.concat(card.told().filter(s -> !s.id().equals(site)), Stream.of(after)).toList();
    List<Obstruction> obstructions = new ArrayList<>(card.obstructions());
    Optional.ofNullable(behind).orElse(List.of()).stream()
        .filter(o -> obstructions.stream().noneMatch(k -> k.id().equals(o.id())))
        .forEach(obstructions::add);
    return card.with(
        before.isOutsideBay() ? whole.chassis() : card.chassis(),
        sites,
        obstructions,
        fasteners(card, after, held));
  }

  private Site told(Site s, Optional<Fastener> held) {
    List<String> names =
        behind == null ? s.behind() : behind.stream().map(Obstruction::id).toList();
    return new Site(
        s.id(),
        s.family(),
        s.name(),
        s.bank(),
        s.position(),
        s.end(),
        or(landmarks, s.landmarks()),
        or(wayIn, s.wayIn()),
        names,
        or(reach, s.reach()),
        or(connector, s.connector()),
        held.isPresent() ? holdId() : s.fastener(),
        or(latch, s.latch()),
        s.fittedPart(),
        s.traits(),
        s.isOutsideBay() ? null : or(spot, s.spot()),
        s.isOutsideBay() ? or(spot, s.chassisSpot()) : null,
        false,
        attested(s, held),
        s.typical() ? "told at the vehicle; what nobody told is common practice" : s.source());
  }

  private static <T> T or(T told, T before) {
    return told == null ? before : told;
  }

  private String holdId() {
    return "hold-" + site;
  }

  private List<Fastener> fasteners(VehicleCard card, Site after, Optional<Fastener> held) {
    Stream<Fastener> others = card.fasteners().stream().filter(f -> !f.id().equals(holdId()));
    return held.map(
            f -> Stream.concat(others, Stream.of(f.held(holdId(), drive, torqueNm))).toList())
        .orElse(card.fasteners());
  }

  private List<Attested> attested(Site s, Optional<Fastener> held) {
    List<Attested> all = new ArrayList<>();
    for (String value : VALUES) {
      if (isTold(value)) {
        all.add(new Attested(value, state(s, held, value), origin, by, job, on));
      } else if (s.typical()) {
        all.add(Attested.typical(value));
      } else {
        s.attested().stream().filter(a -> a.of().equals(value)).forEach(all::add);
      }
    }
    return all;
  }

  /** Told otherwise than by somebody else, or by the card's source, before: look again. */
  private State state(Site s, Optional<Fastener> held, String value) {
    Object before = before(s, held, value);
    boolean otherwise = before != null && !before.equals(of(value));
    return otherwise && !s.typical() && isHeldUp(s, value) ? State.DISPUTED : State.CONFIRMED;
  }

  /** Whether what was told before is not settled by who tells now: only the maker's manual is. */
  private boolean isHeldUp(Site s, String value) {
    List<Attested> told = s.attested().stream().filter(a -> a.of().equals(value)).toList();
    return told.isEmpty()
        ? origin != Origin.MAKER
        : told.stream()
            .filter(a -> a.state() == State.CONFIRMED)
            .anyMatch(a -> !a.by().equals(by) && a.origin().isAsGoodAs(origin));
  }

  private boolean isTold(String value) {
    return of(value) != null;
  }

  private Object of(String value) {
    return switch (value) {
      case PLACE -> spot;
      case LANDMARKS -> landmarks;
      case WAY_IN -> wayIn;
      case IN_THE_WAY -> behind == null ? null : behind.stream().map(Obstruction::id).toList();
      case REACH -> reach;
      case PLUG -> connector;
      case LATCH -> latch;
      case DRIVE -> drive;
      case TIGHTNESS -> torqueNm;
      default -> null;
    };
  }

  private static Object before(Site s, Optional<Fastener> held, String value) {
    return switch (value) {
      case PLACE -> s.isOutsideBay() ? s.chassisSpot() : s.spot();
      case LANDMARKS -> s.landmarks();
      case WAY_IN -> s.wayIn();
      case IN_THE_WAY -> s.behind();
      case REACH -> s.reach();
      case PLUG -> s.connector();
      case LATCH -> s.latch();
      case DRIVE -> held.map(Fastener::drive).orElse(null);
      case TIGHTNESS -> held.map(Fastener::torqueNm).orElse(null);
      default -> null;
    };
  }
}
