package hopmend.catalog;

import hopmend.find.Level;
import hopmend.find.Site;
import hopmend.find.SiteDraft;
import hopmend.swap.Fastener;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.BiFunction;

/** What a card tells apart of a sensor, each with its own state and source; in work order. */
public enum SiteValue {
  PLACE("place", Site.Spot.class, (s, h) -> s.isOutsideBay() ? s.chassisSpot() : s.spot(), null),
  LANDMARKS("landmarks", List.class, (s, h) -> s.landmarks(), texts(SiteDraft::landmarks)),
  HEIGHT("height", Level.class, (s, h) -> s.level(), (d, v) -> d.level((Level) v)),
  WAY_IN("way in", Site.WayIn.class, (s, h) -> s.wayIn(), null),
  IN_THE_WAY("in the way", List.class, (s, h) -> s.behind(), null),
  REACH("reach", String.class, (s, h) -> s.reach(), null),
  PLUG("plug", String.class, (s, h) -> s.connector(), null),
  LATCH("latch", String.class, (s, h) -> s.latch(), null),
  WIRES("wires", String.class, (s, h) -> wires(s), null),
  COLOURS("wire colours", List.class, (s, h) -> s.colours(), texts(SiteDraft::colours)),
  DRIVE("drive", String.class, (s, h) -> h.map(Fastener::drive).orElse(null), null),
  TIGHTNESS("tightness", Double.class, (s, h) -> h.map(Fastener::torqueNm).orElse(null), null),
  TRAPS("traps", List.class, (s, h) -> s.traps(), texts(SiteDraft::traps)),
  MINUTES("minutes", Double.class, (s, h) -> s.minutes(), (d, v) -> d.minutes((Double) v));

  private final String named;
  private final Class<?> type;
  private final BiFunction<Site, Optional<Fastener>, Object> is;
  private final BiConsumer<SiteDraft, Object> put;

  SiteValue(
      String named,
      Class<?> type,
      BiFunction<Site, Optional<Fastener>, Object> is,
      BiConsumer<SiteDraft, Object> put) {
    this.named = named;
    this.type = type;
    this.is = is;
    this.put = put;
  }

  private static BiConsumer<SiteDraft, Object> texts(
      BiFunction<SiteDraft, List<String>, SiteDraft> how) {
    return (d, v) -> how.apply(d, ((List<?>) v).stream().map(String.class::cast).toList());
  }

  /** Its name in the state that is kept of it. */
  public String named() {
    return named;
  }

  boolean takes(Object value) {
    return type.isInstance(value);
  }

  /** What it is now; null or empty where nobody told it. */
  Object of(Site site, Optional<Fastener> held) {
    return is.apply(site, held);
  }

  /** Whether a second teller adds to what the first one told, and contradicts nobody. */
  private boolean grows() {
    return this == TRAPS || this == MINUTES;
  }

  /** Whether one value says otherwise than another; more landmarks do not. */
  boolean contradicts(Object before, Object told) {
    if (grows() || before == null || before.equals("") || before.equals(List.of())) {
      return false;
    }
    return before instanceof List<?> old && told instanceof List<?> more
        ? !more.containsAll(old)
        : !before.equals(told);
  }

  /** Puts values of a site that belong together. */
  static SiteDraft put(Site s, Map<SiteValue, Object> told) {
    SiteDraft d = s.but();
    told.forEach(
        (value, to) -> {
          if (value.put != null) {
            value.put.accept(d, to);
          }
        });
    way(s, told, d);
    d.plug(or(told, PLUG, s.connector()), or(told, LATCH, s.latch()));
    if (told.containsKey(WIRES)) {
      Map<String, List<String>> traits = new HashMap<>(s.traits());
      traits.put("wires", List.of((String) told.get(WIRES)));
      d.traits(traits);
    }
    if (told.containsKey(PLACE)) {
      Site.Spot at = (Site.Spot) told.get(PLACE);
      d.at(s.isOutsideBay() ? s.spot() : at, s.isOutsideBay() ? at : s.chassisSpot());
    }
    return d;
  }

  /** Another way becomes the first one; a way that was only usual, and is not so, goes. */
  private static void way(Site s, Map<SiteValue, Object> told, SiteDraft d) {
    Site.WayIn from = or(told, WAY_IN, s.wayIn());
    Site turned = s.by(from);
    List<Site.Way> others = new ArrayList<>(turned.otherWays());
    if (turned.wayIn() != from && !s.typical()) {
      others.add(0, s.way());
    }
    Site.Way known = turned.wayIn() == from ? turned.way() : Site.Way.of(from);
    d.otherWays(others.stream().filter(w -> w.from() != from).toList());
    d.way(
        new Site.Way(
            from,
            told.containsKey(IN_THE_WAY)
                ? ((List<?>) told.get(IN_THE_WAY)).stream().map(String.class::cast).toList()
                : known.behind(),
            or(told, REACH, known.reach()),
            known.byFeel()));
  }

  @SuppressWarnings("unchecked")
  private static <T> T or(Map<SiteValue, Object> told, SiteValue value, T before) {
    return told.containsKey(value) ? (T) told.get(value) : before;
  }

  private static String wires(Site s) {
    return String.join(" or ", s.traits().getOrDefault("wires", List.of()));
  }
}
