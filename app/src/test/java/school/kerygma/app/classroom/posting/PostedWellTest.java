package school.kerygma.app.classroom.posting;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.net.http.HttpClient;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.SaidTest;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.core.time.MeetingPattern;

/** What students and families get of a task that differs, that changes, or that comes first. */
class PostedWellTest {

  private static Chromium chromium;

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28");

  @TempDir private Path directory;

  private final Tasks tasks = DemoServer.bean(Tasks.class);
  private final Scripts scripts = DemoServer.bean(Scripts.class);
  private final Sections sections = DemoServer.bean(Sections.class);

  private UUID plan(TestSchool school, String title, int day) {
    return tasks.plan(
        school.teacher(), TaskSheet.of(title, 30, Map.of(school.section(), MONDAY.plusDays(day))));
  }

  private void change(UUID task, java.util.function.UnaryOperator<TaskSheet> to) {
    TaskView now = tasks.get(task);
    tasks.change(task, now.version(), to.apply(now.sheet()));
  }

  private static HttpClient student(UUID person) throws Exception {
    return Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(person)).get(person));
  }

  private static String text(HttpClient who, String path) throws Exception {
    return Caller.get(who, path).body().replaceAll("<[^>]*>", " ").replaceAll("\\s+", " ");
  }

  private static int told(UUID delivery) {
    return TestSchool.count("select count(*)::int from told_task where delivery_id = ?", delivery);
  }

  /** Waits until what went up was told of. */
  private UUID delivered(TestSchool school) {
    DeliveryView delivery =
        DemoServer.bean(Postings.class).ofSections(Set.of(school.section())).getFirst();
    Awaitility.await().until(() -> told(delivery.id()) > 0);
    return delivery.id();
  }

  @Test
  void aChangeAfterItIsUpIsSaidOnThePageAndWrittenOnceToThoseWhoHaveNotDoneIt() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    UUID draw = plan(school, "Draw", 4);
    UUID build = plan(school, "Build", 4);
    school.post(MONDAY, draw, build);
    UUID delivery = delivered(school);
    UUID done = school.students().iterator().next();
    UUID open = school.students().stream().filter(s -> !s.equals(done)).findFirst().orElseThrow();
    DemoServer.bean(Audience.class).tick(done, draw, true);
    HttpClient teacher = Caller.teacher(school.email());
    String screen =
        "/plan/post?posting=" + DemoServer.bean(Postings.class).view(delivery).posting();
    assertThat(text(teacher, screen)).doesNotContain("Changed since they were told");

    change(draw, s -> s.due(Optional.of(DueRuleText.read("day 18:00"))).lasting(45).at("Room 12"));
    assertThat(text(teacher, "/plan?week=" + MONDAY)).contains("Changed since they were told");
    assertThat(text(teacher, screen))
        .contains("due Fri, Oct 2, 6 p.m., was Wed, Oct 7")
        .contains("45 minutes, was 30")
        .contains("where: Room 12");
    assertThat(text(student(open), "/class"))
        .contains("Changed: it was due Wed, Oct 7")
        .contains("Changed: it said 30 minutes")
        .contains("Changed: the place is new");
    assertThat(text(student(done), "/class")).doesNotContain("Changed:");

    String before = "select count(*)::int from message where round = 1 and delivery_id = ?";
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.at(desk, school, screen);
      Chromium.assertAccessible(page);
      page.getByText("Write to those who have not done it").dblclick();
      page.waitForURL("**changed**");
    }
    assertThat(Caller.form(teacher, "/deliveries/" + delivery, "deed", "tell-change").statusCode())
        .as("in an older tab")
        .isEqualTo(302);
    // One of three has done it. Letters to families wait for the evening: they say it as it is
    // then.
    Awaitility.await().until(() -> TestSchool.count(before, delivery) > 0 || told(delivery) == 3);
    assertThat(
            TestSchool.count(
                "select count(*)::int from message where round > 0 and delivery_id = ? and to_id = ?",
                delivery,
                done))
        .isZero();
    assertThat(
            TestSchool.count(
                "select max(round)::int from told_task where delivery_id = ?", delivery))
        .as("told once, though it was pressed twice")
        .isOne();
    assertThat(text(teacher, screen)).doesNotContain("Changed since they were told");
    assertThat(text(student(open), "/class")).contains("Changed: it was due Wed, Oct 7");
  }

  @Test
  void aTaskThatIsMovedBackToWhereItWasHasNotChanged() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID draw = plan(school, "Draw", 4);
    change(draw, s -> s.due(Optional.of(DueRuleText.read("day 18:00"))));
    school.post(MONDAY, draw);
    UUID delivery = delivered(school);
    HttpClient teacher = Caller.teacher(school.email());
    change(draw, s -> s.on(Map.of(school.section(), MONDAY.plusDays(3)), Map.of()));
    assertThat(text(teacher, "/plan?week=" + MONDAY)).contains("Changed since they were told");
    change(draw, s -> s.on(Map.of(school.section(), MONDAY.plusDays(4)), Map.of()));
    assertThat(text(teacher, "/plan?week=" + MONDAY))
        .doesNotContain("Changed since they were told");
    HttpClient other = Caller.teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(Caller.form(other, "/deliveries/" + delivery, "deed", "let-be").statusCode())
        .isEqualTo(404);
  }

  @Test
  void whatComesFirstTodayStandsFirstTodayAndInItsPlaceTomorrow() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID early = plan(school, "Warm up", 0);
    UUID late = plan(school, "Build", 4);
    school.post(MONDAY, early, late);
    HttpClient teacher = Caller.teacher(school.email());
    assertThat(
            Caller.form(
                    teacher,
                    "/plan/day",
                    "day",
                    "2026-09-30",
                    "section",
                    school.section().toString(),
                    "seen",
                    Seen.ANYTHING,
                    "starter",
                    "",
                    "forSubstitute",
                    "",
                    "first",
                    late.toString(),
                    "first",
                    "",
                    "first",
                    late.toString())
                .statusCode())
        .isEqualTo(302);
    UUID student = school.students().iterator().next();
    assertThat(text(student(student), "/class"))
        .containsSubsequence("Today first", "Build", "After that", "Warm up");
    DayNotes notes = DemoServer.bean(DayNotes.class);
    LocalDate tomorrow = MONDAY.plusDays(3);
    assertThat(notes.between(Set.of(school.section()), tomorrow, tomorrow)).isEmpty();
    notes.write(DayNotes.Note.none(school.section(), MONDAY.plusDays(2)), Seen.ANYTHING);
    assertThat(text(student(student), "/class"))
        .doesNotContain("Today first")
        .containsSubsequence("Warm up", "Build");
  }

  @Test
  void aSectionHasItsOwnPlaceAndPapersAndOnlyThose() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID sitting = school.students().iterator().next();
    UUID other =
        sections.addSection(
            school.term(),
            "Own " + school.email(),
            MeetingPattern.parse("TUE,THU"),
            45,
            Set.of(school.teacher()),
            Set.of(
                DemoServer.bean(People.class)
                    .addStudent("Else " + school.email(), Optional.empty())));
    UUID shared =
        Papers.bring(school, TestSheets.pdf(directory.resolve("shared.pdf"), List.of("Shared")));
    UUID own = Papers.bring(school, TestSheets.pdf(directory.resolve("own.pdf"), List.of("Own")));
    HttpClient teacher = Caller.teacher(school.email());
    assertThat(
            Caller.form(
                    teacher,
                    "/plan/tasks",
                    "title",
                    "Read it",
                    "minutes",
                    "20",
                    "required",
                    "true",
                    "place",
                    "on the class page",
                    "improve",
                    "5",
                    "handout",
                    shared.toString(),
                    "section",
                    school.section().toString(),
                    "day-" + school.section(),
                    "2026-09-28",
                    "section",
                    other.toString(),
                    "day-" + other,
                    "2026-09-29",
                    "place-" + other,
                    "the tray by the door",
                    "handout-" + other,
                    own.toString())
                .statusCode())
        .isEqualTo(302);
    UUID task = TestSchool.id("select id from task where owner_id = ?", school.teacher());
    school.post(MONDAY, task);
    new TestSchool(school.teacher(), school.email(), school.term(), other, Set.of())
        .post(MONDAY, task);
    UUID there = sections.get(other).students().iterator().next();
    assertThat(text(student(sitting), "/class"))
        .contains("Where: on the class page", "Read: Shared", "may be improved until Wed, Oct 14")
        .doesNotContain("Read: Own");
    assertThat(text(student(there), "/class"))
        .contains("Where: the tray by the door", "Read: Own")
        .doesNotContain("Read: Shared");
    assertThat(Caller.get(student(sitting), "/class/handouts/" + shared).statusCode())
        .isEqualTo(200);
    assertThat(Caller.get(student(sitting), "/class/handouts/" + own).statusCode()).isEqualTo(404);
    assertThat(Caller.get(student(there), "/class/handouts/" + own).statusCode()).isEqualTo(200);
    assertThat(Caller.get(student(there), "/class/handouts/" + shared).statusCode()).isEqualTo(404);
    HttpClient stranger = Caller.teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(
            Caller.form(
                    stranger,
                    "/plan/tasks",
                    "title",
                    "Take it",
                    "minutes",
                    "20",
                    "nowhere",
                    "true",
                    "handout",
                    shared.toString())
                .statusCode())
        .as("somebody else's paper")
        .isEqualTo(404);
  }

  @Test
  void walkthroughsOfAWeekGoUpTogetherEachWithWhatItExplainsAndAWayLeadsToItsOwnStop()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID talk = SaidTest.sample(school);
    UUID alone = plan(school, "Warm up", 0);
    UUID draw = plan(school, "Draw", 2);
    StopView first = scripts.stopsOf(talk).getFirst();
    StopView second = scripts.stopsOf(talk).get(1);
    scripts.tie(first.id(), Set.of(draw));
    ChoiceBoard board = ChoiceBoard.of(1, List.of("Truss", "Arch"), List.of());
    change(
        draw, s -> s.choosing(board.explained(Map.of(board.ways().getLast().id(), second.id()))));
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = chromium.at(desk, school, "/plan/post?week=" + MONDAY);
      assertThat(page.locator(".talks .ties li")).containsText("explains Draw");
      Chromium.assertAccessible(page);
      page.locator("input[name='section']").check();
      page.locator("#toStudents").fill("Have fun.");
      page.locator("button[form='posting']").click();
      assertThat(page.locator("dialog[open]")).containsText("7C is none of your sections");
      page.getByText("Post all the same").click();
      page.waitForURL("**/plan/post?posted**");
      assertThat(
              TestSchool.count(
                  "select count(*)::int from posting p join posting_task t on t.posting_id = p.id"
                      + " where p.walkthrough_id = ? and t.task_id = ?",
                  talk,
                  draw))
          .isOne();
      assertThat(
              TestSchool.count(
                  "select count(*)::int from posting p join posting_task t on t.posting_id = p.id"
                      + " where p.walkthrough_id is null and t.task_id = ?",
                  alone))
          .isOne();
      Page class_ = Chromium.byCard(phone, school.students().iterator().next());
      assertThat(class_.locator(".told").first()).containsText("Have fun.");
      assertThat(class_.locator(".told:has-text('Have fun.')")).hasCount(1);
      assertThat(class_.locator(".ways .explained")).hasCount(1);
      assertThat(class_.locator(".ways .explained"))
          .hasAttribute(
              "aria-label", java.util.regex.Pattern.compile("^Arch: explained in stop 2.*"));
      Chromium.assertAccessible(class_);
    }

    // Another section has none of it yet; this one has the walkthrough: it does not get it twice.
    UUID other =
        sections.addSection(
            school.term(),
            "Later " + school.email(),
            MeetingPattern.parse("MON,WED,FRI"),
            45,
            Set.of(school.teacher()),
            Set.of());
    UUID more =
        tasks.plan(
            school.teacher(),
            TaskSheet.of(
                "Draw more",
                20,
                Map.of(school.section(), MONDAY.plusDays(4), other, MONDAY.plusDays(4))));
    scripts.tie(first.id(), Set.of(draw, more));
    UUID form = UUID.randomUUID();
    for (int press = 0; press < 2; press++) {
      assertThat(
              Caller.form(
                      Caller.teacher(school.email()),
                      "/plan/post",
                      "week",
                      "2026-09-28",
                      "posting",
                      form.toString(),
                      "section",
                      school.section().toString(),
                      "section",
                      other.toString(),
                      "task",
                      more + "@" + school.section(),
                      "task",
                      more + "@" + other,
                      "talk",
                      talk.toString(),
                      "goesUp",
                      "now",
                      "due",
                      "with its last task",
                      "closes",
                      "never",
                      "toStudents",
                      "Draw slowly.")
                  .statusCode())
          .isEqualTo(302);
    }
    String posted =
        "select count(*)::int from posting p join delivery d on d.posting_id = p.id join posting_task t on t.posting_id = p.id"
            + " where t.task_id = ? and d.section_id = ? and p.to_students = 'Draw slowly.' and p.walkthrough_id is ";
    assertThat(TestSchool.count(posted + "null", more, school.section())).isOne();
    assertThat(TestSchool.count(posted + "not null", more, other)).isOne();
    assertThat(TestSchool.count("select count(*)::int from posting_task where task_id = ?", more))
        .as("pressed twice, put up once for each")
        .isEqualTo(2);
  }
}
