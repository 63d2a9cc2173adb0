package hopmend.app.job;

import hopmend.job.Hop;
import org.springframework.ui.Model;

/** The view model of one hop; its template is {@code <hop>/page.html}. */
public interface HopView {
  Hop hop();

  /** Puts what the hop shows into the model; {@code page} is there already. */
  void fill(Model model, JobPage page);
}
