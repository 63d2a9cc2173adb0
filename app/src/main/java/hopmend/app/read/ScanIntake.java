package hopmend.app.read;

import hopmend.app.job.JobDesk;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.LastUsed;
import hopmend.catalog.Catalog;
import hopmend.fault.ScanText;
import hopmend.job.Fact;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Takes a pasted scan text into a job: the codes as an entry, the text kept beside it. */
@Component
class ScanIntake {
  private final JobDesk desk;
  private final HeavyWork heavy;
  private final Catalog catalog;
  private final Clock clock;
  // A kept text never changes, and a long one takes a while to read: the last few stay read.
  private final Map<String, ScanText> lately = Collections.synchronizedMap(new LastUsed<>(8));

  ScanIntake(JobDesk desk, HeavyWork heavy, Catalog catalog, Clock clock) {
    this.desk = desk;
    this.heavy = heavy;
    this.catalog = catalog;
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
            () -> ScanText.read(text, year(), catalog.controlUnits()));
    if (scan.found().isEmpty()) {
      throw new InputProblem(
          "text",
          scan.doubtful().isEmpty()
              ? "No code was found in the text. A code is a letter P, C, B or U and four digits, for example P0340."
              : "No certain code was found. In line %d \"%s\" looks like one: %s"
                  .formatted(
                      scan.doubtful().get(0).line(),
                      scan.doubtful().get(0).text(),
                      scan.doubtful().get(0).why()));
    }
    return scan;
  }

  /** What stands in a text that was kept with a job before. */
  ScanText kept(String attachment, String text) {
    ScanText scan = lately.get(attachment);
    if (scan == null) {
      scan =
          heavy.few(
              "text",
              attachment,
              text.length(),
              () -> ScanText.read(text, year(), catalog.controlUnits()));
      lately.put(attachment, scan);
    }
    return scan;
  }

  /** A report as a fact, with its text to keep beside it. */
  record Taken(Fact.CodesRead fact, JobDesk.Kept kept) {}

  /**
   * Reads a report for a job.
   *
   * @throws InputProblem if it will not do
   */
  Taken take(String text, String asker) {
    ScanText scan = read(text, asker);
    JobDesk.Kept kept = JobDesk.Kept.of("scan text", "text/plain", text);
    try {
      return new Taken(
          new Fact.CodesRead(
              Fact.CodeSource.PASTED, scan.codes(), scan.freezeFrame(), kept.id().toString()),
          kept);
    } catch (Fact.Improper e) {
      throw new InputProblem("text", e.getMessage() + " Paste the part that matters.");
    }
  }

  void append(long jobId, String text, JobDesk.Submission submission) {
    Taken taken = take(text, submission.by().who());
    desk.append(jobId, submission, List.of(taken.fact()), Optional.of(taken.kept()));
  }
}
