package school.kerygma.app.classroom.results;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;

/** Whose work for which task counts for nothing, neither for nor against. */
@Component
@Transactional
class Excused implements Keeps {

  /** A student's work for a task. */
  record Key(UUID task, UUID student) {}

  private final JdbcClient sql;

  Excused(JdbcClient sql) {
    this.sql = sql;
  }

  @Transactional(readOnly = true)
  public Set<Key> of(UUID section) {
    return new HashSet<>(
        sql.sql("select task_id, student_id from excused where section_id = ?")
            .param(section)
            .query((row, n) -> new Key(row.getObject(1, UUID.class), row.getObject(2, UUID.class)))
            .list());
  }

  /** Doing it twice is doing it once. */
  public void set(UUID section, Key key, boolean excused) {
    if (excused) {
      sql.sql(
              "insert into excused (task_id, student_id, section_id) values (?, ?, ?) on conflict do nothing")
          .params(key.task(), key.student(), section)
          .update();
    } else {
      sql.sql("delete from excused where task_id = ? and student_id = ?")
          .params(key.task(), key.student())
          .update();
    }
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.oneEach("excused", "student_id", "task_id"));
  }
}
