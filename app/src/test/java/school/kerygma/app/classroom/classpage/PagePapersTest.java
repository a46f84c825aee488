package school.kerygma.app.classroom.classpage;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.core.handout.SnapTargets;

/** The pages of students and families as papers, for a tour of the course. */
class PagePapersTest {

  private static UUID section(String name) {
    return TestSchool.id("select id from section where name = ?", name);
  }

  private static UUID student(String section) {
    return TestSchool.id(
        "select person_id from section_student where section_id = ? order by person_id limit 1",
        section(section));
  }

  /** The words of the paper that is made. */
  private static String paper(String section, UUID person, String day) throws Exception {
    HttpClient teacher = Caller.teacher(DemoServer.TEACHER);
    return words(
        Caller.form(
            teacher, "/sections/" + section(section) + "/as/" + person + "/paper", "day", day));
  }

  private static String words(HttpResponse<String> made) {
    assertThat(made.statusCode()).isEqualTo(302);
    UUID handout = UUID.fromString(Caller.location(made).replaceFirst(".*made=", ""));
    Awaitility.await().until(() -> !Papers.pages(handout).isEmpty());
    Handouts handouts = DemoServer.bean(Handouts.class);
    return Papers.pages(handout).stream()
        .flatMap(p -> handouts.targets(p).words().stream())
        .map(SnapTargets.Target::text)
        .collect(Collectors.joining(" "));
  }

  private static List<String> names() {
    return TestSchool.sql()
        .sql("select name from person where role in ('STUDENT', 'GUARDIAN')")
        .query(String.class)
        .list()
        .stream()
        .filter(name -> name.contains(" ")) // Other tests call people "a".
        .toList();
  }

  @Test
  void theClassPageOfADayIsAPaperWithWordsAndWithoutAnybodysName() throws Exception {
    String words = paper("7A Design", student("7A Design"), "2026-09-30");
    assertThat(words).contains("Sketch three bridges").contains("35 min").contains("Odalys Brandt");
    assertThat(names()).isNotEmpty().noneMatch(words::contains);
  }

  @Test
  void whatGoesUpLaterIsThereOnThatDayAndNotBefore() throws Exception {
    UUID student = student("8B Woodwork");
    assertThat(paper("8B Woodwork", student, "2026-09-30")).doesNotContain("Choose your joint");
    assertThat(paper("8B Woodwork", student, "2026-10-01")).contains("Choose your joint");
  }

  @Test
  void theFamilyPageIsAPaperToo() throws Exception {
    UUID guardian =
        TestSchool.id(
            "select guardian_id from guardian_student where student_id = ? limit 1",
            student("7A Design"));
    String words = paper("7A Design", guardian, "2026-09-30");
    assertThat(words).contains("For families").contains("Sketch three bridges");
    assertThat(names()).noneMatch(words::contains);
  }

  @Test
  void theWeekOfASectionIsAPaperToo() throws Exception {
    HttpClient teacher = Caller.teacher(DemoServer.TEACHER);
    String words =
        words(
            Caller.form(
                teacher,
                "/plan/paper",
                "week",
                "2026-09-30",
                "section",
                String.valueOf(section("7A Design"))));
    assertThat(words)
        .contains("7A Design: the week")
        .contains("September 28 to October 2")
        .contains("Sketch three bridges")
        .doesNotContain("8B Woodwork");
    assertThat(names()).noneMatch(words::contains);
    UUID mine = section("9 Electronics");
    TestSchool other = TestSchool.in("America/Halifax", 0);
    HttpResponse<String> refused =
        Caller.form(
            Caller.teacher(other.email()),
            "/plan/paper",
            "week",
            "2026-09-30",
            "section",
            String.valueOf(mine));
    assertThat(refused.statusCode()).isEqualTo(404);
  }

  @Test
  void onlyWhoTeachesTheSectionMayAndOnlyForADayOfTheYear() throws Exception {
    String path = "/sections/" + section("7A Design") + "/as/" + student("7A Design") + "/paper";
    TestSchool other = TestSchool.in("America/Halifax", 0);
    assertThat(Caller.form(Caller.teacher(other.email()), path, "day", "2026-09-30").statusCode())
        .isEqualTo(404);
    assertThat(
            Caller.form(Caller.teacher(DemoServer.TEACHER), path, "day", "2036-09-30").statusCode())
        .isEqualTo(422);
  }
}
