package school.kerygma.app.talk.lectern;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.scripts.WalkthroughCopied;
import school.kerygma.core.There;
import school.kerygma.media.picture.Pictures;

/**
 * Copies what was recorded for a walkthrough that is copied: the recordings that are finished,
 * their takes, what is played of them and how their marks were changed. Jottings and words that
 * wait to be said again stay with the first.
 */
@Component
class RecordingCopies {

  private final JdbcClient sql;
  private final MediaStore store;
  private final ApplicationEventPublisher events;

  RecordingCopies(JdbcClient sql, MediaStore store, ApplicationEventPublisher events) {
    this.sql = sql;
    this.store = store;
    this.events = events;
  }

  @EventListener
  @Transactional
  void on(WalkthroughCopied copied) {
    Map<UUID, UUID> ids = new HashMap<>(copied.stops());
    List<UUID> recordings =
        sql.sql("select id from recording where walkthrough_id = :from and state = 'FINISHED'")
            .param("from", copied.from())
            .query(UUID.class)
            .list();
    if (recordings.isEmpty()) {
      return;
    }
    recordings.forEach(r -> ids.put(r, UUID.randomUUID()));
    List<UUID> takes =
        sql.sql("select id from take where recording_id in (:recordings) order by seq")
            .param("recordings", recordings)
            .query(UUID.class)
            .list();
    // A take that is its recording's only one is called as it is.
    takes.forEach(t -> ids.putIfAbsent(t, UUID.randomUUID()));
    RecordingsCopied to = new RecordingsCopied(copied.to(), copied.stops(), Map.copyOf(ids));
    Map<UUID, UUID> tracks = new HashMap<>();
    for (UUID recording : recordings) {
      copyRecording(recording, copied.to(), to, tracks);
    }
    takes.forEach(take -> copyTake(take, to, tracks));
    copied.stops().forEach((from, stop) -> copyArranged(from, stop, to));
    events.publishEvent(to);
    events.publishEvent(new ArrangementChanged(copied.to()));
  }

  private void copyRecording(
      UUID from, UUID walkthrough, RecordingsCopied to, Map<UUID, UUID> tracks) {
    UUID recording = There.in(to.ids(), from);
    sql.sql(
            "insert into recording (id, walkthrough_id, state, started_at, duration_ms)"
                + " select :to, :walkthrough, state, started_at, duration_ms from recording where id = :from")
        .param("to", recording)
        .param("walkthrough", walkthrough)
        .param("from", from)
        .update();
    sql.sql(
            "insert into recording_cut (id, recording_id, start_ms, end_ms)"
                + " select gen_random_uuid(), :to, start_ms, end_ms from recording_cut where recording_id = :from")
        .param("to", recording)
        .param("from", from)
        .update();
    sql.sql(
            "insert into mark_change (id, recording_id, number, gone, words, dx, dy, larger, later_ms)"
                + " select gen_random_uuid(), :to, number, gone, words, dx, dy, larger, later_ms from mark_change where recording_id = :from")
        .param("to", recording)
        .param("from", from)
        .update();
    for (UUID track :
        sql.sql("select id from track where recording_id = :from")
            .param("from", from)
            .query(UUID.class)
            .list()) {
      UUID copy = UUID.randomUUID();
      tracks.put(track, copy);
      copyTrack(track, copy, recording, to);
    }
  }

  private void copyTrack(UUID from, UUID copy, UUID recording, RecordingsCopied to) {
    sql.sql(
            "insert into track (id, recording_id, name, starts_ms, duration_ms)"
                + " select :to, :recording, name, starts_ms, duration_ms from track where id = :from")
        .param("to", copy)
        .param("recording", recording)
        .param("from", from)
        .update();
    sql.sql("select number, body from piece where track_id = :from and body is not null")
        .param("from", from)
        .query(
            (row, n) ->
                sql.sql(
                        "insert into piece (track_id, number, bytes, body) values (:to, :number, :bytes, :body)")
                    .param("to", copy)
                    .param("number", row.getInt("number"))
                    .param("bytes", to.renamed(row.getString("body")).length())
                    .param("body", to.renamed(row.getString("body")))
                    .update())
        .list();
    store.copy(Track.whole(from), Track.whole(copy));
    store.copy(Track.listen(from), Track.listen(copy));
    store.copy(Track.loudness(from), Track.loudness(copy));
    for (Pictures.Kind kind : Pictures.Kind.values()) {
      store.copy(Track.pictures(from, kind), Track.pictures(copy, kind));
    }
  }

  private void copyTake(UUID from, RecordingsCopied to, Map<UUID, UUID> tracks) {
    UUID take = to.ids().get(from);
    record Row(UUID stop, UUID recording) {}
    Row row =
        sql.sql("select stop_id, recording_id from take where id = :from")
            .param("from", from)
            .query((r, n) -> new Row(r.getObject(1, UUID.class), r.getObject(2, UUID.class)))
            .single();
    UUID stop = to.stops().get(row.stop());
    if (stop == null) {
      return;
    }
    sql.sql(
            "insert into take (id, stop_id, recording_id, made_at)"
                + " select :to, :stop, :recording, made_at from take where id = :from")
        .param("to", take)
        .param("stop", stop)
        .param("recording", to.ids().get(row.recording()))
        .param("from", from)
        .update();
    sql.sql("select track_id, start_ms, end_ms from take_span where take_id = :from")
        .param("from", from)
        .query(
            (r, n) ->
                sql.sql(
                        "insert into take_span (take_id, track_id, start_ms, end_ms) values (:take, :track, :start, :end)")
                    .param("take", take)
                    .param("track", tracks.get(r.getObject(1, UUID.class)))
                    .param("start", r.getLong(2))
                    .param("end", r.getLong(3))
                    .update())
        .list();
  }

  private void copyArranged(UUID from, UUID stop, RecordingsCopied to) {
    sql.sql(
            "insert into arranged (stop_id, walkthrough_id, version)"
                + " select :stop, :walkthrough, 0 from arranged where stop_id = :from")
        .param("stop", stop)
        .param("walkthrough", to.to())
        .param("from", from)
        .update();
    sql.sql(
            "select position, take_id, recording_id, start_ms, end_ms, sound_only from arranged_part where stop_id = :from")
        .param("from", from)
        .query(
            (r, n) ->
                sql.sql(
                        "insert into arranged_part (stop_id, position, take_id, recording_id, start_ms, end_ms, sound_only)"
                            + " values (:stop, :position, :take, :recording, :start, :end, :only)")
                    .param("stop", stop)
                    .param("position", r.getInt(1))
                    .param("take", to.ids().get(r.getObject(2, UUID.class)))
                    .param("recording", to.ids().get(r.getObject(3, UUID.class)))
                    .param("start", r.getLong(4))
                    .param("end", r.getLong(5))
                    .param("only", r.getBoolean(6))
                    .update())
        .list();
  }
}
