package school.kerygma.app.talk.scores;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder;

/** A compiled score. It is never changed; compiling again makes another. */
@Entity
@DynamicUpdate
class Score {

  @Id @GeneratedValue private UUID id;

  /** Counts up in the order of making; the clock may be set back. */
  @Column(insertable = false, updatable = false)
  @SuppressWarnings("NullAway.Init") // The database numbers the rows.
  private Long seq;

  private UUID walkthroughId;
  private Instant madeAt;
  private long durationMs;

  /** Name of what it plays, without its kind. */
  private String sound;

  /** Whether its stops fill cells; scores of old do not. */
  private boolean inCells = true;

  /** Names of the sounds of its stops, without their kinds. */
  @ElementCollection
  @CollectionTable(name = "score_stop_sound", joinColumns = @JoinColumn(name = "score_id"))
  @Column(name = "name")
  private Set<String> stopSounds = new HashSet<>();

  @ElementCollection
  @CollectionTable(name = "score_page", joinColumns = @JoinColumn(name = "score_id"))
  @Column(name = "page_id")
  private Set<UUID> pages = new HashSet<>();

  @ElementCollection
  @CollectionTable(name = "score_part", joinColumns = @JoinColumn(name = "score_id"))
  @OrderColumn(name = "position")
  private List<Part> parts = new ArrayList<>();

  /** A stretch of a take that the score plays. */
  @Embeddable
  static class Part {
    private UUID stopId;
    private UUID takeId;
    private long startMs;
    private long endMs;

    @SuppressWarnings("NullAway.Init")
    protected Part() {}

    Part(RunningOrder.Part part) {
      this.stopId = part.stopId();
      this.takeId = part.takeId();
      this.startMs = part.span().startMs();
      this.endMs = part.span().endMs();
    }

    RunningOrder.Part part() {
      return new RunningOrder.Part(stopId, takeId, takeId, Span.of(startMs, endMs));
    }
  }

  @SuppressWarnings("NullAway.Init")
  protected Score() {}

  Score(
      UUID walkthroughId,
      Instant madeAt,
      RunningOrder order,
      String sound,
      Collection<String> stopSounds,
      Collection<UUID> pages) {
    this.walkthroughId = walkthroughId;
    this.sound = sound;
    this.stopSounds.addAll(stopSounds);
    this.madeAt = madeAt;
    this.durationMs = order.durationMs();
    this.pages.addAll(pages);
    order.segments().forEach(s -> parts.add(new Part(s.part())));
  }

  UUID id() {
    return id;
  }

  UUID walkthroughId() {
    return walkthroughId;
  }

  String sound() {
    return sound;
  }

  Set<UUID> pages() {
    return Set.copyOf(pages);
  }

  long durationMs() {
    return durationMs;
  }

  RunningOrder order() {
    List<RunningOrder.Part> all = parts.stream().map(Part::part).toList();
    return inCells ? RunningOrder.inCells(all) : RunningOrder.of(all);
  }

  /** What the player reads; apart, since it is large and seldom asked for. */
  @Entity(name = "ScoreBody")
  @DynamicUpdate
  static class Body implements Persistable<UUID> {
    @Id private UUID scoreId;
    private String body;

    /** A list of {@link RecordedWord} as JSON. */
    private String heard;

    @SuppressWarnings("NullAway.Init")
    protected Body() {}

    Body(UUID scoreId, String body, String heard) {
      this.scoreId = scoreId;
      this.body = body;
      this.heard = heard;
    }

    @Override
    public UUID getId() {
      return scoreId;
    }

    @Override
    public boolean isNew() {
      return true;
    }

    String body() {
      return body;
    }

    String heard() {
      return heard;
    }
  }

  interface BodyRepository extends JpaRepository<Body, UUID> {}

  interface Repository extends JpaRepository<Score, UUID> {
    @Query(
        value = "select exists (select 1 from score_page where page_id in (:pages))",
        nativeQuery = true)
    boolean isShown(Collection<UUID> pages);

    /** Scores in whose place another has come. */
    @Query(
        value =
            "select s.id from score s where s.made_at < :before and exists"
                + " (select 1 from score n where n.walkthrough_id = s.walkthrough_id and n.seq > s.seq and n.made_at < :before)",
        nativeQuery = true)
    List<UUID> replaced(Instant before);

    /** Walkthroughs whose newest score is of an earlier format. */
    @Query(
        value =
            "select s.walkthrough_id from score s join score_body b on b.score_id = s.id join walkthrough w on w.id = s.walkthrough_id"
                + " where w.put_away_at is null and position(:format in b.body) = 0"
                + " and not exists (select 1 from score n where n.walkthrough_id = s.walkthrough_id and n.seq > s.seq)",
        nativeQuery = true)
    List<UUID> ofEarlierFormats(String format);

    /** The newest score of each walkthrough that is not put away. */
    @Query(
        value =
            "select s.* from score s join walkthrough w on w.id = s.walkthrough_id where w.put_away_at is null"
                + " and not exists (select 1 from score n where n.walkthrough_id = s.walkthrough_id and n.seq > s.seq)",
        nativeQuery = true)
    List<Score> newest();

    @Query("select s.id from Score s where s.walkthroughId = :walkthrough")
    List<UUID> ofWalkthrough(UUID walkthrough);

    @Query("select s.sound from Score s where s.id = :id")
    String soundOf(UUID id);

    boolean existsBySound(String sound);

    @Query(value = "select name from score_stop_sound where score_id = :id", nativeQuery = true)
    List<String> stopSoundsOf(UUID id);

    @Query(
        value = "select exists (select 1 from score_stop_sound where name = :name)",
        nativeQuery = true)
    boolean plays(String name);

    @Modifying
    @Query(value = "delete from score where id = :id", nativeQuery = true)
    void deleteWhole(UUID id);

    @Query("select s from Score s where s.walkthroughId = :walkthrough order by s.seq desc limit 1")
    Optional<Score> current(UUID walkthrough);

    @Query(
        "select distinct s from Score s left join fetch s.parts where s.walkthroughId in :walkthroughs and s.seq ="
            + " (select max(t.seq) from Score t where t.walkthroughId = s.walkthroughId)")
    List<Score> currentOf(Collection<UUID> walkthroughs);

    @Query(
        "select distinct s.walkthroughId from Score s join s.pages p where p = :page and s.seq ="
            + " (select max(t.seq) from Score t where t.walkthroughId = s.walkthroughId)")
    List<UUID> walkthroughsShowing(UUID page);
  }
}
