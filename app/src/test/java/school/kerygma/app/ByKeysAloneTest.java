package school.kerygma.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.booking.HelpHours;
import school.kerygma.app.school.rollcall.RollCalls;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.roll.RollCall;
import school.kerygma.core.round.RoundRule;

/**
 * A student's day without a pointer. What has the focus is found as a screen reader says it, by
 * role and name; own sheets, checks, answers that are spoken and joining are done by keys in the
 * tests of their own.
 */
class ByKeysAloneTest {

  /** A page on which more stops than these come before a deed is no page to walk by keys. */
  private static final int MOST_STOPS = 60;

  private static final LocalDate WEDNESDAY = LocalDate.parse("2026-09-30");

  private static Chromium chromium;

  private final TestSchool school = TestSchool.in("America/Halifax", 2);
  private final List<UUID> students = new ArrayList<>(school.students());

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private UUID plan(TaskSheet sheet) {
    return DemoServer.bean(Tasks.class).plan(school.teacher(), sheet);
  }

  private TaskSheet sheet(String title) {
    return TaskSheet.of(title, 10, Map.of(school.section(), WEDNESDAY));
  }

  private void prepare() {
    DemoServer.bean(RollCalls.class)
        .set(
            DemoServer.bean(Sections.class).get(school.section()),
            new RollCall(Optional.of(new RollCall.Times(LocalTime.of(8, 0), LocalTime.of(23, 0)))),
            "Which bridge?");
    UUID draw = plan(sheet("Draw it"));
    UUID share = plan(sheet("Which holds?"));
    UUID write = plan(sheet("Write it").handedIn(HandInRule.read("text 5")));
    school.post(LocalDate.parse("2026-09-28"), draw, share, write);
    Rounds rounds = DemoServer.bean(Rounds.class);
    rounds.set(share, "Which bridge holds most?", RoundRule.written(3, 1, 3, true, 0));
    rounds.answer(
        rounds.of(share).orElseThrow(), school.section(), students.get(1), "The arch, I think.");
    DemoServer.bean(HelpHours.class)
        .divide(
            school.teacher(),
            new HelpHours.Sheet(
                "Help hour",
                "Workshop",
                Set.of(school.section()),
                HelpHours.Whose.BOTH,
                LocalDate.parse("2026-10-01"),
                LocalTime.parse("15:00"),
                LocalTime.parse("16:00"),
                10,
                0));
  }

  /** What has the focus, as a screen reader says it. */
  private static String focused(Page page) {
    boolean summary =
        (boolean) page.evaluate("() => document.activeElement.localName === 'summary'");
    return summary
        ? "summary \"" + page.locator(":focus").textContent().strip() + "\""
        : Optional.of(page.locator(":focus"))
            .filter(f -> f.count() == 1)
            .map(f -> f.ariaSnapshot())
            .orElse("");
  }

  /**
   * Tabs on until something of a role and name has the focus; it is in view, and seen to have it.
   */
  private static void to(Page page, String role, String name) {
    String wanted = role + " \"" + name;
    List<String> passed = new ArrayList<>();
    for (int i = 0; i < MOST_STOPS; i++) {
      page.keyboard().press("Tab");
      String now = focused(page);
      if (now.contains(wanted)) {
        page.waitForFunction(
            "() => { const e = document.activeElement; const s = getComputedStyle(e); const r ="
                + " e.getBoundingClientRect(); return (s.outlineStyle !== 'none' || s.boxShadow !== 'none')"
                + " && r.bottom > 0 && r.top < innerHeight; }");
        return;
      }
      passed.add(now);
    }
    assertThat(passed).as(wanted).isEmpty();
  }

  private static void press(Page page, String role, String name) {
    to(page, role, name);
    page.keyboard().press("Enter");
  }

  private static void type(Page page, String name, String words) {
    to(page, "textbox", name);
    page.keyboard().type(words);
  }

  /**
   * The page says so, is accessible, has one heading of its own, and its order is that of reading.
   */
  private static void arrived(Page page, String says) {
    assertThat(page.locator("main")).containsText(says);
    assertThat(page.locator("main")).not().containsText("m.."); // "11 p.m.." is read aloud as such.
    Chromium.assertAccessible(page);
    assertThat(page.locator("h1")).hasCount(1);
    assertThat(
            page.evaluate(
                "() => [...document.querySelectorAll('[tabindex]')].filter(e => e.tabIndex > 0).length"))
        .isEqualTo(0);
  }

  @Test
  void aStudentIsHereTicksSharesHandsInAsksAndBooksByKeysAlone() {
    prepare();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, students.get(0));
      arrived(page, "Which bridge?");
      type(page, "Here by 11 p.m. Which bridge?", "the old one");
      press(page, "button", "I am here");
      arrived(page, "You are here");

      to(page, "checkbox", "Draw it");
      page.keyboard().press("Space");
      arrived(page, "done Wednesday");
      assertThat(focused(page)).contains("checkbox \"Draw it\" [checked]");

      press(page, "link", "Answer and read the others: Which holds?");
      arrived(page, "Which bridge holds most?");
      type(page, "Your answer", "The truss, because of its triangles.");
      press(page, "button", "Send it");
      arrived(page, "The arch, I think.");
      press(page, "summary", "Reply");
      type(page, "Your reply to", "Who holds its feet?");
      press(page, "button", "Send it");
      arrived(page, "That is all that is asked.");

      press(page, "link", "Back");
      arrived(page, "Write it");
      press(page, "link", "Hand in: Write it");
      arrived(page, "Your text");
      type(page, "Your text", "It holds because triangles keep their shape.");
      press(page, "button", "Hand in");
      arrived(page, "Handed in on");

      press(page, "link", "Back");
      arrived(page, "handed in");
      press(page, "summary", "More");
      press(page, "link", "Ask about it");
      arrived(page, "Your question");
      type(page, "Your question", "May I use glue?");
      press(page, "button", "Ask");
      arrived(page, "May I use glue?");

      press(page, "link", "Back");
      arrived(page, "handed in");
      press(page, "link", "Times to book");
      arrived(page, "Help hour");
      press(page, "button", "3:10 p.m.");
      arrived(page, "Yours: 3:10 p.m.");
      press(page, "button", "Give it back");
      assertThat(page.locator(".own-time")).hasCount(0);
    }
    assertThat(chromium.faults()).isEmpty();
  }
}
