package school.kerygma.app.school.sections;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.MapKeyColumn;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.time.MeetingPattern;

/** One class group that meets. */
@Entity
@DynamicUpdate
class Section {

  @Id @GeneratedValue private UUID id;
  @ManyToOne private School school;
  @ManyToOne private School.Term term;
  private String name;
  private String meets;
  private int minutes;
  private String grading = "";
  private @Nullable Integer grade;

  @ElementCollection
  @CollectionTable(name = "section_teacher", joinColumns = @JoinColumn(name = "section_id"))
  @Column(name = "person_id")
  private Set<UUID> teachers = new HashSet<>();

  @ElementCollection
  @CollectionTable(name = "section_student", joinColumns = @JoinColumn(name = "section_id"))
  @Column(name = "person_id")
  private Set<UUID> students = new HashSet<>();

  /** Who sat here and has left, and when. */
  @ElementCollection
  @CollectionTable(name = "section_left", joinColumns = @JoinColumn(name = "section_id"))
  @MapKeyColumn(name = "person_id")
  @Column(name = "left_on")
  private Map<UUID, LocalDate> left = new HashMap<>();

  /** Who stands in, and until when, that day included. */
  @ElementCollection
  @CollectionTable(name = "section_substitute", joinColumns = @JoinColumn(name = "section_id"))
  @MapKeyColumn(name = "person_id")
  @Column(name = "last_day")
  private Map<UUID, LocalDate> substitutes = new HashMap<>();

  @SuppressWarnings("NullAway.Init")
  protected Section() {}

  Section(
      School.Term term,
      String name,
      MeetingPattern meets,
      int minutes,
      Set<UUID> teachers,
      Set<UUID> students) {
    this.school = term.school();
    this.term = term;
    this.name = name;
    this.meets = meets.toString();
    this.minutes = minutes;
    this.teachers.addAll(teachers);
    this.students.addAll(students);
  }

  School.Term inTerm() {
    return term;
  }

  School inSchool() {
    return school;
  }

  UUID id() {
    return id;
  }

  Map<UUID, LocalDate> left() {
    return left;
  }

  School school() {
    return school;
  }

  Set<UUID> students() {
    return students;
  }

  Set<UUID> teachers() {
    return teachers;
  }

  Map<UUID, LocalDate> substitutes() {
    return substitutes;
  }

  void grade(Grading grading, @Nullable Integer grade) {
    this.grading = grading.toString();
    this.grade = grade;
  }

  void change(String name, MeetingPattern meets, int minutes) {
    this.name = name;
    this.meets = meets.toString();
    this.minutes = minutes;
  }

  interface Repository extends JpaRepository<Section, UUID> {

    @Query("select s from Section s join s.students t where t = :student order by s.name")
    List<Section> ofStudent(UUID student);

    @Query(
        "select count(s) > 0 from Section s join s.students p where s.id in :sections and p in :persons")
    boolean anySits(Collection<UUID> persons, Collection<UUID> sections);

    @Query(
        "select count(s) > 0 from Section s where s.id in :sections and (:teacher member of s.teachers"
            + " or exists (select 1 from s.substitutes u where key(u) = :teacher and value(u) >= :day))")
    boolean anyTaughtBy(UUID teacher, Collection<UUID> sections, LocalDate day);

    @Query(
        "select distinct p from Section s join s.students p where s.school.id = :school and :teacher member of s.teachers")
    List<UUID> studentsTaughtAt(UUID teacher, UUID school);

    @Query("select distinct p from Section s join s.students p where p in :persons")
    List<UUID> seatedAmong(Collection<UUID> persons);

    @Query(
        "select distinct t from Section s join s.teachers t join s.students p where p = :student")
    List<UUID> teachersOfStudent(UUID student);
  }

  interface TermRepository extends JpaRepository<School.Term, UUID> {

    @Query("select s.id from Section s where s.term.id = :term")
    List<UUID> sectionsOf(UUID term);

    @Query(
        "select t from Term t where t.school.founderId = :teacher or exists"
            + " (select s from Section s where s.school = t.school and :teacher member of s.teachers)"
            + " order by t.firstMonday")
    List<School.Term> ofTeacher(UUID teacher);

    @Query(
        "select count(s) > 0 from Section s, Term t where t.id = :term and s.school = t.school"
            + " and :teacher member of s.teachers")
    boolean teachesAt(UUID teacher, UUID term);
  }

  interface SchoolRepository extends JpaRepository<School, UUID> {}
}
