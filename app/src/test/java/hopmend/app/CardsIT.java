package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.app.catalog.Cards;
import hopmend.app.catalog.Catalogs;
import hopmend.catalog.CardFile;
import hopmend.catalog.VehicleCard;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.prove.Remedy;
import hopmend.swap.Fastener;
import hopmend.swap.Step;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.RequestPostProcessor;

/** The shop's cards: revisions, two editors, pins, files, news of other instances. */
class CardsIT extends AppIT {
  @Autowired Cards cards;
  @Autowired Catalogs catalogs;

  private static RequestPostProcessor technician() {
    return user("oskar").roles("TECHNICIAN");
  }

  private MockHttpServletResponse send(MockHttpServletRequestBuilder request) throws Exception {
    return mvc.perform(request.with(technician()).with(formToken())).andReturn().getResponse();
  }

  private String page(String path) throws Exception {
    MockHttpServletResponse r = mvc.perform(get(path).with(technician())).andReturn().getResponse();
    assertThat(r.getStatus()).as(path).isEqualTo(200);
    return r.getContentAsString();
  }

  /** Begins a card by its form, and gives its id. */
  private String begin(String model) throws Exception {
    MockHttpServletResponse r =
        send(
            post("/cards")
                .param("make", "Tarn")
                .param("model", model)
                .param("yearFrom", "2014")
                .param("yearTo", "2019")
                .param("cylinders", "6")
                .param("arrangement", "VEE")
                .param("stands", "LENGTHWISE-FRONT")
                .param("side", "LEFT")
                .param("displacement", "3,0"));
    assertThat(r.getStatus()).isEqualTo(302);
    return r.getRedirectedUrl().substring("/cards/".length());
  }

  private MockHttpServletRequestBuilder tell(String id, int seen) {
    return post("/cards/" + id + "/sensors/camshaft-position-2-intake")
        .param("seen", String.valueOf(seen))
        .param("wayIn", "FROM_ABOVE")
        .param("latch", "push-tab");
  }

  /** A form of a page of a job. */
  private MockHttpServletRequestBuilder onJob(long job, String form) {
    return post("/jobs/" + job + "/" + form)
        .param("token", UUID.randomUUID().toString())
        .param("seen", String.valueOf(desk.look(job).workup().state().lastSequence()));
  }

  private static Optional<Fastener> held(VehicleCard card) {
    return card.fastener("hold-camshaft-position-2-intake");
  }

  @Test
  void aBegunCardIsFoundByItsWordsAndLeadsItsJobsOn() throws Exception {
    String id = begin("Wagtail estate");
    assertThat(page("/cards?words=wagtail 2016")).contains("Tarn Wagtail estate");
    assertThat(page("/cards?words=wagtail 1999")).contains("No card has these words");
    assertThat(page("/cards/" + id)).contains("3.0 litre V6, petrol", "revision 1");
    long job =
        newJob(
            camCode(), new Fact.VehicleIdentified(VIN, id, 2016, null, 90_000, Fact.Place.HOIST));
    var line = HopLine.of(desk.look(job).workup(), Instant.now());
    assertThat(line.at(Hop.FIND).kind().name()).isEqualTo("NOT_STARTED");
    assertThat(page("/jobs/" + job + "/find")).contains("Usual place", "Tell the card");
  }

  /** The second of two editors sees what the first changed, and keeps what they typed. */
  @Test
  void twoWhoChangeOneCardAtOnceLoseNothing() throws Exception {
    String id = begin("Dipper");
    assertThat(send(tell(id, 1).param("drive", "T30")).getStatus()).isEqualTo(302);
    MockHttpServletResponse second = send(tell(id, 1).param("reach", "mind the hose"));
    assertThat(second.getStatus()).isEqualTo(422);
    assertThat(second.getContentAsString())
        .contains("oskar changed this card to revision 2", "mind the hose", "T30")
        .contains("name=\"seen\" value=\"2\"");
    assertThat(send(tell(id, 2).param("reach", "mind the hose")).getStatus()).isEqualTo(302);
    VehicleCard card = catalogs.now().card(id).orElseThrow();
    assertThat(card.revision()).isEqualTo(3);
    assertThat(held(card).orElseThrow().drive()).isEqualTo("T30");
    assertThat(card.site("camshaft-position-2-intake").orElseThrow().reach())
        .isEqualTo("mind the hose");
    assertThat(page("/cards/" + id + "?changed=3")).contains("mind the hose");

    // What the second one left as it was shown is not put back over the first one's change.
    assertThat(
            send(tell(id, 3).param("drive", "10 mm hex").param("reach", "mind the hose"))
                .getStatus())
        .isEqualTo(302);
    MockHttpServletResponse late =
        send(
            tell(id, 3)
                .param("drive", "T30")
                .param("reach", "mind the hose")
                .param("connector", "three pins"));
    assertThat(late.getStatus()).isEqualTo(422);
    assertThat(late.getContentAsString())
        .contains("id=\"drive\" name=\"drive\"", "value=\"10 mm hex\"", "value=\"three pins\"");
  }

