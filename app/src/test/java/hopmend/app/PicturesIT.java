package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import hopmend.job.Fact;
import hopmend.job.JobState;
import hopmend.job.RecordChain;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.UUID;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Pictures of a sensor: written anew, bounded, ten of them, on a job and on a card. */
class PicturesIT extends AppIT {
  /** One grey point as WebP without loss; made with the reference encoder's container, by hand. */
  private static final byte[] WEBP =
      Base64.getDecoder().decode("UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA==");

  private static byte[] image(String format, int width, int height, Color left, Color right)
      throws IOException {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setColor(left);
    g.fillRect(0, 0, width, height);
    g.setColor(right);
    g.fillRect(width / 2, 0, width, height);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, format, out);
    return out.toByteArray();
  }

  /**
   * A JPEG as a telephone writes it: held upright (Exif orientation 6: turn by 90 degrees), with a
   * note of the place.
   */
  private static byte[] fromATelephone() throws IOException {
    byte[] plain = image("jpg", 400, 200, Color.RED, Color.BLUE);
    byte[] place = "GPS 54.123N 10.456E of a place".getBytes(StandardCharsets.US_ASCII);
    ByteArrayOutputStream exif = new ByteArrayOutputStream();
    exif.write("Exif\0\0".getBytes(StandardCharsets.US_ASCII));
    exif.write(
        new byte[] {
          'M', 'M', 0, 42, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0, 0, 0, 0
        });
    exif.write(place);
    // Behind the first segment, which says that it is a JPEG file.
    int first = 4 + ((plain[4] & 0xFF) << 8 | plain[5] & 0xFF);
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.write(plain, 0, first);
    all.write(0xFF);
    all.write(0xE1);
    all.write((exif.size() + 2) >> 8);
    all.write((exif.size() + 2) & 0xFF);
    all.write(exif.toByteArray());
    all.write(plain, first, plain.length - first);
    return all.toByteArray();
  }

  private long job() {
    return newJob(camCode(), vehicleFact());
  }

  private JobState state(long job) {
    return desk.look(job).workup().state();
  }

  private MockHttpServletResponse send(MockHttpServletRequestBuilder form, String who)
      throws Exception {
    String role = who.equals("nils") ? "LEARNER" : "TECHNICIAN";
    return mvc.perform(form.with(user(who).roles(role)).with(formToken()))
        .andReturn()
        .getResponse();
  }

  private MockHttpServletResponse take(long job, byte[] picture, String words) throws Exception {
    return mvc.perform(
            multipart("/jobs/" + job + "/find/pictures")
                .file(new MockMultipartFile("picture", "p.jpg", "image/jpeg", picture))
                .param("words", words)
                .param("token", UUID.randomUUID().toString())
                .param("seen", String.valueOf(state(job).lastSequence()))
                .with(user("oskar").roles("TECHNICIAN"))
                .with(formToken()))
        .andReturn()
        .getResponse();
  }

  private MockHttpServletRequestBuilder onJob(long job, String form) {
    return post("/jobs/" + job + "/find/" + form)
        .param("token", UUID.randomUUID().toString())
        .param("seen", String.valueOf(state(job).lastSequence()));
  }

  private byte[] shown(String path) throws Exception {
    MockHttpServletResponse r =
        mvc.perform(get(path).with(user("oskar").roles("TECHNICIAN"))).andReturn().getResponse();
    assertThat(r.getStatus()).as(path).isEqualTo(200);
    assertThat(r.getHeader("Cache-Control")).contains("immutable");
    return r.getContentAsByteArray();
  }

  @Test
  void aPictureIsUprightAndCarriesNoPlace() throws Exception {
    long job = job();
    assertThat(take(job, fromATelephone(), "from the front").getStatus()).isEqualTo(302);
    Fact.PictureTaken taken = state(job).pictures().get(0);
    byte[] kept = shown("/pictures/" + taken.picture() + ".jpg");
    assertThat(new String(kept, StandardCharsets.ISO_8859_1)).doesNotContain("GPS", "Exif");
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(kept));
    assertThat(image.getWidth()).isEqualTo(200);
    assertThat(image.getHeight()).isEqualTo(400);
    assertThat(new Color(image.getRGB(100, 50)).getRed()).as("left is up").isGreaterThan(200);
    assertThat(new Color(image.getRGB(100, 350)).getBlue()).isGreaterThan(200);
    assertThat(shown("/pictures/" + taken.picture() + "/small.jpg").length).isLessThan(kept.length);
    assertThat(RecordChain.sha256(kept)).isEqualTo(taken.sha256());

    // The same picture is the same; the mark moves, the record keeps both.
    take(job, fromATelephone(), "again");
    assertThat(state(job).pictures()).hasSize(1);
    for (int x : new int[] {300, 620}) {
      send(
          onJob(job, "pictures/mark")
              .param("picture", taken.picture())
              .param("x", "" + x)
              .param("y", "410"),
          "oskar");
    }
    assertThat(state(job).mark(taken.picture()).orElseThrow().x()).isEqualTo(620);
    assertThat(send(onJob(job, "pictures/mark").param("picture", taken.picture()), "oskar"))
        .extracting(MockHttpServletResponse::getStatus)
        .isEqualTo(422);
  }

  @Test
  void largePicturesAreMadeSmallAndAllThreeKindsAreRead() throws Exception {
    long job = job();
    take(job, image("png", 6000, 3000, Color.GREEN, Color.BLACK), "large");
    take(job, WEBP, "a point");
    assertThat(state(job).pictures()).hasSize(2);
    BufferedImage large =
        ImageIO.read(
            new ByteArrayInputStream(
                shown("/pictures/" + state(job).pictures().get(0).picture() + ".jpg")));
    assertThat(large.getWidth()).isEqualTo(1600);
    assertThat(large.getHeight()).isEqualTo(800);
  }

  /** A head that promises more points than anybody has memory for. */
  private static byte[] promising(int width, int height) throws IOException {
    byte[] png = image("png", 8, 8, Color.RED, Color.BLUE);
    ByteBuffer head = ByteBuffer.wrap(png);
    head.putInt(16, width);
    head.putInt(20, height);
    CRC32 sum = new CRC32();
    sum.update(png, 12, 17);
    head.putInt(29, (int) sum.getValue());
    return png;
  }

  @Test
  void whatIsNoPictureIsRefusedInPlaceAndNothingIsKept() throws Exception {
    long job = job();
    byte[] gif = image("gif", 20, 20, Color.RED, Color.BLUE);
    byte[] half = image("jpg", 300, 300, Color.RED, Color.BLUE);
    byte[][] bad = {
      "<svg xmlns='http://www.w3.org/2000/svg'/>".getBytes(StandardCharsets.UTF_8),
      "GIF89a but not".getBytes(StandardCharsets.UTF_8),
      gif,
      Arrays.copyOf(half, 60),
      promising(60_000, 60_000),
      new byte[10_000_001],
      {}
    };
    for (byte[] b : bad) {
      MockHttpServletResponse r = take(job, b, "what I saw");
      assertThat(r.getStatus()).as(b.length + " bytes").isEqualTo(422);
      assertThat(r.getContentAsString()).contains("picture", "what I saw");
    }
    assertThat(state(job).pictures()).isEmpty();
  }

  @Test
  void tenOfThemAndNoMore() throws Exception {
    long job = job();
    for (int i = 0; i < 10; i++) {
      take(job, image("png", 40 + i, 30, Color.RED, Color.BLUE), "number " + i);
    }
    MockHttpServletResponse r = take(job, image("png", 99, 30, Color.RED, Color.BLUE), "one more");
    assertThat(r.getStatus()).isEqualTo(422);
    assertThat(r.getContentAsString()).contains("A sensor takes 10 pictures");
    assertThat(state(job).pictures()).hasSize(10);
  }

  @Test
  void aPictureOfAJobHelpsTheNextOneOnItsCard() throws Exception {
    long job = job();
    take(job, image("png", 64, 48, Color.RED, Color.GREEN), "the duct lifted");
    String picture = state(job).pictures().get(0).picture();
    MockHttpServletRequestBuilder toCard = onJob(job, "pictures/to-card").param("picture", picture);
    assertThat(send(toCard, "nils").getStatus()).isEqualTo(403);
    assertThat(send(onJob(job, "pictures/to-card").param("picture", picture), "oskar").getStatus())
        .isEqualTo(302);
    long next = job();
    String page =
        mvc.perform(get("/jobs/" + next + "/find").with(user("nils").roles("LEARNER")))
            .andReturn()
            .getResponse()
            .getContentAsString();
    assertThat(page).contains("/pictures/" + picture + ".jpg", "the duct lifted");

    String card = "/cards/wherrill-sedge-12/sensors/cam-intake/pictures";
    send(post(card + "/mark").param("picture", picture).param("x", "10").param("y", "20"), "oskar");
    send(post(card + "/put-away").param("picture", picture), "oskar");
    assertThat(
            mvc.perform(get(card).with(user("oskar").roles("TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getContentAsString())
        .contains("No picture yet");
    assertThat(shown("/pictures/" + picture + ".jpg")).as("records still name it").isNotEmpty();
  }

  private MockHttpServletResponse upload(String path, byte[] file) throws Exception {
    return sendFile(path, "oskar", file);
  }

  private byte[] got(String path) throws Exception {
    MockHttpServletResponse r =
        mvc.perform(get(path).with(user("oskar").roles("TECHNICIAN"))).andReturn().getResponse();
    assertThat(r.getStatus()).as(path).isEqualTo(200);
    return r.getContentAsByteArray();
  }

  private static String idOf(byte[] picture) {
    return UUID.nameUUIDFromBytes(RecordChain.sha256(picture).getBytes(StandardCharsets.US_ASCII))
        .toString();
  }

  /** The file as it would come from elsewhere: another job, with another picture in it. */
  private static String swapped(String file, String id, byte[] old, byte[] other) {
    return file.replaceFirst("(\"id\" ?: ?\")[0-9a-f-]{36}", "$1" + UUID.randomUUID())
        .replace(id, idOf(other))
        .replace(RecordChain.sha256(old), RecordChain.sha256(other))
        .replace(
            Base64.getEncoder().encodeToString(old), Base64.getEncoder().encodeToString(other));
  }

  @Test
  void aJobFileCarriesItsPicturesAndTakesNoneThatIsNotTheirs() throws Exception {
    long job = job();
    take(job, image("png", 90, 60, Color.RED, Color.GREEN), "from the file");
    String id = state(job).pictures().get(0).picture();
    byte[] kept = shown("/pictures/" + id + ".jpg");
    String file = new String(got("/jobs/" + job + "/export.json"), StandardCharsets.UTF_8);
    byte[] other = image("jpg", 70, 50, Color.BLUE, Color.WHITE);

    MockHttpServletResponse in =
        upload("/jobs/import", swapped(file, id, kept, other).getBytes(StandardCharsets.UTF_8));
    assertThat(in.getStatus()).as(in.getContentAsString()).isEqualTo(302);
    long again = Long.parseLong(in.getHeader("Location").replaceAll("\\D", ""));
    assertThat(state(again).pictures().get(0).picture()).isEqualTo(idOf(other));
    assertThat(shown("/pictures/" + idOf(other) + ".jpg")).isEqualTo(other);
    assertThat(new String(got("/jobs/" + again + "/export.json"), StandardCharsets.UTF_8))
        .contains(Base64.getEncoder().encodeToString(other));

    for (byte[] bad : new byte[][] {fromATelephone(), "none".getBytes(StandardCharsets.UTF_8)}) {
      assertThat(
              upload("/jobs/import", swapped(file, id, kept, bad).getBytes(StandardCharsets.UTF_8))
                  .getContentAsString())
          .contains("File 1", "not written by this application");
    }
    String exchanged =
        swapped(file, "none", kept, other)
            .replace(RecordChain.sha256(other), RecordChain.sha256(kept));
    assertThat(
            upload("/jobs/import", exchanged.getBytes(StandardCharsets.UTF_8)).getContentAsString())
        .contains("another picture than entry 3 names");
  }

  @Test
  void aCardGoesOutWithItsPicturesAndComesBack() throws Exception {
    String card = "/cards/wherrill-sedge-12/sensors/cam-exhaust/pictures";
    mvc.perform(
        multipart(card)
            .file(
                new MockMultipartFile(
                    "picture", "p.png", "image/png", image("png", 31, 17, Color.RED, Color.CYAN)))
            .param("words", "behind, \"low\", ä")
            .with(user("oskar").roles("TECHNICIAN"))
            .with(formToken()));
    byte[] zip = got("/cards/wherrill-sedge-12.zip");
    // The clock's time in it would make every download another file.
    assertThat(times(zip)).hasSizeGreaterThan(2).containsOnly(LocalDateTime.of(2000, 1, 1, 0, 0));
    owner().update("delete from card_picture where site = 'cam-exhaust'");
    owner().update("delete from picture where width = 31 and height = 17");

    MockHttpServletResponse looked = upload("/cards/import", zip);
    assertThat(looked.getStatus()).as(looked.getContentAsString()).isEqualTo(302);
    assertThat(new String(got(looked.getRedirectedUrl()), StandardCharsets.UTF_8))
        .contains("The same as here.", "1 picture comes with them");
    assertThat(send(post(looked.getRedirectedUrl()), "oskar").getStatus()).isEqualTo(302);
    assertThat(got("/cards/wherrill-sedge-12.zip")).isEqualTo(zip);

    for (byte[] bad : new byte[][] {Arrays.copyOf(zip, zip.length / 2), {'P', 'K', 3, 4, 0, 0}}) {
      MockHttpServletResponse r = upload("/cards/import", bad);
      assertThat(r.getStatus()).isEqualTo(422);
      assertThat(r.getContentAsString()).contains("The ZIP");
    }
  }

  private static List<LocalDateTime> times(byte[] zip) throws IOException {
    List<LocalDateTime> times = new ArrayList<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        times.add(e.getTimeLocal());
      }
    }
    return times;
  }
}
