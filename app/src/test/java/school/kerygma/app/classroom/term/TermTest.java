package school.kerygma.app.classroom.term;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.math.BigDecimal;
import java.net.http.HttpClient;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.results.Results;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.audience.Pace;
import school.kerygma.core.result.Given;
import school.kerygma.core.time.DueRuleText;

/** The term in one look, and a note home that is begun from it. */
class TermTest {

  private static final LocalDate WEEK_BEFORE = LocalDate.of(2026, 9, 21);
  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);

  private TestSchool school;
  private List<UUID> students;
  private UUID sketch;
  private UUID model;

  @BeforeEach
  void aSchoolWithTwoWeeks() {
    school = TestSchool.in("America/Halifax", 3);
    students =
        school.students().stream().sorted(Comparator.comparing((UUID s) -> name(s))).toList();
    sketch = task("Sketch it", WEEK_BEFORE.plusDays(1));
    model = task("Model it", MONDAY);
    school.post(WEEK_BEFORE, sketch);
    school.post(MONDAY, model);
    tick(students.get(0), sketch, "2026-09-22T15:00:00Z");
    tick(students.get(1), sketch, "2026-09-25T15:00:00Z");
  }

  private UUID task(String title, LocalDate day) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), day))
                .worth(10, "")
                .due(Optional.of(DueRuleText.read("day 23:59"))));
  }

  private static void tick(UUID student, UUID task, String at) {
    ScopedClock.runAt(
        Instant.parse(at), () -> DemoServer.bean(Audience.class).tick(student, task, true));
  }

  private static String name(UUID person) {
    return DemoServer.bean(People.class).contacts(List.of(person)).get(person).name();
  }

  private SectionView section() {
    return DemoServer.bean(Sections.class).get(school.section());
  }

  private Term.OfStudent of(int student) {
    return DemoServer.bean(Terms.class).of(section()).students().get(student);
  }

  private void give(UUID student, UUID task, int points) {
    Results results = DemoServer.bean(Results.class);
    results.give(
        new Results.Work(task, school.section(), student, Optional.empty()),
        school.teacher(),
        new Given(
            List.of(), Optional.of(BigDecimal.valueOf(points)), Optional.of(BigDecimal.TEN), ""),
        Results.NONE);
    results.handBack(task, school.section(), Set.of(student), Instant.EPOCH);
  }

  @Test
  void eachTaskSaysWhetherItIsDoneInTimeLateOrNotAndTheWeeksSumItUp() {
    give(students.get(0), sketch, 8);
    give(students.get(1), sketch, 6);
    // By the clock of the tests it is Wednesday, September 30, 10:15.
    assertThat(of(0).lines())
        .extracting(Term.Line::state)
        .containsExactly(Term.State.DONE, Term.State.MISSING);
    assertThat(of(1).lines().getFirst().state()).isEqualTo(Term.State.DONE_LATE);
    assertThat(of(2).missing()).isEqualTo(2);
    assertThat(of(0).percent()).contains(new BigDecimal("80.00"));
    List<Term.Week> weeks = DemoServer.bean(Terms.class).of(section()).weeks();
    assertThat(weeks).extracting(Term.Week::monday).containsExactly(WEEK_BEFORE, MONDAY);
    assertThat(weeks.getFirst().planned()).isOne();
    assertThat(weeks.getFirst().up()).isOne();
    assertThat(weeks.getFirst().looked()).isEqualTo(2);
    assertThat(weeks.getFirst().meanPercent()).contains(70);
  }

  @Test
  void whoFallsBehindIsWarnedOnTheirPageBeforeAWeekCountsAsMissed() throws Exception {
    DemoServer.bean(PaceRules.class)
        .set(school.section(), new Pace.Rule(DayOfWeek.WEDNESDAY, 3), WEEK_BEFORE);
    HttpClient behind = Caller.byCard(card(students.get(2)));
    assertThat(Caller.get(behind, "/class").body())
        .contains("The week of September 21 is not whole: one task is open.");
    HttpClient good = Caller.byCard(card(students.get(0)));
    assertThat(Caller.get(good, "/class").body()).doesNotContain("is not whole");
    HttpClient desk = Caller.teacher(school.email());
    assertThat(
            Caller.form(
                    desk,
                    "/sections/" + school.section() + "/pace",
                    "by",
                    "WEDNESDAY",
                    "most",
                    "21")
                .body())
        .contains("Give a number of weeks from 1 to 20.");
    // Another number of weeks takes back nothing of what was missed.
    Caller.form(desk, "/sections/" + school.section() + "/pace", "by", "WEDNESDAY", "most", "4");
    assertThat(Caller.get(behind, "/class").body()).contains("The week of September 21");
    Caller.form(desk, "/sections/" + school.section() + "/pace", "end", "true");
    assertThat(Caller.get(behind, "/class").body()).doesNotContain("is not whole");
  }

  private static String card(UUID person) {
    return DemoServer.bean(People.class).cardLinks(Set.of(person)).get(person);
  }

  @Test
  void theTermIsSavedAsATableAndNamesNoFormula() throws Exception {
    TestSchool.sql()
        .sql("update person set name = '=SUM(1)' where id = ?")
        .param(students.get(0))
        .update();
    assertThat(
            Caller.get(
                    Caller.teacher(school.email()), "/sections/" + school.section() + "/term.csv")
                .body())
        .contains("2026-09-21,1,1")
        .contains("'=SUM(1),1,0,1");
  }

  @Test
  void aNoteIsBegunFromTheFactsAndReadByBothChildrensFamilyAlone() {
    UUID brother = students.get(1);
    UUID child = students.get(2);
    UUID guardian = DemoServer.bean(People.class).guardiansOf(List.of(child)).getFirst().id();
    DemoServer.bean(People.class).guardAlso(guardian, brother);
    give(brother, sketch, 6);
    try (Chromium chromium = new Chromium();
        BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844);
        BrowserContext tablet = chromium.context(768, 1024)) {
      Page page = chromium.at(desk, school, "/sections/" + school.section() + "/term/" + child);
      assertThat(page.locator(".fact").first()).containsText("0 of 2 required tasks");
      Chromium.assertAccessible(page);
      page.getByText("what is open").click();
      assertThat(page.getByLabel("Your words")).hasValue(Pattern.compile("Sketch it[^/]*Model it"));
      page.getByLabel("Your words").fill("She asked good questions today.");
      page.getByText("Send it").click();
      assertThat(page.locator("#written")).containsText("She asked good questions today.");
      assertThat(page.locator("#written")).containsText(name(guardian));
      Page family = Chromium.byCard(phone, guardian);
      assertThat(family.locator(".notes")).containsText("She asked good questions today.");
      assertThat(family.locator(".notes")).containsText("writes about " + name(child));
      assertThat(family.locator(".back-lately")).containsText("6 / 10");
      assertThat(family.locator("main")).not().containsText(name(students.get(0)));
      Chromium.assertAccessible(family);
      Page own = Chromium.byCard(tablet, child);
      assertThat(own.locator("main")).not().containsText("She asked good questions today.");
      assertThat(chromium.faults()).isEmpty();
    }
  }
}