  @Test
  void aRevisionIsTakenBackAsANewOne() throws Exception {
    String id = begin("Pipit");
    send(tell(id, 1).param("drive", "T30"));
    send(post("/cards/" + id + "/take-back").param("revision", "1").param("seen", "2"));
    VehicleCard card = catalogs.now().card(id).orElseThrow();
    assertThat(card.revision()).isEqualTo(3);
    assertThat(card.told().count()).isZero();
    assertThat(cards.revisions(id)).hasSize(3);
  }

  /** A job goes on with the card that it was planned with until somebody takes the later one. */
  @Test
  void aJobKeepsTheRevisionThatItWasPlannedWith() throws Exception {
    String id = begin("Wryneck");
    long job =
        newJob(
            new Fact.CodesRead(
                Fact.CodeSource.TYPED,
                List.of(hopmend.fault.ReadCode.of(hopmend.fault.TroubleCode.parse("P0347"))),
                List.of(),
                ""),
            new Fact.VehicleIdentified(VIN, id, 2016, null, 90_000, Fact.Place.HOIST),
            new Fact.CheckAnswered("connector-home", "home"));
    send(
        tell(id, 1)
            .param("drive", "T30")
            .param("behind", "engine-cover")
            .param("torque", "80")
            .param("torqueUnit", "lbf.in"));
    assertThat(steps(job)).noneMatch(s -> s.brief().contains("engine cover"));
    assertThat(page("/jobs/" + job + "/read"))
        .contains("The card has revision 2 by now", "new: Pull the engine cover off");
    send(onJob(job, "card-revision").param("card", id));
    assertThat(steps(job)).anyMatch(s -> s.brief().contains("engine cover"));
    assertThat(page("/jobs/" + job + "/read")).doesNotContain("by now");
    // 80 lbf.in x 0.1129848 N.m (NIST SP 811)
    assertThat(held(catalogs.now().card(id).orElseThrow()).orElseThrow().torqueNm())
        .isBetween(9.03, 9.05);
  }

  private List<Step> steps(long job) {
    return desk.look(job).workup().workOrder().orElseThrow().steps();
  }

  @Test
  void whatWasMetInAJobGoesToItsCardByOneTap() throws Exception {
    String id = begin("Ouzel");
    long job =
        newJob(
            camCode(),
            new Fact.VehicleIdentified(VIN, id, 2016, null, 90_000, Fact.Place.HOIST),
            new Fact.SiteConfirmed("camshaft-position-1-intake"));
    assertThat(page("/jobs/" + job + "/find")).contains("Put it on the card");
    send(onJob(job, "teach").param("offer", "place"));
    VehicleCard card = catalogs.now().card(id).orElseThrow();
    assertThat(card.told()).hasSize(1);
    assertThat(page("/cards/" + id)).contains("way in: confirmed, oskar in job " + job);
    assertThat(desk.look(job).workup().card().orElseThrow().revision()).isEqualTo(2);
    assertThat(page("/jobs/" + job + "/find")).doesNotContain("Put it on the card");
    send(onJob(job, "teach").param("offer", "place"));
    assertThat(cards.revisions(id)).as("a second tap").hasSize(2);
  }

