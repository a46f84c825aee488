package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.messages.BackMail;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.result.Given;

/** Keeps what work got, and hands it back. */
@Service
@Transactional
public class Results {

  /** The state of a result that nobody has begun. */
  public static final String NONE = "0.0";

  private static final String READ =
      "select r.id, r.task_id, r.section_id, r.student_id, r.hand_in_id, r.number, r.teacher_id, r.points, r.out_of,"
          + " r.words, r.looked_at, r.back_at, r.batch, r.seen_at, r.edits, r.late_off from result r ";

  /**
   * Whose work is looked at.
   *
   * @param handIn the version; nothing for work on paper
   */
  public record Work(UUID task, UUID section, UUID student, Optional<UUID> handIn) {}

  /** What came back longer ago, while the server was down, is no news any more. */
  private static final Duration LATELY = Duration.ofDays(2);

  private final JdbcClient sql;
  private final BackMail mail;
  private final Clock clock;

  Results(JdbcClient sql, BackMail mail, Clock clock) {
    this.sql = sql;
    this.mail = mail;
    this.clock = clock;
  }

  // ---- what there is

  /** All results of a section's work for a task, each student's newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> ofTask(UUID task, UUID section) {
    return read(
        "where r.task_id = :task and r.section_id = :section", "task", task, "section", section);
  }

  /** What of some sections was looked at: by version whether it is handed back, or will be. */
  @Transactional(readOnly = true)
  public Map<UUID, Boolean> lookedAt(Collection<UUID> sections) {
    Map<UUID, Boolean> back = new HashMap<>();
    if (!sections.isEmpty()) {
      sql.sql(
              "select hand_in_id, bool_and(back_at is not null) from result where section_id in (:sections)"
                  + " and hand_in_id is not null group by hand_in_id")
          .param("sections", sections)
          .query((row, n) -> back.put(row.getObject(1, UUID.class), row.getBoolean(2)))
          .list();
    }
    return back;
  }

  /** All results of a section, the newest of each work last. */
  @Transactional(readOnly = true)
  public List<ResultView> ofSection(UUID section) {
    return read("where r.section_id = :section", "section", section);
  }

  /** What of some sections came back since a moment, the newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> backSince(Collection<UUID> sections, Instant since) {
    return sections.isEmpty()
        ? List.of()
        : read(
            "where r.section_id in (:sections) and r.back_at between :since and :now",
            "sections",
            sections,
            "since",
            at(since),
            "now",
            at(clock.instant()));
  }

  /** The results of one piece of work, the newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> of(Work work) {
    String whose = "where r.task_id = :task and r.student_id = :student and r.hand_in_id ";
    return work.handIn()
        .map(
            h -> read(whose + "= :work", "task", work.task(), "student", work.student(), "work", h))
        .orElseGet(() -> read(whose + "is null", "task", work.task(), "student", work.student()));
  }

  /** All that some versions got, the newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> ofVersions(Collection<UUID> handIns) {
    return handIns.isEmpty()
        ? List.of()
        : read("where r.hand_in_id in (:handIns)", "handIns", handIns);
  }

  /** What students may see of some work, the newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> back(Collection<UUID> handIns) {
    Instant now = clock.instant();
    return ofVersions(handIns).stream().filter(r -> r.isBack(now)).toList();
  }

  /** All that a student's work on paper for a task got, the newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> onPaper(UUID task, UUID student) {
    return read(
        "where r.task_id = :task and r.student_id = :student and r.hand_in_id is null",
        "task",
        task,
        "student",
        student);
  }

  /** What a student may see of work on paper for a task, the newest last. */
  @Transactional(readOnly = true)
  public List<ResultView> backOnPaper(UUID task, UUID student) {
    Instant now = clock.instant();
    return onPaper(task, student).stream().filter(r -> r.isBack(now)).toList();
  }

  private List<ResultView> read(String where, Object... named) {
    Map<String, Object> by = new HashMap<>();
    for (int i = 0; i < named.length; i += 2) {
      by.put((String) named[i], named[i + 1]);
    }
    Map<UUID, List<Given.Row>> rows = new HashMap<>();
    sql.sql(
            "select w.result_id, w.criterion, w.level, w.points, w.most, w.extra, w.words from result_row w join result r"
                + " on r.id = w.result_id "
                + where
                + " order by w.result_id, w.position")
        .params(by)
        .query(
            (row, n) ->
                rows.computeIfAbsent(row.getObject(1, UUID.class), first -> new ArrayList<>())
                    .add(
                        new Given.Row(
                            row.getString(2),
                            row.getString(3),
                            plain(row.getBigDecimal(4)),
                            plain(row.getBigDecimal(5)),
                            row.getBoolean(6),
                            row.getString(7))))
        .list();
    return sql.sql(READ + where + " order by r.looked_at, r.number")
        .params(by)
        .query((row, n) -> view(row, rows))
        .list();
  }

