package school.kerygma.app.paper.papers;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import jakarta.persistence.EntityManagerFactory;
import java.awt.Rectangle;
import java.io.OutputStream;
import java.net.http.HttpClient;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.apache.poi.xslf.usermodel.XMLSlideShow;
import org.apache.poi.xslf.usermodel.XSLFTextBox;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.paper.margin.Facts;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scripts.ScriptSearch;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.handout.Box;

/** What papers say: read, decided about, asked for. */
class PapersTest {

  private static Chromium chromium;

  @TempDir private Path directory;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private UUID bring(TestSchool school, String name, List<String> lines) throws Exception {
    TakingIn.TakenIn taken =
        DemoServer.bean(TakingIn.class)
            .takeIn(
                school.teacher(),
                name,
                Files.newInputStream(TestSheets.pdf(directory.resolve(name), lines)));
    Papers.end(taken.work());
    return taken.handout();
  }

  private static List<String> states(UUID handout) {
    return DemoServer.bean(Facts.class)
        .of(DemoServer.bean(Editions.class).opened(handout))
        .pages()
        .getFirst()
        .notes()
        .stream()
        .map(n -> n.fact().kind() + " " + n.value() + " " + n.state())
        .toList();
  }

  /** Counted by Hibernate itself. */
  @Test
  void theReaderOpensAPaperOnceAndWhoAsksForATitleAPictureOrAnOwnerOpensNone() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout =
        Papers.bring(
            school,
            TestSheets.pdf(
                directory.resolve("once.pdf"),
                List.of("Draw two sketches."),
                List.of("Weigh it.")));
    UUID page = Papers.pages(handout).getFirst();
    HttpClient desk = Caller.teacher(school.email());
    Statistics counted =
        DemoServer.bean(EntityManagerFactory.class).unwrap(SessionFactory.class).getStatistics();
    counted.setStatisticsEnabled(true);
    counted.clear();
    try {
      Handouts handouts = DemoServer.bean(Handouts.class);
      assertThat(handouts.titles(Set.of(handout))).hasSize(1);
      assertThat(handouts.ownerOfPage(page)).contains(school.teacher());
      assertThat(Caller.get(desk, "/media/pages/" + page + "/s").statusCode()).isEqualTo(200);
      assertThat(Caller.get(desk, "/handouts").body()).contains("Once");
      assertThat(opened(counted)).isZero();
      assertThat(Caller.get(desk, "/handouts/" + handout).body()).contains("Once");
      assertThat(opened(counted)).isEqualTo(2);
    } finally {
      counted.setStatisticsEnabled(false);
    }
  }

  private static long opened(Statistics counted) {
    return counted
        .getEntityStatistics("school.kerygma.app.paper.papers.Handout$PageText")
        .getLoadCount();
  }

  /** Today is September 30, 2026; October 8 is a Thursday. */
  @Test
  void theMarginSaysWhatThePageSaysAndKeepsWhatTheTeacherDecides() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout =
        bring(
            school,
            "arch.pdf",
            List.of("The arch. 25 points in all.", "Due: Friday, October 8", "Part 1, 15 minutes"));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      Locator notes = page.locator(".margin li");
      assertThat(notes).hasCount(4);
      assertThat(notes.nth(1)).containsText("due Thu, Oct 8, 11:59 p.m.");
      assertThat(notes.nth(1)).containsText("This date is a Thursday.");
      assertThat(page.locator(".hairlines polyline")).hasCount(4);
      // A note stands within a line of what it speaks of.
      double quote = page.locator(".quotes rect").first().boundingBox().y;
      assertThat(notes.first().boundingBox().y).isBetween(quote - 20, quote + 20);
      Chromium.assertAccessible(page);
      page.getByLabel("25 points in all is right").click();
      page.getByLabel("Leave out Part 1").click();
      page.getByLabel("Mend Friday, October 8").click();
      page.getByLabel("What Friday, October 8 means").fill("2026-10-09T15:00");
      notes
          .nth(1)
          .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Keep"))
          .click();
      assertThat(page.locator(".margin li").nth(1)).containsText("Fri, Oct 9, 3 p.m. mended");
      assertThat(page.locator(".margin li").nth(1)).not().containsText("This date is");
      assertThat(page.locator(".margin li").nth(2)).hasClass("dismissed");
      assertThat(notes.nth(1).locator("button, summary").first()).isFocused();
    }
    assertThat(states(handout))
        .containsExactly(
            "TOTAL 25 ACCEPTED",
            "DUE 2026-10-09T15:00 CORRECTED",
            "PART Part 1 DISMISSED",
            "MINUTES 15 READ");
  }

  /** The list that follows the first decision comes while the second is being written. */
  @Test
  void whatIsBeingWrittenStaysWhenTheListIsTakenAnew() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "two.pdf", List.of("Part 1: Sketches, 6 points", "15 minutes"));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      String reader = DemoServer.address() + "/handouts/" + handout;
      page.navigate(reader);
      List<Route> late = new ArrayList<>();
      page.route(
          reader,
          route -> {
            if (late.isEmpty()) {
              late.add(route);
            } else {
              route.resume();
            }
          });
      page.getByLabel("Leave out 6 points").click();
      page.waitForCondition(() -> !late.isEmpty());
      page.getByLabel("Mend 15 minutes").click();
      page.getByLabel("What 15 minutes means").fill("2");
      late.getFirst().resume();
      assertThat(page.locator(".margin li.dismissed")).hasCount(1);
      assertThat(page.getByLabel("What 15 minutes means")).isVisible();
      assertThat(page.getByLabel("What 15 minutes means")).isFocused();
      page.keyboard().press("End");
      page.keyboard().type("5");
      desk.setOffline(true);
      keep(page).click();
      assertThat(page.getByRole(AriaRole.ALERT)).containsText("Check the connection");
      assertThat(page.getByLabel("What 15 minutes means")).hasValue("25");
      desk.setOffline(false);
      keep(page).click();
      assertThat(page.locator("#parts")).containsText("25 minutes");
      assertThat(page.locator(".margin details[open]")).hasCount(0);
    }
  }

  @Test
  void whatTheServerRefusesIsSaidAndNothingIsChanged() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "empty.pdf", List.of("Part 1: Sketches, 6 points"));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      page.getByLabel("Mend 6 points").click();
      page.getByLabel("What 6 points means").fill(" ");
      keep(page).click();
      assertThat(page.locator("main")).containsText("Nothing was changed; write it again");
    }
    assertThat(states(handout)).containsExactly("PART Part 1 READ", "POINTS 6 READ");
  }

  private static Locator keep(Page page) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep").setExact(true));
  }

  /** 6 + 4 of the steps and 10 of the second heading are 20, until the heading is mended to 15. */
  @Test
  void partsAndStepsAreAddedUpAsTheTeacherMendsThem() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout =
        bring(
            school,
            "parts.pdf",
            List.of(
                "The arch. 25 points in all.",
                "Part 1: Sketches (15 minutes)",
                "1. Draw it, 6 points",
                "2. Label it, 4 points",
                "Part 2: Model, 10 points"));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      assertThat(page.locator("#parts")).containsText("2 parts, 2 steps, 20 points, 15 minutes");
      assertThat(page.locator("#parts li").first())
          .containsText("Part 1: Sketches 2 steps 10 points 15 minutes");
      assertThat(page.locator(".head"))
          .containsText("The paper says 25 points, its parts add up to 20.");
      assertThat(page.locator(".margin")).containsText("step 1");
      page.getByLabel("Mend 10 points").click();
      page.getByLabel("What 10 points means").fill("15");
      keep(page).click();
      assertThat(page.locator("#parts")).containsText("25 points");
      assertThat(page.locator(".head")).not().containsText("The paper says");
      Chromium.assertAccessible(page);
    }
  }

  @Test
  void aLongPaperOpensTwentyPagesAtATimeAndTheOneThatIsAskedFor() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    List<List<String>> pages =
        IntStream.rangeClosed(1, 23)
            .mapToObj(i -> List.of(i == 22 ? "the lintel, 3 points" : "sheet " + i))
            .toList();
    UUID handout = Papers.bring(school, TestSheets.pages(directory.resolve("long.pdf"), pages));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      assertThat(page.locator(".paged")).hasCount(20);
      Chromium.assertAccessible(page);
      page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("21\u201323"))
          .first()
          .click();
      assertThat(page.locator(".paged")).hasCount(3);
      page.navigate(DemoServer.address() + "/ask?words=lintel");
      page.getByText("Long, page 22").click();
      assertThat(page.locator("#page-22")).isInViewport();
      page.getByLabel("3 points is right").click();
      assertThat(page.locator("#page-22 .margin")).containsText("right");
      page.navigate(DemoServer.address() + "/handouts/" + handout + "?at=99");
      assertThat(page.locator("#page-23")).isVisible();
    }
  }

  @Test
  void thePapersAreAskedAndOnlyTheTeachersOwnAnswer() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    bring(school, "truss.pdf", List.of("A truss bends before it breaks", "<b>Weigh</b> it"));
    bring(school, "beam.pdf", List.of("A beam has no triangles"));
    TestSchool other = TestSchool.in("America/Halifax", 1);
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext elsewhere = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts");
      page.getByLabel("Ask the papers and the talks")
          .fill("bending weigh"); // "bending" finds "bends"
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask")).click();
      assertThat(page.getByRole(AriaRole.STATUS)).hasText("1 page and no stop.");
      assertThat(page.locator("mark").first()).hasText("bends");
      assertThat(page.locator(".answers")).containsText("Truss, page 1");
      Chromium.assertAccessible(page);
      page.getByLabel("Words on a page or in a talk").fill("or -( \"");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask")).click();
      assertThat(page.getByRole(AriaRole.STATUS)).hasText("No page and no stop.");
      Page stranger = elsewhere.newPage();
      chromium.signIn(stranger, DemoServer.address(), other.email());
      stranger.navigate(DemoServer.address() + "/ask?words=truss");
      assertThat(stranger.getByRole(AriaRole.STATUS)).hasText("No page and no stop.");
    }
  }

  @Test
  void severalPapersComeInAtOnceAndTheOneThatIsNoneIsNamed() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path plan = Files.writeString(directory.resolve("week-plan.md"), "# The week\n\nDue Oct 8\n");
    Path none = Files.writeString(directory.resolve("notes.docx"), "no such thing");
    Path sheet = TestSheets.pdf(directory.resolve("sheet.pdf"), List.of("Part 1"));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts");
      page.locator("#paper").setInputFiles(new Path[] {plan, none, sheet});
      assertThat(page.getByRole(AriaRole.ALERT)).containsText("notes.docx: This file is no paper");
      assertThat(page.locator(".papers li")).hasCount(2);
      page.navigate(DemoServer.address() + "/handouts"); // progress bars look again by themselves
      assertThat(page.locator(".papers img")).hasCount(2);
      page.getByText("Week plan").click();
      assertThat(page.locator(".margin li").first()).containsText("due Thu, Oct 8");
    }
  }

  /** ECMA-376, ISO 26300 and CommonMark, all chosen at once. */
  @Test
  void everyKindOfPaperComesInWithItsWords() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path docx = directory.resolve("arch.docx");
    try (XWPFDocument document = new XWPFDocument();
        OutputStream out = Files.newOutputStream(docx)) {
      document.createParagraph().createRun().setText("Weigh the arch");
      document.write(out);
    }
    Path pptx = directory.resolve("beam.pptx");
    try (XMLSlideShow slides = new XMLSlideShow();
        OutputStream out = Files.newOutputStream(pptx)) {
      XSLFTextBox box = slides.createSlide().createTextBox();
      box.setAnchor(new Rectangle(50, 50, 400, 100));
      box.setText("Weigh the beam");
      slides.write(out);
    }
    Path odt =
        Papers.open(
            directory.resolve("cable.odt"),
            "application/vnd.oasis.opendocument.text",
            "<office:text><text:p>Weigh the cable</text:p></office:text>");
    Path odp =
        Papers.open(
            directory.resolve("deck.odp"),
            "application/vnd.oasis.opendocument.presentation",
            "<office:presentation><draw:page><draw:frame svg:width=\"20cm\" svg:height=\"3cm\""
                + " svg:x=\"2cm\" svg:y=\"2cm\"><draw:text-box><text:p>Weigh the deck</text:p>"
                + "</draw:text-box></draw:frame></draw:page></office:presentation>");
    Path markdown = Files.writeString(directory.resolve("end.md"), "Weigh the *end*\n");
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts");
      page.locator("input[type=file]").setInputFiles(new Path[] {docx, pptx, odt, odp, markdown});
      assertThat(page.locator(".papers li")).hasCount(5);
      page.navigate(DemoServer.address() + "/handouts");
      assertThat(page.locator(".papers img")).hasCount(5);
      page.getByLabel("Ask the papers and the talks").fill("weigh");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask")).click();
      for (String word : List.of("arch", "beam", "cable", "deck", "end")) {
        assertThat(page.locator(".answers")).containsText("Weigh the " + word);
      }
    }
  }

  /** Another library than the reader's writes the changes (ECMA-376, part 1, 17.13). */
  @Test
  void aPaperWithTrackedChangesIsReadAsFinallyAcceptedAndSaysSo() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path docx = directory.resolve("due.docx");
    try (XWPFDocument document = new XWPFDocument();
        OutputStream out = Files.newOutputStream(docx)) {
      var paragraph = document.createParagraph();
      paragraph.createRun().setText("Due Friday, October ");
      var deleted = paragraph.getCTP().addNewDel();
      deleted.setId(java.math.BigInteger.ONE);
      deleted.setAuthor("A");
      deleted.addNewR().addNewDelText().setStringValue("9");
      var inserted = paragraph.getCTP().addNewIns();
      inserted.setId(java.math.BigInteger.TWO);
      inserted.setAuthor("A");
      inserted.addNewR().addNewT().setStringValue("16");
      document.write(out);
    }
    UUID handout = Papers.bring(school, docx);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      assertThat(page.getByRole(AriaRole.NOTE)).containsText("has tracked changes");
      assertThat(page.locator("main")).containsText("Fri, Oct 16, 11:59 p.m.");
      assertThat(page.locator("main")).not().containsText("916");
    }
  }

  @Test
  void aPaperThatCannotBeReadIsNamedUntilItIsPutAway() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Path nonsense =
        Papers.zip(
            directory.resolve("torn.docx"),
            Map.of("word/document.xml", "<torn", "[Content_Types].xml", "<torn"));
    Papers.bring(school, nonsense);
    TestSchool other = TestSchool.in("America/Halifax", 1);
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext elsewhere = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts");
      assertThat(page.locator(".papers li")).hasCount(0);
      assertThat(page.locator("form.told")).containsText("torn.docx:");
      assertThat(page.locator("form.told")).containsText("could not open this file");
      Chromium.assertAccessible(page);
      Page stranger = elsewhere.newPage();
      chromium.signIn(stranger, DemoServer.address(), other.email());
      stranger.navigate(DemoServer.address() + "/handouts");
      assertThat(stranger.locator("form.told")).hasCount(0);
      page.getByLabel("Put away what is said of torn.docx").click();
      assertThat(page.locator("form.told")).hasCount(0);
    }
  }

  @Test
  void aTalkIsFoundWithTheSecondAtWhichTheWordIsSaid() {
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.teacher(desk);
      page.navigate(DemoServer.address() + "/ask?words=footbridge");
      assertThat(page.locator("h2").nth(1)).hasText("Said");
      Locator first = page.locator(".answers").nth(1).locator("a").first();
      // "Good morning. This is the footbridge project": after one to four seconds.
      assertThat(first).containsText(java.util.regex.Pattern.compile("stop 1, at 0:0[1-4]"));
      Chromium.assertAccessible(page);
    }
  }

  @Test
  void aNewEditionSaysWhatChangedKeepsDecisionsAndNamesTheStopsToSayAgain() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout =
        bring(
            school,
            "bridge.pdf",
            List.of("Draw three bridges for 6 points", "Bring it on paper", "Due October 8"));
    Handouts handouts = DemoServer.bean(Handouts.class);
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID page = handouts.get(handout).shown().getFirst().id();
    UUID walkthrough = scripts.write(school.teacher(), "The bridge");
    DemoServer.bean(StopOrder.class).addStop(walkthrough, 1);
    List<StopView> stops = scripts.stopsOf(walkthrough);
    // Lines stand 40 points apart, the first at 92 from the top of the page.
    scripts.show(stops.get(0).id(), page, Box.between(60, 70, 500, 100));
    scripts.show(stops.get(1).id(), page, Box.between(60, 112, 500, 140));
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page browser = desk.newPage();
      chromium.signIn(browser, DemoServer.address(), school.email());
      browser.navigate(DemoServer.address() + "/handouts/" + handout);
      browser.getByLabel("6 points is right").click();
      browser.getByLabel("October 8 is right").click();
      Path fake = Files.writeString(directory.resolve("fake.pdf"), "no paper");
      browser.getByLabel("A new edition of it").setInputFiles(fake);
      press(browser, "Bring it in");
      assertThat(browser.locator("main")).containsText("This file is no paper");
      browser.navigate(DemoServer.address() + "/handouts/" + handout);
      assertThat(browser.locator(".margin li")).hasCount(2);
      browser
          .getByLabel("A new edition of it")
          .setInputFiles(
              TestSheets.pdf(
                  directory.resolve("new.pdf"),
                  List.of("The bridge, a title page"),
                  List.of("Draw three bridges for 6 points", "Hand it in online")));
      press(browser, "Bring it in");
      assertThat(browser.locator("h2").first()).hasText("8 words added, 6 gone, none moved");
      assertThat(browser.locator("ins").nth(1)).hasText("Hand");
      assertThat(browser.locator(".rows li").nth(0)).containsText("shows words that are the same");
      assertThat(browser.locator(".rows li").nth(1)).containsText("say it again");
      assertThat(browser.locator("main")).containsText("Decided, and not found again");
      assertThat(browser.locator(".rows").nth(1)).hasText("October 8");
      Chromium.assertAccessible(browser);
      // The old page can still be chosen in the script, the new ones can too.
      assertThat(
              DemoServer.bean(ScriptSearch.class)
                  .pagesFor(school.teacher(), scripts.stopsOf(walkthrough)))
          .extracting(PageView::number)
          .containsExactly(1, 2, 1);
    }
    assertThat(
            DemoServer.bean(Facts.class)
                .of(DemoServer.bean(Editions.class).opened(handout))
                .pages()
                .get(1)
                .notes())
        .extracting(n -> n.fact().quote() + " " + n.state())
        .contains("6 points ACCEPTED");
  }

  private static void press(Page page, String name) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true))
        .click();
  }

  @Test
  void aTaskThatTwoStopsExplainKeepsBothWhenItsFormIsKept() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID task =
        DemoServer.bean(Tasks.class).plan(school.teacher(), TaskSheet.of("Weigh", 5, Map.of()));
    UUID walkthrough = scripts.write(school.teacher(), "Twice");
    DemoServer.bean(StopOrder.class).addStop(walkthrough, 1);
    DemoServer.bean(StopOrder.class).addStop(walkthrough, 2);
    List<UUID> stops = scripts.stopsOf(walkthrough).stream().map(StopView::id).toList();
    scripts.tie(stops.get(0), Set.of(task));
    scripts.tie(stops.get(1), Set.of(task));
    scripts.explain(school.teacher(), task, Optional.of(stops.get(0)));
    assertThat(scripts.explaining(List.of(task)))
        .extracting(StopView::number)
        .containsExactly(1, 2);
    scripts.explain(school.teacher(), task, Optional.of(stops.get(2)));
    assertThat(scripts.explaining(List.of(task)))
        .extracting(StopView::number)
        .containsExactly(2, 3);
  }
}
