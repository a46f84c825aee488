package school.kerygma.app.paper.marking;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore;
import tools.jackson.databind.json.JsonMapper;

/** Papers marked without a recording, as files, and through a new edition. */
class MarksTest {

  /** Lines are 40 points apart, 20 points high, the first at about 77 points from the top. */
  private static final List<String> SHEET =
      List.of("The arch carries the load.", "Draw two sketches of it.", "Bring them on Friday.");

  private static Chromium chromium;

  @TempDir private Path directory;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    try (Chromium closed = chromium) {
      assertThat(closed.faults()).isEmpty();
    }
  }

  private UUID bring(TestSchool school, String name, List<String> lines) throws IOException {
    return Papers.bring(school, TestSheets.pdf(directory.resolve(name), lines));
  }

  private static List<Mark> marks(UUID handout) {
    return DemoServer.bean(Marks.class).of(Papers.pages(handout)).values().stream()
        .flatMap(List::stream)
        .toList();
  }

  private static List<String> said(UUID handout) {
    return marks(handout).stream().map(m -> m.kind() + " " + m.words()).toList();
  }

  /** Clicks on a place of the first page, in points. */
  private static void click(Page page, double x, double y) {
    Locator canvas = page.locator("canvas.marks").first();
    BoundingBox box = canvas.boundingBox();
    canvas.click(new Locator.ClickOptions().setPosition(x * box.width / 612, y * box.width / 612));
  }

  private static void choose(Page page, String verb) {
    page.locator("[data-verb=" + verb + "]").click();
  }

  private static Page reader(BrowserContext context, TestSchool school, UUID handout) {
    Page page = context.newPage();
    chromium.signIn(page, DemoServer.address(), school.email());
    page.navigate(DemoServer.address() + "/handouts/" + handout);
    assertThat(page.locator(".marking[data-ready=true]")).isVisible();
    return page;
  }

  private static void assertMarks(Page page, String kinds) {
    assertThat(page.locator("canvas.marks").first()).hasAttribute("data-marks", kinds);
  }

  @Test
  void aMarkedSheetIsReadAsItWasMarkedAndItsMarksCanBeTakenAway() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "arch marks.pdf", SHEET);
    Papers.putUp(school, handout, Optional.empty());
    try (BrowserContext desk = chromium.context(1280, 900);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = reader(desk, school, handout);
      choose(page, "ring");
      click(page, 85, 87); // "The"
      choose(page, "underline");
      click(page, 130, 128);
      choose(page, "note");
      click(page, 350, 300);
      page.getByLabel("What the note says").fill("In pencil, both of them");
      page.getByText("Put it there").click();
      choose(page, "ink");
      BoundingBox box = page.locator("canvas.marks").first().boundingBox();
      page.mouse().move(box.x + 100, box.y + 350);
      page.mouse().down();
      page.mouse().move(box.x + 200, box.y + 380, new Mouse.MoveOptions().setSteps(12));
      page.mouse().up();
      assertMarks(page, "ring underline note ink");
      assertThat(page.locator(".mark-rows li")).hasCount(4);
      assertThat(page.locator(".marking [role=status]")).hasText("kept");
      Chromium.assertAccessible(page);
      choose(page, "number");
      click(page, 85, 87);
      page.keyboard().press("b");
      assertMarks(page, "ring underline note ink");
      assertThat(page.locator(".marking [role=status]")).hasText("kept");
      page.reload();
      assertMarks(page, "ring underline note ink");
      assertThat(said(handout))
          .containsExactly(
              "RING The",
              "UNDERLINE Draw two sketches of it.",
              "NOTE In pencil, both of them",
              "INK ");

      String card =
          DemoServer.bean(People.class).cardLinks(school.students()).values().iterator().next();
      Page student = phone.newPage();
      student.navigate(card);
      student.navigate(DemoServer.address() + "/class/handouts/" + handout);
      assertMarks(student, "ring underline note ink");
      assertThat(student.locator(".marked li"))
          .hasText(
              new String[] {
                "Ringed: The",
                "Underlined: Draw two sketches of it.",
                "Note: In pencil, both of them",
                "Ink: a place on the page"
              });
      Chromium.assertAccessible(student);

      page.getByLabel("Take away: Ringed: The").click();
      assertMarks(page, "underline note ink");
      assertThat(page.locator(".marking [role=status]")).hasText("kept");
      student.reload();
      assertMarks(student, "underline note ink");
    }
  }

  @Test
  void aSheetIsMarkedByKeysAlone() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "keys.pdf", SHEET);
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page page = reader(desk, school, handout);
      Locator canvas = page.locator("canvas.marks").first();
      canvas.focus();
      page.keyboard().press("ArrowDown");
      assertMarks(page, "");
      page.keyboard().press("ArrowDown");
      page.keyboard().press("u");
      assertMarks(page, "underline");
      page.keyboard().press("n");
      assertMarks(page, "underline number");
      page.keyboard().press("c");
      assertMarks(page, "underline number cover");
      page.keyboard().press("Tab");
      assertThat(canvas).not().isFocused();
      assertThat(page.locator(".marking [role=status]")).hasText("kept");
    }
    assertThat(said(handout).getFirst()).isEqualTo("UNDERLINE Draw two sketches of it.");
  }

  @Test
  void aMarkThatDoesNotReachTheServerIsSentAgainUntilItDoes() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "cut off.pdf", SHEET);
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page page = reader(desk, school, handout);
      choose(page, "ring");
      click(page, 130, 87);
      assertThat(page.locator(".marking [role=status]")).hasText("kept");
      desk.setOffline(true);
      choose(page, "ring");
      click(page, 85, 128);
      assertMarks(page, "ring ring");
      assertThat(page.locator(".marking [role=status]")).hasText("keeping");
      desk.setOffline(false);
      assertThat(page.locator(".marking [role=status]")).hasText("kept");
    }
    assertThat(said(handout)).containsExactly("RING arch", "RING Draw");
  }

  @Test
  void marksGoOutAsPdfAndWebAnnotationsAndComeInAgain() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "out.pdf", SHEET);
    UUID first = Papers.pages(handout).getFirst();
    Marks marks = DemoServer.bean(Marks.class);
    marks.add(
        List.of(
            Mark.of(Mark.Kind.RING, first, List.of(new Box(72, 77, 36, 20)), 0, "The"),
            Mark.of(Mark.Kind.NOTE, first, List.of(new Box(300, 300, 60, 19)), 0, "Neatly"),
            new Mark.InkLine(
                first, List.of(new Ink.Point(80, 400, 2), new Ink.Point(200, 410, 2)))));
    Path pdf = directory.resolve("came out.pdf");
    Path json = directory.resolve("marks.jsonld");
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page page = reader(desk, school, handout);
      press(page, "PDF with the marks");
      Locator bar = page.locator("progress");
      assertThat(bar).hasCount(0);
      Download download = page.waitForDownload(() -> press(page, "PDF with the marks"));
      assertThat(download.suggestedFilename()).isEqualTo("Out.pdf");
      download.saveAs(pdf);
      page.waitForDownload(() -> page.getByText("Marks as Web Annotations").click()).saveAs(json);
      UUID plain = bring(school, "plain.pdf", SHEET);
      page.navigate(DemoServer.address() + "/handouts/" + plain);
      page.locator("#annotations").setInputFiles(json);
      page.locator("form[action$='/annotations'] button").click();
      assertThat(page.locator("#files")).hasText("3 marks were put on the pages.");
      assertMarks(page, "ring note ink");
      page.locator("#annotations").setInputFiles(pdf);
      page.locator("form[action$='/annotations'] button").click();
      assertThat(page.locator("main")).containsText("That file holds no Web Annotations");
      assertThat(said(plain)).containsExactly("RING The", "NOTE Neatly", "INK ");
    }
    assertThat(said(Papers.bring(school, pdf)))
        .containsExactlyInAnyOrder("RING The", "NOTE Neatly", "INK ");
  }

  private static void press(Page page, String name) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true))
        .click();
  }

  @Test
  void aNewEditionTakesMarksFramesAndRecordingsAlong() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "moves.pdf", SHEET);
    UUID before = Papers.pages(handout).getFirst();
    Box draw = new Box(72, 117, 54, 20);
    DemoServer.bean(Marks.class)
        .add(
            List.of(
                Mark.of(Mark.Kind.RING, before, List.of(draw), 0, "Draw"),
                Mark.of(Mark.Kind.RING, before, List.of(new Box(72, 157, 60, 20)), 0, "Bring")));
    UUID walkthrough =
        Papers.recorded(
            school,
            before,
            new Box(60, 110, 300, 30),
            List.of(
                Map.of("t", 500, "do", "point", "page", before, "x", 90, "y", 127),
                Map.of(
                    "t",
                    900,
                    "do",
                    "mark",
                    "kind",
                    "ring",
                    "page",
                    before,
                    "number",
                    0,
                    "words",
                    "Draw",
                    "boxes",
                    List.of(List.of(72, 117, 54, 20)))));
    // The second line stands 40 points lower, the third says something else.
    Papers.bringEdition(
        school,
        handout,
        TestSheets.pdf(
            directory.resolve("moves 2.pdf"),
            List.of(
                "The arch carries the load.",
                "It holds by pressing.",
                "Draw two sketches of it.",
                "Hand them in online.")));
    UUID after = Papers.pages(handout).getFirst();
    assertThat(said(handout)).containsExactly("RING Draw");
    assertThat(marks(handout).getFirst().boxes().getFirst().y()).isBetween(156.0, 158.0);
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout + "/edition");
      assertThat(page.getByText("Marks without a place")).isVisible();
      assertThat(page.locator("main")).containsText("Ringed: Bring");
      press(page, "Show the new edition at these stops");
      assertThat(page.locator("main")).containsText("No stop shows an edition before");
      Chromium.assertAccessible(page);
    }
    var sight =
        DemoServer.bean(Scripts.class).stopsOf(walkthrough).getFirst().sight().orElseThrow();
    assertThat(sight.pageId()).isEqualTo(after);
    Papers.end(
        DemoServer.bean(school.kerygma.app.ground.jobs.Jobs.class)
            .latest(walkthrough)
            .orElseThrow()
            .id());
    Scores scores = DemoServer.bean(Scores.class);
    PlaybackScore score =
        DemoServer.bean(JsonMapper.class)
            .readValue(
                scores.body(scores.current(walkthrough).orElseThrow().id()), PlaybackScore.class);
    assertThat(score.pages()).extracting(PlaybackScore.ShownPage::id).containsExactly(after);
    PlaybackScore.MarkShown ring =
        score.marks().stream().filter(m -> m.drawMs() > 0).findFirst().orElseThrow();
    assertThat(ring.boxes().getFirst().y()).isBetween(156.0, 158.0);
    assertThat(score.pointer().getFirst().keys().getFirst().y()).isBetween(166.0, 168.0);
  }

  @Test
  void aNameOfTheRosterIsWarnedOfAndCoveredOrLeft() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    List<String> names = List.of("Solveig Marchetti", "Tomas Abara");
    DemoServer.bean(Rosters.class)
        .add(school.teacher(), school.section(), String.join("\n", names));
    UUID handout =
        bring(school, "names.pdf", List.of("Best: " + names.get(0), "Then: " + names.get(1)));
    UUID page = Papers.pages(handout).getFirst();
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID walkthrough = scripts.write(school.teacher(), "Names");
    scripts.show(scripts.stopsOf(walkthrough).getFirst().id(), page, new Box(60, 60, 400, 200));
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page browser = reader(desk, school, handout);
      assertThat(browser.locator(".names li")).hasCount(2);
      browser.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern");
      assertThat(browser.locator(".names li").first())
          .containsText(names.get(0) + " is on your roster and can be read on Names.");
      Chromium.assertAccessible(browser);
      browser.getByLabel("Cover " + names.get(0)).click();
      assertThat(browser.locator(".names li").first())
          .containsText(names.get(0) + " is covered. Nobody but you gets what is under it.");
      browser.getByLabel("Leave " + names.get(1)).click();
      assertThat(browser.locator(".names li").nth(1)).containsText("stays as it is");
      browser.reload();
      assertThat(browser.locator("main.lectern[data-ready=true]")).isVisible();
      assertThat(browser.locator(".names")).hasCount(0);
    }
    assertThat(DemoServer.bean(Marks.class).openText(page))
        .isEqualTo("Best: Then: " + names.get(1));
    assertThat(Set.copyOf(said(handout))).containsExactly("COVER " + names.get(0));
  }

  @Test
  void whatIsCoveredAtTheLecternIsCoveredForGoodAndCoveringItAgainLiftsIt() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "lectern.pdf", SHEET);
    UUID page = Papers.pages(handout).getFirst();
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID walkthrough = scripts.write(school.teacher(), "Covering");
    scripts.show(scripts.stopsOf(walkthrough).getFirst().id(), page, new Box(0, 0, 612, 344));
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page browser = desk.newPage();
      chromium.signIn(browser, DemoServer.address(), school.email());
      browser.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern");
      assertThat(browser.locator("main.lectern[data-ready=true]")).isVisible();
      Locator stage = browser.locator(".lectern canvas");
      assertThat(stage).hasAttribute("data-targets", page.toString());
      stage.focus();
      browser.keyboard().press("ArrowDown");
      browser.keyboard().press("ArrowDown");
      browser.keyboard().press("Shift+ArrowRight");
      browser.waitForResponse(
          r -> r.request().method().equals("PUT"), () -> browser.keyboard().press("c"));
      assertThat(said(handout)).containsExactly("COVER of");
      browser.waitForResponse(
          r -> r.request().method().equals("DELETE"), () -> browser.keyboard().press("c"));
      assertThat(said(handout)).isEmpty();
    }
  }

  @Test
  void aWordThatIsExplainedStandsInTheMarginOnTheSheetAndBesideTheTalk() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "words.pdf", SHEET);
    UUID walkthrough =
        Papers.recorded(
            school, Papers.pages(handout).getFirst(), new Box(60, 60, 400, 200), List.of());
    Papers.putUp(school, handout, Optional.of(walkthrough));
    try (BrowserContext desk = chromium.context(1280, 900);
        BrowserContext phone = chromium.context(390, 844)) {
      Page page = reader(desk, school, handout);
      choose(page, "explain");
      click(page, 130, 87); // "arch"
      assertThat(page.locator("#term")).hasValue("arch");
      page.locator("#meaning").fill("a curve that carries by pressing");
      press(page, "Keep the word");
      assertThat(page.locator(".margin li"))
          .containsText(new String[] {"word arch a curve that carries by pressing"});
      Chromium.assertAccessible(page);
      String card =
          DemoServer.bean(People.class).cardLinks(school.students()).values().iterator().next();
      Page student = phone.newPage();
      student.navigate(card);
      student.navigate(DemoServer.address() + "/class");
      assertThat(student.locator(".meaning")).hasCount(0);
      TestSchool.sql()
          .sql("update task set detail = 'Draw an arch.' where owner_id = ?")
          .param(school.teacher())
          .update();
      student.reload();
      assertThat(student.locator(".meaning")).hasText("arch: a curve that carries by pressing");
      student.getByText("Words explained").click();
      assertThat(student.locator(".glossary dd")).hasText("a curve that carries by pressing");
      student.navigate(DemoServer.address() + "/class/handouts/" + handout);
      assertThat(student.locator(".glossary dt")).hasText("arch");
      // Under a cover the word is nobody's to look up.
      DemoServer.bean(Marks.class)
          .make(
              Papers.pages(handout).getFirst(),
              UUID.randomUUID(),
              new Marks.Drawn(
                  Mark.Kind.COVER, List.of(new Box(70, 75, 300, 25)), 0, "", List.of(), 0));
      student.reload();
      assertThat(student.locator(".paper-page").first()).isVisible();
      assertThat(student.locator(".glossary")).hasCount(0);
      page.getByLabel("Take away the explanation of arch").click();
      assertThat(page.getByText("a curve that carries by pressing")).hasCount(0);
    }
  }

  /**
   * Each kind alone on an empty sheet: whoever adds a kind and forgets the browser is told here.
   */
  @Test
  void theBrowserDrawsEveryKind() {
    try (BrowserContext context = chromium.context(800, 600)) {
      Page page = chromium.teacher(context);
      Object drawn =
          page.evaluate(
              """
              async () => {
                const { drawSheet } = await import('/js/stage.js');
                const { KINDS } = await import('/js/kinds.js');
                const canvas = document.createElement('canvas');
                canvas.style.width = '400px';
                document.body.append(canvas);
                const mark = (kind) => ({ kind, boxes: [{ x: 100, y: 80, width: 60, height: 12 }], number: 3, words: 'In pencil',
                  ink: [{ x: 100, y: 80, width: 2 }, { x: 140, y: 90, width: 2 }], startMs: 0, endMs: 1, drawMs: 0 });
                return Object.keys(KINDS).map((kind) => {
                  drawSheet(canvas, { width: 320, height: 180 }, [mark(kind)]);
                  const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
                  return kind + ' ' + data.some((value) => value > 0);
                });
              }
              """);
      org.assertj.core.api.Assertions.assertThat((List<?>) drawn)
          .map(Object::toString)
          .containsExactlyElementsOf(
              Arrays.stream(Mark.Kind.values()).map(k -> k.written() + " true").toList());
    }
  }
}
