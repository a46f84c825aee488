package school.kerygma.bench;

import java.io.IOException;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mail.SimpleMailMessage;
import org.springframework.mail.javamail.JavaMailSender;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.messages.WeekLetters;
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
  private static final int FAMILIES = 1_000;
  private static final int SENT = 200;
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
    Made whole = make(school, "evening", 0);
    Made week = make(school, "evening-week", WEEKS - 1);
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
    letters(school);
  }

  /**
   * The evening letters of a thousand families, against the time in which the mail stand-in takes
   * as many.
   */
  private static void letters(BenchSchool school) throws InterruptedException {
    JdbcClient sql = school.bean(JdbcClient.class);
    for (int i = 0; i < FAMILIES / STUDENTS + 1; i++) {
      post(school, section(school, "letters-" + i), WEEKS - 1);
    }
    sql.sql(
            "insert into mail_wish (person_id, wish, day) select id, 'DAILY', 'FRIDAY' from person"
                + " where email like 'letters-%' and role = 'GUARDIAN'")
        .update();
    int families =
        sql.sql("select count(*) from mail_wish where wish = 'DAILY'")
            .query(Integer.class)
            .single();
    Instant evening =
        FIRST.plusWeeks(WEEKS - 1).plusDays(3).atTime(16, 50).atZone(ZONE).toInstant();
    long before = school.statements();
    long start = System.nanoTime();
    ScopedClock.runAt(evening, () -> school.bean(WeekLetters.class).write());
    double written = System.nanoTime() - start;
    double statements = (school.statements() - before) / (double) families;
    int letters =
        sql.sql("select count(*) from message where week is not null")
            .query(Integer.class)
            .single();
    JavaMailSender mail = school.bean(JavaMailSender.class);
    SimpleMailMessage letter = new SimpleMailMessage();
    letter.setFrom("bench@bench.example");
    letter.setTo("family@bench.example");
    letter.setSubject("The week");
    letter.setText("To do: a sketch. ".repeat(50));
    mail.send(letter); // Warms it up.
    start = System.nanoTime();
    for (int i = 0; i < SENT; i++) {
      mail.send(letter);
    }
    double sent = (System.nanoTime() - start) * (double) families / SENT;
    System.out.printf(
        Locale.ROOT,
        "evening: %d letters to %d families: %.2f of the time in which the mail stand-in takes them (%.1f s against %.1f s here; %.1f statements a family)%n",
        letters,
        families,
        written / sent,
        written / 1e9,
        sent / 1e9,
        statements);
  }

  private static long time(Visitor visitor, String path) throws IOException, InterruptedException {
    long start = System.nanoTime();
    visitor.get(path);
    return System.nanoTime() - start;
  }

  /** A section with its students, who have a guardian each. */
  private record Room(String email, UUID teacher, UUID section, Set<UUID> students) {}

  private static Room section(BenchSchool school, String name) {
    People people = school.bean(People.class);
    Sections sections = school.bean(Sections.class);
    String email = name + "@bench.example";
    UUID teacher = people.addTeacher("Bench", email, PASSWORD);
    UUID term = sections.addTerm("Bench school", ZONE, "Term", FIRST, WEEKS, Map.of());
    Set<UUID> students = new HashSet<>();
    for (int i = 0; i < STUDENTS; i++) {
      UUID student = people.addStudent("Student " + i, Optional.empty());
      students.add(student);
      people.addGuardian(
          "Guardian " + i, Optional.of(name + "-of-" + i + "@bench.example"), Set.of(student));
    }
    UUID section =
        sections.addSection(
            term, "Section", MeetingPattern.parse("MON,WED,FRI"), 45, Set.of(teacher), students);
    Room room = new Room(email, teacher, section, students);
    return room;
  }

  private static Moments moments(int week) {
    LocalDate monday = FIRST.plusWeeks(week);
    return new Moments(
        monday.atTime(8, 0).atZone(ZONE).toInstant(),
        monday.plusDays(4).atTime(LocalTime.of(23, 59)).atZone(ZONE).toInstant(),
        Optional.empty());
  }

  /** Plans a week's tasks and posts them. */
  private static Set<UUID> post(BenchSchool school, Room room, int week) {
    Set<UUID> tasks = new LinkedHashSet<>();
    for (int t = 0; t < TASKS; t++) {
      LocalDate day = FIRST.plusWeeks(week).plusDays(t);
      tasks.add(
          school
              .bean(Tasks.class)
              .plan(
                  room.teacher(),
                  TaskSheet.of("Task " + week + "." + t, 10, Map.of(room.section(), day))
                      .worth(5, "")));
    }
    school
        .bean(Postings.class)
        .post(
            UUID.randomUUID(),
            room.teacher(),
            new PostingSheet(null, tasks, "", "", Map.of(room.section(), moments(week))));
    return tasks;
  }

  private static Made make(BenchSchool school, String name, int from)
      throws IOException, InterruptedException {
    Room room = section(school, name);
    UUID section = room.section();
    UUID teacher = room.teacher();
    Set<UUID> students = room.students();
    UUID task = new UUID(0, 0);
    for (int week = from; week < WEEKS; week++) {
      Set<UUID> tasks = post(school, room, week);
      task = tasks.iterator().next();
      Moments moments = moments(week);
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
        Visitor.teacher(school.address(), room.email(), PASSWORD),
        section,
        task,
        students.iterator().next());
  }
}
