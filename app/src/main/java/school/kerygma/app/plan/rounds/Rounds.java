package school.kerygma.app.plan.rounds;

import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.TasksCopied;
import school.kerygma.app.school.sections.SectionTouched;
import school.kerygma.core.There;
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

  /** A recording of somebody. */
  public record Voice(UUID id, long lengthMs) {

    public int seconds() {
      return RoundRule.Length.spoken(lengthMs).seconds();
    }
  }

  /**
   * A reply as it is kept.
   *
   * @param words what is written, or what the recording says in words, if its speaker wrote that
   */
  public record Reply(
      UUID id, UUID student, String words, Optional<Voice> voice, Instant sentAt, boolean hidden) {

    public RoundRule.Length length() {
      return RoundTalk.length(words, voice);
    }
  }

  /** An answer with its replies, as it is kept. */
  public record Answer(
      UUID id,
      UUID student,
      String words,
      Optional<Voice> voice,
      Instant sentAt,
      Instant changedAt,
      boolean hidden,
      boolean heldUp,
      List<Reply> replies) {

    public boolean changed() {
      return changedAt.isAfter(sentAt);
    }

    public RoundRule.Length length() {
      return RoundTalk.length(words, voice);
    }
  }

  private final JdbcClient sql;
  private final Tasks tasks;
  private final RoundTalk talk;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Rounds(
      JdbcClient sql, Tasks tasks, RoundTalk talk, ApplicationEventPublisher events, Clock clock) {
    this.sql = sql;
    this.tasks = tasks;
    this.talk = talk;
    this.events = events;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public Optional<Round> of(UUID task) {
    return of(Set.of(task)).stream().findFirst();
  }

  /** The rounds of those of some tasks that have one. */
  @Transactional(readOnly = true)
  public List<Round> of(Collection<UUID> tasks) {
    if (tasks.isEmpty()) {
      return List.of();
    }
    return sql.sql(
            "select task_id, question, manner, words, seconds, replies, reply_words, reply_seconds, names, days_before"
                + " from round where task_id in (:tasks)")
        .param("tasks", tasks)
        .query(
            (row, n) ->
                new Round(
                    row.getObject(1, UUID.class),
                    row.getString(2),
                    new RoundRule(
                        RoundRule.Manner.valueOf(row.getString(3)),
                        new RoundRule.Least(row.getInt(4), row.getInt(5)),
                        row.getInt(6),
                        new RoundRule.Least(row.getInt(7), row.getInt(8)),
                        row.getBoolean(9),
                        row.getInt(10))))
        .list();
  }

  /** Which of some tasks have a round. */
  @Transactional(readOnly = true)
  public Set<UUID> among(Collection<UUID> tasks) {
    return of(tasks).stream().map(Round::task).collect(Collectors.toSet());
  }

  /** In which rounds, of some tasks, each student's own answer is there. */
  @Transactional(readOnly = true)
  public Map<UUID, Set<UUID>> answered(Collection<UUID> students, Collection<UUID> tasks) {
    if (students.isEmpty() || tasks.isEmpty()) {
      return Map.of();
    }
    return sql
        .sql(
            "select student_id, task_id from round_answer where student_id in (:students) and task_id in (:tasks)")
        .param("students", students)
        .param("tasks", tasks)
        .query((row, n) -> new UUID[] {row.getObject(1, UUID.class), row.getObject(2, UUID.class)})
        .stream()
        .collect(
            Collectors.groupingBy(p -> p[0], Collectors.mapping(p -> p[1], Collectors.toSet())));
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
            "insert into round (task_id, question, manner, words, seconds, replies, reply_words, reply_seconds, names,"
                + " days_before) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict (task_id) do update set"
                + " question = excluded.question, manner = excluded.manner, words = excluded.words,"
                + " seconds = excluded.seconds, replies = excluded.replies, reply_words = excluded.reply_words,"
                + " reply_seconds = excluded.reply_seconds, names = excluded.names, days_before = excluded.days_before")
        .params(
            task,
            asked,
            rule.manner().name(),
            rule.answer().words(),
            rule.answer().seconds(),
            rule.replies(),
            rule.reply().words(),
            rule.reply().seconds(),
            rule.names(),
            rule.daysBefore())
        .update();
    touch(task);
  }

  /** Calendars are told when the first answer is due. */
  private void touch(UUID task) {
    events.publishEvent(new SectionTouched(tasks.get(task).sheet().days().keySet()));
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
    touch(task);
  }

  /**
   * Sends a student's own answer in words, or puts it right.
   *
   * @throws Problem if it is empty, too long, or shorter than asked, or words are not asked for
   */
  public void answer(Round round, UUID section, UUID student, String words) {
    String said = said(round, words, round.rule().answer());
    answer(round, section, student, new Said(said, null, clock.instant()));
  }

  /** What is sent last is the answer: words in place of a recording, or a recording of words. */
  private void answer(Round round, UUID section, UUID student, Said said) {
    sql.sql(
            "insert into round_answer (id, task_id, section_id, student_id, words, voice_id, sent_at, changed_at, hidden,"
                + " held_up) values (?, ?, ?, ?, ?, ?, ?, ?, false, false) on conflict (task_id, student_id) do update"
                + " set words = excluded.words, voice_id = excluded.voice_id, changed_at = excluded.changed_at where"
                + " (round_answer.words, round_answer.voice_id) is distinct from (excluded.words, excluded.voice_id)")
        .params(UUID.randomUUID(), round.task(), section, student, said.words())
        .param(said.voice())
        .params(said.moment(), said.moment())
        .update();
    tick(round, section, student);
  }

  private static String said(Round round, String words, RoundRule.Least least) {
    if (!round.rule().manner().writes()) {
      throw Problem.refused("round-spoken");
    }
    String said = words.strip();
    int count = Blank.words(said);
    if (count == 0) {
      throw Problem.refused("round-empty").at("words");
    }
    if (said.length() > LONGEST) {
      throw Problem.refused("round-long").at("words");
    }
    if (!RoundRule.Length.written(count).reaches(least)) {
      throw Problem.refused("round-short", count, least.words()).at("words");
    }
    return said;
  }

  /**
   * Replies in words to an answer of the same section; the same once more is the same reply.
   *
   * @throws Problem if one's own answer is not sent yet, or the other is not there for them
   */
  public void reply(Round round, UUID section, UUID student, UUID answer, String words) {
    // One after the other, so that the same from two tabs is seen.
    sql.sql("select 1 from round_answer where id = ? for update")
        .param(answer)
        .query(Integer.class)
        .optional();
    Answer to = replied(round, section, student, answer);
    String said = said(round, words, least(round, to, student));
    if (to.replies().stream()
        .noneMatch(
            r -> r.student().equals(student) && r.voice().isEmpty() && r.words().equals(said))) {
      reply(round, section, student, answer, new Said(said, null, clock.instant()));
    }
  }

  private void reply(Round round, UUID section, UUID student, UUID answer, Said said) {
    sql.sql(
            "insert into round_reply (id, answer_id, student_id, words, voice_id, sent_at, hidden) values"
                + " (?, ?, ?, ?, ?, ?, false)")
        .params(UUID.randomUUID(), answer, student, said.words())
        .param(said.voice())
        .param(said.moment())
        .update();
    tick(round, section, student);
  }

  /** To oneself one may reply in one word. */
  static RoundRule.Least least(Round round, Answer to, UUID student) {
    return to.student().equals(student) ? new RoundRule.Least(0, 0) : round.rule().reply();
  }

  /**
   * The answer to which a student wants to reply.
   *
   * @throws Problem if one's own answer is not sent yet, the other is not there for them, or there
   *     were too many replies
   */
  Answer replied(Round round, UUID section, UUID student, UUID answer) {
    List<Answer> all = talk.answers(round.task(), section);
    if (!RoundRule.opensOthers(RoundTalk.own(student, all))) {
      throw Problem.conflict("round-first");
    }
    Answer to =
        all.stream()
            .filter(a -> a.id().equals(answer) && (!a.hidden() || a.student().equals(student)))
            .findFirst()
            .orElseThrow(Problem::notFound);
    if (to.replies().stream().filter(r -> r.student().equals(student)).count() >= MOST_REPLIES) {
      throw Problem.conflict("round-many");
    }
    return to;
  }

  /** Sends what somebody has recorded: from now on the others hear it. */
  void speak(RoundVoices.Recorded voice) {
    Said said = new Said(voice.words(), voice.id(), voice.begun());
    Round round = of(voice.task()).orElseThrow(Problem::notFound);
    if (voice.to().isPresent()) {
      reply(round, voice.section(), voice.student(), voice.to().get(), said);
    } else {
      answer(round, voice.section(), voice.student(), said);
    }
  }

  /**
   * What is sent.
   *
   * @param voice its recording, if it was spoken
   * @param at when its sending began
   */
  private record Said(String words, @Nullable UUID voice, Instant at) {

    OffsetDateTime moment() {
      return at.atOffset(ZoneOffset.UTC);
    }
  }

  void tick(Round round, UUID section, UUID student) {
    boolean done =
        RoundTalk.progress(round.rule(), student, talk.answers(round.task(), section)).done();
    events.publishEvent(new RoundStands(student, round.task(), done));
  }

  /** A round is asked again where its task is planned again; nobody has answered it there. */
  @EventListener
  void on(TasksCopied copied) {
    of(copied.now().keySet())
        .forEach(r -> set(There.in(copied.now(), r.task()), r.question(), r.rule()));
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.oneEach("round_answer", "student_id", "task_id"),
        Kept.theirs("round_reply", "student_id"),
        Kept.theirs("round_voice", "student_id"));
  }

  @Override
  public String heading() {
    return "rounds";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return sql
        .sql(
            "select x.sent_at, x.words, x.what, coalesce(v.length_ms, 0), x.section_id from (select sent_at, words, 'answer' what, voice_id, section_id"
                + " from round_answer where student_id = ? union all select r.sent_at, r.words, 'reply', r.voice_id, a.section_id"
                + " from round_reply r join round_answer a on a.id = r.answer_id where r.student_id = ?) x left join round_voice v on v.id = x.voice_id order by 1")
        .params(person, person)
        .query(
            (row, n) ->
                Map.entry(
                    row.getObject(5, UUID.class),
                    Map.of(
                        "at",
                        row.getString(1),
                        "words",
                        row.getString(2),
                        "what",
                        row.getString(3),
                        "spokenMs",
                        row.getLong(4))))
        .list()
        .stream()
        .filter(e -> sight.sees(Gate.Kind.ROSTER, e.getKey()))
        .map(Map.Entry::getValue)
        .toList();
  }
}
