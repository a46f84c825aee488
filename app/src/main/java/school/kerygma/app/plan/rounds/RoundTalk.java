package school.kerygma.app.plan.rounds;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.round.RoundRule;

/** Reads what was said in a round: what each may read of it, and how far everybody is. */
@Service
@Transactional(readOnly = true)
public class RoundTalk {

  private final JdbcClient sql;

  RoundTalk(JdbcClient sql) {
    this.sql = sql;
  }

  /**
   * All answers of a section: those that are held up first, then in the order in which they came.
   */
  public List<Rounds.Answer> answers(UUID task, UUID section) {
    Map<UUID, List<Rounds.Reply>> replies = new HashMap<>();
    sql.sql(
            "select r.answer_id, r.id, r.student_id, r.words, r.sent_at, r.hidden, v.id, v.length_ms from round_reply r"
                + " join round_answer a on a.id = r.answer_id left join round_voice v on v.id = r.voice_id"
                + " where a.task_id = ? and a.section_id = ? order by r.sent_at, r.id")
        .params(task, section)
        .query(
            (row, n) ->
                replies
                    .computeIfAbsent(row.getObject(1, UUID.class), added -> new ArrayList<>())
                    .add(
                        new Rounds.Reply(
                            row.getObject(2, UUID.class),
                            row.getObject(3, UUID.class),
                            row.getString(4),
                            voice(row, 7),
                            row.getObject(5, OffsetDateTime.class).toInstant(),
                            row.getBoolean(6))))
        .list();
    return sql
        .sql(
            "select a.id, a.student_id, a.words, a.sent_at, a.changed_at, a.hidden, a.held_up, v.id, v.length_ms"
                + " from round_answer a left join round_voice v on v.id = a.voice_id"
                + " where a.task_id = ? and a.section_id = ? order by a.sent_at, a.id")
        .params(task, section)
        .query(
            (row, n) ->
                new Rounds.Answer(
                    row.getObject(1, UUID.class),
                    row.getObject(2, UUID.class),
                    row.getString(3),
                    voice(row, 8),
                    row.getObject(4, OffsetDateTime.class).toInstant(),
                    row.getObject(5, OffsetDateTime.class).toInstant(),
                    row.getBoolean(6),
                    row.getBoolean(7),
                    replies.getOrDefault(row.getObject(1, UUID.class), List.of())))
        .list()
        .stream()
        .sorted(Comparator.comparing(a -> !a.heldUp()))
        .toList();
  }

  private static Optional<Rounds.Voice> voice(ResultSet row, int column) throws SQLException {
    UUID id = row.getObject(column, UUID.class);
    return id == null
        ? Optional.empty()
        : Optional.of(new Rounds.Voice(id, row.getLong(column + 1)));
  }

  static RoundRule.Length length(String words, Optional<Rounds.Voice> voice) {
    return voice
        .map(v -> RoundRule.Length.spoken(v.lengthMs()))
        .orElseGet(() -> RoundRule.Length.written(Blank.words(words)));
  }

  /** How far a student is. */
  public static RoundRule.Progress progress(RoundRule rule, UUID student, List<Rounds.Answer> all) {
    List<RoundRule.Reply> replies = new ArrayList<>();
    for (Rounds.Answer a : all) {
      for (Rounds.Reply r : a.replies()) {
        if (r.student().equals(student)) {
          replies.add(new RoundRule.Reply(a.student(), r.length(), r.hidden()));
        }
      }
    }
    return rule.of(student, own(student, all), replies);
  }

  /** A student's own answer as far as the rule looks at it. */
  public static Optional<RoundRule.Answer> own(UUID student, List<Rounds.Answer> all) {
    return all.stream()
        .filter(a -> a.student().equals(student))
        .findFirst()
        .map(a -> new RoundRule.Answer(a.length(), a.hidden()));
  }
}
