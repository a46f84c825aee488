package school.kerygma.app.classroom.questions;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.time.LocalDate;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;

/** What was answered is kept, found and put right; the head of every page says what waits. */
class AnsweredBeforeTest {

  private static final String WAITS = "class=\"count\">1<";

  private final Questions questions = DemoServer.bean(Questions.class);
  private TestSchool school;
  private UUID student;
  private HttpClient desk;

  @BeforeEach
  void aQuestion() throws Exception {
    school = TestSchool.in("America/Halifax", 1);
    student = school.students().iterator().next();
    desk = Caller.teacher(school.email());
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Draw", 10, Map.of(school.section(), LocalDate.parse("2026-10-02"))));
    questions.ask(
        school.section(), student, student, Questions.About.task(task), "How many bridges?");
  }

  private String page(String path) throws Exception {
    return Caller.get(desk, path).body();
  }

  private UUID asked() {
    return questions.of(student).getFirst().id();
  }

  private Questions.Answered answer() {
    return questions.of(student).getFirst().answer().orElseThrow();
  }

  private void answer(String words) throws Exception {
    Caller.form(desk, "/questions/answers", "ids", asked().toString(), "words", words);
  }

  @Test
  void whatWaitsIsCountedInTheHeadUntilItIsAnswered() throws Exception {
    assertThat(page("/handouts")).contains(WAITS);
    answer("Two.");
    assertThat(page("/handouts")).doesNotContain(WAITS);
  }

  @Test
  void anAnswerIsFoundByItsWordsAndByThoseOfItsQuestion() throws Exception {
    answer("Two, of balsa.");
    assertThat(page("/questions?find=BRIDGES")).contains("Two, of balsa.");
    assertThat(page("/questions?find=balsa")).contains("How many bridges?");
    assertThat(page("/questions?find=100%25")).contains("Nothing was found");
  }

  @Test
  void anAnswerThatIsPutRightIsToldAgain() throws Exception {
    answer("Two.");
    questions.looked(student);
    assertThat(questions.news(student)).isZero();
    String path = "/questions/answers/" + answer().id();
    String seen = Seen.of("Two.");
    assertThat(Caller.form(desk, path, "seen", seen, "words", " ").statusCode()).isEqualTo(422);
    assertThat(Caller.form(desk, path, "seen", seen, "words", "Three.").statusCode())
        .isEqualTo(302);
    assertThat(answer().words()).isEqualTo("Three.");
    assertThat(questions.news(student)).isOne();
    // An older tab does not write over it, and it is nobody else's to put right.
    assertThat(Caller.form(desk, path, "seen", seen, "words", "Four.").statusCode()).isEqualTo(409);
    HttpClient other = Caller.teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(Caller.form(other, path, "words", "Four.").statusCode()).isEqualTo(404);
    assertThat(answer().words()).isEqualTo("Three.");
  }

  @Test
  void whatWasAnsweredInClassCanBePutBackIntoTheBox() throws Exception {
    Caller.form(desk, "/questions/aside", "ids", asked().toString());
    assertThat(page("/questions?find=")).doesNotContain(WAITS).contains("answered in class");
    Caller.form(desk, "/questions/back", "ids", asked().toString());
    assertThat(page("/questions")).contains(WAITS).doesNotContain("answered in class");
  }
}
