package hopmend.app.web;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.web.multipart.MultipartFile;

/** A file that a person sent, as text: UTF-8, or Latin-1 where it is no UTF-8. */
public final class UploadedText {
  private static final int USUAL_MEGABYTES = 8;

  private UploadedText() {}

  /** A report, a log or a list; empty if no file was picked. */
  public static Optional<String> of(MultipartFile file) {
    return of(file, USUAL_MEGABYTES);
  }

  /**
   * @param mostMegabytes a larger file is refused
   * @return empty if no file was picked
   */
  public static Optional<String> of(MultipartFile file, int mostMegabytes) {
    if (file == null || file.isEmpty()) {
      return Optional.empty();
    }
    if (file.getSize() > mostMegabytes * 1_000_000L) {
      throw new InputProblem(
          "file",
          "The file has %.1f MB; at most %d MB are read."
              .formatted(file.getSize() / 1e6, mostMegabytes));
    }
    try {
      return Optional.of(decode(file.getBytes()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String decode(byte[] bytes) {
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    } catch (CharacterCodingException e) {
      text = new String(bytes, StandardCharsets.ISO_8859_1);
    }
    String withoutMark = text.startsWith("\uFEFF") ? text.substring(1) : text;
    return withoutMark.replace("\0", "");
  }
}
