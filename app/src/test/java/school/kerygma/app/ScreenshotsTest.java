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
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.accounts.People;

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
    UUID rubric =
        sql.sql("select handout_id from edition where file_name like 'Footbridge rubric%'")
            .query(UUID.class)
            .single();
    UUID delivery =
        sql.sql(
                "select d.id from delivery d join section s on s.id = section_id where s.name = '7A Design' order by goes_up_at limit 1")
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
      teacher.navigate(home + "/walkthroughs/" + bridge);
      teacher.locator(".script-row[data-ready]").last().waitFor();
      teacher.waitForCondition(
          () ->
              teacher
                  .evaluate(
                      "() => performance.getEntriesByType('resource').filter(e => e.name.includes('/media/pages/') && e.responseEnd > 0).length > 2")
                  .equals(true));
      take(teacher, "script");
      teacher.navigate(home + "/walkthroughs/" + bridge + "/play");
      at(teacher, 13);
      take(teacher, "player");
      teacher.navigate(home + "/walkthroughs/" + bridge + "/post");
      take(teacher, "posting");
      teacher.navigate(home + "/follow-up?delivery=" + delivery);
      take(teacher, "followup");
      teacher.navigate(home + "/sections/" + section + "/cards");
      take(teacher, "passcards");
      teacher.navigate(home + "/school");
      take(teacher, "year");
      teacher.navigate(home + "/sections/" + section);
      take(teacher, "section");
      teacher.navigate(home + "/plan/tasks/new");
      teacher.getByLabel("What students do").fill("Weigh the model");
      teacher.getByLabel("Due", new Page.GetByLabelOptions().setExact(true)).selectOption("week");
      take(teacher, "task");
      teacher.navigate(home + "/plan/day?day=2026-09-30");
      take(teacher, "day");
      teacher.navigate(home + "/plan/copy?to=2026-10-05&from=2026-09-28");
      take(teacher, "copy");
      teacher.navigate(home + "/handouts/" + rubric + "/rubric");
      take(teacher, "rubric");
      teacher.setViewportSize(390, 844);
      teacher.navigate(home + "/plan");
      take(teacher, "planbook-phone");
      teacher.setViewportSize(1280, 800);
      Page wide = chromium.context(1280, 800).newPage();
      wide.navigate(cards.get(student));
      at(wide, 32);
      take(wide, "classpage");
      Page phone = chromium.context(390, 844).newPage();
      phone.navigate(cards.get(student));
      phone.locator(".player[data-ready]").waitFor();
      take(phone, "classpage-phone");
      Page family = chromium.context(390, 844).newPage();
      family.navigate(cards.get(guardian));
      take(family, "familypage");
      record(teacher, home + "/walkthroughs/" + bridge + "/lectern");
    }
  }

  private static void record(Page teacher, String lectern) {
    Listener listener = new Listener(teacher);
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
  }

  @Test
  void theFirstScreenOfAnEmptySchoolHasItsPicture() throws IOException {
    int port = DemoServer.port();
    String address = "http://127.0.0.1:" + port;
    try (ConfigurableApplicationContext empty =
            new SpringApplicationBuilder(KerygmaApplication.class)
                .run(
                    "--server.port=" + port,
                    "--kerygma.address=" + address,
                    "--kerygma.home=" + directory.resolve("empty"),
                    "--kerygma.clock.start=" + DemoServer.START,
                    "--spring.datasource.url=" + TestDatabase.fresh());
        Chromium chromium = new Chromium(List.of())) {
      Page page = chromium.context(1280, 800).newPage();
      page.navigate(address + "/");
      if (empty.isRunning()) {
        take(page, "start");
      }
    }
  }
}
