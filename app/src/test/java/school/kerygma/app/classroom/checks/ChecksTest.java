package school.kerygma.app.classroom.checks;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.talk.scores.SaidTest;
import school.kerygma.app.talk.scripts.Scripts;

/** Questions inside a talk: written, asked while it plays, answered, counted. */
class ChecksTest {

  private static final String TWO =
      """
      ? @0:03 Copy the watchword. (2 tries)
      " This is the footbridge project

      ? @0:03 What bends at the end? (1 point)
      ~ model
      """;

  private static Chromium chromium;

  private final Scripts scripts = DemoServer.bean(Scripts.class);

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static String json(String text) {
    return "{\"text\":\"" + text.replace("\"", "\\\"").replace("\n", "\\n") + "\"}";
  }

  private static HttpResponse<String> write(HttpClient teacher, UUID stop, String text)
      throws Exception {
    return Caller.post(
        teacher,
        "/stops/" + stop + "/checks",
        "application/json",
        json(text),
        Caller.token(teacher, "/walkthroughs"));
  }

  /** Whether nothing lies over a part of the check. */
  private static final String SEEN =
      """
      part => {
        const seen = document.querySelector('.player .check ' + part);
        const { left, top, width, height } = seen.getBoundingClientRect();
        return document.elementFromPoint(left + width / 2, top + height / 2) === seen;
      }
      """;

  private static UUID score(UUID walkthrough) {
    return TestSchool.id(
        "select id from score where walkthrough_id = ? order by seq desc limit 1", walkthrough);
  }

