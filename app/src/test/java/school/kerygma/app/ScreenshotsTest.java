package school.kerygma.app;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.talk.scores.SaidTest;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;

/**
 * Takes the pictures of docs/screenshots from the demonstration school; run by ./kerygma shots
 * only.
 */
@Tag("shots")
class ScreenshotsTest {

  private static final Path PICTURES = Path.of("..", "docs", "screenshots");

  @TempDir private static Path directory;

  private static void take(Page page, String name) {
    page.waitForFunction(
        "() => document.fonts.status === 'loaded' && [...document.images].every(i => i.loading === 'lazy' || (i.complete && i.naturalWidth > 0))");
    page.screenshot(new Page.ScreenshotOptions().setPath(PICTURES.resolve(name + ".png")));
  }

  private static final String LAST_MOMENT =
      "select duration_ms from score where walkthrough_id = ? order by seq desc limit 1";

  private static void at(Page page, double seconds) {
    page.locator(".player[data-ready]").waitFor();
    page.evaluate(
        "at => new Promise(done => { const s = document.querySelector('.player audio'); Alpine.$data(document.querySelector('.player')).fresh = false;"
            + " s.addEventListener('seeked', () => setTimeout(done, 800), { once: true }); s.currentTime = at; })",
        seconds);
  }

  @Test
  void everyMainViewHasItsPicture() throws IOException {
    DemoServer.address();
    Path narration =
        Narration.speak(
            directory,
            List.of(
                "Good morning. This is the footbridge project, and it will keep us busy for two weeks."));
    JdbcClient sql = DemoServer.bean(JdbcClient.class);
    UUID bridge =
        sql.sql("select id from walkthrough where title = 'The Footbridge Project'")
            .query(UUID.class)
            .single();
    UUID sheet =
        sql.sql("select handout_id from edition where file_name like 'The Footbridge%'")
            .query(UUID.class)
            .single();
    UUID section =
        sql.sql("select id from section where name = '7A Design'").query(UUID.class).single();
    UUID student =
        sql.sql("select id from person where name = 'Imani Kamau'").query(UUID.class).single();
    UUID guardian =
        sql.sql("select guardian_id from guardian_student where student_id = ? limit 1")
            .param(student)
            .query(UUID.class)
            .single();
    var cards = DemoServer.bean(People.class).cardLinks(Set.of(student, guardian));
    try (Chromium chromium = new Chromium(narration)) {
      BrowserContext desk = chromium.context(1280, 800);
      Page teacher = chromium.teacher(desk);
      String home = DemoServer.address();
      take(teacher, "planbook");
      teacher.navigate(home + "/handouts/" + sheet);
      take(teacher, "handout");
      teacher.navigate(home + "/walkthroughs/" + bridge + "/play");
      at(teacher, 13);
      take(teacher, "player");
      teacher.navigate(home + "/walkthroughs/" + bridge + "/post");
      teacher.waitForResponse(
          "**/post/look",
          () ->
              teacher
                  .getByLabel("8B Woodwork", new Page.GetByLabelOptions().setExact(true))
                  .check());
      teacher.frameLocator(".preview-frame iframe:last-child").locator("main").first().waitFor();
      // The older page is there until the newer one has come.
      teacher.waitForFunction(
          "() => document.querySelectorAll('.preview-frame iframe').length === 1");
      teacher.evaluate("scrollTo(0, 0)");
      take(teacher, "posting");
      teacher.navigate(home + "/follow-up");
      take(teacher, "followup");
      teacher.navigate(home + "/walkthroughs/" + bridge + "/proof");
      teacher.locator(".open-proof strong").waitFor();
      take(teacher, "proof");
      teacher.navigate(home + "/questions");
      teacher.locator(".asked-at[data-shown]").first().waitFor();
      take(teacher, "questions");
      teacher.navigate(home + "/sections/" + section + "/marks");
      teacher.locator("a[data-cell]").first().click();
      teacher.locator(".rests").getByText("Close").waitFor();
      take(teacher, "marks");
      teacher.navigate(
          home
              + "/plan/tasks/"
              + TestSchool.id("select id from task where title = 'Sketch three bridges'"));
      Chromium.word(teacher, "improve");
      teacher.getByText("The proof says").waitFor();
      take(teacher, "task");
      work(teacher, home + "/sections/" + section);
      UUID noted = TestSchool.id("select student_id from note where kind = 'NOTE' limit 1");
      teacher.navigate(home + "/sections/" + section + "/term/" + noted);
      take(teacher, "term");
      Page wide = chromium.context(1280, 800).newPage();
      wide.navigate(cards.get(student));
      at(wide, 32);
      take(wide, "classpage");
      Page phone = chromium.context(390, 844).newPage();
      phone.navigate(cards.get(student));
      at(phone, sql.sql(LAST_MOMENT).param(bridge).query(Long.class).single() / 1000.0 - 1.5);
      phone.locator(".control.main").click();
      phone.locator(".check input").first().waitFor();
      take(phone, "classpage-phone");
      sheet(chromium.context(390, 844));
      Page family = chromium.context(390, 844).newPage();
      family.navigate(cards.get(guardian));
      take(family, "familypage");
      record(teacher, home + "/walkthroughs/" + bridge + "/lectern");
      Page editor = chromium.teacher(desk);
      editor.navigate(home + "/walkthroughs/" + bridge);
      editor.locator(".script-row[data-ready]").last().waitFor();
      pagesAreThere(editor, 3);
      strike(editor);
      take(editor, "script");
      editor.locator(".tidying").getByText("Undo").click();
      editor.locator(".tidying").getByText("Undo").waitFor(hidden());
      sayOtherwise(editor, bridge);
      editor.navigate(home + "/walkthroughs/" + bridge + "/captions?language=es");
      editor.locator(".caption-desk[data-ready]").waitFor();
      editor.locator(".cue .words").nth(2).click();
      pagesAreThere(editor, 1);
      take(editor, "captions");
    }
  }

