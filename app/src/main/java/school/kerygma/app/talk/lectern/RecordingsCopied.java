package school.kerygma.app.talk.lectern;

import java.util.Map;
import java.util.UUID;

/**
 * The recordings of a walkthrough were copied with it.
 *
 * @param stops those of the copy, by those they were copied from
 * @param ids of stops, recordings and takes: those of the copy, by those they were copied from
 */
public record RecordingsCopied(UUID to, Map<UUID, UUID> stops, Map<UUID, UUID> ids) {

  /** A text that names stops, recordings and takes, as it is for the copy. */
  public String renamed(String text) {
    String renamed = text;
    for (Map.Entry<UUID, UUID> id : ids.entrySet()) {
      renamed = renamed.replace(id.getKey().toString(), id.getValue().toString());
    }
    return renamed;
  }
}
