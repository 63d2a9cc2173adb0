package hopmend.instrument;

import hopmend.trace.Finding;
import java.util.List;
import java.util.Set;

/** How one instrument works. */
interface Panel {
  /** Signals that it looks at; empty where it needs no recording. */
  default List<Role> roles() {
    return List.of();
  }

  /** Figures that it asks for. */
  default List<Asked> asks() {
    return List.of();
  }

  /** Names of the limits by which it judges. */
  default Set<String> limits() {
    return Set.of();
  }

  /** All that it can find. */
  Set<Finding> finds();

  /** Everything that is needed is there. */
  Look look(Taken taken);
}
