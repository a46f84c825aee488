package school.kerygma.app.classroom.handin;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.FilePayload;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.awaitility.Awaitility;
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
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handout.Box;

/** A paper is each student's own copy: filled in on a phone, offline for a while, in two tabs. */
class OwnSheetTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final HandInRule SHEET = HandInRule.read("sheet");

  private static Chromium chromium;

  private final HandIns handIns = DemoServer.bean(HandIns.class);
  private final OwnSheets sheets = DemoServer.bean(OwnSheets.class);

  @TempDir Path directory;

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  /** A section with a sheet to fill in. */
  private record Given(TestSchool school, UUID paper, UUID task) {

    HandIns.Asked asked() {
      return new HandIns.Asked(
          task, school.section(), SHEET, Instant.parse("2026-10-03T02:59:00Z"), Optional.empty());
    }
  }

  private Given given(int students) throws Exception {
    return given(
        students,
        TestSheets.pdf(
            directory.resolve("sheet.pdf"),
            List.of("Load table", "5 N bends ________ mm", "Name a part: ________")));
  }

  private Given given(int students, Path sheet) throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", students);
    UUID paper = Papers.bring(school, sheet);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Fill it in", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .reading(Set.of(paper), 0)
                    .handedIn(SHEET));
    school.post(MONDAY, task);
    return new Given(school, paper, task);
  }

  private List<OwnSheets.Put> puts(Given given, UUID student) {
    return handIns.of(given.task(), student).stream()
        .reduce((a, b) -> b)
        .map(v -> sheets.puts(List.of(v.id())).get(v.id()))
        .orElse(List.of());
  }

  /** On a phone what is seldom wanted comes when it is asked for. */
  private static void allTools(Page page) {
    page.locator(".sheet-tools .narrow-only").press("Enter");
  }

  @Test
  void aSheetIsFilledInByKeysOfflineForAWhileWarnedOfWhenBlankAndSeenByTheTeacher()
      throws Exception {
    Given given = given(1);
    UUID student = given.school().students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/class/tasks/" + given.task() + "/work");
      page.locator(".own-sheet[data-ready]").waitFor();
      Chromium.assertAccessible(page);
      page.locator(".hand-in-line button").click();
      assertThat(page.locator("#asked")).containsText("nothing on it has changed");

      Locator first = page.getByLabel("5 N bends: empty");
      first.press("Enter");
      Locator words = page.locator("#fill-words");
      assertThat(words).isFocused();
      Chromium.assertAccessible(page);
      phone.setOffline(true);
      words.fill("9.5");
      assertThat(page.locator(".sheet-tools")).containsText("kept on this device");
      assertThat(page.locator("#asked")).hasCount(0);
      words.press("Enter"); // to the next place
      assertThat(page.locator(".sheet-bar label")).hasText("Name a part:");
      words.fill("deck");
      // The page is even lost and opened again, before anything could go.
      Pattern marks = Pattern.compile(".*/sheet/.*");
      phone.route(marks, Route::abort);
      phone.setOffline(false);
      page.reload();
      page.locator(".own-sheet[data-ready]").waitFor();
      assertThat(page.getByLabel("Name a part:: deck")).isVisible();
      assertThat(page.locator(".sheet-tools [role=status]")).containsText("kept on this device");
      phone.unroute(marks);
      assertThat(page.locator(".sheet-tools [role=status]")).hasText("kept");
      Awaitility.await()
          .until(
              () ->
                  puts(given, student).stream()
                      .map(OwnSheets.Put::words)
                      .sorted()
                      .toList()
                      .equals(List.of("9.5", "deck")));

      allTools(page);
      page.locator("[data-tool=pen]").click();
      page.locator("[data-color=clay]").click();
      Locator canvas = page.locator("canvas.marks");
      canvas.scrollIntoViewIfNeeded();
      var box = canvas.boundingBox();
      page.mouse().move(box.x + 60, box.y + 200);
      page.mouse().down();
      page.mouse()
          .move(
              box.x + 160,
              box.y + 220,
              new com.microsoft.playwright.Mouse.MoveOptions().setSteps(4));
      page.mouse().up();
      Awaitility.await()
          .until(
              () ->
                  puts(given, student).stream()
                      .anyMatch(m -> m.kind().equals("ink") && m.color().equals("clay")));
      page.locator(".hand-in-line button").click();
      assertThat(page.locator(".receipts")).containsText("Handed in on");

      Page teacher =
          chromium.at(
              desk,
              given.school(),
              "/sections/" + given.school().section() + "/tasks/" + given.task() + "/work");
      teacher.locator(".handed td a").first().click();
      assertThat(teacher.locator("canvas.own")).hasAttribute("data-marks", "filled filled ink");
      teacher.getByText("What is filled in, 2 places").click();
      assertThat(teacher.locator("figcaption")).containsText("deck");
      Chromium.assertAccessible(teacher);
    }
  }

  private static byte[] picture() throws IOException {
    BufferedImage picture = new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB);
    for (int x = 0; x < 300; x++) {
      picture.setRGB(x, 100, 0xFF8800);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(picture, "png", out);
    return out.toByteArray();
  }

  private boolean has(Given given, UUID student, String... words) {
    return puts(given, student).stream()
        .map(OwnSheets.Put::words)
        .sorted()
        .toList()
        .equals(List.of(words));
  }

  @Test
  void wordsAreMovedToTheirPlacesAndAPictureIsPutIntoItsFrame() throws Exception {
    Given given =
        given(
            2,
            TestSheets.framed(
                directory.resolve("bank.pdf"),
                List.of(
                    "Word bank: beam, truss, live load",
                    "The road lies on a ________ .",
                    "Triangles make a ________ .",
                    "A person who walks is a ________ .",
                    "Your own bridge")));
    List<UUID> both = new ArrayList<>(given.school().students());
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, both.get(0));
      page.navigate(DemoServer.address() + "/class/tasks/" + given.task() + "/work");
      page.locator(".own-sheet[data-ready]").waitFor();
      allTools(page);
      page.getByText("Larger")
          .click(); // On a phone places lie close together; the bar leads to all of them too.
      Locator places = page.locator(".place.blank");
      assertThat(places).hasCount(3);
      // Dragged, pressed and pressed, by keys, and out of the bar.
      page.getByLabel("Move \u201cbeam\u201d").dragTo(places.nth(0));
      assertThat(places.nth(0)).hasAttribute("aria-label", "The road lies on a: beam");
      page.getByLabel("Move \u201ctruss\u201d").press("Enter");
      assertThat(page.locator(".sheet-tools [role=status]")).containsText("Now press the place");
      Chromium.assertAccessible(page);
      places.nth(1).press("Enter");
      assertThat(places.nth(1)).hasAttribute("aria-label", "Triangles make a: truss");
      places.nth(2).click();
      page.locator(".bank-words").getByText("live load").click();
      Awaitility.await().until(() -> has(given, both.get(0), "beam", "live load", "truss"));
      page.locator(".sheet-bar").getByText("Done").click();
      assertThat(page.getByLabel("\u201cbeam\u201d, moved")).isVisible();

      Locator frame = page.getByLabel("Your own bridge: put a picture here");
      page.waitForFileChooser(frame::click)
          .setFiles(new FilePayload("me.txt", "text/plain", "no picture".getBytes()));
      assertThat(page.locator(".own-sheet .told.wrong"))
          .containsText("no picture that can be shown");
      page.waitForFileChooser(() -> frame.press("Enter"))
          .setFiles(new FilePayload("me.png", "image/png", picture()));
      Locator shown = page.locator(".place.frame img");
      assertThat(shown).isVisible();
      Chromium.assertAccessible(page);
      // What is no picture leaves the one that is there.
      String first = shown.getAttribute("src");
      page.waitForFileChooser(() -> page.locator(".place.frame").click())
          .setFiles(new FilePayload("me.txt", "text/plain", "no picture".getBytes()));
      assertThat(page.locator(".own-sheet .told.wrong"))
          .containsText("no picture that can be shown");
      page.reload();
      assertThat(shown).hasAttribute("src", first);
      page.locator(".hand-in-line button").click();
      assertThat(page.locator(".receipts")).containsText("Handed in on");
      UUID version =
          handIns
              .latest(Set.of(given.task()), Set.of(both.get(0)))
              .get(both.get(0))
              .get(given.task())
              .id();
      Page teacher = chromium.at(desk, given.school(), "/hand-ins/" + version);
      assertThat(teacher.locator("img.framed")).isVisible();
      assertThat(teacher.locator(".handed-file")).hasCount(0);
      Chromium.assertAccessible(teacher);
      String picture = teacher.locator("img.framed").getAttribute("src");
      String card = DemoServer.bean(People.class).cardLinks(Set.copyOf(both)).get(both.get(1));
      assertThat(Caller.get(Caller.byCard(card), picture).statusCode()).isEqualTo(404);
    }
    UUID sheet = sheets.of(Optional.empty(), Set.of(given.paper())).pages().getFirst().id();
    assertThatThrownBy(
            () ->
                sheets.frame(
                    given.asked(),
                    both.get(1),
                    Set.of(given.paper()),
                    new OwnSheets.Frame(sheet, "1/1"),
                    "me.png",
                    10))
        .isInstanceOf(Problem.class);
  }

  @Test
  void aRingATickWordsInTheOpenAndALineOfThePenAreMadeByKeysAlone() throws Exception {
    Given given = given(1);
    UUID student = given.school().students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      page.navigate(DemoServer.address() + "/class/tasks/" + given.task() + "/work");
      page.locator(".own-sheet[data-ready]").waitFor();
      Locator canvas = page.locator("canvas.marks");
      allTools(page);
      page.locator("[data-tool=ring]").press("Enter");
      Chromium.assertAccessible(page);
      canvas.press("ArrowRight");
      canvas.press("ArrowRight"); // the second word
      assertThat(page.locator(".sheet-tools [role=status]")).hasText("table");
      canvas.press("Enter");
      page.locator("[data-tool=tick]").press("Enter");
      canvas.press("ArrowDown");
      canvas.press(" ");
      page.locator("[data-tool=pen]").press("Enter");
      canvas.press("ArrowDown");
      canvas.press("Enter");
      for (int i = 0; i < 5; i++) {
        canvas.press("ArrowRight");
      }
      canvas.press("Enter");
      page.locator("[data-tool=write]").press("Enter");
      canvas.press("ArrowDown");
      canvas.press("Enter");
      page.locator("#fill-words").fill("here");
      Awaitility.await()
          .until(
              () ->
                  puts(given, student).stream()
                      .map(m -> m.kind() + " " + m.words())
                      .toList()
                      .equals(List.of("ring table", "filled \u2713", "ink ", "filled here")));
    }
  }

  @Test
  void twoTabsInOnePlaceLoseNoWords() throws Exception {
    Given given = given(1);
    UUID student = given.school().students().iterator().next();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      String address = DemoServer.address() + "/class/tasks/" + given.task() + "/work";
      page.navigate(address);
      page.locator(".own-sheet[data-ready]").waitFor();
      Page other = phone.newPage();
      other.navigate(address);
      other.locator(".own-sheet[data-ready]").waitFor();
      page.getByLabel("Name a part:: empty").click();
      page.locator("#fill-words").fill("deck");
      assertThat(page.locator(".sheet-tools [role=status]")).hasText("kept");
      other.getByLabel("Name a part:: empty").click();
      other.locator("#fill-words").fill("pier");
      assertThat(other.locator("#fill-words")).hasValue("pier / deck");
      assertThat(puts(given, student))
          .extracting(OwnSheets.Put::words)
          .containsExactly("pier / deck");
    }
  }

  @Test
  void whatIsNotTheirsCannotBeChanged() throws Exception {
    Given given = given(2);
    List<UUID> both = new ArrayList<>(given.school().students());
    UUID page = sheets.of(Optional.empty(), Set.of(given.paper())).pages().getFirst().id();
    UUID mark = UUID.randomUUID();
    OwnSheets.Sent words = sent(page, "a", "filled", "mine");
    sheets.keep(given.asked(), both.get(0), Set.of(given.paper()), mark, words);
    // The same mark of somebody else, a page of another paper, a mark that only teachers make.
    assertThatThrownBy(
            () -> sheets.keep(given.asked(), both.get(1), Set.of(given.paper()), mark, words))
        .hasMessage("not-found");
    Given other = given(1);
    UUID foreign = sheets.of(Optional.empty(), Set.of(other.paper())).pages().getFirst().id();
    for (OwnSheets.Sent sent :
        List.of(
            sent(foreign, null, "filled", "x"),
            sent(page, null, "cover", "x"),
            sent(page, null, "filled", "x".repeat(301)))) {
      assertThatThrownBy(
              () ->
                  sheets.keep(
                      given.asked(), both.get(0), Set.of(given.paper()), UUID.randomUUID(), sent))
          .isInstanceOf(Problem.class);
    }
    sheets.takeAway(given.asked(), both.get(1), mark);
    assertThat(puts(given, both.get(0))).extracting(OwnSheets.Put::words).containsExactly("mine");
    // What is handed in stays; what is changed afterwards is the next version.
    handIns.handIn(given.asked(), both.get(0), Set.of(), false);
    sheets.keep(
        given.asked(),
        both.get(0),
        Set.of(given.paper()),
        UUID.randomUUID(),
        sent(page, "b", "filled", "more"));
    List<HandInVersion> versions = handIns.of(given.task(), both.get(0));
    assertThat(versions).hasSize(2);
    assertThat(sheets.puts(List.of(versions.getFirst().id())).get(versions.getFirst().id()))
        .hasSize(1);
    assertThat(puts(given, both.get(0)))
        .extracting(OwnSheets.Put::words)
        .containsExactly("mine", "more");
  }

  private static OwnSheets.Sent sent(UUID page, String place, String kind, String words) {
    return new OwnSheets.Sent(
        page, place, kind, List.of(new Box(60, 60, 80, 15)), words, List.of(), 0, "", 0);
  }
}
