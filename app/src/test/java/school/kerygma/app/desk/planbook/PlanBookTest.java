package school.kerygma.app.desk.planbook;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.DueRuleText;

/** The plan book in the browser: moving, undoing, copying a week. */
class PlanBookTest {

  private static Chromium chromium;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static UUID plan(TestSchool school, String title, String day, Optional<DueRule> due) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), LocalDate.parse(day)))
                .worth(5, "")
                .due(due));
  }

  /** What a student sees on the class page at any time of the term. */
  private static String lists(UUID student) throws Exception {
    String card = DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student);
    return Caller.get(Caller.byCard(card), "/class").body();
  }

  private static Page signedIn(BrowserContext context, TestSchool school) {
    Page page = context.newPage();
    chromium.signIn(page, DemoServer.address(), school.email());
    return page;
  }

  private static Locator cell(Page page, String day) {
    return page.locator("td[data-date='" + day + "']");
  }

  private static LocalDate dayOf(UUID task) {
    return DemoServer.bean(Tasks.class).get(task).sheet().days().values().iterator().next();
  }

  @Test
  void aTaskIsDraggedToAnotherDayAndTheMoveIsUndone() {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = plan(school, "Draw the arch", "2026-09-28", Optional.empty());
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      page.locator(".planned").dragTo(cell(page, "2026-10-02"));
      page.waitForURL(url -> url.contains("week=2026-10-02"));
      assertThat(cell(page, "2026-10-02")).containsText("Draw the arch");
      assertThat(dayOf(task)).isEqualTo("2026-10-02");
      Chromium.assertAccessible(page);
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo")).click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("undone");
      assertThat(cell(page, "2026-09-28")).containsText("Draw the arch");
      assertThat(dayOf(task)).isEqualTo("2026-09-28");
    }
  }

  @Test
  void aTaskIsMovedByKeysAndKeepsTheFocus() {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task = plan(school, "Draw the truss", "2026-09-28", Optional.empty());
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      page.getByLabel("Move Draw the truss").focus();
      page.keyboard().press("Enter");
      for (String day : List.of("2026-09-29", "2026-09-30")) {
        page.keyboard().press("ArrowRight");
        page.waitForURL(url -> url.contains("week=" + day));
        assertThat(page.getByLabel("Move Draw the truss")).isFocused();
      }
      assertThat(dayOf(task)).isEqualTo("2026-09-30");
    }
  }

  @Test
  void aTaskIsTypedIntoItsDayAndShownAsItWasUnderstoodBeforeItIsKept() {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      Locator day = cell(page, "2026-09-30");
      day.getByText("plan a task here").click();
      Locator line = day.getByRole(AriaRole.TEXTBOX);
      line.fill("35 min");
      assertThat(day).containsText("Say what is to be done.");
      line.press("Enter");
      assertThat(day).containsText("A name has");
      assertThat(line).hasValue("35 min");
      line.fill("Sketch three bridges 35 min 6 points due Thursday, October 2");
      assertThat(day).containsText("Sketch three bridges \u00b7 35 min \u00b7 6 points");
      assertThat(day.locator(".clay")).containsText("is a Friday");
      line.fill("Sketch three bridges 35 min 6 points due Friday");
      assertThat(day).containsText("due Friday, October 2, 11:59 p.m.");
      Chromium.assertAccessible(page);
      line.press("Enter");
      assertThat(day.locator(".planned")).containsText("Sketch three bridges");
      assertThat(day.locator(".planned")).containsText("due Fri, Oct 2, 11:59 p.m.");
    }
    assertThat(
            TestSchool.count(
                "select count(*) from task where owner_id = ? and due = 'week FRI 23:59'",
                school.teacher()))
        .isEqualTo(1);
  }

  /** October 12 is Thanksgiving in Canada: a day without school in this term. */
  @Test
  void aWeekIsCopiedOverAHolidayAndWhatCouldNotKeepItsPlaceIsListed() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2, Set.of(LocalDate.parse("2026-10-12")));
    plan(school, "First", "2026-10-05", Optional.empty());
    plan(school, "Second", "2026-10-07", Optional.empty());
    plan(school, "Third", "2026-10-09", Optional.of(DueRuleText.read("day 23:59")));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-10-12");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Copy last week"))
          .click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("3 tasks copied");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("Third could not keep its place");
      assertThat(cell(page, "2026-10-14")).containsText("First");
      assertThat(cell(page, "2026-10-16")).containsText("Second");
      assertThat(cell(page, "2026-10-16")).containsText("Third");
      assertThat(cell(page, "2026-10-12")).containsText("no school");
      Chromium.assertAccessible(page);
      UUID copied =
          TestSchool.id(
              "select t.id from task t join placement p on p.task_id = t.id"
                  + " where t.owner_id = ? and t.title = 'First' and p.day = '2026-10-14'",
              school.teacher());
      school.post(LocalDate.parse("2026-09-28"), copied); // Students see it already.
      UUID student = school.students().iterator().next();
      assertThat(lists(student)).contains("First");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo")).click();
      assertThat(page.locator(".planned")).hasCount(0);
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("lies under");
      assertThat(lists(student)).doesNotContain("First");
      page.getByText("What students had seen of it already").click();
      assertThat(page.locator("main")).containsText("First");
    }
  }

  @Test
  void aDueRuleThatLandsOnAHolidayIsToLookAtWithTheNearestRightDay() {
    TestSchool school = TestSchool.in("America/Halifax", 2, Set.of(LocalDate.parse("2026-10-12")));
    UUID task = plan(school, "Too festive", "2026-10-14", Optional.empty());
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan/tasks/" + task);
      Chromium.word(page, "due");
      page.getByLabel("Due", new Page.GetByLabelOptions().setExact(true)).selectOption("week");
      page.getByLabel("Day of the week", new Page.GetByLabelOptions().setExact(true))
          .selectOption("MON");
      page.getByLabel("Time", new Page.GetByLabelOptions().setExact(true)).fill("20:00");
      Chromium.assertAccessible(page);
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Done").setExact(true))
          .click();
      page.waitForURL(url -> url.contains("/plan?week="));
      Locator lookAt = page.locator(".look-at");
      assertThat(lookAt).containsText("Too festive");
      assertThat(lookAt)
          .containsText("That is a day without school. Right would be Tue, Oct 13, 8 p.m.");
      page.navigate(DemoServer.address() + "/plan/tasks/" + task);
      Chromium.word(page, "due");
      assertThat(page.getByLabel("Day of the week", new Page.GetByLabelOptions().setExact(true)))
          .hasValue("MON");
      assertThat(page.getByLabel("Time", new Page.GetByLabelOptions().setExact(true)))
          .hasValue("20:00");
    }
  }
}
