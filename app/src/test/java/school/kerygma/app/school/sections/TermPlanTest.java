package school.kerygma.app.school.sections;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.plan.planning.DayNotes;
import school.kerygma.app.plan.planning.SessionSheet;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.core.time.MeetingPattern;

/** What a term's plan holds beside days: ways, differences, loads, worth, other weeks, the wall. */
class TermPlanTest {

  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28"); // today is Wednesday

  private static Chromium chromium;

  private final Tasks tasks = DemoServer.bean(Tasks.class);
  private final Sections sections = DemoServer.bean(Sections.class);

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static Page signedIn(BrowserContext context, TestSchool school) {
    Page page = context.newPage();
    chromium.signIn(page, DemoServer.address(), school.email());
    return page;
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  private UUID plan(TestSchool school, TaskSheet sheet) {
    return tasks.plan(school.teacher(), sheet);
  }

  private static Map<UUID, LocalDate> on(TestSchool school, int day) {
    return Map.of(school.section(), MONDAY.plusDays(day));
  }

  @Test
  void oneSectionDoesATaskOtherwiseWithoutACopyOfIt() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID other =
        sections.add(school.teacher(), school.term(), "Other", MeetingPattern.parse("WED"), 45);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan/tasks/new");
      page.getByLabel("What students do").fill("Weigh the model");
      Chromium.word(page, "detail");
      page.getByLabel("How", new Page.GetByLabelOptions().setExact(true)).first().fill("in pairs");
      for (UUID section : List.of(school.section(), other)) {
        String name = sections.get(section).name();
        page.getByLabel(name, new Page.GetByLabelOptions().setExact(true)).check();
        Chromium.word(page, "day-" + section);
        page.getByLabel("Day for " + name).fill("2026-09-30");
      }
      Chromium.word(page, "other-" + other);
      page.locator("[name='detail-" + other + "']").fill("alone");
      page.locator("[name='minutes-" + other + "']").fill("50");
      page.getByLabel("Due in Other", new Page.GetByLabelOptions().setExact(true))
          .selectOption("school-end");
      Chromium.assertAccessible(page);
      button(page, "Keep the task").click();
      page.waitForURL("**/plan?week=2026-09-30");
      assertThat(page.locator("td[data-section='" + other + "'][data-date='2026-09-30']"))
          .containsText("50 min");
    }
    UUID task = TestSchool.id("select id from task where title = 'Weigh the model'");
    TaskSheet sheet = tasks.get(task).sheet();
    assertThat(sheet.in(school.section())).isEqualTo(sheet);
    assertThat(sheet.in(other))
        .extracting(TaskSheet::detail, TaskSheet::minutes, TaskSheet::due)
        .containsExactly("alone", 50, Optional.of(DueRuleText.read("school-end")));
  }

  /** 40 + 8 for two answers = 48 of 45; with the 20 of the other section 68. */
  @Test
  void aDayCountsAnswersAndAStudentOfTwoSectionsHasOneEvening() {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID student = school.students().iterator().next();
    UUID other =
        sections.addSection(
            school.term(),
            "Second",
            MeetingPattern.parse("WED"),
            30,
            Set.of(school.teacher()),
            Set.of(student));
    plan(school, TaskSheet.of("Answer", 40, on(school, 2)).reading(Set.of(), 2));
    plan(school, TaskSheet.of("Sing", 20, Map.of(other, MONDAY.plusDays(2))));
    plan(school, TaskSheet.of("Extra", 60, on(school, 2)).opening(false, Opens.WITH_ITS_POSTING));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      Locator lookAt = page.locator(".look-at");
      assertThat(lookAt).containsText("48 of 45 minutes");
      assertThat(lookAt).containsText("1 student sits in both");
      assertThat(lookAt).containsText("68 of 45 minutes");
      assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("To look at")))
          .hasText("To look at (2)");
    }
  }

  /** 292 words at 146 a minute (grade 7) are 2 minutes; each paper is read once. */
  @Test
  void aPaperIsReadAtTheRateOfTheGradeAndOnlyOnce(@TempDir Path directory) throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    sections.grade(school.section(), Seen.ANYTHING, Grading.NONE, Optional.of(7));
    TakingIn.TakenIn paper =
        DemoServer.bean(TakingIn.class)
            .takeIn(
                school.teacher(),
                "words.pdf",
                Files.newInputStream(
                    TestSheets.pdf(
                        directory.resolve("words.pdf"),
                        Collections.nCopies(13, "a bridge bends before"), // 2 * 13 + 47 = 73
                        Collections.nCopies(13, "it breaks, and then"),
                        Collections.nCopies(16, "a bridge bends before"),
                        Collections.nCopies(16, "it breaks, and then"),
                        Collections.nCopies(15, "it breaks, and then"))));
    Papers.end(paper.work());
    plan(school, TaskSheet.of("Read", 10, on(school, 0)).reading(Set.of(paper.handout()), 0));
    UUID again =
        plan(school, TaskSheet.of("Again", 10, on(school, 2)).reading(Set.of(paper.handout()), 0));
    school.post(MONDAY, again);
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      assertThat(page.locator("td[data-date='2026-09-28'] svg"))
          .hasAccessibleName("12 of 45 minutes");
      assertThat(page.locator("td[data-date='2026-09-30'] svg"))
          .hasAccessibleName("10 of 45 minutes");
      Page student = Chromium.byCard(phone, school.students().iterator().next());
      student.getByText("Read: Words").click();
      assertThat(student.locator("img")).hasCount(5);
      assertThat(student.locator("figure").first()).containsText("a bridge bends before");
    }
  }

  @Test
  void aWeekThatAsksMuchMoreThanTheMedianAndTwoLargeTasksDueOnOneDayAreToLookAt() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    for (int week = -2; week < 1; week++) {
      plan(school, TaskSheet.of("Week " + week, 30, on(school, 7 * week)));
    }
    for (String title : List.of("Build the model", "Write the report")) {
      plan(
          school,
          TaskSheet.of(title, 45, on(school, title.startsWith("B") ? 0 : 2))
              .due(Optional.of(DueRuleText.read("week FRI 20:00"))));
    }
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      Locator lookAt = page.locator(".look-at");
      assertThat(lookAt).containsText("Friday: 2 large tasks are due");
      assertThat(lookAt).containsText("Build the model, Write the report");
      assertThat(lookAt).containsText("this week asks 120 minutes"); // 30 + 45 + 45
      assertThat(lookAt).containsText("Most weeks of the term ask 30.");
    }
  }

  /** 20 of 250 points at 70 % are 5.6 % of the grade. */
  @Test
  void everyTaskSaysWhatItIsWorthToTeachersAndStudents() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/sections/" + school.section() + "/settings");
      page.getByLabel("Kind 1", new Page.GetByLabelOptions().setExact(true)).fill("Homework");
      page.getByLabel("Weight of kind 1").fill("70");
      page.getByLabel("Kind 2", new Page.GetByLabelOptions().setExact(true)).fill("Daily work");
      page.getByLabel("Weight of kind 2").fill("20");
      button(page, "Keep the grade").click();
      assertThat(page.locator("main")).containsText("the weights add up to 100");
      assertThat(page.getByLabel("Weight of kind 1")).hasValue("70"); // nothing typed is lost
      page.getByLabel("Weight of kind 2").fill("30");
      page.getByLabel("Scale of kind 2").fill("4");
      // The page comes once more: whoever goes on before that is taken back to it.
      page.waitForResponse(
          r -> r.url().endsWith("/settings") && r.request().method().equals("GET"),
          () -> button(page, "Keep the grade").click());
      page.waitForLoadState();
      assertThat(page.getByLabel("Scale of kind 2")).hasValue("4");
      UUID task = plan(school, TaskSheet.of("Load table", 20, on(school, 2)).worth(20, "Homework"));
      plan(school, TaskSheet.of("Report", 20, on(school, 14)).worth(230, "homework"));
      school.post(MONDAY, task);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      assertThat(page.locator(".planned")).containsText("20 points · 5.6 % of the grade");
      page.navigate(DemoServer.address() + "/plan/tasks/" + task);
      assertThat(page.locator("main")).containsText("worth 5.6 % of the grade");
      // Five daily points, scaled to four (common practice): one of them is 0.8 of 4.
      UUID daily = plan(school, TaskSheet.of("Warm up", 5, on(school, 2)).worth(1, "Daily work"));
      plan(school, TaskSheet.of("Other days", 5, on(school, 4)).worth(4, "Daily work"));
      page.navigate(DemoServer.address() + "/plan/tasks/" + daily);
      assertThat(page.locator("main"))
          .containsText("worth 6.0 % of the grade, 0.80 of 4 on the scale");
      Page student = Chromium.byCard(phone, school.students().iterator().next());
      assertThat(student.locator(".todo")).containsText("20 points, 5.6 % of the grade");
    }
  }

  /** Last year's section met on other days; week 4 is September 29, 2025. */
  @Test
  void lastYearsSameWeekIsShownFirstAndThenCopiedWithItsSessionsAndUndone() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    String name = sections.get(school.section()).name();
    UUID lastTerm =
        sections.addTerm(
            "School",
            ZoneId.of("America/Halifax"),
            "Last autumn",
            LocalDate.parse("2025-09-08"),
            12,
            Map.of());
    UUID before =
        sections.addSection(
            lastTerm,
            name,
            MeetingPattern.parse("TUE,THU"),
            45,
            Set.of(school.teacher()),
            Set.of());
    LocalDate then = LocalDate.parse("2025-09-29");
    tasks.plan(
        school.teacher(),
        TaskSheet.of("Draw", 20, Map.of(before, then.plusDays(1)))
            .due(Optional.of(DueRuleText.read("at 2025-10-03T02:59:00Z"))));
    tasks.plan(school.teacher(), TaskSheet.of("Build", 20, Map.of(before, then.plusDays(3))));
    DemoServer.bean(Sessions.class)
        .plan(
            Set.of(before),
            new SessionSheet(
                "Help", "", then.plusDays(3), LocalTime.of(14, 0), LocalTime.of(14, 30), false));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      page.getByText("Copy another week").click();
      assertThat(page.locator(".weeks")).containsText("the same week, last year");
      page.locator(".weeks a").click();
      assertThat(page.locator("main")).containsText("Draw was due at a fixed moment");
      assertThat(page.locator(".planned")).hasCount(0);
      Chromium.assertAccessible(page);
      button(page, "Copy it").click();
      page.waitForURL("**/plan?week=2026-09-28");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("2 tasks copied. 1 session too.");
      assertThat(page.locator("td[data-date='2026-09-28']")).containsText("Draw");
      assertThat(page.locator("td[data-date='2026-09-30']")).containsText("Build");
      assertThat(page.locator("td[data-date='2026-09-30']")).containsText("Help, 2:00 p.m.");
      assertThat(page.locator("tbody tr")).hasCount(1); // last year's section is no row of it
      button(page, "Undo").click();
      assertThat(page.locator(".planned")).hasCount(0);
      assertThat(page.locator(".live")).hasCount(0);
      page.getByLabel("Find in the plan book").fill("dra");
      button(page, "Find").click();
      assertThat(page.locator(".rows li")).hasCount(1);
      assertThat(page.locator(".rows li")).containsText("Tuesday, September 30, 2025");
      page.getByLabel("Words of a task").fill("%");
      button(page, "Find").click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("No task has these words");
    }
  }

  @Test
  void theWeekFitsOnePrintedPageAndTheWallShowsNothingMeantForTheSubstitute() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    for (int i = 0; i < 5; i++) {
      UUID section =
          sections.add(
              school.teacher(), school.term(), "Group " + i, MeetingPattern.parse("TUE,THU"), 45);
      plan(school, TaskSheet.of("Draw", 20, Map.of(section, MONDAY.plusDays(1))));
      plan(school, TaskSheet.of("Build", 20, Map.of(section, MONDAY.plusDays(3))));
    }
    plan(school, TaskSheet.of("Sketch an arch", 35, on(school, 2)).how("on paper"));
    DemoServer.bean(DayNotes.class)
        .write(
            new DayNotes.Note(
                school.section(),
                MONDAY.plusDays(2),
                "Which bridge?",
                "The pencils are there.",
                List.of()),
            Seen.ANYTHING);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      for (String paper : List.of("A4", "Letter")) {
        assertThat(printed(page, paper, true))
            .contains("Group 4", "Sketch an arch")
            .doesNotContain("Sign out");
      }
      page.navigate(DemoServer.address() + "/plan/day?day=2026-09-30");
      assertThat(printed(page, "A4", false)).contains("Which bridge", "The pencils are");
      page.evaluate("() => { Alpine.$data(document.querySelector('main')).withNotes = false; }");
      assertThat(printed(page, "A4", false))
          .contains("Which bridge", "Sketch an arch")
          .doesNotContain("The pencils are")
          .doesNotContain("Group 1"); // nothing of it is on that day
      page.getByText("Write the day of Group 1").click();
      page.locator("section", new Page.LocatorOptions().setHasText("Write the day of Group 1"))
          .getByLabel("Starter line")
          .fill("Name three bridges.");
      page.getByLabel("Keep the day of Group 1").click();
      assertThat(page.locator(".starter-line")).hasCount(2);
    }
  }

  /** What a printer gets: the text of the one page. */
  private static String printed(Page page, String paper, boolean landscape) throws Exception {
    byte[] pdf = page.pdf(new Page.PdfOptions().setFormat(paper).setLandscape(landscape));
    try (PDDocument document = Loader.loadPDF(pdf)) {
      assertThat(document.getNumberOfPages()).isEqualTo(1);
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void aFamilyAbroadReadsItsOwnClockBesideTheSchools() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task =
        plan(
            school,
            TaskSheet.of("Read", 10, on(school, 4))
                .due(Optional.of(DueRuleText.read("day 23:59"))));
    school.post(MONDAY, task);
    UUID student = school.students().iterator().next();
    UUID guardian =
        TestSchool.id("select guardian_id from guardian_student where student_id = ?", student);
    for (String zone : List.of("Asia/Tokyo", "America/Halifax")) {
      try (BrowserContext home = chromium.context(390, 844, zone)) {
        Page page = Chromium.byCard(home, guardian);
        assertThat(page.locator("main")).containsText("due Friday, 11:59 p.m.");
        assertThat(page.locator(".own-clock"))
            .hasText(zone.startsWith("Asia") ? "(Saturday 11:59 a.m. where you are)" : "");
      }
    }
  }

  @Test
  void aRosterInASpreadsheetsFileIsBroughtInByItsColumnsAndACoTeacherByALink() {
    TestSchool school = TestSchool.in("America/Halifax", 0);
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext elsewhere = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/sections/" + school.section());
      page.getByLabel("From a CSV file")
          .setInputFiles(
              new FilePayload(
                  "class.csv",
                  "text/csv",
                  "No;Pupil;Mail\n1;Ada Roy;\n2;Ben Roy;ben@term.example\n"
                      .getBytes(StandardCharsets.UTF_8)));
      button(page, "Choose its columns").click();
      assertThat(page.locator("main")).containsText("Nobody is added yet.");
      page.getByLabel("Column 2").selectOption("NAME");
      Chromium.assertAccessible(page);
      button(page, "Add them").click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("2 students were added");
      assertThat(page.locator("ul.rows").first()).containsText("Ben Roy");

      page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Settings")).click();
      page.getByLabel("Share with another teacher").fill("nova.reyes@term.example");
      button(page, "Share").click();
      String link = page.locator("code").innerText();
      Page invited = elsewhere.newPage();
      invited.navigate(link);
      invited.getByLabel("Your name").fill("Nova Reyes");
      invited.getByLabel("Password").fill("long enough");
      Chromium.assertAccessible(invited);
      button(invited, "Begin").click();
      assertThat(invited.locator(".week")).containsText(sections.get(school.section()).name());
      invited.navigate(link); // an invitation is good once
      assertThat(invited.locator("main")).containsText("This invitation was used already");
    }
  }

  @Test
  void tasksWithoutAWalkthroughArePutUpAndStudentsAndFollowUpSeeThem() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    plan(school, TaskSheet.of("Fold a beam", 20, on(school, 2)));
    plan(school, TaskSheet.of("Weigh it down", 20, on(school, 4)));
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = signedIn(desk, school);
      page.navigate(DemoServer.address() + "/plan?week=2026-09-28");
      assertThat(page.locator(".look-at")).containsText("2 tasks are not put up yet");
      page.getByText("Put up the week").click();
      String name = sections.get(school.section()).name();
      page.locator(".posting-rows").getByLabel("Weigh it down").uncheck();
      page.getByLabel(name, new Page.GetByLabelOptions().setExact(true)).check();
      Chromium.assertAccessible(page);
      page.locator("button[form=posting].next").click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("Posted");
      page.goBack();
      page.locator(".posting-rows").getByLabel("Weigh it down").uncheck();
      page.locator("button[form=posting].next").click(); // the same form once more
      assertThat(
              TestSchool.count(
                  "select count(*) from delivery where section_id = ?", school.section()))
          .isEqualTo(1);
      Page student = Chromium.byCard(phone, school.students().iterator().next());
      assertThat(student.locator(".todo")).containsText("Fold a beam");
      assertThat(student.locator(".todo")).not().containsText("Weigh it down");
      student.getByLabel("Fold a beam").check();
      assertThat(student.locator(".todo")).containsText("done Wednesday");
      page.navigate(DemoServer.address() + "/follow-up");
      assertThat(page.locator("main")).containsText("Fold a beam, " + name);
      assertThat(page.locator(".told-first")).containsText("Nobody needs reminding");
      page.navigate(DemoServer.address() + "/plan/post?week=2026-09-28");
      page.getByText("Change or withdraw").click();
      button(page, "Withdraw").click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("Changed");
      student.reload();
      assertThat(student.locator(".todo li")).hasCount(0);
    }
  }
}
