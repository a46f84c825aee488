package school.kerygma.app.classroom.audience;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.RequestOptions;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.time.DueRuleText;

/**
 * What students tick off: ways, tasks that open, ticks at the same time, ticks that are not theirs
 * to set.
 */
class TicksTest {

  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28"); // today is Wednesday

  private static Chromium chromium;

  private final Tasks tasks = DemoServer.bean(Tasks.class);

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private UUID plan(TestSchool school, TaskSheet sheet) {
    return tasks.plan(school.teacher(), sheet);
  }

  private static Map<UUID, LocalDate> on(TestSchool school, int day) {
    return Map.of(school.section(), MONDAY.plusDays(day));
  }

  private UUID bridges(TestSchool school) {
    return plan(
        school,
        TaskSheet.of("Show a bridge", 20, on(school, 0))
            .choosing(ChoiceBoard.of(2, List.of("Draw it", "Build it", "Film it"), List.of())));
  }

  private UUID explaining(TestSchool school) {
    return plan(
        school,
        TaskSheet.of("Explain it", 20, on(school, 2))
            .opening(true, Opens.WHEN_THOSE_BEFORE_ARE_TICKED));
  }

  private static void choose(Page page, String way) {
    page.getByLabel("I choose: " + way).click();
    page.locator(".ways label", new Page.LocatorOptions().setHasText(way)).waitFor();
  }

