package hopmend.catalog;

import hopmend.find.Attested;
import hopmend.find.Attested.Origin;
import hopmend.find.Attested.State;
import hopmend.find.Site;
import hopmend.swap.Fastener;
import hopmend.swap.Obstruction;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What somebody tells of a sensor of a vehicle who stood before it. What is not told stays as it
 * is: typical, or as somebody told it before.
 *
 * @param site id of the site, told before or only usual
 * @param values what is told: a spot of the plan on which it is shown, texts, ids, N.m, minutes
 * @param obstructions what of the values lies in the way and the card may not know yet
 * @param origin where it comes from
 * @param job number of the job in which it was met, empty where none
 */
public record SiteTold(
    String site,
    Map<SiteValue, Object> values,
    List<Obstruction> obstructions,
    Origin origin,
    String by,
    String job,
    LocalDate on) {
  public SiteTold {
    values.forEach(
        (value, to) -> {
          if (!value.takes(to)) {
            throw new IllegalArgumentException("No " + value.named() + " is " + to);
          }
        });
    values = Map.copyOf(values);
    obstructions = List.copyOf(obstructions);
  }

  /** Somebody who has told nothing yet. */
  public static SiteTold by(String who, String site, Origin origin, String job, LocalDate on) {
    return new SiteTold(site, Map.of(), List.of(), origin, who, job, on);
  }

  /** With one value more; null tells nothing. */
  public SiteTold and(SiteValue value, Object to) {
    if (to == null) {
      return this;
    }
    Map<SiteValue, Object> all = new EnumMap<>(SiteValue.class);
    all.putAll(values);
    all.put(value, to);
    return new SiteTold(site, all, obstructions, origin, by, job, on);
  }

  /** With all that lies in the way, from the way in to the sensor; null tells nothing. */
  public SiteTold behind(List<Obstruction> all) {
    return all == null
        ? this
        : new SiteTold(site, values, all, origin, by, job, on)
            .and(SiteValue.IN_THE_WAY, all.stream().map(Obstruction::id).toList());
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
    List<Site> sites =
        Stream.concat(card.told().filter(s -> !s.id().equals(site)), Stream.of(told(before, held)))
            .toList();
    List<Obstruction> all = new ArrayList<>(card.obstructions());
    obstructions.stream()
        .filter(o -> all.stream().noneMatch(k -> k.id().equals(o.id())))
        .forEach(all::add);
    return card.with(
        before.isOutsideBay() ? whole.chassis() : card.chassis(),
        sites,
        all,
        fasteners(card, held));
  }

  private Site told(Site s, Optional<Fastener> held) {
    return SiteValue.put(s, values)
        .heldBy(held.isPresent() ? holdId() : s.fastener())
        .told(attested(s, held))
        .source(
            s.typical() ? "told at the vehicle; what nobody told is common practice" : s.source())
        .site();
  }

  private String holdId() {
    return "hold-" + site;
  }

  private List<Fastener> fasteners(VehicleCard card, Optional<Fastener> held) {
    Stream<Fastener> others = card.fasteners().stream().filter(f -> !f.id().equals(holdId()));
    return held.map(
            f ->
                Stream.concat(
                        others,
                        Stream.of(
                            f.held(
                                holdId(),
                                (String) values.get(SiteValue.DRIVE),
                                (Double) values.get(SiteValue.TIGHTNESS))))
                    .toList())
        .orElse(card.fasteners());
  }

  private List<Attested> attested(Site s, Optional<Fastener> held) {
    List<Attested> all = new ArrayList<>();
    for (SiteValue value : SiteValue.values()) {
      if (values.containsKey(value)) {
        all.add(new Attested(value.named(), state(s, held, value), origin, by, job, on));
      } else if (s.typical()) {
        all.add(Attested.typical(value.named()));
      } else {
        s.attested().stream().filter(a -> a.of().equals(value.named())).forEach(all::add);
      }
    }
    return all;
  }

  /** Told otherwise than by somebody else, or by the card's source, before: look again. */
  private State state(Site s, Optional<Fastener> held, SiteValue value) {
    boolean otherwise = value.contradicts(value.of(s, held), values.get(value));
    return otherwise && !s.typical() && isHeldUp(s, value) ? State.DISPUTED : State.CONFIRMED;
  }

  /** Whether what was told before is not settled by who tells now: only the maker's manual is. */
  private boolean isHeldUp(Site s, SiteValue value) {
    List<Attested> told = s.attested().stream().filter(a -> a.of().equals(value.named())).toList();
    return told.isEmpty()
        ? origin != Origin.MAKER
        : told.stream()
            .filter(a -> a.state() == State.CONFIRMED)
            .anyMatch(a -> !a.by().equals(by) && a.origin().isAsGoodAs(origin));
  }
}
