package school.kerygma.bench;

import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.messages.WeekNews;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.results.Results;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.result.Given;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.Moments;

/**
 * The evening of a teacher with a section of 35 students and 60 tasks in 12 weeks, each with its
 * points, against one with a single week of them; and the statements of each page.
 */
final class EveningTime {

  private static final int STUDENTS = 35;
  private static final int WEEKS = 12;
  private static final int TASKS = 5;
  private static final int LOOKS = 25;
  private static final String PASSWORD = "measured well";
  private static final ZoneId ZONE = ZoneId.of("America/Halifax");
  private static final LocalDate FIRST = LocalDate.parse("2026-07-13");

  /** A section and one of its tasks and students. */
  private record Made(Visitor teacher, UUID section, UUID task, UUID student) {

    Map<String, String> pages() {
      return Map.of(
          "this evening",
          "/follow-up",
          "the term",
          "/sections/" + section + "/term",
          "a student's term",
          "/sections/" + section + "/term/" + student,
          "the marks",
          "/sections/" + section + "/marks",
          "next work",
          "/sections/" + section + "/tasks/" + task + "/work/" + student);
    }
  }

  private EveningTime() {}

  static void measure(BenchSchool school) throws IOException, InterruptedException {
    Made whole = make(school, "evening@bench.example", 0);
    Made week = make(school, "evening-week@bench.example", WEEKS - 1);
    for (String page : whole.pages().keySet().stream().sorted().toList()) {
      String ofWhole = whole.pages().get(page);
      String ofWeek = week.pages().get(page);
      long[] first = new long[LOOKS];
      long[] second = new long[LOOKS];
      for (int i = 0; i < LOOKS; i++) { // Warms both sides up.
        whole.teacher().get(ofWhole);
        week.teacher().get(ofWeek);
      }
      long statements = 0;
      for (int i = 0; i < LOOKS; i++) {
        long before = school.statements();
        first[i] = time(whole.teacher(), ofWhole);
        statements = school.statements() - before;
        second[i] = time(week.teacher(), ofWeek);
      }
      Arrays.sort(first);
      Arrays.sort(second);
      System.out.printf(
          Locale.ROOT,
          "evening: %s: %.1f times as long as with one week (median %.0f ms against %.0f ms here; %d statements)%n",
          page,
          (double) first[LOOKS / 2] / second[LOOKS / 2],
          first[LOOKS / 2] / 1e6,
          second[LOOKS / 2] / 1e6,
          statements);
    }
    letters(school, whole);
  }

  /** The week letters of all families of the section, against one page of a family each. */
  private static void letters(BenchSchool school, Made made)
      throws IOException, InterruptedException {
    WeekNews news = school.bean(WeekNews.class);
    People people = school.bean(People.class);
    List<UUID> guardians =
        people.guardiansOf(school.bean(Sections.class).get(made.section()).students()).stream()
            .map(People.Contact::id)
            .toList();
    Visitor family =
        Visitor.byCard(school.address(), people.cardLinks(guardians).get(guardians.getFirst()));
    for (int i = 0; i < LOOKS; i++) { // Warms both sides up.
      news.of(guardians.get(i % guardians.size()), false);
      family.get("/family");
    }
    long before = school.statements();
    long start = System.nanoTime();
    for (UUID guardian : guardians) {
      news.of(guardian, false);
    }
    double each = (System.nanoTime() - start) / (double) guardians.size();
    double statements = (school.statements() - before) / (double) guardians.size();
    long[] pages = new long[LOOKS];
    for (int i = 0; i < LOOKS; i++) {
      pages[i] = time(family, "/family");
    }
    Arrays.sort(pages);
    System.out.printf(
        Locale.ROOT,
        "evening: a family's week letter: %.2f of its page (%.1f ms against %.1f ms here; %.1f statements a family)%n",
        each / pages[LOOKS / 2],
        each / 1e6,
        pages[LOOKS / 2] / 1e6,
        statements);
  }

  private static long time(Visitor visitor, String path) throws IOException, InterruptedException {
    long start = System.nanoTime();
    visitor.get(path);
    return System.nanoTime() - start;
  }

  private static Made make(BenchSchool school, String email, int from)
      throws IOException, InterruptedException {
    People people = school.bean(People.class);
    Sections sections = school.bean(Sections.class);
    UUID teacher = people.addTeacher("Bench", email, PASSWORD);
    UUID term = sections.addTerm("Bench school", ZONE, "Term", FIRST, WEEKS, Map.of());
    Set<UUID> students = new HashSet<>();
    for (int i = 0; i < STUDENTS; i++) {
      UUID student = people.addStudent("Student " + i, Optional.empty());
      students.add(student);
      people.addGuardian("Guardian " + i, Optional.empty(), Set.of(student));
    }
    UUID section =
        sections.addSection(
            term, "Section", MeetingPattern.parse("MON,WED,FRI"), 45, Set.of(teacher), students);
    UUID task = new UUID(0, 0);
    for (int week = from; week < WEEKS; week++) {
      LocalDate monday = FIRST.plusWeeks(week);
      Set<UUID> tasks = new HashSet<>();
      for (int t = 0; t < TASKS; t++) {
        task =
            school
                .bean(Tasks.class)
                .plan(
                    teacher,
                    TaskSheet.of("Task " + week + "." + t, 10, Map.of(section, monday.plusDays(t)))
                        .worth(5, ""));
        tasks.add(task);
      }
      Moments moments =
          new Moments(
              monday.atTime(8, 0).atZone(ZONE).toInstant(),
              monday.plusDays(4).atTime(LocalTime.of(23, 59)).atZone(ZONE).toInstant(),
              Optional.empty());
      school
          .bean(Postings.class)
          .post(
              UUID.randomUUID(),
              teacher,
              new PostingSheet(null, tasks, "", "", Map.of(section, moments)));
      for (UUID one : tasks) {
        for (UUID student : students) {
          ScopedClock.runAt(
              moments.goesUpAt(), () -> school.bean(Audience.class).tick(student, one, true));
          school
              .bean(Results.class)
              .give(
                  new Results.Work(one, section, student, Optional.empty()),
                  teacher,
                  new Given(
                      List.of(),
                      Optional.of(new BigDecimal(4)),
                      Optional.of(new BigDecimal(5)),
                      ""),
                  Results.NONE);
        }
      }
    }
    return new Made(
        Visitor.teacher(school.address(), email, PASSWORD),
        section,
        task,
        students.iterator().next());
  }
}