  /** The next job on a vehicle like it finds the part that fitted here. */
  @Test
  void aPartThatNoListKnewComesOnTheList() throws Exception {
    String id = begin("Dunnock");
    Fact vehicle = new Fact.VehicleIdentified(VIN, id, 2016, null, 90_000, Fact.Place.HOIST);
    long job =
        newJob(
            camCode(),
            vehicle,
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "", 1, "swap to test"),
            new Fact.PartChosen("7701-22", new Fact.TypedPart("Ondrel", 39.0)),
            new Fact.PartsCompared("", "7701-22", List.of(), plugClicks(), ""));
    assertThat(page("/jobs/" + job + "/pick")).contains("Put it on the list of parts");
    MockHttpServletResponse listed = send(onJob(job, "pick/list"));
    assertThat(listed.getStatus()).as(listed.getContentAsString()).isEqualTo(302);
    long next =
        newJob(
            camCode(),
            vehicle,
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "", 1, "swap to test"));
    assertThat(page("/jobs/" + next + "/pick"))
        .contains("7701-22", "Best true cost of those that fit");
  }

  /** A change by the shop outlives a restart, at which what ships is looked at again. */
  @Test
  void whatTheShopToldOfAShippedCardStaysTheShops() throws Exception {
    int seen = catalogs.now().told("wherrill-teal-16").orElseThrow().revision();
    send(
        post("/cards/wherrill-teal-16/sensors/coolant")
            .param("seen", String.valueOf(seen))
            .param("reach", "from the left, past the hose"));
    cards.keepShipped();
    VehicleCard card = catalogs.now().told("wherrill-teal-16").orElseThrow();
    assertThat(card.revision()).isEqualTo(seen + 1);
    assertThat(card.site("coolant").orElseThrow().reach())
        .isEqualTo("from the left, past the hose");
    assertThat(page("/cards/wherrill-teal-16")).contains("reach: disputed, oskar");
    send(
        post("/cards/wherrill-teal-16/take-back")
            .param("revision", "" + seen)
            .param("seen", "" + (seen + 1)));
  }

  private MockHttpServletResponse upload(String yaml) throws Exception {
    return sendFile("/cards/import", "oskar", yaml.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void cardsGoOutAndComeBackEqualIntoAnEmptiedDatabase() throws Exception {
    String id = begin("Siskin");
    send(tell(id, 1).param("drive", "T30").param("landmark", "behind the oil filler"));
    String yaml = page("/cards/" + id + ".yaml");
    VehicleCard before = catalogs.now().card(id).orElseThrow();
    owner().update("delete from card where id = ?", id);
    owner().update("delete from card_revision where card_id = ?", id);
    begin("Another");
    assertThat(catalogs.now().card(id)).isEmpty();

    MockHttpServletResponse looked = upload(yaml);
    assertThat(looked.getStatus()).isEqualTo(302);
    assertThat(page(looked.getRedirectedUrl())).contains("1 card would come in", "New here.");
    assertThat(catalogs.now().card(id)).as("looking changes nothing").isEmpty();
    assertThat(send(post(looked.getRedirectedUrl())).getStatus()).isEqualTo(302);
    assertThat(catalogs.now().card(id)).contains(before);
    assertThat(page("/cards/" + id + ".yaml")).isEqualTo(yaml);
    assertThat(page(upload(yaml).getRedirectedUrl())).contains("The same as here.");
  }

  @Test
  void aFileThatCannotBeReadIsRefusedWithEveryProblem() throws Exception {
    String good = CardFile.write(List.of(catalogs.now().cards().get(0)));
    String wrong =
        good.replaceFirst("family: \"?[a-z-]+\"?", "family: \"no-such-family\"")
            .replaceFirst("latch: \"?[a-z-]+\"?", "latch: \"velcro\"");
    MockHttpServletResponse r = upload(wrong);
    assertThat(r.getStatus()).isEqualTo(422);
    assertThat(r.getContentAsString())
        .contains("Nothing was taken in", "is of no known family", "line ");
    for (String bad : List.of("a: &a [*a]", "\u0001", "id: x", "- 1", "")) {
      MockHttpServletResponse refused = upload(bad);
      assertThat(refused.getStatus()).as(bad).isEqualTo(422);
    }
  }

  /** Whatever is typed or sent, the form comes back with it, and the server does not fail. */
  @Test
  void noFieldOfTheBuilderMakesAServerError() throws Exception {
    String id = begin("Nuthatch");
    for (String bad :
        List.of(
            "",
            "x".repeat(3000),
            "<script>alert(1)</script>",
            "-1",
            "1e999",
            "NaN",
            "\u202e\ud83d\ude80",
            "9999999999")) {
      MockHttpServletRequestBuilder card = post("/cards");
      for (String f :
          List.of(
              "make",
              "model",
              "yearFrom",
              "cylinders",
              "arrangement",
              "stands",
              "side",
              "displacement",
              "catalysts",
              "fuel",
              "job")) {
        card.param(f, bad);
      }
      MockHttpServletRequestBuilder sensor = post("/cards/" + id + "/sensors/knock-1");
      for (String f :
          List.of(
              "seen",
              "spotX",
              "spotY",
              "tapX",
              "tapY",
              "wayIn",
              "behind",
              "otherBehind",
              "landmark",
              "reach",
              "connector",
              "latch",
              "drive",
              "torque",
              "origin")) {
        sensor.param(f, bad);
      }
      for (MockHttpServletRequestBuilder form : List.of(card, sensor)) {
        MockHttpServletResponse r = send(form);
        assertThat(r.getStatus()).as(bad).isEqualTo(422);
        assertThat(r.getContentAsString()).doesNotContain("<script>alert");
      }
    }
    assertThat(catalogs.now().card(id).orElseThrow().revision()).isEqualTo(1);
  }

  /** Another instance keeps a card: this one hears of it without a request. */
  @Test
  void newsOfACardReachesThisInstance() throws Exception {
    String id = begin("Plover");
    VehicleCard card = catalogs.now().card(id).orElseThrow();
    String yaml = CardFile.write(List.of(card.revised(2))).replace("Tarn", "Tarnwick");
    owner()
        .update(
            "insert into card_revision values (?, 2, ?, 'elsewhere', false, 'oskar', now())",
            id,
            yaml);
    owner().update("update card set revision = 2 where id = ?", id);
    for (int i = 0; i < 100 && catalogs.now().card(id).orElseThrow().revision() < 2; i++) {
      Thread.sleep(100);
    }
    assertThat(catalogs.now().card(id).orElseThrow().make()).isEqualTo("Tarnwick");
  }
}
