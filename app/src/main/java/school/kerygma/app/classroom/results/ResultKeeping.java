package school.kerygma.app.classroom.results;

import java.time.Clock;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.PersonErased;
import school.kerygma.app.ground.accounts.PersonMerged;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;

/** What becomes of results, when somebody is erased, merged or asks for a copy. */
@Component
@Transactional
class ResultKeeping implements Remembers {

  private final JdbcClient sql;
  private final Clock clock;

  ResultKeeping(JdbcClient sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  @EventListener
  void on(PersonErased erased) {
    sql.sql("delete from result where student_id = ?").param(erased.person()).update();
  }

  /** What was given for the same work on paper twice stays beside the other. */
  @EventListener
  void on(PersonMerged merged) {
    sql.sql(
            "update result r set student_id = :to, number = r.number + coalesce((select max(o.number) from result o"
                + " where o.student_id = :to and o.task_id = r.task_id and o.hand_in_id is not distinct from r.hand_in_id), 0)"
                + " where r.student_id = :from")
        .param("to", merged.to())
        .param("from", merged.from())
        .update();
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.byHand("result", "student_id"), Kept.teachers("result", "teacher_id"));
  }

  @Override
  public String heading() {
    return "what work got";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return sql
        .sql(
            "select r.section_id, r.task_id, r.number, r.words, coalesce((select sum(w.points) from result_row w where w.result_id = r.id), r.points) - coalesce(r.late_off, 0),"
                + " array(select n.words from (select m.words, m.seq from result_mark m where m.hand_in_id = r.hand_in_id"
                + " union all select x.words, x.seq from result_remark x where x.hand_in_id = r.hand_in_id) n"
                + " where n.words <> '' order by n.seq)"
                + " from result r where r.student_id = ? and r.back_at <= ? order by r.looked_at")
        .params(person, clock.instant().atOffset(ZoneOffset.UTC))
        .query(
            (row, n) ->
                Map.entry(
                    row.getObject(1, UUID.class),
                    Map.of(
                        "task",
                        row.getString(2),
                        "number",
                        row.getInt(3),
                        "words",
                        row.getString(4),
                        "notes",
                        List.of((String[]) row.getArray(6).getArray()),
                        "points",
                        row.getBigDecimal(5) == null ? "" : row.getBigDecimal(5).toPlainString())))
        .list()
        .stream()
        .filter(e -> sight.sees(Gate.Kind.ROSTER, e.getKey()))
        .map(Map.Entry::getValue)
        .toList();
  }
}
