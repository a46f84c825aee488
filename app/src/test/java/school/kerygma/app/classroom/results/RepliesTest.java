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
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.result.Given;

/** A student answers to what came back, and a teacher promises by when it comes. */
class RepliesTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant DUE = Instant.parse("2026-10-03T02:59:00Z");
  private static final Instant NOW = Instant.parse(DemoServer.START);
  private static final HandInRule TEXT = HandInRule.read("text");
  private static final Given WELL =
      new Given(
          List.of(), Optional.of(new BigDecimal(8)), Optional.of(BigDecimal.TEN), "Measure again.");

  private final HandIns handIns = DemoServer.bean(HandIns.class);
  private final Results results = DemoServer.bean(Results.class);

  private static UUID task(TestSchool school, boolean here) {
    TaskSheet sheet =
        TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY)).worth(10, "");
    UUID task =
        DemoServer.bean(Tasks.class).plan(school.teacher(), here ? sheet.handedIn(TEXT) : sheet);
    school.post(MONDAY, task);
    return task;
  }

  private UUID handedIn(TestSchool school, UUID task, UUID student) {
    HandIns.Asked asked = new HandIns.Asked(task, school.section(), TEXT, DUE, Optional.empty());
    ScopedClock.runAt(
        NOW,
        () -> {
          handIns.write(asked, student, "It bends by 3 mm.", "", 0);
          handIns.handIn(asked, student, Set.of(), false);
        });
    return handIns.of(task, student).getFirst().id();
  }

  private static HttpClient student(UUID person) throws Exception {
    return Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(person)).get(person));
  }

  private static List<String> reasons(TestSchool school) {
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    return DemoServer.bean(WorkRoom.class).offers(school.teacher(), List.of(section), NOW).stream()
        .flatMap(o -> o.why().stream())
        .map(w -> w.key() + " " + w.about())
        .toList();
  }

  @Test
  void whatAStudentAnswersStandsToBeLookedAtUntilItWasRead() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    List<UUID> students = List.copyOf(school.students());
    UUID task = task(school, true);
    UUID version = handedIn(school, task, students.get(0));
    HttpClient own = student(students.get(0));
    String reply = "/class/hand-ins/" + version + "/reply";
    assertThat(Caller.form(own, reply, "words", "Already?").statusCode()).isEqualTo(404);
    results.give(
        new Results.Work(task, school.section(), students.get(0), Optional.of(version)),
        school.teacher(),
        WELL,
        Results.NONE);
    results.handBack(task, school.section(), Set.of(), NOW);
    assertThat(Caller.form(own, reply, "words", " ").statusCode()).isEqualTo(422);
    assertThat(Caller.form(own, reply, "words", "I did: 3 mm each time.").statusCode())
        .isEqualTo(302);
    assertThat(Caller.get(own, "/class/hand-ins/" + version).body())
        .contains("I did: 3 mm each time.")
        .doesNotContain("your teacher has read it");
    assertThat(Caller.form(student(students.get(1)), reply, "words", "Me too").statusCode())
        .isEqualTo(404);

    assertThat(reasons(school)).anyMatch(r -> r.startsWith("answered") && r.contains("3 mm each"));
    HttpClient desk = Caller.teacher(school.email());
    String work = "/sections/" + school.section() + "/tasks/" + task + "/work";
    assertThat(Caller.get(desk, work).body()).contains("answers you");
    assertThat(Caller.get(desk, work + "/" + students.get(0)).body())
        .contains("I did: 3 mm each time.");
    // Looking ahead at the page is not reading it.
    assertThat(Caller.get(desk, work).body()).contains("answers you");
    Caller.form(desk, "/hand-ins/" + version + "/replies/read");
    assertThat(Caller.get(desk, work).body()).doesNotContain("answers you");
    assertThat(reasons(school)).noneMatch(r -> r.startsWith("answered"));
    assertThat(Caller.get(own, "/class/hand-ins/" + version).body())
        .contains("your teacher has read it");
    assertThat(Caller.get(own, "/me/copy.json").body()).contains("3 mm each time");
  }

  @Test
  void whatIsPromisedIsReadByStudentsAndComesFirstInTheEvening() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task = task(school, true);
    UUID only = school.students().iterator().next();
    handedIn(school, task, only);
    HttpClient desk = Caller.teacher(school.email());
    String at = "/sections/" + school.section() + "/tasks/" + task;
    Caller.form(desk, at + "/promise", "day", "2026-10-02");
    assertThat(Caller.get(desk, at + "/work").body())
        .contains("Promised back by Friday, October 2.");
    assertThat(Caller.get(student(only), "/class").body()).contains("comes back by Friday 2");
    assertThat(reasons(school)).anyMatch(r -> r.startsWith("promised") && r.contains("2026-10-02"));
    assertThat(Caller.form(desk, at + "/promise", "day", "soon").statusCode()).isEqualTo(422);
    Caller.form(desk, at + "/promise", "day", "");
    assertThat(Caller.get(student(only), "/class").body()).doesNotContain("comes back by");
  }

  @Test
  void workOnPaperIsReadByItsStudentOnceItIsBack() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    List<UUID> students = List.copyOf(school.students());
    UUID task = task(school, false);
    results.give(
        new Results.Work(task, school.section(), students.get(0), Optional.empty()),
        school.teacher(),
        WELL,
        Results.NONE);
    String page = "/class/tasks/" + task + "/back";
    assertThat(Caller.get(student(students.get(0)), page).statusCode()).isEqualTo(404);
    results.handBack(task, school.section(), Set.of(), NOW);
    assertThat(Caller.get(student(students.get(0)), page).body()).contains("Measure again.", "8");
    assertThat(Caller.get(student(students.get(1)), page).statusCode()).isEqualTo(404);
    assertThat(Caller.get(student(students.get(0)), "/class/marks/" + school.section()).body())
        .contains(page);
  }
}
