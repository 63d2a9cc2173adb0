package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.app.account.Qualifications;
import hopmend.app.job.JobDesk.Submission;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Held;
import hopmend.prove.Remedy;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;

/** A job always has a way on, and is found in the list by who has it and by what it waits for. */
class LeadsOnIT extends AppIT {
  @Autowired private Qualifications qualifications;

  private String page(String address) throws Exception {
    MockHttpServletResponse answer =
        mvc.perform(get(address).with(user("oskar").roles("TECHNICIAN"))).andReturn().getResponse();
    assertThat(answer.getStatus()).as(address).isEqualTo(200);
    return answer.getContentAsString();
  }

  private int send(String address, String... fields) throws Exception {
    var request =
        post(address)
            .with(user("oskar").roles("TECHNICIAN"))
            .with(formToken())
            .param("token", UUID.randomUUID().toString())
            .param("seen", "99");
    for (int i = 0; i < fields.length; i += 2) {
      request.param(fields[i], fields[i + 1]);
    }
    return mvc.perform(request).andReturn().getResponse().getStatus();
  }

  private long catalyst() {
    return newJob(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(TroubleCode.parse("P0420"), CodeState.STORED)),
            List.of(),
            ""),
        vehicleFact());
  }

  @Test
  void aCatalystCodeAloneIsLedToItsRepair() throws Exception {
    String job = "/jobs/" + catalyst();
    for (String hop :
        List.of("/prove", "/find", "/pick", "/swap", "/clear", "/relearn", "/verify")) {
      assertThat(page(job + hop)).as(hop).doesNotContain("First read the codes");
    }
    assertThat(page(job + "/swap")).contains("First say in Prove what it is");
    assertThat(page(job + "/relearn")).contains("Nothing to teach");
    assertThat(page(job + "/prove")).doesNotContain("renew-sensor");
    assertThat(send(job + "/prove/verdict", "work", "renew-sensor", "reason", "x")).isEqualTo(422);
    assertThat(
            send(
                job + "/prove/verdict",
                "work",
                "hand-over-mechanical",
                "reason",
                "broken up inside"))
        .isEqualTo(302);
    assertThat(page(job + "/swap")).contains("Write down what was found").doesNotContain("First ");
    for (String step : List.of("found-mechanical", "safe-to-run")) {
      assertThat(send(job + "/swap/tick", "step", step)).isEqualTo(302);
    }
    assertThat(page(job + "/clear")).contains("Clearing is blocked by Swap");
    assertThat(send(job + "/swap/repair", "words", "new catalyst")).isEqualTo(302);
    assertThat(page(job + "/clear")).contains("What to expect", "What is lost");
  }

  /** What was proven here is counted, and shown where the next such code is asked about. */
  @Test
  void theShopLearnsFromWhatItHasProven() throws Exception {
    Fact verdict =
        new Fact.VerdictTaken(
            Remedy.CLEAN_OR_RESEAT, "connector", 0.9, "seen green", "reseat-connector");
    int before = proven("connector");
    newJob(camCode(), vehicleFact(), verdict, new Fact.SignedOff(false, "customer was in a hurry"));
    long job = newJob(camCode(), vehicleFact(), verdict, new Fact.SignedOff(true, ""));
    assertThat(proven("connector")).as("one was proven, one was not").isEqualTo(before + 1);
    String asked = "/jobs/" + newJob(camCode(), vehicleFact()) + "/prove";
    // What is known is read anew beside the requests.
    for (int i = 0; i < 50 && !page(asked).contains("proven here"); i++) {
      Thread.sleep(100);
      asked = "/jobs/" + newJob(camCode(), vehicleFact()) + "/prove";
    }
    assertThat(page(asked)).containsPattern("\\d+ of \\d+ proven here");
    desk.append(job, form(UUID.randomUUID(), 999, "oskar"), new Fact.CameBack("there again", null));
    assertThat(proven("connector")).as("it came back").isEqualTo(before);
  }

  private int proven(String suspect) {
    return database.queryForObject(
        "select count(*) from proven_cause where family = 'camshaft-position' and suspect = ?",
        Integer.class,
        suspect);
  }

  /** Several looks in one form: each is an answer of its own, what was not looked at is none. */
  @Test
  void cheapLooksAreAnsweredInOneWalkRound() throws Exception {
    long id = newJob(camCode(), vehicleFact());
    String job = "/jobs/" + id;
    String page = page(job + "/prove");
    assertThat(page).contains("in one walk round", "value=\"connector-home=home\"");
    assertThat(page).doesNotContain("value=\"tip=").doesNotContain("value=\"supply=");
    assertThat(send(job + "/prove/looks", "look", "")).isEqualTo(422);
    assertThat(
            send(job + "/prove/looks", "look", "connector-home=home", "look", "oil-condition=fine"))
        .isEqualTo(302);
    assertThat(send(job + "/prove/looks", "look", "no-such-check=fine")).isEqualTo(422);
    assertThat(desk.look(id).workup().state().answersByCheck().keySet())
        .containsExactlyInAnyOrder("connector-home", "oil-condition");
  }

  /** However its number is typed; a number that nobody has offers nothing. */
  @Test
  void aFleetNumberOffersItsVehicle() throws Exception {
    for (String typed : List.of("van 14", "VAN 14")) {
      assertThat(page(opened(typed) + "/read")).contains("value=\"0HMWS3A07K1000342\"");
    }
    assertThat(page(opened("Van 9999") + "/read")).doesNotContain("value=\"0HMWS3A07K1000342\"");
    assertThat(page(opened("Minibus 2") + "/read"))
        .containsPattern("selected=\"selected\">Simulated Minibus 2<");
  }

  private String opened(String fleetNumber) throws Exception {
    return mvc.perform(
            post("/jobs")
                .with(user("oskar").roles("TECHNICIAN"))
                .with(formToken())
                .param("token", UUID.randomUUID().toString())
                .param("title", "Lamp")
                .param("fleetNumber", fleetNumber)
                .param("text", "P0340 stored"))
        .andReturn()
        .getResponse()
        .getRedirectedUrl()
        .replaceAll("(/jobs/\\d+).*", "$1");
  }

  @Test
  void anOdometerThatNobodyHasReadYetIsAskedForLater() throws Exception {
    long id = newJob(typed("P0335", "P0340"));
    String job = "/jobs/" + id;
    assertThat(
            send(
                job + "/read/identify",
                "vin",
                VIN,
                "card",
                "kelvane-otter-20",
                "odometer",
                "",
                "place",
                "HOIST"))
        .isEqualTo(302);
    assertThat(page(job + "/read")).contains("not read yet", "Note it");
    desk.append(
        id,
        Submission.now("marit"),
        List.of(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "swapped to test")));
    assertThat(page(job + "/pick")).contains("The odometer is not read yet");
    assertThat(page(job + "/verify")).contains("The odometer is not read yet");
    assertThat(send(job + "/read/odometer", "odometer", "x", "odometerUnit", "km")).isEqualTo(422);
    assertThat(send(job + "/read/odometer", "odometer", "91 500", "odometerUnit", "km"))
        .isEqualTo(302);
    assertThat(page(job + "/read")).doesNotContain("not read yet");
    assertThat(desk.look(id).workup().state().vehicle().orElseThrow()).isEqualTo(otter());
    assertThat(page(job + "/verify")).doesNotContain("not read yet");
  }

  @Test
  void sensorsOfOneSupplyAreToBeUnpluggedInOrder() throws Exception {
    String job = "/jobs/" + newJob(typed("P0335", "P0340"), otter());
    assertThat(page(job + "/read")).contains("Unplug one after another: 5 V supply 1");
  }

  private static Fact typed(String... codes) {
    return new Fact.CodesRead(
        Fact.CodeSource.TYPED,
        java.util.stream.Stream.of(codes)
            .map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED))
            .toList(),
        List.of(),
        "");
  }

  private static Fact otter() {
    return new Fact.VehicleIdentified(
        VIN, "kelvane-otter-20", 2019, null, 91_500, Fact.Place.HOIST);
  }

  @Test
  void theListIsFilteredAndTheFilterGoesWithTheWords() throws Exception {
    long mine = catalyst();
    long hers = catalyst();
    desk.append(hers, Submission.now("marit"), List.of(new Fact.NoteAdded("mine now")));
    String all = page("/jobs?show=mine");
    assertThat(all).contains("/jobs/" + mine + "\"").doesNotContain("/jobs/" + hers + "\"");
    assertThat(page("/jobs?show=mine&words=p0420")).contains("/jobs/" + mine + "\"");
    assertThat(page("/jobs?show=closed")).doesNotContain("/jobs/" + mine + "\"").contains("took ");
    desk.append(hers, Submission.now("marit"), List.of(new Fact.PiecesMoved("clamp", 2)));
    assertThat(page("/jobs?show=owed")).contains("/jobs/" + hers + "\"", "2 owed");
  }

  /** A day that was promised at the sign-off brings the job back, until somebody says so. */
  @Test
  void aJobComesBackOnItsDay() throws Exception {
    long due = catalyst();
    long later = catalyst();
    desk.append(due, Submission.now("marit"), List.of(new Fact.NoteAdded("before the sign-off")));
    signOff(due, LocalDate.of(2021, 3, 1));
    signOff(later, LocalDate.of(2999, 3, 1));
    assertThat(page("/jobs?show=due"))
        .contains("/jobs/" + due + "\"", "look again 2021-03-01")
        .doesNotContain("/jobs/" + later + "\"");
    assertThat(page("/jobs?show=closed")).contains("look again 2999-03-01");
    desk.append(due, Submission.now("marit"), List.of(new Fact.NoteAdded("lamp still off")));
    assertThat(page("/jobs?show=due")).doesNotContain("/jobs/" + due + "\"");
  }

  private void signOff(long job, LocalDate again) {
    desk.append(
        job,
        Submission.now("marit"),
        List.of(new Fact.SignedOff(false, "the owner needs it now", again)));
  }

  /** A hard stop for everybody but the person of whom a lead noted the paper. */
  @Test
  void highVoltageIsForTheQualifiedOnlyAndTheRecordKeepsOnWhat() throws Exception {
    String job = "/jobs/" + newJob(typed("P0452"), skiff());
    assertThat(page(job + "/swap")).contains("Who may, here:");
    assertThat(send(job + "/swap/answer-for", "reason", "plug drawn, no voltage measured"))
        .as("nobody noted a paper")
        .isEqualTo(422);
    qualifications.keep(
        "oskar", new Held("high-voltage", "Guild of the coast", LocalDate.of(2999, 1, 1)), "marit");
    assertThat(page(job + "/swap")).contains("How the vehicle was made safe");
    assertThat(send(job + "/swap/answer-for", "reason", "plug drawn, no voltage measured"))
        .isEqualTo(302);
    assertThat(page(job + "/record"))
        .contains("Qualified for high voltage: issued by Guild of the coast, valid until 2999");
    qualifications.remove("oskar", "high-voltage");
    assertThat(send(job + "/swap/repair", "words", "loom mended at the tank")).isEqualTo(422);
  }

  private static Fact skiff() {
    return new Fact.VehicleIdentified(
        VIN, "lorrimar-skiff-re", 2019, null, 91_500, Fact.Place.HOIST);
  }

  private MockHttpServletResponse trace(String job, String csv) throws Exception {
    return mvc.perform(
            multipart(job + "/relearn/segments")
                .file(
                    new MockMultipartFile(
                        "segments", "teeth.csv", "text/csv", csv.getBytes(StandardCharsets.UTF_8)))
                .param("token", UUID.randomUUID().toString())
                .param("seen", "99")
                .with(user("oskar").roles("TECHNICIAN"))
                .with(formToken()))
        .andReturn()
        .getResponse();
  }

  /** Thirty turns of coasting and thirty under fire, one segment one percent too long. */
  private static String segments(boolean coasts) {
    StringBuilder csv = new StringBuilder("segment;micros;fuel cut\n");
    for (int i = 0; i < 180; i++) {
      boolean cut = coasts && i < 90;
      double micros = (cut ? 6000 + 20 * i : 22_000) * (i % 3 == 1 ? 1.01 : 0.995);
      csv.append(i % 3 + 1).append(';').append(micros).append(';').append(cut ? 1 : 0).append('\n');
    }
    return csv.toString();
  }

  @Test
  void aTraceOfSegmentsShowsTheRingAndWhatIsItsFault() throws Exception {
    String job = "/jobs/" + newJob(typed("P0335"), vehicleFact());
    assertThat(trace(job, "a;b\n1;2\n").getContentAsString()).contains("Line 2");
    assertThat(trace(job, segments(false)).getContentAsString())
        .contains("coasts for less than twenty turns");
    assertThat(trace(job, segments(true)).getStatus()).isEqualTo(302);
    assertThat(page(job + "/relearn"))
        .contains("they come from the ring", "tooth-long", "class=\"drawing teeth\"");
  }

  @Test
  void theOwnerReadsWhatWasDoneInPlainWords() throws Exception {
    long id = newJob(camCode(), vehicleFact());
    desk.append(
        id,
        Submission.now("marit"),
        List.of(
            new Fact.VerdictTaken(
                Remedy.REPAIR_WIRING, "wiring", 0.4, "rubbed through", "repair-wiring")));
    String page = page("/jobs/" + id + "/summary");
    assertThat(page)
        .contains(
            "What it needed: Repair the wire or its terminal", "the job is open", "What to watch")
        .doesNotContain("Message[", "null");
  }
}
