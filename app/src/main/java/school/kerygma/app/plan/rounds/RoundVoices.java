package school.kerygma.app.plan.rounds;

import java.io.InputStream;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.Resource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.PersonErased;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.round.RoundRule;

/**
 * Keeps what is spoken in rounds. A recording is made anew before anybody hears it, and is heard by
 * those who may read what is written in its place.
 */
@Service
@Transactional
public class RoundVoices implements Gate.CircleSource {

  /** The largest recording, in bytes; four minutes of speech take about 1.5 MB. */
  private static final long MOST_BYTES = 20L << 20;

  private static final String UNDER = "rounds/";

  /** How a recording is. */
  public enum State {
    ARRIVING,
    /** It is being made ready. */
    MAKING,
    /** Nothing is heard in it; its speaker is asked. */
    SILENT,
    /** It is shorter than asked; it was not sent. */
    SHORT,
    /** It is longer than the recorder records; it was not sent. */
    LONG,
    /** There is no sound in it; it was not sent. */
    NOTHING,
    SENT
  }

  /**
   * A recording.
   *
   * @param to the answer that it replies to; nothing if it is an answer itself
   * @param words what it says in words, if its speaker wrote that
   */
  public record Recorded(
      UUID id,
      UUID task,
      UUID section,
      UUID student,
      Optional<UUID> to,
      String words,
      long bytes,
      State state,
      Instant begun) {}

  private static final String COLUMNS =
      "select id, task_id, section_id, student_id, reply_to, words, bytes, state, begun_at from round_voice ";

  private final Rounds rounds;
  private final RoundTalk talk;
  private final Sections sections;
  private final Jobs jobs;
  private final MediaStore store;
  private final JdbcClient sql;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  RoundVoices(
      Rounds rounds,
      RoundTalk talk,
      Sections sections,
      Jobs jobs,
      MediaStore store,
      JdbcClient sql,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.rounds = rounds;
    this.talk = talk;
    this.sections = sections;
    this.jobs = jobs;
    this.store = store;
    this.sql = sql;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  static String original(UUID voice) {
    return UNDER + voice + ".original";
  }

  static String made(UUID voice) {
    return UNDER + voice + ".mp4";
  }

  /**
   * Says that a recording is coming; from now on it counts as begun. What the same student had
   * begun in its place and not sent is forgotten.
   *
   * @param to the answer that it replies to
   */
  public UUID announce(
      Rounds.Round round, UUID section, UUID student, Optional<UUID> to, String words, long bytes) {
    if (!round.rule().manner().speaks()) {
      throw Problem.refused("round-written");
    }
    if (bytes <= 0 || bytes > MOST_BYTES) {
      throw Problem.refused("round-bytes");
    }
    String beside = words.strip();
    if (beside.length() > Rounds.LONGEST) {
      throw Problem.refused("round-long");
    }
    to.ifPresent(answer -> rounds.replied(round, section, student, answer));
    sql.sql(
            "delete from round_voice where task_id = ? and student_id = ? and reply_to is not distinct from ?"
                + " and state <> 'SENT'")
        .params(round.task(), student)
        .param(to.orElse(null))
        .update();
    UUID id = UUID.randomUUID();
    sql.sql(
            "insert into round_voice (id, task_id, section_id, student_id, reply_to, words, bytes, state, begun_at)"
                + " values (?, ?, ?, ?, ?, ?, ?, 'ARRIVING', ?)")
        .params(id, round.task(), section, student)
        .param(to.orElse(null))
        .params(beside, bytes, clock.instant().atOffset(ZoneOffset.UTC))
        .update();
    return id;
  }

  /** Takes a recording in that was announced; one that came already is not taken again. */
  @Transactional(propagation = Propagation.NOT_SUPPORTED)
  public void receive(UUID voice, InputStream content) {
    Recorded of = get(voice);
    if (of.state() != State.ARRIVING) {
      return;
    }
    if (!store.putWhole(original(voice), content, of.bytes())) {
      throw Problem.refused("hand-in-torn");
    }
    inTransaction.executeWithoutResult(
        t -> {
          if (turn(voice, State.ARRIVING, State.MAKING)) {
            jobs.start(RoundVoiceMaking.KIND, voice, of.student());
          }
        });
  }

  private boolean turn(UUID voice, State from, State to) {
    return sql.sql("update round_voice set state = ? where id = ? and state = ?")
            .params(to.name(), voice, from.name())
            .update()
        == 1;
  }

  /**
   * What became of a recording as it was made ready: it is sent, or its student is told why not.
   */
  void made(UUID voice, State state, long lengthMs) {
    sql.sql("update round_voice set length_ms = ? where id = ?").params(lengthMs, voice).update();
    if (turn(voice, State.MAKING, state) && state == State.SENT) {
      speak(get(voice));
    }
  }

  private void speak(Recorded voice) {
    rounds.speak(voice);
  }

  /** Sends a recording although nothing is heard in it. */
  public void sendAllTheSame(UUID voice) {
    if (turn(voice, State.SILENT, State.SENT)) {
      speak(get(voice));
    }
  }

  @Transactional(readOnly = true)
  public Recorded get(UUID voice) {
    return find(voice).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  Optional<Recorded> find(UUID voice) {
    return sql.sql(COLUMNS + "where id = ?").param(voice).query(RoundVoices::voice).optional();
  }

  /** What a student has recorded that is here and not sent. */
  @Transactional(readOnly = true)
  public List<Recorded> waiting(UUID task, UUID student) {
    return sql.sql(
            COLUMNS + "where task_id = ? and student_id = ? and state not in ('ARRIVING', 'SENT')")
        .params(task, student)
        .query(RoundVoices::voice)
        .list();
  }

  private static Recorded voice(ResultSet row, int number) throws SQLException {
    return new Recorded(
        row.getObject(1, UUID.class),
        row.getObject(2, UUID.class),
        row.getObject(3, UUID.class),
        row.getObject(4, UUID.class),
        Optional.ofNullable(row.getObject(5, UUID.class)),
        row.getString(6),
        row.getLong(7),
        State.valueOf(row.getString(8)),
        row.getObject(9, OffsetDateTime.class).toInstant());
  }

  /** How long a recording must be at least; nothing is asked any more once its round has gone. */
  @Transactional(readOnly = true)
  RoundRule.Least least(Recorded voice) {
    Optional<Rounds.Round> round = rounds.of(voice.task());
    if (round.isEmpty()) {
      return new RoundRule.Least(0, 0);
    }
    if (voice.to().isEmpty()) {
      return round.get().rule().answer();
    }
    return talk.answers(voice.task(), voice.section()).stream()
        .filter(a -> a.id().equals(voice.to().get()))
        .findFirst()
        .map(a -> Rounds.least(round.get(), a, voice.student()))
        .orElse(round.get().rule().reply());
  }

  /** A recording as it is heard. */
  @Transactional(readOnly = true)
  public Resource sound(UUID voice) {
    return store.find(made(voice)).orElseThrow(Problem::notFound);
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.ROUND_VOICE);
  }

  /**
   * Its speaker; once it is sent, the teachers; and classmates who have answered themselves, as
   * long as it is not hidden and stands where they see it.
   */
  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    return find(id)
        .map(
            v -> {
              boolean sent = v.state() == State.SENT;
              Circle roster = sections.circle(Gate.Kind.ROSTER, v.section());
              return new Circle(
                  teacher -> sent && roster.teachers().test(teacher),
                  student -> v.student().equals(student) || sent && hears(v, student),
                  any -> false);
            })
        .orElse(Circle.NOBODY);
  }

