package school.kerygma.core;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Asks a map for what must be in it. */
public final class There {

  private There() {}

  /**
   * The value of a key.
   *
   * @throws IllegalStateException if there is none
   */
  public static <K, V> V in(Map<K, V> map, K key) {
    @Nullable V value = map.get(key);
    if (value == null) {
      throw new IllegalStateException("Not known: " + key);
    }
    return value;
  }
}
