package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
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
import hopmend.app.web.CsvCell;
import hopmend.app.web.InputProblem;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.job.RecordChain;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.ResultActions;

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
    // A ring of 4 - 1 teeth, thirty turns of a second, the third tooth a tenth of a pitch late.
    StringBuilder ring = new StringBuilder("time_s,tooth\n");
    for (int i = 0; i < 120; i++) {
      double late = i % 4 == 2 ? 0.025 : 0;
      ring.append(i % 4 == 3 ? "" : (0.25 * i + late) + "," + i % 4 + "\n");
    }
    String ringTrace = "/api/v1/prove/crankshaft-position/ring-trace/trace";
    mvc.perform(post(ringTrace).contentType("text/plain").content(ring.toString()))
        .andExpect(jsonPath("$.figures.places").value(4))
        .andExpect(jsonPath("$.figures.missing").value(1))
        .andExpect(jsonPath("$.figures['mean-per-minute']").value(60.0));
    mvc.perform(post(ringTrace).contentType("text/plain").content("t,v\n0,1\n1,2\n"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("too seldom")));
    mvc.perform(get("/api/v1/openapi.json"))
        .andExpect(jsonPath("$.openapi").isNotEmpty())
        .andExpect(jsonPath("$.paths['/api/v1/decode'].post").exists());
  }

  private ResultActions asked(String path, String json) throws Exception {
    return mvc.perform(post("/api/v1/prove/" + path).contentType("application/json").content(json));
  }

  @Test
  void valuesFiguresAndPlansAreJudgedForOtherPrograms() throws Exception {
    // About 0.3 kohm at 80 °C, 2 to 3 kohm at 20 °C: common practice.
    String thermistor = "coolant-temperature/resistance/value";
    asked(thermistor, value(0.33, "kohm", 80, "°C"))
        .andExpect(jsonPath("$.result.id").value("right"));
    asked(thermistor, value(330, "ohm", 176, "°F"))
        .andExpect(jsonPath("$.result.id").value("right"));
    asked(thermistor, value(2.5, "kohm", 80, "°C"))
        .andExpect(jsonPath("$.result.id").value("high"))
        .andExpect(jsonPath("$.says").value(containsString("2.5 kohm")));
    asked(thermistor, value(2.5, "V", 80, "°C"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("ohm or kohm")));
    asked(thermistor, value(2.5, "kohm", 900, "°C"))
        .andExpect(status().isUnprocessableContent())
        .andExpect(jsonPath("$.detail").value(containsString("-40 to 150")));
    asked(
            "air-mass/trims-apart/figures",
            "{\"figures\":{\"trim-idle\":{\"value\":18},\"trim-load\":{\"value\":4,\"unit\":\"%\"}}}")
        .andExpect(jsonPath("$.result.id").value("leak"))
        .andExpect(jsonPath("$.findings[0].finding").value("UNMEASURED_AIR"));
    String plan = "{\"code\":\"P0335\",\"card\":\"osmere-heron-20\",\"answers\":[%s]}";
    asked("plan", plan.formatted(""))
        .andExpect(jsonPath("$.verdict").value(""))
        .andExpect(jsonPath("$.suspects[0].suspect").value("sensor"))
        .andExpect(jsonPath("$.steps[0].total").isNumber());
    asked(
            "plan",
            plan.formatted(
                "{\"check\":\"supply\",\"outcome\":\"right\"},"
                    + "{\"check\":\"wires-through\",\"outcome\":\"open\"}"))
        .andExpect(jsonPath("$.verdict").value("REPAIR_WIRING"))
        .andExpect(jsonPath("$.suspects[0].suspect").value("wiring"));
    asked("plan", plan.formatted("{\"check\":\"supply\",\"outcome\":\"purple\"}"))
        .andExpect(status().isUnprocessableContent());
    asked("plan", plan.formatted("null")).andExpect(status().isUnprocessableContent());
    asked("plan", "{\"code\":\"P0335\",\"clues\":{\"no-such-clue\":true,\"wet\":null}}")
        .andExpect(status().isUnprocessableContent());
    asked("plan", "{}").andExpect(status().isUnprocessableContent());
    mvc.perform(get("/api/v1/prove/oxygen"))
        .andExpect(jsonPath("$[?(@.id == 'swing')].instrument").value("SWITCHING_CELL"));
  }

  private static String value(double value, String unit, double at, String atUnit) {
    return "{\"value\":{\"value\":%s,\"unit\":\"%s\"},\"companion\":{\"value\":%s,\"unit\":\"%s\"}}"
        .formatted(value, unit, at, atUnit);
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

  /** The same client by another spelling is no other client: its share is used up. */
  @Test
  void tooManyRequestsAreToldToWait() throws Exception {
    MockHttpServletResponse last = untilRefused("/api/v1/readiness/00000000", 260);
    assertThat(last.getStatus()).isEqualTo(429);
    assertThat(last.getHeader("Retry-After")).isNotBlank();
    assertThat(last.getContentType()).startsWith("application/problem+json");
    // A slow machine gives back some of it meanwhile.
    assertThat(untilRefused("/%61pi/v1/readiness/00000000", 130).getStatus()).isEqualTo(429);
  }

  private MockHttpServletResponse untilRefused(String path, int most) throws Exception {
    MockHttpServletResponse last = null;
    for (int i = 0; i < most && (last == null || last.getStatus() == 200); i++) {
      last =
          mvc.perform(get(URI.create(path)).with(r -> from(r, "10.1.1.1")))
              .andReturn()
              .getResponse();
    }
    return last;
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
    return sendFile(
        path, role.equals("LEARNER") ? "nils" : "oskar", file.getBytes(StandardCharsets.UTF_8));
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

  /** For editors: without signing in, as the schema of a job's file. */
  @ParameterizedTest
  @ValueSource(strings = {"job-1", "catalog/family-1", "catalog/vehicle-1", "catalog/works-1"})
  void schemasAreThereForEverybody(String name) throws Exception {
    mvc.perform(get("/schema/" + name + ".json"))
        .andExpect(status().isOk())
        .andExpect(content().string(containsString("json-schema.org")));
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
    MockHttpServletResponse in = take("/jobs/import", "TECHNICIAN", elsewhere(file));
    assertThat(in.getStatus()).as(in.getContentAsString()).isEqualTo(302);
    long again = Long.parseLong(in.getHeader("Location").replaceAll("\\D", ""));
    List<JobEntry> here = desk.look(job).workup().state().entries();
    List<JobEntry> there = desk.look(again).workup().state().entries();
    assertThat(there)
        .extracting(e -> e.fact().kind())
        .isEqualTo(here.stream().map(e -> e.fact().kind()).toList());
    for (int i = 0; i < here.size(); i++) {
      assertThat(there.get(i).fact().wasTypedLike(here.get(i).fact()))
          .as("entry " + (i + 1))
          .isTrue();
      assertThat(there.get(i).about()).isEqualTo(here.get(i).about());
      assertThat(there.get(i).claim().orElseThrow().who()).isEqualTo(here.get(i).who());
      assertThat(there.get(i).happened()).isEqualTo(here.get(i).at());
    }
    assertThat(desk.look(again).workup().state().struckBy(3)).isPresent();
    assertThat(desk.verify(again).isWhole()).isTrue();
    String carriedOn = export(again);
    assertThat(carriedOn).contains("\"claim\"");
    MockHttpServletResponse third = take("/jobs/import", "TECHNICIAN", elsewhere(carriedOn));
    assertThat(third.getStatus()).as("and once more").isEqualTo(302);
  }

  /** The file as if it came from another installation: all its ids are others. */
  private static String elsewhere(String file) {
    Matcher ids = Pattern.compile("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}").matcher(file);
    Map<String, String> fresh = new HashMap<>();
    return ids.replaceAll(m -> fresh.computeIfAbsent(m.group(), i -> UUID.randomUUID().toString()));
  }

  /** Who did what cannot be forged by a file: it says so, and nothing here believes it. */
  @Test
  void whatAFileSaysOfPeopleHereIsAClaimAndItsSignOffClosesNothing() throws Exception {
    String file =
        elsewhere(export(fullJob()))
            .replaceAll("\"who\" : \"oskar\"", "\"who\" : \"marit\"")
            .replaceFirst(
                "\\}\\s*],\\s*\"files\"",
                "}, {\"sequence\": 6, \"kind\": \"gate-overruled\", \"who\": \"marit\","
                    + " \"at\": \"2026-01-02T03:04:05Z\", \"body\": {\"gate\": \"CLEAR\", \"reason\": \"the lead says so\"}},"
                    + " {\"sequence\": 7, \"kind\": \"signed-off\", \"who\": \"marit\","
                    + " \"at\": \"2026-01-02T03:04:05Z\", \"body\": {\"proven\": true}}], \"files\"");
    MockHttpServletResponse in = take("/jobs/import", "TECHNICIAN", file);
    assertThat(in.getStatus()).as(in.getContentAsString()).isEqualTo(302);
    long job = Long.parseLong(in.getHeader("Location").replaceAll("\\D", ""));
    var state = desk.look(job).workup().state();
    assertThat(state.signedOff()).isEmpty();
    assertThat(state.overruled(Hop.CLEAR)).isEmpty();
    assertThat(state.entries()).allSatisfy(e -> assertThat(e.who()).isEqualTo("oskar"));
    String sha = RecordChain.sha256(file.getBytes(StandardCharsets.UTF_8));
    assertThat(
            mvc.perform(get("/jobs/" + job + "/record").with(user("oskar")))
                .andReturn()
                .getResponse()
                .getContentAsString())
        .contains("not witnessed here", "the file says marit", sha);
    assertThat(
            database.queryForObject("select signed_off from job where id = ?", Boolean.class, job))
        .isFalse();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"version\" : 1|\"version\" : 2|version",
        "\"sequence\" : 2|\"sequence\" : 7|Entry 2: it has the number 7",
        "\"sequence\" : 2|\"sequence\" : 99999999999999999999|Entry 2: ",
        "P0340-31|P9340|Entry 1: codes, no. 1, code",
        "\"P0340-31\"|null|Entry 1: codes, no. 1, code: is not what should stand here",
        "\"kind\" : \"note-added\"|\"kind\" : \"wish\"|Entry 3: kind: is none of the words",
        "\"sequence\":3|\"sequence\":9|Entry 4: it undoes an entry that comes later",
        "\"entries\"|\"entrees\"|nobody knows the field &quot;entrees&quot;",
        "\"card\" : \"wherrill-sedge-12\"|\"card\" : \"no-such-card\"|Entry 2: There is no vehicle card",
        "\"words\" : \"to be|\"words\" : \"\\u0000 to be|Entry 3: The note holds a character",
        "\"words\" : \"to be|\"words\" : \"\\ud800 to be|Entry 3: The note holds a character",
        "\"odometerKm\" : 142300.0|\"odometerKm\" : 1e99|Entry 2: odometerKm",
        "{|?|it is no JSON"
      })
  void aFileThatDoesNotFitIsRefusedWithTheReason(String from, String to, String says)
      throws Exception {
    String file =
        export(fullJob())
            .replaceAll("\"sequence\" : 3,\\s+\"reason\"", "\"sequence\":3,\"reason\"");
    assertThat(file).contains(from);
    MockHttpServletResponse answer =
        take("/jobs/import", "TECHNICIAN", elsewhere(file.replace(from, to)));
    assertThat(answer.getStatus()).isEqualTo(422);
    assertThat(answer.getContentAsString())
        .contains("Nothing was taken in")
        .contains(says)
        .doesNotContain("hopmend.app", "hopmend.job", "java.", "Exception");
    assertThat(take("/jobs/import", "LEARNER", file).getStatus()).isEqualTo(403);
  }

  @Test
  void aHostileFileIsBoundedAndAllThatIsWrongIsToldWithItsPlace() throws Exception {
    String file = export(fullJob());
    String entry =
        "{\"sequence\": %d, \"kind\": \"%s\", \"who\": \"a\", \"at\": \"%s\", \"body\": %s}";
    String bad =
        String.join(
            ",",
            entry.formatted(1, "step-ticked", "2026-01-01T00:00:00Z", "{\"step\": null}"),
            entry.formatted(2, "readiness-read", "2026-01-01T00:00:00Z", "{\"bytes\": \"zz\"}"),
            entry.formatted(3, "note-added", "9999-12-31T23:59:59Z", "{\"words\": \"late\"}"),
            entry.formatted(4, "struck", "2026-01-01T00:00:00Z", "{\"sequence\": 1, \"evil\": 1}"),
            entry.formatted(
                5, "symptoms-noted", "2026-01-01T00:00:00Z", "{\"picks\": [\"levitates\"]}"));
    String head = file.substring(0, file.indexOf("\"entries\""));
    String several =
        take("/jobs/import", "TECHNICIAN", head + "\"entries\": [" + bad + "], \"files\": []}")
            .getContentAsString();
    assertThat(several)
        .contains(
            "Entry 1: step",
            "Entry 2: bytes",
            "Entry 3: the time 9999-12-31T23:59:59Z lies outside",
            "Entry 4: nobody knows the field &quot;evil&quot;",
            "Entry 5: There is no symptom &quot;levitates&quot; here");
    String deep = head + "\"entries\": " + "[".repeat(5000) + "]".repeat(5000) + ", \"files\": []}";
    String note =
        entry.formatted(1, "note-added", "2026-01-01T00:00:00Z", "{\"words\": \"x\"}") + ",";
    String many = head + "\"entries\": [" + note.repeat(200_000) + note.replace(",$", "");
    String wide =
        head + "\"entries\": [{\"a\": [" + "1,".repeat(5_000_000) + "1]}], \"files\": []}";
    for (String hostile : List.of(deep, many, wide)) {
      MockHttpServletResponse answer = take("/jobs/import", "TECHNICIAN", hostile);
      assertThat(answer.getStatus()).isEqualTo(422);
      assertThat(answer.getContentAsString()).contains("Nothing was taken in");
    }
  }

  @Test
  void anImportIsItsOwnersAndFormulasComeBackUnchanged() throws Exception {
    mvc.perform(get("/jobs/import/" + UUID.randomUUID()).with(user("oskar")))
        .andExpect(status().isNotFound());
    for (String text :
        List.of(
            "=1+1", "+49 1", "-x", "@a", "'=1", "''@b", "\tx", "-5", "plain", "'quoted'", "=")) {
      String cell = CsvCell.write(text);
      assertThat(CsvCell.read(cell)).isEqualTo(text);
      assertThat(cell).as(text).doesNotMatch("[=+@\\t].*|-[^0-9].*");
    }
    String before = fleet.csv();
    String line = "Formula 1,11111111111111111,wherrill-sedge-12,,,'=HYPERLINK(A1),'+notes\n";
    fleet.take(before.lines().findFirst().orElseThrow() + "\n" + line, "marit");
    assertThat(fleet.numbered("Formula 1").orElseThrow().customer()).isEqualTo("=HYPERLINK(A1)");
    assertThat(fleet.csv()).contains("'=HYPERLINK(A1),'+notes");
    owner().update("delete from fleet_vehicle where fleet_number = 'Formula 1'");
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
                .with(formToken())
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
                90_000.0,
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
