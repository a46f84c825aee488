package school.kerygma.app.talk.scores;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.captions.CaptionFile;
import school.kerygma.core.captions.Cue;

/** Captions edited by ear, with keys alone; the story goes on from test to test. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CaptionDeskTest {

  private static Chromium chromium;
  private static TestSchool school;
  private static UUID walkthrough;
  private static BrowserContext desk;
  private static Page page;

  @BeforeAll
  static void open() throws Exception {
    DemoServer.address();
    chromium = new Chromium();
    school = TestSchool.in("America/Halifax", 0);
    walkthrough = SaidTest.sample(school);
    desk = chromium.context(1280, 800);
    page = desk.newPage();
    chromium.signIn(page, DemoServer.address(), school.email());
  }

  @AfterAll
  static void close() {
    desk.close();
    chromium.close();
  }

  private static void show(String query) {
    page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/captions" + query);
    page.locator(".caption-desk[data-ready]").waitFor();
  }

  private static List<Cue> cues(String query) {
    UUID score = DemoServer.bean(Scores.class).current(walkthrough).orElseThrow().id();
    try {
      HttpResponse<String> file =
          Caller.get(
              Caller.teacher(school.email()), "/media/scores/" + score + "/captions.vtt" + query);
      return file.statusCode() == 404 ? List.of() : CaptionFile.read(file.body()).cues();
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  private static String script() {
    return DemoServer.bean(Scripts.class).stopsOf(walkthrough).getFirst().script();
  }

  private static Locator cue(int number) {
    return page.locator(".cue").nth(number);
  }

  private static void undo() {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo")).click();
  }

  @Test
  @Order(1)
  void captionsAreSplitJoinedMovedAndRetypedByKeysAndAllOfItIsUndone() {
    List<Cue> before = cues("");
    String written = script();
    show("");
    Chromium.assertAccessible(page);
    Locator words = cue(0).locator(".words");
    assertThat(words).hasValue("Good morning. This is\nthe footbridge project,");
    words.focus();
    words.press("ControlOrMeta+Home");
    for (int i = 0; i < "Good morning. ".length(); i++) {
      words.press("ArrowRight");
    }
    words.press("ControlOrMeta+Enter");
    assertThat(cue(0).locator(".words")).hasValue("Good morning.");
    assertThat(cue(1).locator(".words")).hasValue("This is the footbridge project,");
    assertThat(cue(1).locator(".words")).isFocused();
    page.waitForCondition(() -> cues("").size() == before.size() + 1);

    page.keyboard().press("Backspace"); // At its beginning.
    assertThat(cue(0).locator(".words")).hasValue("Good morning. This is\nthe footbridge project,");
    assertThat(cue(0).locator(".words")).isFocused();

    Locator from = cue(1).locator(".from");
    String was = from.inputValue();
    from.press("ArrowUp");
    from.press("ArrowUp");
    assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo")))
        .hasText("Undo: moving");
    assertThat(from).not().hasValue(was);
    page.waitForCondition(() -> cues("").get(1).startMs() >= before.get(1).startMs() + 150);

    cue(0).locator(".words").fill("Good morning, all. This is the footbridge project,");
    cue(0).locator(".words").press("Enter");
    assertThat(cue(1).locator(".words")).isFocused();
    page.waitForCondition(() -> script().startsWith("Good morning, all. This is"));

    for (int i = 0; i < 4; i++) {
      undo();
    }
    page.waitForCondition(() -> script().equals(written));
    page.waitForCondition(() -> cues("").equals(before));
    assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Undo")))
        .isDisabled();
    assertThat(chromium.faults()).isEmpty();
  }

  @Test
  @Order(2)
  void aSoundIsAddedWhereThereIsRoomAndIsNoWordOfTheScript() {
    String written = script();
    show("");
    int last = page.locator(".caption-stop").first().locator(".cue").count() - 1;
    cue(last).locator(".words").focus();
    cue(last).getByText("A sound after it").click();
    Locator sound = cue(last + 1).locator(".words");
    assertThat(sound).hasValue("[sound]");
    sound.fill("[the school bell]");
    sound.press("Enter");
    page.waitForCondition(
        () -> cues("").stream().anyMatch(c -> c.text().equals("[the school bell]")));
    assertThat(script()).isEqualTo(written);
  }

  @Test
  @Order(3)
  void wordsAreReplacedInTheWholeWalkthroughAndBack() {
    show("");
    page.getByLabel("Find in the whole walkthrough").fill("footbridge");
    assertThat(page.locator(".find [role=status]")).hasText("2 times");
    page.getByLabel("and write instead").fill("crossing");
    page.getByText("Write it everywhere").click();
    page.waitForCondition(() -> script().contains("This is the crossing project"));
    page.waitForCondition(() -> cues("").getFirst().text().contains("the crossing project,"));
    page.locator(".caption-desk[data-ready]").waitFor();
    undo();
    page.waitForCondition(() -> script().contains("This is the footbridge project"));
  }

  @Test
  @Order(4)
  void wordsThatWereChangedInTheScriptMeanwhileAreNotUndone() {
    show("");
    cue(1).locator(".words").fill("and it keeps us busy");
    cue(1).locator(".words").press("Enter");
    page.waitForCondition(() -> script().contains("and it keeps us busy"));
    Scripts scripts = DemoServer.bean(Scripts.class);
    var stop = scripts.stopsOf(walkthrough).getFirst();
    scripts.say(stop.id(), stop.version(), stop.title(), stop.script() + " Bring a ruler.");
    undo();
    assertThat(page.locator(".caption-side [role=alert]")).containsText("Nothing was undone");
    assertThat(script()).contains("and it keeps us busy").endsWith("Bring a ruler.");
  }

  @Test
  @Order(5)
  void aSecondTabThatSawOtherCaptionsIsToldAndLosesNothing() {
    show("");
    Page second = desk.newPage();
    second.navigate(page.url());
    second.locator(".caption-desk[data-ready]").waitFor();
    cue(2).locator(".words").fill("In pairs, you design one.");
    cue(2).locator(".words").press("Enter");
    page.waitForCondition(() -> script().contains("In pairs, you design one."));
    second.locator(".cue").nth(3).locator(".words").fill("You draw and calculate it.");
    second.locator(".cue").nth(3).locator(".words").press("Enter");
    assertThat(second.locator(".caption-side [role=alert]")).containsText("in another window");
    assertThat(second.locator(".cue").nth(3).locator(".words"))
        .hasValue("You draw and calculate it.");
    assertThat(second.locator(".cue").nth(2).locator(".words"))
        .hasValue("In pairs, you design one.");
    second.close();
  }

  @Test
  @Order(6)
  void readingThroughPlaysAtDoubleSpeedAndEnterAcceptsACaption() {
    Scripts scripts = DemoServer.bean(Scripts.class);
    show("");
    assertThat(page.locator(".caption-side")).containsText("0 of 4 stops read.");
    int cues = page.locator(".caption-stop").first().locator(".cue").count();
    page.getByText("Read through", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(page.evaluate("document.querySelector('audio').playbackRate")).isEqualTo(2);
    for (int i = 0; i < cues; i++) {
      assertThat(cue(i).locator(".words")).isFocused();
      page.keyboard().press("Enter");
    }
    assertThat(page.locator(".caption-side")).containsText("1 of 4 stops read.");
    assertThat(scripts.stopsOf(walkthrough).getFirst().read()).isTrue();
    page.getByText("Stop reading").click();
  }

  @Test
  @Order(7)
  void anotherLanguageIsTypedAndAFlagTellsWhereTheWordsHaveChangedSince() {
    show("?language=es");
    Locator other = cue(0).locator(".other");
    other.fill("Buenos d\u00edas a todos.");
    other.press("Enter");
    assertThat(cue(1).locator(".other")).isFocused();
    page.waitForCondition(() -> !cues("?language=es").isEmpty());
    assertThat(cues("?language=es"))
        .extracting(Cue::text)
        .containsExactly("Buenos d\u00edas a todos.");
    Chromium.assertAccessible(page);

    cue(0).locator(".words").fill("Good day. This is the project,");
    cue(0).locator(".words").press("Enter");
    assertThat(cue(0).locator(".changed")).isVisible();
    assertThat(cues("?language=es").getFirst().lines().getFirst()).isEqualTo("[not checked]");
    cue(0).locator(".other").fill("Buen d\u00eda. Este es el proyecto.");
    cue(0).locator(".other").press("Enter");
    assertThat(cue(0).locator(".changed")).isHidden();
    show("?language=es");
    assertThat(page.getByText("Listening to what was said;")).isHidden();
    show("?language=es");
    assertThat(cue(0).locator(".changed")).isHidden();
  }

  @Test
  @Order(9)
  void aBrokenFileSaysItsLineAndAWholeOneIsTakenIn() {
    show("");
    page.getByText("Files and languages").click();
    Locator file = page.getByLabel("A file, WebVTT or SRT");
    file.setInputFiles(payload("broken.srt", "1\n00:00:01,000 -- 00:00:02,000\nBuenos\n"));
    page.getByLabel("In which language").selectOption("es");
    page.getByText("Take it in").click();
    assertThat(page.locator(".refusal")).containsText("Line 2");
    assertThat(cues("?language=es")).hasSize(1);
    file.setInputFiles(
        payload(
            "whole.srt",
            "1\n00:00:01,000 --> 00:00:02,500\nBuenos d\u00edas.\n\n2\n00:00:03,000 --> 00:00:05,000\nDos semanas.\n\n"
                + "3\n02:00:03,000 --> 02:00:05,000\nMuy tarde.\n"));
    page.getByText("Take it in").click();
    assertThat(page.locator("p.told[role=status]")).containsText("2 captions were taken in.");
    assertThat(page.locator("p.told[role=status]")).containsText("One would come after the end");
    assertThat(cues("?language=es"))
        .containsExactly(
            new Cue(1_000, 2_500, List.of("Buenos d\u00edas.")),
            new Cue(3_000, 5_000, List.of("Dos semanas.")));
  }

  @Test
  @Order(8)
  void lettersOfOtherKindsAreReadAndGuessedOnesAreSaidToBe() throws Exception {
    String file = "1\n00:00:01,000 --> 00:00:02,500\nBuenos d\u00edas.\n";
    show("");
    page.getByText("Files and languages").click();
    page.getByLabel("In which language").selectOption("es");
    for (String letters : List.of("UTF-16", "windows-1252")) {
      page.locator(".caption-desk[data-ready]").waitFor();
      if (!page.getByLabel("A file, WebVTT or SRT").isVisible()) {
        page.getByText("Files and languages").click();
      }
      page.getByLabel("A file, WebVTT or SRT")
          .setInputFiles(new FilePayload("es.srt", "text/plain", file.getBytes(letters)));
      page.getByLabel("In which language").selectOption("es");
      page.getByText("Take it in").click();
      assertThat(page.locator("p.told[role=status]")).containsText("One caption was taken in.");
      assertThat(page.getByText("look at the accents")).hasCount(letters.equals("UTF-16") ? 0 : 1);
      assertThat(cues("?language=es").getFirst().text()).isEqualTo("Buenos d\u00edas.");
    }
  }

  private static FilePayload payload(String name, String text) {
    return new FilePayload(name, "text/plain", text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  @Order(10)
  void whoReadsInALanguageOnceFindsItInEveryPlayer() {
    page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/play");
    page.locator(".player[data-ready]").waitFor();
    Locator language = page.getByLabel("Captions in");
    assertThat(language).hasValue("en");
    language.selectOption("es");
    assertThat(page.locator(".transcript")).containsText("Buenos d\u00edas.");
    assertThat(page.locator(".transcript button[lang=es]").first()).hasText("Buenos d\u00edas.");
    assertThat(page.locator(".transcript button[lang=en]").first()).isAttached();
    page.reload();
    page.locator(".player[data-ready]").waitFor();
    assertThat(page.getByLabel("Captions in")).hasValue("es");
    Chromium.assertAccessible(page);
    assertThat(chromium.faults()).allMatch(f -> f.contains("409") || f.contains("422"));
  }

  @Test
  @Order(11)
  void whatIsSeenIsToldInWordsAndChaptersAreAFile() throws Exception {
    UUID score = DemoServer.bean(Scores.class).current(walkthrough).orElseThrow().id();
    for (String file : List.of("descriptions.vtt", "chapters.vtt")) {
      String text =
          Caller.get(Caller.teacher(school.email()), "/media/scores/" + score + "/" + file).body();
      List<Cue> told = CaptionFile.read(text).cues();
      assertThat(told.getFirst().text()).matches("Shown: .*, page 1\\.|1 What we build");
    }
  }

  private static String file(String name) throws Exception {
    UUID score = DemoServer.bean(Scores.class).current(walkthrough).orElseThrow().id();
    return Caller.get(Caller.teacher(school.email()), "/media/scores/" + score + "/" + name).body();
  }

  @Test
  @Order(12)
  void chaptersNameTheStopsAndDescriptionsStandInThePlaceOfTheComputedOnes() throws Exception {
    List<Cue> before = CaptionFile.read(file("chapters.vtt")).cues();
    String computed = file("descriptions.vtt");
    String named =
        "WEBVTT\n\n00:00.500 --> 00:02.000\n1 The bridge\n\n"
            + "99:00:00.000 --> 99:00:01.000\nToo late\n";
    takeIn("CHAPTERS", "chapters.vtt", named);
    assertThat(page.locator("p.told[role=status]")).containsText("One stop was named");
    assertThat(page.locator("p.told[role=status]")).containsText("One chapter names no stop");
    String title = DemoServer.bean(Scripts.class).stopsOf(walkthrough).getFirst().title();
    assertThat(title).isEqualTo("The bridge");
    page.waitForCondition(() -> first("chapters.vtt").equals("1 The bridge"));

    takeIn(
        "DESCRIPTIONS",
        "seen.vtt",
        "WEBVTT\n\n00:00.500 --> 00:03.000\nA bridge of card stands on a table.\n");
    assertThat(first("descriptions.vtt")).isEqualTo("A bridge of card stands on a table.");
    undo();
    page.waitForCondition(() -> first("descriptions.vtt").startsWith("Shown:"));
    assertThat(file("descriptions.vtt")).isEqualTo(computed);
    undo();
    page.waitForCondition(() -> first("chapters.vtt").equals(before.getFirst().text()));
  }

  private static String first(String name) {
    try {
      return CaptionFile.read(file(name)).cues().getFirst().text();
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  private static void takeIn(String says, String name, String text) {
    show("");
    page.getByText("Files and languages").click();
    page.getByLabel("It says").selectOption(says);
    page.getByLabel("A file, WebVTT or SRT").setInputFiles(payload(name, text));
    page.getByText("Take it in").click();
    page.locator("p.told[role=status]").waitFor();
    page.locator(".caption-desk[data-ready]").waitFor();
  }

  @Test
  @Order(13)
  void aStopWithoutAScriptIsNotPostedBeforeItsDraftHasBeenReadThrough() throws Exception {
    Scripts scripts = DemoServer.bean(Scripts.class);
    var stop = scripts.stopsOf(walkthrough).get(1);
    scripts.say(stop.id(), stop.version(), stop.title(), "");
    page.waitForCondition(() -> scripts.stopsOf(walkthrough).get(1).draftOnly());
    page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/post");
    assertThat(page.locator(".heard")).containsText("only a draft of its words, not read yet");
    HttpResponse<String> posted =
        Caller.form(Caller.teacher(school.email()), "/walkthroughs/" + walkthrough + "/post");
    assertThat(posted.statusCode()).isEqualTo(422);
    show("");
    Locator cues = page.locator(".caption-stop").nth(1).locator(".cue");
    int drafts = cues.count();
    assertThat(drafts).isGreaterThan(4);
    assertThat(cues.first().locator(".draft")).isVisible();
    cues.first().locator(".words").fill("Part one is reading.");
    page.getByText("Read through", new Page.GetByTextOptions().setExact(true)).click();
    for (int i = 0; i < drafts; i++) {
      assertThat(cues.nth(i).locator(".words")).isFocused();
      page.keyboard().press("Enter");
    }
    page.waitForCondition(() -> scripts.stopsOf(walkthrough).get(1).read());
    assertThat(scripts.stopsOf(walkthrough).get(1).script()).startsWith("Part one is reading.");
    assertThat(scripts.stopsOf(walkthrough).get(1).draftOnly()).isFalse();
  }
}
