package hopmend.app.read;

import hopmend.app.job.JobDesk;
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
  private final Catalog catalog;
  private final Clock clock;
  // A kept text never changes, and a long one takes a while to read: the last few stay read.
  private final Map<String, ScanText> lately = Collections.synchronizedMap(new LastUsed<>(8));

  ScanIntake(JobDesk desk, Catalog catalog, Clock clock) {
    this.desk = desk;
    this.catalog = catalog;
    this.clock = clock;
  }

  int year() {
    return clock.instant().atZone(ZoneOffset.UTC).getYear();
  }

  /**
   * Reads the text.
   *
   * @throws InputProblem if it is too long or holds no code
   */
  ScanText read(String text) {
    if (text.length() > ScanText.MAX_CHARACTERS) {
      throw new InputProblem(
          "text",
          "The text has %d characters; at most %d are read. Paste the part with the codes."
              .formatted(text.length(), ScanText.MAX_CHARACTERS));
    }
    ScanText scan = ScanText.read(text, year(), catalog.controlUnits());
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
      scan = ScanText.read(text, year(), catalog.controlUnits());
      lately.put(attachment, scan);
    }
    return scan;
  }

  void append(long jobId, String text, JobDesk.Submission submission) {
    ScanText scan = read(text);
    JobDesk.Kept kept = JobDesk.Kept.of("scan text", "text/plain", text.replace("\0", ""));
    Fact.CodesRead fact =
        new Fact.CodesRead(
            Fact.CodeSource.PASTED, scan.codes(), scan.freezeFrame(), kept.id().toString());
    desk.append(jobId, submission, List.of(fact), Optional.of(kept));
  }
}
