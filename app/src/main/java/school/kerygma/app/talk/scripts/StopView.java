package school.kerygma.app.talk.scripts;

import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.walkthrough.Sight;

/**
 * A stop as pages and other modules see it.
 *
 * @param number from 1
 * @param read whether its captions have been read as they are now
 * @param draft what is said, as it was understood, where nothing else is known of it and nobody has
 *     read it; else empty
 * @param plannedMs how long its script takes to say
 * @param unchecked whether it was said again after its words were written
 * @param recordedMs how long its chosen takes are; 0 if it is not recorded
 * @param beginsPart whether a part of a long walkthrough begins with it
 */
public record StopView(
    UUID id,
    UUID walkthrough,
    int number,
    int version,
    String title,
    String script,
    Optional<Sight> sight,
    Set<UUID> tasks,
    boolean unchecked,
    boolean read,
    String draft,
    long plannedMs,
    long recordedMs,
    boolean beginsPart) {

  /** How long it is: as recorded, or else as planned. */
  public long lengthMs() {
    return recorded() ? recordedMs : plannedMs;
  }

  /** The sight, or null, for templates. */
  public @Nullable Sight shown() {
    return sight.orElse(null);
  }

  /** Whether something is said, and all that is known of it is a draft that nobody has read. */
  public boolean draftOnly() {
    return !draft.isEmpty();
  }

  /** What is said in it, as far as it is known. */
  public String words() {
    return draftOnly() ? draft : script;
  }

  public boolean recorded() {
    return recordedMs > 0;
  }
}
