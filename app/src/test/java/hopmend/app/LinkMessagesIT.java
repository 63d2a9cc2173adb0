package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.app.job.JobDesk.Submission;
import hopmend.app.link.Gateway;
import hopmend.app.link.LinkProblem;
import hopmend.app.link.LiveDesk;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobState;
import hopmend.sensor.LiveSignal;
import hopmend.standin.Misbehaviour;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;

/**
 * Every misbehaviour at every single message of read, clear and routine: the page ends in a clear
 * state, what is recorded is true, no thread and no socket is left. Waits are a quarter of the
 * published ones here alone: everywhere else a slow machine must not look like a silent vehicle.
 */
class LinkMessagesIT extends AppIT {
  /** More than any of the three has; a message that never comes is an exchange that went well. */
  private static final int MESSAGES = 40;

  /** Clearing reads first, as reading alone does: those messages need not be tried twice. */
  private static final int LAST_OF_READING = 12;

  @Autowired VehicleDesk vehicles;
  @Autowired LiveDesk live;

  @BeforeEach
  void hurry() {
    System.setProperty("hopmend.link.hurry", "4");
  }

  private static void takeTime() {
    System.clearProperty("hopmend.link.hurry");
  }

  @AfterEach
  void behave() {
    takeTime();
    vehicle.server().misbehave(Misbehaviour.NONE);
  }

  private void arrive(boolean ready) {
    vehicle
        .server()
        .with(
            v -> {
              v.setFault("cam-intake-dead", true);
              for (int cycle = 0; cycle < 2; cycle++) {
                v.turn(Ignition.OFF);
                v.turn(Ignition.RUNNING);
                v.advance(5);
              }
              v.turn(Ignition.ON);
              if (ready) {
                v.setFault("cam-intake-dead", false);
                v.turn(Ignition.RUNNING);
                v.advance(700);
              }
              return v;
            });
  }

  private MockHttpServletResponse send(long job, String action) throws Exception {
    return mvc.perform(
            post("/jobs/" + job + "/" + action)
                .with(user("oskar").roles("TECHNICIAN"))
                .with(formToken())
                .param("token", UUID.randomUUID().toString())
                .param("routine", "cam-crank-learn")
                .param("signal", "ENGINE_SPEED", "COOLANT")
                .param("seen", "99"))
        .andReturn()
        .getResponse();
  }

  private Set<String> codesOfTheVehicle() {
    return vehicle
        .server()
        .with(v -> v.codes(0x0D).stream().map(c -> c.code().text()).collect(Collectors.toSet()));
  }

  @ParameterizedTest
  @EnumSource(
      value = Misbehaviour.class,
      names = {"NONE", "PENDING"},
      mode = EnumSource.Mode.EXCLUDE)
  void oneBadMessageNeverMakesAFalseRecord(Misbehaviour how) throws Exception {
    long before = threads();
    boolean recordedThoughTheLinkBroke = false;
    for (String action : List.of("read/vehicle-codes", "clear/erase", "relearn/start")) {
      for (int message = 1; message <= MESSAGES; message++) {
        boolean tried = action.startsWith("clear") && message > 2 && message < LAST_OF_READING;
        if (tried || message % every(how) != 1 % every(how)) {
          continue;
        }
        long job = readyFor(action);
        long entries = desk.look(job).workup().state().lastSequence();
        vehicle.server().misbehave(how, message);
        MockHttpServletResponse answer = send(job, action);
        String where = how + " at message " + message + " of " + action;
        JobState state = desk.look(job).workup().state();
        if (answer.getStatus() == 302) {
          assertThat(state.lastSequence()).as(where).isGreaterThan(entries);
          if (action.startsWith("clear")) {
            assertThat(codesOfTheVehicle()).as(where).isEmpty();
          }
        } else {
          assertThat(answer.getStatus()).as(where).isEqualTo(422);
          assertThat(answer.getContentAsString()).as(where).contains("general-problem");
          if (!action.startsWith("clear")) {
            assertThat(state.lastSequence()).as(where).isEqualTo(entries);
          } else if (state.cleared().isPresent()) {
            recordedThoughTheLinkBroke = true;
            assertThat(codesOfTheVehicle()).as(where + ": acknowledged").isEmpty();
            assertThat(answer.getContentAsString()).as(where).contains("that is recorded");
          }
        }
        if (action.startsWith("relearn") && answer.getStatus() == 302) {
          stopTheRoutine(job, where);
        }
        if (vehicle.server().messages() < message) {
          assertThat(answer.getStatus() == 302 || goesWellInThePublishedTime(action))
              .as(where + ", which never came")
              .isTrue();
          break;
        }
      }
    }
    if (how == Misbehaviour.CUT || how == Misbehaviour.DROP) {
      assertThat(recordedThoughTheLinkBroke).as("what was acknowledged before the break").isTrue();
    }
    awaitQuiet();
    assertThat(threads()).as("threads left behind").isLessThanOrEqualTo(before + 2);
  }

