package school.kerygma.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scores.ShownLines;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.NarrowCamera;
import school.kerygma.core.walkthrough.PlaybackScore;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The recorded walkthroughs of the demonstration on a phone: text that can be read, a calm camera.
 */
class NarrowScreenTest {

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

  private static UUID score(String title) {
    UUID walkthrough = TestSchool.id("select id from walkthrough where title = ?", title);
    return DemoServer.bean(Scores.class).current(walkthrough).orElseThrow().id();
  }

  private static JsonNode read(String title) throws Exception {
    String json =
        Caller.get(Caller.teacher(DemoServer.TEACHER), "/media/scores/" + score(title) + "/score")
            .body();
    return DemoServer.bean(JsonMapper.class).readTree(json);
  }

  @Test
  void theTalksOfTheDemonstrationAreCalmAndReadableOnAPhone() throws Exception {
    for (String title : List.of("The Footbridge Project", "Choose your joint")) {
      JsonNode score = read(title);
      JsonNode narrow = score.get("narrow");
      assertThat(narrow.size()).as(title).isGreaterThan(4);
      long lastGlide = -NarrowCamera.REST_MS;
      for (int i = 1; i < narrow.size(); i++) {
        JsonNode a = narrow.get(i - 1);
        JsonNode b = narrow.get(i);
        boolean glides =
            a.get("atMs").asLong() < b.get("atMs").asLong()
                && a.get("page").asInt() == b.get("page").asInt()
                && !a.get("view").equals(b.get("view"));
        if (glides) {
          long at = a.get("atMs").asLong();
          // What is marked is gone over sooner, so that all of it is seen.
          assertThat(at - lastGlide)
              .as("%s at %d", title, at)
              .isGreaterThanOrEqualTo(
                  isMarked(score, a.get("page").asInt(), at, b.get("atMs").asLong())
                      ? NarrowCamera.MARK_REST_MS
                      : NarrowCamera.REST_MS);
          lastGlide = at;
          // The sheets of the demonstration are set in 12.5 points, their tables in 11.
          double width = b.get("view").get("width").asDouble();
          assertThat(12.5 * NarrowCamera.SCREEN / width).as(title).isGreaterThanOrEqualTo(14);
        }
      }
    }
  }

  /** Every mark of every walkthrough that the demonstration has. */
  @Test
  void whatIsMarkedIsSeenOnAPhoneAndNumbersStandOffTheLetters() {
    Scores scores = DemoServer.bean(Scores.class);
    int numbers = 0;
    int marks = 0;
    for (UUID walkthrough :
        TestSchool.sql()
            .sql(
                "select w.id from walkthrough w join person p on p.id = w.owner_id where p.email in (?, ?)")
            .params(DemoServer.TEACHER, DemoServer.COLLEAGUE)
            .query(UUID.class)
            .list()) {
      for (Scores.Info info : scores.current(walkthrough).stream().toList()) {
        PlaybackScore score = scores.compiled(info.id());
        Map<UUID, List<NarrowCamera.TextLine>> lines = DemoServer.bean(ShownLines.class).of(score);
        for (PlaybackScore.MarkShown mark : score.marks()) {
          if (mark.drawMs() > 0) {
            assertIsSeen(score, mark);
            marks++;
          }
          if (mark.is() == Mark.Kind.NUMBER) {
            Box badge = mark.badge();
            assertThat(badge).as("%s", mark).isNotNull();
            assertThat(lines.get(score.pages().get(mark.page()).id()))
                .flatExtracting(NarrowCamera.TextLine::letters)
                .noneMatch(badge::overlaps);
            numbers++;
          }
        }
      }
    }
    assertThat(marks).isGreaterThan(10);
    assertThat(numbers).isPositive();
  }

  /** Each of its boxes from its beginning to its end, at once or one after the other. */
  private static void assertIsSeen(PlaybackScore score, PlaybackScore.MarkShown mark) {
    List<Box> views = new ArrayList<>();
    for (PlaybackScore.CameraKey key : score.narrow()) {
      boolean during = mark.startMs() <= key.atMs() && key.atMs() < mark.endMs();
      if (views.isEmpty() || during) {
        views.add(key.view());
      } else if (key.atMs() < mark.startMs()) {
        views.set(0, key.view()); // Where it rests when the mark comes.
      }
    }
    // The whole page, which is seen for a moment when a stop begins, is too small to read.
    double page = score.pages().get(mark.page()).width();
    assertThat(views.removeIf(v -> v.width() >= page) && views.isEmpty()).as("%s", mark).isFalse();
    Box first = mark.boxes().getFirst();
    assertThat(views).as("begins %s", mark).anyMatch(v -> v.contains(first.x(), first.y()));
    for (Box box : mark.boxes()) {
      assertThat(views)
          .as("ends %s", mark)
          .anyMatch(v -> v.contains(box.right() - 0.1, box.bottom() - 0.1));
    }
  }

  private static boolean isMarked(JsonNode score, int page, long from, long until) {
    for (JsonNode mark : score.get("marks")) {
      if (mark.get("page").asInt() == page
          && mark.get("startMs").asLong() < until
          && from < mark.get("endMs").asLong()) {
        return true;
      }
    }
    return false;
  }

  /** Two fingers that move apart on the stage: the events that a browser makes of them. */
  private static void pinch(Page page) {
    page.evaluate(
        """
        () => {
          const stage = document.querySelector('.player canvas');
          const r = stage.getBoundingClientRect();
          const finger = (type, pointerId, x) => stage.dispatchEvent(new PointerEvent(type, {
            pointerId, pointerType: 'touch', bubbles: true, clientX: r.left + r.width / 2 + x, clientY: r.top + 40,
          }));
          finger('pointerdown', 2, -20);
          finger('pointerdown', 3, 20);
          for (let apart = 30; apart <= 80; apart += 10) {
            finger('pointermove', 2, -apart);
            finger('pointermove', 3, apart);
          }
          finger('pointerup', 2, -80);
          finger('pointerup', 3, 80);
        }
        """);
  }

  @Test
  void aPhoneGetsTheNearCameraAndTheWholePageOnDemand() {
    UUID student =
        TestSchool.id(
            "select s.person_id from section_student s join section on section.id = s.section_id where section.name = '7A Design' limit 1");
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      page.locator(".player.narrow").waitFor();
      BoundingBox stage = page.locator(".player .stage").boundingBox();
      assertThat(stage.width / stage.height).isBetween(1.2, 1.45);
      BoundingBox begin = page.locator(".big-play:visible, .go-on:visible").first().boundingBox();
      assertThat(begin.y).isBetween(stage.y, stage.y + stage.height - begin.height);
      page.locator(".player .narrow-only").first().click();
      page.getByText("Whole page").click();
      assertThat(
              page.locator(
                  "[aria-pressed=true]", new Page.LocatorOptions().setHasText("Whole page")))
          .isVisible();
      for (BoundingBox button :
          page.locator(".player .control:visible").all().stream()
              .map(b -> b.boundingBox())
              .toList()) {
        assertThat(button.height).isGreaterThanOrEqualTo(44);
      }
      Chromium.assertAccessible(page);
    }
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, student);
      page.locator(".player.narrow").waitFor();
      assertThat(page.getByText("Follow again")).isHidden();
      pinch(page);
      page.getByText("Follow again").click();
      assertThat(page.getByText("Follow again")).isHidden();
    }
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(desk, student);
      page.locator(".player[data-ready]").waitFor();
      assertThat(page.locator(".player.narrow")).hasCount(0);
    }
  }
}
