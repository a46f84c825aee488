package school.kerygma.app.desk.keeping;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.app.Caller.form;
import static school.kerygma.app.Caller.get;
import static school.kerygma.app.Caller.location;
import static school.kerygma.app.Caller.teacher;
import static school.kerygma.app.TestSchool.count;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpClient;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.MeetingPattern;

/** What is put away, erased, given out, and removed at night. */
class KeepingTest {

  private final TestSchool school = TestSchool.in("America/Halifax", 2);
  private final Instant now = DemoServer.bean(Clock.class).instant();

  private UUID student() {
    return school.students().stream().sorted().findFirst().orElseThrow();
  }

  private UUID task() {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of("Keep me", 10, Map.of(school.section(), LocalDate.parse("2026-09-30"))));
  }

  private static void night(Instant when) {
    DemoServer.publish(new Nightly(when));
  }

  @Test
  void aTaskThatIsPutAwayIsSeenByNobodyAndCanBeTakenOutForThirtyDays() throws Exception {
    UUID task = task();
    school.post(LocalDate.parse("2026-09-28"), task);
    HttpClient desk = teacher(school.email());
    HttpClient tablet =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(student())).get(student()));
    assertThat(get(tablet, "/class").body()).contains("Keep me");
    assertThat(location(form(desk, "/put-away/task/" + task))).startsWith("/plan");
    assertThat(get(tablet, "/class").body()).doesNotContain("Keep me");
    assertThat(get(desk, "/plan").body()).doesNotContain("Keep me");
    assertThat(get(desk, "/follow-up").statusCode()).isEqualTo(200);
    assertThat(get(desk, "/plan/tasks/" + task).statusCode()).isEqualTo(404);
    assertThat(get(desk, "/put-away").body()).contains("Keep me");
    night(now.plus(Duration.ofDays(29)));
    form(desk, "/put-away/task/" + task + "/out");
    assertThat(get(tablet, "/class").body()).contains("Keep me");
    DemoServer.bean(Audience.class).tick(student(), task, true);
    form(desk, "/put-away/task/" + task);
    night(now.plus(Duration.ofDays(31)));
    assertThat(count("select count(*) from task where id = ?", task)).isZero();
    assertThat(count("select count(*) from tick where task_id = ?", task)).isZero();
    assertThat(get(tablet, "/class").statusCode()).isEqualTo(200);
  }

  @Test
  void whoEmptiesWhatIsPutAwayHasUntilTheNightToThinkBetterOfIt() throws Exception {
    HttpClient desk = teacher(school.email());
    UUID gone = task();
    UUID kept = task();
    UUID other = task();
    form(desk, "/put-away/task/" + gone);
    form(desk, "/put-away/task/" + kept);
    form(desk, "/put-away/empty");
    assertThat(get(desk, "/put-away").body()).contains("gone for good tonight");
    form(desk, "/put-away/task/" + kept + "/out");
    form(desk, "/put-away/task/" + other);
    night(now.plusSeconds(3600));
    assertThat(count("select count(*) from task where id = ?", gone)).isZero();
    assertThat(count("select count(*) from task where id = ?", kept)).isOne();
    assertThat(count("select count(*) from task where id = ?", other)).isOne();
  }

  @Test
  void anothersThingsAreNeitherPutAwayNorTakenOut() throws Exception {
    UUID task = task();
    HttpClient stranger = teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(form(stranger, "/put-away/task/" + task).statusCode()).isEqualTo(404);
    form(teacher(school.email()), "/put-away/task/" + task);
    assertThat(form(stranger, "/put-away/task/" + task + "/out").statusCode()).isEqualTo(404);
    assertThat(get(stranger, "/put-away").body()).doesNotContain("Keep me");
  }

  @Test
  void aWalkthroughThatWasPutAwayIsGoneAfterThirtyDaysWithAllThatBelongsToIt() throws Exception {
    HttpClient desk = teacher(school.email());
    String path = location(form(desk, "/walkthroughs", "title", "Away"));
    UUID id = UUID.fromString(path.substring(path.lastIndexOf('/') + 1));
    form(desk, "/put-away/walkthrough/" + id);
    assertThat(get(desk, "/walkthroughs").body()).doesNotContain(id.toString());
    night(now.plus(Duration.ofDays(31)));
    assertThat(count("select count(*) from walkthrough where id = ?", id)).isZero();
    assertThat(count("select count(*) from stop where walkthrough_id = ?", id)).isZero();
  }

  @Test
  void aWalkthroughThatIsUpIsNotPutAway() throws Exception {
    UUID up =
        TestSchool.id(
            "select p.walkthrough_id from posting p join delivery d on d.posting_id = p.id"
                + " where p.walkthrough_id is not null and d.withdrawn_at is null limit 1");
    assertThat(form(teacher(DemoServer.TEACHER), "/put-away/walkthrough/" + up).statusCode())
        .isEqualTo(409);
  }

  @Test
  void atNightReplacedScoresBeaconsOfYesterdayAndFilesThatNobodyBroughtInGo() throws IOException {
    MediaStore store = DemoServer.bean(MediaStore.class);
    store.put("imports/x/children.csv", new ByteArrayInputStream(new byte[] {1}));
    store.find("imports/x/children.csv").orElseThrow().getFile().setLastModified(0);
    store.put("sounds/overtaken.webm", new ByteArrayInputStream(new byte[] {1}));
    store.find("sounds/overtaken.webm").orElseThrow().getFile().setLastModified(0);
    UUID task = task();
    TestSchool.sql()
        .sql("insert into beacon (viewing_id, number, student_id, at) values (?, 1, ?, ?)")
        .params(task, student(), java.sql.Timestamp.from(now.minus(Duration.ofDays(3))))
        .update();
    night(now.plus(Duration.ofDays(2)));
    assertThat(store.find("imports/x/children.csv")).isEmpty();
    assertThat(store.find("sounds/overtaken.webm")).isEmpty();
    assertThat(count("select count(*) from beacon where viewing_id = ?", task)).isZero();
    assertThat(
            count(
                "select count(*) from (select walkthrough_id from score group by walkthrough_id having count(*) > 1) s"))
        .isZero();
    for (String sound :
        TestSchool.sql().sql("select sound from score").query(String.class).list()) {
      assertThat(store.find(sound + ".webm")).isPresent();
    }
    List<String> stops =
        TestSchool.sql().sql("select name from score_stop_sound").query(String.class).list();
    assertThat(stops).isNotEmpty().allMatch(s -> store.find(s + ".opus").isPresent());
  }

  @Test
  void reportsThatFollowOneAnotherBecomeOneStretchAndWhatWasSeenAgainStaysSeenAgain() {
    UUID take = TestSchool.id("select id from take limit 1");
    for (int[] span : new int[][] {{0, 5}, {5, 9}, {9, 12}, {0, 3}, {20, 25}, {25, 30}}) {
      TestSchool.sql()
          .sql(
              "insert into played (student_id, take_id, start_ms, end_ms, at) values (?, ?, ?, ?, ?)")
          .params(
              student(),
              take,
              span[0],
              span[1],
              java.sql.Timestamp.from(now.minus(Duration.ofDays(2))))
          .update();
    }
    night(now);
    assertThat(
            TestSchool.sql()
                .sql(
                    "select start_ms || '-' || end_ms from played where student_id = ? order by id")
                .param(student())
                .query(String.class)
                .list())
        .containsExactly("0-12", "0-3", "20-30");
    night(now.plus(Duration.ofDays(401)));
    assertThat(count("select count(*) from played where student_id = ?", student())).isZero();
  }

  @Test
  void aStudentGetsACopyOfWhatIsKeptAndIsErasedWithTheFamily() throws Exception {
    UUID task = task();
    DemoServer.bean(Audience.class).tick(student(), task, true);
    HttpClient desk = teacher(school.email());
    String persons = "/sections/" + school.section() + "/copy.json?person=" + student();
    String copy = get(desk, persons).body();
    assertThat(copy).contains("Keep me").contains("\"sections\"").doesNotContain("/in/");
    HttpClient stranger = teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(get(stranger, persons).statusCode()).isEqualTo(404);
    UUID guardian =
        DemoServer.bean(People.class)
            .studentsByGuardian(Set.of(student()))
            .keySet()
            .iterator()
            .next();
    String erase = "/sections/" + school.section() + "/erase";
    assertThat(form(stranger, erase, "person", student().toString()).statusCode()).isEqualTo(404);
    UUID gone = student();
    assertThat(form(desk, erase, "person", gone.toString()).statusCode()).isEqualTo(302);
    for (UUID person : Set.of(gone, guardian)) {
      assertThat(count("select count(*) from person where id = ?", person)).isZero();
      assertThat(count("select count(*) from message where to_id = ?", person)).isZero();
    }
    assertThat(count("select count(*) from tick where student_id = ?", gone)).isZero();
    assertThat(count("select count(*) from section_student where person_id = ?", gone)).isZero();
  }

  /** A teacher of one subject takes along nothing of another's, and nobody takes along a draft. */
  @Test
  void aTeacherTakesAlongWhatTheyMaySeeAndAStudentAllThatIsTheirs() throws Exception {
    TestSchool other = TestSchool.in("America/Halifax", 0);
    UUID elsewhere =
        DemoServer.bean(Sections.class)
            .addSection(
                other.term(),
                "Other subject",
                MeetingPattern.parse("TUE"),
                45,
                Set.of(other.teacher()),
                Set.of(student()));
    UUID task = task();
    UUID theirs =
        DemoServer.bean(Tasks.class)
            .plan(
                other.teacher(),
                TaskSheet.of(
                    "Not for the first", 10, Map.of(elsewhere, LocalDate.parse("2026-09-29"))));
    Audience audience = DemoServer.bean(Audience.class);
    audience.tick(student(), task, true);
    audience.tick(student(), theirs, true);
    draft(task, school.section(), "An unsent thought");
    String persons = "/copy.json?person=" + student();
    String first = get(teacher(school.email()), "/sections/" + school.section() + persons).body();
    assertThat(first).contains("Keep me").doesNotContain("Not for the first", "unsent thought");
    String second = get(teacher(other.email()), "/sections/" + elsewhere + persons).body();
    assertThat(second).contains("Not for the first").doesNotContain("Keep me", "unsent thought");
    String own =
        get(
                Caller.byCard(
                    DemoServer.bean(People.class).cardLinks(Set.of(student())).get(student())),
                "/me/copy.json")
            .body();
    assertThat(own).contains("Keep me", "Not for the first", "An unsent thought");
  }

  private void draft(UUID task, UUID section, String words) {
    TestSchool.sql()
        .sql(
            "insert into hand_in (id, task_id, section_id, student_id, number, state, text, link, edits, version)"
                + " values (gen_random_uuid(), ?, ?, ?, 1, 'OPEN', ?, '', 0, 0)")
        .params(task, section, student(), words)
        .update();
  }

  @Test
  void aSchoolSaysHowLongThingsAreKept() throws Exception {
    HttpClient desk = teacher(school.email());
    String path = "/school/" + school.term() + "/keep";
    assertThat(form(desk, path, "days", "90").statusCode()).isEqualTo(302);
    assertThat(get(desk, "/school/rules").body()).contains("value=\"90\"");
    assertThat(form(desk, path, "days", "3").statusCode()).isEqualTo(422);
  }
}
