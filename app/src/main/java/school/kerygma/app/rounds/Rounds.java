package school.kerygma.app.rounds;

import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.accounts.PersonMerged;
import school.kerygma.app.accounts.Remembers;
import school.kerygma.app.problems.Problem;
import school.kerygma.core.handin.Blank;
import school.kerygma.core.round.RoundRule;

/**
 * Keeps rounds. A student reads what others wrote only once their own is sent, and only of their
 * own section; what is hidden is read by its writer and the teachers alone.
 */
@Service
@Transactional
public class Rounds implements Remembers {

  static final int LONGEST = 10_000;
  private static final int LONGEST_QUESTION = 500;

  /** More replies than this from one student to one answer are no talk any more. */
  private static final int MOST_REPLIES = 20;

  /** A round of a task. */
  public record Round(UUID task, String question, RoundRule rule) {}

  /** A reply as it is kept. */
  public record Reply(UUID id, UUID student, String words, Instant sentAt, boolean hidden) {}

  /** An answer with its replies, as it is kept. */
  public record Answer(
      UUID id,
      UUID student,
      String words,
      Instant sentAt,
      Instant changedAt,
      boolean hidden,
      boolean heldUp,
      List<Reply> replies) {

    public boolean changed() {
      return changedAt.isAfter(sentAt);
    }
  }

