package hopmend.app;

import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;

import hopmend.app.demo.DemoVehicle;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.app.part.PartsAtHand;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.JobRules;
import hopmend.job.Role;
import hopmend.part.Bench;
import hopmend.part.Part;
import jakarta.servlet.http.Cookie;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.context.ActiveProfiles;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.RequestPostProcessor;

/** The whole application with its demo, on the database that {@code ./hopmend test} started. */
@SpringBootTest(
    webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
    properties = "hopmend.day.search=200ms")
@AutoConfigureMockMvc
@ActiveProfiles("demo")
@Import(CountedStatements.class)
abstract class AppIT {
  static final String VIN = "0HMWS3A07K1000342";

  @LocalServerPort int port;
  @Autowired JobDesk desk;
  @Autowired DemoVehicle vehicle;
  @Autowired JdbcTemplate database;
  @Autowired MockMvc mvc;
  @Autowired PartsAtHand parts;

  /** The owner of the tables, who may what the application must not: for tests that tamper. */
  static JdbcTemplate owner() {
    return new JdbcTemplate(
        new DriverManagerDataSource(
            System.getenv("DB_URL"),
            System.getenv("DB_OWNER"),
            System.getenv("DB_OWNER_PASSWORD")));
  }

  /** A form of a technician that showed the job up to an entry. */
  static Submission form(UUID token, long seen, String who) {
    return new Submission(token, seen, new JobRules.Person(who, Role.TECHNICIAN));
  }

  /**
   * The token of a form as the application gives it: in a cookie, and masked in the form. The
   * framework's own helper would put another store of tokens into the running server.
   */
  static RequestPostProcessor formToken() {
    byte[] token = UUID.randomUUID().toString().getBytes(StandardCharsets.UTF_8);
    byte[] masked = Arrays.copyOf(new byte[token.length], 2 * token.length);
    System.arraycopy(token, 0, masked, token.length, token.length);
    return request -> {
      Cookie[] before = request.getCookies() == null ? new Cookie[0] : request.getCookies();
      Cookie[] cookies = Arrays.copyOf(before, before.length + 1);
      cookies[before.length] =
          new Cookie("hopmend-form", new String(token, StandardCharsets.UTF_8));
      request.setCookies(cookies);
      request.addParameter("_csrf", Base64.getUrlEncoder().encodeToString(masked));
      return request;
    };
  }

  /** What somebody who sends a file sees in the end: an import has its page until it is through. */
  MockHttpServletResponse sendFile(String path, String who, byte[] file) throws Exception {
    MockHttpServletResponse answer =
        mvc.perform(
                multipart(path)
                    .file(new MockMultipartFile("file", "f", "application/octet-stream", file))
                    .with(user(who))
                    .with(formToken()))
            .andReturn()
            .getResponse();
    String page = answer.getRedirectedUrl();
    if (page == null || !page.startsWith(path + "/")) {
      return answer;
    }
    MockHttpServletResponse end = settled(page, who);
    return end.getStatus() == 200 ? answer : end;
  }

  /** A page once it no longer asks to be looked at again. */
  MockHttpServletResponse settled(String path, String who) throws Exception {
    for (int i = 0; i < 300; i++) {
      MockHttpServletResponse page =
          mvc.perform(get(path).with(user(who))).andReturn().getResponse();
      if (!page.getContentAsString().contains("http-equiv=\"refresh")) {
        return page;
      }
      Thread.sleep(200);
    }
    throw new AssertionError(path + " never ends");
  }

  /** A part of the demo's list. */
  Part part(String number) {
    return parts.now().numbered(number).get(0);
  }

  /** What somebody saw of all that may stop the work. */
  static List<Bench.Held> plugClicks() {
    return Stream.of(Bench.PLUG, "reach into the bore", "bolt ear", "cable length")
        .map(Bench.Held::alike)
        .toList();
  }

  long newJob(Fact... facts) {
    long job = desk.open("Test job", "Van 0", "", UUID.randomUUID(), "oskar");
    if (facts.length > 0) {
      desk.append(job, Submission.now("oskar"), List.of(facts));
    }
    return job;
  }

  /** A stored intake camshaft code, typed in. */
  static Fact camCode() {
    return storedCode("P0340");
  }

  static Fact storedCode(String code) {
    return new Fact.CodesRead(
        Fact.CodeSource.TYPED,
        List.of(ReadCode.of(TroubleCode.parse(code), CodeState.STORED)),
        List.of(),
        "");
  }

  static Fact vehicleFact() {
    return new Fact.VehicleIdentified(
        VIN, "wherrill-sedge-12", 2019, null, 142_300, Fact.Place.HOIST);
  }
}
