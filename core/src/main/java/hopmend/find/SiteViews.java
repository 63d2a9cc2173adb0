package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.message.Wording;
import hopmend.swap.Fastener;
import hopmend.vehicle.EngineLayout;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A site of a vehicle, and the views in which it can be looked at.
 *
 * @param alike other told sites of its family
 * @param all all other sites of the vehicle
 * @param exhaust all sites along the exhaust; empty for a site that is not counted there
 * @param catalysts behind each other in each branch
 * @param level how high it sits; empty where nobody told it and none is usual
 * @param held what holds it
 */
public record SiteViews(
    EngineLayout engine,
    Bay bay,
    Chassis chassis,
    Sides sides,
    Site site,
    List<Site> alike,
    List<Site> all,
    List<Site> exhaust,
    int catalysts,
    Optional<Level> level,
    Optional<Fastener> held) {
  public SiteViews {
    alike = List.copyOf(alike);
    all = List.copyOf(all);
    exhaust = List.copyOf(exhaust);
  }

  /** The views that tell something of it, the best first; none of an engine that nobody told. */
  public List<View> views() {
    List<View> views = new ArrayList<>();
    if (!engine.isTold()) {
      return views;
    }
    if (!site.isOutsideBay()) {
      views.add(View.BAY);
    }
    views.add(site.wayIn().isRaised() ? View.BELOW : View.VEHICLE);
    if (level.isPresent()) {
      views.add(View.SIDE);
    }
    views.add(View.CLOSE);
    if (!exhaust.isEmpty()) {
      views.add(View.EXHAUST);
    }
    views.add(site.wayIn().isRaised() ? View.VEHICLE : View.BELOW);
    return views;
  }

  /** The one that is most easily taken for it. */
  public Optional<Lookalike> lookalike() {
    return Lookalike.of(site, all, places());
  }

  private Places places() {
    return new Places(engine, bay, chassis);
  }

  /**
   * @throws IllegalArgumentException if the view tells nothing of it
   */
  public Drawing draw(View view, Wording words) {
    if (!views().contains(view)) {
      throw new IllegalArgumentException("Nothing is seen of " + site.id() + " in " + view);
    }
    return switch (view) {
      case BAY -> BayDrawing.draw(engine, bay, sides, alike, site, words);
      case VEHICLE, BELOW -> chassis(view == View.BELOW, words).whole(alike, site);
      case SIDE -> new SideDrawing(chassis, places(), words).of(site, level.orElseThrow());
      case CLOSE -> near(words);
      case EXHAUST -> ExhaustDrawing.draw(engine, catalysts, exhaust, site, words);
    };
  }

  private ChassisDrawing chassis(boolean fromBelow, Wording words) {
    return new ChassisDrawing(chassis, places(), sides, fromBelow, words);
  }

  private Drawing near(Wording words) {
    Neighbours around =
        new Neighbours(
            site,
            all.stream()
                .filter(s -> s.isOutsideBay() == site.isOutsideBay())
                .filter(s -> !s.typical() || lookalike().filter(l -> l.site() == s).isPresent())
                .toList(),
            lookalike(),
            held);
    return site.isOutsideBay()
        ? chassis(site.wayIn().isRaised(), words).near(around, site)
        : BayDrawing.near(engine, bay, sides, around, site, words);
  }
}