  private boolean hears(Recorded voice, UUID student) {
    return sections.get(voice.section()).students().contains(student)
        && sql.sql(
                "select exists (select 1 from round_answer a left join round_reply r on r.answer_id = a.id"
                    + " and r.voice_id = :voice where (a.voice_id = :voice and not a.hidden)"
                    + " or (r.id is not null and not r.hidden and (not a.hidden or a.student_id = :student)))"
                    + " and exists (select 1 from round_answer where task_id = :task and section_id = :section"
                    + " and student_id = :student)")
            .param("voice", voice.id())
            .param("student", student)
            .param("task", voice.task())
            .param("section", voice.section())
            .query(Boolean.class)
            .single();
  }

  @EventListener
  void on(PersonErased erased) {
    sql.sql("select id from round_voice where student_id = ?")
        .param(erased.person())
        .query(UUID.class)
        .list()
        .forEach(this::forget);
  }

  private void forget(UUID voice) {
    store.delete(original(voice));
    store.delete(made(voice));
  }

  /** What was never sent, and what another has taken the place of, is gone. */
  @EventListener
  void on(Nightly night) {
    Instant yesterday = clock.instant().minus(Duration.ofDays(1));
    sql.sql(
            "delete from round_voice v where begun_at < ? and not exists (select 1 from round_answer a"
                + " where a.voice_id = v.id) and not exists (select 1 from round_reply r where r.voice_id = v.id)")
        .param(yesterday.atOffset(ZoneOffset.UTC))
        .update();
    Set<String> still =
        new HashSet<>(
            sql.sql("select cast(id as varchar) from round_voice").query(String.class).list());
    store.deleteBefore(
        UNDER,
        yesterday,
        name -> {
          String file = name.substring(name.lastIndexOf('/') + 1);
          return !still.contains(file.substring(0, Math.max(0, file.indexOf('.'))));
        });
  }
}
