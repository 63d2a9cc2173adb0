package hopmend.job;

/** What a person may do: LEAD all, TECHNICIAN the work, LEARNER the work but no gate. */
public enum Role {
  LEAD,
  TECHNICIAN,
  LEARNER
}
