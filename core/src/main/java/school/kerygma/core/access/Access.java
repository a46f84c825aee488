package school.kerygma.core.access;

import java.util.Set;
import java.util.UUID;

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
   * The people around a thing.
   *
   * @param teachers whose it is
   * @param students for whom it is up now
   * @param guardians of whom a student has it up now
   */
  public record Circle(Set<UUID> teachers, Set<UUID> students, Set<UUID> guardians) {

    /** A thing that does not exist, or that nobody may know of. */
    public static final Circle NOBODY = new Circle(Set.of(), Set.of(), Set.of());

    public Circle {
      teachers = Set.copyOf(teachers);
      students = Set.copyOf(students);
      guardians = Set.copyOf(guardians);
    }

    public static Circle ofTeachers(Set<UUID> teachers) {
      return new Circle(teachers, Set.of(), Set.of());
    }
  }

  private Access() {}

  public static boolean may(UUID person, Role role, Deed deed, Circle circle) {
    return switch (deed) {
      case CHANGE -> role == Role.TEACHER && circle.teachers().contains(person);
      case TAKE_PART -> role == Role.STUDENT && circle.students().contains(person);
      case SEE ->
          switch (role) {
            case TEACHER -> circle.teachers().contains(person);
            case STUDENT -> circle.students().contains(person);
            case GUARDIAN -> circle.guardians().contains(person);
          };
    };
  }
}
