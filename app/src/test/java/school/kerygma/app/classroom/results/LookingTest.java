package school.kerygma.app.classroom.results;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.ByteArrayInputStream;
import java.net.http.HttpClient;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.classroom.handin.FilesOfWork;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.Shape;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.handin.HandInRule;

/** A section's work is looked at by keys, handed back, read on a phone and improved. */
class LookingTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant DUE = Instant.parse("2026-10-03T02:59:00Z");

  private static Chromium chromium;

  private final HandIns handIns = DemoServer.bean(HandIns.class);

  @TempDir Path directory;

  @BeforeAll
  static void open() {
    // Its stand-in for a microphone beeps.
    chromium =
        new Chromium(
            List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream"));
  }

  @AfterAll
  static void close() {
    assertThat(chromium.faults()).isEmpty();
    chromium.close();
  }

  private static UUID task(TestSchool school, Set<UUID> papers) {
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of(
                        "The load table and three sketches",
                        20,
                        Map.of(school.section(), MONDAY.plusDays(4)))
                    .reading(papers, 0)
                    .improved(5)
                    .handedIn(HandInRule.read("text")));
    school.post(MONDAY, task);
    return task;
  }

  private void handIn(TestSchool school, UUID task, UUID student, String text) {
    HandIns.Asked asked =
        new HandIns.Asked(
            task,
            school.section(),
            HandInRule.read("text"),
            DUE,
            Optional.of(DUE.plus(Duration.ofDays(7))));
    handIns.write(asked, student, text, "", 0);
    handIns.handIn(asked, student, Set.of(), true);
  }

  private static void kept(Page page) {
    assertThat(page.locator(".state").first()).hasText("kept");
  }

  @Test
  void theRubricIsGivenByKeysAloneForFiveStudentsAndTheMarkIsReadAndImprovedOnAPhone()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 5);
    UUID rubric =
        TestSchool.id("select handout_id from edition where file_name like 'Footbridge rubric%'");
    UUID task = task(school, Set.of(rubric));
    List<UUID> students = new ArrayList<>(school.students());
    students.forEach(s -> handIn(school, task, s, "It bends by 3 mm at 300 g."));
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page =
          chromium.at(desk, school, "/sections/" + school.section() + "/tasks/" + task + "/work");
      page.getByText("Look at 5").click();
      assertThat(page.locator("main.looking[data-ready=true]")).isVisible();
      Chromium.assertAccessible(page);
      // The title names two rows of the rubric: they are at hand, the others fold away.
      Locator rows = page.locator(".rubric-beside > .mark-row");
      assertThat(rows).hasCount(2);
      for (int i = 0; i < 5; i++) {
        assertThat(page.locator(".seats a").nth(i)).hasAttribute("aria-current", "page");
        page.keyboard().press(i % 2 == 0 ? "1" : "2");
        page.keyboard().press("2");
        assertThat(rows.nth(1).locator("[aria-pressed=true]")).hasCount(1);
        kept(page);
        if (i == 0) {
          page.locator("#words").fill("Say why it bends.");
          kept(page);
          page.locator("#words").press("PageDown");
        } else if (i < 4) {
          page.keyboard().press("PageDown");
        }
      }
      // One number for the whole would say nothing of the rows: it is not taken.
      HttpClient teacher = Caller.teacher(school.email());
      String cell = "/sections/" + school.section() + "/marks/" + students.get(0) + "/" + task;
      assertThat(
              Caller.put(
                      teacher,
                      cell + "?version=" + handIns.of(task, students.get(0)).getFirst().id(),
                      "{\"points\":\"5\",\"seen\":\"0.0\"}",
                      Caller.token(teacher, "/plan"))
                  .body())
          .contains("row by row");
      // Said before is offered; the points that the rubric does not say are pressed or typed.
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Say why it bends."))
          .click();
      rows.nth(0).locator(".points").fill("5,5");
      kept(page);
      assertThat(page.locator(".sum output")).containsText("5.5 of ");
      rows.nth(0).locator(".points").fill("1O");
      assertThat(page.locator(".problem")).containsText("has a letter in it");
      rows.nth(0).locator(".points").fill("4");
      kept(page);
      assertThat(page.locator(".problem")).isHidden();
      assertThat(TestSchool.count("select count(*) from result where task_id = ?", task))
          .isEqualTo(5);

      Page student = Chromium.byCard(phone, students.getFirst());
      String address = DemoServer.address() + "/class/tasks/" + task + "/work";
      student.navigate(address);
      assertThat(student.getByText("Look at it")).isVisible();
      page.navigate(
          DemoServer.address() + "/sections/" + school.section() + "/tasks/" + task + "/work");
      page.getByText("Hand back 5").click();
      assertThat(page.locator(".told").first()).containsText("5 were handed back.");
      Chromium.assertAccessible(page);

      student.reload();
      student.getByText("Read what your teacher says of it").click();
      assertThat(student.locator(".got-rows li")).hasCount(2);
      Chromium.assertAccessible(student);
      student.getByText("Improve it").click();
      student.getByLabel("Your text").fill("It bends by 3 mm at 300 g, because the deck is thin.");
      assertThat(student.locator(".count")).containsText("kept");
      student.locator(".hand-in-line button").click();
      assertThat(student.locator(".receipts")).containsText("1 earlier version");

      page.reload();
      assertThat(page.getByText(Pattern.compile("Look at 1$"))).isVisible();
      page.getByText(Pattern.compile("Look at 1$")).click();
      assertThat(page.locator(".seats [aria-current]")).containsText("2nd time");
      assertThat(page.locator(".changes ins").last()).containsText("because the deck is thin.");
      Chromium.assertAccessible(page);
    }
  }

  @Test
  void pointsForWorkOnPaperAreTypedDownAColumn() {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Build it", 20, Map.of(school.section(), MONDAY)).worth(6, ""));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page =
          chromium.at(desk, school, "/sections/" + school.section() + "/tasks/" + task + "/work");
      Locator fields = page.locator("input.points");
      fields.first().fill("6");
      fields.first().press("Enter");
      assertThat(fields.nth(1)).isFocused();
      page.keyboard().type("7");
      page.keyboard().press("Enter");
      assertThat(page.locator(".handed tbody tr").nth(1)).containsText("more than the 6 there are");
      page.keyboard().type("4.5");
      page.keyboard().press("ArrowUp");
      assertThat(page.locator(".handed tbody tr").nth(2).locator(".state")).hasText("kept");
      assertThat(fields.nth(1)).isFocused();
      page.reload();
      assertThat(fields.first()).hasValue("6");
      assertThat(fields.nth(1)).hasValue("");
      assertThat(fields.nth(2)).hasValue("4.5");
      page.getByText("Hand back 2").click();
      assertThat(page.locator(".told").first()).containsText("2 were handed back.");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Take them back"))
          .click();
      assertThat(page.getByText("Hand back 2")).isVisible();

      // The same, and more, in the table of all marks.
      page.navigate(DemoServer.address() + "/sections/" + school.section() + "/marks");
      assertThat(page.locator("main.marks-page[data-ready=true]")).isVisible();
      Locator cells = page.locator("a[data-cell]");
      cells.first().focus();
      assertThat(cells.first()).hasText("6\u25cbnot handed back yet");
      page.keyboard().press("ArrowDown");
      page.keyboard().type("5,5");
      page.keyboard().press("Enter");
      assertThat(cells.nth(1)).containsText("5.5");
      assertThat(cells.nth(2)).isFocused();
      page.keyboard().type("1O");
      page.keyboard().press("Enter");
      assertThat(page.locator(".problem")).containsText("1O");
      page.keyboard().press("Escape");
      assertThat(cells.nth(2)).isFocused();
      page.keyboard().press("Enter");
      assertThat(page.locator(".rests")).containsText("Work on paper");
      assertThat(page.locator(".rests input.points")).hasValue("4.5");
      page.keyboard().type("3");
      page.keyboard().press("Escape");
      assertThat(cells.nth(2)).containsText("3");
      assertThat(cells.nth(2)).isFocused();
      Chromium.assertAccessible(page);
      page.reload();
      assertThat(cells.nth(1)).containsText("5.5");
      assertThat(page.getByText("Not handed back yet:")).isVisible();
    }
  }

  @Test
  void wordsOfATextAreMarkedByKeysAndItsStudentReadsTheNotesOnceItIsHandedBack() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    HandInRule rule = HandInRule.read("text");
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Say it", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .worth(6, "")
                    .handedIn(rule));
    school.post(MONDAY, task);
    UUID student = school.students().iterator().next();
    HandIns.Asked asked = new HandIns.Asked(task, school.section(), rule, DUE, Optional.empty());
    handIns.write(asked, student, "It bends by 3 mm.\r\nThe deck is thin.", "", 0);
    handIns.handIn(asked, student, Set.of(), true);
    UUID version = handIns.of(task, student).getFirst().id();
    String work = "/sections/" + school.section() + "/tasks/" + task + "/work";
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = chromium.at(desk, school, work + "/" + student);
      Locator text = page.locator(".handed-text .own-text");
      text.focus();
      page.keyboard().press("ArrowRight");
      page.keyboard().press("ArrowRight");
      page.keyboard().press("u");
      assertThat(text.locator(".underline")).hasText("bends");
      for (int i = 0; i < 4; i++) {
        page.keyboard().press("ArrowRight");
      }
      page.keyboard().press("Shift+ArrowRight");
      page.keyboard().press("t");
      page.keyboard().type("How thin?");
      page.keyboard().press("Enter");
      assertThat(text.locator(".note")).hasText("The deck");
      assertThat(page.locator(".remarks")).containsText("How thin?");
      page.locator("#points").fill("5");
      kept(page);
      Chromium.assertAccessible(page);

      Page own = Chromium.byCard(phone, student);
      own.navigate(DemoServer.address() + "/class/hand-ins/" + version);
      assertThat(own.locator(".own-text")).containsText("The deck is thin.");
      assertThat(own.locator(".in-text")).hasCount(0);
      page.navigate(DemoServer.address() + work);
      page.getByText("Hand back 1").click();
      assertThat(page.locator(".told").first()).containsText("handed back");
      own.reload();
      assertThat(own.locator(".in-text.underline")).hasText("bends");
      assertThat(own.locator(".remarks")).containsText("How thin?");
      Chromium.assertAccessible(own);
      HttpClient card =
          Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student));
      assertThat(Caller.get(card, "/me/copy.json").body()).contains("How thin?");

      page.navigate(DemoServer.address() + work + "/" + student);
      page.getByRole(
              AriaRole.BUTTON,
              new Page.GetByRoleOptions().setName("Take away what is said at bends"))
          .click();
      assertThat(page.locator(".in-text.underline")).hasCount(0);
      assertThat(page.locator(".in-text.note")).hasText("The deck");
    }
    // A place beyond the text, and a second of a sound that is not there.
    HttpClient teacher = Caller.teacher(school.email());
    String token = Caller.token(teacher, "/plan");
    String remarks = "/hand-ins/" + version + "/remarks/";
    for (String sent :
        List.of(
            "{\"from\":3,\"to\":900,\"kind\":\"ring\"}",
            "{\"from\":3,\"to\":3,\"kind\":\"ring\"}",
            "{\"from\":3,\"to\":5,\"kind\":\"note\",\"words\":\" \"}",
            "{\"file\":\"" + version + "\",\"atMs\":5,\"kind\":\"note\",\"words\":\"Here\"}")) {
      assertThat(Caller.put(teacher, remarks + UUID.randomUUID(), sent, token).statusCode())
          .as(sent)
          .isBetween(400, 422);
    }
  }

  @Test
  void aPageOfWorkIsMarkedByKeysAndItsStudentSeesItOnceItIsHandedBack() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    HandInRule rule = HandInRule.read("files");
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Draw it", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .worth(6, "")
                    .handedIn(rule));
    school.post(MONDAY, task);
    UUID student = school.students().iterator().next();
    HandIns.Asked asked = new HandIns.Asked(task, school.section(), rule, DUE, Optional.empty());
    byte[] paper =
        Files.readAllBytes(
            TestSheets.pdf(directory.resolve("drawing.pdf"), List.of("My bridge", "It bends.")));
    FilesOfWork files = DemoServer.bean(FilesOfWork.class);
    UUID file = files.announce(asked, student, "drawing.pdf", paper.length, Shape.FILE);
    files.receive(file, student, new ByteArrayInputStream(paper));
    handIns.handIn(asked, student, Set.of(), true);
    Awaitility.await()
        .until(() -> handIns.of(task, student).getFirst().files().getFirst().pages() == 1);
    String work = "/sections/" + school.section() + "/tasks/" + task + "/work";
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = chromium.at(desk, school, work + "/" + student);
      Locator canvas = page.locator(".work canvas.marks");
      assertThat(page.locator("main.looking[data-ready=true]")).isVisible();
      page.waitForFunction("() => document.querySelector('.work img').naturalWidth > 0");
      canvas.hover(new Locator.HoverOptions().setPosition(200, 150));
      page.keyboard().press("r");
      assertThat(canvas).hasAttribute("data-marks", "ring");
      canvas.hover(new Locator.HoverOptions().setPosition(200, 300));
      page.keyboard().press("u");
      assertThat(canvas).hasAttribute("data-marks", "ring underline");
      page.keyboard().press("b");
      assertThat(canvas).hasAttribute("data-marks", "ring");
      canvas.hover(new Locator.HoverOptions().setPosition(250, 250));
      page.keyboard().press("t");
      page.locator(".note-form input").fill("Where does it bend?");
      page.locator(".note-form input").press("Enter");
      assertThat(canvas).hasAttribute("data-marks", "ring note");
      page.locator("#points").fill("5");
      kept(page);
      page.reload();
      assertThat(canvas).hasAttribute("data-marks", "ring note");
      page.getByText("Say a word at a note").click();
      assertThat(page.locator("#voice-note")).containsText("Where does it bend?");
      page.getByText("Speak", new Page.GetByTextOptions().setExact(true)).click();
      Chromium.recorded(page.locator(".answer-clock"), 2);
      page.getByText("Stop", new Page.GetByTextOptions().setExact(true)).click();
      page.getByText("Keep it", new Page.GetByTextOptions().setExact(true)).click();
      assertThat(page.locator(".spoken audio")).hasCount(1);
      Chromium.assertAccessible(page);
      String sound = page.locator(".spoken audio").getAttribute("src");

      UUID version = handIns.of(task, student).getFirst().id();
      Page own = Chromium.byCard(phone, student);
      own.navigate(DemoServer.address() + "/class/hand-ins/" + version);
      assertThat(own.locator("canvas.marks")).hasAttribute("data-marks", "");
      HttpClient card =
          Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student));
      assertThat(Caller.get(card, sound).statusCode()).isEqualTo(404);
      page.navigate(DemoServer.address() + work);
      page.getByText("Hand back 1").click();
      assertThat(page.locator(".told").first()).containsText("handed back");
      own.reload();
      assertThat(own.locator("canvas.marks")).hasAttribute("data-marks", "ring note");
      assertThat(own.locator(".got")).containsText("5");
      assertThat(own.locator(".came-back .spoken")).containsText("Where does it bend?");
      assertThat(Caller.get(card, sound).statusCode()).isEqualTo(200);
      // A minute at 48 kbit/s is taken in; in this one there is no sound.
      HttpClient teacher = Caller.teacher(school.email());
      String mark = sound.substring(sound.lastIndexOf('/') + 1);
      assertThat(
              Caller.post(
                      teacher,
                      "/hand-ins/" + version + "/marks/" + mark + "/voice",
                      "application/octet-stream",
                      "0".repeat(360_000),
                      Caller.token(teacher, "/plan"))
                  .statusCode())
          .isEqualTo(200);
      Awaitility.await()
          .until(
              () ->
                  DemoServer.bean(ResultVoices.class).of(version).getFirst().state()
                      == ResultVoices.State.EARLIER);
      assertThat(Caller.get(card, sound).statusCode()).isEqualTo(200);
      Chromium.assertAccessible(own);

      String talk = Caller.location(Caller.form(teacher, "/hand-ins/" + version + "/talk"));
      UUID walkthrough = UUID.fromString(talk.substring(talk.lastIndexOf('/') + 1));
      Scripts scripts = DemoServer.bean(Scripts.class);
      Awaitility.await().until(() -> scripts.stopsOf(walkthrough).getFirst().sight().isPresent());
    }
  }
}
