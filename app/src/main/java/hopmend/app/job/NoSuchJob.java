package hopmend.app.job;

import hopmend.app.web.NotHere;

/** A job that is asked for but does not exist. */
public class NoSuchJob extends NotHere {
  private static final long serialVersionUID = 1L;

  NoSuchJob(long id) {
    super("There is no job " + id);
  }
}
