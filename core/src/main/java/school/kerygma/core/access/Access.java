package school.kerygma.core.access;

import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;

/**
 * Decides who may do what with a thing, from the people around it. Every page, picture and sound
 * asks here and nowhere else.
 *
 * <p>Teachers see and change what is theirs. Students and guardians see what is up for them, and
 * nothing before. Only a student ticks and watches for the record. Whoever is not named sees
 * nothing.
 */
public final class Access {

  /** What a person is. */
  public enum Role {
    TEACHER,
    STUDENT,
    GUARDIAN
  }

  /** What a person wants to do with a thing. */
  public enum Deed {
    SEE,
    CHANGE,
    TAKE_PART
  }

  /**
   * The people around a thing. Each question is asked only of a person of that role.
   *
   * @param teachers whose it is
   * @param students for whom it is up now
   * @param guardians of whom a student has it up now
   * @param onlookers teachers who may see it and not change it: who shares a section or stands in
   */
  public record Circle(
      Predicate<UUID> teachers,
      Predicate<UUID> students,
      Predicate<UUID> guardians,
      Predicate<UUID> onlookers) {

    /** A circle without onlookers. */
    public Circle(Predicate<UUID> teachers, Predicate<UUID> students, Predicate<UUID> guardians) {
      this(teachers, students, guardians, any -> false);
    }

    /** The same with teachers who may see the thing. */
    public Circle seenBy(Predicate<UUID> others) {
      return new Circle(teachers, students, guardians, onlookers.or(others));
    }

    /** A thing that does not exist, or that nobody may know of. */
    public static final Circle NOBODY = ofTeachers(Set.of());

    public static Circle ofTeachers(Set<UUID> teachers) {
      return new Circle(teachers::contains, any -> false, any -> false);
    }
  }

  private Access() {}

  public static boolean may(UUID person, Role role, Deed deed, Circle circle) {
    return switch (deed) {
      case CHANGE -> role == Role.TEACHER && circle.teachers().test(person);
      case TAKE_PART -> role == Role.STUDENT && circle.students().test(person);
      case SEE ->
          switch (role) {
            case TEACHER -> circle.teachers().or(circle.onlookers()).test(person);
            case STUDENT -> circle.students().test(person);
            case GUARDIAN -> circle.guardians().test(person);
          };
    };
  }
}
