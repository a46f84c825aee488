package school.kerygma.app.school.sections;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.http.HttpClient;
import java.net.http.HttpResponse;
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
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.access.Access;
import school.kerygma.core.time.MeetingPattern;

/** Who sits in a section, and what stays of a student who leaves. */
class RostersTest {

  private final Rosters rosters = DemoServer.bean(Rosters.class);
  private final Sections sections = DemoServer.bean(Sections.class);
  private final People people = DemoServer.bean(People.class);
  private final TestSchool school = TestSchool.in("America/Halifax", 0);

  private List<String> names() {
    return people.contacts(sections.get(school.section()).students()).values().stream()
        .map(People.Contact::name)
        .sorted()
        .toList();
  }

  @Test
  void linesBecomeStudentsWithTheirGuardiansAndTheSameLinesAgainChangeNothing() {
    String lines = "Ida Moreau\nNoah Abel; noah@r1.example; Lena Abel; lena@r1.example\n\n";
    assertThat(rosters.add(school.teacher(), school.section(), lines))
        .isEqualTo(new Rosters.Added(2, 1, 0));
    assertThat(names()).containsExactly("Ida Moreau", "Noah Abel");
    assertThat(rosters.add(school.teacher(), school.section(), lines))
        .isEqualTo(new Rosters.Added(0, 0, 2));
    assertThat(names()).hasSize(2);
    assertThat(people.guardiansOf(sections.get(school.section()).students()))
        .extracting(People.Contact::name)
        .containsExactly("Lena Abel");
  }

  @Test
  void linesInDoubtAreShownToBePutRightAndNobodyIsAddedUnasked() throws Exception {
    HttpClient desk = Caller.teacher(school.email());
    String path = "/sections/" + school.section() + "/roster";
    HttpResponse<String> asked = Caller.form(desk, path, "lines", "Kamau, Imani\nAbel, Noah");
    assertThat(asked.statusCode()).isEqualTo(200);
    assertThat(asked.body()).contains("taken for last name, first name").contains("Imani Kamau");
    assertThat(names()).isEmpty();
    HttpResponse<String> refused =
        Caller.form(desk, path + "/rows", "name-0", "Imani Kamau", "email-0", "at home");
    assertThat(refused.statusCode()).isEqualTo(422);
    assertThat(names()).isEmpty();
    Caller.form(desk, path + "/rows", "name-0", "Imani Kamau", "name-1", "", "name-2", "Noah Abel");
    assertThat(names()).containsExactly("Imani Kamau", "Noah Abel");
  }

  @Test
  void namesAndAddressesArePutRightAndWhoHasLeftStaysFindable() throws Exception {
    rosters.add(school.teacher(), school.section(), "Imani Kamua, , Rosa Kamau, r@r9.example");
    UUID student = sections.get(school.section()).students().iterator().next();
    UUID guardian = people.studentsByGuardian(Set.of(student)).keySet().iterator().next();
    HttpClient desk = Caller.teacher(school.email());
    String here = "/sections/" + school.section();
    Caller.form(desk, here + "/persons/" + student, "name", "Imani Kamau", "email", "I@r9.example");
    assertThat(people.contacts(Set.of(student)).get(student).name()).isEqualTo("Imani Kamau");
    assertThat(people.contacts(Set.of(student)).get(student).email()).contains("i@r9.example");
    assertThat(
            Caller.form(desk, here + "/persons/" + guardian, "name", "Rosa", "email", "none")
                .statusCode())
        .isEqualTo(422);
    TestSchool stranger = TestSchool.in("America/Halifax", 0);
    assertThat(
            Caller.form(
                    Caller.teacher(stranger.email()),
                    "/sections/" + stranger.section() + "/persons/" + student,
                    "name",
                    "Somebody",
                    "email",
                    "")
                .statusCode())
        .isEqualTo(404);
    rosters.remove(school.section(), student);
    assertThat(Caller.get(desk, here).body())
        .contains("1 student has left")
        .contains("Imani Kamau");
    Caller.form(desk, here + "/left/" + student, "x", "x");
    assertThat(names()).containsExactly("Imani Kamau");
    assertThat(rosters.left(school.section())).isEmpty();
  }

