package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.app.link.LinkProblem;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.standin.Misbehaviour;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;

/**
 * A vehicle that misbehaves: the hop says so, nothing is recorded as done, nothing is left open.
 */
class LinkIT extends AppIT {
  /** Longest wait of the client for one service, see VehicleLink, with some slack. */
  @Autowired VehicleDesk vehicles;

  /** Two cycles with the fault, so that there are confirmed codes whatever ran before. */
  @BeforeEach
  void bringVehicleWithConfirmedCodes() {
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
              return v;
            });
  }

  @AfterEach
  void behave() {
    vehicle.server().misbehave(Misbehaviour.NONE);
  }

  private long readyToClear() {
    return newJob(camCode(), vehicleFact(), new Fact.GateOverruled(Hop.CLEAR, "test of the link"));
  }

  private MockHttpServletResponse send(long job, String action) throws Exception {
    return mvc.perform(
            post("/jobs/" + job + "/" + action)
                .with(user("oskar").roles("TECHNICIAN"))
                .with(formToken())
                .param("token", UUID.randomUUID().toString())
                .param("routine", "cam-crank-learn")
                .param("seen", "99"))
        .andReturn()
        .getResponse();
  }

  @ParameterizedTest
  @EnumSource(
      value = Misbehaviour.class,
      names = {"NONE", "LATE", "ALIVE_CHECK"},
      mode = EnumSource.Mode.EXCLUDE)
  void everyMisbehaviourEndsInAClearPageAndRecordsNothing(Misbehaviour how) throws Exception {
    long job = readyToClear();
    vehicle.server().misbehave(how);
    MockHttpServletResponse cleared = send(job, "clear/erase");
    assertThat(cleared.getStatus()).isEqualTo(422);
    assertThat(cleared.getContentAsString())
        .contains("general-problem")
        .doesNotContain("Exception");
    assertThat(desk.look(job).workup().state().cleared()).isEmpty();
    assertThat(desk.look(job).workup().state().lastSequence())
        .as("what was read before clearing may be there, nothing else")
        .isIn(3L, 6L);
    for (int i = 0; i < 50 && vehicle.server().openConnections() > 0; i++) {
      Thread.sleep(20);
    }
    assertThat(vehicle.server().openConnections()).isZero();
  }

  @ParameterizedTest
  @EnumSource(
      value = Misbehaviour.class,
      names = {"DROP", "GARBAGE", "CUT", "BUSY", "NEGATIVE", "WRONG_VEHICLE"})
  void readingAndRelearnFailAsClearly(Misbehaviour how) throws Exception {
    long job = readyToClear();
    desk.append(job, hopmend.app.job.JobDesk.Submission.now("oskar"), new Fact.CodesCleared(VIN));
    vehicle.server().misbehave(how);
    for (String action :
        List.of(
            "read/vehicle-codes",
            "verify/read",
            "clear/read",
            "relearn/start",
            "relearn/conditions")) {
      MockHttpServletResponse answer = send(job, action);
      assertThat(answer.getStatus()).as(action).isEqualTo(422);
      assertThat(answer.getContentAsString()).as(action).contains("general-problem");
    }
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(4);
  }

  @Test
  void aWrongVehicleIsNamedAndRefused() {
    vehicle.server().misbehave(Misbehaviour.WRONG_VEHICLE);
    assertThatThrownBy(() -> vehicles.read(1, "", Optional.of(VIN)))
        .isInstanceOf(LinkProblem.class)
        .hasMessageContaining("0HMWS3A05K1000517")
        .hasMessageContaining(VIN);
    assertThat(vehicles.state(1).problem()).contains("right vehicle");
  }

  @Test
  void theVehicleRefusesToClearWhileItsEngineRunsAndThePageSaysWhy() throws Exception {
    vehicle
        .server()
        .with(
            v -> {
              v.turn(Ignition.RUNNING);
              return v;
            });
    MockHttpServletResponse answer = send(readyToClear(), "clear/erase");
    assertThat(answer.getContentAsString())
        .contains("refused to clear the codes: conditions not correct");
  }

  @Test
  void aRoutineIsNotStartedWhileAConditionIsNotMet() throws Exception {
    long job = readyToClear();
    desk.append(job, hopmend.app.job.JobDesk.Submission.now("oskar"), new Fact.CodesCleared(VIN));
    MockHttpServletResponse answer = send(job, "relearn/start");
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString())
        .contains("Not started")
        .contains("engine speed is 0 1/min");
    assertThat(desk.look(job).workup().state().routine("cam-crank-learn")).isEmpty();
  }

  @Test
  void readingAllTellsTheVehicleAndItsReadiness() {
    vehicles.read(2, "", Optional.empty());
    Readout readout = vehicles.read(2, "", Optional.of(VIN));
    assertThat(readout.vin()).isEqualTo(VIN);
    assertThat(readout.readiness()).hasSize(4);
  }

  @Test
  void anAddressThatIsNotOnTheListIsNeverConnectedTo() {
    assertThatThrownBy(() -> vehicles.read(3, "987654", Optional.empty()))
        .hasMessageContaining("not on the lead's list");
  }

  /** Whoever waits sees what is asked, and stops it: nothing is recorded. */
  @Test
  void whatIsAskedIsSaidAndCanBeStopped() throws Exception {
    long job = newJob(vehicleFact());
    vehicle.server().misbehave(Misbehaviour.PENDING);
    CompletableFuture<MockHttpServletResponse> asking =
        CompletableFuture.supplyAsync(
            () -> {
              try {
                return send(job, "read/vehicle-codes");
              } catch (Exception e) {
                throw new IllegalStateException(e);
              }
            });
    String says = "";
    for (int i = 0; i < 200 && !says.contains("asks for patience"); i++) {
      Thread.sleep(20);
      says =
          mvc.perform(get("/jobs/" + job + "/link").with(user("oskar").roles("TECHNICIAN")))
              .andReturn()
              .getResponse()
              .getContentAsString();
    }
    assertThat(says).contains("The vehicle is asked to", "Stop asking", "asks for patience");
    assertThat(send(job, "link/stop").getStatus()).isEqualTo(204);
    assertThat(asking.get().getStatus()).isEqualTo(422);
    assertThat(asking.get().getContentAsString()).contains("You stopped it.");
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(1);
    assertThat(vehicles.watch(job)).isEmpty();
  }
}