  /** A break is tried at every message; what takes longer or differs less, at some of them. */
  private static int every(Misbehaviour how) {
    return switch (how) {
      case CUT, DROP -> 1;
      case DELAY -> 4;
      default -> 2;
    };
  }

  private long readyFor(String action) throws Exception {
    arrive(action.startsWith("relearn"));
    long job =
        newJob(camCode(), vehicleFact(), new Fact.GateOverruled(Hop.CLEAR, "test of the link"));
    if (action.startsWith("relearn")) {
      desk.append(job, Submission.now("oskar"), new Fact.CodesCleared(VIN));
    }
    return job;
  }

  /** Nothing was bad, and it failed: a slow machine may have missed this test's short waits. */
  private boolean goesWellInThePublishedTime(String action) throws Exception {
    vehicle.server().misbehave(Misbehaviour.NONE);
    takeTime();
    try {
      long job = readyFor(action);
      boolean well = send(job, action).getStatus() == 302;
      if (well && action.startsWith("relearn")) {
        stopTheRoutine(job, action);
      }
      return well;
    } finally {
      hurry();
    }
  }

  /**
   * A routine holds its vehicle until it has ended; a stop that fails is said, and can be repeated.
   */
  private void stopTheRoutine(long job, String where) throws Exception {
    if (send(job, "relearn/stop").getStatus() == 422) {
      assertThat(desk.look(job).workup().state().routine("cam-crank-learn").orElseThrow().end())
          .as(where)
          .isEmpty();
      vehicle.server().misbehave(Misbehaviour.NONE);
      if (send(job, "relearn/stop").getStatus() == 422) {
        send(job, "relearn/result");
        assertThat(send(job, "relearn/give-up").getStatus()).as(where).isEqualTo(302);
      }
    }
    assertThat(desk.look(job).workup().state().routine("cam-crank-learn").orElseThrow().end())
        .as(where)
        .isPresent();
  }

  /** A vehicle that says "pending" for ever is given up after the published time in all. */
  @Test
  void pendingForEverEnds() throws Exception {
    for (int message : new int[] {1, 2, LAST_OF_READING + 2}) {
      arrive(false);
      long job =
          newJob(camCode(), vehicleFact(), new Fact.GateOverruled(Hop.CLEAR, "test of the link"));
      vehicle.server().misbehave(Misbehaviour.PENDING, message);
      assertThat(send(job, "clear/erase").getStatus()).isEqualTo(422);
      assertThat(desk.look(job).workup().state().cleared()).isEmpty();
    }
    awaitQuiet();
  }

  /** A vehicle that is slow or asks back is no fault: all goes through. */
  @ParameterizedTest
  @EnumSource(
      value = Misbehaviour.class,
      names = {"LATE", "ALIVE_CHECK"})
  void aSlowOrAskingVehicleIsServed(Misbehaviour how) throws Exception {
    takeTime();
    arrive(false);
    vehicle.server().misbehave(how);
    long job =
        newJob(camCode(), vehicleFact(), new Fact.GateOverruled(Hop.CLEAR, "test of the link"));
    assertThat(send(job, "read/vehicle-codes").getStatus()).isEqualTo(302);
    vehicle.server().with(v -> turned(v, Ignition.ON));
    assertThat(send(job, "clear/erase").getStatus()).isEqualTo(302);
    assertThat(desk.look(job).workup().state().cleared()).isPresent();
  }

  private void awaitQuiet() throws InterruptedException {
    for (int i = 0; i < 300 && vehicle.server().openConnections() > 0; i++) {
      Thread.sleep(20);
    }
    assertThat(vehicle.server().openConnections()).as("sockets left open").isZero();
  }

  private static long threads() {
    return Thread.getAllStackTraces().keySet().stream()
        .filter(t -> t.getName().equals("live") || t.getName().startsWith("standin"))
        .count();
  }

  @Test
  void readingBringsTheConditionsKeptBesideTheCode() throws Exception {
    arrive(false);
    long job = newJob(vehicleFact());
    send(job, "read/vehicle-codes");
    JobState state = desk.look(job).workup().state();
    assertThat(state.codes()).extracting(c -> c.code().text()).contains("P0340-31");
    assertThat(state.freezeFrame()).hasSizeGreaterThan(6);
  }

