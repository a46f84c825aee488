package school.kerygma.app.classroom.handin;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;

/** What a teacher says of a version that was handed in, beside where its student sees it. */
@Service
@Transactional
public class TeachersWords implements Remembers {

  private static final int LONGEST = 2000;

  /**
   * A teacher's word.
   *
   * @param levels where they see it, by the criteria of the rubric
   */
  public record Word(String words, Map<String, String> levels, Instant at) {}

  /**
   * A row of the rubric, as both see it.
   *
   * @param own where the student sees themselves; empty if they did not say
   * @param given where the teacher sees it; empty if they did not say
   */
  public record Row(String criterion, String own, String given) {}

  private final SelfChecks selfChecks;
  private final JdbcClient sql;
  private final Clock clock;

  TeachersWords(SelfChecks selfChecks, JdbcClient sql, Clock clock) {
    this.selfChecks = selfChecks;
    this.sql = sql;
    this.clock = clock;
  }

  /** What was said of a version; nothing if it was not looked at yet. */
  @Transactional(readOnly = true)
  public Optional<Word> of(UUID version) {
    Map<String, String> levels = new TreeMap<>();
    sql.sql("select criterion, level from hand_in_level where hand_in_id = ?")
        .param(version)
        .query((row, n) -> levels.put(row.getString(1), row.getString(2)))
        .list();
    return sql.sql("select words, said_at from hand_in_word where hand_in_id = ?")
        .param(version)
        .query((row, n) -> new Word(row.getString(1), levels, row.getTimestamp(2).toInstant()))
        .optional();
  }

  /** Of which of some versions something was said. */
  @Transactional(readOnly = true)
  public Set<UUID> among(Collection<UUID> versions) {
    return versions.isEmpty()
        ? Set.of()
        : new HashSet<>(
            sql.sql("select hand_in_id from hand_in_word where hand_in_id in (:versions)")
                .param("versions", versions)
                .query(UUID.class)
                .list());
  }

  /**
   * Both words, criterion by criterion.
   *
   * @param criteria of the rubric as it is now; what was said by an earlier one stays
   */
  @Transactional(readOnly = true)
  public List<Row> rows(UUID version, List<SelfChecks.Criterion> criteria) {
    Map<String, String> own = selfChecks.of(version);
    Map<String, String> given = of(version).map(Word::levels).orElse(Map.of());
    Set<String> names = new LinkedHashSet<>();
    criteria.forEach(c -> names.add(c.name()));
    names.addAll(own.keySet());
    names.addAll(given.keySet());
    return names.stream()
        .filter(n -> own.containsKey(n) || given.containsKey(n))
        .map(n -> new Row(n, own.getOrDefault(n, ""), given.getOrDefault(n, "")))
        .toList();
  }

  /**
   * Says something of a version, instead of what was said before; nothing at all takes it back.
   *
   * @param levels by criterion; empty where nothing is said
   */
  public void say(
      UUID version,
      UUID teacher,
      String words,
      Map<String, String> levels,
      List<SelfChecks.Criterion> criteria) {
    if (words.length() > LONGEST) {
      throw Problem.refused("hand-in-word", LONGEST).at("words");
    }
    sql.sql("delete from hand_in_level where hand_in_id = ?").param(version).update();
    sql.sql("delete from hand_in_word where hand_in_id = ?").param(version).update();
    boolean any = !words.isBlank();
    for (SelfChecks.Criterion criterion : criteria) {
      String level = levels.getOrDefault(criterion.name(), "");
      if (!level.isEmpty()) {
        if (!criterion.levels().contains(level)) {
          throw Problem.unreadable();
        }
        any = true;
        sql.sql("insert into hand_in_level (hand_in_id, criterion, level) values (?, ?, ?)")
            .params(version, criterion.name(), level)
            .update();
      }
    }
    if (any) {
      sql.sql(
              "insert into hand_in_word (hand_in_id, teacher_id, words, said_at) values (?, ?, ?, ?)")
          .params(version, teacher, words.strip(), Timestamp.from(clock.instant()))
          .update();
    }
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("hand_in_word", "teacher_id"));
  }

  @Override
  public String heading() {
    return "what teachers said of work";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return sql
        .sql(
            "select h.id, h.task_id, h.number, w.words from hand_in_word w join hand_in h on h.id = w.hand_in_id"
                + " where h.student_id = ? order by w.said_at")
        .param(person)
        .query(
            (row, n) ->
                Map.entry(
                    row.getObject(1, UUID.class),
                    Map.of(
                        "task",
                        row.getString(2),
                        "version",
                        row.getInt(3),
                        "words",
                        row.getString(4),
                        "levels",
                        of(row.getObject(1, UUID.class)).map(Word::levels).orElse(Map.of()))))
        .list()
        .stream()
        .filter(e -> sight.sees(Gate.Kind.HAND_IN, e.getKey()))
        .map(Map.Entry::getValue)
        .toList();
  }
}
