package school.kerygma.app.school.rollcall;

import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.rollcall.RollReads.Answer;
import school.kerygma.app.school.rollcall.RollReads.Key;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.roll.RollCall;
import school.kerygma.core.roll.RollCall.Presence;
import school.kerygma.core.roll.RollCall.State;
import school.kerygma.core.roll.RollCall.Times;

/** Keeps roll calls. */
@Service
@Transactional
public class RollCalls implements Remembers {

  static final int LONGEST = 300;

  /**
   * A section's roll call.
   *
   * @param question that is asked; may be empty
   * @param begins the first day that counts
   */
  public record Setting(RollCall call, String question, LocalDate begins) {}

  /**
   * A student's roll call of today.
   *
   * @param answered when it was answered
   * @param set whether the teacher has set it
   */
  public record Today(
      UUID section,
      String question,
      LocalTime opens,
      LocalTime closes,
      State state,
      Presence presence,
      Optional<Instant> answered,
      boolean set) {}

  /**
   * What is known of a student on a day.
   *
   * @param set whether a teacher has set it
   */
  public record Cell(
      LocalDate day, Presence presence, Optional<Instant> answered, String words, boolean set) {}

  private final JdbcClient sql;
  private final RollReads reads;
  private final Clock clock;

  RollCalls(JdbcClient sql, RollReads reads, Clock clock) {
    this.sql = sql;
    this.reads = reads;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public Optional<Setting> of(UUID section) {
    return sql.sql("select opens, closes, question, begins from roll_call where section_id = ?")
        .param(section)
        .query(
            (row, n) ->
                new Setting(
                    new RollCall(
                        times(
                            row.getObject(1, LocalTime.class), row.getObject(2, LocalTime.class))),
                    row.getString(3),
                    row.getObject(4, LocalDate.class)))
        .optional();
  }

  private static Optional<Times> times(@Nullable LocalTime opens, @Nullable LocalTime closes) {
    return opens == null || closes == null
        ? Optional.empty()
        : Optional.of(new Times(opens, closes));
  }

  /** Whether the roll is called in a section, by the clock or by its teacher. */
  @Transactional(readOnly = true)
  public boolean isCalled(UUID section) {
    return sql.sql(
            "select exists (select 1 from roll_call where section_id = :section)"
                + " or exists (select 1 from roll_set where section_id = :section)")
        .param("section", section)
        .query(Boolean.class)
        .single();
  }

  /** Whether it is known at what hour the section meets on each of its days. */
  static boolean knowsHours(SectionView section) {
    return section.meets().days().values().stream()
        .allMatch(m -> !m.together() || m.hours().isPresent());
  }

  /**
   * Sets or changes a section's roll call; it counts from today on.
   *
   * @param call of fixed times, or by the section's hours, which must be known then
   */
  public void set(SectionView section, RollCall call, String question) {
    if (call.fixed().isEmpty() && !knowsHours(section)) {
      throw Problem.refused("roll-no-hours").at("by");
    }
    if (question.length() > 200) {
      throw Problem.refused("roll-question").at("question");
    }
    sql.sql(
            "insert into roll_call (section_id, opens, closes, question, begins)"
                + " values (:section, :opens, :closes, :question, :begins)"
                + " on conflict (section_id) do update set opens = excluded.opens, closes = excluded.closes,"
                + " question = excluded.question")
        .param("section", section.id())
        .param("opens", call.fixed().map(Times::opens).orElse(null), Types.TIME)
        .param("closes", call.fixed().map(Times::closes).orElse(null), Types.TIME)
        .param("question", question.strip())
        .param("begins", section.calendar().dateOf(clock.instant()))
        .update();
  }

  /** There is none any more; what was answered stays. */
  void end(UUID section) {
    sql.sql("delete from roll_call where section_id = ?").param(section).update();
  }

  /** The roll call that a student has today in a section. */
  @Transactional(readOnly = true)
  public Optional<Today> today(SectionView section, UUID student) {
    Instant now = clock.instant();
    LocalDate day = section.calendar().dateOf(now);
    return of(section.id())
        .flatMap(
            s -> {
              State state = s.call().at(now, day, section.meets(), section.calendar());
              if (state == State.NONE) {
                return Optional.empty();
              }
              Cell cell =
                  cell(
                      section,
                      Optional.of(s),
                      day,
                      student,
                      reads.answers(section.id(), day, day),
                      reads.sets(section.id(), day, day));
              Times times = s.call().on(day, section.meets(), section.calendar()).orElseThrow();
              return Optional.of(
                  new Today(
                      section.id(),
                      s.question(),
                      times.opens(),
                      times.closes(),
                      state,
                      cell.presence(),
                      cell.answered(),
                      cell.set()));
            });
  }

  /** A student is here. Twice pressed is once. */
  public void answer(SectionView section, UUID student, String words) {
    Instant now = clock.instant();
    LocalDate day = section.calendar().dateOf(now);
    Setting setting = of(section.id()).orElseThrow(Problem::notFound);
    State state = setting.call().at(now, day, section.meets(), section.calendar());
    if (state != State.OPEN) {
      Times times =
          setting
              .call()
              .on(day, section.meets(), section.calendar())
              .orElseThrow(Problem::notFound);
      throw Problem.conflict(
          state == State.CLOSED ? "roll-closed" : "roll-early",
          new Wording().time(state == State.CLOSED ? times.closes() : times.opens()));
    }
    String said = words.strip();
    if (said.length() > LONGEST) {
      throw Problem.refused("roll-words").at("words");
    }
    sql.sql(
            "insert into roll_answer (section_id, day, student_id, words, answered_at) values (?, ?, ?, ?, ?)"
                + " on conflict do nothing")
        .params(section.id(), day, student, said, at(now))
        .update();
  }

  private static OffsetDateTime at(Instant moment) {
    return moment.atOffset(ZoneOffset.UTC);
  }

  /**
   * Sets right what counts for a student on a day.
   *
   * @param presence nothing: as it was answered
   */
  void setRight(
      UUID section, LocalDate day, UUID student, UUID teacher, Optional<Presence> presence) {
    sql.sql("delete from roll_set where section_id = ? and day = ? and student_id = ?")
        .params(section, day, student)
        .update();
    presence.ifPresent(
        p ->
            sql.sql(
                    "insert into roll_set (section_id, day, student_id, presence, set_by, set_at) values (?, ?, ?, ?, ?, ?)")
                .params(section, day, student, p.name(), teacher, at(clock.instant()))
                .update());
  }

  /** What is known of students on the days of a roll call between two days, up to today. */
  @Transactional(readOnly = true)
  public Map<UUID, List<Cell>> between(
      SectionView section, Collection<UUID> students, LocalDate first, LocalDate last) {
    Map<UUID, List<Cell>> cells = new HashMap<>();
    students.forEach(s -> cells.put(s, new ArrayList<>()));
    Optional<Setting> setting = of(section.id());
    LocalDate today = section.calendar().dateOf(clock.instant());
    Map<Key, Answer> answers = reads.answers(section.id(), first, last);
    Map<Key, Presence> sets = reads.sets(section.id(), first, last);
    for (LocalDate day : days(section, setting, RollReads.known(answers, sets), first, last)) {
      if (!day.isAfter(today)) {
        for (UUID student : students) {
          There.in(cells, student).add(cell(section, setting, day, student, answers, sets));
        }
      }
    }
    return cells;
  }

  /** The days between two days on which the roll is called, by the clock or by the teacher. */
  @Transactional(readOnly = true)
  List<LocalDate> days(SectionView section, LocalDate first, LocalDate last) {
    return days(
        section,
        of(section.id()),
        RollReads.known(
            reads.answers(section.id(), first, last), reads.sets(section.id(), first, last)),
        first,
        last);
  }

  private List<LocalDate> days(
      SectionView section,
      Optional<Setting> setting,
      Set<LocalDate> known,
      LocalDate first,
      LocalDate last) {
    SortedSet<LocalDate> days = new TreeSet<>(known);
    setting.ifPresent(s -> days.addAll(byTheClock(section, s, first, last)));
    return List.copyOf(days);
  }

  /** The days between two days on which the section has its roll call by the clock. */
  List<LocalDate> byTheClock(
      SectionView section, Setting setting, LocalDate first, LocalDate last) {
    LocalDate begins = first.isBefore(setting.begins()) ? setting.begins() : first;
    return begins
        .datesUntil(last.isBefore(begins) ? begins : last.plusDays(1))
        .filter(day -> setting.call().on(day, section.meets(), section.calendar()).isPresent())
        .toList();
  }

  /**
   * The teacher calls the roll of a day: who is not named as absent is here. Who is excused stays
   * so.
   */
  void call(SectionView section, LocalDate day, Set<UUID> absent, UUID teacher) {
    Map<Key, Presence> sets = reads.sets(section.id(), day, day);
    for (UUID student : section.students()) {
      boolean missing = absent.contains(student);
      if (!missing || sets.get(new Key(student, day)) != Presence.EXCUSED) {
        setRight(
            section.id(),
            day,
            student,
            teacher,
            Optional.of(missing ? Presence.ABSENT : Presence.HERE));
      }
    }
  }

  private Cell cell(
      SectionView section,
      Optional<Setting> setting,
      LocalDate day,
      UUID student,
      Map<Key, Answer> answers,
      Map<Key, Presence> sets) {
    Key key = new Key(student, day);
    Optional<Answer> answer = Optional.ofNullable(answers.get(key));
    Optional<Presence> set = Optional.ofNullable(sets.get(key));
    State state =
        setting
            .map(s -> s.call().at(clock.instant(), day, section.meets(), section.calendar()))
            .orElse(State.NONE);
    return new Cell(
        day,
        RollCall.presence(state, answer.isPresent(), set),
        answer.map(Answer::at),
        answer.map(Answer::words).orElse(""),
        set.isPresent());
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.oneEach("roll_answer", "student_id", "section_id", "day"),
        Kept.oneEach("roll_set", "student_id", "section_id", "day"),
        Kept.teachers("roll_set", "set_by"));
  }

  @Override
  public String heading() {
    return "roll calls";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return sql
        .sql(
            "select day, answered_at, words, section_id from roll_answer where student_id = ? order by day")
        .param(person)
        .query(
            (row, n) ->
                Map.entry(
                    row.getObject(4, UUID.class),
                    Map.of(
                        "day",
                        row.getString(1),
                        "at",
                        row.getString(2),
                        "words",
                        row.getString(3))))
        .list()
        .stream()
        .filter(e -> sight.sees(Gate.Kind.ROSTER, e.getKey()))
        .map(Map.Entry::getValue)
        .toList();
  }
}
