package school.kerygma.app.talk.lectern;

import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.time.Span;
import school.kerygma.media.picture.Pictures;

/**
 * One thing that is recorded, in numbered pieces: the sound, or what was done. It is named by its
 * kind; another of the same kind has a number besides, as {@code sound-2}.
 */
@Entity
@DynamicUpdate
class Track {

  static final String SOUND = "sound";
  static final String TRACE = "trace";

  /** Where it is kept how loud takes are. */
  static final String LEVELS = "levels";

  /** Where stretches are kept that are quick to read. */
  static final String STRETCHES = "stretches";

  /** What a track holds. */
  enum Kind {
    SOUND,
    TRACE,
    /** Moving pictures without sound. */
    PICTURE;

    /**
     * The kind of a track of that name.
     *
     * @throws Problem if there is none
     */
    static Kind of(String name) {
      return Arrays.stream(values())
          .filter(k -> name.matches(k.name().toLowerCase(Locale.ROOT) + "(-[1-9][0-9]{0,2})?"))
          .findFirst()
          .orElseThrow(Problem::notFound);
    }
  }

  @Id private UUID id;
  private UUID recordingId;
  private String name;

  /** When it begins, on the recording's clock. */
  private long startsMs;

  private @Nullable Long durationMs;

  @SuppressWarnings("NullAway.Init")
  protected Track() {}

  UUID id() {
    return id;
  }

  String name() {
    return name;
  }

  boolean isPicture() {
    return Kind.of(name) == Kind.PICTURE;
  }

  boolean isSound() {
    return Kind.of(name) == Kind.SOUND;
  }

  /** When it began, if that is known better now. */
  void begins(long milliseconds) {
    this.startsMs = milliseconds;
  }

  /** How long it has turned out to be. */
  void lasts(long milliseconds) {
    this.durationMs = milliseconds;
  }

  /** What of it lies in a stretch of the recording, if anything does. */
  Optional<Part> in(Span stretch) {
    long from = Math.max(0, stretch.startMs() - startsMs);
    long until = stretch.endMs() - startsMs;
    long end = durationMs == null ? until : Math.min(until, durationMs);
    return end > from ? Optional.of(new Part(this, from, end)) : Optional.empty();
  }

  /** The name of a piece in the store. */
  static String piece(UUID track, int number) {
    return "recordings/" + track + "/" + "%06d".formatted(number);
  }

  /** The name of what its pieces were joined to. */
  static String whole(UUID track) {
    return "recordings/" + track + ".webm";
  }

  /** The name under which is kept how loud it is. */
  static String loudness(UUID track) {
    return "recordings/" + track + ".loudness";
  }

  /** The name of moving pictures. */
  static String pictures(UUID track, Pictures.Kind kind) {
    return "recordings/" + track + ".pictures." + kind.written();
  }

  /** The name of its copy for browsers, where what is kept is nothing that they play. */
  static String listen(UUID track) {
    return "recordings/" + track + ".listen.webm";
  }

  /** The name under which is kept how loud a stretch of it is as a whole. */
  static String level(UUID track, Span span) {
    return LEVELS + "/" + track + "/" + span.startMs() + "-" + span.endMs();
  }

  /** The name of a stretch of it that is quick to read. */
  static String stretch(UUID track, Span span) {
    return STRETCHES + "/" + track + "/" + span.startMs() + "-" + span.endMs() + ".flac";
  }

  /** A stretch of a track, on its own clock. */
  @Embeddable
  record Part(@ManyToOne Track track, long startMs, long endMs) {

    /** On the recording's clock. */
    Span span() {
      return Span.of(startMs + track.startsMs, endMs + track.startsMs);
    }
  }

  interface Repository extends JpaRepository<Track, UUID> {

    /** Begins a track, unless it has begun. */
    @Modifying
    @Query(
        value =
            "insert into track (id, recording_id, name, starts_ms) values (:id, :recording, :name, :starts)"
                + " on conflict do nothing",
        nativeQuery = true)
    void begin(UUID id, UUID recording, String name, long starts);

    @Query("select t from Track t where t.recordingId = :recording order by t.name")
    List<Track> ofRecording(UUID recording);

    @Query("select t from Track t where t.recordingId in :recordings and t.name = :name")
    List<Track> named(Collection<UUID> recordings, String name);

    /** Keeps a piece once, however often it is sent. */
    @Modifying
    @Query(
        value =
            "insert into piece (track_id, number, bytes, body) values (:track, :number, :bytes, :body)"
                + " on conflict do nothing",
        nativeQuery = true)
    void keep(UUID track, int number, int bytes, @Nullable String body);

    @Query(
        value = "select number from piece where track_id = :track order by number",
        nativeQuery = true)
    List<Integer> pieces(UUID track);

    @Query(
        value = "select body from piece where track_id = :track order by number",
        nativeQuery = true)
    List<String> bodies(UUID track);

    /** Tracks with pieces on the disk that have been joined, or that were thrown away. */
    @Query(
        value =
            "select distinct t.id from track t join piece p on p.track_id = t.id and p.body is null"
                + " join recording r on r.id = t.recording_id"
                + " where r.state in ('FINISHED', 'DISCARDED') and r.started_at < :before",
        nativeQuery = true)
    List<UUID> joined(Instant before);

    @Modifying
    @Query(value = "delete from piece where track_id = :track", nativeQuery = true)
    void forgetPieces(UUID track);
  }
}
