package school.kerygma.app.sections;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
    return add(section, RosterLine.read(lines));
  }

  /** Adds the students of lines that have been read. */
  Added add(UUID section, List<RosterLine> read) {
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
      UUID student = student(of.school().id(), line.name(), line.email());
      of.students().add(student);
      students++;
      if (line.guardian().isPresent()) {
        people.guard(line.guardian().get(), line.guardianEmail(), student);
        guardians++;
      }
    }
    return new Added(students, guardians, read.size() - students);
  }

  /**
   * The student of a school who has an address, or a new one.
   *
   * @throws Problem if the address is that of a student of another school
   */
  public UUID student(UUID school, String name, Optional<String> email) {
    Optional<UUID> known = email.flatMap(people::studentByEmail);
    known.ifPresent(s -> checkSeat(school, s, email.orElseThrow()));
    return known.orElseGet(() -> people.addStudent(name, email));
  }

  /**
   * Looks whether a known student may be one of a school.
   *
   * @throws Problem if they sit in other schools only
   */
  public void checkSeat(UUID school, UUID student, String email) {
    if (sections.sitsOnlyElsewhere(student, school)) {
      throw Problem.refused("email-elsewhere", email);
    }
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

  /**
   * Lets another teacher share a section with the same rights.
   *
   * @param by who lets them
   * @return the teacher, who may not have an account yet
   */
  public UUID share(UUID by, UUID section, String email) {
    UUID teacher = people.teacherByEmail(email).orElseGet(() -> people.invite(email, by));
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    of.substitutes().remove(teacher);
    of.teachers().add(teacher);
    return teacher;
  }

  /**
   * Lets somebody stand in for the teachers of a section: they see and post, and change no roster.
   *
   * @param by who lets them
   * @param lastDay until when, that day included
   * @return the person, who may not have an account yet
   */
  public UUID standIn(UUID by, UUID section, String email, LocalDate lastDay) {
    UUID substitute = people.teacherByEmail(email).orElseGet(() -> people.invite(email, by));
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    if (of.teachers().contains(substitute)) {
      throw Problem.refused("teaches-already");
    }
    of.substitutes().put(substitute, lastDay);
    return substitute;
  }

  /** Ends what {@link #standIn} began. */
  public void endStandIn(UUID section, UUID substitute) {
    sections.findById(section).orElseThrow(Problem::notFound).substitutes().remove(substitute);
  }

  /** Who stands in for the teachers of a section, and until when. */
  @Transactional(readOnly = true)
  public Map<UUID, LocalDate> substitutes(UUID section) {
    return Map.copyOf(sections.findById(section).orElseThrow(Problem::notFound).substitutes());
  }
}
