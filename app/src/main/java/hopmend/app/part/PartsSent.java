package hopmend.app.part;

import hopmend.app.web.InputProblem;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.web.multipart.MultipartFile;

/**
 * A list of parts as it was sent, on the disk: UTF-8, or Latin-1 where it is not. It is read as
 * often as needed and never held in memory.
 *
 * @param charset in which it is written
 * @param lines how many it has
 */
record PartsSent(Path file, Charset charset, long lines) {
  private static final int MOST_LINES = 300_000;
  private static final int PIECE = 1 << 16;

  /**
   * Keeps a file that was sent.
   *
   * @throws InputProblem if it is no text, or too long
   */
  static PartsSent keep(MultipartFile sent) {
    try {
      Path file = Files.createTempFile("parts", ".csv");
      sent.transferTo(file);
      return looked(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static PartsSent looked(Path file) throws IOException {
    Charset charset = isUtf8(file) ? StandardCharsets.UTF_8 : StandardCharsets.ISO_8859_1;
    long lines = 0;
    try (InputStream in = Files.newInputStream(file)) {
      byte[] piece = new byte[PIECE];
      for (int n = in.read(piece); n >= 0; n = in.read(piece)) {
        for (int i = 0; i < n; i++) {
          lines += piece[i] == '\n' ? 1 : 0;
          if (piece[i] == 0) {
            throw forgotten(file, "The file holds NUL bytes: it is no text. Save it as CSV.");
          }
        }
      }
    }
    if (lines > MOST_LINES) {
      throw forgotten(
          file,
          "The file has %d lines; at most %d are taken at once.".formatted(lines, MOST_LINES));
    }
    return new PartsSent(file, charset, lines);
  }

  private static InputProblem forgotten(Path file, String why) throws IOException {
    Files.deleteIfExists(file);
    return new InputProblem("file", why);
  }

  private static boolean isUtf8(Path file) throws IOException {
    CharsetDecoder decoder = StandardCharsets.UTF_8.newDecoder();
    ByteBuffer bytes = ByteBuffer.allocate(PIECE);
    CharBuffer chars = CharBuffer.allocate(PIECE);
    try (InputStream in = Files.newInputStream(file)) {
      boolean end = false;
      while (!end) {
        int n = in.read(bytes.array(), bytes.position(), bytes.remaining());
        end = n < 0;
        bytes.position(bytes.position() + Math.max(0, n)).flip();
        if (decoder.decode(bytes, chars.clear(), end).isError()) {
          return false;
        }
        bytes.compact();
      }
      return true;
    }
  }

  /** The text from its beginning on, without a mark of its encoding. */
  Reader open() {
    try {
      PushbackInputStream in = new PushbackInputStream(Files.newInputStream(file), 3);
      byte[] mark = in.readNBytes(3);
      boolean marked =
          mark.length == 3
              && (mark[0] & 0xFF) == 0xEF
              && (mark[1] & 0xFF) == 0xBB
              && (mark[2] & 0xFF) == 0xBF;
      if (!marked) {
        in.unread(mark);
      }
      return new BufferedReader(new InputStreamReader(in, charset));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Its first line. */
  String firstLine() {
    try (BufferedReader in = new BufferedReader(open())) {
      String line = in.readLine();
      return line == null ? "" : line.substring(0, Math.min(line.length(), PIECE));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  void forget() {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
