package hopmend.app.job;

import hopmend.job.Hop;
import org.springframework.ui.Model;

/** The view model of one hop; its template is {@code <hop>/page.html}. */
public interface HopView {
  Hop hop();

  /** Reads what the hop shows besides the job, in the page's one transaction; computes nothing. */
  default void read(Model model, JobDesk.OpenJob job) {}

  /**
   * Whether the page stays as it is until something of the job or of the shop changes; asked once
   * it is filled.
   */
  default boolean isStill(Model model, JobPage page) {
    return true;
  }

  /** Puts what the hop shows into the model; {@code page} is there already. Asks no database. */
  void fill(Model model, JobPage page);
}
