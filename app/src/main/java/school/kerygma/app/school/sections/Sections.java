package school.kerygma.app.school.sections;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.PersonErased;
import school.kerygma.app.ground.accounts.PersonMerged;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.core.access.Access.Circle;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.roll.Hears;
import school.kerygma.core.time.MeetingPattern;

/** Schools, terms, sections and who is in them. */
@Service
@Transactional
public class Sections implements Gate.CircleSource, Remembers {

  private final Section.Repository sections;
  private final ApplicationEventPublisher events;
  private final Section.TermRepository terms;
  private final Section.SchoolRepository schools;
  private final SectionReads reads;
  private final PastGradings past;
  private final People people;
  private final Clock clock;

  Sections(
      ApplicationEventPublisher events,
      Section.Repository sections,
      Section.TermRepository terms,
      Section.SchoolRepository schools,
      SectionReads reads,
      PastGradings past,
      People people,
      Clock clock) {
    this.events = events;
    this.sections = sections;
    this.terms = terms;
    this.schools = schools;
    this.reads = reads;
    this.past = past;
    this.people = people;
    this.clock = clock;
  }

  /** A day lasts until it is over everywhere: who stands in until then is not let go too soon. */
  private LocalDate today() {
    return LocalDate.ofInstant(clock.instant(), ZoneOffset.ofHours(-12));
  }

  /** Adds a school with its first term; gives the term. */
  public UUID addTerm(
      String school,
      ZoneId zone,
      String name,
      LocalDate firstMonday,
      int weeks,
      Map<LocalDate, String> daysOff) {
    School.Term term =
        new School.Term(
            schools.save(new School(school, zone, null)), name, firstMonday, weeks, daysOff);
    term.calendar(); // refuses a term that is none
    return terms.save(term).id();
  }

  public UUID addSection(
      UUID term,
      String name,
      MeetingPattern meets,
      int minutes,
      Set<UUID> teachers,
      Set<UUID> students) {
    School.Term of = terms.findById(term).orElseThrow(Problem::notFound);
    return sections.save(new Section(of, name, meets, minutes, teachers, students)).id();
  }

  /** Adds a section without students, taught by one. */
  public UUID add(UUID teacher, UUID term, String name, MeetingPattern meets, int minutes) {
    check(name, minutes);
    return addSection(term, name.strip(), meets, minutes, Set.of(teacher), Set.of());
  }

  /** Changes a section whose meetings still are as they were {@code seen}. */
  public void change(UUID section, String seen, String name, MeetingPattern meets, int minutes) {
    check(name, minutes);
    Section changed = sections.findById(section).orElseThrow(Problem::notFound);
    Seen.check(seen, get(section).seenMeetings());
    changed.change(name.strip(), meets, minutes);
    events.publishEvent(new SectionTouched(Set.of(section)));
  }

  /**
   * Says what a section's grade is made of.
   *
   * @param seen what the form was opened with
   * @param grade at whose rate its students read, 1 to 12, or nothing if that is not known
   */
  public void grade(UUID section, String seen, Grading grading, Optional<Integer> grade) {
    if (grade.filter(g -> g < 1 || g > 12).isPresent()) {
      throw Problem.refused("grade");
    }
    Section graded = sections.findById(section).orElseThrow(Problem::notFound);
    SectionView before = get(section);
    Seen.check(seen, before.seenGrade());
    if (!before.grading().equals(grading)) {
      past.keep(section, before.grading());
    }
    graded.grade(grading, grade.orElse(null));
  }

  private static void check(String name, int minutes) {
    if (name.isBlank() || name.strip().length() > 60) {
      throw Problem.refused("name");
    }
    if (minutes < 1 || minutes > 600) {
      throw Problem.refused("minutes");
    }
  }

  /** The sections that somebody teaches, or in which they stand in for a teacher today. */
  @Transactional(readOnly = true)
  public List<SectionView> ofTeacher(UUID teacher) {
    return reads.ofTeacher(teacher, today());
  }

  @Transactional(readOnly = true)
  public List<SectionView> ofStudent(UUID student) {
    return reads.ofStudent(student);
  }

  /** Where each of some students sits; one that sits nowhere is there too. */
  @Transactional(readOnly = true)
  public Map<UUID, List<SectionView>> ofStudents(Collection<UUID> students) {
    List<SectionView> all = reads.ofStudents(students);
    Map<UUID, List<SectionView>> own = new HashMap<>();
    students.forEach(
        s -> own.put(s, all.stream().filter(of -> of.students().contains(s)).toList()));
    return own;
  }