  /** Pictures of pages have come, at least so many of them. */
  private static void pagesAreThere(Page page, int count) {
    page.waitForFunction(
        "count => performance.getEntriesByType('resource').filter(e =>"
            + " e.name.includes('/media/pages/') && e.responseEnd > 0).length >= count",
        count);
  }

  /** A student's own sheet on a phone, half filled in. */
  private static void sheet(BrowserContext phone) {
    UUID task = TestSchool.id("select id from task where title = 'Load table, rows 1 to 6'");
    UUID student =
        TestSchool.id(
            "select student_id from hand_in h join task t on t.id = h.task_id"
                + " where t.title = 'Sketch three bridges' order by h.begun_at limit 1");
    Page page = Chromium.byCard(phone, student);
    page.navigate(DemoServer.address() + "/class/tasks/" + task + "/work");
    page.locator(".own-sheet[data-ready]").waitFor();
    page.locator(".place").first().click();
    for (String words : List.of("3", "1", "7", "2", "12", "3", "17")) {
      page.locator("#fill-words").fill(words);
      page.keyboard().press("Enter");
    }
    page.locator("#fill-words").fill("4");
    page.evaluate("scrollTo(0, 110)");
    page.mouse().move(1, 1);
    take(page, "own-sheet-phone");
  }

  /** A script that lacks a sentence that was said. */
  private static void sayOtherwise(Page page, UUID walkthrough) {
    Scripts scripts = DemoServer.bean(Scripts.class);
    StopView stop = scripts.stopsOf(walkthrough).getFirst();
    scripts.say(
        stop.id(),
        stop.version(),
        stop.title(),
        stop.script().replace("In pairs you design a footbridge for the school pond. ", ""));
    page.waitForCondition(() -> !SaidTest.stops(walkthrough).getFirst().spoken().added().isEmpty());
  }

  private static Locator.WaitForOptions hidden() {
    return new Locator.WaitForOptions()
        .setState(com.microsoft.playwright.options.WaitForSelectorState.HIDDEN);
  }

  /** The last sentence of the first stop is struck. */
  private static void strike(Page page) {
    page.locator(".sound-line[data-ready]").last().waitFor();
    Locator words = page.locator(".line-words").first().locator("[role=option]");
    words.getByText("Have").click();
    words
        .last()
        .click(
            new Locator.ClickOptions()
                .setModifiers(List.of(com.microsoft.playwright.options.KeyboardModifier.SHIFT)));
    page.keyboard().press("Delete");
    page.locator(".line-words .struck").first().waitFor();
    page.evaluate("window.scrollTo(0, 0)");
  }

