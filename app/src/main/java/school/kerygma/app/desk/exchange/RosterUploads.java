package school.kerygma.app.desk.exchange;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.core.roster.ImportedRoster;

/**
 * Roster files from when they are looked at until they are brought in. They are read here, outside
 * of any transaction.
 */
@Component
class RosterUploads {

  /**
   * Files that were read.
   *
   * @param id under which they are kept
   */
  record Kept(UUID id, ImportedRoster roster) {}

  private final MediaStore store;

  RosterUploads(MediaStore store) {
    this.store = store;
  }

  private static String name(UUID owner, UUID id, String file) {
    return "imports/" + owner + "/" + id + "/" + file;
  }

  /**
   * Reads files and keeps them.
   *
   * @param brought by file name
   */
  Kept keep(UUID owner, Map<String, byte[]> brought) {
    Map<String, byte[]> files = OneRosterFiles.among(brought);
    ImportedRoster roster = OneRosterFiles.read(files);
    UUID id = UUID.randomUUID();
    files.forEach(
        (name, bytes) -> store.put(name(owner, id, name), new ByteArrayInputStream(bytes)));
    return new Kept(id, roster);
  }

  /** What was kept before. */
  ImportedRoster kept(UUID owner, UUID id) {
    Map<String, byte[]> files = new HashMap<>();
    for (String file : OneRosterFiles.NEEDED) {
      try {
        files.put(
            file,
            store
                .find(name(owner, id, file))
                .orElseThrow(() -> Problem.conflict("oneroster-again"))
                .getContentAsByteArray());
      } catch (IOException e) {
        throw Problem.conflict("oneroster-again");
      }
    }
    return OneRosterFiles.read(files);
  }

  void forget(UUID owner, UUID id) {
    OneRosterFiles.NEEDED.forEach(file -> store.delete(name(owner, id, file)));
  }

  /** Files with children's names that were looked at and not brought in are kept for a day. */
  @EventListener
  void on(Nightly night) {
    store.deleteBefore("imports", Instant.now().minus(Nightly.A_DAY), name -> true);
  }
}
