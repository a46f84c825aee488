package school.kerygma.core.roster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import school.kerygma.core.roster.ImportedRoster.Enrollment;
import school.kerygma.core.roster.ImportedRoster.User;

/** Standard: the joins of 1EdTech OneRoster 1.1 CSV (from memory). */
class RosterChangesTest {

  private static final List<User> USERS =
      List.of(
          user("u1", "Ida Moreau", "student", "p1"),
          user("u2", "Noah Abel", "student"),
          user("u3", "Not Seated", "student"),
          user("p1", "Lea Moreau", "parent"),
          user("p2", "Ola Abel", "guardian", "u2"),
          user("t1", "Rosa Lindqvist", "teacher"));

  private static User user(String id, String name, String role, String... agents) {
    return new User(id, name, Optional.empty(), role, List.of(agents));
  }

  private static ImportedRoster roster(Enrollment... enrollments) {
    return ImportedRoster.join(Map.of("c1", "5B Science"), USERS, List.of(enrollments));
  }

  private static final ImportedRoster BOTH =
      roster(
          new Enrollment("c1", "u1", "student"),
          new Enrollment("c1", "u2", "student"),
          new Enrollment("c1", "t1", "teacher"));

  @Test
  void onlyStudentsWhoAreEnrolledAreTakenWithTheirGuardiansFromEitherSide() {
    assertThat(BOTH.students()).containsOnlyKeys("u1", "u2");
    assertThat(BOTH.students().get("u1").guardians())
        .extracting(ImportedRoster.Guardian::name)
        .containsExactly("Lea Moreau");
    assertThat(BOTH.students().get("u2").guardians())
        .extracting(ImportedRoster.Guardian::name)
        .containsExactly("Ola Abel");
    assertThat(BOTH.seats().get("c1")).containsExactly("u1", "u2");
  }

  @Test
  void everythingIsNewTheFirstTimeAndNothingTheSecond() {
    RosterChanges first =
        RosterChanges.of(BOTH, new RosterChanges.Known(Set.of(), Set.of(), Map.of()));
    assertThat(first.newClasses()).containsExactly("c1");
    assertThat(first.newStudents()).containsExactlyInAnyOrder("u1", "u2");
    assertThat(first.joining()).isEqualTo(2);
    assertThat(first.isEmpty()).isFalse();
    RosterChanges again =
        RosterChanges.of(
            BOTH,
            new RosterChanges.Known(
                Set.of("c1"), Set.of("u1", "u2"), Map.of("c1", Set.of("u1", "u2"))));
    assertThat(again.isEmpty()).isTrue();
  }

  @Test
  void whoIsNotInTheFileAnyMoreLeavesTheClass() {
    RosterChanges changes =
        RosterChanges.of(
            roster(new Enrollment("c1", "u1", "student")),
            new RosterChanges.Known(
                Set.of("c1"), Set.of("u1", "u2"), Map.of("c1", Set.of("u1", "u2"))));
    assertThat(changes.leaves()).containsExactly(Map.entry("c1", Set.of("u2")));
    assertThat(changes.joining()).isZero();
    assertThat(changes.leaving()).isEqualTo(1);
  }

  @Test
  void anEnrollmentOfNobodyOrInNothingIsNamed() {
    assertThatThrownBy(() -> roster(new Enrollment("c1", "u9", "student")))
        .isInstanceOf(ImportedRoster.Dangling.class)
        .hasMessage("u9");
    assertThatThrownBy(() -> roster(new Enrollment("c9", "u1", "student")))
        .isInstanceOf(ImportedRoster.Dangling.class)
        .hasMessage("c9");
  }
}