  private final JdbcClient sql;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Rounds(JdbcClient sql, ApplicationEventPublisher events, Clock clock) {
    this.sql = sql;
    this.events = events;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public Optional<Round> of(UUID task) {
    return sql.sql(
            "select task_id, question, words, replies, reply_words, names, days_before from round where task_id = ?")
        .param(task)
        .query(
            (row, n) ->
                new Round(
                    row.getObject(1, UUID.class),
                    row.getString(2),
                    new RoundRule(
                        row.getInt(3),
                        row.getInt(4),
                        row.getInt(5),
                        row.getBoolean(6),
                        row.getInt(7))))
        .optional();
  }

  /** Which of some tasks have a round. */
  @Transactional(readOnly = true)
  public Set<UUID> among(Collection<UUID> tasks) {
    return tasks.isEmpty()
        ? Set.of()
        : new HashSet<>(
            sql.sql("select task_id from round where task_id in (:tasks)")
                .param("tasks", tasks)
                .query(UUID.class)
                .list());
  }

  /** Sets what a round asks. Names that were promised to be left out are not shown afterwards. */
  public void set(UUID task, String question, RoundRule rule) {
    String asked = question.strip();
    if (asked.isEmpty() || asked.length() > LONGEST_QUESTION) {
      throw Problem.refused("round-question").at("question");
    }
    boolean shown =
        rule.names()
            && of(task).filter(r -> !r.rule().names()).isPresent()
            && sql.sql("select count(*) from round_answer where task_id = ?")
                    .param(task)
                    .query(Integer.class)
                    .single()
                > 0;
    if (shown) {
      throw Problem.conflict("round-names").at("names");
    }
    sql.sql(
            "insert into round (task_id, question, words, replies, reply_words, names, days_before)"
                + " values (?, ?, ?, ?, ?, ?, ?) on conflict (task_id) do update set question = excluded.question,"
                + " words = excluded.words, replies = excluded.replies, reply_words = excluded.reply_words,"
                + " names = excluded.names, days_before = excluded.days_before")
        .params(
            task,
            asked,
            rule.words(),
            rule.replies(),
            rule.replyWords(),
            rule.names(),
            rule.daysBefore())
        .update();
  }

  /**
   * Takes the round off a task.
   *
   * @throws Problem if somebody has answered
   */
  public void end(UUID task) {
    int gone =
        sql.sql(
                "delete from round where task_id = ? and not exists (select 1 from round_answer where task_id = ?)")
            .params(task, task)
            .update();
    if (gone == 0 && of(task).isPresent()) {
      throw Problem.conflict("round-answered");
    }
  }

  /**
   * All answers of a section: those that are held up first, then in the order in which they came.
   */
  @Transactional(readOnly = true)
  public List<Answer> answers(UUID task, UUID section) {
    Map<UUID, List<Reply>> replies = new HashMap<>();
    sql.sql(
            "select r.answer_id, r.id, r.student_id, r.words, r.sent_at, r.hidden from round_reply r"
                + " join round_answer a on a.id = r.answer_id where a.task_id = ? and a.section_id = ?"
                + " order by r.sent_at, r.id")
        .params(task, section)
        .query(
            (row, n) ->
                replies
                    .computeIfAbsent(row.getObject(1, UUID.class), added -> new ArrayList<>())
                    .add(
                        new Reply(
                            row.getObject(2, UUID.class),
                            row.getObject(3, UUID.class),
                            row.getString(4),
                            row.getObject(5, OffsetDateTime.class).toInstant(),
                            row.getBoolean(6))))
        .list();
    return sql
        .sql(
            "select id, student_id, words, sent_at, changed_at, hidden, held_up from round_answer"
                + " where task_id = ? and section_id = ? order by sent_at, id")
        .params(task, section)
        .query(
            (row, n) ->
                new Answer(
                    row.getObject(1, UUID.class),
                    row.getObject(2, UUID.class),
                    row.getString(3),
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

  /** How far a student is. */
  public static RoundRule.Progress progress(RoundRule rule, UUID student, List<Answer> all) {
    List<RoundRule.Reply> replies = new ArrayList<>();
    for (Answer a : all) {
      for (Reply r : a.replies()) {
        if (r.student().equals(student)) {
          replies.add(new RoundRule.Reply(a.student(), Blank.words(r.words()), r.hidden()));
        }
      }
    }
    return rule.of(student, own(student, all), replies);
  }

  /** A student's own answer as far as the rule looks at it. */
  public static Optional<RoundRule.Answer> own(UUID student, List<Answer> all) {
    return all.stream()
        .filter(a -> a.student().equals(student))
        .findFirst()
        .map(a -> new RoundRule.Answer(Blank.words(a.words()), a.hidden()));
  }

  /**
   * Sends a student's own answer, or puts it right.
   *
   * @throws Problem if it is empty, too long, or shorter than asked
   */
  public void answer(Round round, UUID section, UUID student, String words) {
    String said = said(words, round.rule().words());
    OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
    sql.sql(
            "insert into round_answer (id, task_id, section_id, student_id, words, sent_at, changed_at, hidden, held_up)"
                + " values (?, ?, ?, ?, ?, ?, ?, false, false) on conflict (task_id, student_id) do update"
                + " set words = excluded.words, changed_at = excluded.changed_at"
                + " where round_answer.words <> excluded.words")
        .params(UUID.randomUUID(), round.task(), section, student, said, now, now)
        .update();
    tick(round, section, student);
  }

  private static String said(String words, int least) {
    String said = words.strip();
    int count = Blank.words(said);
    if (count == 0) {
      throw Problem.refused("round-empty").at("words");
    }
    if (said.length() > LONGEST) {
      throw Problem.refused("round-long").at("words");
    }
    if (count < least) {
      throw Problem.refused("round-short", count, least).at("words");
    }
    return said;
  }

  /**
   * Replies to an answer of the same section; the same once more is the same reply.
   *
   * @throws Problem if one's own answer is not sent yet, or the other is not there for them
   */
  public void reply(Round round, UUID section, UUID student, UUID answer, String words) {
    List<Answer> all = answers(round.task(), section);
    if (!RoundRule.opensOthers(own(student, all))) {
      throw Problem.conflict("round-first");
    }
    Answer to =
        all.stream()
            .filter(a -> a.id().equals(answer) && (!a.hidden() || a.student().equals(student)))
            .findFirst()
            .orElseThrow(Problem::notFound);
    boolean mine = to.student().equals(student);
    String said = said(words, mine ? 0 : round.rule().replyWords());
    List<Reply> before = to.replies().stream().filter(r -> r.student().equals(student)).toList();
    if (before.stream().anyMatch(r -> r.words().equals(said))) {
      return;
    }
    if (before.size() >= MOST_REPLIES) {
      throw Problem.conflict("round-many");
    }
    sql.sql(
            "insert into round_reply (id, answer_id, student_id, words, sent_at, hidden) values (?, ?, ?, ?, ?, false)")
        .params(UUID.randomUUID(), answer, student, said, clock.instant().atOffset(ZoneOffset.UTC))
        .update();
    tick(round, section, student);
  }

  private void tick(Round round, UUID section, UUID student) {
    boolean done = progress(round.rule(), student, answers(round.task(), section)).done();
    events.publishEvent(new RoundStands(student, round.task(), done));
  }

  /** What a teacher does with an answer. */
  public enum Deed {
    HIDE,
    SHOW,
    HOLD_UP,
    PUT_DOWN
  }

  /** Hides an answer or shows it again, holds it up for all or puts it down. */
  void treat(Round round, UUID section, UUID answer, Deed deed) {
    Answer of =
        answers(round.task(), section).stream()
            .filter(a -> a.id().equals(answer))
            .findFirst()
            .orElseThrow(Problem::notFound);
    boolean hidden = deed == Deed.HIDE || (deed == Deed.SHOW ? false : of.hidden());
    boolean heldUp = deed == Deed.HOLD_UP || (deed == Deed.PUT_DOWN ? false : of.heldUp());
    sql.sql("update round_answer set hidden = ?, held_up = ? where id = ?")
        .params(hidden, heldUp && !hidden, answer)
        .update();
    tick(round, section, of.student());
  }

  /** Hides a reply or shows it again. */
  void hideReply(Round round, UUID section, UUID reply, boolean hidden) {
    for (Answer a : answers(round.task(), section)) {
      for (Reply r : a.replies()) {
        if (r.id().equals(reply)) {
          sql.sql("update round_reply set hidden = ? where id = ?").params(hidden, reply).update();
          tick(round, section, r.student());
          return;
        }
      }
    }
    throw Problem.notFound();
  }

  @EventListener
  void on(PersonMerged merged) {
    sql.sql(
            "delete from round_answer a where student_id = ? and exists (select 1 from round_answer o where o.task_id = a.task_id and o.student_id = ?)")
        .params(merged.from(), merged.to())
        .update();
    for (String table : List.of("round_answer", "round_reply")) {
      sql.sql("update " + table + " set student_id = ? where student_id = ?")
          .params(merged.to(), merged.from())
          .update();
    }
  }

  @Override
  public String heading() {
    return "rounds";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person) {
    return sql.sql(
            "select sent_at, words, 'answer' from round_answer where student_id = ? union all"
                + " select sent_at, words, 'reply' from round_reply where student_id = ? order by 1")
        .params(person, person)
        .query(
            (row, n) ->
                Map.of("at", row.getString(1), "words", row.getString(2), "what", row.getString(3)))
        .list();
  }
}
