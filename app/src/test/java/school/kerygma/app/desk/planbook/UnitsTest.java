package school.kerygma.app.desk.planbook;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.net.http.HttpClient;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
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
import org.springframework.context.PayloadApplicationEvent;
import org.springframework.context.event.ApplicationEventMulticaster;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.SaidTest;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.app.talk.scripts.WalkthroughGone;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.core.time.MeetingPattern;

/** A unit that is brought into another term: its work, its papers, its walkthroughs. */
class UnitsTest {

  private static Chromium chromium;

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static final LocalDate SOURCE = LocalDate.parse("2026-10-26");

  @TempDir private Path directory;

  private final Sections sections = DemoServer.bean(Sections.class);
  private final Tasks tasks = DemoServer.bean(Tasks.class);
  private final Scripts scripts = DemoServer.bean(Scripts.class);

  private UUID task(TestSchool school, String title, LocalDate day, String due) {
    return tasks.plan(
        school.teacher(),
        TaskSheet.of(title, 40, Map.of(school.section(), day))
            .due(Optional.of(DueRuleText.read(due))));
  }

  private List<TaskView> of(UUID section) {
    return tasks
        .between(Set.of(section), LocalDate.parse("2026-11-01"), LocalDate.parse("2027-12-31"))
        .stream()
        .sorted(Comparator.comparing((TaskView t) -> t.sheet().days().get(section)))
        .toList();
  }

  /**
   * In Halifax the clock goes back on November 1, 2026 and forward on March 14, 2027 (the United
   * States' and Canada's rule: the first Sunday in November, the second in March).
   */
  @Test
  void aUnitGoesOverTheTurnOfTheYearAndTheChangeOfTheClockByMeetingsAndAsDrafts() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID term =
        sections.addTerm(
            "School",
            ZoneId.of("America/Halifax"),
            "Winter",
            LocalDate.parse("2026-12-14"),
            16,
            LocalDate.parse("2026-12-21")
                .datesUntil(LocalDate.parse("2027-01-04"))
                .collect(java.util.stream.Collectors.toMap(d -> d, d -> "")));
    UUID other =
        sections.addSection(
            term,
            "Other " + school.email(),
            MeetingPattern.parse("TUE,THU"),
            45,
            Set.of(school.teacher()),
            Set.of());
    UUID paper =
        Papers.bring(school, TestSheets.pdf(directory.resolve("sheet.pdf"), List.of("The sheet")));
    UUID key =
        Papers.bring(school, TestSheets.pdf(directory.resolve("key.pdf"), List.of("The answers")));
    UUID draw = task(school, "Draw", SOURCE, "day 23:59");
    UUID build = task(school, "Build", SOURCE.plusWeeks(1).plusDays(2), "day 23:59");
    TaskView built = tasks.get(build);
    Rounds rounds = DemoServer.bean(Rounds.class);
    rounds.set(draw, "What holds it?", RoundRule.written(20, 2, 5, false, 1));
    UUID talk = SaidTest.sample(school);
    StopView first = scripts.stopsOf(talk).getFirst();
    tasks.change(
        build,
        built.version(),
        built
            .sheet()
            .after(Set.of(draw))
            .reading(Set.of(paper), 0)
            .withKeys(Set.of(key))
            .at("the workshop")
            .improved(3)
            .choosing(ChoiceBoard.of(1, List.of("Truss", "Arch"), List.of()).explained(Map.of())));
    ChoiceBoard board = tasks.get(build).sheet().board().orElseThrow();
    tasks.change(
        build,
        tasks.get(build).version(),
        tasks
            .get(build)
            .sheet()
            .choosing(board.explained(Map.of(board.ways().getFirst().id(), first.id()))));
    scripts.tie(first.id(), Set.of(draw));
    first = scripts.stopsOf(talk).getFirst();
    scripts.say(
        first.id(),
        first.version(),
        "One",
        "Draw it on Monday. It is due on October 26. " + first.script());
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page =
          chromium.at(
              desk,
              school,
              "/plan/copy?to=2026-12-14&from="
                  + SOURCE
                  + "&weeks=2&of-"
                  + other
                  + "="
                  + school.section());
      // Between December 21 and January 3 there is no school: the second week goes to January.
      assertThat(page.locator("main"))
          .containsText(
              "The week of Monday, November 2, 2026 goes to that of Monday, January 4, 2027.");
      Chromium.assertAccessible(page);
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Copy it")).click();
      page.waitForURL("**/plan?week=2026-12-14");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("came along as a draft");
      List<TaskView> brought = of(other);
      assertThat(brought).extracting(TaskView::title).containsExactly("Draw", "Build");
      assertThat(brought.getFirst().sheet().days())
          .containsEntry(other, LocalDate.parse("2026-12-15"));
      assertThat(brought.getLast().sheet().days())
          .containsEntry(other, LocalDate.parse("2027-01-07"));
      assertDrafts(school, other, brought, paper, key);
      assertThat(rounds.of(brought.getFirst().id()))
          .contains(
              new Rounds.Round(
                  brought.getFirst().id(),
                  "What holds it?",
                  RoundRule.written(20, 2, 5, false, 1)));

