package hopmend.app;

import hopmend.app.demo.DemoVehicle;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import java.util.List;
import java.util.UUID;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.context.ActiveProfiles;
import org.springframework.test.web.servlet.MockMvc;

/** The whole application with its demo, on the database that {@code ./hopmend test} started. */
@SpringBootTest(
    webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
    properties = "hopmend.link.hurry=10")
@AutoConfigureMockMvc
@ActiveProfiles("demo")
abstract class AppIT {
  static final String VIN = "0HMWS3A07K1000342";

  @LocalServerPort int port;
  @Autowired JobDesk desk;
  @Autowired DemoVehicle vehicle;
  @Autowired JdbcTemplate database;
  @Autowired MockMvc mvc;

  long newJob(Fact... facts) {
    long job = desk.open("Test job", "Van 0", "", UUID.randomUUID(), "oskar");
    if (facts.length > 0) {
      desk.append(job, Submission.now("oskar"), List.of(facts));
    }
    return job;
  }

  /** A stored intake camshaft code, typed in. */
  static Fact camCode() {
    return new Fact.CodesRead(
        Fact.CodeSource.TYPED,
        List.of(ReadCode.of(TroubleCode.parse("P0340"), CodeState.STORED)),
        List.of(),
        "");
  }

  static Fact vehicleFact() {
    return new Fact.VehicleIdentified(
        VIN, "wherrill-sedge-12", 2019, null, 142_300, Fact.Place.HOIST);
  }
}
