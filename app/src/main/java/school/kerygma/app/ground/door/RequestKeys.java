package school.kerygma.app.ground.door;

import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Remembers for a day what came of each request that carried a key. By the machine's clock. */
@Component
class RequestKeys {

  private static final Duration KEPT = Duration.ofDays(1);

  /** After this long whoever was at it has died. */
  private static final Duration LONGEST = Duration.ofMinutes(2);

  private static final Duration PATIENCE = Duration.ofSeconds(10);
  private static final long LOOK_AGAIN_MS = 100;

  /**
   * What a request was answered.
   *
   * @param status 0 while it is still being done
   */
  record Answer(int status, @Nullable String location, String body) {}

  private final JdbcClient sql;

  RequestKeys(JdbcClient sql) {
    this.sql = sql;
  }

  /**
   * Begins what nobody has begun.
   *
   * @return nothing if it is to be done now; otherwise what came of it before
   */
  Optional<Answer> begin(String id) {
    Instant patient = Instant.now().plus(PATIENCE);
    while (true) {
      if (began(id)) {
        return Optional.empty();
      }
      Optional<Answer> found = find(id);
      if (found.filter(a -> a.status() != 0).isPresent()) {
        return found;
      }
      if (found.isPresent() && Instant.now().isAfter(patient)) {
        return found;
      }
      try {
        Thread.sleep(LOOK_AGAIN_MS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return Optional.of(new Answer(0, null, ""));
      }
    }
  }

  private boolean began(String id) {
    Timestamp now = Timestamp.from(Instant.now());
    return sql.sql(
                "insert into once (id, begun_at) values (?, ?) on conflict (id) do update set begun_at = excluded.begun_at"
                    + " where once.status = 0 and once.begun_at < ?")
            .params(List.of(id, now, Timestamp.from(Instant.now().minus(LONGEST))))
            .update()
        == 1;
  }

  private Optional<Answer> find(String id) {
    return sql.sql("select status, location, body from once where id = ?")
        .param(id)
        .query((row, n) -> new Answer(row.getInt(1), row.getString(2), row.getString(3)))
        .optional();
  }

  void end(String id, Answer answer) {
    sql.sql("update once set status = ?, location = ?, body = ? where id = ?")
        .param(answer.status())
        .param(answer.location())
        .param(answer.body())
        .param(id)
        .update();
  }

  void forget(String id) {
    sql.sql("delete from once where id = ? and status = 0").param(id).update();
  }

  /** Forgets what is older than a day. */
  void sweep() {
    sql.sql("delete from once where begun_at < ?")
        .param(Timestamp.from(Instant.now().minus(KEPT)))
        .update();
  }
}
