package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.app.part.Parts;
import hopmend.app.web.ListAsked;
import hopmend.catalog.CatalogReader;
import hopmend.catalog.DemoParts;
import hopmend.job.Fact;
import hopmend.part.PartsShelf;
import hopmend.prove.Remedy;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.web.servlet.request.AbstractMockHttpServletRequestBuilder;

/** The shop's list of parts: taken in, searched, asked by jobs, taken out. */
class PartsIT extends AppIT {
  private static final String HEADER =
      "Artikelnummer;Hersteller;Warengruppe;Motorcode;Preis;Lagerplatz;Bestand\n";

  @Autowired Parts list;

  private MockHttpServletResponse send(AbstractMockHttpServletRequestBuilder<?> request)
      throws Exception {
    return mvc.perform(
            request
                .with(SecurityMockMvcRequestPostProcessors.user("oskar").roles("TECHNICIAN"))
                .with(formToken()))
        .andReturn()
        .getResponse();
  }

  private String page(String path) throws Exception {
    MockHttpServletResponse answer = send(get(path));
    assertThat(answer.getStatus()).as(path).isEqualTo(200);
    return answer.getContentAsString();
  }

  /** Sends a file; where it is shown. */
  private String sent(String csv, Charset charset) throws Exception {
    MockMultipartFile file =
        new MockMultipartFile("file", "list.csv", "text/csv", csv.getBytes(charset));
    MockHttpServletResponse answer = send(multipart("/parts/import").file(file));
    assertThat(answer.getStatus()).as(answer.getContentAsString()).isEqualTo(302);
    return answer.getHeader("Location");
  }

  private String compared(String where) throws Exception {
    return compared(where, "comma");
  }

  private String compared(String where, String decimal) throws Exception {
    send(post(where + "/columns").param("decimal", decimal));
    return settled(where, "oskar").getContentAsString();
  }

  @Test
  void aSuppliersListComesInOnceAndTheSameFileChangesNothing() throws Exception {
    String lines =
        IntStream.range(0, 2500)
            .mapToObj(
                i ->
                    "QX %05d;Kälin;camshaft-position;QQ%d;1.041,50;Z9-%d;2\n"
                        .formatted(i, i % 7, i))
            .collect(Collectors.joining());
    String csv = HEADER + lines;
    String where = sent(csv, StandardCharsets.ISO_8859_1);
    assertThat(page(where)).contains("Artikelnummer", "superseded by", "1.041,50");
    assertThat(compared(where)).contains("2500 new, 0 changed, 0 as they are here");
    assertThat(page("/parts?words=qx00001")).as("before it is taken").doesNotContain("QX 00001");
    send(post(where + "/take"));
    assertThat(settled(where, "oskar").getContentAsString()).contains("2500 parts were taken in");
    assertThat(page("/parts?words=qx00001")).contains("QX 00001");
    assertThat(compared(sent(csv, StandardCharsets.UTF_8))).contains("Nothing of list.csv is new");
    String changed =
        csv.replace(
            "QX 00003;Kälin;camshaft-position;QQ3;1.041,50",
            "QX 00003;Kälin;camshaft-position;QQ3;980,00");
    assertThat(compared(sent(changed, StandardCharsets.UTF_8)))
        .contains("0 new, 1 changed, 2499 as they are here", "offer price: 1041.5 → 980.0");

    // Any piece of a number, in any spelling.
    for (String words : List.of("QX 00017", "qx00017", "qxo0017", "x-0001 z9-17")) {
      assertThat(list.list(ListAsked.of(words), "").rows())
          .as(words)
          .extracting(r -> r.number())
          .contains("QX 00017");
    }
    assertThat(page("/parts?words=qx00017&show=knock")).contains("No part matches");
    MockHttpServletResponse out = send(get("/parts.csv"));
    String text = out.getContentAsString(StandardCharsets.UTF_8);
    assertThat(text.lines().count()).isGreaterThan(5600);
    assertThat(compared(sent(text, StandardCharsets.UTF_8), "point")).contains("is new here");
  }

  @Test
  void whatIsWrongInAFileIsToldAndNothingIsTaken() throws Exception {
    String where =
        sent(
            "number,family,price,superseded_by\nRC-1,knock,-3.00,\nRC-2,knock,4.00,RC-3\nRC-3,knock,4.00,RC-2\nRC-4,oxigen,4.00,\n",
            StandardCharsets.UTF_8);
    assertThat(send(post(where + "/columns").param("column-1", "")).getContentAsString())
        .contains("No column tells the family");
    send(post(where + "/columns").param("column-1", "").param("family", "knock"));
    assertThat(settled(where, "oskar").getContentAsString())
        .contains("Line 2: price is a number")
        .doesNotContain("oxigen");
    send(post(where + "/again"));
    send(post(where + "/columns").param("decimal", "point").param("column-1", "family"));
    assertThat(settled(where, "oskar").getContentAsString())
        .contains("Line 2: price is a number, not &quot;-3.00&quot;")
        .contains("Line 5: the family &quot;oxigen&quot; is not known")
        .contains("replace each other in a circle: RC-2, RC-3");
    assertThat(send(post(where + "/take")).getStatus()).isEqualTo(422);
    assertThat(list.part("RC2@")).isEmpty();
  }

