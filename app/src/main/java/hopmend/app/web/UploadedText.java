package hopmend.app.web;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.web.multipart.MultipartFile;

/**
 * A file that a person sent, as text: UTF-8 or UTF-16 by its mark, or Latin-1 where it is neither.
 */
public final class UploadedText {
  /** Five million characters of any alphabet. */
  private static final int MOST_MEGABYTES = 20;

  private static final int LONGEST_NAME = 100;

  private UploadedText() {}

  /** A report, a log or a list; empty if no file was picked. */
  public static Optional<String> of(MultipartFile file) {
    if (file == null || file.isEmpty()) {
      return Optional.empty();
    }
    requireSize(file.getSize());
    try {
      return Optional.of(decode(file.getBytes()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** What the person called a file, as far as a record holds it. */
  public static String name(MultipartFile file, String otherwise) {
    String name = Optional.ofNullable(file.getOriginalFilename()).orElse(otherwise);
    return name.length() <= LONGEST_NAME ? name : name.substring(0, LONGEST_NAME);
  }

  /**
   * Refuses a file that is too large.
   *
   * @throws InputProblem in the field "file"
   */
  public static void requireSize(long bytes) {
    if (bytes > MOST_MEGABYTES * 1_000_000L) {
      throw new InputProblem(
          "file",
          "The file has %.1f MB; at most %d MB are read.".formatted(bytes / 1e6, MOST_MEGABYTES));
    }
  }

  /** Bytes as text. */
  public static String decode(byte[] bytes) {
    String text =
        marked(bytes, 0xFE, 0xFF) || marked(bytes, 0xFF, 0xFE) ? utf16(bytes) : eight(bytes);
    String withoutMark = text.startsWith("\uFEFF") ? text.substring(1) : text;
    if (withoutMark.indexOf('\0') >= 0) {
      throw new InputProblem(
          "file", "The file holds NUL bytes: it is no text. Save it as text and send it again.");
    }
    return withoutMark;
  }

  private static boolean marked(byte[] bytes, int first, int second) {
    return bytes.length > 1 && (bytes[0] & 0xFF) == first && (bytes[1] & 0xFF) == second;
  }

  private static String utf16(byte[] bytes) {
    return new String(bytes, StandardCharsets.UTF_16);
  }

  private static String eight(byte[] bytes) {
    try {
      return StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    } catch (CharacterCodingException e) {
      return new String(bytes, StandardCharsets.ISO_8859_1);
    }
  }
}
