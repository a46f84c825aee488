package school.kerygma.app.classroom.messages;

import static org.assertj.core.api.Assertions.assertThat;

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
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
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