  /** A number that its maker replaced; one that would close a circle; one that is there already. */
  @Test
  void aPartIsKeptByHandAndContradictionsAreToldInPlace() throws Exception {
    MockHttpServletResponse kept =
        send(
            post("/parts")
                .param("number", "HK-1")
                .param("make", "Hand")
                .param("family", "knock")
                .param("superseded_by", "HK-2")
                .param("card.0", "")
                .param("engines.0", "HK4")
                .param("price", "12,50"));
    assertThat(kept.getStatus()).as(kept.getContentAsString()).isEqualTo(302);
    assertThat(page(kept.getHeader("Location"))).contains("HK-1 → HK-2", "12.5");
    assertThat(
            send(post("/parts")
                    .param("number", "HK-2")
                    .param("family", "knock")
                    .param("make", "Hand")
                    .param("superseded_by", "hk 1"))
                .getContentAsString())
        .contains("replace each other in a circle");
    assertThat(
            send(post("/parts")
                    .param("number", "hk1")
                    .param("family", "knock")
                    .param("make", "hand"))
                .getContentAsString())
        .contains("stands on the list already", "value=\"hk1\"");
    assertThat(
            send(post("/parts").param("number", "HK-9").param("price", "cheap"))
                .getContentAsString())
        .contains("price is a number", "the family", "value=\"cheap\"");
  }

  /** The list in the database answers as the same list in memory. */
  @Test
  void theListIsAskedAlikeWhereverItIsHeld() {
    PartsShelf memory = PartsShelf.of(DemoParts.read(CatalogReader.shipped()));
    for (String number : List.of("WS-6071-A", "ws6o71a", "OH-6100-B", "none")) {
      assertThat(parts.now().numbered(number)).isEqualTo(memory.numbered(number));
      assertThat(parts.now().supersededBy(number)).isEqualTo(memory.supersededBy(number));
    }
    assertThat(parts.now().alike("WS-607I-C")).isEqualTo(memory.alike("WS-607I-C"));
    assertThat(parts.now().made("oxygen", "wherrill-teal-16", "WT4B"))
        .isEqualTo(memory.made("oxygen", "wherrill-teal-16", "WT4B"));
  }

  /** A batch is recalled: which jobs have it? And what was chosen stays as it was then. */
  @Test
  void aBatchThatIsRecalledListsItsJobs() throws Exception {
    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "seen before"),
            new Fact.PartChosen(part("WS-6071-C"), false, ""),
            new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of(), plugClicks(), "LOT 88-O1"));
    assertThat(page("/parts/fitted?words=lot+88-01"))
        .as("not fitted yet")
        .doesNotContain("/jobs/" + job);
    append(job, new Fact.GateOverruled(hopmend.job.Hop.CLEAR, "all steps were done on paper"));
    append(job, new Fact.CodesCleared(VIN));
    assertThat(page("/parts/fitted?words=8801")).contains("/jobs/" + job, "LOT 88-O1");
    assertThat(send(get("/parts/fitted.csv")).getContentAsString()).contains("LOT 88-O1");
  }

  /** What is typed of a tool and will not do stays; what will do is found by the pick lists. */
  @Test
  void aToolIsToldOnceAndFoundByItsName() throws Exception {
    assertThat(
            send(post("/items")
                    .param("name", "moon wrench")
                    .param("has", "borrow")
                    .param("deposit", "much")
                    .param("place", "")
                    .param("price", "")
                    .param("fromWhom", "Otto's"))
                .getContentAsString())
        .contains(
            "a price is a number like 8.50",
            "value=\"moon wrench\"",
            "value=\"much\"",
            "Otto&#39;s");
    send(
        post("/items")
            .param("name", "Moon Wrench")
            .param("has", "borrow")
            .param("deposit", "20")
            .param("place", "")
            .param("price", "")
            .param("fromWhom", "Otto's"));
    assertThat(page("/items?words=moon")).contains("borrow from Otto&#39;s, deposit 20.00");
    assertThat(send(get("/items.csv")).getContentAsString())
        .contains("Moon Wrench,borrow,,,20.0,Otto's");
    send(post("/items/remove").param("name", "moon wrench"));
    assertThat(page("/items?words=moon")).doesNotContain("borrow from Otto");
  }

  private void append(long job, Fact fact) {
    desk.append(job, hopmend.app.job.JobDesk.Submission.now("oskar"), List.of(fact));
  }
}