  /** The first work that was looked at, with its rubric and its marks. */
  private static void work(Page teacher, String section) {
    UUID task = TestSchool.id("select id from task where title = 'Sketch three bridges'");
    UUID student =
        TestSchool.id(
            "select student_id from result where task_id = ? order by looked_at limit 1", task);
    teacher.navigate(section + "/tasks/" + task + "/work/" + student);
    teacher.locator("main.looking[data-ready=true]").waitFor();
    teacher.waitForFunction(
        "() => [...document.querySelectorAll('.work canvas.marks[data-page]')].some(c => c.dataset.marks)"
            + " && [...document.querySelectorAll('.work img')].every(i => i.complete && i.naturalWidth > 0)");
    take(teacher, "work");
  }

  private static void record(Page teacher, String lectern) {
    Listener listener = new Listener(teacher);
    teacher.addInitScript(DRAWN_TEACHER);
    teacher.navigate(lectern);
    teacher.locator("main[data-ready]").waitFor();
    teacher
        .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Use the microphone"))
        .click();
    teacher
        .locator("button:not([disabled])", new Page.LocatorOptions().setHasText("Start recording"))
        .waitFor();
    teacher.keyboard().press("F8");
    teacher.locator("main.recording").waitFor();
    Locator stage = teacher.locator(".stage-frame canvas");
    BoundingBox box = stage.boundingBox();
    teacher.mouse().move(box.x + box.width * 0.6, box.y + box.height * 0.37);
    teacher.keyboard().press("u");
    teacher.mouse().move(box.x + box.width * 0.12, box.y + box.height * 0.69);
    teacher.keyboard().press("n");
    teacher
        .mouse()
        .move(
            box.x + box.width * 0.2,
            box.y + box.height * 0.37,
            new com.microsoft.playwright.Mouse.MoveOptions().setSteps(5));
    teacher.keyboard().press("r");
    listener.untilWithin(0, 1_500);
    take(teacher, "lectern");
    teacher.keyboard().press("y");
    teacher.getByText("Your face: all").waitFor();
    teacher.keyboard().press("y");
    teacher.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("load test")).click();
    teacher.getByText("Back to page").waitFor();
    teacher.mouse().move(box.x + box.width * 0.5, box.y + box.height * 0.62);
    teacher.waitForFunction(
        "() => document.querySelector('.stage-frame video.face').videoWidth > 0");
    teacher.evaluate(
        "() => new Promise((later) => setTimeout(later, 4500))"); // Some weights lie on it.
    teacher.keyboard().press("h");
    teacher.keyboard().press("r");
    take(teacher, "lectern-clip");
  }

  /** Somebody stands before the camera: nobody, drawn. */
  private static final String DRAWN_TEACHER =
      """
      const asked = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
      navigator.mediaDevices.getUserMedia = (what) => {
        if (!what.video) {
          return asked(what);
        }
        const c = Object.assign(document.createElement('canvas'), { width: 640, height: 360 });
        const g = c.getContext('2d');
        const round = (color, x, y, rx, ry) => {
          g.fillStyle = color;
          g.beginPath();
          g.ellipse(x, y, rx, ry, 0, 0, 7);
          g.fill();
        };
        setInterval(() => {
          g.fillStyle = '#C9D6CF';
          g.fillRect(0, 0, 640, 360);
          g.fillStyle = '#8A7660';
          g.fillRect(40, 60, 150, 300);
          round('#1E4B45', 330, 400, 190, 150);
          round('#3B2A22', 330, 150, 108, 118);
          round('#B98563', 330, 268, 40, 50);
          round('#C89272', 330, 170, 84, 104);
          round('#22302E', 298, 158, 8, 10);
          round('#22302E', 362, 158, 8, 10);
          g.strokeStyle = '#7A3B2E';
          g.lineWidth = 7;
          g.beginPath();
          g.arc(330, 200, 34, 0.35, 2.8);
          g.stroke();
        }, 66);
        return Promise.resolve(c.captureStream(15));
      };
      """;
}
