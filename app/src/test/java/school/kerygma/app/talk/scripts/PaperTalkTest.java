package school.kerygma.app.talk.scripts;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.net.http.HttpClient;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.TestSheets;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Rosters;

/** From a paper to its walkthrough; and the papers of a section for who stands in. */
class PaperTalkTest {

  private static final List<String> SHEET =
      List.of(
          "The Bridge Sheet",
          "Part 1: Read and ask",
          "Read it once. 15 minutes.",
          "Part 2: Three sketches",
          "Draw three bridges. 6 points.",
          "Part 3: Load table",
          "Fill in six rows.");

  @TempDir private Path directory;

  private static UUID plan(TestSchool school, String title, UUID handout) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), LocalDate.parse("2026-09-30")))
                .reading(Set.of(handout), 0));
  }

  @Test
  void explainingAPaperBeginsAWalkthroughWithAStopForEachPart() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = Papers.bring(school, TestSheets.pdf(directory.resolve("parts.pdf"), SHEET));
    UUID sketches = plan(school, "Draw the sketches", handout);
    plan(school, "Watch the film", handout);
    try (Chromium chromium = new Chromium();
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = desk.newPage();
      chromium.signIn(page, DemoServer.address(), school.email());
      page.navigate(DemoServer.address() + "/handouts/" + handout);
      page.getByText("Explain it in a walkthrough").click();
      page.waitForURL("**/walkthroughs/*?proposed");
      assertThat(page.locator("main")).containsText("both are proposals");
      Chromium.assertAccessible(page);
    }
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID walkthrough = scripts.ofTeacher(school.teacher()).getFirst().id();
    List<StopView> stops = scripts.stopsOf(walkthrough);
    assertThat(stops)
        .extracting(StopView::title)
        .containsExactly(
            "Parts", "Part 1: Read and ask", "Part 2: Three sketches", "Part 3: Load table");
    assertThat(stops.get(2).tasks()).containsExactly(sketches);
    assertThat(stops.get(1).tasks()).isEmpty();
    double before = 0;
    for (StopView stop : stops.subList(1, 4)) {
      double top = stop.sight().orElseThrow().camera().view().y();
      assertThat(top).isGreaterThan(before);
      before = top;
    }
  }

  @Test
  void whoStandsInSeesThePapersOfThePlanAndChangesNothingOfThem() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID handout = Papers.bring(school, TestSheets.pdf(directory.resolve("stand in.pdf"), SHEET));
    plan(school, "Read it", handout); // planned, and not posted
    TestSchool substitute = TestSchool.in("America/Halifax", 0);
    String paper = "/sections/" + school.section() + "/papers/" + handout;
    String picture = "/media/pages/" + Papers.pages(handout).getFirst() + "/s";
    HttpClient desk = Caller.teacher(substitute.email());
    assertThat(Caller.get(desk, paper).statusCode()).isEqualTo(404);
    assertThat(Caller.get(desk, picture).statusCode()).isEqualTo(404);
    DemoServer.bean(Rosters.class)
        .standIn(
            school.teacher(), school.section(), substitute.email(), LocalDate.parse("2026-09-30"));
    substitute.sayYes();
    assertThat(Caller.get(desk, "/plan/day?day=2026-09-30").body()).contains(paper);
    assertThat(Caller.get(desk, paper).body()).contains("The Bridge Sheet");
    assertThat(Caller.get(desk, picture).statusCode()).isEqualTo(200);
    assertThat(Caller.get(desk, "/handouts/" + handout).statusCode()).isEqualTo(404);
    assertThat(Caller.form(desk, "/handouts/" + handout + "/title", "title", "Mine").statusCode())
        .isEqualTo(404);
  }
}
