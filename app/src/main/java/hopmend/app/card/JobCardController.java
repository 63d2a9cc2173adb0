package hopmend.app.card;

import hopmend.app.catalog.Cards;
import hopmend.app.catalog.Catalogs;
import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.Words;
import hopmend.catalog.VehicleCard;
import hopmend.job.CardOffer;
import hopmend.job.Fact;
import hopmend.job.Workup;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;

/** What a job gives to its vehicle's card, and takes from it. */
@HopForms
class JobCardController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final Cards cards;
  private final Catalogs catalogs;
  private final Clock clock;

  JobCardController(HopScreens screens, JobDesk desk, Cards cards, Catalogs catalogs, Clock clock) {
    this.screens = screens;
    this.desk = desk;
    this.cards = cards;
    this.catalogs = catalogs;
    this.clock = clock;
  }

  /** Which of the things that are offered. */
  record Taught(String offer) {}

  /** What was met in a job goes into its vehicle's card; a second tap finds nothing to do. */
  @PostMapping("/jobs/{jobId:\\d{1,15}}/teach")
  String teach(Form form, @Sent Taught sent) {
    Workup workup = desk.look(form.jobId()).workup();
    Optional<CardOffer> offer =
        workup.offers().stream().filter(o -> o.id().equals(sent.offer())).findFirst();
    if (offer.isEmpty()) {
      return form.done();
    }
    VehicleCard card = told(workup.about().card());
    String job = String.valueOf(form.jobId());
    String who = form.submission().by().who();
    VehicleCard taught = offer.get().into(card, catalogs.now(), who, job, LocalDate.now(clock));
    VehicleCard kept =
        cards.keep(taught, card.revision(), Words.of(offer.get().says()) + ", in job " + job, who);
    return screens.append(form, new Fact.CardRevisionTaken(kept.id(), kept.revision()));
  }

  /** Which card. */
  record Later(String card) {}

  /** The job goes on with the revision of its card that is current now. */
  @PostMapping("/jobs/{jobId:\\d{1,15}}/card-revision")
  String takeRevision(Form form, @Sent Later sent) {
    VehicleCard card = told(sent.card());
    return screens.append(form, new Fact.CardRevisionTaken(card.id(), card.revision()));
  }

  private VehicleCard told(String id) {
    return catalogs
        .now()
        .told(id)
        .orElseThrow(() -> new InputProblem("", "There is no card \"" + id + "\" here."));
  }
}
