package school.kerygma.app.classroom.audience;

import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.audience.LeftOff;

/** Keeps where each person left off watching, on whatever device. */
@Service
@Transactional
class Places implements Remembers {

  private final JdbcClient sql;
  private final Scores scores;
  private final Clock clock;

  Places(JdbcClient sql, Scores scores, Clock clock) {
    this.sql = sql;
    this.scores = scores;
    this.clock = clock;
  }

  /** Keeps a place in the program of a score; the beginning and the end need none. */
  void keep(UUID person, UUID score, long programMs) {
    Scores.Info info = scores.get(score);
    Optional<LeftOff> place = LeftOff.at(info.order(), programMs);
    if (place.isEmpty()) {
      sql.sql("delete from watch_place where person_id = ? and walkthrough_id = ?")
          .params(person, info.walkthrough())
          .update();
      return;
    }
    sql.sql(
            "insert into watch_place (person_id, walkthrough_id, stop_id, into_ms, at)"
                + " select ?, ?, s.id, ?, ? from stop s where s.id = ?"
                + " on conflict (person_id, walkthrough_id) do update"
                + " set stop_id = excluded.stop_id, into_ms = excluded.into_ms, at = excluded.at")
        .params(
            person,
            info.walkthrough(),
            place.get().intoMs(),
            Timestamp.from(clock.instant()),
            place.get().stop())
        .update();
  }

  /** Where somebody goes on in the program of a score; 0 for the beginning. */
  @Transactional(readOnly = true)
  long of(UUID person, UUID score) {
    Scores.Info info = scores.get(score);
    return sql.sql(
            "select stop_id, into_ms from watch_place where person_id = ? and walkthrough_id = ?")
        .params(person, info.walkthrough())
        .query((row, n) -> new LeftOff(row.getObject(1, UUID.class), row.getLong(2)))
        .optional()
        .flatMap(place -> place.in(info.order()))
        .orElse(0L);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.oneEach("watch_place", "person_id", "walkthrough_id"));
  }

  @Override
  public String heading() {
    return "left off";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return sql
        .sql(
            "select w.id, w.title, p.at from watch_place p join walkthrough w on w.id = p.walkthrough_id where p.person_id = ?")
        .param(person)
        .query(
            (row, n) ->
                Map.entry(
                    row.getObject(1, UUID.class),
                    Map.of("walkthrough", row.getString(2), "at", row.getString(3))))
        .list()
        .stream()
        .filter(e -> sight.sees(Gate.Kind.WALKTHROUGH, e.getKey()))
        .map(Map.Entry::getValue)
        .toList();
  }
}
