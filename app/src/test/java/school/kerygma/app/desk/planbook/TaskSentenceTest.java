package school.kerygma.app.desk.planbook;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;

/** A task is planned and changed as a sentence, in the browser. */
class TaskSentenceTest {

  private static Chromium chromium;
  private final TestSchool school = TestSchool.in("America/Halifax", 1);

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static TaskSheet kept(UUID task) {
    return DemoServer.bean(Tasks.class).get(task).sheet();
  }

  private UUID sketch() {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of("Sketch", 35, Map.of(school.section(), LocalDate.parse("2026-09-30"))));
  }

  private static Locator undo(Page page) {
    return page.locator("button[data-undo]");
  }

  @Test
  void aPressedWordOpensItsChoiceByKeysAndWhatIsChangedIsKeptAndUndone() {
    UUID task = sketch();
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.at(desk, school, "/plan/tasks/" + task);
      assertThat(page.locator("#minutes")).isHidden();
      page.locator("[data-word=minutes]").focus();
      page.keyboard().press("Enter");
      assertThat(page.locator("#minutes")).isFocused();
      page.keyboard().press("Control+A");
      page.keyboard().type("50");
      assertThat(page.locator("[data-word=minutes]")).hasText("50 minutes");
      assertThat(page.locator("#face-week")).containsText("50 of 45 minutes");
      Chromium.assertAccessible(page);
      page.keyboard().press("Escape");
      assertThat(page.locator("[data-word=minutes]")).isFocused();
      assertThat(page.locator("#minutes")).isHidden();
      assertThat(kept(task).minutes()).isEqualTo(50);

      page.getByLabel("What students do").fill("Sketch three bridges");
      assertThat(page.locator(".as-read")).containsText("Sketch three bridges");
      undo(page).click();
      assertThat(page.locator(".as-read strong")).hasText("Sketch");
      assertThat(undo(page)).hasText("Undo: 35 minutes");
      undo(page).click();
      assertThat(page.locator("[data-word=minutes]")).hasText("35 minutes");
      assertThat(undo(page)).isHidden();
      assertThat(kept(task)).isEqualTo(kept(sketch()));
    }
  }

  @Test
  void whatCannotBeKeptSaysSoAtItsFieldAndAnotherTabIsNotOverwritten() {
    UUID task = sketch();
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.at(desk, school, "/plan/tasks/" + task);
      Page other = desk.newPage();
      other.navigate(DemoServer.address() + "/plan/tasks/" + task);
      Chromium.word(page, "points");
      page.locator("#points").fill("2000");
      assertThat(page.locator("#choose-points .refusal")).containsText("0 to 1000");
      assertThat(page.locator("#points")).isFocused();
      page.locator("#points").fill("6");
      assertThat(page.locator("[data-word=points]")).hasText("6 points");
      assertThat(page.locator(".refusal")).hasCount(0);

      Chromium.word(other, "minutes");
      other.locator("#minutes").fill("10");
      assertThat(other.locator(".refusal")).containsText("changed");
      assertThat(kept(task))
          .extracting(TaskSheet::minutes, TaskSheet::points)
          .containsExactly(35, 6);
    }
  }

  @Test
  void aNewTaskIsOnlyLookedAtUntilItIsKeptAndWaitsForItsWord() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.at(desk, school, "/plan/tasks/new");
      Chromium.word(page, "opens");
      page.locator("#opens").selectOption("WHEN_THE_WORD_IS_GIVEN");
      page.getByLabel("The word").fill("truss");
      assertThat(page.locator("[data-word=opens]")).hasText("with the word \u201ctruss\u201d");
      assertThat(TestSchool.count("select count(*) from task where owner_id = ?", school.teacher()))
          .isZero();
      page.getByLabel("What students do").fill("Weigh it");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep the task")).click();
      page.waitForURL("**/plan?week=*");
    }
    UUID task = TestSchool.id("select id from task where owner_id = '" + school.teacher() + "'");
    assertThat(kept(task))
        .extracting(TaskSheet::title, TaskSheet::word)
        .containsExactly("Weigh it", "truss");
    assertThat(kept(task).days()).containsOnlyKeys(school.section());
  }
}
