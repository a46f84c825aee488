package school.kerygma.app.classroom.messages;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.http.HttpClient;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.results.BackLetters;
import school.kerygma.app.classroom.results.Results;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.result.Given;
import school.kerygma.core.time.DueRuleText;

/** One letter a week, on the evening that the family has chosen, with all children in it. */
class WeekLettersTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);

  /** Friday, 5 p.m. in Halifax. */
  private static final Instant FRIDAY = Instant.parse("2026-10-02T20:00:00Z");

  @Test
  void aFamilyThatChoseFridayGetsOneLetterWithAllChildrenThoughTwoNodesWriteAtOnce()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    People people = DemoServer.bean(People.class);
    List<UUID> students =
        school.students().stream()
            .sorted(Comparator.comparing((UUID s) -> people.contacts(List.of(s)).get(s).name()))
            .toList();
    UUID guardian = people.guardiansOf(List.of(students.get(0))).getFirst().id();
    people.guardAlso(guardian, students.get(1));
    UUID late = task(school, "Sketch it", MONDAY);
    UUID open = task(school, "Model it", MONDAY.plusDays(4));
    school.post(MONDAY, late, open);
    HttpClient family = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    Caller.form(family, "/family/letters", "wish", "WEEKLY", "day", "FRIDAY");
    write(FRIDAY.minusSeconds(901));
    assertThat(letters(guardian)).isEmpty();
    try (ExecutorService nodes = Executors.newFixedThreadPool(2)) {
      List<Future<?>> both =
          List.of(
              nodes.submit(() -> write(FRIDAY.minusSeconds(600))),
              nodes.submit(() -> write(FRIDAY.minusSeconds(600))));
      for (Future<?> node : both) {
        node.get();
      }
    }
    write(FRIDAY.plusSeconds(3600));
    assertThat(letters(guardian)).hasSize(1);
    assertThat(letters(guardian).getFirst())
        .contains("LATE: Sketch it")
        .contains("to do: Model it")
        .contains(people.contacts(List.of(students.get(0))).get(students.get(0)).name())
        .contains(people.contacts(List.of(students.get(1))).get(students.get(1)).name())
        .doesNotContain(people.contacts(List.of(students.get(2))).get(students.get(2)).name());
    write(FRIDAY.plusSeconds(7 * 86_400));
    assertThat(letters(guardian)).hasSize(2);
  }

  @Test
  void whoWantsItHasOneLetterWithEverythingEachWeekdayEvening() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    People people = DemoServer.bean(People.class);
    UUID guardian = people.guardiansOf(List.copyOf(school.students())).getFirst().id();
    school.post(MONDAY, task(school, "Sketch it", MONDAY));
    HttpClient family = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    Caller.form(family, "/family/letters", "wish", "DAILY");
    for (int day = -1; day < 4; day++) {
      write(FRIDAY.plusSeconds(day * 86_400L - 600));
      write(FRIDAY.plusSeconds(day * 86_400L + 600));
    }
    // Thursday, Friday and Monday.
    assertThat(letters(guardian)).hasSize(3).allMatch(l -> l.contains("LATE: Sketch it"));
  }

  @Test
  void whatCameBackIsToldOnceToTheStudentAndTheFamilyUnlessItWasTakenBackBefore() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    People people = DemoServer.bean(People.class);
    UUID task = task(school, "Sketch it", MONDAY);
    school.post(MONDAY, task);
    Results results = DemoServer.bean(Results.class);
    for (UUID student : school.students()) {
      results.give(
          new Results.Work(task, school.section(), student, Optional.empty()),
          school.teacher(),
          new Given(List.of(), Optional.of(new BigDecimal("5.5")), Optional.empty(), "Well drawn."),
          Results.NONE);
    }
    UUID student = school.students().iterator().next();
    UUID guardian = people.guardiansOf(List.of(student)).getFirst().id();
    UUID other =
        people.guardiansOf(List.copyOf(school.students())).stream()
            .map(People.Contact::id)
            .filter(g -> !g.equals(guardian))
            .findFirst()
            .orElseThrow();
    Caller.form(
        Caller.byCard(people.cardLinks(Set.of(other)).get(other)),
        "/family/letters",
        "wish",
        "WEEKLY",
        "day",
        "FRIDAY");
    Caller.form(
        Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian)),
        "/family/language",
        "language",
        "fr");
    ScopedClock.runAt(
        FRIDAY,
        () -> {
          UUID together = results.handBack(task, school.section(), Set.of(), FRIDAY).orElseThrow();
          tell(FRIDAY.plusSeconds(240));
          results.takeBack(task, school.section(), together);
          tell(FRIDAY.plusSeconds(3_600));
        });
    assertThat(cameBack(student)).isEmpty();
    ScopedClock.runAt(FRIDAY, () -> results.handBack(task, school.section(), Set.of(), FRIDAY));
    try (ExecutorService nodes = Executors.newFixedThreadPool(2)) {
      List<Future<?>> both =
          List.of(
              nodes.submit(() -> tell(FRIDAY.plusSeconds(600))),
              nodes.submit(() -> tell(FRIDAY.plusSeconds(600))));
      for (Future<?> node : both) {
        node.get();
      }
    }
    tell(FRIDAY.plusSeconds(7_200));
    assertThat(cameBack(student))
        .singleElement()
        .asString()
        .contains("Sketch it 5.5", "Well drawn.");
    assertThat(cameBack(guardian)).singleElement().asString().contains("rendu : Sketch it 5.5");
    // The week letter tells the other family.
    assertThat(cameBack(other)).isEmpty();
  }

  private static void tell(Instant at) {
    ScopedClock.runAt(at, () -> DemoServer.bean(BackLetters.class).write());
  }

  private static List<String> cameBack(UUID person) {
    return TestSchool.sql()
        .sql("select body from message where to_id = ? and back is not null and state <> 'DROPPED'")
        .param(person)
        .query(String.class)
        .list();
  }

  private static UUID task(TestSchool school, String title, LocalDate day) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), day))
                .due(Optional.of(DueRuleText.read("day 23:59"))));
  }

  private static void write(Instant at) {
    ScopedClock.runAt(at, () -> DemoServer.bean(WeekLetters.class).write());
  }

  private static List<String> letters(UUID guardian) {
    return TestSchool.sql()
        .sql("select body from message where to_id = ? and week is not null order by week")
        .param(guardian)
        .query(String.class)
        .list();
  }
}
