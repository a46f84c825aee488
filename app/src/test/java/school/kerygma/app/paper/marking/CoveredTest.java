package school.kerygma.app.paper.marking;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.RequestOptions;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import javax.imageio.ImageIO;
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
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/** What is covered reaches nobody but its teacher, in no form. */
class CoveredTest {

  private static final String SECRET = "Marchetti";

  /** "Solveig Marchetti" stands between 150 and 330 points from the left. */
  private static final List<String> SHEET =
      List.of("Best work: Solveig Marchetti", "Draw two sketches.");

  private static final Box NAME = new Box(175, 77, 170, 22);

  private static Chromium chromium;

  @TempDir private Path directory;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    try (Chromium closed = chromium) {
      assertThat(closed.faults()).isEmpty();
    }
  }

  private UUID bring(TestSchool school, String name) throws IOException {
    return Papers.bring(school, TestSheets.pdf(directory.resolve(name), SHEET));
  }

  private static void cover(UUID page) {
    DemoServer.bean(Marks.class)
        .make(
            page,
            UUID.randomUUID(),
            new Marks.Drawn(Mark.Kind.COVER, List.of(NAME), 0, "", List.of(), 0));
  }

  private static String card(TestSchool school) {
    return DemoServer.bean(People.class).cardLinks(school.students()).values().iterator().next();
  }

  /** The darkest pixel where the name stands, 0 to 255. */
  private static int darkest(byte[] picture) {
    try {
      BufferedImage image = ImageIO.read(new ByteArrayInputStream(picture));
      double scale = image.getWidth() / 612.0;
      int darkest = 255;
      for (int y = (int) (77 * scale); y < 99 * scale; y++) {
        for (int x = (int) (176 * scale); x < 344 * scale; x++) {
          int rgb = image.getRGB(x, y);
          darkest = Math.min(darkest, ((rgb >> 16 & 255) + (rgb >> 8 & 255) + (rgb & 255)) / 3);
        }
      }
      return darkest;
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static String address(String path) {
    return DemoServer.address() + path;
  }

  @Test
  void noByteThatAStudentIsServedHoldsWhatIsCovered() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "secret.pdf");
    UUID page = Papers.pages(handout).getFirst();
    UUID walkthrough =
        Papers.recorded(
            school,
            page,
            new Box(60, 60, 400, 200),
            List.of(
                Map.of(
                    "t",
                    500,
                    "do",
                    "mark",
                    "kind",
                    "ring",
                    "page",
                    page,
                    "number",
                    0,
                    "words",
                    "Solveig Marchetti",
                    "boxes",
                    List.of(List.of(180, 79, 150, 20)))));
    Papers.putUp(school, handout, Optional.of(walkthrough));
    Scores scores = DemoServer.bean(Scores.class);
    UUID score = scores.current(walkthrough).orElseThrow().id();
    assertThat(scores.body(score)).contains(SECRET);
    // Covered after everything was compiled and put up.
    cover(page);
    List<byte[]> pictures = new ArrayList<>();
    List<String> texts = new ArrayList<>();
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page student = phone.newPage();
      Set<String> asked = new LinkedHashSet<>();
      student.onRequest(
          r -> {
            if (r.method().equals("GET")) {
              asked.add(r.url());
            }
          });
      student.navigate(card(school));
      student.navigate(address("/class"));
      assertThat(student.locator("[data-ready=true]").first()).isVisible();
      student.getByText("Play").first().click();
      assertThat(student.locator("canvas").first()).hasAttribute("data-marks", "ring");
      student.navigate(address("/class/handouts/" + handout));
      assertThat(student.locator("details summary").first()).isVisible();
      student.waitForLoadState();
      for (String size : List.of("s", "l")) {
        pictures.add(student.request().get(address("/media/pages/" + page + "/" + size)).body());
      }
      // Everything that the browser asked for, byte by byte.
      for (String url : asked) {
        byte[] body = student.request().get(url).body();
        texts.add(url + " " + new String(body, StandardCharsets.ISO_8859_1));
      }
      for (String path :
          List.of(
              "/pages/pictures/" + page + "/l",
              "/pages/" + page + "/targets",
              "/handouts/" + handout + "/annotations.jsonld",
              "/handouts/" + handout + "/marked.pdf")) {
        assertThat(student.request().get(address(path)).status()).as(path).isEqualTo(404);
      }
      // What browsers keep is asked for anew.
      APIResponse again =
          student
              .request()
              .get(
                  address("/media/pages/" + page + "/s"),
                  RequestOptions.create().setHeader("If-None-Match", "\"open\""));
      assertThat(again.status()).isEqualTo(200);
      assertThat(
              student
                  .request()
                  .get(
                      address("/media/pages/" + page + "/s"),
                      RequestOptions.create()
                          .setHeader("If-None-Match", again.headers().get("etag")))
                  .status())
          .isEqualTo(304);
    }
    assertThat(texts).anyMatch(t -> t.contains("/score")).anyMatch(t -> t.contains("Best work:"));
    assertThat(texts).noneMatch(t -> t.contains(SECRET));
    // Hatching is #56646A on #D9D2C3; the letters are black.
    assertThat(pictures).allSatisfy(p -> assertThat(darkest(p)).isGreaterThan(80));
  }

  @Test
  void whoSharesTheSectionSeesThePageButNotWhatIsCovered() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "shared.pdf");
    UUID page = Papers.pages(handout).getFirst();
    Papers.putUp(school, handout, Optional.empty());
    cover(page);
    TestSchool colleague = TestSchool.in("America/Halifax", 0);
    DemoServer.bean(Rosters.class).share(school.teacher(), school.section(), colleague.email());
    colleague.sayYes();
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext other = chromium.context(1280, 800)) {
      Page own = desk.newPage();
      chromium.signIn(own, DemoServer.address(), school.email());
      assertThat(darkest(own.request().get(address("/pages/pictures/" + page + "/l")).body()))
          .isLessThan(40);
      assertThat(darkest(own.request().get(address("/media/pages/" + page + "/l")).body()))
          .isGreaterThan(80);
      Page second = other.newPage();
      chromium.signIn(second, DemoServer.address(), colleague.email());
      assertThat(darkest(second.request().get(address("/media/pages/" + page + "/l")).body()))
          .isGreaterThan(80);
      for (String path : List.of("/pages/pictures/" + page + "/l", "/pages/" + page + "/targets")) {
        assertThat(second.request().get(address(path)).status()).isEqualTo(404);
      }
    }
  }

  @Test
  void aCoverMadeWhileRecordingStaysAndOneThatWasLiftedDoesNot() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID page = Papers.pages(bring(school, "at the lectern.pdf")).getFirst();
    UUID kept = UUID.randomUUID();
    UUID lifted = UUID.randomUUID();
    Papers.recorded(
        school,
        page,
        new Box(60, 60, 400, 200),
        List.of(
            Map.of(
                "t",
                400,
                "do",
                "cover",
                "id",
                kept,
                "page",
                page,
                "boxes",
                List.of(List.of(175, 77, 170, 22))),
            Map.of(
                "t",
                500,
                "do",
                "cover",
                "id",
                lifted,
                "page",
                page,
                "boxes",
                List.of(List.of(72, 117, 50, 20))),
            Map.of("t", 600, "do", "uncover", "id", lifted)));
    assertThat(DemoServer.bean(Marks.class).openText(page))
        .isEqualTo("Best work: Draw two sketches.");
  }

  @Test
  void aRecordingCoversNothingOnThePageOfSomebodyElse() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    TestSchool other = TestSchool.in("America/Halifax", 1);
    UUID page = Papers.pages(bring(school, "mine.pdf")).getFirst();
    UUID theirs = Papers.pages(bring(other, "theirs.pdf")).getFirst();
    Papers.recorded(
        school,
        page,
        new Box(60, 60, 400, 200),
        List.of(
            Map.of(
                "t",
                400,
                "do",
                "cover",
                "id",
                UUID.randomUUID(),
                "page",
                theirs,
                "boxes",
                List.of(List.of(175, 77, 170, 22)))));
    assertThat(DemoServer.bean(Marks.class).covers(theirs).isEmpty()).isTrue();
  }

  @Test
  void whatIsNoMarkIsRefusedAndNothingIsKept() throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID page = Papers.pages(bring(school, "no marks.pdf")).getFirst();
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page own = desk.newPage();
      chromium.signIn(own, DemoServer.address(), school.email());
      String token = own.locator("meta[name=csrf]").getAttribute("content");
      for (String body :
          List.of(
              "{}",
              "{\"kind\":\"STAMP\"}",
              "{\"kind\":\"RING\"}",
              "{\"kind\":\"NOTE\",\"words\":\"no place\"}",
              "{\"kind\":\"INK\",\"ink\":[[1]]}",
              "{\"kind\":\"RING\",\"boxes\":[{\"x\":9000,\"y\":9000,\"width\":5,\"height\":5}]}")) {
        assertThat(
                own.request()
                    .put(
                        address("/pages/" + page + "/marks/" + UUID.randomUUID()),
                        RequestOptions.create()
                            .setHeader("X-CSRF-TOKEN", token)
                            .setHeader("Content-Type", "application/json")
                            .setHeader("Accept", "application/json")
                            .setData(body))
                    .status())
            .as(body)
            .isEqualTo(400);
      }
    }
    assertThat(DemoServer.bean(Marks.class).of(List.of(page))).isEmpty();
  }

  @Test
  void anEditionInWhichACoverHasNoSurePlaceWaitsForItsTeacher() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = bring(school, "held.pdf");
    UUID before = Papers.pages(handout).getFirst();
    Papers.putUp(school, handout, Optional.empty());
    cover(before);
    Editions editions = DemoServer.bean(Editions.class);
    Papers.bringEdition(
        school,
        handout,
        TestSheets.pdf(
            directory.resolve("held2.pdf"),
            List.of("Best work: S. Marchetti", "Draw two sketches.")));
    Editions.Held held = editions.held(handout).orElseThrow();
    assertThat(DemoServer.bean(CarriedMarks.class).unsure(editions.of(handout).getFirst(), held))
        .hasSize(1);
    assertThat(Papers.pages(handout)).containsExactly(before);
    UUID waiting = held.content().ids().getFirst();
    HttpClient tablet = Caller.byCard(card(school));
    HttpClient desk = Caller.teacher(school.email());
    assertThat(Caller.get(tablet, "/class/handouts/" + handout).body())
        .contains(before.toString())
        .doesNotContain(waiting.toString());
    assertThat(Caller.get(tablet, "/media/pages/" + waiting + "/s").statusCode()).isEqualTo(404);
    assertThat(Caller.get(desk, "/handouts/" + handout + "?held=true").body())
        .contains(waiting.toString());
    assertThat(Caller.get(desk, "/handouts/" + handout + "/edition").statusCode()).isEqualTo(200);
    assertThat(Caller.get(desk, "/handouts").body()).doesNotContain("data-work");
    cover(waiting);
    Caller.form(desk, "/handouts/" + handout + "/edition/release");
    assertThat(Papers.pages(handout)).containsExactly(waiting);
    assertThat(editions.held(handout)).isEmpty();
  }
}
