package school.kerygma.app.classroom.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.result.Given;

/** What work gets is kept, and seen by nobody before it is handed back. */
class ResultsTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);

  private final Results results = DemoServer.bean(Results.class);

  private final TestSchool school = TestSchool.in("America/Halifax", 3);
  private final List<UUID> students = new ArrayList<>(school.students());
  private final UUID task =
      DemoServer.bean(Tasks.class)
          .plan(
              school.teacher(),
              TaskSheet.of("A model on paper", 20, Map.of(school.section(), MONDAY)));

  private Results.Work work(int student) {
    return new Results.Work(task, school.section(), students.get(student), Optional.empty());
  }

  private static Given points(int points, String words) {
    return new Given(
        List.of(),
        Optional.of(BigDecimal.valueOf(points)),
        Optional.of(BigDecimal.valueOf(6)),
        words);
  }

  private ResultView give(int student, Given given, String seen) {
    return results.give(work(student), school.teacher(), given, seen).orElseThrow();
  }

  @Test
  void nobodySeesItBeforeItIsHandedBackAndThenFromThatMomentOn() {
    give(0, points(4, "Well built."), Results.NONE);
    assertThat(results.backOnPaper(task, students.get(0))).isEmpty();
    Instant evening = Instant.parse("2026-09-29T21:00:00Z");
    Instant noon = evening.minus(Duration.ofHours(6));
    ScopedClock.runAt(
        noon,
        () -> {
          assertThat(results.handBack(task, school.section(), Set.of(), evening)).isPresent();
          assertThat(results.backOnPaper(task, students.get(0))).isEmpty();
        });
    ScopedClock.runAt(
        evening,
        () ->
            assertThat(results.backOnPaper(task, students.get(0)))
                .extracting(r -> r.given().sum().orElseThrow().intValue())
                .containsExactly(4));
  }

  @Test
  void whatIsChangedAfterwardsIsAnotherResultAndTheFirstStays() {
    ResultView first = give(0, points(4, "Well built."), Results.NONE);
    results.handBack(task, school.section(), Set.of(), Instant.EPOCH);
    ResultView back = results.of(work(0)).getLast();
    ResultView changed = give(0, points(5, "I had not seen the deck."), back.state());
    assertThat(changed.number()).isEqualTo(2);
    assertThat(results.backOnPaper(task, students.get(0)))
        .extracting(ResultView::id)
        .containsExactly(first.id());
    results.handBack(task, school.section(), Set.of(), Instant.EPOCH);
    assertThat(results.backOnPaper(task, students.get(0)))
        .extracting(r -> r.given().sum().orElseThrow().intValue())
        .containsExactly(4, 5);
  }

  @Test
  void ofTwoTeachersAtTheSameWorkTheLaterIsToldAndNothingIsLost() {
    ResultView first = give(0, points(4, "Well built."), Results.NONE);
    assertThatThrownBy(() -> give(0, points(2, "Too thin."), Results.NONE))
        .isInstanceOf(Problem.class)
        .hasMessage("result-changed");
    assertThat(results.of(work(0))).containsExactly(first);
    assertThat(give(0, points(3, "Well built."), first.state()).given().sum())
        .contains(new BigDecimal(3));
  }

  @Test
  void aWholeHandingBackIsTakenBackUntilTheFirstStudentHasSeenTheirs() {
    give(0, points(4, ""), Results.NONE);
    give(1, points(5, ""), Results.NONE);
    UUID together = results.handBack(task, school.section(), Set.of(), Instant.EPOCH).orElseThrow();
    results.takeBack(task, school.section(), together);
    assertThat(results.backOnPaper(task, students.get(0))).isEmpty();
    assertThat(results.ofTask(task, school.section())).hasSize(2);

    UUID again = results.handBack(task, school.section(), Set.of(), Instant.EPOCH).orElseThrow();
    results.seen(results.backOnPaper(task, students.get(1)));
    assertThatThrownBy(() -> results.takeBack(task, school.section(), again))
        .isInstanceOf(Problem.class)
        .hasMessage("result-seen");
    assertThat(results.backOnPaper(task, students.get(0))).hasSize(1);
  }

  @Test
  void nothingAtAllTakesBackWhatNobodyHasSeen() {
    ResultView first = give(0, points(4, ""), Results.NONE);
    assertThat(results.give(work(0), school.teacher(), Given.NOTHING, first.state())).isEmpty();
    assertThat(results.handBack(task, school.section(), Set.of(), Instant.EPOCH)).isEmpty();
  }

  @Test
  void whatWasSaidBeforeIsOfferedTheMostUsedFirstAndIsTheTeachersOwn() {
    give(0, points(4, "Units in every row."), Results.NONE);
    give(1, points(4, "Where does this come from?"), Results.NONE);
    give(2, points(4, "Units in every row."), Results.NONE);
    assertThat(results.said(school.teacher(), task))
        .extracting(Results.Said::words)
        .containsExactly("Units in every row.", "Where does this come from?");
    assertThat(results.said(UUID.randomUUID(), task)).isEmpty();
  }

  @Test
  void resultsGoWithTheirStudentWhenTwoRecordsBecomeOne() {
    give(0, points(4, "The first."), Results.NONE);
    give(1, points(5, "The second."), Results.NONE);
    DemoServer.bean(People.class).merge(students.get(0), students.get(1));
    assertThat(results.of(work(1)))
        .extracting(r -> r.given().words())
        .containsExactlyInAnyOrder("The first.", "The second.");
    assertThat(results.of(work(0))).isEmpty();
  }
}
