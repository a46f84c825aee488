package school.kerygma.app.classroom.results;

import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.Resource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;

/**
 * What a teacher says aloud at a note on a page of work, up to a minute. It is made anew before
 * anybody hears it; what is said again takes its place, unless there is nothing in it.
 */
@Service
@Transactional
public class ResultVoices implements Keeps {

  /** How long it may be. */
  static final int MOST_SECONDS = 60;

  /** The largest recording, in bytes; a minute of speech takes about 0.4 MB. */
  private static final long MOST_BYTES = 10L << 20;

  private static final String UNDER = "results/";

  /** How a recording is. */
  public enum State {
    /** It is being made ready. */
    MAKING,
    READY,
    /** There is no sound in it, or too much of it. */
    NOTHING,
    /** There is nothing in what was said again: what was said before stands. */
    EARLIER;

    /** Whether there is a word to be heard. */
    public boolean isHeard() {
      return this == READY || this == EARLIER;
    }
  }

  /**
   * A spoken word.
   *
   * @param note at which it is said, in its words
   */
  public record Spoken(UUID mark, String note, State state, long seconds) {}

  private final Jobs jobs;
  private final MediaStore store;
  private final JdbcClient sql;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  ResultVoices(
      Jobs jobs, MediaStore store, JdbcClient sql, TransactionTemplate inTransaction, Clock clock) {
    this.jobs = jobs;
    this.store = store;
    this.sql = sql;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  static String original(UUID mark) {
    return UNDER + mark + ".original";
  }

  static String made(UUID mark) {
    return UNDER + mark + ".mp4";
  }

  /** What is said at the notes of a version, in the order of the notes. */
  @Transactional(readOnly = true)
  public List<Spoken> of(UUID version) {
    return sql.sql(
            "select v.mark_id, m.words, v.state, v.length_ms from result_voice v join result_mark m on m.id = v.mark_id"
                + " where m.hand_in_id = ? order by m.seq")
        .param(version)
        .query(
            (row, n) ->
                new Spoken(
                    row.getObject(1, UUID.class),
                    row.getString(2),
                    State.valueOf(row.getString(3)),
                    Math.round(row.getLong(4) / 1000.0)))
        .list();
  }

  /** To which version a note belongs. */
  @Transactional(readOnly = true)
  public UUID versionOf(UUID mark) {
    return sql.sql("select hand_in_id from result_mark where id = ? and kind = 'note'")
        .param(mark)
        .query(UUID.class)
        .optional()
        .orElseThrow(Problem::notFound);
  }

  /**
   * Takes a recording in.
   *
   * @param bytes how many there are
   */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void receive(UUID mark, UUID teacher, long bytes, InputStream content) {
    if (bytes <= 0 || bytes > MOST_BYTES) {
      throw Problem.refused("round-bytes");
    }
    if (!store.putWhole(original(mark), content, bytes)) {
      throw Problem.refused("hand-in-torn");
    }
    inTransaction.executeWithoutResult(
        t -> {
          sql.sql(
                  "insert into result_voice (mark_id, teacher_id, state, length_ms, begun_at) values (?, ?, 'MAKING', 0, ?)"
                      + " on conflict (mark_id) do update set state = excluded.state, teacher_id = excluded.teacher_id,"
                      + " begun_at = excluded.begun_at")
              .params(mark, teacher, clock.instant().atOffset(ZoneOffset.UTC))
              .update();
          jobs.start(ResultVoiceMaking.KIND, mark, teacher);
        });
  }

  @Transactional(readOnly = true)
  boolean isMaking(UUID mark) {
    return sql.sql(
            "select exists (select 1 from result_voice where mark_id = ? and state = 'MAKING')")
        .param(mark)
        .query(Boolean.class)
        .single();
  }

  void made(UUID mark, State state, long lengthMs) {
    sql.sql("update result_voice set state = ?, length_ms = ? where mark_id = ?")
        .params(state.name(), lengthMs, mark)
        .update();
  }

  void nothing(UUID mark) {
    State state = store.find(made(mark)).isPresent() ? State.EARLIER : State.NOTHING;
    sql.sql("update result_voice set state = ? where mark_id = ?")
        .params(state.name(), mark)
        .update();
  }

  @Transactional(readOnly = true)
  public Resource sound(UUID mark) {
    return store.find(made(mark)).orElseThrow(Problem::notFound);
  }

  /** What belongs to no note any more is gone. */
  @EventListener
  void on(Nightly night) {
    Instant yesterday = night.yesterday();
    Set<String> still =
        new HashSet<>(
            sql.sql("select cast(mark_id as varchar) from result_voice")
                .query(String.class)
                .list());
    store.deleteBefore(
        UNDER,
        yesterday,
        name -> {
          String file = name.substring(name.lastIndexOf('/') + 1);
          return !still.contains(file.substring(0, Math.max(0, file.indexOf('.'))));
        });
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("result_voice", "teacher_id"));
  }
}
