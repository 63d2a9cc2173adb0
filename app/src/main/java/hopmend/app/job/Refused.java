package hopmend.app.job;

import hopmend.app.web.InputProblem;
import hopmend.app.web.Words;
import hopmend.job.Refusal;

/** The rules of the job refused an entry. */
public class Refused extends InputProblem {
  private static final long serialVersionUID = 1L;

  private final transient Refusal refusal;

  Refused(Refusal refusal) {
    super(refusal.field(), Words.of(refusal.says()));
    this.refusal = refusal;
  }

  public Refusal refusal() {
    return refusal;
  }
}
