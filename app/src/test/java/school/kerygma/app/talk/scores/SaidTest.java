package school.kerygma.app.talk.scores;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.net.http.HttpClient;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.core.captions.SubRip;
import school.kerygma.core.walkthrough.PlaybackScore;

/** What was said against what is written; the voice is flite's, and no part of the application. */
public class SaidTest {

  private static Chromium chromium;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  public static List<PlaybackScore.StopPart> stops(UUID walkthrough) {
    Scores scores = DemoServer.bean(Scores.class);
    return scores.current(walkthrough).map(s -> scores.stops(s.id())).orElse(List.of());
  }

  /** The sample, recorded: four stops, each heard. */
  public static UUID sample(TestSchool school) throws Exception {
    HttpClient desk = Caller.teacher(school.email());
    assertThat(Caller.form(desk, "/walkthroughs/sample").statusCode()).isEqualTo(302);
    assertThat(Caller.form(desk, "/walkthroughs/sample").statusCode()).isEqualTo(302);
    UUID walkthrough =
        TestSchool.id("select id from walkthrough where owner_id = ?", school.teacher());
    Awaitility.await()
        .until(
            () ->
                stops(walkthrough).size() == 4
                    && stops(walkthrough).stream().allMatch(s -> s.spoken().heard()));
    return walkthrough;
  }

  @Test
  void whatWasNotSaidIsTakenOutByAKeyAndWhatIsNotWrittenIsWrittenIn() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 0);
    UUID walkthrough = sample(school);
    assertThat(stops(walkthrough)).allMatch(s -> s.spoken().heard());
    assertThat(stops(walkthrough)).allMatch(s -> s.spoken().leftOut().isEmpty());
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough);
      Locator row = page.locator(".script-row").first();
      row.and(page.locator("[data-ready]")).waitFor();
      assertThat(row.locator(".spoken")).isHidden();
      String written = row.locator("textarea[id^='words-']").inputValue();
      String said = "At the end we load the model with weights until it bends.";
      assertThat(written).contains(said);
      row.locator("textarea[id^='words-']")
          .fill(
              written
                  .replace("Good morning.", "Good morning. Please take your pencils out first.")
                  .replace(said, ""));
      page.waitForCondition(() -> stops(walkthrough).getFirst().spoken().leftOut().size() == 1);
      PlaybackScore.Spoken spoken = stops(walkthrough).getFirst().spoken();
      assertThat(spoken.leftOut()).containsExactly("Please take your pencils out first.");
      assertThat(spoken.added()).hasSize(1);
      assertThat(captions(walkthrough))
          .doesNotContain("pencils")
          .contains("[not written yet]")
          .contains("Good morning");

      page.navigate(DemoServer.address() + "/ask?words=weights");
      assertThat(page.locator(".answers").last()).containsText("draft, not read yet:");
      page.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough);
      row.and(page.locator("[data-ready]")).waitFor();
      assertThat(row.locator(".spoken del:visible")).hasText("Please take your pencils out first.");
      assertThat(row.locator(".spoken")).containsText("draft, not read yet:");
      Chromium.assertAccessible(page);
      row.locator(".spoken button:visible").first().click();
      assertThat(row.locator("textarea[id^='words-']")).isFocused();
      assertThat(row.locator("textarea[id^='words-']"))
          .hasValue(java.util.regex.Pattern.compile(".*card model of it\\. [A-Z].*", 32));
      assertThat(row).containsText("kept");
      row.locator("textarea[id^='words-']").press("F9");
      page.waitForCondition(() -> stops(walkthrough).getFirst().spoken().leftOut().isEmpty());
      assertThat(row.locator("textarea[id^='words-']"))
          .not()
          .hasValue(java.util.regex.Pattern.compile(".*pencils.*", 32));
      assertThat(chromium.faults()).isEmpty();
    }
  }

  private static String captions(UUID walkthrough) {
    Scores scores = DemoServer.bean(Scores.class);
    return SubRip.write(
        scores.cues(scores.current(walkthrough).orElseThrow().id(), Optional.empty()));
  }
}