  @Test
  void anotherVehicleIsAskedAboutAndItsNumberCanBeTaken() throws Exception {
    String van9 = "0HMWS3A05K1000517";
    long job = newJob(camCode(), vehicleFact());
    String link =
        database.queryForObject("select id from gateway where vin = ?", Long.class, van9) + "";
    MockHttpServletResponse asked =
        mvc.perform(
                post("/jobs/" + job + "/read/vehicle-codes")
                    .with(user("oskar").roles("TECHNICIAN"))
                    .with(formToken())
                    .param("token", UUID.randomUUID().toString())
                    .param("gateway", link)
                    .param("seen", "99"))
            .andReturn()
            .getResponse();
    assertThat(asked.getStatus()).isEqualTo(422);
    assertThat(asked.getContentAsString()).contains(van9, "The job is about " + van9);
    assertThat(vehicles.read(newJob(), link, Optional.of(van9)).codes())
        .extracting(c -> c.code().text())
        .contains("P0365-31");
    assertThat(vehicles.gateways(newJob(), Optional.of(van9)).get(0).vin()).isEqualTo(van9);
  }

  /** By its bus it says the same; from then on the page offers what it has, and that link first. */
  @Test
  void aVehicleIsReadByItsBusAndLiveValuesAreThoseThatItHas() throws Exception {
    long job = newJob();
    List<Gateway> notAsked =
        vehicles.gateways(job, Optional.empty()).stream()
            .filter(g -> g.name().equals("Simulated Ambulance 2"))
            .toList();
    assertThat(vehicles.offered(notAsked).told()).isFalse();
    assertThat(vehicles.offered(notAsked).signals()).contains(LiveSignal.TANK_PRESSURE);
    String link =
        database.queryForObject(
            "select id from gateway where name = 'Simulated Post car 13 by its bus'", String.class);
    Readout read = vehicles.read(job, link, Optional.empty());
    assertThat(read.vin()).isEqualTo("0HMWP3A01J1007013");
    assertThat(read.codes()).extracting(c -> c.code().text()).containsExactly("P0102");
    assertThat(page("/jobs/" + job + "/live"))
        .contains("This vehicle says that it has these", "oxygen cell, bank 1 sensor 1")
        .doesNotContain("fuel tank vapour pressure")
        .containsPattern("<option value=\"" + link + "\" selected");
    assertThat(page("/jobs/" + job + "/wire")).contains("stored codes, answer", "begins 20 bytes");
    byte[] capture =
        mvc.perform(get("/jobs/" + job + "/wire.pcap").with(user("oskar")))
            .andReturn()
            .getResponse()
            .getContentAsByteArray();
    assertThat(capture[23]).as("link type of CAN frames").isEqualTo((byte) 227);
  }

  /** A link from before addresses were kept in one spelling: {@code 127.1} for 127.0.0.1. */
  private String otherSpellingOfTheSameHost() {
    byte[] b = vehicle.server().address().getAddress().getAddress();
    int rest = (b[1] & 0xFF) << 16 | (b[2] & 0xFF) << 8 | b[3] & 0xFF;
    return database.queryForObject(
        "insert into gateway (name, host, port, added_by, added_at)"
            + " values ('other spelling', ?, ?, 'test', now()) returning id",
        String.class,
        b[0] + "." + rest,
        vehicle.server().port());
  }

