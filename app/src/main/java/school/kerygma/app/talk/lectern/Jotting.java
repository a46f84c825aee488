package school.kerygma.app.talk.lectern;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** What a teacher noted while recording, to be put right afterwards. */
@Entity
@DynamicUpdate
class Jotting {

  @Id private UUID id;
  private UUID walkthroughId;
  private UUID stopId;
  private UUID recordingId;
  private long atMs;
  private @Nullable UUID pageId;
  private String words;
  private boolean done;

  @SuppressWarnings("NullAway.Init")
  protected Jotting() {}

  UUID walkthroughId() {
    return walkthroughId;
  }

  Jottings.View view() {
    return new Jottings.View(
        id, walkthroughId, stopId, recordingId, atMs, java.util.Optional.ofNullable(pageId), words);
  }

  void done() {
    this.done = true;
  }

  interface Repository extends JpaRepository<Jotting, UUID> {

    /** Keeps one once, however often its recording is looked through. */
    @Modifying
    @Query(
        value =
            "insert into jotting (id, walkthrough_id, stop_id, recording_id, at_ms, page_id, words)"
                + " select :id, :walkthrough, :stop, :recording, :at, (select p.id from page p where p.id = :page), :words"
                + " on conflict do nothing",
        nativeQuery = true)
    void keep(
        UUID id, UUID walkthrough, UUID stop, UUID recording, long at, UUID page, String words);

    @Query(
        "select j from Jotting j where j.walkthroughId in :walkthroughs and not j.done order by j.recordingId, j.atMs")
    List<Jotting> open(Collection<UUID> walkthroughs);
  }
}