  @Test
  void twoChildrenOfOneGuardianShareTheirFamilyPage() {
    rosters.add(
        school.teacher(),
        school.section(),
        "Ada Roy, ada@r2.example, Pat Roy, pat@r2.example\nBen Roy, ben@r2.example, Pat Roy, pat@r2.example");
    assertThat(people.guardiansOf(sections.get(school.section()).students())).hasSize(1);
  }

  @Test
  void aLineThatCannotBeReadAddsNobody() {
    for (String wrong :
        List.of("Good Name\nBad, no-address", "a@b.example", "A, a@b.example, C, d@e.example, F")) {
      assertThatThrownBy(() -> rosters.add(school.teacher(), school.section(), wrong))
          .isInstanceOf(Problem.class)
          .hasMessage("roster-line");
    }
    assertThat(names()).isEmpty();
  }

  @Test
  void whoMovesToAnotherSectionKeepsWhatWasDone() {
    rosters.add(school.teacher(), school.section(), "Ida Moreau, ida@r3.example");
    UUID student = sections.get(school.section()).students().iterator().next();
    UUID other =
        sections.add(school.teacher(), school.term(), "Other", MeetingPattern.parse("TUE"), 30);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Read", 10, Map.of(school.section(), LocalDate.parse("2026-09-30"))));
    Audience audience = DemoServer.bean(Audience.class);
    audience.tick(student, task, true);
    rosters.move(school.section(), other, student);
    assertThat(sections.ofStudent(student)).extracting(s -> s.name()).containsExactly("Other");
    assertThat(audience.ticks(Set.of(student), Set.of(task)).get(student)).containsKey(task);
    rosters.remove(other, student);
    assertThat(sections.ofStudent(student)).isEmpty();
    assertThat(audience.ticks(Set.of(student), Set.of(task)).get(student)).containsKey(task);
  }

  @Test
  void whoSharesASectionAndHasNoAccountIsInvitedByALinkThatOnlyTheInvitingTeacherSees() {
    TestSchool colleague = TestSchool.in("America/Halifax", 0);
    UUID invited = rosters.share(school.teacher(), school.section(), "New@r4.example");
    assertThat(rosters.share(colleague.teacher(), colleague.section(), "new@r4.example"))
        .isEqualTo(invited);
    assertThat(people.invitation(invited, school.teacher())).isPresent();
    assertThat(people.invitation(invited, colleague.teacher())).isEmpty();
    assertThatThrownBy(() -> rosters.share(school.teacher(), school.section(), "nobody"))
        .isInstanceOf(Problem.class)
        .hasMessage("email");
  }

  @Test
  void whoStandsInHasTheSectionUntilTheLastDayAndNeverItsRoster() {
    TestSchool substitute = TestSchool.in("America/Halifax", 0);
    LocalDate today = LocalDate.parse("2026-09-30"); // the tests' clock
    Gate gate = DemoServer.bean(Gate.class);
    SignedIn person = new SignedIn(substitute.teacher(), Access.Role.TEACHER, "Substitute");
    for (LocalDate last : List.of(today, today.minusDays(2))) {
      boolean still = !last.isBefore(today);
      rosters.standIn(school.teacher(), school.section(), substitute.email(), last);
      substitute.sayYes();
      assertThat(
              sections.ofTeacher(substitute.teacher()).stream()
                  .anyMatch(s -> s.id().equals(school.section())))
          .as("until " + last)
          .isEqualTo(still);
      assertThat(gate.may(person, Access.Deed.CHANGE, Gate.Kind.SECTION, school.section()))
          .isEqualTo(still);
      assertThat(gate.may(person, Access.Deed.CHANGE, Gate.Kind.ROSTER, school.section()))
          .isFalse();
    }
    assertThatThrownBy(
            () -> rosters.standIn(school.teacher(), school.section(), school.email(), today))
        .isInstanceOf(Problem.class)
        .hasMessage("teaches-already");
  }

  @Test
  void aTeacherMayAlsoBeAGuardian() {
    rosters.add(school.teacher(), school.section(), "Ida Moreau, , Parent, " + school.email());
    assertThat(people.guardiansOf(sections.get(school.section()).students()))
        .extracting(People.Contact::email)
        .containsExactly(Optional.of(school.email()));
  }
}
