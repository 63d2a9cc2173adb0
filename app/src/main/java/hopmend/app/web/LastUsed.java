package hopmend.app.web;

import java.util.LinkedHashMap;
import java.util.Map;

/** A map of bounded size that forgets what was longest unused; not safe for threads by itself. */
public final class LastUsed<K, V> extends LinkedHashMap<K, V> {
  private static final long serialVersionUID = 1L;

  private final int most;

  public LastUsed(int most) {
    super(16, 0.75f, true);
    this.most = most;
  }

  @Override
  protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
    return size() > most;
  }
}
