package hopmend.find;

import java.util.List;
import java.util.Map;

/** A site while it is made, or made otherwise; what nobody sets stays as it was. */
public final class SiteDraft {
  private final String id;
  private final String family;
  private final String name;
  private int bank;
  private String position;
  private Site.End end;
  private List<String> landmarks = List.of();
  private Site.Way way;
  private List<Site.Way> otherWays = List.of();
  private String connector;
  private List<String> colours = List.of();
  private String fastener;
  private String latch;
  private String fittedPart;
  private Map<String, List<String>> traits = Map.of();
  private Site.Spot spot;
  private Site.Spot chassisSpot;
  private Level level;
  private List<String> traps = List.of();
  private Double minutes;
  private boolean typical;
  private List<Attested> attested = List.of();
  private String source;

  /** A site of which nothing is told yet. */
  SiteDraft(String id, String family, String name) {
    this.id = id;
    this.family = family;
    this.name = name;
  }

  /** A site that is to become another one. */
  SiteDraft(Site s) {
    this(s.id(), s.family(), s.name());
    counted(s.bank(), s.position(), s.end());
    landmarks = s.landmarks();
    way = s.way();
    otherWays = s.otherWays();
    connector = s.connector();
    colours = s.colours();
    fastener = s.fastener();
    latch = s.latch();
    fittedPart = s.fittedPart();
    traits = s.traits();
    spot = s.spot();
    chassisSpot = s.chassisSpot();
    level = s.level();
    traps = s.traps();
    minutes = s.minutes();
    typical = s.typical();
    attested = s.attested();
    source = s.source();
  }

  SiteDraft counted(int inBank, String at, Site.End engineEnd) {
    bank = inBank;
    position = at;
    end = engineEnd;
    return this;
  }

  public SiteDraft landmarks(List<String> told) {
    landmarks = told;
    return this;
  }

  /** Reached this way first. */
  public SiteDraft way(Site.Way told) {
    way = told;
    return this;
  }

  public SiteDraft otherWays(List<Site.Way> told) {
    otherWays = told;
    return this;
  }

  public SiteDraft plug(String told, String itsLatch) {
    connector = told;
    latch = itsLatch;
    return this;
  }

  public SiteDraft colours(List<String> told) {
    colours = told;
    return this;
  }

  public SiteDraft heldBy(String fastenerId) {
    fastener = fastenerId;
    return this;
  }

  public SiteDraft traits(Map<String, List<String>> told) {
    traits = told;
    return this;
  }

  /** At a place of the bay's plan, or of the vehicle's; the other is null. */
  public SiteDraft at(Site.Spot inBay, Site.Spot inVehicle) {
    spot = inBay;
    chassisSpot = inVehicle;
    return this;
  }

  public SiteDraft level(Level told) {
    level = told;
    return this;
  }

  public SiteDraft traps(List<String> told) {
    traps = told;
    return this;
  }

  public SiteDraft minutes(Double told) {
    minutes = told;
    return this;
  }

  /** Where such a sensor usually sits. */
  SiteDraft onlyUsual() {
    typical = true;
    return this;
  }

  /** Told of the vehicle, each value as well as it is known. */
  public SiteDraft told(List<Attested> values) {
    typical = false;
    attested = values;
    return this;
  }

  public SiteDraft source(String told) {
    source = told;
    return this;
  }

  public Site site() {
    return new Site(
        id,
        family,
        name,
        bank,
        position,
        end,
        landmarks,
        way.from(),
        way.behind(),
        way.reach(),
        way.byFeel(),
        otherWays,
        connector,
        colours,
        fastener,
        latch,
        fittedPart,
        traits,
        spot,
        chassisSpot,
        level,
        traps,
        minutes,
        typical,
        attested,
        source);
  }
}
