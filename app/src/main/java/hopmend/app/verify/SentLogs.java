package hopmend.app.verify;

import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.job.Workup;
import hopmend.report.ReportWords;
import hopmend.verify.DriveLog;
import java.time.Clock;
import java.util.function.BiFunction;
import org.springframework.stereotype.Component;

/** Logs that a person sends: read within bounds, and only of this vehicle, since its clearing. */
@Component
public class SentLogs {
  private final JobDesk desk;
  private final HeavyWork heavy;
  private final Clock clock;

  SentLogs(JobDesk desk, HeavyWork heavy, Clock clock) {
    this.desk = desk;
    this.heavy = heavy;
    this.clock = clock;
  }

  /**
   * A log of a drive.
   *
   * @throws InputProblem in the field if it cannot be read, or is of something else
   */
  DriveLog drive(Form form, String field, String csv) {
    return read(form, field, csv, DriveLog::read);
  }

  /**
   * A log of any signals, driving or not.
   *
   * @throws InputProblem in the field if it cannot be read, or is of something else
   */
  public DriveLog signals(Form form, String field, String csv) {
    return read(form, field, csv, DriveLog::readSignals);
  }

  private DriveLog read(
      Form form, String field, String csv, BiFunction<String, ReportWords, DriveLog.Read> reader) {
    Workup workup = desk.look(form.jobId()).workup();
    DriveLog.Read read =
        heavy.few(
            field,
            form.submission().by().who(),
            csv.length(),
            () -> reader.apply(csv, workup.catalog().reportWords()));
    DriveLog log = read.log().orElseThrow(() -> new InputProblem(field, Words.of(read.problems())));
    workup
        .strangeDrive(log, clock.getZone())
        .ifPresent(
            m -> {
              throw new InputProblem(field, Words.of(m));
            });
    return log;
  }
}
