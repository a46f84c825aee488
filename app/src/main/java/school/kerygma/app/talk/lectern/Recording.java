package school.kerygma.app.talk.lectern;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.LockModeType;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder;

/** One uninterrupted run of the microphone, over one stop or several. */
@Entity
@DynamicUpdate
class Recording {

  /** A browser says every few seconds that it goes on; one that is silent for so long does not. */
  private static final Duration SILENT = Duration.ofSeconds(25);

  /** States of a recording. */
  enum State {
    OPEN,
    /** No more pieces will come; its takes are about to be made. */
    ENDING,
    FINISHED,
    DISCARDED
  }

  @Id @GeneratedValue private UUID id;
  private UUID walkthroughId;

  @Enumerated(EnumType.STRING)
  private State state = State.OPEN;

  private Instant startedAt;
  private long durationMs;

  /** The browser that it runs in; nothing of recordings that were not begun at the lectern. */
  private @Nullable String device;

  /** When that browser last said that it goes on. */
  private @Nullable Instant heardAt;

  /** When it was thrown away. */
  private @Nullable Instant putAwayAt;

  /** If it is of some words of a stop alone. */
  @Embedded private @Nullable Patch patch;

  @SuppressWarnings("NullAway.Init")
  protected Recording() {}

  Recording(UUID walkthroughId, @Nullable Patch patch, Instant startedAt) {
    this.walkthroughId = walkthroughId;
    this.patch = patch;
    this.startedAt = startedAt;
  }

  UUID id() {
    return id;
  }

  UUID walkthroughId() {
    return walkthroughId;
  }

  @Nullable Patch patch() {
    return patch;
  }

  State state() {
    return state;
  }

  Instant startedAt() {
    return startedAt;
  }

  /** It goes on in a browser. */
  void heard(String browser, Instant now) {
    this.device = browser;
    this.heardAt = now;
  }

  /** Whether it goes on in another browser than the one that asks. */
  boolean runsElsewhere(String asking, Instant now) {
    return state == State.OPEN
        && heardAt != null
        && !asking.equals(device)
        && now.isBefore(heardAt.plus(SILENT));
  }

  void end() {
    this.putAwayAt =
        null; // Thrown away from another place, and yet ended where it ran: it is kept.
    this.state = State.ENDING;
  }

  /** Takes back that it was ended: its sound cannot be read. */
  void open() {
    this.state = State.OPEN;
  }

  void finish(long durationMs) {
    this.state = State.FINISHED;
    this.durationMs = durationMs;
  }

  /** It is gone for good. */
  void discard() {
    this.state = State.DISCARDED;
    this.putAwayAt = null;
  }

  /** One stop's stretch of a recording. */
  @Entity(name = "Take")
  @DynamicUpdate
  static class Take {
    @Id @GeneratedValue private UUID id;

    /** Counts up in the order of making; the clock may be set back. */
    @Column(insertable = false, updatable = false)
    @SuppressWarnings("NullAway.Init") // The database numbers the rows.
    private Long seq;

    private UUID stopId;
    private UUID recordingId;

    @ElementCollection
    @CollectionTable(name = "take_span", joinColumns = @JoinColumn(name = "take_id"))
    private Set<Track.Part> parts = new HashSet<>();

    private Instant madeAt;

    @SuppressWarnings("NullAway.Init")
    protected Take() {}

    Take(UUID stopId, UUID recordingId, Collection<Track.Part> parts, Instant madeAt) {
      this.stopId = stopId;
      this.recordingId = recordingId;
      this.parts.addAll(parts);
      this.madeAt = madeAt;
    }

    UUID id() {
      return id;
    }

    UUID stopId() {
      return stopId;
    }

    UUID recordingId() {
      return recordingId;
    }

    Instant madeAt() {
      return madeAt;
    }

    RunningOrder.Part whole() {
      return new RunningOrder.Part(stopId, id, recordingId, span());
    }

    /** What is heard of it, on the recording's clock. */
    Span span() {
      return parts.stream()
          .filter(p -> p.track().name().equals(Track.SOUND))
          .findFirst()
          .orElseThrow()
          .span();
    }
  }

  interface Repository extends JpaRepository<Recording, UUID> {
    @Query(
        "select r from Recording r where r.walkthroughId = :walkthrough and r.state = OPEN and r.putAwayAt is null order by r.startedAt desc")
    List<Recording> open(UUID walkthrough);

    @Query(
        "select r from Recording r where r.walkthroughId = :walkthrough and r.state = ENDING order by r.startedAt, r.id")
    List<Recording> ending(UUID walkthrough);

    @Query("select r.id from Recording r where r.walkthroughId = :walkthrough")
    List<UUID> ofWalkthrough(UUID walkthrough);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from Recording r where r.id = :id")
    Recording locked(UUID id);
  }

  interface TakeRepository extends JpaRepository<Take, UUID> {
    @Query(
        "select distinct t from Take t join fetch t.parts p join fetch p.track where t.recordingId in"
            + " (select r.id from Recording r where r.walkthroughId = :walkthrough) order by t.seq")
    List<Take> ofWalkthrough(UUID walkthrough);
  }
}
