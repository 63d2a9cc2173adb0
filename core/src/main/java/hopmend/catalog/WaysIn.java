package hopmend.catalog;

import hopmend.find.Site;
import hopmend.swap.Operation;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What each way in to a sensor asks for besides the sensor's own sheet.
 *
 * @param operations the operations of all ways, each once
 */
public record WaysIn(List<Operation> operations, Map<Site.WayIn, Way> ways) {

  /**
   * One way in.
   *
   * @param operations ids, in the order in which they are done
   * @param throughout cautions at every step between them
   */
  public record Way(List<String> operations, List<String> throughout) {
    public Way {
      operations = List.copyOf(operations);
      throughout = List.copyOf(throughout);
    }
  }

  public WaysIn {
    operations = List.copyOf(operations);
    ways = Map.copyOf(ways);
    for (Site.WayIn w : Site.WayIn.values()) {
      if (!ways.containsKey(w)) {
        throw new IllegalArgumentException("access.yaml does not say what " + w + " asks for");
      }
    }
  }

  Way way(Site.WayIn wayIn) {
    return ways.get(wayIn);
  }

  List<Operation> operations(Way way) {
    return way.operations().stream().map(this::operation).toList();
  }

  private Operation operation(String id) {
    return Optional.of(id)
        .flatMap(i -> operations.stream().filter(o -> o.id().equals(i)).findFirst())
        .orElseThrow(() -> new IllegalArgumentException("access.yaml has no operation " + id));
  }
}
