package school.kerygma.app.classroom.questions;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scores.SaidTest;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;

/**
 * What is asked at a second of a talk comes to its teacher, and the answer to where it was asked.
 */
class QuestionBoxTest {

  private static Chromium chromium;

  private final Questions questions = DemoServer.bean(Questions.class);
  private final Scripts scripts = DemoServer.bean(Scripts.class);

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static UUID posted(TestSchool school) throws Exception {
    UUID walkthrough = SaidTest.sample(school);
    school.post(walkthrough);
    return walkthrough;
  }

  private static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  @Test
  void severalAskTheSameOnTheirPhonesAndAllAreAnsweredWhereTheyAsked() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 4);
    UUID walkthrough = posted(school);
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    List<UUID> students = new ArrayList<>(school.students());
    Questions.About here =
        new Questions.About(Optional.of(walkthrough), Optional.of(stop), 2_500, Optional.empty());
    questions.ask(school.section(), students.get(1), students.get(1), here, "what bends");
    questions.ask(school.section(), students.get(2), students.get(2), here, "Which part bends?");
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, students.get(0));
      page.navigate(DemoServer.address() + "/class?at=2000");
      page.locator(".player[data-ready]").waitFor();
      button(page, "Ask").press("Enter");
      Locator field = page.locator("#ask-words");
      assertThat(field).isFocused();
      Chromium.assertAccessible(page);
      field.fill("What bends at the end?");
      page.locator(".ask-box .next").click();
      assertThat(page.locator(".asked-here")).containsText("not answered yet");
      assertThat(page.locator(".asked-here")).containsText("2 more ask this too");

      Page teacher = chromium.at(desk, school, "/questions");
      Locator asked = teacher.locator(".asked-question");
      assertThat(asked).hasCount(1);
      assertThat(asked).containsText("3 people ask this: tell everybody");
      assertThat(asked.locator("[data-shown]")).hasCount(1);
      Chromium.assertAccessible(teacher);
      asked.locator("textarea").fill("The deck bends, in the middle.");
      asked.getByText("Answer for all").click();
      assertThat(teacher.locator(".told")).containsText("Nobody waits");

      // Who asked is told that there is an answer; who did not sees it where it was asked.
      page.navigate(DemoServer.address() + "/class");
      assertThat(page.locator("main")).containsText("Your question was answered");
      page.navigate(DemoServer.address() + "/class/questions");
      assertThat(page.locator(".answered")).containsText("The deck bends");
      page.navigate(DemoServer.address() + "/class");
      assertThat(page.locator("main")).not().containsText("Your question was answered");
    }
    try (BrowserContext phone = chromium.context(390, 844)) {
      Page other = Chromium.byCard(phone, students.get(3));
      other.navigate(DemoServer.address() + "/class?at=3000");
      other.locator(".player[data-ready]").waitFor();
      assertThat(other.locator(".answered-here")).containsText("The deck bends, in the middle.");
      Chromium.assertAccessible(other);
    }
  }

  @Test
  void aFamilyAsksAboutItsChildAndTheAnswerIsANewStop() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID walkthrough = posted(school);
    UUID student = school.students().iterator().next();
    UUID guardian = DemoServer.bean(People.class).guardiansOf(Set.of(student)).getFirst().id();
    int before = scripts.stopsOf(walkthrough).size();
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(phone, guardian);
      page.navigate(DemoServer.address() + "/family/walkthroughs/" + walkthrough + "?at=1000");
      page.locator(".player[data-ready]").waitFor();
      button(page, "Ask").click();
      page.locator("#ask-words").fill("Which glue do we buy?");
      page.locator(".ask-box .next").click();
      assertThat(page.locator(".asked-here")).containsText("not answered yet");
      Page teacher = chromium.at(desk, school, "/questions");
      assertThat(teacher.locator(".askers")).containsText("Guardian");
      assertThat(teacher.locator(".askers")).containsText("(Student");
      teacher.locator(".asked-question textarea").fill("White glue, from any shop.");
      teacher.getByText("Say it aloud instead").click();
      teacher.getByText("Say it in a new stop").click();
      teacher.locator(".script-row").nth(before).waitFor();
      StopView added = scripts.stopsOf(walkthrough).get(1);
      assertThat(added.title()).isEqualTo("Which glue do we buy?");
      assertThat(added.script()).isEqualTo("White glue, from any shop.");
      // Until the stop is recorded the words are the answer.
      page.navigate(DemoServer.address() + "/family/questions");
      assertThat(page.locator(".own-questions")).containsText("White glue, from any shop.");
      assertThat(page.locator(".own-questions")).containsText("Said in stop 2");
      Chromium.assertAccessible(page);
    }
  }

  @Test
  void aQuestionThatManyAskBeginsAWalkthroughOnThePageWhereItWasAsked() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID walkthrough = posted(school);
    UUID student = school.students().iterator().next();
    StopView asked = scripts.stopsOf(walkthrough).getFirst();
    DemoServer.bean(Questions.class)
        .ask(
            school.section(),
            student,
            student,
            new Questions.About(
                Optional.of(walkthrough), Optional.of(asked.id()), 1000, Optional.empty()),
            "How thick is the card?");
    UUID question = TestSchool.id("select id from question where asker_id = ?", student);
    HttpClient desk = Caller.teacher(school.email());
    HttpResponse<String> begun =
        Caller.form(
            desk,
            "/questions/answers",
            "ids",
            question.toString(),
            "words",
            "Two millimeters.",
            "how",
            "talk");
    String page = Caller.location(begun);
    UUID talk = UUID.fromString(page.substring(page.lastIndexOf('/') + 1));
    StopView only = scripts.stopsOf(talk).getFirst();
    assertThat(scripts.stopsOf(talk)).hasSize(1);
    assertThat(only.title()).isEqualTo("How thick is the card?");
    assertThat(only.script()).isEqualTo("Two millimeters.");
    assertThat(only.sight()).isEqualTo(asked.sight());
    assertThat(scripts.titleOf(talk)).isEqualTo("How thick is the card?");
  }

  @Test
  void aTaskIsAskedAboutTwicePressedIsOnceAndNobodyElsesBoxIsAnswered() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    TestSchool other = TestSchool.in("America/Halifax", 1);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Glue it", 20, Map.of(school.section(), LocalDate.of(2026, 9, 30))));
    school.post(LocalDate.of(2026, 9, 28), task);
    UUID student = school.students().iterator().next();
    HttpClient phone =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student));
    String path = "/class/tasks/" + task + "/questions";
    for (int i = 0; i < 2; i++) {
      assertThat(Caller.form(phone, path, "words", "How long?").statusCode()).isBetween(200, 303);
    }
    List<Questions.Own> own = questions.of(student);
    assertThat(own).hasSize(1);
    assertThat(Caller.form(phone, path, "words", "  ").statusCode()).isEqualTo(422);
    HttpClient stranger = Caller.teacher(other.email());
    assertThat(
            Caller.form(
                    stranger,
                    "/questions/answers",
                    "ids",
                    own.getFirst().id().toString(),
                    "words",
                    "No.")
                .statusCode())
        .isEqualTo(404);
    HttpClient teacher = Caller.teacher(school.email());
    assertThat(
            Caller.form(
                    teacher,
                    "/questions/answers",
                    "ids",
                    own.getFirst().id().toString(),
                    "words",
                    "A day.")
                .statusCode())
        .isBetween(200, 303);
    assertThat(questions.of(student).getFirst().answer().orElseThrow().words()).isEqualTo("A day.");
    // Another tab answered it already.
    assertThat(
            Caller.form(
                    teacher,
                    "/questions/answers",
                    "ids",
                    own.getFirst().id().toString(),
                    "words",
                    "Two.")
                .statusCode())
        .isEqualTo(409);
  }
}
