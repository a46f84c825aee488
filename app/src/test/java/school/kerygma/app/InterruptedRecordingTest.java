package school.kerygma.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.walkthroughs.Scripts;
import school.kerygma.core.handout.Box;

/**
 * A network that goes away and a tab that is closed lose at most the last two seconds of a
 * recording.
 */
class InterruptedRecordingTest {

  private static final List<String> FAKE_MICROPHONE =
      List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream");

  private final JdbcClient sql = sql();

  private static JdbcClient sql() {
    DemoServer.address();
    return DemoServer.bean(JdbcClient.class);
  }

  private static void openMicrophone(Page page) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Use the microphone"))
        .click();
    page.locator("button.next:not([disabled])", new Page.LocatorOptions().setHasText("ecording"))
        .waitFor();
  }

  private static void waitForRecordingTime(Page page, int ms) {
    page.waitForFunction("ms => Number(document.querySelector('main').dataset.at) > ms", ms);
  }

  private UUID walkthrough(String title) {
    UUID owner =
        sql.sql("select id from person where email = ?")
            .param(DemoServer.TEACHER)
            .query(UUID.class)
            .single();
    UUID sheet =
        sql.sql(
                "select p.id from page p join edition e on e.id = p.edition_id where file_name like 'Workbook%'")
            .query(UUID.class)
            .single();
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID walkthrough = scripts.write(owner, title);
    scripts.show(scripts.stopsOf(walkthrough).getFirst().id(), sheet, new Box(50, 50, 300, 200));
    return walkthrough;
  }

  private List<Integer> partsOf(UUID walkthrough) {
    return sql.sql(
            "select end_ms - start_ms from score_part where score_id = (select id from score where walkthrough_id = ? order by seq desc limit 1) order by position")
        .param(walkthrough)
        .query(Integer.class)
        .list();
  }

  @Test
  void aServerThatIsKilledWhileItRecordsLosesNothingThatWasSaid() throws Exception {
    UUID walkthrough = walkthrough("Killed");
    int port = DemoServer.port();
    Process node = DemoServer.secondNode(port);
    try (Chromium chromium = new Chromium(FAKE_MICROPHONE);
        BrowserContext desk = chromium.context(1280, 800)) {
      String address = "http://127.0.0.1:" + port;
      Page page = desk.newPage();
      awaitAnswer(page, node, address);
      chromium.signIn(page, address);
      page.navigate(address + "/walkthroughs/" + walkthrough + "/lectern");
      page.locator("main[data-ready]").waitFor();
      openMicrophone(page);
      page.keyboard().press("F8");
      page.locator("main.recording").waitFor();
      waitForRecordingTime(page, 3_000);
      node.destroyForcibly().waitFor();
      waitForRecordingTime(page, 8_000);
      assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("connection is lost");
      node = DemoServer.secondNode(port);
      awaitAnswer(page, node, address);
      int recorded = Integer.parseInt(page.locator("main").getAttribute("data-at"));
      page.keyboard().press("F8");
      page.waitForURL("**/play");
      assertThat(partsOf(walkthrough)).hasSize(1);
      assertThat(partsOf(walkthrough).getFirst()).isGreaterThan(recorded - 2_000);
    } finally {
      node.destroyForcibly().waitFor();
    }
  }

  private static void awaitAnswer(Page page, Process node, String address) {
    page.waitForCondition(
        () -> {
          if (!node.isAlive()) {
            throw new IllegalStateException("The second node has ended");
          }
          try {
            return page.request().get(address + "/actuator/health/readiness").ok();
          } catch (com.microsoft.playwright.PlaywrightException refused) {
            return false;
          }
        },
        new Page.WaitForConditionOptions().setTimeout(120_000));
  }

  @Test
  void whatWasSaidBeforeAndDuringTheInterruptionIsKeptAndGoneOnWith() {
    UUID walkthrough = walkthrough("Interrupted");
    String lectern = DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern";
    try (Chromium chromium = new Chromium(FAKE_MICROPHONE)) {
      BrowserContext desk = chromium.context(1280, 800);
      Page first = chromium.teacher(desk);
      first.navigate(lectern);
      first.locator("main[data-ready]").waitFor();
      openMicrophone(first);
      first.keyboard().press("F8");
      first.locator("main.recording").waitFor();
      waitForRecordingTime(first, 2_500);
      desk.setOffline(true);
      waitForRecordingTime(first, 7_500);
      assertThat(first.getByRole(AriaRole.STATUS).first()).containsText("connection is lost");
      int recorded = Integer.parseInt(first.locator("main").getAttribute("data-at"));
      first.close();
      desk.setOffline(false);

      Page second = desk.newPage();
      second.navigate(lectern);
      second.locator("main[data-ready]").waitFor();
      second
          .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep it and go on"))
          .click();
      openMicrophone(second);
      int kept =
          sql.sql("select duration_ms from recording where walkthrough_id = ?")
              .param(walkthrough)
              .query(Integer.class)
              .single();
      assertThat(kept).isGreaterThan(recorded - 2_000);

      second.keyboard().press("F8");
      second.locator("main.recording").waitFor();
      waitForRecordingTime(second, 1_500);
      second.keyboard().press("F8");
      second.waitForURL("**/play");
      List<Integer> parts = partsOf(walkthrough);
      assertThat(parts).hasSize(2);
      assertThat(parts.getFirst()).isGreaterThan(recorded - 2_300);
    }
  }
}
