package hopmend.app.part;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import hopmend.part.PartsShelf;
import java.time.Duration;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * The list of parts as jobs ask it. What was looked up is kept until the list changes; what another
 * instance changes is heard a little later.
 */
@Component
public class PartsAtHand {
  private static final Duration KEPT = Duration.ofSeconds(30);
  private static final int LOOKED_UP = 2_000;
  private static final String LIST = "list";

  private final PartRepository parts;
  private final LoadingCache<String, Shelf> now;

  PartsAtHand(PartRepository parts) {
    this.parts = parts;
    this.now =
        Caffeine.newBuilder()
            .refreshAfterWrite(KEPT)
            .build(
                new com.github.benmanes.caffeine.cache.CacheLoader<>() {
                  @Override
                  public Shelf load(String list) {
                    return new Shelf(parts.revision());
                  }

                  @Override
                  public Shelf reload(String list, Shelf old) {
                    long revision = parts.revision();
                    return revision == old.revision ? old : new Shelf(revision);
                  }
                });
  }

  /** The list as it stands. */
  public PartsShelf now() {
    return now.get(LIST);
  }

  /** Rises whenever the list changes. */
  public long revision() {
    return now.get(LIST).revision;
  }

  /** The list has changed here. */
  void changed() {
    now.invalidateAll();
  }

  /** The list at one revision. */
  private final class Shelf implements PartsShelf {
    private final long revision;
    private final Cache<List<String>, List<Part>> known =
        Caffeine.newBuilder().maximumSize(LOOKED_UP).build();

    private Shelf(long revision) {
      this.revision = revision;
    }

    private List<Part> look(List<String> question, Supplier<List<PartRow>> inTheList) {
      return known.get(question, q -> inTheList.get().stream().map(PartRow::part).toList());
    }

    @Override
    public List<Part> made(String family, String card, String engine) {
      return look(List.of("made", family, card, engine), () -> parts.made(family, card, engine));
    }

    @Override
    public List<Part> numbered(String number) {
      String key = PartNumber.key(number);
      return look(List.of("numbered", key), () -> parts.numbered(key));
    }

    @Override
    public List<Part> alike(String number) {
      PartNumber read = new PartNumber(number);
      return look(List.of("alike", read.key()), () -> parts.alike(read.blurred(), read.key()));
    }

    @Override
    public List<Part> supersededBy(String number) {
      String key = PartNumber.key(number);
      return look(List.of("superseded-by", key), () -> parts.supersededBy(key));
    }
  }
}
