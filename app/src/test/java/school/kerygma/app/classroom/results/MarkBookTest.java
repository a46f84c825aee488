package school.kerygma.app.classroom.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.http.HttpClient;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.result.Given;
import school.kerygma.core.result.TermMark;

/** What stands in a section's marks, and what counts of it. */
class MarkBookTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant DUE = Instant.parse("2026-10-03T02:59:00Z");
  private static final Instant BEFORE = Instant.parse("2026-09-29T12:00:00Z");
  private static final Instant AFTER = Instant.parse("2026-10-08T12:00:00Z");

  @Test
  void whatWasNotHandedInCountsAsNothingOnceItIsDueAndWhatNobodyLookedAtDoesNotCount() {
    TestSchool school = TestSchool.in("America/Halifax", 4);
    Tasks tasks = DemoServer.bean(Tasks.class);
    UUID here =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                .worth(10, "")
                .handedIn(HandInRule.read("text, together 2")));
    UUID paper =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("A model on paper", 20, Map.of(school.section(), MONDAY)).worth(10, ""));
    school.post(MONDAY, here, paper);
    HandIns handIns = DemoServer.bean(HandIns.class);
    List<UUID> students = List.copyOf(school.students());
    HandIns.Asked asked =
        new HandIns.Asked(
            here, school.section(), HandInRule.read("text, together 2"), DUE, Optional.empty());
    ScopedClock.runAt(
        BEFORE,
        () -> {
          handIns.write(asked, students.get(0), "It bends by 3 mm.", "", 0);
          handIns.handIn(asked, students.get(0), Set.of(students.get(1)), false);
          handIns.write(asked, students.get(2), "It bends.", "", 0);
          handIns.handIn(asked, students.get(2), Set.of(), false);
        });
    UUID version = handIns.of(here, students.get(0)).getFirst().id();
    Results results = DemoServer.bean(Results.class);
    results.give(
        new Results.Work(here, school.section(), students.get(0), Optional.of(version)),
        school.teacher(),
        new Given(List.of(), Optional.of(new BigDecimal(8)), Optional.of(BigDecimal.TEN), ""),
        Results.NONE);
    ScopedClock.runAt(BEFORE, () -> assertThat(mark(school, students.get(3))).isEmpty());
    ScopedClock.runAt(
        AFTER,
        () -> {
          // Who worked together got the same.
          assertThat(mark(school, students.get(0))).contains(new BigDecimal("80.00"));
          assertThat(mark(school, students.get(1))).contains(new BigDecimal("80.00"));
          assertThat(mark(school, students.get(2))).isEmpty();
          assertThat(mark(school, students.get(3))).contains(new BigDecimal("0.00"));
          assertThat(row(school, students.get(3)).cells())
              .extracting(MarkBook.Cell::state)
              .containsExactlyInAnyOrder(TermMark.State.MISSING, TermMark.State.OPEN);
        });
  }

  private static MarkBook.Row row(TestSchool school, UUID student) {
    return DemoServer.bean(MarkBook.class)
        .of(DemoServer.bean(Sections.class).get(school.section()))
        .rows()
        .stream()
        .filter(r -> r.student().equals(student))
        .findFirst()
        .orElseThrow();
  }

  private static Optional<BigDecimal> mark(TestSchool school, UUID student) {
    return row(school, student).mark().percent();
  }

  @Test
  void aStudentSeesWhatWasHandedBackAndWhatMoreWouldBringAndExcusedWorkDoesNotCount()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID paper =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("A model on paper", 20, Map.of(school.section(), MONDAY))
                    .worth(10, ""));
    UUID second =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("A second model", 20, Map.of(school.section(), MONDAY)).worth(10, ""));
    school.post(MONDAY, paper, second);
    UUID student = List.copyOf(school.students()).getFirst();
    Results results = DemoServer.bean(Results.class);
    for (UUID task : List.of(paper, second)) {
      results.give(
          new Results.Work(task, school.section(), student, Optional.empty()),
          school.teacher(),
          new Given(
              List.of(),
              Optional.of(new BigDecimal(task.equals(paper) ? 8 : 2)),
              Optional.of(BigDecimal.TEN),
              ""),
          Results.NONE);
    }
    results.handBack(paper, school.section(), Set.of(student), BEFORE);
    HttpClient own =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student));
    String page = "/class/marks/" + school.section();
    assertThat(Caller.get(own, page).body()).contains("80\u00a0%").doesNotContain("2 / 10");
    assertThat(Caller.get(own, page + "?wanted=85&outOf=10").body())
        .contains("9 of 10 points bring 85\u00a0%");
    assertThat(Caller.get(own, page + "?wanted=95&outOf=10").body())
        .contains("Even all 10 points bring 90\u00a0%");
    assertThat(Caller.get(own, page + "?wanted=95&outOf=1O").body())
        .contains("Give two plain numbers");
    results.handBack(second, school.section(), Set.of(student), BEFORE);
    assertThat(Caller.get(own, page).body()).contains("50\u00a0%");
    HttpClient desk = Caller.teacher(school.email());
    String work = "/sections/" + school.section() + "/tasks/" + second + "/work/" + student;
    Caller.form(desk, work + "/excused", "excuse", "true");
    assertThat(Caller.get(desk, work).body()).contains("Excused: it counts for nothing.");
    assertThat(Caller.get(own, page).body()).contains("80\u00a0%").contains("excused");
    Caller.form(desk, work + "/excused", "excuse", "false");
    assertThat(Caller.get(own, page).body()).contains("50\u00a0%");
  }
}
