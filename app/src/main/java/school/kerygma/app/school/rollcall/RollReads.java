package school.kerygma.app.school.rollcall;

import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import school.kerygma.core.roll.RollCall.Presence;

/** Reads what students answered and what teachers have set. */
@Component
class RollReads {

  /** When it was answered, and with what words. */
  record Answer(Instant at, String words) {}

  record Key(UUID student, LocalDate day) {}

  private final JdbcClient sql;

  RollReads(JdbcClient sql) {
    this.sql = sql;
  }

  Map<Key, Answer> answers(UUID section, LocalDate first, LocalDate last) {
    Map<Key, Answer> answers = new HashMap<>();
    sql.sql(
            "select student_id, day, answered_at, words from roll_answer where section_id = ? and day between ? and ?")
        .params(section, first, last)
        .query(
            (row, n) ->
                answers.put(
                    new Key(row.getObject(1, UUID.class), row.getObject(2, LocalDate.class)),
                    new Answer(
                        row.getObject(3, OffsetDateTime.class).toInstant(), row.getString(4))))
        .list();
    return answers;
  }

  Map<Key, Presence> sets(UUID section, LocalDate first, LocalDate last) {
    Map<Key, Presence> sets = new HashMap<>();
    sql.sql(
            "select student_id, day, presence from roll_set where section_id = ? and day between ? and ?")
        .params(section, first, last)
        .query(
            (row, n) ->
                sets.put(
                    new Key(row.getObject(1, UUID.class), row.getObject(2, LocalDate.class)),
                    Presence.valueOf(row.getString(3))))
        .list();
    return sets;
  }

  /** Days of which something is known stay, whatever the hours of the section are now. */
  static Set<LocalDate> known(Map<Key, Answer> answers, Map<Key, Presence> sets) {
    return Stream.concat(answers.keySet().stream(), sets.keySet().stream())
        .map(Key::day)
        .collect(Collectors.toSet());
  }
}
