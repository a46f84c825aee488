package school.kerygma.app.classroom.results;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;

/** What students answer to what came back of their work. */
@Component
@Transactional
public class Replies implements Remembers {

  /** The most letters of one. */
  public static final int LONGEST = 1000;

  private static final int MOST = 50;

  private static final String READ =
      "select id, hand_in_id, student_id, words, said_at, read_at is not null from result_reply where ";

  /** An answer, and whether a teacher has read it. */
  public record Reply(
      UUID id, UUID version, UUID student, String words, Instant at, boolean read) {}

  private final JdbcClient sql;
  private final Results results;
  private final HandIns handIns;
  private final Clock clock;

  Replies(JdbcClient sql, Results results, HandIns handIns, Clock clock) {
    this.sql = sql;
    this.results = results;
    this.handIns = handIns;
    this.clock = clock;
  }

  /**
   * Answers to what came back.
   *
   * @throws Problem if nothing came back yet, or nothing is said, or too much
   */
  public void say(HandInVersion version, UUID student, String words) {
    if (results.back(List.of(version.id())).isEmpty()) {
      throw Problem.notFound();
    }
    String said = words.strip();
    if (said.isEmpty() || said.length() > LONGEST) {
      throw Problem.refused("reply", LONGEST).at("words");
    }
    if (of(List.of(version.id())).size() >= MOST) {
      throw Problem.conflict("reply-many", MOST);
    }
    sql.sql(
            "insert into result_reply (id, hand_in_id, student_id, words, said_at) values (?, ?, ?, ?, ?)")
        .params(
            UUID.randomUUID(),
            version.id(),
            student,
            said,
            clock.instant().atOffset(ZoneOffset.UTC))
        .update();
  }

  /** All to some versions, the oldest first. */
  @Transactional(readOnly = true)
  public List<Reply> of(Collection<UUID> versions) {
    return versions.isEmpty()
        ? List.of()
        : sql.sql(READ + "hand_in_id in (:versions) order by said_at, id")
            .param("versions", versions)
            .query((row, n) -> reply(row))
            .list();
  }

  /** Those of them that no teacher has read. */
  @Transactional(readOnly = true)
  List<Reply> unread(Collection<UUID> versions) {
    return versions.isEmpty()
        ? List.of()
        : sql.sql(READ + "hand_in_id in (:versions) and read_at is null order by said_at, id")
            .param("versions", versions)
            .query((row, n) -> reply(row))
            .list();
  }

  private static Reply reply(ResultSet row) throws SQLException {
    return new Reply(
        row.getObject(1, UUID.class),
        row.getObject(2, UUID.class),
        row.getObject(3, UUID.class),
        row.getString(4),
        row.getObject(5, OffsetDateTime.class).toInstant(),
        row.getBoolean(6));
  }

  /** A teacher has read those to a version. */
  void read(UUID version) {
    sql.sql("update result_reply set read_at = ? where hand_in_id = ? and read_at is null")
        .params(clock.instant().atOffset(ZoneOffset.UTC), version)
        .update();
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.theirs("result_reply", "student_id"));
  }

  @Override
  public String heading() {
    return "answers to what work got";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return sql
        .sql(READ + "student_id = ? order by said_at")
        .param(person)
        .query((row, n) -> reply(row))
        .list()
        .stream()
        .filter(r -> sight.sees(Gate.Kind.ROSTER, handIns.get(r.version()).section()))
        .map(r -> Map.of("words", r.words(), "said", r.at().toString()))
        .toList();
  }
}
