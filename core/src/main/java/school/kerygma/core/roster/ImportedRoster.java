package school.kerygma.core.roster;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Classes, students and guardians as 1EdTech OneRoster 1.1 CSV has them (from memory of the
 * standard), joined by their sourced ids. Rows that are to be deleted are not among them.
 *
 * @param classes by sourced id: the title
 * @param students by sourced id
 * @param seats by class: the students who sit in it
 */
public record ImportedRoster(
    Map<String, String> classes, Map<String, Student> students, Map<String, Set<String>> seats) {

  /** A student with the guardians that the file names. */
  public record Student(String id, String name, Optional<String> email, List<Guardian> guardians) {}

  /** A guardian of a student. */
  public record Guardian(String id, String name, Optional<String> email) {}

  private static final Set<String> GUARDIANS = Set.of("guardian", "parent", "relative");

  /** One row of users.csv. */
  public record User(
      String id, String name, Optional<String> email, String role, List<String> agents) {

    boolean isStudent() {
      return role.equals("student");
    }

    boolean isGuardian() {
      return GUARDIANS.contains(role);
    }
  }

  /** One row of enrollments.csv. */
  public record Enrollment(String classId, String userId, String role) {}

  /** An enrollment names a class or a user that no other file has. */
  public static final class Dangling extends RuntimeException {
    Dangling(String id) {
      super(id);
    }
  }

  /**
   * Joins the rows of the three files.
   *
   * @param classes by sourced id: the title
   * @throws Dangling for an enrollment of somebody or something unknown; its message is the id
   */
  public static ImportedRoster join(
      Map<String, String> classes, Collection<User> users, Collection<Enrollment> enrollments) {
    Map<String, User> byId = new LinkedHashMap<>();
    users.forEach(u -> byId.put(u.id(), u));
    Map<String, Set<String>> seats = new LinkedHashMap<>();
    classes.keySet().forEach(c -> seats.put(c, new LinkedHashSet<>()));
    for (Enrollment e : enrollments) {
      if (!seats.containsKey(e.classId())) {
        throw new Dangling(e.classId());
      }
      if (!byId.containsKey(e.userId())) {
        throw new Dangling(e.userId());
      }
      if (e.role().equals("student")) {
        seats.get(e.classId()).add(e.userId());
      }
    }
    Map<String, Student> students = new LinkedHashMap<>();
    Set<String> seated = new LinkedHashSet<>();
    seats.values().forEach(seated::addAll);
    Map<String, Set<String>> guardians = guardians(byId);
    for (User user : byId.values()) {
      if (user.isStudent() && seated.contains(user.id())) {
        students.put(
            user.id(),
            new Student(
                user.id(),
                user.name(),
                user.email(),
                guardians.getOrDefault(user.id(), Set.of()).stream()
                    .map(byId::get)
                    .map(g -> new Guardian(g.id(), g.name(), g.email()))
                    .toList()));
      }
    }
    return new ImportedRoster(classes, students, seats);
  }

  /** The guardians of each student, in the order of the file: either row may name the other. */
  private static Map<String, Set<String>> guardians(Map<String, User> users) {
    Map<String, Set<String>> studentsOf = new LinkedHashMap<>();
    for (User user : users.values()) {
      for (String agent : user.agents()) {
        String guardian = user.isGuardian() ? user.id() : agent;
        String student = user.isGuardian() ? agent : user.id();
        studentsOf.computeIfAbsent(guardian, g -> new LinkedHashSet<>()).add(student);
      }
    }
    Map<String, Set<String>> guardians = new HashMap<>();
    for (User user : users.values()) {
      if (user.isGuardian()) {
        studentsOf
            .getOrDefault(user.id(), Set.of())
            .forEach(
                s -> guardians.computeIfAbsent(s, any -> new LinkedHashSet<>()).add(user.id()));
      }
    }
    return guardians;
  }
}
