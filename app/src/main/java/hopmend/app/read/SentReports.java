package hopmend.app.read;

import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import hopmend.report.SeveralReports;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;

/**
 * What a person sent as a report: a pasted text, files, or both. A file may be text of any layout,
 * a PDF, or a few of them in a ZIP. What is no report is refused with a word on what to do.
 */
@Component
public class SentReports {
  private static final int MOST_FILES = 20;
  private static final int MOST_BYTES = 20_000_000;
  private static final int MOST_PAGES = 300;

  /** How PNG, JPEG, GIF, WebP and TIFF begin. */
  private static final List<String> PICTURES =
      List.of("\u0089PNG", "\u00ff\u00d8\u00ff", "GIF87a", "GIF89a", "RIFF", "II*\0", "MM\0*");

  private final HeavyWork heavy;

  SentReports(HeavyWork heavy) {
    this.heavy = heavy;
  }

  /**
   * All of it as one text; blank if nothing was sent.
   *
   * @param files null if there are none
   * @param asker who sent it
   * @throws InputProblem in the field "file" if a file is empty, too large, or no report
   */
  public String text(String pasted, List<MultipartFile> files, String asker) {
    List<SeveralReports.Named> parts = new ArrayList<>();
    if (!pasted.isBlank()) {
      parts.add(new SeveralReports.Named("pasted", pasted));
    }
    for (MultipartFile file : files == null ? List.<MultipartFile>of() : files) {
      String name = Objects.toString(file.getOriginalFilename(), "");
      if (file.isEmpty() && name.isEmpty()) {
        continue;
      }
      if (file.isEmpty()) {
        throw new InputProblem("file", "The file " + name + " is empty. Pick another one.");
      }
      UploadedText.requireSize(file.getSize());
      String report =
          heavy.few("file", asker, (int) file.getSize(), () -> read(name, bytes(file), true));
      parts.add(new SeveralReports.Named(name, report));
    }
    return SeveralReports.joined(parts);
  }

  private static byte[] bytes(MultipartFile file) {
    try {
      return file.getBytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String read(String name, byte[] bytes, boolean mayHoldFiles) {
    String head = new String(bytes, 0, Math.min(bytes.length, 16), StandardCharsets.ISO_8859_1);
    if (PICTURES.stream().anyMatch(head::startsWith)) {
      throw refused(
          name,
          "is a picture, and pictures are not read. Type the codes, or send the report as text or PDF.");
    }
    if (head.startsWith("%PDF")) {
      return pdf(name, bytes);
    }
    if (head.startsWith("PK")) {
      if (!mayHoldFiles) {
        throw refused(name, "is a ZIP within a ZIP. Take it out and send it alone.");
      }
      return zip(name, bytes);
    }
    return UploadedText.decode(bytes);
  }

  private static InputProblem refused(String name, String why) {
    return new InputProblem("file", "The file " + name + " " + why);
  }

  /** The text of a PDF, line by line as it stands on the page, columns by their distance. */
  private static String pdf(String name, byte[] bytes) {
    try (PDDocument document = Loader.loadPDF(bytes)) {
      PDFTextStripper stripper = new PDFTextStripper();
      stripper.setSortByPosition(true);
      stripper.setEndPage(MOST_PAGES);
      String text = stripper.getText(document);
      if (text.isBlank()) {
        throw refused(
            name, "holds no text, only pictures of it. Pictures are not read: type the codes.");
      }
      return text;
    } catch (IOException e) {
      throw refused(
          name, "is a PDF that cannot be read; it may be locked or damaged. Paste its text.");
    }
  }

  private static String zip(String name, byte[] bytes) {
    List<SeveralReports.Named> parts = new ArrayList<>();
    int left = MOST_BYTES;
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        if (e.getName().equals("[Content_Types].xml")) {
          throw refused(name, "is an office document. Save it as CSV, text or PDF and send that.");
        }
        if (e.isDirectory()) {
          continue;
        }
        byte[] entry = zip.readNBytes(left + 1);
        left -= entry.length;
        if (left < 0 || parts.size() == MOST_FILES) {
          throw refused(
              name,
              "holds more than %d files or %d MB. Send the reports alone."
                  .formatted(MOST_FILES, MOST_BYTES / 1_000_000));
        }
        parts.add(new SeveralReports.Named(e.getName(), read(e.getName(), entry, false)));
      }
    } catch (IOException e) {
      throw refused(name, "is a ZIP that cannot be read.");
    }
    if (parts.isEmpty()) {
      throw refused(name, "is an empty ZIP.");
    }
    return SeveralReports.joined(parts);
  }
}
