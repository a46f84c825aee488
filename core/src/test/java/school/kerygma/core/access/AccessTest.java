package school.kerygma.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;

class AccessTest {

  private static final UUID INSIDE = new UUID(0, 1);
  private static final UUID OUTSIDE = new UUID(0, 2);
  private static final Circle CIRCLE = new Circle(INSIDE::equals, INSIDE::equals, INSIDE::equals);

  @ParameterizedTest
  @CsvSource({
    "TEACHER,  SEE,       true",
    "TEACHER,  CHANGE,    true",
    "TEACHER,  TAKE_PART, false",
    "STUDENT,  SEE,       true",
    "STUDENT,  CHANGE,    false",
    "STUDENT,  TAKE_PART, true",
    "GUARDIAN, SEE,       true",
    "GUARDIAN, CHANGE,    false",
    "GUARDIAN, TAKE_PART, false",
  })
  void eachRoleDoesItsOwnAndOnlyInsideTheCircle(Role role, Deed deed, boolean may) {
    assertThat(Access.may(INSIDE, role, deed, CIRCLE)).isEqualTo(may);
    assertThat(Access.may(OUTSIDE, role, deed, CIRCLE)).isFalse();
    assertThat(Access.may(INSIDE, role, deed, Circle.NOBODY)).isFalse();
  }
}
