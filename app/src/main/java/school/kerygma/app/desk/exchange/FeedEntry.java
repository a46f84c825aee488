package school.kerygma.app.desk.exchange;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/**
 * What calendars were last told of one thing. The sequence number goes up with every change, so
 * that calendars take it over (RFC 5545, 3.8.7.4).
 */
@Entity
@DynamicUpdate
class FeedEntry {

  @Id private String uid;
  private UUID sectionId;
  private String summary;
  private String about;
  private String place;
  private Instant startsAt;
  private Instant endsAt;
  private int sequence;
  private Instant changedAt;
  private boolean cancelled;

  @SuppressWarnings("NullAway.Init")
  protected FeedEntry() {}

  String uid() {
    return uid;
  }

  UUID sectionId() {
    return sectionId;
  }

  String summary() {
    return summary;
  }

  String about() {
    return about;
  }

  String place() {
    return place;
  }

  Instant startsAt() {
    return startsAt;
  }

  Instant endsAt() {
    return endsAt;
  }

  int sequence() {
    return sequence;
  }

  Instant changedAt() {
    return changedAt;
  }

  boolean cancelled() {
    return cancelled;
  }

  interface Repository extends JpaRepository<FeedEntry, String> {

    /** Lets one at a time note what a section's calendars are told. */
    @Query(
        nativeQuery = true,
        value = "select 1 from section where id = :section for no key update")
    Integer hold(UUID section);

    /** Notes an entry; its sequence number goes up only if something has changed. */
    @Modifying(clearAutomatically = true)
    @Query(
        nativeQuery = true,
        value =
            "insert into feed_entry as old (uid, section_id, summary, about, place, starts_at, ends_at, sequence, changed_at, cancelled)"
                + " values (:uid, :section, :summary, :about, :place, :starts, :ends, 0, :now, :cancelled)"
                + " on conflict (uid) do update set summary = excluded.summary, about = excluded.about, place = excluded.place,"
                + " starts_at = excluded.starts_at, ends_at = excluded.ends_at, cancelled = excluded.cancelled,"
                + " sequence = old.sequence + 1, changed_at = excluded.changed_at"
                + " where (old.summary, old.about, old.place, old.starts_at, old.ends_at, old.cancelled)"
                + " is distinct from (excluded.summary, excluded.about, excluded.place, excluded.starts_at, excluded.ends_at, excluded.cancelled)")
    void note(
        String uid,
        UUID section,
        String summary,
        String about,
        String place,
        Instant starts,
        Instant ends,
        boolean cancelled,
        Instant now);

    /** What is there no more is cancelled, so that calendars take it out. */
    @Modifying(clearAutomatically = true)
    @Query(
        "update FeedEntry e set e.cancelled = true, e.sequence = e.sequence + 1, e.changedAt = :now"
            + " where e.sectionId = :section and not e.cancelled and e.uid not in :kept")
    void cancelAllBut(UUID section, Collection<String> kept, Instant now);

    @Query("select e from FeedEntry e where e.sectionId in :sections order by e.startsAt, e.uid")
    List<FeedEntry> ofSections(Collection<UUID> sections);
  }
}
