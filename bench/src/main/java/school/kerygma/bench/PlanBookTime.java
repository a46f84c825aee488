package school.kerygma.bench;

import java.io.IOException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.MeetingPattern;

/** A plan book of six sections with a year of tasks, against one with a single week of them. */
final class PlanBookTime {

  private static final int SECTIONS = 6;
  private static final int STUDENTS = 25;
  private static final int WEEKS = 40;
  private static final int TASKS = 8;
  private static final int LOOKS = 25;
  private static final String PASSWORD = "measured well";

  private PlanBookTime() {}

  static void measure(BenchSchool school) throws IOException, InterruptedException {
    Visitor year = teacher(school, "year@bench.example", WEEKS);
    Visitor week = teacher(school, "week@bench.example", 1);
    String path = "/plan?week=2026-09-28";
    for (int i = 0; i < LOOKS; i++) { // Warms both sides up.
      year.get(path);
      week.get(path);
    }
    long[] ofYear = new long[LOOKS];
    long[] ofWeek = new long[LOOKS];
    for (int i = 0; i < LOOKS; i++) {
      ofYear[i] = time(year, path);
      ofWeek[i] = time(week, path);
    }
    Arrays.sort(ofYear);
    Arrays.sort(ofWeek);
    System.out.printf(
        Locale.ROOT,
        "plan: %.1f times as long as a plan book of one week (median %.0f ms against %.0f ms here; %d sections, %d weeks, %d tasks a week each)%n",
        (double) ofYear[LOOKS / 2] / ofWeek[LOOKS / 2],
        ofYear[LOOKS / 2] / 1e6,
        ofWeek[LOOKS / 2] / 1e6,
        SECTIONS,
        WEEKS,
        TASKS);
  }

  private static long time(Visitor visitor, String path) throws IOException, InterruptedException {
    long start = System.nanoTime();
    visitor.get(path);
    return System.nanoTime() - start;
  }

  private static Visitor teacher(BenchSchool school, String email, int weeks)
      throws IOException, InterruptedException {
    People people = school.bean(People.class);
    Sections sections = school.bean(Sections.class);
    UUID teacher = people.addTeacher("Bench", email, PASSWORD);
    LocalDate monday = LocalDate.parse("2026-08-31");
    UUID term =
        sections.addTerm(
            "Bench school", ZoneId.of("America/Halifax"), "Year", monday, WEEKS, Map.of());
    List<MeetingPattern> patterns =
        List.of(MeetingPattern.parse("MON,WED,FRI"), MeetingPattern.parse("TUE,THU"));
    for (int s = 0; s < SECTIONS; s++) {
      Set<UUID> students = new HashSet<>();
      for (int i = 0; i < STUDENTS; i++) {
        students.add(people.addStudent("Student " + s + "." + i, Optional.empty()));
      }
      UUID section =
          sections.addSection(
              term, "Section " + s, patterns.get(s % 2), 45, Set.of(teacher), students);
      for (int w = 0; w < weeks; w++) {
        LocalDate week = weeks == 1 ? LocalDate.parse("2026-09-28") : monday.plusWeeks(w);
        for (int t = 0; t < TASKS; t++) {
          Map<UUID, LocalDate> days = new HashMap<>();
          days.put(section, week.plusDays(t % 5));
          school
              .bean(Tasks.class)
              .plan(teacher, TaskSheet.of("Task " + t, 10, days).worth(5, "Projects"));
        }
      }
    }
    return Visitor.teacher(school.address(), email, PASSWORD);
  }
}
