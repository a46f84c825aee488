package school.kerygma.app.sections;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.accounts.People;
import school.kerygma.app.problems.Problem;

/** Who sits in a section. */
@Service
@Transactional
public class Rosters {

  private static final int MOST = 400;

  /** What adding to a roster did. */
  public record Added(int students, int guardians, int already) {}

  private final Section.Repository sections;
  private final People people;

  Rosters(Section.Repository sections, People people) {
    this.sections = sections;
    this.people = people;
  }

  /**
   * Adds the students of typed lines: name, and if they are known e-mail, guardian's name and
   * guardian's e-mail, parted by commas. A student who is on the roster already is not added again.
   *
   * @throws Problem that names the first line that cannot be read; nothing is added then
   */
  public Added add(UUID section, String lines) {
    List<RosterLine> read = RosterLine.read(lines);
    if (read.size() > MOST) {
      throw Problem.refused("roster-too-long");
    }
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    Set<String> known = new HashSet<>();
    people
        .contacts(of.students())
        .values()
        .forEach(c -> known.add(c.email().orElseGet(() -> c.name().toLowerCase(Locale.ROOT))));
    int students = 0;
    int guardians = 0;
    for (RosterLine line : read) {
      if (!known.add(line.email().orElseGet(() -> line.name().toLowerCase(Locale.ROOT)))) {
        continue;
      }
      UUID student =
          line.email()
              .flatMap(people::studentByEmail)
              .orElseGet(() -> people.addStudent(line.name(), line.email()));
      of.students().add(student);
      students++;
      if (line.guardian().isPresent()) {
        people.guard(line.guardian().get(), line.guardianEmail(), student);
        guardians++;
      }
    }
    return new Added(students, guardians, read.size() - students);
  }

  /** Seats a student who is known already. */
  public void seat(UUID section, UUID student) {
    sections.findById(section).orElseThrow(Problem::notFound).students().add(student);
  }

  /** Takes a student out: what they have done is kept, but they see the section no more. */
  public void remove(UUID section, UUID student) {
    sections.findById(section).orElseThrow(Problem::notFound).students().remove(student);
  }

  /** Moves a student to another section; what they have done is kept. */
  public void move(UUID from, UUID to, UUID student) {
    Section left = sections.findById(from).orElseThrow(Problem::notFound);
    if (left.students().remove(student)) {
      sections.findById(to).orElseThrow(Problem::notFound).students().add(student);
    }
  }

  /** Lets another teacher share a section with the same rights. */
  public void share(UUID section, String email) {
    UUID teacher =
        people.teacherByEmail(email).orElseThrow(() -> Problem.refused("no-such-teacher", email));
    sections.findById(section).orElseThrow(Problem::notFound).teachers().add(teacher);
  }

  /** One typed line. */
  record RosterLine(
      String name,
      Optional<String> email,
      Optional<String> guardian,
      Optional<String> guardianEmail) {

    static List<RosterLine> read(String lines) {
      return lines.lines().filter(l -> !l.isBlank()).map(RosterLine::of).toList();
    }

    private static RosterLine of(String line) {
      String[] parts = line.split("[,;\\t]", -1);
      String name = parts[0].strip();
      if (name.isEmpty() || name.length() > 120 || name.contains("@") || parts.length > 4) {
        throw Problem.refused("roster-line", line.strip());
      }
      return new RosterLine(name, email(parts, 1, line), part(parts, 2), email(parts, 3, line));
    }

    private static Optional<String> part(String[] parts, int at) {
      return parts.length > at && !parts[at].isBlank()
          ? Optional.of(parts[at].strip())
          : Optional.empty();
    }

    private static Optional<String> email(String[] parts, int at, String line) {
      Optional<String> email = part(parts, at).map(e -> e.toLowerCase(Locale.ROOT));
      if (email.filter(e -> !e.matches("[^@\\s]+@[^@\\s]+") || e.length() > 254).isPresent()) {
        throw Problem.refused("roster-line", line.strip());
      }
      return email;
    }
  }
}
