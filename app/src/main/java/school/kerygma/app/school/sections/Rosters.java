package school.kerygma.app.school.sections;

import java.time.Clock;
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
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Role;

/** Who sits in a section. */
@Service
@Transactional
public class Rosters {

  private static final int MOST = 400;

  /** What adding to a roster did. */
  public record Added(int students, int guardians, int already) {}

  private final Section.Repository sections;
  private final People people;
  private final Linking linking;
  private final Clock clock;

  Rosters(Section.Repository sections, People people, Linking linking, Clock clock) {
    this.clock = clock;
    this.sections = sections;
    this.people = people;
    this.linking = linking;
  }

  /**
   * Adds the students of typed lines: name, and if they are known e-mail, guardian's name and
   * guardian's e-mail, parted by commas. A student who is on the roster already is not added again.
   *
   * @param by the teacher who writes them: only whom they share already is the person of an address
   * @throws Problem that names the first line that cannot be read; nothing is added then
   */
  public Added add(UUID by, UUID section, String lines) {
    return add(by, section, RosterLine.read(lines));
  }

  /** Adds the students of lines that have been read. */
  Added add(UUID by, UUID section, List<RosterLine> read) {
    if (read.size() > MOST) {
      throw Problem.refused("roster-too-long");
    }
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    Linking.Shared shared = linking.shared(by, of.school().id());
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
      UUID student = person(by, of, shared, line.name(), line.email(), Role.STUDENT);
      of.students().add(student);
      of.left().remove(student);
      students++;
      if (line.guardian().isPresent()) {
        UUID guardian =
            person(by, of, shared, line.guardian().get(), line.guardianEmail(), Role.GUARDIAN);
        people.guardAlso(guardian, student);
        guardians++;
      }
    }
    return new Added(students, guardians, read.size() - students);
  }

  /**
   * The person who has an address, if the teacher shares them already; otherwise a new one, and
   * whoever has the address is asked.
   */
  private UUID person(
      UUID by,
      Section section,
      Linking.Shared shared,
      String name,
      Optional<String> email,
      Role role) {
    Set<UUID> known =
        email.map(e -> people.byEmails(Set.of(e), role).getOrDefault(e, Set.of())).orElse(Set.of());
    Optional<UUID> own = shared.among(known, role);
    return own.orElseGet(
        () -> {
          UUID fresh =
              role == Role.STUDENT
                  ? people.addStudent(name, email)
                  : people.addGuardian(name, email, Set.of());
          shared.add(fresh, role);
          linking.ask(by, section.id(), role, known, fresh);
          return fresh;
        });
  }

  /** Seats a student who is known already. */
  public void seat(UUID section, UUID student) {
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    of.students().add(student);
    of.left().remove(student);
  }

  /** Who sat in a section and has left it, and when. */
  @Transactional(readOnly = true)
  public Map<UUID, LocalDate> left(UUID section) {
    return Map.copyOf(sections.findById(section).orElseThrow(Problem::notFound).left());
  }

  /** Adds a guardian to a student, as {@link #add} does. */
  public void addGuardian(UUID by, UUID section, UUID student, String name, String email) {
    RosterLine line = RosterLine.of("-", "", name, email, name + ", " + email);
    if (line.guardian().isEmpty()) {
      throw Problem.refused("name").at("name");
    }
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    UUID guardian =
        person(
            by,
            of,
            linking.shared(by, of.school().id()),
            line.guardian().get(),
            line.guardianEmail(),
            Role.GUARDIAN);
    people.guardAlso(guardian, student);
  }

  /** Takes a student out: what they have done is kept, but they see the section no more. */
  public void remove(UUID section, UUID student) {
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    if (of.students().remove(student)) {
      of.left().put(student, of.inTerm().calendar().dateOf(clock.instant()));
    }
    sections.flush();
    endCards(student);
  }

  /** Who sits nowhere any more has no use for a card, nor have those who guard nobody else. */
  private void endCards(UUID student) {
    if (!sections.seatedAmong(Set.of(student)).isEmpty()) {
      return;
    }
    people.replaceCard(student);
    for (UUID guardian : people.studentsByGuardian(Set.of(student)).keySet()) {
      if (sections.seatedAmong(people.studentsOf(guardian)).isEmpty()) {
        people.replaceCard(guardian);
      }
    }
  }

  /** Moves a student to another section; what they have done is kept. */
  public void move(UUID from, UUID to, UUID student) {
    Section left = sections.findById(from).orElseThrow(Problem::notFound);
    if (left.students().remove(student)) {
      left.left().put(student, left.inTerm().calendar().dateOf(clock.instant()));
      seat(to, student);
    }
  }

  /**
   * Asks another teacher to share a section with the same rights. Who has no account yet and was
   * invited by the one who asks says yes by making it.
   *
   * @param by who asks
   * @return the teacher
   */
  public UUID share(UUID by, UUID section, String email) {
    UUID teacher = people.teacherByEmail(email).orElseGet(() -> people.invite(email, by));
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    if (of.teachers().contains(teacher)) {
      throw Problem.refused("teaches-already");
    }
    if (people.invitation(teacher, by).isPresent()) {
      of.substitutes().remove(teacher);
      of.teachers().add(teacher);
    } else {
      linking.askTeacher(by, section, teacher, Optional.empty());
    }
    return teacher;
  }

  /**
   * Asks somebody to stand in for the teachers of a section: they see and post, and change no
   * roster.
   *
   * @param by who asks
   * @param lastDay until when, that day included
   * @return the person
   */
  public UUID standIn(UUID by, UUID section, String email, LocalDate lastDay) {
    UUID substitute = people.teacherByEmail(email).orElseGet(() -> people.invite(email, by));
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    if (of.teachers().contains(substitute)) {
      throw Problem.refused("teaches-already");
    }
    boolean standsInAlready = of.substitutes().containsKey(substitute);
    if (standsInAlready || people.invitation(substitute, by).isPresent()) {
      of.substitutes().put(substitute, lastDay);
    } else {
      linking.askTeacher(by, section, substitute, Optional.of(lastDay));
    }
    return substitute;
  }

  /**
   * Ends that somebody teaches a section; what they posted stays up.
   *
   * @throws Problem if nobody would teach it then
   */
  public void endTeaching(UUID section, UUID teacher) {
    Section of = sections.findById(section).orElseThrow(Problem::notFound);
    if (of.teachers().equals(Set.of(teacher))) {
      throw Problem.refused("last-teacher");
    }
    of.teachers().remove(teacher);
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
