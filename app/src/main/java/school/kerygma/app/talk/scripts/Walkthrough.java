package school.kerygma.app.talk.scripts;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.OptimisticLock;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.app.school.frame.Excerpt;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore;
import school.kerygma.core.walkthrough.Sight;

/** A recorded explanation, or one that is to be recorded. */
@Entity
@DynamicUpdate
class Walkthrough {

  @Id @GeneratedValue private UUID id;
  private UUID ownerId;
  private String title;
  private Instant createdAt;
  private @Nullable Instant putAwayAt;

  /** It came with the application, to be played and taken apart. */
  private boolean sample;

  private String language = PlaybackScore.ENGLISH;

  @Version private int version;

  @SuppressWarnings("NullAway.Init")
  protected Walkthrough() {}

  Walkthrough(UUID ownerId, String title, Instant createdAt) {
    this.ownerId = ownerId;
    this.title = title;
    this.createdAt = createdAt;
  }

  UUID id() {
    return id;
  }

  UUID ownerId() {
    return ownerId;
  }

  String title() {
    return title;
  }

  boolean isSample() {
    return sample;
  }

  void sample() {
    this.sample = true;
  }

  String language() {
    return language;
  }

  void speak(String language) {
    this.language = language;
  }

  void rename(String title) {
    this.title = title;
  }

  /** One stop of a walkthrough's script. */
  @Entity(name = "Stop")
  @DynamicUpdate
  static class StopEntity {
    @Id @GeneratedValue private UUID id;
    private UUID walkthroughId;
    private int position;
    private String title = "";
    private String script = "";
    private @Nullable UUID pageId;

    @Column(name = "frame_x")
    private double frameX;

    @Column(name = "frame_y")
    private double frameY;

    private double frameWidth;
    private double frameHeight;
    @Version private int version;

    /** Recorded anew since its words were written: nobody knows whether they were said so. */
    @OptimisticLock(excluded = true)
    private boolean saidAgain;

    /** Whether the teacher has read its captions as they are now. */
    @OptimisticLock(excluded = true)
    private boolean captionsRead;

    /** What is said and not written, as it was understood. */
    @OptimisticLock(excluded = true)
    private String draft = "";

    /** The stop before it that it was joined to; it is kept, so that this can be undone. */
    @OptimisticLock(excluded = true)
    private @Nullable UUID joinedTo;

    @OptimisticLock(excluded = true)
    private boolean beginsPart;

    /** Ties are no words: who writes is not told that somebody tied. */
    @OptimisticLock(excluded = true)
    @ElementCollection
    @CollectionTable(name = "stop_task", joinColumns = @JoinColumn(name = "stop_id"))
    @Column(name = "task_id")
    private Set<UUID> tasks = new HashSet<>();

    @SuppressWarnings("NullAway.Init")
    protected StopEntity() {}

    StopEntity(UUID walkthroughId, int position) {
      this.walkthroughId = walkthroughId;
      this.position = position;
    }

    UUID id() {
      return id;
    }

    UUID walkthroughId() {
      return walkthroughId;
    }

    int position() {
      return position;
    }

    void moveTo(int position) {
      this.position = position;
    }

    String title() {
      return title;
    }

    String script() {
      return script;
    }

    int version() {
      return version;
    }

    Set<UUID> tasks() {
      return tasks;
    }

    boolean areCaptionsRead() {
      return captionsRead;
    }

    void captionsRead() {
      this.captionsRead = true;
    }

    /** The same stop in another walkthrough, explaining other tasks. */
    StopEntity copy(UUID other, Map<UUID, UUID> explained) {
      StopEntity to = new StopEntity(other, position);
      to.title = title;
      to.script = script;
      to.pageId = pageId;
      to.frameX = frameX;
      to.frameY = frameY;
      to.frameWidth = frameWidth;
      to.frameHeight = frameHeight;
      to.saidAgain = saidAgain;
      to.captionsRead = captionsRead;
      to.draft = draft;
      to.beginsPart = beginsPart;
      tasks.stream().filter(explained::containsKey).forEach(t -> to.tasks.add(explained.get(t)));
      return to;
    }

