package school.kerygma.app.classroom.posting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

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
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.time.Moments;

/** A walkthrough that goes to some students of a class, and to nobody else. */
class ForSomeTest {

  private static final Instant UP = Instant.parse("2026-09-28T11:00:00Z");
  private static final Moments MOMENTS =
      new Moments(UP, Instant.parse("2026-10-07T11:00:00Z"), Optional.empty());

  private final People people = DemoServer.bean(People.class);
  private final Postings postings = DemoServer.bean(Postings.class);

  private String page(UUID person, String path) throws Exception {
    HttpClient client = Caller.byCard(people.cardLinks(Set.of(person)).get(person));
    return Caller.get(client, path).body();
  }

  private UUID guardian(UUID student) {
    return people.guardiansOf(List.of(student)).getFirst().id();
  }

  private boolean plays(UUID person, Role role, UUID talk) {
    return DemoServer.bean(Gate.class)
        .may(new SignedIn(person, role, "Somebody"), Deed.SEE, Gate.Kind.WALKTHROUGH, talk);
  }

  private static int letters(UUID delivery, UUID person) {
    return TestSchool.count(
        "select count(*) from message where delivery_id = ? and to_id = ?", delivery, person);
  }

  private UUID posted(TestSchool school, UUID talk, Set<UUID> only) {
    postings.post(
        UUID.randomUUID(),
        school.teacher(),
        new PostingSheet(
            talk,
            Set.of(),
            "Look at the third row once more.",
            "For your child alone.",
            Map.of(school.section(), MOMENTS),
            only));
    return postings.ofSections(Set.of(school.section())).getFirst().id();
  }

  @Test
  void onlyThoseWhomItIsForSeeItAndAreToldUntilItIsForTheWholeClass() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    List<UUID> students = List.copyOf(school.students());
    UUID meant = students.get(0);
    UUID other = students.get(1);
    UUID talk = DemoServer.bean(Scripts.class).write(school.teacher(), "The third row");
    UUID delivery = posted(school, talk, Set.of(meant));
    await().until(() -> letters(delivery, meant) == 1);
    assertThat(page(meant, "/class")).contains("Look at the third row once more.");
    assertThat(page(other, "/class")).doesNotContain("third row");
    assertThat(page(guardian(meant), "/family")).contains("For your child alone.");
    assertThat(page(guardian(other), "/family")).doesNotContain("For your child alone.");
    assertThat(plays(meant, Role.STUDENT, talk)).isTrue();
    assertThat(plays(guardian(meant), Role.GUARDIAN, talk)).isTrue();
    assertThat(plays(other, Role.STUDENT, talk)).isFalse();
    assertThat(plays(guardian(other), Role.GUARDIAN, talk)).isFalse();
    assertThat(letters(delivery, other)).isZero();
    assertThat(letters(delivery, guardian(other))).isZero();
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    assertThat(
            DemoServer.bean(Audience.class)
                .shares(List.of(postings.view(delivery)), List.of(section))
                .get(delivery)
                .of())
        .isEqualTo(1);

    // A task that is put with it afterwards would be for all: it is left out.
    DeliveryView up = postings.view(delivery);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Sketch", 20, Map.of(school.section(), LocalDate.of(2026, 9, 30))));
    postings.changeWords(
        up.posting(), Seen.ANYTHING, Set.of(task), up.toStudents(), up.toFamilies(), false);
    assertThat(postings.view(delivery).tasks()).isEmpty();

    HttpClient desk = Caller.teacher(school.email());
    assertThat(Caller.get(desk, "/walkthroughs/" + talk + "/post").body())
        .contains("only for", "Put it up for the whole class");
    assertThat(Caller.form(desk, "/deliveries/" + delivery, "deed", "for-all").statusCode())
        .isEqualTo(302);
    assertThat(page(other, "/class")).contains("Look at the third row once more.");
    assertThat(plays(other, Role.STUDENT, talk)).isTrue();
    assertThat(letters(delivery, other)).isEqualTo(1);
    assertThat(letters(delivery, meant)).isEqualTo(1);
  }

  @Test
  void whenTheyAreGoneItIsForNobodyAndNotForAll() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    List<UUID> students = List.copyOf(school.students());
    UUID talk = DemoServer.bean(Scripts.class).write(school.teacher(), "The third row");
    UUID delivery = posted(school, talk, Set.of(students.get(0)));
    TestSchool.sql()
        .sql("delete from posting_student where student_id = ?")
        .param(students.get(0))
        .update();
    assertThat(postings.view(delivery).only()).contains(Set.of());
    assertThat(page(students.get(1), "/class")).doesNotContain("third row");
    assertThat(plays(students.get(1), Role.STUDENT, talk)).isFalse();
  }

  @Test
  void tasksAreForAllOfTheirSection() {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Sketch", 20, Map.of(school.section(), LocalDate.of(2026, 9, 30))));
    assertThatThrownBy(
            () ->
                new PostingSheet(
                    null, Set.of(task), "", "", Map.of(school.section(), MOMENTS), Set.of(task)))
        .isInstanceOf(Problem.class);
  }

  @Test
  void itGoesToTheSectionsOfThoseWhoAreMeantWithoutTasksAndNotToNobody() {
    TestSchool one = TestSchool.in("America/Halifax", 2);
    TestSchool two = TestSchool.in("America/Halifax", 2);
    List<SectionView> sections =
        DemoServer.bean(Sections.class).among(Set.of(one.section(), two.section()));
    PostingSheet all =
        new PostingSheet(
            UUID.randomUUID(),
            Set.of(UUID.randomUUID()),
            "",
            "",
            Map.of(one.section(), MOMENTS, two.section(), MOMENTS));
    UUID meant = one.students().iterator().next();
    PostingSheet some = all.onlyFor(Set.of(meant, UUID.randomUUID()), sections);
    assertThat(some.sections()).containsOnlyKeys(one.section());
    assertThat(some.only()).containsExactly(meant);
    assertThat(some.tasks()).isEmpty();
    Set<UUID> stranger = Set.of(UUID.randomUUID());
    assertThatThrownBy(() -> all.onlyFor(stranger, sections)).isInstanceOf(Problem.class);
  }
}
