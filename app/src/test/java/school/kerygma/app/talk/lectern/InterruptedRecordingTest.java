package school.kerygma.app.talk.lectern;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Ports;
import school.kerygma.app.TestSchool;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.handout.Box;

/**
 * A network that goes away and a tab that is closed lose at most the last two seconds of a
 * recording.
 */
class InterruptedRecordingTest {

  private static final List<String> FAKE_MICROPHONE =
      List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream");

  /** Counts the pieces that the page's recorder has made. */
  private static final String COUNT =
      """
      window.made = 0;
      const start = MediaRecorder.prototype.start;
      MediaRecorder.prototype.start = function (...a) {
        this.addEventListener('dataavailable', (e) => (window.made += e.data.size > 0 ? 1 : 0));
        return start.apply(this, a);
      };
      """;

  private final JdbcClient sql = sql();

  private static int made(Page page) {
    return ((Number) page.evaluate("window.made")).intValue();
  }

  private int kept(UUID walkthrough) {
    return TestSchool.count(
        "select count(*) from piece p join track t on t.id = p.track_id and t.name = 'sound' join recording r on r.id = t.recording_id where walkthrough_id = ?",
        walkthrough);
  }

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

  /** What is left is sent first, and put together; on a busy machine that is given its time. */
  private static void waitUntilItCanBePlayed(Page page) {
    page.waitForURL("**/play*");
  }

  @Test
  void aServerThatIsKilledWhileItRecordsLosesNothingThatWasSaid() throws Exception {
    UUID walkthrough = walkthrough("Killed");
    int port = Ports.free();
    Process node = DemoServer.secondNode(port);
    try (Chromium chromium = new Chromium(FAKE_MICROPHONE);
        BrowserContext desk = chromium.context(1280, 800)) {
      String address = "http://127.0.0.1:" + port;
      Page page = desk.newPage();
      page.addInitScript(COUNT);
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
      int made = made(page);
      assertThat(made).isGreaterThan(4);
      page.keyboard().press("F8");
      waitUntilItCanBePlayed(page);
      assertThat(partsOf(walkthrough)).hasSize(1);
      // A piece a second, and the last one that the end of the recording makes.
      assertThat(kept(walkthrough)).isGreaterThanOrEqualTo(made);
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
        });
  }

  @Test
  void whatWasSaidBeforeAndDuringTheInterruptionIsKeptAndGoneOnWith() {
    UUID walkthrough = walkthrough("Interrupted");
    String lectern = DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern";
    try (Chromium chromium = new Chromium(FAKE_MICROPHONE)) {
      BrowserContext desk = chromium.context(1280, 800);
      Page first = chromium.teacher(desk);
      first.addInitScript(COUNT);
      first.navigate(lectern);
      first.locator("main[data-ready]").waitFor();
      openMicrophone(first);
      first.keyboard().press("F8");
      first.locator("main.recording").waitFor();
      // Closer: whoever goes on finds the desk as it was left.
      first.keyboard().press("z");
      String closer =
          (String) first.evaluate("document.querySelector('.stage-frame canvas').toDataURL()");
      waitForRecordingTime(first, 2_500);
      desk.setOffline(true);
      waitForRecordingTime(first, 7_500);
      assertThat(first.getByRole(AriaRole.STATUS).first()).containsText("connection is lost");
      int made = made(first);
      assertThat(made).isGreaterThan(3);
      first.close();
      desk.setOffline(false);

      Page second = desk.newPage();
      second.navigate(lectern);
      second.locator("main[data-ready]").waitFor();
      second
          .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep it and go on"))
          .click();
      openMicrophone(second);
      assertThat(
              (String) second.evaluate("document.querySelector('.stage-frame canvas').toDataURL()"))
          .as("the desk as it was left")
          .isEqualTo(closer);
      // Pieces hold a second each: with the one that was not full, at most two seconds are lost.
      assertThat(kept(walkthrough)).isGreaterThanOrEqualTo(made - 1);

      second.keyboard().press("F8");
      second.locator("main.recording").waitFor();
      waitForRecordingTime(second, 1_500);
      second.keyboard().press("F8");
      waitUntilItCanBePlayed(second);
      List<Integer> parts = partsOf(walkthrough);
      assertThat(parts).hasSize(2);
    }
  }

  /** Lets a test take the microphone away, and lets it deliver less sound than time went by. */
  private static final String FRAIL_MICROPHONE =
      """
      window.lostMs = 0;
      const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
      navigator.mediaDevices.getUserMedia = async (what) => {
        const stream = await open(what);
        const track = stream.getAudioTracks()[0];
        const opened = performance.now();
        Object.defineProperty(track, 'stats', {
          get: () => ({ totalFramesDuration: performance.now() - opened - window.lostMs }),
        });
        window.unplug = () => {
          track.stop(); // Who stops it themselves is not told; whose device is gone is.
          track.dispatchEvent(new Event('ended'));
        };
        return stream;
      };
      """;

  @Test
  void lostSoundIsToldWhileItIsLostAndAMicrophoneThatEndsKeepsWhatWasSaid() {
    UUID walkthrough = walkthrough("Unplugged");
    try (Chromium chromium = new Chromium(FAKE_MICROPHONE);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = chromium.teacher(desk);
      page.addInitScript(FRAIL_MICROPHONE);
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/lectern");
      page.locator("main[data-ready]").waitFor();
      openMicrophone(page);
      page.keyboard().press("F8");
      page.locator("main.recording").waitFor();
      waitForRecordingTime(page, 4_500);
      assertThat(page.locator(".lectern-bar [role=status]")).not().containsText("lost some sound");
      page.evaluate("window.lostMs = 700");
      assertThat(page.locator(".lectern-bar [role=status]"))
          .containsText(
              "lost some sound just now",
              new LocatorAssertions.ContainsTextOptions().setTimeout(10_000));
      page.evaluate("window.unplug()");
      assertThat(page.locator(".before:visible")).containsText("The microphone has ended");
      Locator goOn =
          page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Go on from here"));
      assertThat(goOn).isFocused(new LocatorAssertions.IsFocusedOptions().setTimeout(60_000));
      assertThat(page.getByText("See what was kept")).isVisible();
      List<Integer> kept = partsOf(walkthrough);
      assertThat(kept).hasSize(1);
      assertThat(kept.getFirst()).isGreaterThan(4_000);

      goOn.click(); // Plugged in again, it goes on.
      openMicrophone(page);
      page.getByText("Go on recording").click();
      page.locator("main.recording").waitFor();
      waitForRecordingTime(page, 2_000);
      page.keyboard().press("F8");
      waitUntilItCanBePlayed(page);
      List<Integer> parts = partsOf(walkthrough);
      assertThat(parts).hasSize(2);
      assertThat(parts.getFirst()).isEqualTo(kept.getFirst());
    }
  }
}
