package school.kerygma.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.handout.Box;

/**
 * One rule for keys and clicks, in the lectern and in the reader: a key marks what the pointer is
 * on and arms nothing; a click on a verb arms it for one use.
 */
class KeysTest {

  private static final List<String> SHEET =
      List.of("The arch carries the load.", "Draw two sketches of it.", "Bring them on Friday.");
  private static final Pattern DONE =
      Pattern.compile("\"do\":\"(mark|back|look)\"(?:,\"kind\":\"(\\w+)\")?");

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

  private UUID bring(TestSchool school, String name) throws IOException {
    return Papers.bring(school, TestSheets.pdf(directory.resolve(name), SHEET));
  }

  /** Over a place of the shown page, in points. */
  private static void over(Page page, Locator canvas, double x, double y) {
    BoundingBox box = canvas.boundingBox();
    page.mouse().move(box.x + x * box.width / 612, box.y + y * box.width / 612);
  }

  @Test
  void inTheReaderAKeyMarksUnderTheMouseAndAClickArmsForOneUse() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "reader keys.pdf");
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      page.locator(".marking[data-ready=true]").waitFor();
      assertThat(page.locator(".marking")).containsText("A key marks what you point at.");
      Locator canvas = page.locator("canvas.marks").first();
      page.keyboard().press("r"); // nothing is pointed at
      assertThat(page.locator(".marking [role=status]").first()).containsText("Point at something");
      over(page, canvas, 85, 87);
      page.keyboard().press("r");
      assertThat(canvas).hasAttribute("data-marks", "ring");
      assertThat(page.locator("[data-verb][aria-pressed=true]")).hasCount(0);
      page.mouse().down();
      page.mouse().up(); // nothing is armed: it only chooses the mark
      assertThat(canvas).hasAttribute("data-marks", "ring");
      page.locator("[data-verb=underline]").click();
      over(page, canvas, 130, 128);
      page.mouse().down();
      page.mouse().up();
      assertThat(canvas).hasAttribute("data-marks", "ring underline");
      assertThat(page.locator("[data-verb][aria-pressed=true]")).hasCount(0);
      page.locator("[data-verb=light]").click();
      page.locator("[data-verb=light]").click(); // pressed again
      assertThat(page.locator("[data-verb][aria-pressed=true]")).hasCount(0);
    }
  }

  @Test
  void atTheLecternTheSameAndSlipsAreTakenBackAndDigitsChangeThePage() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID first = Papers.pages(bring(school, "first.pdf")).getFirst();
    UUID second = Papers.pages(bring(school, "second.pdf")).getFirst();
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID walkthrough = scripts.write(school.teacher(), "Keys");
    scripts.show(scripts.stopsOf(walkthrough).getFirst().id(), first, new Box(0, 0, 612, 344));
    try (BrowserContext desk = chromium.context(1280, 900)) {
      Page page = desk.newPage();
      List<String> done = new ArrayList<>();
      page.onRequest(
          r -> {
            if (r.url().contains("/trace/")) {
              DONE.matcher(String.valueOf(r.postData()))
                  .results()
                  .forEach(m -> done.add(m.group(2) == null ? m.group(1) : m.group(2)));
            }
          });
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern");
      page.locator("main.lectern[data-ready=true]").waitFor();
      page.getByText("Use the stand-in microphone").click();
      page.locator(".lectern canvas[data-targets='" + first + "']").waitFor();
      page.locator(
              "button:not([disabled])", new Page.LocatorOptions().setHasText("Start recording"))
          .waitFor();
      page.keyboard().press("F8");
      page.locator("main.recording").waitFor();
      Locator stage = page.locator(".lectern canvas");
      over(page, stage, 85, 87);
      page.keyboard().press("r"); // marks once
      page.mouse().down();
      page.mouse().up(); // and nothing is armed by it
      page.locator("[data-verb=underline]").click();
      over(page, stage, 130, 128);
      page.mouse().down();
      page.mouse().up();
      page.mouse().down();
      page.mouse().up(); // used up
      page.keyboard().press("b");
      page.keyboard().press("2");
      assertThat(page.locator(".page-strip [data-page='" + second + "']"))
          .hasAttribute("aria-current", "true");
      assertThat(stage).isFocused();
      over(page, stage, 85, 87);
      stage.and(page.locator("[data-targets='" + second + "']")).waitFor();
      page.keyboard().press("l");
      page.keyboard().press("F8");
      page.waitForURL("**/play*");
      assertThat(done).containsExactly("ring", "underline", "back", "look", "light");
    }
  }

  @Test
  void onAPhoneTheLecternSaysThatItNeedsALargerScreen() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID walkthrough = DemoServer.bean(Scripts.class).write(school.teacher(), "Small");
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = phone.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern");
      assertThat(page.locator(".too-small")).isVisible();
      assertThat(page.locator(".stage-frame")).isHidden();
      Chromium.assertAccessible(page);
      page.locator(".too-small a").click();
      page.waitForURL("**/walkthroughs/" + walkthrough);
    }
  }
}