  @Transactional(readOnly = true)
  public List<SectionView> among(Collection<UUID> ids) {
    return reads.among(ids);
  }

  /**
   * One section.
   *
   * @throws Problem if there is none
   */
  @Transactional(readOnly = true)
  public SectionView get(UUID id) {
    return reads.find(id).orElseThrow(Problem::notFound);
  }

  @EventListener
  void on(PersonMerged merged) {
    for (Section section : sections.ofStudent(merged.from())) {
      section.students().remove(merged.from());
      section.students().add(merged.to());
    }
    sections.flush();
  }

  @EventListener
  void on(PersonErased erased) {
    sections.ofStudent(erased.person()).forEach(s -> s.students().remove(erased.person()));
    sections.flush();
  }

  /** The term that a section is of. */
  @Transactional(readOnly = true)
  public UUID termOf(UUID section) {
    return sections.findById(section).orElseThrow(Problem::notFound).inTerm().id();
  }

  /** Whether somebody has founded the school of a section. */
  @Transactional(readOnly = true)
  public boolean founded(UUID person, UUID section) {
    return sections
        .findById(section)
        .flatMap(s -> s.inSchool().founder())
        .filter(person::equals)
        .isPresent();
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.byHand("section_student", "person_id"),
        Kept.teachers("section_teacher", "person_id"),
        Kept.teachers("section_substitute", "person_id"),
        Kept.dropped("section_left", "person_id"),
        Kept.teachers("school", "founder_id"));
  }

  @Override
  public String heading() {
    return "sections";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    Set<UUID> students = new HashSet<>(people.studentsOf(person));
    students.add(person);
    return students.stream()
        .flatMap(s -> reads.ofStudent(s).stream())
        .filter(s -> sight.sees(Gate.Kind.ROSTER, s.id()))
        .map(s -> s.school() + ", " + s.name())
        .distinct()
        .toList();
  }

  @Override
  public List<Gate.Kind> kinds() {
    return List.of(Gate.Kind.TERM, Gate.Kind.SECTION, Gate.Kind.ROSTER, Gate.Kind.STUDENT);
  }

  /**
   * Around a section: who teaches it or stands in, and its students. Around its roster: only who
   * teaches it. Around a student: who teaches and who guards.
   */
  @Override
  @Transactional(readOnly = true)
  public Circle circle(Gate.Kind kind, UUID id) {
    if (kind == Gate.Kind.TERM) {
      return terms
          .findById(id)
          .map(
              t ->
                  new Circle(
                      teacher ->
                          t.school().founder().filter(teacher::equals).isPresent()
                              || terms.teachesAt(teacher, id),
                      any -> false,
                      any -> false))
          .orElse(Circle.NOBODY);
    }
    if (kind == Gate.Kind.STUDENT) {
      return new Circle(
          Set.copyOf(sections.teachersOfStudent(id))::contains,
          id::equals,
          guardian -> people.studentsOf(guardian).contains(id));
    }
    if (kind == Gate.Kind.ROSTER) {
      return reads
          .seats(id, today())
          .map(s -> Circle.ofTeachers(s.teachers()))
          .orElse(Circle.NOBODY);
    }
    return reads
        .seats(id, today())
        .map(
            s ->
                new Circle(
                    s.teaching()::contains,
                    s.students()::contains,
                    guardian ->
                        people.studentsOf(guardian).stream().anyMatch(s.students()::contains)))
        .orElse(Circle.NOBODY);
  }

  /** What families of a section hear of a child who did not answer the roll call. */
  @Transactional(readOnly = true)
  public Hears hears(UUID section) {
    return sections.findById(section).orElseThrow(Problem::notFound).school().hears();
  }

  /** Whether any of the persons is a student of any of the sections. */
  @Transactional(readOnly = true)
  public boolean anySits(Collection<UUID> persons, Collection<UUID> in) {
    return !persons.isEmpty() && !in.isEmpty() && sections.anySits(persons, in);
  }

  /** Whether somebody teaches any of the sections or stands in there. */
  @Transactional(readOnly = true)
  public boolean anyTaughtBy(UUID teacher, Collection<UUID> of) {
    return !of.isEmpty() && sections.anyTaughtBy(teacher, of, today());
  }
}
