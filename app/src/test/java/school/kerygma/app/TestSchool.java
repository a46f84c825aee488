package school.kerygma.app;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.Linking;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.Moments;

/** A small school of a test's own beside the demonstration. */
public record TestSchool(UUID teacher, String email, UUID term, UUID section, Set<UUID> students) {

  private static int made;

  /** A school in a zone, with one teacher and one section of some students, a guardian each. */
  public static TestSchool in(String zone, int students) {
    return in(zone, students, Set.of());
  }

  public static synchronized TestSchool in(String zone, int students, Set<LocalDate> daysOff) {
    made++;
    People people = DemoServer.bean(People.class);
    Sections sections = DemoServer.bean(Sections.class);
    String email = "t" + made + "@test.example";
    UUID teacher = people.addTeacher("Teacher " + made, email, DemoServer.PASSWORD);
    UUID term =
        sections.addTerm(
            "School " + made,
            ZoneId.of(zone),
            "Autumn",
            LocalDate.parse("2026-09-07"),
            12,
            daysOff.stream().collect(Collectors.toMap(d -> d, d -> "")));
    Set<UUID> all = new HashSet<>();
    for (int i = 0; i < students; i++) {
      UUID student =
          people.addStudent(
              "Student " + made + "." + i, Optional.of("s" + made + "." + i + "@test.example"));
      people.addGuardian(
          "Guardian " + made + "." + i,
          Optional.of("g" + made + "." + i + "@test.example"),
          Set.of(student));
      all.add(student);
    }
    UUID section =
        sections.addSection(
            term, "Section " + made, MeetingPattern.parse("MON,WED,FRI"), 45, Set.of(teacher), all);
    return new TestSchool(teacher, email, term, section, all);
  }

  /** The teacher says yes to all that others ask. */
  public void sayYes() {
    Linking linking = DemoServer.bean(Linking.class);
    linking.askedOf(teacher).forEach(q -> linking.answer(teacher, q.id(), true));
  }

  /**
   * Puts a walkthrough up in the section on the Monday of the demonstration's week, for nine days.
   */
  public void post(UUID walkthrough) {
    Instant up = Instant.parse("2026-09-28T11:00:00Z");
    DemoServer.bean(Postings.class)
        .post(
            UUID.randomUUID(),
            teacher,
            new PostingSheet(
                walkthrough,
                Set.of(),
                "",
                "",
                Map.of(section, new Moments(up, up.plus(9, ChronoUnit.DAYS), Optional.empty()))));
  }

  /** Puts tasks up in the section on a Monday at 8, for nine days. */
  public void post(LocalDate monday, UUID... tasks) {
    SectionView here = DemoServer.bean(Sections.class).get(section);
    Instant up = monday.atTime(8, 0).atZone(here.calendar().zone()).toInstant();
    DemoServer.bean(Postings.class)
        .post(
            UUID.randomUUID(),
            teacher,
            new PostingSheet(
                null,
                Set.of(tasks),
                "",
                "",
                Map.of(section, new Moments(up, up.plus(9, ChronoUnit.DAYS), Optional.empty()))));
  }

  public static JdbcClient sql() {
    return DemoServer.bean(JdbcClient.class);
  }

  public static UUID id(String query, Object... parameters) {
    return sql().sql(query).params(parameters).query(UUID.class).single();
  }

  public static int count(String query, Object... parameters) {
    return sql().sql(query).params(parameters).query(Integer.class).single();
  }
}
