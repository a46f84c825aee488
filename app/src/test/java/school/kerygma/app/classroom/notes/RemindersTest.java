package school.kerygma.app.classroom.notes;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.audience.MorningAfter;
import school.kerygma.core.time.DueRuleText;

/** Who is written to on the morning after: each once, whatever runs twice. */
class RemindersTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant SUNDAY = Instant.parse("2026-09-27T15:00:00Z");

  /** 6:30 in Halifax. */
  private static final Instant TUESDAY_EARLY = Instant.parse("2026-09-29T09:30:00Z");

  private static final Instant THURSDAY_EARLY = Instant.parse("2026-10-01T09:30:00Z");

  private TestSchool school;
  private List<UUID> students;
  private UUID sketch;

  @BeforeEach
  void aSchoolWithTwoTasks() {
    school = TestSchool.in("America/Halifax", 3);
    students =
        school.students().stream().sorted(Comparator.comparing((UUID s) -> name(s))).toList();
    sketch = task("Sketch it", MONDAY, true);
    UUID model = task("Model it", MONDAY.plusDays(2), true);
    UUID more = task("A little more", MONDAY, false);
    school.post(MONDAY, sketch, model, more);
  }

  private UUID task(String title, LocalDate day, boolean required) {
    TaskSheet sheet =
        TaskSheet.of(title, 20, Map.of(school.section(), day))
            .due(Optional.of(DueRuleText.read("day 23:59")));
    return DemoServer.bean(Tasks.class)
        .plan(school.teacher(), sheet.opening(required, sheet.opens()));
  }

  private static String name(UUID person) {
    return DemoServer.bean(People.class).contacts(List.of(person)).get(person).name();
  }

  private SectionView section() {
    return DemoServer.bean(Sections.class).get(school.section());
  }

  private void rule(Instant at, boolean on) {
    ScopedClock.runAt(
        at,
        () ->
            DemoServer.bean(Reminding.class)
                .set(section(), school.teacher(), new MorningAfter(LocalTime.of(6, 30), 2), on));
  }

  private static void write(Instant at) {
    ScopedClock.runAt(at, () -> DemoServer.bean(Reminders.class).write());
  }

  private int notes(UUID student) {
    return TestSchool.count("select count(*) from note where student_id = ?", student);
  }

  private static int letters(UUID person) {
    return TestSchool.count(
        "select count(*) from message where to_id = ? and note_id is not null", person);
  }

  private static UUID guardian(UUID student) {
    return DemoServer.bean(People.class).guardiansOf(List.of(student)).getFirst().id();
  }

  @Test
  void whoHasNotDoneItIsRemindedOnceThoughTwoNodesLookAtOnceAndTheFamilyTheSecondTime()
      throws Exception {
    rule(SUNDAY, true);
    DemoServer.bean(Audience.class).tick(students.get(0), sketch, true);
    TestSchool.sql()
        .sql("update tick set ticked_at = ? where task_id = ?")
        .params(Timestamp.from(SUNDAY.plusSeconds(86_400)), sketch)
        .update();
    int before = letters(students.get(1));
    write(TUESDAY_EARLY.minusSeconds(86_400));
    write(TUESDAY_EARLY.minusSeconds(1));
    assertThat(notes(students.get(1))).isZero();
    try (ExecutorService nodes = Executors.newFixedThreadPool(2)) {
      List<Future<?>> both =
          List.of(
              nodes.submit(() -> write(TUESDAY_EARLY)), nodes.submit(() -> write(TUESDAY_EARLY)));
      for (Future<?> node : both) {
        node.get();
      }
    }
    write(TUESDAY_EARLY.plusSeconds(60));
    assertThat(notes(students.get(0))).isZero();
    assertThat(notes(students.get(1))).isOne();
    assertThat(letters(students.get(1))).isEqualTo(before + 1);
    int family = letters(guardian(students.get(1)));
    assertThat(
            TestSchool.sql()
                .sql("select words from note where student_id = ?")
                .param(students.get(1))
                .query(String.class)
                .single())
        .contains("Sketch it")
        .doesNotContain("A little more");
    write(THURSDAY_EARLY);
    assertThat(notes(students.get(0))).isOne();
    assertThat(notes(students.get(1))).isEqualTo(2);
    assertThat(letters(guardian(students.get(1)))).isEqualTo(family + 1);
    assertThat(
            TestSchool.count(
                "select count(*) from note where student_id = ? and to_family", students.get(0)))
        .isZero();
  }

  @Test
  void aRuleThatIsTurnedOnLaterDoesNotAskForWhatWasDueBefore() {
    rule(Instant.parse("2026-09-29T12:00:00Z"), true);
    write(THURSDAY_EARLY);
    assertThat(
            TestSchool.count(
                "select count(*) from note where section_id = ? and words like '%Sketch it%'",
                school.section()))
        .isZero();
    assertThat(notes(students.get(1))).isOne();
    rule(THURSDAY_EARLY, false);
    write(Instant.parse("2026-10-02T09:31:00Z"));
    assertThat(notes(students.get(1))).isOne();
  }

  @Test
  void whatStoodStillOverNightIsDoneInTheMorningAndNotAtNight() {
    rule(SUNDAY, true);
    write(Instant.parse("2026-09-30T02:00:00Z")); // 11 p.m.
    assertThat(notes(students.get(1))).isZero();
    write(Instant.parse("2026-09-30T09:30:00Z"));
    assertThat(notes(students.get(1))).isOne();
  }

  @Test
  void aTeacherSeesWhomItWouldRemindAndSendsItAndNobodyIsAskedTwice() throws Exception {
    HttpClient desk = Caller.teacher(school.email());
    String page = "/sections/" + school.section() + "/reminders";
    // By the clock of the tests it is Wednesday, 10:15: the sketch was due on Monday.
    assertThat(Caller.get(desk, page).body())
        .contains("Remind these 3 now")
        .contains("In the last seven days");
    assertThat(Caller.get(desk, "/follow-up").body())
        .contains("Remind 3 students in " + section().name());
    String after = Caller.location(Caller.form(desk, page + "/now"));
    assertThat(Caller.get(desk, after).body()).contains("3 students were reminded.");
    assertThat(notes(students.get(2))).isOne();
    assertThat(Caller.get(desk, page).body()).contains("Nobody needs reminding just now.");
    assertThat(Caller.get(desk, "/follow-up").body()).doesNotContain("Remind 3 students");
    assertThat(Caller.form(desk, page, "at", "05:00", "family", "2").body())
        .contains("Nobody is written to between 9 p.m. and 6 a.m.");
  }

  @Test
  void whoWishesNoLettersIsNotRemindedByMail() {
    UUID guardian = guardian(students.get(1));
    TestSchool.sql()
        .sql("insert into mail_wish (person_id, wish) values (?, 'NONE')")
        .param(guardian)
        .update();
    int before = letters(guardian);
    ScopedClock.runAt(
        TUESDAY_EARLY,
        () ->
            DemoServer.bean(Notes.class)
                .remind(section(), students.get(1), school.teacher(), () -> "Sketch it", 2, true));
    assertThat(letters(guardian)).isEqualTo(before);
    assertThat(notes(students.get(1))).isOne();
  }
}