    /** What was understood of it, if nothing else is known and nobody has read it. */
    String onlyDraft() {
      return script.isBlank() && !captionsRead ? draft : "";
    }

    void draft(String understood) {
      this.draft = understood;
    }

    boolean isSaidAgain() {
      return saidAgain;
    }

    void saidAgain() {
      this.captionsRead = false;
      this.saidAgain = !script.isEmpty();
    }

    void checked() {
      this.saidAgain = false;
      this.captionsRead = true;
    }

    /** Other words, read by who wrote them there. */
    void retyped(String script) {
      this.saidAgain = saidAgain && !script.isEmpty();
      this.script = script;
    }

    boolean beginsPart() {
      return beginsPart;
    }

    void beginsPart(boolean begins) {
      this.beginsPart = begins;
    }

    @Nullable UUID joinedTo() {
      return joinedTo;
    }

    void join(@Nullable UUID to) {
      this.joinedTo = to;
    }

    void entitle(String title) {
      this.title = title;
    }

    void say(String title, String script) {
      this.saidAgain = saidAgain && !script.isEmpty();
      this.captionsRead = captionsRead && script.equals(this.script);
      this.title = title;
      this.script = script;
    }

    @Nullable Sight sight() {
      return pageId == null
          ? null
          : new Sight(pageId, new Box(frameX, frameY, frameWidth, frameHeight));
    }

    void show(Sight sight) {
      this.pageId = sight.pageId();
      this.frameX = sight.frame().x();
      this.frameY = sight.frame().y();
      this.frameWidth = sight.frame().width();
      this.frameHeight = sight.frame().height();
    }
  }

  interface Repository extends JpaRepository<Walkthrough, UUID> {

    @Modifying
    @Query(value = "delete from walkthrough where id = :id", nativeQuery = true)
    void deleteWhole(UUID id);

    @Query(
        "select w from Walkthrough w where w.ownerId = :owner and w.putAwayAt is null order by w.createdAt desc")
    List<Walkthrough> ofOwner(UUID owner);
  }

  interface StopRepository extends JpaRepository<StopEntity, UUID> {
    @Query(
        value = "select exists (select 1 from stop_task where task_id = :task)",
        nativeQuery = true)
    boolean isTied(UUID task);

    @Query(
        value = "select exists (select 1 from stop where page_id in (:pages))",
        nativeQuery = true)
    boolean isShown(Collection<UUID> pages);

    @Query(
        "select distinct s from Stop s left join fetch s.tasks where s.walkthroughId = :walkthrough and s.joinedTo is null order by s.position")
    List<StopEntity> ofWalkthrough(UUID walkthrough);

    @Query("select s from Stop s where s.walkthroughId = :walkthrough and s.joinedTo is not null")
    List<StopEntity> joined(UUID walkthrough);

    @Query(
        "select s from Stop s where s.walkthroughId in :walkthroughs and s.joinedTo is null order by s.position")
    List<StopEntity> ofWalkthroughs(Collection<UUID> walkthroughs);

    @Query(
        nativeQuery = true,
        value =
            "select s.id, s.walkthrough_id, w.title, ts_headline('english', case when isdraft then s.draft else s.script end, q, '"
                + Excerpt.HEADLINE
                + "'), isdraft from stop s join walkthrough w on w.id = s.walkthrough_id, websearch_to_tsquery('english', :words) q,"
                + " lateral (select not to_tsvector('english', s.title || ' ' || s.script) @@ q as isdraft) d"
                + " where w.owner_id = :teacher and w.put_away_at is null and s.joined_to is null and to_tsvector('english', s.title || ' ' || s.script || ' ' || s.draft) @@ q"
                + " order by isdraft, ts_rank(to_tsvector('english', s.script), q) desc, w.title, s.position limit 50")
    List<Object[]> asked(UUID teacher, String words);

    @Query(
        "select distinct s from Stop s join fetch s.tasks t where t in :tasks and s.joinedTo is null order by s.position")
    List<StopEntity> explaining(Collection<UUID> tasks);
  }
}
