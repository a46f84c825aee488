package school.kerygma.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;

/** What a form cannot take is said at its field, and everything that was typed is still there. */
class FormsTest {

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

  private Page at(BrowserContext desk, String path) {
    Page page = desk.newPage();
    chromium.signIn(page, DemoServer.address(), school.email());
    page.navigate(DemoServer.address() + path);
    // The browser's own checks are passed over, as an older browser would.
    page.evaluate(
        "() => document.querySelectorAll('form').forEach((f) => { f.noValidate = true; })");
    return page;
  }

  /** Refused: the field is marked, says why, and has the focus; another one keeps what is in it. */
  private static void assertRefused(
      Page page, String field, String why, String other, String kept) {
    Locator wrong = page.locator(field);
    assertThat(wrong).hasAttribute("aria-invalid", "true");
    assertThat(page.locator(".refusal")).containsText(why);
    assertThat(wrong).isFocused();
    String described = wrong.getAttribute("aria-describedby");
    assertThat(described).contains(page.locator(".refusal").getAttribute("id"));
    assertThat(page.locator(other)).hasValue(kept);
    Chromium.assertAccessible(page);
  }

  @ParameterizedTest
  @CsvSource({
    "minutes, #minutes, 5000, 1 to 600 minutes",
    "points, #points, 2000, 0 to 1000",
    "minutes, #answers, 99, 0 to 50",
    "'', #title, '', 1 to 200 letters",
  })
  void aTask(String word, String field, String value, String why) {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = at(desk, "/plan/tasks/new");
      page.fill("#title", "Glue it");
      Chromium.word(page, "detail");
      page.fill("#detail", "on card");
      if (!word.isEmpty()) {
        Chromium.word(page, word);
      }
      page.fill(field, value);
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep the task")).click();
      assertRefused(page, field, why, "#detail", "on card");
      page.fill(field, field.equals("#title") ? "Glue it" : "7");
      page.locator("input[name=section]").first().uncheck();
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep the task")).click();
      assertThat(page.locator(".refusal")).containsText("No section does this task");
      page.locator("input[name=section]").first().check();
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep the task")).click();
      page.waitForURL(url -> !url.contains("/new"));
    }
  }

  @Test
  void aSession() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = at(desk, "/plan/sessions/new");
      page.fill("#title", "Help hour");
      page.fill("#starts", "10:00");
      page.fill("#ends", "09:00");
      page.getByLabel("Section").first().check();
      page.getByText("Keep the session").click();
      assertRefused(page, "#ends", "end before it begins", "#title", "Help hour");
    }
  }

  @Test
  void aTerm() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = at(desk, "/school");
      page.getByText("Change the term").click();
      page.fill("#name", "Long term");
      page.fill("#weeks", "99");
      page.getByText("Keep the term").click();
      assertRefused(page, "#weeks", "1 to 53 weeks", "#name", "Long term");
    }
  }

  @Test
  void aPosting() {
    var task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Read", 10, Map.of(school.section(), LocalDate.parse("2026-09-30"))));
    assertThat(task).isNotNull();
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = at(desk, "/plan/post?week=2026-09-28");
      page.locator("input[name=section]").check();
      page.fill("#toStudents", "Bring glue.");
      Chromium.word(page, "due");
      page.fill("#due", "when they are ready");
      page.locator("button[form=posting].next").click();
      assertRefused(page, "#due", "no moment that is understood", "#toStudents", "Bring glue.");
      page.fill("#due", "Friday");
      assertThat(page.locator("[data-says=due]")).hasText("Fri, Oct 2, 11:59 p.m.");
      page.locator("button[form=posting].next").click();
      assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("Posted");
    }
  }

  @Test
  void aFormThatIsSentWhileTheLineIsDownSaysSoAndKeepsEverything() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = at(desk, "/plan/tasks/new");
      page.fill("#title", "Glue it");
      page.locator("input[name=section]").first().check();
      desk.setOffline(true);
      page.getByText("Keep the task").click();
      assertThat(page.locator(".refusal")).containsText("could not be reached");
      assertThat(page.locator("#title")).hasValue("Glue it");
      desk.setOffline(false);
      page.getByText("Keep the task").click();
      page.waitForURL(url -> !url.contains("/new"));
      assertThat(TestSchool.count("select count(*) from task where owner_id = ?", school.teacher()))
          .isEqualTo(1);
    }
  }

  @Test
  void aDoublePressKeepsOneTask() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = at(desk, "/plan/tasks/new");
      page.fill("#title", "Once");
      page.locator("input[name=section]").first().check();
      page.getByText("Keep the task").dblclick();
      page.waitForURL(url -> !url.contains("/new"));
      assertThat(TestSchool.count("select count(*) from task where owner_id = ?", school.teacher()))
          .isEqualTo(1);
    }
  }
}