      page.getByText("came along as a draft").click();
      assertThat(page.locator(".say-again li")).hasCount(2);
      assertThat(page.locator(".say-again li").first())
          .containsText("\u201cMonday\u201d should mean Tuesday, December 15");
      Chromium.assertAccessible(page);
      page.getByText("It is right so").first().click();
      assertThat(page.locator(".say-again li")).hasCount(1);
      page.getByText("Say it again").first().click();
      assertThat(page).hasURL(java.util.regex.Pattern.compile(".*say=It%20is%20due.*#stop-.*"));
    }
    assertPlays(talk, school);
  }

  private void assertDrafts(
      TestSchool school, UUID other, List<TaskView> brought, UUID paper, UUID key) {
    SectionView section = sections.get(other);
    TaskSheet last = brought.getLast().sheet();
    assertThat(last.handouts()).containsExactly(paper);
    assertThat(last.keys()).containsExactly(key);
    assertThat(last.place()).isEqualTo("the workshop");
    assertThat(last.after()).containsExactly(brought.getFirst().id());
    List<LocalDateTime> due = new ArrayList<>();
    Standing standing = Standing.of(List.of(), java.time.Instant.parse("2026-11-01T12:00:00Z"));
    brought.forEach(
        t ->
            due.add(
                LocalDateTime.ofInstant(
                    standing.due(t, section).orElseThrow().at(), section.zone())));
    assertThat(due)
        .as("11:59 p.m. there, though Greenwich is another hour away than in October")
        .containsExactly(
            LocalDateTime.parse("2026-12-15T23:59"), LocalDateTime.parse("2027-01-07T23:59"));
    assertThat(TestSchool.count("select count(*)::int from delivery where section_id = ?", other))
        .isZero();
    UUID stop = last.board().orElseThrow().ways().getFirst().stop().orElseThrow();
    assertThat(
            TestSchool.count(
                "select count(*)::int from stop s join walkthrough w on w.id = s.walkthrough_id"
                    + " where s.id = ? and w.owner_id = ? and w.created_at = (select max(created_at) from walkthrough where owner_id = w.owner_id)",
                stop,
                school.teacher()))
        .as("the way is explained by the copy")
        .isOne();
  }

  /** The copy is played as the first is, and outlives it. */
  private void assertPlays(UUID talk, TestSchool school) throws Exception {
    UUID copy =
        TestSchool.id(
            "select id from walkthrough where owner_id = ? and id <> ?", school.teacher(), talk);
    Awaitility.await()
        .until(
            () ->
                TestSchool.count("select count(*)::int from score where walkthrough_id = ?", copy)
                    > 0);
    HttpClient teacher = Caller.teacher(school.email());
    assertThat(scripts.head(copy).complete()).isTrue();
    assertThat(scripts.head(copy).recordedMs()).isEqualTo(scripts.head(talk).recordedMs());
    assertThat(Caller.get(teacher, "/walkthroughs/" + copy + "/play").statusCode()).isEqualTo(200);
    DemoServer.bean(ApplicationEventMulticaster.class)
        .multicastEvent(new PayloadApplicationEvent<>(this, new WalkthroughGone(talk)));
    TestSchool.sql().sql("delete from walkthrough where id = ?").param(talk).update();
    assertThat(Caller.get(teacher, "/walkthroughs/" + copy + "/sound-lines").statusCode())
        .as("its sound is its own")
        .isEqualTo(200);
    HttpClient stranger = Caller.teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(Caller.get(stranger, "/walkthroughs/" + copy + "/proof").statusCode())
        .isEqualTo(404);
  }
}
