package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.SiteTold;
import hopmend.catalog.SiteValue;
import hopmend.catalog.VehicleCard;
import hopmend.find.Attested;
import hopmend.find.Attested.Origin;
import hopmend.find.Site;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.swap.Fastener;
import hopmend.swap.Step;
import hopmend.swap.WorkPlan;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Something that was met in a job and that the vehicle's card does not tell yet: one tap puts it
 * there, with who and from which job.
 *
 * @param id by which it is taken, the same as long as it is offered
 * @param says what the card would tell
 * @param origin where it comes from
 * @param values what it tells of the site
 * @param taught what the controller was taught, in words
 */
public record CardOffer(
    String id,
    Message says,
    Site site,
    Origin origin,
    Map<SiteValue, Object> values,
    Optional<String> taught) {
  /** Of the planned minutes of a step, beyond which a gap was a break; and at least so many. */
  private static final double BREAK_SHARE = 3;

  private static final double BREAK_MINUTES = 10;

  /** What takes longer than this was a break, not work. */
  static double longestWork(double planned) {
    return BREAK_SHARE * planned + BREAK_MINUTES;
  }

  public CardOffer {
    values = Map.copyOf(values);
  }

  /**
   * What a job has to offer for the sensor at hand; nothing while its vehicle has no card, nor
   * under a sign-off.
   */
  static List<CardOffer> of(Workup w) {
    Optional<Site> site = w.here().site();
    if (site.isEmpty()
        || w.state().signedOff().isPresent()
        || !w.card().orElseThrow().isOfAVehicle()) {
      return List.of();
    }
    Offers offers = new Offers(w, site.get());
    return Stream.of(
            offers.place(),
            offers.wayIn(),
            offers.landmark(),
            offers.wires(),
            offers.colours(),
            offers.drive(),
            offers.tightness(),
            offers.minutes(),
            offers.taught(),
            offers.traps())
        .flatMap(s -> s)
        .toList();
  }

  /** The card with it. */
  public VehicleCard into(VehicleCard card, Catalog catalog, String by, String job, LocalDate on) {
    Site now = catalog.complete(card).site(site.id()).orElse(site);
    VehicleCard with =
        new SiteTold(site.id(), grown(now), List.of(), origin, by, job, on).into(card, catalog);
    return taught.isPresent() ? with.teaching(site.family(), taught.get()) : with;
  }

  /**
   * What was added to the card since the job looked at it stays: lists that grow are put together.
   */
  private Map<SiteValue, Object> grown(Site now) {
    Map<SiteValue, Object> all = new EnumMap<>(SiteValue.class);
    all.putAll(values);
    if (!values.containsKey(SiteValue.WAY_IN)) {
      all.computeIfPresent(SiteValue.LANDMARKS, (v, told) -> together(now.landmarks(), told));
    }
    all.computeIfPresent(SiteValue.TRAPS, (v, told) -> together(now.traps(), told));
    return all;
  }

  private static List<?> together(List<String> there, Object told) {
    return Stream.concat(there.stream(), ((List<?>) told).stream()).distinct().toList();
  }

  /** What a job has met, value by value; each is empty where the card tells it already. */
  private record Offers(Workup w, Site site) {
    private static Stream<CardOffer> nothing() {
      return Stream.empty();
    }

    private Stream<CardOffer> offer(SiteValue value, Object is, Origin origin, Message says) {
      return offer(value.name().toLowerCase(Locale.ROOT), says, origin, Map.of(value, is));
    }

    private Stream<CardOffer> offer(
        String id, Message says, Origin origin, Map<SiteValue, Object> values) {
      return Stream.of(new CardOffer(id, says, site, origin, values, Optional.empty()));
    }

    private Target here() {
      return w.here();
    }

    private boolean stoodBefore() {
      return w.state().site().filter(s -> s.equals(site.id())).isPresent();
    }

    private boolean isTypical(SiteValue value) {
      return site.state(value.named()) == Attested.State.TYPICAL;
    }

    /** The sensor sits where it usually does, and is reached so. */
    Stream<CardOffer> place() {
      if (!stoodBefore() || !isTypical(SiteValue.WAY_IN)) {
        return nothing();
      }
      Map<SiteValue, Object> values = new EnumMap<>(SiteValue.class);
      // A place that follows from bank and position needs no telling.
      Optional.ofNullable(site.isOutsideBay() ? site.chassisSpot() : site.spot())
          .ifPresent(at -> values.put(SiteValue.PLACE, at));
      values.put(SiteValue.WAY_IN, site.wayIn());
      values.put(SiteValue.LANDMARKS, site.landmarks());
      return offer(
          "place", Message.of("offer.place", site.name(), site.wayIn()), Origin.SHOP, values);
    }

    /** Another way in than the card's first one was gone, and the sensor was reached. */
    Stream<CardOffer> wayIn() {
      boolean reached =
          w.ticks().keySet().stream().map(WorkPlan::operation).anyMatch("unplug"::equals);
      Optional<Site> told = w.card().flatMap(c -> c.site(site.id()));
      boolean other = told.filter(t -> t.wayIn() != site.wayIn()).isPresent();
      return reached && other && !isTypical(SiteValue.WAY_IN)
          ? offer(
              SiteValue.WAY_IN,
              site.wayIn(),
              Origin.SHOP,
              Message.of("offer.way-in", site.name(), site.wayIn()))
          : nothing();
    }

    /** A side that people name by who sits there, told so that it means the same elsewhere. */
    private String fixed(String words) {
      return w.card().orElseThrow().sides(w.shop().sides()).fixed(words);
    }

    Stream<CardOffer> landmark() {
      String seen = fixed(w.state().look().landmark().strip());
      return seen.isEmpty() || !stoodBefore() || site.landmarks().contains(seen)
          ? nothing()
          : offer(
              SiteValue.LANDMARKS,
              Stream.concat(site.landmarks().stream(), Stream.of(seen)).toList(),
              Origin.SHOP,
              Message.of("offer.landmark", site.name(), seen));
    }

    Stream<CardOffer> wires() {
      Integer seen = w.state().look().wires();
      return seen == null || site.traits().containsKey("wires") && !isTypical(SiteValue.WIRES)
          ? nothing()
          : offer(
              SiteValue.WIRES,
              String.valueOf(seen),
              Origin.MEASURED,
              Message.of("offer.wires", site.name(), seen));
    }

    Stream<CardOffer> colours() {
      List<String> seen = w.state().look().colours();
      return seen.isEmpty() || seen.equals(site.colours())
          ? nothing()
          : offer(
              SiteValue.COLOURS,
              seen,
              Origin.SHOP,
              Message.of("offer.colours", site.name(), String.join(", ", seen)));
    }

    /** The steps of this sensor's own fastener that are done, the last first. */
    private Stream<JobState.Ticked> turned() {
      Optional<Fastener> held = w.card().flatMap(c -> c.fastener(site.fastener()));
      return w.workOrder().stream()
          .flatMap(o -> o.steps().stream())
          .filter(s -> w.target(s).equals(here()) && w.ticks().containsKey(s.id()))
          .filter(s -> held.isPresent() && isOf(s, held.get()))
          .map(s -> w.ticks().get(s.id()))
          .sorted(Comparator.comparingLong(JobState.Ticked::sequence).reversed());
    }

    private static boolean isOf(Step s, Fastener held) {
      return Stream.concat(s.fastener().stream(), s.loosens().stream())
          .anyMatch(f -> f.id().equals(held.id()));
    }

    Stream<CardOffer> drive() {
      return turned()
          .map(t -> t.fact().drive())
          .filter(d -> !d.isEmpty())
          .limit(1)
          .flatMap(
              d ->
                  offer(
                      SiteValue.DRIVE,
                      d,
                      Origin.MEASURED,
                      Message.of("offer.drive", site.name(), d)));
    }

    /** A value that somebody knew where the card has none. */
    Stream<CardOffer> tightness() {
      boolean told =
          w.card().flatMap(c -> c.fastener(site.fastener())).filter(f -> !f.isSnug()).isPresent();
      return turned()
          .map(JobState.Ticked::fact)
          .filter(f -> f.torque() != null && f.origin() != null && !told)
          .limit(1)
          .flatMap(
              f ->
                  offer(
                      SiteValue.TIGHTNESS,
                      f.torque().in(MeasureUnit.NEWTON_METRE),
                      f.origin(),
                      Message.of("offer.tightness", site.name(), f.torque(), f.origin())));
    }

    /** How long the work took, breaks left out, once it is done. */
    Stream<CardOffer> minutes() {
      if (!w.isDone(here()) || w.ticks().isEmpty() || site.minutes() != null) {
        return nothing();
      }
      double took = Math.round(worked());
      return took < 1
          ? nothing()
          : offer(
              SiteValue.MINUTES,
              took,
              Origin.MEASURED,
              Message.of(
                  "offer.minutes",
                  site.name(),
                  (int) took,
                  (int) Math.round(w.workOrder().orElseThrow().minutes())));
    }

    private double worked() {
      Map<String, JobState.Ticked> ticks = w.ticks();
      List<Step> done =
          w.workOrder().orElseThrow().steps().stream()
              .filter(s -> ticks.containsKey(s.id()))
              .sorted(Comparator.comparing(s -> ticks.get(s.id()).sequence()))
              .toList();
      double minutes = 0;
      for (int i = 1; i < done.size(); i++) {
        double gap =
            Duration.between(ticks.get(done.get(i - 1).id()).at(), ticks.get(done.get(i).id()).at())
                    .toSeconds()
                / 60.0;
        minutes += gap > longestWork(done.get(i).minutes()) ? done.get(i).minutes() : gap;
      }
      return minutes;
    }

    /** What the controller was taught by hand, where the card tells no routine. */
    Stream<CardOffer> taught() {
      return w
          .state()
          .overruled(Hop.RELEARN)
          .filter(words -> here().routines().isEmpty())
          .filter(words -> !words.equals(w.card().orElseThrow().teach().get(site.family())))
          .map(
              words ->
                  new CardOffer(
                      "routine",
                      Message.of("offer.routine", words),
                      site,
                      Origin.SHOP,
                      Map.of(),
                      Optional.of(words)))
          .stream();
    }

    /** What somebody wrote down in this job that the next one should know. */
    Stream<CardOffer> traps() {
      List<CardOffer> all = new ArrayList<>();
      for (JobEntry e : w.state().live()) {
        if (e.fact() instanceof Fact.NoteAdded n && !site.traps().contains(fixed(n.words()))) {
          List<String> traps =
              Stream.concat(site.traps().stream(), Stream.of(fixed(n.words()))).toList();
          offer(
                  "trap-" + e.sequence(),
                  Message.of("offer.trap", site.name(), n.words()),
                  Origin.SHOP,
                  Map.of(SiteValue.TRAPS, traps))
              .forEach(all::add);
        }
      }
      return all.stream();
    }
  }
}