  private static ResultView view(ResultSet row, Map<UUID, List<Given.Row>> rows)
      throws SQLException {
    UUID id = row.getObject(1, UUID.class);
    return new ResultView(
        id,
        row.getObject(2, UUID.class),
        row.getObject(3, UUID.class),
        row.getObject(4, UUID.class),
        Optional.ofNullable(row.getObject(5, UUID.class)),
        row.getInt(6),
        row.getObject(7, UUID.class),
        new Given(
            rows.getOrDefault(id, List.of()),
            plain(row.getBigDecimal(8)),
            plain(row.getBigDecimal(9)),
            row.getString(10),
            plain(row.getBigDecimal(16))),
        row.getObject(11, OffsetDateTime.class).toInstant(),
        instant(row, 12),
        Optional.ofNullable(row.getObject(13, UUID.class)),
        instant(row, 14),
        row.getInt(15));
  }

  private static Optional<Instant> instant(ResultSet row, int column) throws SQLException {
    return Optional.ofNullable(row.getObject(column, OffsetDateTime.class))
        .map(OffsetDateTime::toInstant);
  }

  private static Optional<BigDecimal> plain(@Nullable BigDecimal points) {
    return Optional.ofNullable(points)
        .map(BigDecimal::stripTrailingZeros)
        .map(p -> p.scale() < 0 ? p.setScale(0) : p);
  }

  private static OffsetDateTime at(Instant moment) {
    return moment.atOffset(ZoneOffset.UTC);
  }

  // ---- looking

  /**
   * Keeps what is given. What was handed back already stays as it was seen, and what is given now
   * becomes the next result; nothing at all takes back what nobody has seen.
   *
   * @param seen the state that the teacher had before them
   * @return the newest; nothing if there is none any more
   * @throws Problem if somebody else has looked at it meanwhile
   */
  public Optional<ResultView> give(Work work, UUID teacher, Given given, String seen) {
    // One after the other, so that two teachers at the same work are told.
    sql.sql(
            "select count(pg_advisory_xact_lock(hashtextextended(cast(:task as text) || cast(:student as text), 61)))")
        .param("task", work.task())
        .param("student", work.student())
        .query(Long.class)
        .single();
    Optional<ResultView> last = of(work).stream().reduce((a, b) -> b);
    if (!last.map(ResultView::state).orElse(NONE).equals(seen)) {
      throw Problem.conflict("result-changed");
    }
    Instant now = clock.instant();
    boolean fresh = last.isEmpty() || last.get().isBack(now);
    if (given.isEmpty()) {
      if (!fresh) {
        sql.sql("delete from result where id = ?").param(last.orElseThrow().id()).update();
      }
      return of(work).stream().reduce((a, b) -> b);
    }
    UUID id = fresh ? UUID.randomUUID() : last.orElseThrow().id();
    if (fresh) {
      sql.sql(
              "insert into result (id, task_id, section_id, student_id, hand_in_id, number, teacher_id, words, looked_at)"
                  + " values (?, ?, ?, ?, ?, ?, ?, '', ?)")
          .param(id)
          .param(work.task())
          .param(work.section())
          .param(work.student())
          .param(work.handIn().orElse(null))
          .param(last.map(ResultView::number).orElse(0) + 1)
          .param(teacher)
          .param(at(now))
          .update();
    }
    sql.sql(
            "update result set teacher_id = ?, points = ?, out_of = ?, words = ?, late_off = ?, looked_at = ?, edits = edits + 1 where id = ?")
        .param(teacher)
        .param(given.points().orElse(null))
        .param(given.outOf().orElse(null))
        .param(given.words().strip())
        .param(given.late().orElse(null))
        .param(at(now))
        .param(id)
        .update();
    sql.sql("delete from result_row where result_id = ?").param(id).update();
    int position = 0;
    for (Given.Row row : given.rows()) {
      if (!row.isEmpty()) {
        sql.sql(
                "insert into result_row (result_id, position, criterion, level, points, most, extra, words)"
                    + " values (?, ?, ?, ?, ?, ?, ?, ?)")
            .param(id)
            .param(++position)
            .param(row.criterion())
            .param(row.level())
            .param(row.points().orElse(null))
            .param(row.most().orElse(null))
            .param(row.extra())
            .param(row.words().strip())
            .update();
      }
    }
    return of(work).stream().reduce((a, b) -> b);
  }

