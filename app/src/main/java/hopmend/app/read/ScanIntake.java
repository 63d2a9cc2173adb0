package hopmend.app.read;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.catalog.Catalogs;
import hopmend.app.job.JobDesk;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.report.ScanText;
import hopmend.vehicle.VinReading;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** Takes a pasted scan text into a job: the codes as an entry, the text kept beside it. */
@Component
public class ScanIntake {
  private static final int SHOWN_TEXT = 30_000;
  private static final int KEPT_MARKS = 100_000;

  private final JobDesk desk;
  private final HeavyWork heavy;
  private final Catalogs catalogs;
  private final Clock clock;
  // A kept text never changes, and a long one takes a while to read: the last ones stay read.
  private final Cache<String, Reread> lately =
      Caffeine.newBuilder()
          .maximumWeight(KEPT_MARKS)
          .weigher((String attachment, Reread r) -> 100 + r.scan().marks().size())
          .build();

  ScanIntake(JobDesk desk, HeavyWork heavy, Catalogs catalogs, Clock clock) {
    this.desk = desk;
    this.heavy = heavy;
    this.catalogs = catalogs;
    this.clock = clock;
  }

  int year() {
    return clock.instant().atZone(ZoneOffset.UTC).getYear();
  }

  /**
   * Reads the text.
   *
   * @param asker who sent it
   * @throws InputProblem if it is too long or holds no code, or if the server is busy
   */
  private ScanText read(String text, String asker) {
    if (text.length() > ScanText.MAX_CHARACTERS) {
      throw new InputProblem(
          "text",
          "The text has %d characters; at most %d are read. Paste the part with the codes."
              .formatted(text.length(), ScanText.MAX_CHARACTERS));
    }
    ScanText scan =
        heavy.few(
            "text",
            asker,
            text.length(),
            () -> ScanText.read(text, year(), catalogs.now().reportWords()));
    if (scan.found().isEmpty() && !scan.saysNone()) {
      throw new InputProblem(
          "text",
          scan.doubtful().isEmpty()
              ? "No code was found in the text. A code is a letter P, C, B or U and four digits, for example P0340."
              : "No certain code was found. In line %d \"%s\" looks like one: %s"
                  .formatted(
                      scan.doubtful().get(0).line(),
                      scan.doubtful().get(0).text(),
                      Words.of(scan.doubtful().get(0).why())));
    }
    return scan;
  }

  /** A kept text, read again: what stands in it, and its beginning as HTML with finds marked. */
  record Reread(ScanText scan, String marked) {}

  boolean isRead(String attachment) {
    return lately.getIfPresent(attachment) != null;
  }

  /**
   * What stands in a text that was kept with a job before.
   *
   * @param text null if it is read already, or is not there
   */
  Optional<Reread> kept(String attachment, String text) {
    Reread known = lately.getIfPresent(attachment);
    if (known != null || text == null) {
      return Optional.ofNullable(known);
    }
    ScanText scan =
        heavy.few(
            "text",
            attachment,
            text.length(),
            () -> ScanText.read(text, year(), catalogs.now().reportWords()));
    Reread fresh = new Reread(scan, marked(text, scan));
    lately.put(attachment, fresh);
    return Optional.of(fresh);
  }

  private static String marked(String text, ScanText scan) {
    StringBuilder html = new StringBuilder();
    int shown = Math.min(text.length(), SHOWN_TEXT);
    int at = 0;
    for (ScanText.Mark m : scan.marks()) {
      if (m.end() > shown) {
        break;
      }
      if (m.start() >= at) {
        html.append(escaped(text.substring(at, m.start())))
            .append("<mark class=\"found-")
            .append(m.kind().name().toLowerCase(Locale.ROOT))
            .append("\" title=\"")
            .append(escaped(Words.of(m.says())))
            .append("\">")
            .append(escaped(text.substring(m.start(), m.end())))
            .append("</mark>");
        at = m.end();
      }
    }
    return html.append(escaped(text.substring(at, shown))).toString();
  }

  private static String escaped(String text) {
    return HtmlUtils.htmlEscape(text, "UTF-8");
  }

  /**
   * A report as a fact, with its text to keep beside it.
   *
   * @param vins the identification numbers in it
   */
  public record Taken(Fact.CodesRead fact, JobDesk.Kept kept, List<String> vins) {}

  /**
   * Reads a report for a job.
   *
   * @throws InputProblem if it will not do
   */
  public Taken take(String text, String asker) {
    ScanText scan = read(text, asker);
    JobDesk.Kept kept = JobDesk.Kept.of("scan text", "text/plain", text);
    try {
      return new Taken(
          new Fact.CodesRead(
              Fact.CodeSource.PASTED, scan.codes(), scan.freezeFrame(), kept.id().toString()),
          kept,
          scan.vins().stream().map(VinReading::number).toList());
    } catch (Fact.Improper e) {
      throw new InputProblem("text", e.getMessage() + " Paste the part that matters.");
    }
  }

  void append(long jobId, String text, JobDesk.Submission submission) {
    Taken taken = take(text, submission.by().who());
    desk.append(jobId, submission, List.of(taken.fact()), Optional.of(taken.kept()));
  }
}
