package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.web.servlet.request.MockMultipartHttpServletRequestBuilder;

/** Reports that come as files: what is in them is found, and what is none is refused in place. */
class ReportFilesIT extends AppIT {
  private MockHttpServletResponse send(long job, String text, MockMultipartFile... files)
      throws Exception {
    MockMultipartHttpServletRequestBuilder form = multipart("/jobs/" + job + "/read/paste");
    for (MockMultipartFile f : files) {
      form.file(f);
    }
    return mvc.perform(
            form.param("text", text)
                .param("token", UUID.randomUUID().toString())
                .param("seen", "99")
                .with(formToken())
                .with(SecurityMockMvcRequestPostProcessors.user("oskar").roles("TECHNICIAN")))
        .andReturn()
        .getResponse();
  }

  private String page(long job) throws Exception {
    return mvc.perform(
            get("/jobs/" + job + "/read")
                .with(SecurityMockMvcRequestPostProcessors.user("oskar").roles("TECHNICIAN")))
        .andReturn()
        .getResponse()
        .getContentAsString();
  }

  private List<String> codes(long job) {
    return desk.look(job).workup().state().codes().stream().map(c -> c.code().text()).toList();
  }

  private static MockMultipartFile file(String name, byte[] bytes) {
    return new MockMultipartFile("file", name, null, bytes);
  }

  private static byte[] utf8(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  /** A page with columns, as a diagnostic tool prints one. */
  private static byte[] pdf(List<List<String>> rows) throws IOException {
    try (PDDocument document = new PDDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      PDPage page = new PDPage();
      document.addPage(page);
      try (PDPageContentStream content = new PDPageContentStream(document, page)) {
        content.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 11);
        for (int y = 0; y < rows.size(); y++) {
          for (int x = 0; x < rows.get(y).size(); x++) {
            content.beginText();
            content.newLineAtOffset(50 + 160 * x, 700 - 20 * y);
            content.showText(rows.get(y).get(x));
            content.endText();
          }
        }
      }
      document.save(out);
      return out.toByteArray();
    }
  }

  private static byte[] zip(Map<String, byte[]> files) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> f : files.entrySet()) {
        zip.putNextEntry(new ZipEntry(f.getKey()));
        zip.write(f.getValue());
        zip.closeEntry();
      }
    }
    return out.toByteArray();
  }

  @Test
  void theTextOfAPdfIsRead() throws Exception {
    long job = newJob();
    byte[] pdf =
        pdf(
            List.of(
                List.of("Engine control"),
                List.of("P0340", "Camshaft sensor", "stored"),
                List.of("P0301", "Misfire", "pending")));
    assertThat(send(job, "", file("report.pdf", pdf)).getStatus()).isEqualTo(302);
    assertThat(codes(job)).containsExactly("P0340", "P0301");
  }

  @Test
  void aPastedTextAndSeveralFilesAreReadTogether() throws Exception {
    long job = newJob();
    MockMultipartFile zip =
        file("both.zip", zip(Map.of("a.csv", utf8("code;status\nP0113;stored\n"))));
    MockMultipartFile text = file("b.txt", utf8("P0717 pending"));
    assertThat(send(job, "P0340 stored", zip, text).getStatus()).isEqualTo(302);
    assertThat(codes(job)).containsExactlyInAnyOrder("P0340", "P0113", "P0717");
  }

  /** What a heading of one file says ends with it. */
  @Test
  void noFileSaysAnythingOfAnother() throws Exception {
    long job = newJob();
    MockMultipartFile one = file("one.txt", utf8("Engine control\nP0340 stored\n"));
    MockMultipartFile two = file("two.txt", utf8("P0717\n"));
    assertThat(send(job, "", one, two).getStatus()).isEqualTo(302);
    assertThat(desk.look(job).workup().state().readings())
        .extracting(r -> r.code().text() + " " + r.states() + " " + r.controlUnit())
        .containsExactlyInAnyOrder("P0340 [STORED] engine control", "P0717 [] ");
    assertThat(page(job)).contains("2 codes in 2 places of several reports", "§§ two.txt");
  }

  @Test
  void whatIsNoReportIsRefusedInPlaceWithAWayOn() throws Exception {
    long job = newJob();
    Map<String, MockMultipartFile> refused =
        Map.of(
            "is empty", file("nothing.txt", new byte[0]),
            "is a picture", file("photo.png", new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10}),
            "is a PDF that cannot be read", file("broken.pdf", utf8("%PDF-1.7 and no more")),
            "an office document", file("x.xlsx", zip(Map.of("[Content_Types].xml", utf8("x")))),
            "a ZIP within a ZIP",
                file("z.zip", zip(Map.of("in.zip", zip(Map.of("a", utf8("b")))))));
    for (Map.Entry<String, MockMultipartFile> r : refused.entrySet()) {
      MockHttpServletResponse answer = send(job, "P0340 is still here", r.getValue());
      assertThat(answer.getStatus()).as(r.getKey()).isEqualTo(422);
      assertThat(answer.getContentAsString()).contains(r.getKey(), "P0340 is still here");
    }
    assertThat(codes(job)).isEmpty();
  }

  @Test
  void noFaultsIsAFindingAndKept() throws Exception {
    long job = newJob();
    assertThat(send(job, "Motorsteuergerät: keine Fehler gespeichert").getStatus()).isEqualTo(302);
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(1);
    String page = page(job);
    assertThat(page).contains("The report says that there are no faults");
  }

  @Test
  void aDoubtIsOneTapAway() throws Exception {
    long job = newJob();
    send(job, "P0340 stored\nP03S1 pending");
    String page = page(job);
    assertThat(page).contains("It is P0351", "name=\"code\" value=\"P0351\"");
    assertThat(codes(job)).containsExactly("P0340");
  }
}