  @Test
  void aTaskIsDoneWhenEnoughOfItsWaysAreAndTheNextOpens() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID choice = bridges(school);
    UUID next = explaining(school);
    school.post(MONDAY, choice, next);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      assertThat(page.locator(".todo")).containsText("Do 2 of these 3");
      Locator last = page.getByLabel("Explain it");
      assertThat(last).isDisabled();
      // First one chooses; then just what was chosen stands there.
      choose(page, "Build it");
      choose(page, "Draw it");
      assertThat(page.locator(".todo")).containsText("The 2 that you chose");
      page.getByText("The other way").click();
      choose(page, "Film it"); // Changed, until something is begun.
      choose(page, "Draw it");
      assertThat(page.getByText("The other way")).isVisible();
      page.getByLabel("Draw it").check();
      assertThat(page.getByLabel("Draw it")).isChecked();
      page.getByText("The other way").click();
      assertThat(page.locator(".ways")).containsText("Build it");
      assertThat(page.getByText("This one instead")).hasCount(0);
      assertThat(last).isDisabled();
      page.getByLabel("Film it").check();
      assertThat(page.getByLabel("Explain it")).isEnabled();
      assertThat(page.locator(".todo li").first()).containsText("done Wednesday");
      Chromium.assertAccessible(page);
      page.getByLabel("Draw it").uncheck();
      assertThat(page.getByLabel("Explain it")).isDisabled();
    }
  }

  /** It waits on the device, also when the page is closed. */
  @Test
  void whatIsTickedWithoutALineGoesByItselfWhenTheLineIsBack() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID first = plan(school, TaskSheet.of("Measure a bridge", 20, on(school, 2)));
    UUID second = plan(school, TaskSheet.of("Name its parts", 20, on(school, 2)));
    school.post(MONDAY, first, second);
    UUID student = school.students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      phone.setOffline(true);
      page.getByLabel("Measure a bridge").check();
      assertThat(page.getByText("kept on this device; it will be sent")).isVisible();
      assertThat(page.getByLabel("Measure a bridge")).isChecked();
      page.getByLabel("Name its parts").check();
      page.getByLabel("Name its parts").uncheck(); // The later one counts.
      phone.setOffline(false);
      assertThat(page.locator(".todo li").first()).containsText("done Wednesday");
      assertThat(page.getByText("kept on this device; it will be sent")).isHidden();
      assertThat(
              DemoServer.bean(Audience.class)
                  .ticks(List.of(student), List.of(first, second))
                  .get(student))
          .containsOnlyKeys(first);
    }
  }

  /** It is Wednesday, and all of it is due on Friday at 11:59 p.m. */
  @Test
  void aPartThatIsDueEarlierBringsItsTaskUpOnThatDayAndSaysWhenItsTimeHasPassed() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID argue =
        plan(
            school,
            TaskSheet.of("Argue it", 20, on(school, 4))
                .due(Optional.of(DueRuleText.read("day 23:59")))
                .choosing(
                    ChoiceBoard.of(
                        2, List.of("First answer, 2 days before", "Two replies"), List.of())));
    UUID missed =
        plan(
            school,
            TaskSheet.of("Build it", 20, on(school, 4))
                .due(Optional.of(DueRuleText.read("day 23:59")))
                .choosing(ChoiceBoard.of(2, List.of("Plan, 3 days before", "Model"), List.of())));
    school.post(MONDAY, argue, missed);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      Locator tasks = page.locator(".todo > li");
      assertThat(tasks.nth(0)).containsText("Still open");
      assertThat(tasks.nth(0)).containsText("Build it");
      assertThat(tasks.nth(0).locator("label").first())
          .containsText("Plan by Tuesday, 11:59 p.m. its time has passed");
      assertThat(tasks.nth(0)).containsText("a part of it is for Tue 29");
      assertThat(tasks.nth(1).locator(".group")).hasText("Today");
      assertThat(tasks.nth(1)).containsText("Both of these");
      assertThat(tasks.nth(1).locator("label").first()).containsText("by Wednesday, 11:59 p.m.");
      assertThat(tasks.nth(1).locator("label").last()).containsText("by Friday, 11:59 p.m.");
      Chromium.assertAccessible(page);
      page.waitForResponse("**/tick?*", () -> page.getByLabel("First answer").check());
      page.reload();
      assertThat(tasks.nth(1).locator(".group")).not().hasText("Today");
      assertThat(tasks.nth(1).locator("label").first()).not().containsText("by Wednesday");
    }
  }

  @Test
  void theClockOpensATaskWhenTheSectionMeets() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID early =
        plan(
            school,
            TaskSheet.of("Warm up", 10, on(school, 2))
                .opening(true, Opens.WHEN_THE_SECTION_MEETS)); // 8:50, and it is 10:15
    UUID later =
        plan(school, TaskSheet.of("Measure", 10, on(school, 4)).opening(true, Opens.ON_ITS_DAY));
    school.post(MONDAY, early, later);
    DemoServer.bean(DayNotes.class)
        .write(
            new DayNotes.Note(
                school.section(),
                MONDAY.plusDays(2),
                "What bends before it breaks?",
                "Key: blue.",
                List.of()),
            Seen.ANYTHING);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      assertThat(page.getByLabel("Warm up")).isEnabled();
      assertThat(page.getByLabel("Measure")).isDisabled();
      assertThat(page.locator(".todo")).containsText("opens Friday, 12 a.m.");
      assertThat(page.locator("main")).containsText("What bends before it breaks?");
      assertThat(page.locator("main")).not().containsText("Key: blue.");
    }
  }

  /** The first way's transaction stays open until the second waits for it, or is through. */
  @Test
  void twoWaysTickedAtTheSameTimeBothCount() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID student = school.students().iterator().next();
    UUID task = bridges(school);
    List<ChoiceBoard.Way> ways = tasks.get(task).sheet().board().orElseThrow().ways();
    Audience audience = DemoServer.bean(Audience.class);
    CompletableFuture<Void> second =
        DemoServer.bean(TransactionTemplate.class)
            .execute(
                transaction -> {
                  audience.tickWay(student, task, ways.get(0).id(), true);
                  CompletableFuture<Void> other =
                      CompletableFuture.runAsync(
                          () -> audience.tickWay(student, task, ways.get(2).id(), true));
                  // Asked in a thread, and so a transaction, of its own: within one, PostgreSQL
                  // shows its activity as it was when it was first asked for.
                  await().until(() -> other.isDone() || somebodyWaitsFor("%for no key update%"));
                  return other;
                });
    second.join();
    assertThat(TestSchool.count("select count(*) from tick where task_id = ?", task)).isEqualTo(1);
  }

  private static boolean somebodyWaitsFor(String query) {
    return TestSchool.count(
            "select count(*) from pg_stat_activity where wait_event_type = 'Lock' and query like ?",
            query)
        > 0;
  }

  @Test
  void aListThatComesLateDoesNotTakeANewerTickBack() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    school.post(MONDAY, bridges(school), explaining(school));
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      choose(page, "Draw it");
      choose(page, "Film it");
      page.navigate(DemoServer.address() + "/class");
      List<Runnable> late = new ArrayList<>();
      page.route(
          "**/class",
          route -> {
            if (late.isEmpty()) {
              APIResponse old = route.fetch();
              late.add(() -> route.fulfill(new Route.FulfillOptions().setResponse(old)));
            } else {
              route.resume();
            }
          });
      page.getByLabel("Draw it", new Page.GetByLabelOptions().setExact(true)).check();
      page.waitForCondition(() -> !late.isEmpty());
      page.getByLabel("Film it").check();
      assertThat(page.getByLabel("Explain it")).isEnabled();
      assertThat(page.getByLabel("Film it")).isFocused();
      page.waitForResponse("**/class", late.getFirst());
      page.evaluate("() => fetch('/class/calendar').then((answer) => answer.text())");
      assertThat(page.getByLabel("Explain it")).isEnabled();
    }
  }

  @Test
  void whatTheListDoesNotOfferIsNotTicked() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID choice = bridges(school);
    UUID waiting = explaining(school);
    UUID left = plan(school, TaskSheet.of("Left over", 10, on(school, -7)));
    school.post(MONDAY, choice, waiting, left);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      assertThat(ticked(page, waiting)).contains("not open yet").contains("409");
      assertThat(ticked(page, choice)).contains("422");
      assertThat(
              TestSchool.count(
                  "select count(*) from tick where task_id in (?, ?)", choice, waiting))
          .isZero();
      assertThat(page.locator(".todo")).containsText("Left over");
      assertThat(ticked(page, left)).contains("204");
      assertThat(ticked(page, left)).contains("not on your list").contains("409");
      page.reload();
      assertThat(page.locator(".todo")).not().containsText("Left over");
    }
  }

  private static String ticked(Page page, UUID task) {
    APIResponse answer =
        page.request()
            .post(
                DemoServer.address() + "/class/tasks/" + task + "/tick?done=true",
                RequestOptions.create()
                    .setHeader(
                        "X-CSRF-TOKEN", page.locator("meta[name=csrf]").getAttribute("content")));
    return answer.status() + " " + answer.text();
  }

  @Test
  void aWordThatIsGivenInClassOpensATaskAndEarlierDaysStandUnderStillOpen() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID left = plan(school, TaskSheet.of("Left from Monday", 10, on(school, 0)));
    UUID now = plan(school, TaskSheet.of("Weigh it", 10, on(school, 2)).openedBy("Bridge 7"));
    UUID later = plan(school, TaskSheet.of("Write it up", 10, on(school, 4)));
    school.post(MONDAY, left, now, later);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      page.navigate(DemoServer.address() + "/class");
      assertThat(page.locator(".group")).hasText(new String[] {"Still open", "Today", "Ahead"});
      assertThat(page.locator(".todo > li").first()).containsText("from Mon 28");
      Locator weigh = page.locator(".todo > li").nth(1);
      assertThat(weigh).containsText("for today");
      assertThat(page.locator(".todo > li").nth(2)).containsText("for Fri 2");
      assertThat(weigh).containsText("opens with the word that is given in class");
      assertThat(weigh.locator("input[type=checkbox]")).isDisabled();
      weigh.locator("input[type=text]").fill("pier");
      weigh.getByText("Open", new Locator.GetByTextOptions().setExact(true)).click();
      assertThat(weigh).containsText("That is not the word.");
      Chromium.assertAccessible(page);
      weigh.locator("input[type=text]").fill("bridge7");
      weigh.locator("input[type=text]").press("Enter");
      assertThat(page.locator(".word-line")).hasCount(0);
      assertThat(page.locator(".todo > li").nth(1).locator("input[type=checkbox]")).isEnabled();
      // Ticked where it stands: nothing moves under the finger.
      page.locator(".todo > li").first().locator("input").check();
      assertThat(page.locator(".todo > li").first()).containsText("done Wednesday");
      assertThat(page.locator(".group")).hasText(new String[] {"Today", "Ahead"});
    }
  }
}