  @Test
  void liveValuesAreSampledHoldTheVehicleAndAreKeptAsALog() throws Exception {
    long job = newJob(vehicleFact());
    vehicle.server().with(v -> turned(v, Ignition.RUNNING));
    vehicle.server().with(v -> advanced(v, 5));
    assertThat(send(job, "live/start").getStatus()).isEqualTo(302);
    LiveDesk.Sampling sampling = live.look(job).orElseThrow();
    for (int i = 0; i < 300 && sampling.samples().size() < 4; i++) {
      Thread.sleep(50);
      sampling = live.look(job).orElseThrow();
    }
    assertThat(sampling.isRunning()).isTrue();
    assertThat(sampling.samples().size()).isGreaterThanOrEqualTo(4);
    assertThat(sampling.samples().get(0).values())
        .hasEntrySatisfying(LiveSignal.ENGINE_SPEED, n -> assertThat(n).isBetween(820.0, 1400.0));
    assertThat(vehicles.state(job).running()).isEqualTo("shows live values");

    long other = newJob(vehicleFact());
    org.assertj.core.api.Assertions.assertThatThrownBy(
            () -> vehicles.read(other, "", Optional.of(VIN)))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining("Job " + job + " is talking")
        .hasMessageContaining("shows live values");
    String spelled = otherSpellingOfTheSameHost();
    try {
      org.assertj.core.api.Assertions.assertThatThrownBy(
              () -> vehicles.read(other, spelled, Optional.of(VIN)))
          .as("another spelling of the address is no second way to the vehicle")
          .hasMessageContaining("Job " + job + " is talking");
    } finally {
      database.update("delete from gateway where id = ?", Long.valueOf(spelled));
    }

    assertThat(send(job, "live/keep").getStatus()).isEqualTo(200);
    Fact.LiveLogged kept =
        (Fact.LiveLogged) desk.look(job).workup().state().entry(2).orElseThrow().fact();
    assertThat(kept.samples()).isPositive();
    assertThat(desk.text(job, kept.attachment()).orElseThrow())
        .startsWith("time_s,coolant temperature [°C],engine speed [1/min]")
        .hasLineCount(kept.samples() + 1);

    assertThat(vehicles.read(job, "", Optional.of(VIN)).vin())
        .as("the same job makes room")
        .isEqualTo(VIN);
    assertThat(live.look(job).orElseThrow().isRunning()).isFalse();
    assertThat(page("/jobs/" + job + "/live")).contains("Sampling has ended", "live-line");
    assertThat(page("/jobs/" + job + "/wire")).contains("read data by identifier", "vehicle");
    assertThat(
            mvc.perform(get("/jobs/" + job + "/wire.pcap").with(user("oskar")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray())
        .startsWith(0xA1, 0xB2, 0xC3, 0xD4);
    awaitQuiet();
  }

  private static Object advanced(hopmend.standin.SimulatedVehicle v, double seconds) {
    v.advance(seconds);
    return v;
  }

  private static Object turned(hopmend.standin.SimulatedVehicle v, Ignition to) {
    v.turn(to);
    return v;
  }

  private String page(String path) throws Exception {
    return mvc.perform(get(path).with(user("oskar").roles("TECHNICIAN")))
        .andReturn()
        .getResponse()
        .getContentAsString();
  }

  @Test
  void vehiclesAreFoundByTheLeadAndOnlyByTheLead() throws Exception {
    MockHttpServletResponse found =
        mvc.perform(post("/links/look").with(user("marit").roles("LEAD")).with(formToken()))
            .andReturn()
            .getResponse();
    assertThat(found.getContentAsString())
        .contains("Vehicles that answered", VIN, "on the list")
        .contains("ready to be asked", "of 8 connections taken");
    assertThat(
            mvc.perform(
                    post("/links/look").with(user("oskar").roles("TECHNICIAN")).with(formToken()))
                .andReturn()
                .getResponse()
                .getStatus())
        .isEqualTo(403);
  }

  /** ISO 13400-2: by its number, or by the six bytes of its gateway; nobody else answers. */
  @ParameterizedTest
  @ValueSource(strings = {"0HMWS3A05K1000517", "00:00:00:00:10:81"})
  void oneVehicleIsLookedForAlone(String who) throws Exception {
    assertThat(answered(who)).contains("0HMWS3A05K1000517").doesNotContain(VIN);
    assertThat(answered("0HMWS3A05K1000000")).contains("None answered");
  }

  /** A gateway and a bus of the same vehicle: the second way is no way round the first job. */
  @Test
  void aVehicleServesOneJobByWhateverWayItIsReached() throws Exception {
    String byIp =
        database.queryForObject(
            "select id from gateway where name = 'Simulated Post car 13'", String.class);
    String byBus =
        database.queryForObject(
            "select id from gateway where name = 'Simulated Post car 13 by its bus'", String.class);
    long first = newJob();
    live.start(first, byIp, Optional.empty(), List.of(LiveSignal.COOLANT));
    try {
      org.assertj.core.api.Assertions.assertThatThrownBy(
              () -> vehicles.read(newJob(), byBus, Optional.empty()))
          .isInstanceOf(LinkProblem.class)
          .hasMessageContaining("Job " + first + " is talking");
    } finally {
      live.stop(first);
    }
    assertThat(vehicles.read(first, byBus, Optional.empty()).vin()).isEqualTo("0HMWP3A01J1007013");
  }

  private String answered(String who) throws Exception {
    String page =
        mvc.perform(
                post("/links/look")
                    .with(user("marit").roles("LEAD"))
                    .with(formToken())
                    .param("who", who))
            .andReturn()
            .getResponse()
            .getContentAsString();
    return page.substring(page.indexOf("Vehicles that answered"), page.indexOf("Another link"));
  }

  @Test
  void whatIsNoVehicleIsSaidInPlace() throws Exception {
    assertThat(
            mvc.perform(
                    post("/links/look")
                        .with(user("marit").roles("LEAD"))
                        .with(formToken())
                        .param("who", "the red van"))
                .andReturn()
                .getResponse()
                .getContentAsString())
        .contains("A vehicle is looked for by its number", "value=\"the red van\"");
  }

  /** The simulated vehicles of the demo are those of its fleet. */
  @Test
  void everyFleetVehicleHasItsSimulatedOne() {
    assertThat(database.queryForList("select vin from fleet_vehicle", String.class))
        .containsExactlyInAnyOrderElementsOf(
            vehicle.garage().servers().stream()
                .map(s -> s.<String>with(v -> v.spec().vin()))
                .toList());
  }
}
