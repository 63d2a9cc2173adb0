package hopmend.app.link;

import hopmend.app.web.InputProblem;

/** The vehicle could not be talked to; nothing was recorded as done. */
public class LinkProblem extends InputProblem {
  private static final long serialVersionUID = 1L;

  public LinkProblem(String message) {
    super("link", message);
  }
}
