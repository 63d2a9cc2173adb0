package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import hopmend.app.fleet.Fleet;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.app.web.InputProblem;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;

/**
 * What goes out of the product and comes in from elsewhere: the interface, job files, the fleet.
 */
class OpenToOthersIT extends AppIT {
  @Autowired Fleet fleet;

  @Test
  void codesAreDecodedAsThePagesDoAndEachBadOneSaysWhy() throws Exception {
    mvc.perform(
            post("/api/v1/decode")
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"codes\": [\"PO340-31\", \"3251/2/5\", \"flash 24\", \"X1\"]}"))
        .andExpect(status().isOk())
        .andExpect(jsonPath("$[0].code").value("P0340-31"))
        .andExpect(jsonPath("$[0].bytes").value("034031"))
        .andExpect(jsonPath("$[0].slips[0]").value("letter O read as 0"))
        .andExpect(
            jsonPath("$[0].meaning.headline")
                .value("Camshaft position sensor A, bank 1 (intake): circuit"))
        .andExpect(jsonPath("$[1].bytes").value("B30C0205"))
        .andExpect(jsonPath("$[2].code").value("Flash 24"))
        .andExpect(jsonPath("$[3].problem").isNotEmpty());
  }

  @Test
  void reportsNumbersAndReadinessAreAnswered() throws Exception {
    mvc.perform(
            post("/api/v1/scan")
                .contentType("text/plain;charset=utf-8")
                .content("P0340 stored\nP0301 pending, coolant 88 °C"))
        .andExpect(jsonPath("$.workOn").value("P0340"))
        .andExpect(jsonPath("$.found[1].line").value(2))
        .andExpect(jsonPath("$.freezeFrame[0].value.unit").value("°C"));
    mvc.perform(get("/api/v1/identification/1M8GDM9AXKP042788")) // 49 CFR 565.15, worked example
        .andExpect(jsonPath("$.checkDigitRight").value(true));
    mvc.perform(get("/api/v1/readiness/83076501"))
        .andExpect(jsonPath("$.lampOn").value(true))
        .andExpect(jsonPath("$.emissionCodes").value(3));
    mvc.perform(get("/api/v1/spn-fmi/B30C0205")).andExpect(jsonPath("$.spn").value(3251));
    mvc.perform(get("/api/v1/spn-fmi?spn=3251&fmi=2&count=5"))
        .andExpect(jsonPath("$.bytes").value("B30C0205"));
    mvc.perform(get("/api/v1/openapi.json"))
        .andExpect(jsonPath("$.openapi").isNotEmpty())
        .andExpect(jsonPath("$.paths['/api/v1/decode'].post").exists());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "GET|/api/v1/readiness/12|422|eight hexadecimal digits",
        "GET|/api/v1/spn-fmi?spn=600000&fmi=2|422|0 to 524287",
        "GET|/api/v1/spn-fmi?spn=x&fmi=2|400|",
        "POST|/api/v1/decode|422|1 to 1000 codes",
        "POST|/api/v1/nothing|404|"
      })
  void refusalsAreProblemDetails(String method, String path, int expected, String says)
      throws Exception {
    var request =
        method.equals("GET")
            ? get(path)
            : post(path).contentType(MediaType.APPLICATION_JSON).content("{}");
    MockHttpServletResponse answer = mvc.perform(request).andReturn().getResponse();
    assertThat(answer.getStatus()).isEqualTo(expected);
    assertThat(answer.getContentAsString()).contains(says == null ? "" : says);
    if (expected != 404) {
      assertThat(answer.getContentType()).startsWith("application/problem+json");
    }
  }

  @Test
  void malformedBodiesAreRefusedAndNeverAServerError() throws Exception {
    Random random = new Random(4);
    for (int i = 0; i < 60; i++) {
      String address = "10.9.9." + i;
      byte[] body = new byte[random.nextInt(300)];
      random.nextBytes(body);
      var request =
          i % 2 == 0
              ? post("/api/v1/decode").contentType(MediaType.APPLICATION_JSON)
              : post("/api/v1/scan").contentType("text/plain;charset=utf-8");
      assertThat(
              mvc.perform(request.content(body).with(r -> from(r, address)))
                  .andReturn()
                  .getResponse()
                  .getStatus())
          .isIn(200, 400, 422);
    }
  }

  private static org.springframework.mock.web.MockHttpServletRequest from(
      org.springframework.mock.web.MockHttpServletRequest request, String address) {
    request.setRemoteAddr(address);
    return request;
  }

  @Test
  void tooManyRequestsAreToldToWait() throws Exception {
    MockHttpServletResponse last = null;
    for (int i = 0; i < 260 && (last == null || last.getStatus() == 200); i++) {
      last =
          mvc.perform(get("/api/v1/readiness/00000000").with(r -> from(r, "10.1.1.1")))
              .andReturn()
              .getResponse();
    }
    assertThat(last.getStatus()).isEqualTo(429);
    assertThat(last.getHeader("Retry-After")).isNotBlank();
    assertThat(last.getContentType()).startsWith("application/problem+json");
    URI spelledElse = URI.create("/%61pi/v1/readiness/00000000");
    mvc.perform(get(spelledElse).with(r -> from(r, "10.1.1.1")))
        .andExpect(status().isTooManyRequests());
  }

  @Test
  void aBodyOfUnknownLengthIsNotRead() throws Exception {
    mvc.perform(post("/api/v1/scan").contentType("text/plain").with(r -> from(r, "10.1.1.2")))
        .andExpect(status().isLengthRequired());
  }

  private String export(long job) throws Exception {
    return mvc.perform(get("/jobs/" + job + "/export.json").with(user("oskar").roles("TECHNICIAN")))
        .andExpect(status().isOk())
        .andReturn()
        .getResponse()
        .getContentAsString(StandardCharsets.UTF_8);
  }

  private MockHttpServletResponse take(String path, String role, String file) throws Exception {
    return mvc.perform(
            multipart(path)
                .file(
                    new MockMultipartFile(
                        "file", "f", "text/plain", file.getBytes(StandardCharsets.UTF_8)))
                .with(user("oskar").roles(role))
                .with(csrf()))
        .andReturn()
        .getResponse();
  }

  private long fullJob() {
    long job =
        newJob(
            new Fact.CodesRead(
                Fact.CodeSource.TYPED,
                List.of(
                    ReadCode.of(TroubleCode.parse("P0340-31")),
                    new ReadCode(TroubleCode.parse("SPN 3251 FMI 2"), null, "engine control", 5)),
                List.of(
                    new FreezeFrameValue(
                        FreezeFrameValue.Condition.COOLANT,
                        Reading.of(190.4, MeasureUnit.FAHRENHEIT))),
                ""),
            vehicleFact(),
            new Fact.NoteAdded("to be undone: ä € \uD83D\uDE80"),
            new Fact.Struck(3, "slip"));
    JobDesk.Kept kept = JobDesk.Kept.of("scan text", "text/plain", "P0340 stored, 88 °C");
    desk.append(
        job,
        Submission.now("marit"),
        List.of(
            new Fact.CodesRead(Fact.CodeSource.PASTED, List.of(), List.of(), kept.id().toString())),
        Optional.of(kept));
    return job;
  }

  /** Out, deleted as if it were another installation, and in again: the same file goes out. */
  @Test
  void aJobGoesOutAndComesBackWithNothingLost() throws Exception {
    long job = fullJob();
    String file = export(job);
    assertThat(
            SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(
                    new ClassPathResource("static/schema/job-1.json").getInputStream(),
                    InputFormat.JSON)
                .validate(file, InputFormat.JSON))
        .isEmpty();
    assertThat(take("/jobs/import", "TECHNICIAN", file).getContentAsString())
        .contains("This job is here already, as job " + job);
    database.update("update job set creation_token = ? where id = ?", UUID.randomUUID(), job);
    database.update("alter table job_entry disable trigger user");
    database.update("delete from attachment where job_id = ?", job);
    database.update("alter table job_entry enable trigger user");
    MockHttpServletResponse in = take("/jobs/import", "TECHNICIAN", file);
    assertThat(in.getStatus()).isEqualTo(302);
    long again = Long.parseLong(in.getHeader("Location").replaceAll("\\D", ""));
    assertThat(export(again)).isEqualTo(file);
    assertThat(desk.look(again).workup().state().entries())
        .isEqualTo(desk.look(job).workup().state().entries());
    assertThat(
            database.queryForObject(
                "select struck_by from job_entry where job_id = ? and sequence = 3",
                Long.class,
                again))
        .isEqualTo(4);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"version\" : 1|\"version\" : 2|version",
        "\"sequence\" : 2|\"sequence\" : 7|Entry 7 stands where entry 2",
        "P0340-31|P9340|code",
        "\"kind\" : \"note-added\"|\"kind\" : \"wish\"|kind",
        "\"sequence\":3|\"sequence\":9|later",
        "\"entries\"|\"entrees\"|entries",
        "{|?|no JSON"
      })
  void aFileThatDoesNotFitIsRefusedWithTheReason(String from, String to, String says)
      throws Exception {
    String file =
        export(fullJob())
            .replaceAll("\"sequence\" : 3,\\s+\"reason\"", "\"sequence\":3,\"reason\"");
    assertThat(file).contains(from);
    MockHttpServletResponse answer = take("/jobs/import", "TECHNICIAN", file.replace(from, to));
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString()).contains("Nothing was taken in").contains(says);
    assertThat(take("/jobs/import", "LEARNER", file).getContentAsString()).contains("learner");
  }

  @Test
  void theFleetGoesOutAsCsvAndComesBackUnchanged() {
    String csv = fleet.csv();
    assertThat(csv.lines().count()).isGreaterThan(20);
    Fleet.Imported done = fleet.take(csv, "marit");
    assertThat(done.added()).isZero();
    assertThat(fleet.csv()).isEqualTo(csv);
  }

  @Test
  void aFleetFileWithFaultsNamesEveryLineAndChangesNothing() throws Exception {
    String before = fleet.csv();
    String head = before.lines().findFirst().orElseThrow();
    String bad =
        head
            + "\nVan 90,1M8GDM9A0KP042788,wherrill-sedge-12,,2019-04,,"
            + "\n,0HMWS3A07K1000342,no-such-card,,April,,\n";
    MockHttpServletResponse answer = take("/fleet/import", "LEAD", bad);
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString())
        .contains(
            "Line 2: ", "check digit", "Line 3: ", "no-such-card", "1 to 40 characters", "2019-04");
    assertThat(fleet.csv()).isEqualTo(before);
    assertThat(take("/fleet/import", "LEAD", "a,b\n1,2\n").getContentAsString())
        .contains("Missing columns: fleet_number");
  }

  @Test
  void aFleetVehicleIsKeptOnceAndItsSwappedEngineIsFollowed() throws Exception {
    mvc.perform(
            post("/fleet")
                .with(user("marit").roles("LEAD"))
                .with(csrf())
                .param("fleetNumber", "VAN 14")
                .param("vin", "11111111111111111")
                .param("card", "wherrill-sedge-12"))
        .andExpect(status().is(422))
        .andExpect(
            content().string(org.hamcrest.Matchers.containsString("There is a Van 14 already")));
    long job =
        newJob(
            new Fact.CodesRead(
                Fact.CodeSource.TYPED,
                List.of(ReadCode.of(TroubleCode.parse("P0101"))),
                List.of(),
                ""),
            new Fact.VehicleIdentified(
                "0HMWP3A03J1007013",
                "wherrill-plover-10",
                "wherrill-teal-16",
                2018,
                null,
                90_000,
                Fact.Place.HOIST));
    var workup = desk.look(job).workup();
    assertThat(workup.card().orElseThrow().engine().code())
        .as("air mass follows the engine")
        .isEqualTo("WT4B");
    desk.append(
        job,
        Submission.now("oskar"),
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(TroubleCode.parse("P2122"))),
            List.of(),
            ""));
    desk.append(job, Submission.now("oskar"), new Fact.WorkOnChosen(TroubleCode.parse("P2122")));
    assertThat(desk.look(job).workup().card().orElseThrow().id())
        .as("the pedal follows the body")
        .isEqualTo("wherrill-plover-10");
    Assertions.assertThatThrownBy(() -> fleet.take("nonsense", "marit"))
        .isInstanceOf(InputProblem.class);
  }
}
