package hopmend.app.card;

import hopmend.app.web.InputProblem;
import hopmend.app.web.TypedReading;
import hopmend.catalog.Catalog;
import hopmend.catalog.SiteTold;
import hopmend.catalog.SiteValue;
import hopmend.catalog.VehicleCard;
import hopmend.find.Attested;
import hopmend.find.BayDrawing;
import hopmend.find.ChassisDrawing;
import hopmend.find.Level;
import hopmend.find.Sides;
import hopmend.find.Site;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.Fastener;
import hopmend.swap.Obstruction;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What is told of a sensor, as it was tapped, picked and typed.
 *
 * @param seen the revision of the card that was shown
 * @param spotX its place in millimetres, empty where nobody tapped
 * @param tapX where the drawing was tapped last, in its own units
 * @param behind ids of obstructions, the card's own and usual ones
 * @param otherBehind something in the way that has no name here yet
 * @param colours of the wires at its plug, with commas between them
 * @param level how high it sits, null where nobody picked
 * @param torque its tightness, empty where none is known
 */
public record SensorForm(
    String seen,
    String spotX,
    String spotY,
    String tapX,
    String tapY,
    Site.WayIn wayIn,
    List<String> behind,
    String otherBehind,
    String landmark,
    String reach,
    String connector,
    String colours,
    String latch,
    Level level,
    String drive,
    String torque,
    String torqueUnit,
    Attested.Origin origin) {

  /** As somebody told it; what is only usual is left open, so that nobody confirms it unseen. */
  static SensorForm of(VehicleCard card, Site site) {
    Optional<Fastener> held = card.fastener(site.fastener());
    boolean way = isTold(site, SiteValue.WAY_IN);
    return new SensorForm(
        String.valueOf(card.revision()),
        "",
        "",
        "",
        "",
        way ? site.wayIn() : null,
        site.behind(),
        "",
        told(site, SiteValue.LANDMARKS, String.join("\n", site.landmarks())),
        told(site, SiteValue.REACH, site.reach()),
        told(site, SiteValue.PLUG, site.connector()),
        told(site, SiteValue.COLOURS, String.join(", ", site.colours())),
        told(site, SiteValue.LATCH, site.latch()),
        isTold(site, SiteValue.HEIGHT) ? site.level() : null,
        told(site, SiteValue.DRIVE, held.map(Fastener::drive).orElse("")),
        told(
            site,
            SiteValue.TIGHTNESS,
            held.flatMap(Fastener::torque).map(t -> Reading.number(t.value())).orElse("")),
        MeasureUnit.NEWTON_METRE.symbol(),
        Attested.Origin.SHOP);
  }

  private static boolean isTold(Site site, SiteValue value) {
    return site.state(value.named()) != Attested.State.TYPICAL;
  }

  private static String told(Site site, SiteValue value, String is) {
    return isTold(site, value) && is != null ? is : "";
  }

  /**
   * The same after somebody else changed the card: what was left as it was shown becomes as it is
   * now, what was touched stays.
   *
   * @param shown the form as it was shown
   * @param now the form as it is shown now
   */
  SensorForm onto(SensorForm shown, SensorForm now) {
    return new SensorForm(
        now.seen,
        spotX,
        spotY,
        tapX,
        tapY,
        touched(wayIn, shown.wayIn, now.wayIn),
        touched(behind, shown.behind, now.behind),
        otherBehind,
        touched(landmark, shown.landmark, now.landmark),
        touched(reach, shown.reach, now.reach),
        touched(connector, shown.connector, now.connector),
        touched(colours, shown.colours, now.colours),
        touched(latch, shown.latch, now.latch),
        touched(level, shown.level, now.level),
        touched(drive, shown.drive, now.drive),
        touched(torque, shown.torque, now.torque),
        torqueUnit,
        origin);
  }

  private static <T> T touched(T sent, T shown, T now) {
    return Objects.equals(tidy(sent), tidy(shown)) ? now : sent;
  }

  /** A browser sends the ends of lines in its own way. */
  private static Object tidy(Object value) {
    return value instanceof String s ? s.strip().replace("\r", "") : value;
  }

  int seenRevision() {
    return seen.matches("\\d{1,6}") ? Integer.parseInt(seen) : 0;
  }

  /** Where the sensor was tapped; empty where nobody tapped and it stays where it is. */
  Optional<Site.Spot> spot(VehicleCard card, Site site) {
    Optional<double[]> tap = pair(tapX, tapY);
    if (tap.isPresent()) {
      double[] at = tap.get();
      return Optional.of(
          site.isOutsideBay()
              ? ChassisDrawing.placeAt(card.chassis(), at[0], at[1])
              : BayDrawing.placeAt(card.bay(), at[0], at[1]));
    }
    return pair(spotX, spotY).map(at -> new Site.Spot(at[0], at[1]));
  }

  private static Optional<double[]> pair(String x, String y) {
    if (x.isBlank() && y.isBlank()) {
      return Optional.empty();
    }
    String number = "-?\\d{1,5}(\\.\\d{1,6})?";
    if (!x.strip().matches(number) || !y.strip().matches(number)) {
      throw new InputProblem("spotX", "Write both in millimetres: 420 and 310.");
    }
    return Optional.of(new double[] {Double.parseDouble(x), Double.parseDouble(y)});
  }

  /**
   * What is told by it; what was left as it is usual is not told.
   *
   * @throws InputProblem at the field that cannot be
   */
  SiteTold told(
      VehicleCard card,
      Site site,
      Catalog catalog,
      Sides usual,
      String by,
      String job,
      LocalDate on) {
    List<Obstruction> inTheWay = inTheWay(card, catalog);
    Site.Spot spot = spot(card, site).orElse(null);
    if (spot != null && !isInside(card, site, spot)) {
      throw new InputProblem("spotX", "This place lies outside the drawing. Tap it there.");
    }
    SensorForm shown = of(card, site);
    Sides driver = card.sides(usual);
    return SiteTold.by(
            by, site.id(), Objects.requireNonNullElse(origin, Attested.Origin.SHOP), job, on)
        .and(SiteValue.PLACE, spot)
        .and(SiteValue.WAY_IN, wayIn == shown.wayIn() ? null : wayIn)
        .behind(
            inTheWay.stream().map(Obstruction::id).toList().equals(site.behind()) ? null : inTheWay)
        .and(
            SiteValue.LANDMARKS,
            isAsShown(landmark, shown.landmark())
                ? null
                : landmark
                    .strip()
                    .lines()
                    .map(String::strip)
                    .filter(l -> !l.isEmpty())
                    .map(driver::fixed)
                    .limit(6)
                    .toList())
        .and(SiteValue.HEIGHT, level == shown.level() ? null : level)
        .and(
            SiteValue.REACH,
            Optional.ofNullable(given(reach, shown.reach())).map(driver::fixed).orElse(null))
        .and(SiteValue.PLUG, given(connector, shown.connector()))
        .and(SiteValue.LATCH, given(latch, shown.latch()))
        .and(SiteValue.COLOURS, isAsShown(colours, shown.colours()) ? null : colourList())
        .and(SiteValue.DRIVE, given(drive, shown.drive()))
        .and(SiteValue.TIGHTNESS, isAsShown(torque, shown.torque()) ? null : torqueNm(card, site));
  }

  private List<String> colourList() {
    return Arrays.stream(colours.split("[,;]"))
        .map(String::strip)
        .filter(c -> !c.isEmpty())
        .limit(12)
        .toList();
  }

  /** What nobody touched is not told anew. */
  private static boolean isAsShown(String typed, String shown) {
    return typed.isBlank() || tidy(typed).equals(tidy(shown));
  }

  private static String given(String typed, String shown) {
    return isAsShown(typed, shown) ? null : typed.strip();
  }

  private static boolean isInside(VehicleCard card, Site site, Site.Spot spot) {
    double width = site.isOutsideBay() ? card.chassis().lengthMm() : card.bay().widthMm();
    double depth = site.isOutsideBay() ? card.chassis().widthMm() : card.bay().depthMm();
    return spot.xMm() >= 0 && spot.xMm() <= width && spot.yMm() >= 0 && spot.yMm() <= depth;
  }

  private List<Obstruction> inTheWay(VehicleCard card, Catalog catalog) {
    List<Obstruction> all = new ArrayList<>();
    for (String id : behind) {
      card.obstructions().stream()
          .filter(o -> o.id().equals(id))
          .findFirst()
          .or(() -> usual(catalog, id))
          .ifPresent(all::add);
    }
    if (!otherBehind.isBlank()) {
      if (otherBehind.length() > 60 || !otherBehind.matches(".*[\\p{L}\\p{N}].*")) {
        throw new InputProblem("otherBehind", "Name it in up to 60 letters.");
      }
      usual(catalog, "other").ifPresent(o -> all.add(o.called(otherBehind)));
    }
    return all;
  }

  private static Optional<Obstruction> usual(Catalog catalog, String id) {
    return catalog.usualObstructions().stream().filter(o -> o.id().equals(id)).findFirst();
  }

  private double torqueNm(VehicleCard card, Site site) {
    double nm =
        TypedReading.of("torque", torque, torqueUnit, MeasureUnit.NEWTON_METRE)
            .in(MeasureUnit.NEWTON_METRE);
    double ceiling =
        card.fastener(site.fastener()).map(Fastener::ceilingNm).orElse(Double.MAX_VALUE);
    if (!(nm > 0) || nm > ceiling) {
      throw new InputProblem(
          "torque",
          "%s N.m cannot be: what holds it gives way at %s N.m. Is it another unit?"
              .formatted(Reading.number(nm), Reading.number(ceiling)));
    }
    return nm;
  }
}
