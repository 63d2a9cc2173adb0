package hopmend.app.picture;

import hopmend.app.web.InputProblem;
import hopmend.job.RecordChain;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import net.coobird.thumbnailator.util.exif.ExifFilterUtils;
import net.coobird.thumbnailator.util.exif.ExifUtils;
import net.coobird.thumbnailator.util.exif.Orientation;

/**
 * A picture that a person sent, written anew as JPEG: upright, at most {@link #LONGEST} wide or
 * high, without anything that was written beside it, such as where it was taken.
 *
 * @param id follows from what it shows, so that the same picture is the same
 */
record TakenPicture(UUID id, String sha256, int width, int height, byte[] content, byte[] small) {
  private static final int MOST_MEGABYTES = 10;
  private static final int LONGEST = 1600;
  private static final int SMALL = 320;
  private static final double QUALITY = 0.85;

  /** Formats by their name, each with the most pixels that are read of it. */
  private static final Map<String, Long> MOST_PIXELS =
      Map.of("jpeg", 50_000_000L, "png", 50_000_000L, "webp", 20_000_000L);

  /**
   * Reads what was sent; of a large picture only every so many pixels, so that no picture takes
   * more memory than a small one.
   *
   * @throws InputProblem in the field "picture" if it is none, or too large
   */
  static TakenPicture of(byte[] sent) {
    if (sent.length > MOST_MEGABYTES * 1_000_000) {
      throw new InputProblem(
          "picture",
          "The picture has %.1f MB; at most %d MB are taken."
              .formatted(sent.length / 1e6, MOST_MEGABYTES));
    }
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(sent))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw none();
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in, false, false);
        return of(upright(reader));
      } finally {
        reader.dispose();
      }
    } catch (IOException | RuntimeException e) {
      throw e instanceof InputProblem p ? p : none();
    }
  }

  /**
   * A picture that was kept by this application before, here or elsewhere, and comes back in a
   * file: it is taken as it is, so that a record that names its sum still names it.
   *
   * @throws InputProblem in the field "file" if it is none of ours
   */
  static TakenPicture kept(byte[] content) {
    if (content.length > MOST_MEGABYTES * 1_000_000 || !PlainJpeg.is(content)) {
      throw foreign();
    }
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(content))) {
      ImageReader reader = ImageIO.getImageReadersByFormatName("jpeg").next();
      try {
        reader.setInput(in, false, false);
        if (Math.max(reader.getWidth(0), reader.getHeight(0)) > LONGEST) {
          throw foreign();
        }
        return of(reader.read(0), content);
      } finally {
        reader.dispose();
      }
    } catch (IOException | RuntimeException e) {
      throw foreign();
    }
  }

  private static InputProblem foreign() {
    return new InputProblem(
        "file",
        "A picture in it was not written by this application: something is written beside it, or it cannot be read.");
  }

  private static InputProblem none() {
    return new InputProblem(
        "picture", "This is no picture that can be read. JPEG, PNG and WebP are taken.");
  }

  private static BufferedImage upright(ImageReader reader) throws IOException {
    Long most = MOST_PIXELS.get(reader.getFormatName().toLowerCase(Locale.ROOT));
    if (most == null) {
      throw none();
    }
    long width = reader.getWidth(0);
    long height = reader.getHeight(0);
    if (width * height > most) {
      throw new InputProblem(
          "picture",
          "The picture has %d x %d points; at most %d million are read. Make it smaller."
              .formatted(width, height, most / 1_000_000));
    }
    ImageReadParam coarse = reader.getDefaultReadParam();
    int every = (int) Math.max(1, Math.max(width, height) / (2 * LONGEST));
    coarse.setSourceSubsampling(every, every, 0, 0);
    BufferedImage read = reader.read(0, coarse);
    Orientation turned = orientation(reader);
    return turned == null || turned == Orientation.TOP_LEFT
        ? read
        : ExifFilterUtils.getFilterForOrientation(turned).apply(read);
  }

  /** How the camera was held; null where nobody wrote it down. */
  private static Orientation orientation(ImageReader reader) {
    try {
      return ExifUtils.getExifOrientation(reader, 0);
    } catch (IOException | RuntimeException e) {
      return null; // a picture is shown as it is rather than not at all
    }
  }

  private static TakenPicture of(BufferedImage image) throws IOException {
    BufferedImage kept = fitted(image, LONGEST);
    return of(kept, jpeg(kept));
  }

  private static TakenPicture of(BufferedImage kept, byte[] content) throws IOException {
    String sha256 = RecordChain.sha256(content);
    return new TakenPicture(
        UUID.nameUUIDFromBytes(sha256.getBytes(StandardCharsets.US_ASCII)),
        sha256,
        kept.getWidth(),
        kept.getHeight(),
        content,
        jpeg(fitted(kept, SMALL)));
  }

  /** Without transparency, and no larger than it was. */
  private static BufferedImage fitted(BufferedImage image, int longest) throws IOException {
    double scale = Math.min(1, longest / (double) Math.max(image.getWidth(), image.getHeight()));
    return Thumbnails.of(image)
        .scale(scale)
        .imageType(BufferedImage.TYPE_INT_RGB)
        .asBufferedImage();
  }

  private static byte[] jpeg(BufferedImage image) {
    try {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      Thumbnails.of(image).scale(1).outputFormat("jpg").outputQuality(QUALITY).toOutputStream(out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
