package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.SiteTold;
import hopmend.catalog.VehicleCard;
import hopmend.find.Attested;
import hopmend.find.Site;
import hopmend.message.Message;
import hopmend.part.Part;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Something that was met in a job and that the vehicle's card does not tell yet: one tap puts it
 * there, with who and from which job.
 *
 * @param says what the card would tell
 */
public record CardOffer(Kind kind, Message says, Site site, Optional<Part> part) {
  /** What is offered. */
  public enum Kind {
    /** The sensor sits where it usually does, and is reached so. */
    PLACE,
    /** A part that no card knew lay beside the old one and matched. */
    PART;

    /** As it stands in an address. */
    public String path() {
      return name().toLowerCase(Locale.ROOT);
    }
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
    List<CardOffer> offers = new ArrayList<>();
    boolean stoodBefore = w.state().site().filter(s -> s.equals(site.get().id())).isPresent();
    if (stoodBefore && site.get().state(SiteTold.WAY_IN) == Attested.State.TYPICAL) {
      offers.add(
          new CardOffer(
              Kind.PLACE,
              Message.of("offer.place", site.get().name(), site.get().wayIn()),
              site.get(),
              Optional.empty()));
    }
    w.here()
        .chosenPart()
        .filter(p -> w.state().compared().isPresent())
        .filter(p -> w.card().get().part(p.number()).isEmpty())
        .ifPresent(
            p ->
                offers.add(
                    new CardOffer(
                        Kind.PART,
                        Message.of("offer.part", p.number(), site.get().name()),
                        site.get(),
                        Optional.of(p))));
    return offers;
  }

  /**
   * The card with it.
   *
   * @param card as it is now, as told
   * @param job number of the job
   */
  public VehicleCard into(VehicleCard card, Catalog catalog, String by, String job, LocalDate on) {
    SiteTold told =
        new SiteTold(
            site.id(),
            kind == Kind.PLACE ? place() : null,
            kind == Kind.PLACE ? site.wayIn() : null,
            null,
            kind == Kind.PLACE ? site.landmarks() : null,
            null,
            null,
            null,
            null,
            null,
            Attested.Origin.SHOP,
            by,
            job,
            on);
    VehicleCard with = told.into(card, catalog);
    return part.map(p -> with.with(fitted(p, with, job))).orElse(with);
  }

  /** Null for one whose place follows from its bank and position. */
  private Site.Spot place() {
    return site.isOutsideBay() ? site.chassisSpot() : site.spot();
  }

  /** What is known of a part that went in: for this place of this engine. */
  private Part fitted(Part p, VehicleCard card, String job) {
    return new Part(
        p.number(),
        null,
        p.make(),
        "fitted in job " + job,
        site.name(),
        site.family(),
        site.position().isEmpty() ? List.of() : List.of(site.position()),
        List.of(card.engine().code()),
        null,
        null,
        p.traits(),
        p.price(),
        1,
        0,
        false,
        "it matched the old one in job " + job);
  }
}