  // ---- handing back

  /**
   * Hands back what was looked at and is not back yet.
   *
   * @param students whose; all of the section if there are none
   * @param moment from when on they see it
   * @return what was handed back together; nothing if there was nothing to hand back
   */
  public Optional<UUID> handBack(
      UUID task, UUID section, Collection<UUID> students, Instant moment) {
    Instant now = clock.instant();
    List<UUID> meant =
        ofTask(task, section).stream()
            .filter(r -> students.isEmpty() || students.contains(r.student()))
            .filter(r -> !r.isBack(now))
            .map(ResultView::id)
            .toList();
    if (meant.isEmpty()) {
      return Optional.empty();
    }
    UUID batch = UUID.randomUUID();
    sql.sql(
            "update result set back_at = :at, batch = :batch, edits = edits + 1 where id in (:meant)")
        .param("at", at(moment.isBefore(now) ? now : moment))
        .param("batch", batch)
        .param("meant", meant)
        .update();
    return Optional.of(batch);
  }

  /** What was handed back together lately, a while ago, and nobody was told of it. */
  @Transactional(readOnly = true)
  List<UUID> untold(Duration ago) {
    Instant until = clock.instant().minus(ago);
    return sql.sql(
            "select distinct batch from result where not told and back_at between ? and ? and batch is not null")
        .params(at(until.minus(LATELY)), at(until))
        .query(UUID.class)
        .list();
  }

  /** Notes that it is told; what was not told before is what there is to tell. */
  List<ResultView> tell(UUID together) {
    List<UUID> ids =
        sql.sql("update result set told = true where batch = ? and not told returning id")
            .param(together)
            .query(UUID.class)
            .list();
    return ids.isEmpty() ? List.of() : read("where r.id in (:ids)", "ids", ids);
  }

  /**
   * Takes back what was handed back together, until the first of its students has seen it.
   *
   * @throws Problem if one has
   */
  public void takeBack(UUID task, UUID section, UUID batch) {
    List<ResultView> all =
        ofTask(task, section).stream().filter(r -> r.batch().equals(Optional.of(batch))).toList();
    if (all.stream().anyMatch(r -> r.seen().isPresent())) {
      throw Problem.conflict("result-seen");
    }
    if (!all.isEmpty()) {
      sql.sql(
              "update result set back_at = null, batch = null, told = false, edits = edits + 1 where id in (:all)")
          .param("all", all.stream().map(ResultView::id).toList())
          .update();
      mail.drop(batch);
    }
  }

  /** Its student has it before them. */
  public void seen(Collection<ResultView> all) {
    for (ResultView result : all) {
      if (result.seen().isEmpty()) {
        sql.sql("update result set seen_at = ? where id = ? and seen_at is null")
            .params(at(clock.instant()), result.id())
            .update();
      }
    }
  }

  // ---- said before

  /**
   * Words that a teacher has said before of work for a task, the most used first.
   *
   * @param criterion of a row of its rubric; nothing for words for the whole
   */
  public record Said(Optional<String> criterion, String words, int times) {}

  /** The most used words of a teacher for a task, some for each row and some for the whole. */
  @Transactional(readOnly = true)
  public List<Said> said(UUID teacher, UUID task) {
    return sql.sql(
            "select criterion, words, times from (select criterion, words, count(*) as times,"
                + " row_number() over (partition by criterion order by count(*) desc, max(looked_at) desc, words) as place from ("
                + "select w.criterion, w.words, r.looked_at from result_row w join result r on r.id = w.result_id"
                + " where r.task_id = :task and r.teacher_id = :teacher and w.words <> '' union all"
                + " select null, r.words, r.looked_at from result r where r.task_id = :task and r.teacher_id = :teacher"
                + " and r.words <> '') said group by criterion, words) ranked where place <= 5 order by criterion, place")
        .param("task", task)
        .param("teacher", teacher)
        .query(
            (row, n) ->
                new Said(Optional.ofNullable(row.getString(1)), row.getString(2), row.getInt(3)))
        .list();
  }
}