  private static HttpClient student(UUID person) throws Exception {
    return Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(person)).get(person));
  }

  @Test
  void aTalkWaitsForAnAnswerOnAPhoneAndLeadsToWhereItIsSaid() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID walkthrough = SaidTest.sample(school);
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    try (BrowserContext desk = chromium.context(1280, 800);
        BrowserContext phone = chromium.context(390, 844)) {
      Page teacher = chromium.at(desk, school, "/walkthroughs/" + walkthrough);
      Locator row = teacher.locator("#stop-" + stop + " .check-row");
      row.locator("summary").click();
      Locator text = row.locator("textarea");
      text.fill("? Which?\nHello");
      assertThat(row).containsText("Line 2 cannot be read.");
      assertThat(row).containsText("Not kept yet");
      text.fill(TWO);
      assertThat(row).containsText("2 kept");
      Chromium.assertAccessible(teacher);
      school.post(walkthrough);

      UUID who = school.students().iterator().next();
      Page page = Chromium.byCard(phone, who);
      page.navigate(DemoServer.address() + "/class?at=2500");
      page.locator(".player[data-ready]").waitFor();
      page.locator(".big-play, .control.main").first().click();
      // The page is a little further down, as after pressing what stands under the stage.
      page.evaluate("() => scrollTo(0, document.querySelector('.stones').offsetTop)");
      Locator check = page.locator(".player .check");
      assertThat(check).containsText("Copy the watchword.");
      assertThat(check).containsText("2 tries");
      assertThat(check.locator("input")).isFocused();
      assertThat(page.evaluate(SEEN, "legend")).isEqualTo(true);
      assertThat(page.evaluate(SEEN, "input")).isEqualTo(true);
      Chromium.assertAccessible(page);
      Locator field = check.locator("input");
      assertThat(field).isFocused();
      field.fill("This is the bridge project");
      field.press("Enter");
      assertThat(check).containsText("Not yet.");
      assertThat(check).containsText("One try");
      button(check, "Hear it again").click();
      assertThat(check).isHidden();
      // It is said a moment before: the same question is asked again.
      assertThat(check).containsText("Copy the watchword.");
      check.locator("input").fill("This is the footbridge project");
      check.locator("input").press("Enter");
      assertThat(check).containsText("That is right.");
      assertThat(button(check, "Go on")).isFocused();
      page.keyboard().press("Enter");
      assertThat(check).containsText("What bends at the end?");
      assertThat(check).containsText("1 point");
      check.locator("input").fill("The modle");
      button(check, "Answer").click();
      assertThat(check).containsText("That is right.");
      button(check, "Go on").click();
      assertThat(check).isHidden();

      teacher.navigate(DemoServer.address() + "/walkthroughs/" + walkthrough + "/answers");
      assertThat(teacher.locator(".check-line").first()).containsText("1 of 2 right");
      assertThat(teacher.locator(".check-line").first()).containsText("1 have not answered");
      Chromium.assertAccessible(teacher);
    }
  }

  /** A place is pressed on the page or chosen from its lines, also where both are narrow. */
  @Test
  void aPlaceOnThePageIsPressedOrChosen() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID walkthrough = SaidTest.sample(school);
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    HttpClient desk = Caller.teacher(school.email());
    assertThat(write(desk, stop, "? @0:03 Where is this?\nwhere words of no page").body())
        .contains("stand on no line that is shown");
    HttpClient own = student(school.students().iterator().next());
    school.post(walkthrough);
    String path = "/media/scores/" + score(walkthrough) + "/checks";
    assertThat(Caller.get(own, path).body()).doesNotContain("PLACE");
    assertThat(write(desk, stop, "? @0:03 Where is this?\nwhere work in pairs").body())
        .contains("\"doubts\":[]");
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      page.navigate(DemoServer.address() + "/class?at=2500");
      page.locator(".player[data-ready]").waitFor();
      page.locator(".big-play, .control.main").first().click();
      Locator check = page.locator(".player .check");
      assertThat(check).containsText("Press the place on the page");
      Chromium.assertAccessible(page);
      check.locator("select").selectOption(new SelectOption().setLabel(line(check, false)));
      assertThat(page.locator(".stage canvas")).hasAttribute("data-marks", Pattern.compile("ring"));
      button(check, "Answer").click();
      assertThat(check).containsText("Not yet.");
      check.locator("select").selectOption("");
      page.locator(".stage canvas").click(new Locator.ClickOptions().setPosition(190, 5));
      assertThat(check.locator("select")).not().hasValue("");
      check.locator("select").selectOption(new SelectOption().setLabel(line(check, true)));
      button(check, "Answer").click();
      assertThat(check).containsText("That is right.");
    }
  }

  /** A line that the question offers, with the words that are asked for or without. */
  private static String line(Locator check, boolean right) {
    return check.locator("option").allTextContents().stream()
        .skip(1)
        .filter(l -> l.contains("Work in pairs") == right)
        .findFirst()
        .orElseThrow();
  }

  private static Locator button(Locator in, String name) {
    return in.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name));
  }

  @Test
  void allKindsAreAnsweredByKeysAloneAndATimeToWorkIsWaited() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID walkthrough = SaidTest.sample(school);
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    HttpClient desk = Caller.teacher(school.email());
    assertThat(
            write(
                    desk,
                    stop,
                    """
                    ? @0:02 Which rests on the bank?
                    - deck
                    + abutment

                    ? @0:02 In order.
                    1. draw
                    2. build

                    ? @0:02 Together?
                    arrow -> force
                    line -> edge

                    ? @0:02 How heavy?
                    = 40 N +- 2

                    ? @0:02 Write one question.
                    wait 5 s
                    """)
                .body())
        .contains("\"questions\":5");
    school.post(walkthrough);
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page page = Chromium.byCard(phone, school.students().iterator().next());
      page.navigate(DemoServer.address() + "/class?at=1500");
      page.locator(".player[data-ready]").waitFor();
      page.locator(".big-play, .control.main").first().press("Enter");
      Locator check = page.locator(".player .check");
      assertThat(check).containsText("Which rests on the bank?");
      check.getByLabel("abutment").press(" ");
      check.getByLabel("abutment").press("Enter");
      assertThat(check).containsText("That is right.");
      page.keyboard().press("Enter");
      assertThat(check).containsText("In order.");
      assertThat(check.locator("li").first()).containsText("build"); // Never the right order.
      button(check, "Move up: draw").press("Enter");
      button(check, "Answer").press("Enter");
      assertThat(check).containsText("That is right.");
      page.keyboard().press("Enter");
      check.getByLabel("arrow").selectOption("force");
      check.getByLabel("line").selectOption("force");
      button(check, "Answer").press("Enter");
      assertThat(check).containsText("Not yet: 1 of 2 are right.");
      check.getByLabel("line").selectOption("edge");
      button(check, "Answer").press("Enter");
      assertThat(check).containsText("That is right.");
      page.keyboard().press("Enter");
      check.locator("input").fill("41 kg");
      check.locator("input").press("Enter");
      assertThat(check).containsText("Answer in this unit: N.");
      check.locator("input").fill("forty");
      check.locator("input").press("Enter");
      assertThat(check).containsText("It does not count as a try.");
      check.locator("input").fill("41");
      check.locator("input").press("Enter");
      assertThat(check).containsText("That is right.");
      page.keyboard().press("Enter");
      assertThat(check).containsText("Write one question.");
      assertThat(check).containsText("The time is over.");
      button(check, "Go on").press("Enter");
      assertThat(check).isHidden();
    }
  }

  @Test
  void whatIsRightStaysOnTheServerAndAnAnswerCountsOnceForWhoseItIs() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID walkthrough = SaidTest.sample(school);
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    HttpClient teacher = Caller.teacher(school.email());
    String body = write(teacher, stop, "? Which? (1 try)\n- deck\n+ abutment\n- rail").body();
    assertThat(body).contains("\"questions\":1", "\"wrong\":[]");
    school.post(walkthrough);
    UUID who = school.students().iterator().next();
    HttpClient student = student(who);
    String checks = "/media/scores/" + score(walkthrough) + "/checks";
    String posed = Caller.get(student, checks).body();
    assertThat(posed).contains("abutment", "deck", "rail", "Which?").doesNotContain("right", "+");
    Matcher shown = Pattern.compile("\"shown\":\\[([^\\]]*)\\]").matcher(posed);
    assertThat(shown.find()).isTrue();
    int at = List.of(shown.group(1).replace("\"", "").split(",")).indexOf("abutment");
    Matcher id = Pattern.compile("\"id\":\"([^\"]+)\"").matcher(posed);
    assertThat(id.find()).isTrue();
    String answer = checks + "/" + id.group(1);
    String token = Caller.token(student, "/class");
    String right = "{\"answer\":[\"" + at + "\"]}";
    String wrong = "{\"answer\":[\"" + (at + 1) % 3 + "\"]}";
    assertThat(Caller.post(student, answer, "application/json", "{\"answer\":[]}", token).body())
        .contains("UNREADABLE", "\"left\":1");
    assertThat(Caller.post(student, answer, "application/json", wrong, token).body())
        .contains("WRONG", "\"over\":true");
    assertThat(Caller.post(student, answer, "application/json", right, token).statusCode())
        .as("it was tried once, and one try was all")
        .isEqualTo(409);
    // Who teaches tries it out, and nothing of that is kept.
    assertThat(
            Caller.post(
                    teacher,
                    answer,
                    "application/json",
                    right,
                    Caller.token(teacher, "/walkthroughs"))
                .body())
        .contains("RIGHT");
    assertThat(
            TestSchool.count(
                "select count(*)::int from check_try t join check_question q on q.id = t.question_id where q.stop_id = ?",
                stop))
        .isOne();
    TestSchool elsewhere = TestSchool.in("America/Halifax", 1);
    HttpClient other = student(elsewhere.students().iterator().next());
    assertThat(Caller.get(other, checks).statusCode()).isEqualTo(404);
    assertThat(
            Caller.post(other, answer, "application/json", right, Caller.token(other, "/class"))
                .statusCode())
        .isEqualTo(404);
    HttpClient stranger = Caller.teacher(elsewhere.email());
    assertThat(write(stranger, stop, "").statusCode()).isEqualTo(404);
    assertThat(Caller.get(stranger, "/walkthroughs/" + walkthrough + "/answers").statusCode())
        .isEqualTo(404);
    assertThat(Caller.get(student, "/walkthroughs/" + walkthrough + "/answers").statusCode())
        .isIn(302, 403, 404);

    // A question that is mended keeps its answers; one that is taken out comes back with them.
    write(teacher, stop, "? Which? (1 try)\n- the deck\n+ the abutment");
    assertThat(Caller.get(student, checks).body()).contains("the abutment", "\"over\":true");
    write(teacher, stop, "");
    assertThat(Caller.get(student, checks).body()).doesNotContain("Which?");
    write(teacher, stop, "? Which? (1 try)\n- the deck\n+ the abutment");
    assertThat(Caller.get(student, checks).body()).contains("\"over\":true");
    assertThat(write(teacher, stop, "? Which?").body()).contains("has nothing beneath it");
    assertThat(Caller.get(teacher, "/stops/" + stop + "/checks").body())
        .as("what could not be read was not kept")
        .contains("the abutment");

    // A copy asks the same, and nobody has answered it.
    UUID copy = scripts.copy(walkthrough, school.teacher(), Map.of()).to();
    assertThat(
            Caller.get(teacher, "/stops/" + scripts.stopsOf(copy).getFirst().id() + "/checks")
                .body())
        .contains("the abutment");
  }
}
