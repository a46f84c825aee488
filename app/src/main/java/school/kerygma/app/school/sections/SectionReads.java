package school.kerygma.app.school.sections;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.store.Written;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.SchoolDay;

/** Reads sections as other modules see them, however many, in one statement. */
@Component
class SectionReads {

  private static final String READ =
      """
      select s.id, s.name, c.name, s.meets, s.minutes, s.grade, s.grading, c.letters, c.zone,
        t.first_monday, t.weeks, t.day_begins, t.day_ends,
        array(select o.day::text || ' ' || o.name from term_day_off o where o.term_id = t.id),
        array(select e.day::text || ' ' || e.closes::text from term_early_day e where e.term_id = t.id),
        array(select p.person_id from section_teacher p where p.section_id = s.id),
        array(select p.person_id from section_student p where p.section_id = s.id)
      from section s join school c on c.id = s.school_id join term t on t.id = s.term_id
      """;

  private static final int DATE = "2026-09-07".length();

  private final JdbcClient sql;
  private final Written written;

  SectionReads(JdbcClient sql, Written written) {
    this.sql = sql;
    this.written = written;
  }

  Optional<SectionView> find(UUID id) {
    return among(List.of(id)).stream().findFirst();
  }

  /** By their names. */
  List<SectionView> among(Collection<UUID> ids) {
    return ids.isEmpty() ? List.of() : read("where s.id in (:ids)", Map.of("ids", ids));
  }

  /** Those that somebody teaches, or in which they stand in on a day. */
  List<SectionView> ofTeacher(UUID teacher, LocalDate day) {
    return read(
        """
        where exists (select 1 from section_teacher p where p.section_id = s.id and p.person_id = :teacher)
          or exists (select 1 from section_substitute u
            where u.section_id = s.id and u.person_id = :teacher and u.last_day >= :day)
        """,
        Map.of("teacher", teacher, "day", day));
  }

  List<SectionView> ofStudent(UUID student) {
    return ofStudents(Set.of(student));
  }

  /** Those in which one of some students sits. */
  List<SectionView> ofStudents(Collection<UUID> students) {
    return students.isEmpty()
        ? List.of()
        : read(
            "where exists (select 1 from section_student p where p.section_id = s.id and p.person_id in (:students))",
            Map.of("students", students));
  }

  /**
   * Who has to do with a section.
   *
   * @param teachers whose it is
   * @param teaching those, and who stands in
   */
  record Seats(Set<UUID> teachers, Set<UUID> teaching, Set<UUID> students) {}

  Optional<Seats> seats(UUID section, LocalDate day) {
    written.first();
    return sql.sql(
            """
            select array(select p.person_id from section_teacher p where p.section_id = s.id),
              array(select p.person_id from section_teacher p where p.section_id = s.id
                union select u.person_id from section_substitute u where u.section_id = s.id and u.last_day >= :day),
              array(select p.person_id from section_student p where p.section_id = s.id)
            from section s where s.id = :section
            """)
        .param("section", section)
        .param("day", day)
        .query((row, n) -> new Seats(ids(row, 1), ids(row, 2), ids(row, 3)))
        .optional();
  }

  private List<SectionView> read(String where, Map<String, ?> named) {
    written.first();
    return sql.sql(READ + where + " order by s.name")
        .params(named)
        .query(SectionReads::view)
        .list();
  }

  private static SectionView view(ResultSet row, int n) throws SQLException {
    return new SectionView(
        row.getObject(1, UUID.class),
        row.getString(2),
        row.getString(3),
        MeetingPattern.parse(row.getString(4)),
        row.getInt(5),
        Optional.ofNullable(row.getObject(6, Integer.class)),
        Grading.parse(row.getString(7)),
        LetterScale.parse(row.getString(8)),
        School.calendar(
            ZoneId.of(row.getString(9)),
            row.getObject(10, LocalDate.class),
            row.getInt(11),
            byDay(row, 14, name -> name),
            new SchoolDay(
                row.getObject(12, LocalTime.class),
                row.getObject(13, LocalTime.class),
                byDay(row, 15, LocalTime::parse))),
        ids(row, 16),
        ids(row, 17));
  }

  private static Set<UUID> ids(ResultSet row, int column) throws SQLException {
    return Set.of((UUID[]) row.getArray(column).getArray());
  }

  private static <T> Map<LocalDate, T> byDay(ResultSet row, int column, Function<String, T> read)
      throws SQLException {
    Map<LocalDate, T> days = new HashMap<>();
    for (String day : (String[]) row.getArray(column).getArray()) {
      days.put(LocalDate.parse(day.substring(0, DATE)), read.apply(day.substring(DATE + 1)));
    }
    return days;
  }
}
