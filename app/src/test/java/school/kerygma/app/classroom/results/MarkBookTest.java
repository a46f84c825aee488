package school.kerygma.app.classroom.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.StringReader;
import java.math.BigDecimal;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.checks.Checks;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.Grading;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.result.Given;
import school.kerygma.core.result.TermMark;
import school.kerygma.core.time.Moments;

/** What stands in a section's marks, and what counts of it. */
class MarkBookTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 9, 28);
  private static final Instant DUE = Instant.parse("2026-10-03T02:59:00Z");
  private static final Instant BEFORE = Instant.parse("2026-09-29T12:00:00Z");
  private static final Instant AFTER = Instant.parse("2026-10-08T12:00:00Z");

  @Test
  void whatWasNotHandedInCountsAsNothingOnceItIsDueAndWhatNobodyLookedAtDoesNotCount() {
    TestSchool school = TestSchool.in("America/Halifax", 4);
    Tasks tasks = DemoServer.bean(Tasks.class);
    UUID here =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                .worth(10, "")
                .handedIn(HandInRule.read("text, together 2")));
    UUID paper =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("A model on paper", 20, Map.of(school.section(), MONDAY)).worth(10, ""));
    school.post(MONDAY, here, paper);
    HandIns handIns = DemoServer.bean(HandIns.class);
    List<UUID> students = List.copyOf(school.students());
    HandIns.Asked asked =
        new HandIns.Asked(
            here, school.section(), HandInRule.read("text, together 2"), DUE, Optional.empty());
    ScopedClock.runAt(
        BEFORE,
        () -> {
          handIns.write(asked, students.get(0), "It bends by 3 mm.", "", 0);
          handIns.handIn(asked, students.get(0), Set.of(students.get(1)), false);
          handIns.write(asked, students.get(2), "It bends.", "", 0);
          handIns.handIn(asked, students.get(2), Set.of(), false);
        });
    UUID version = handIns.of(here, students.get(0)).getFirst().id();
    Results results = DemoServer.bean(Results.class);
    results.give(
        new Results.Work(here, school.section(), students.get(0), Optional.of(version)),
        school.teacher(),
        new Given(List.of(), Optional.of(new BigDecimal(8)), Optional.of(BigDecimal.TEN), ""),
        Results.NONE);
    ScopedClock.runAt(BEFORE, () -> assertThat(mark(school, students.get(3))).isEmpty());
    ScopedClock.runAt(
        AFTER,
        () -> {
          // Who worked together got the same.
          assertThat(mark(school, students.get(0))).contains(new BigDecimal("80.00"));
          assertThat(mark(school, students.get(1))).contains(new BigDecimal("80.00"));
          assertThat(mark(school, students.get(2))).isEmpty();
          assertThat(mark(school, students.get(3))).contains(new BigDecimal("0.00"));
          assertThat(row(school, students.get(3)).cells())
              .extracting(MarkBook.Cell::state)
              .containsExactlyInAnyOrder(TermMark.State.MISSING, TermMark.State.OPEN);
        });
  }

  @Test
  void aTaskGivesPointsByItsOwnRuleForBeingDoneOrForWhatWasAnsweredRight() {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    DemoServer.bean(Sections.class)
        .grade(
            school.section(),
            Seen.ANYTHING,
            Grading.parse("Homework 100 late 20 to 50"),
            Optional.empty());
    Tasks tasks = DemoServer.bean(Tasks.class);
    UUID done =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("Tidy the bench", 20, Map.of(school.section(), MONDAY.plusDays(1)))
                .worth(10, "Homework")
                .pointsFor(PointsFor.DONE));
    UUID asked =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("Watch and answer", 20, Map.of(school.section(), MONDAY.plusDays(2)))
                .worth(6, "Homework")
                .pointsFor(PointsFor.CHECKS));
    Scripts scripts = DemoServer.bean(Scripts.class);
    UUID talk = scripts.write(school.teacher(), "Benches");
    UUID stop = scripts.stopsOf(talk).getFirst().id();
    Checks checks = DemoServer.bean(Checks.class);
    assertThat(
            checks.write(
                stop,
                """
                ? @0:01 Which one bends? (1 point)
                ~ model

                ? @0:02 Which one holds? (2 points)
                ~ bridge
                """))
        .isEmpty();
    Instant up = Instant.parse("2026-09-28T11:00:00Z");
    DemoServer.bean(Postings.class)
        .post(
            UUID.randomUUID(),
            school.teacher(),
            new PostingSheet(
                talk,
                Set.of(done, asked),
                "",
                "",
                Map.of(
                    school.section(),
                    new Moments(up, Instant.parse("2026-10-01T02:59:00Z"), Optional.empty()))));
    List<UUID> students = List.copyOf(school.students());
    Audience audience = DemoServer.bean(Audience.class);
    ScopedClock.runAt(BEFORE, () -> audience.tick(students.get(0), done, true));
    // It was due on Wednesday: two school days late.
    ScopedClock.runAt(DUE, () -> audience.tick(students.get(1), done, true));
    List<UUID> questions =
        TestSchool.sql()
            .sql("select id from check_question where stop_id = ? order by position")
            .param(stop)
            .query(UUID.class)
            .list();
    answer(questions.get(0), students.get(0), "WRONG");
    answer(questions.get(1), students.get(0), "RIGHT");
    answer(questions.get(0), students.get(1), "RIGHT");
    ScopedClock.runAt(
        BEFORE,
        () -> {
          assertThat(points(school, students.get(0))).containsExactly("10", "4");
          // A question is still open, and nothing is due.
          assertThat(points(school, students.get(1))).containsExactly("6", "");
          assertThat(mark(school, students.get(2))).isEmpty();
        });
    ScopedClock.runAt(
        AFTER,
        () -> {
          assertThat(points(school, students.get(1))).containsExactly("6", "2");
          assertThat(points(school, students.get(2))).containsExactly("", "0");
          assertThat(row(school, students.get(2)).cells())
              .extracting(MarkBook.Cell::state)
              .containsExactly(TermMark.State.MISSING, TermMark.State.GIVEN);
          // A rule that changes holds from then on.
          Sections sections = DemoServer.bean(Sections.class);
          sections.grade(
              school.section(), Seen.ANYTHING, Grading.parse("Homework 100"), Optional.empty());
          assertThat(points(school, students.get(1))).containsExactly("6", "2");
          // What the teacher gives stands before the rule.
          DemoServer.bean(Results.class)
              .give(
                  new Results.Work(done, school.section(), students.get(2), Optional.empty()),
                  school.teacher(),
                  new Given(
                      List.of(), Optional.of(BigDecimal.ONE), Optional.of(BigDecimal.TEN), ""),
                  Results.NONE);
          assertThat(points(school, students.get(2))).containsExactly("1", "0");
        });
  }

  /** It has its points, and nobody is told that a newer version waits to be looked at. */
  @Test
  void workThatCountsForBeingHandedInNeedsNoLook() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    HandInRule rule = HandInRule.read("text");
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .worth(10, "")
                    .handedIn(rule)
                    .pointsFor(PointsFor.DONE));
    school.post(MONDAY, task);
    UUID student = school.students().iterator().next();
    HandIns handIns = DemoServer.bean(HandIns.class);
    HandIns.Asked asked = new HandIns.Asked(task, school.section(), rule, DUE, Optional.empty());
    ScopedClock.runAt(
        BEFORE,
        () -> {
          handIns.write(asked, student, "It bends by 3 mm.", "", 0);
          handIns.handIn(asked, student, Set.of(), false);
        });
    MarkBook.Cell cell = row(school, student).cells().getFirst();
    assertThat(cell.text()).isEqualTo("10");
    assertThat(cell.handedIn()).isTrue();
    assertThat(cell.fresh()).isFalse();
  }

  private static void answer(UUID question, UUID student, String verdict) {
    TestSchool.sql()
        .sql(
            "insert into check_try (question_id, student_id, number, answer, verdict, tried_at)"
                + " values (?, ?, 1, 'bridge', ?, now())")
        .params(question, student, verdict)
        .update();
  }

  private static List<String> points(TestSchool school, UUID student) {
    return row(school, student).cells().stream().map(MarkBook.Cell::text).toList();
  }

  private static MarkBook.Row row(TestSchool school, UUID student) {
    return DemoServer.bean(MarkBook.class)
        .of(DemoServer.bean(Sections.class).get(school.section()))
        .rows()
        .stream()
        .filter(r -> r.student().equals(student))
        .findFirst()
        .orElseThrow();
  }

  private static Optional<BigDecimal> mark(TestSchool school, UUID student) {
    return row(school, student).mark().percent();
  }

  @Test
  void aStudentSeesWhatWasHandedBackAndWhatMoreWouldBringAndExcusedWorkDoesNotCount()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID paper =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("A model on paper", 20, Map.of(school.section(), MONDAY))
                    .worth(10, ""));
    UUID second =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("A second model", 20, Map.of(school.section(), MONDAY)).worth(10, ""));
    school.post(MONDAY, paper, second);
    UUID student = List.copyOf(school.students()).getFirst();
    Results results = DemoServer.bean(Results.class);
    for (UUID task : List.of(paper, second)) {
      results.give(
          new Results.Work(task, school.section(), student, Optional.empty()),
          school.teacher(),
          new Given(
              List.of(),
              Optional.of(new BigDecimal(task.equals(paper) ? 8 : 2)),
              Optional.of(BigDecimal.TEN),
              ""),
          Results.NONE);
    }
    results.handBack(paper, school.section(), Set.of(student), BEFORE);
    HttpClient own =
        Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student));
    String page = "/class/marks/" + school.section();
    assertThat(Caller.get(own, page).body()).contains("80\u00a0%").doesNotContain("2 / 10");
    assertThat(Caller.get(own, page + "?wanted=85&outOf=10").body())
        .contains("9 of 10 points bring 85\u00a0%");
    assertThat(Caller.get(own, page + "?wanted=95&outOf=10").body())
        .contains("Even all 10 points bring 90\u00a0%");
    assertThat(Caller.get(own, page + "?wanted=95&outOf=1O").body())
        .contains("We cannot read that");
    results.handBack(second, school.section(), Set.of(student), BEFORE);
    assertThat(Caller.get(own, page).body()).contains("50\u00a0%");
    HttpClient desk = Caller.teacher(school.email());
    String work = "/sections/" + school.section() + "/tasks/" + second + "/work/" + student;
    Caller.form(desk, work + "/excused", "excuse", "true");
    assertThat(Caller.get(desk, work).body()).contains("Excused: it counts for nothing.");
    assertThat(Caller.get(own, page).body()).contains("80\u00a0%").contains("excused");
    Caller.form(desk, work + "/excused", "excuse", "false");
    assertThat(Caller.get(own, page).body()).contains("50\u00a0%");
  }

  /** Work of two versions, and work that came three school days late, both worth 10 points. */
  @Test
  void ofImprovedWorkCountsWhatTheKindSaysAndBeingLateCostsUnlessTheTeacherLeavesIt()
      throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    Sections sections = DemoServer.bean(Sections.class);
    sections.grade(
        school.section(),
        Seen.ANYTHING,
        Grading.parse("Homework 100 late 10 to 50 improved highest"),
        Optional.empty());
    HandInRule rule = HandInRule.read("text");
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Say how it bends", 20, Map.of(school.section(), MONDAY.plusDays(4)))
                    .worth(10, "Homework")
                    .handedIn(rule));
    Moments until = new Moments(BEFORE, DUE, Optional.empty());
    DemoServer.bean(Postings.class)
        .post(
            UUID.randomUUID(),
            school.teacher(),
            new PostingSheet(null, Set.of(task), "", "", Map.of(school.section(), until)));
    HandIns handIns = DemoServer.bean(HandIns.class);
    List<UUID> students = List.copyOf(school.students());
    HandIns.Asked open =
        new HandIns.Asked(
            task, school.section(), rule, DUE, Optional.of(DUE.plus(Duration.ofDays(7))));
    for (int version = 0; version < 2; version++) {
      Instant at = BEFORE.plus(Duration.ofHours(version));
      ScopedClock.runAt(
          at,
          () -> {
            handIns.write(open, students.get(0), "It bends by 3 mm at " + at, "", 0);
            handIns.handIn(open, students.get(0), Set.of(), false);
          });
    }
    ScopedClock.runAt(
        DUE.plus(Duration.ofDays(5)),
        () -> {
          handIns.write(open, students.get(1), "It bends.", "", 0);
          handIns.handIn(open, students.get(1), Set.of(), false);
        });
    HttpClient desk = Caller.teacher(school.email());
    String token = Caller.token(desk, "/plan");
    String cells = "/sections/" + school.section() + "/marks/";
    List<UUID> versions =
        handIns.of(task, students.get(0)).stream().map(HandInVersion::id).toList();
    type(desk, token, cells + students.get(0) + "/" + task + "?version=" + versions.get(0), "9");
    type(desk, token, cells + students.get(0) + "/" + task + "?version=" + versions.get(1), "7");
    UUID late = handIns.of(task, students.get(1)).getFirst().id();
    type(desk, token, cells + students.get(1) + "/" + task + "?version=" + late, "8");
    ScopedClock.runAt(
        AFTER,
        () -> {
          assertThat(mark(school, students.get(0))).contains(new BigDecimal("90.00"));
          // Wednesday is the third school day after Friday: 30 % of 8 are 2.4.
          assertThat(mark(school, students.get(1))).contains(new BigDecimal("56.00"));
        });
    sections.grade(
        school.section(),
        Seen.ANYTHING,
        Grading.parse("Homework 100 late 50 to 100 improved mean"),
        Optional.empty());
    ScopedClock.runAt(
        AFTER,
        () -> {
          assertThat(mark(school, students.get(0))).contains(new BigDecimal("80.00"));
          // A rule that is changed later costs what was given before nothing more.
          assertThat(mark(school, students.get(1))).contains(new BigDecimal("56.00"));
        });
    assertThat(Caller.get(desk, cells + students.get(1) + "/" + task).body())
        .contains("8, less 2.4:")
        .contains("5.6 of 10");
    String work = "/sections/" + school.section() + "/tasks/" + task + "/work/" + students.get(1);
    assertThat(
            Caller.put(
                    desk,
                    work + "/result?version=" + late,
                    "{\"points\":\"8\",\"words\":\"\",\"seen\":\"1.1\",\"late\":false}",
                    token)
                .statusCode())
        .isEqualTo(200);
    ScopedClock.runAt(
        AFTER, () -> assertThat(mark(school, students.get(1))).contains(new BigDecimal("80.00")));
    assertThat(oneRoster(desk, school.section()).get("results.csv"))
        .extracting(r -> r.get("score"), r -> r.get("scoreStatus"))
        .containsOnly(Assertions.tuple("", "submitted"));
    DemoServer.bean(Results.class).handBack(task, school.section(), Set.of(), BEFORE);
    Map<String, List<CSVRecord>> files = oneRoster(desk, school.section());
    assertThat(files.get("manifest.csv"))
        .anyMatch(r -> r.get(0).equals("file.results") && r.get(1).equals("bulk"));
    assertThat(files.get("categories.csv").getLast().get("title")).isEqualTo("Homework");
    CSVRecord item = files.get("lineItems.csv").getLast();
    assertThat(item.get("resultValueMax")).isEqualTo("10");
    assertThat(item.get("dueDate")).isEqualTo("2026-10-02");
    assertThat(files.get("results.csv"))
        .hasSize(2)
        .allMatch(r -> r.get("lineItemSourcedId").equals(item.get("sourcedId")))
        .extracting(r -> r.get("studentSourcedId"), r -> r.get("score"), r -> r.get("scoreStatus"))
        .containsExactlyInAnyOrder(
            Assertions.tuple("" + students.get(0), "8", "fully graded"),
            Assertions.tuple("" + students.get(1), "8", "fully graded"));

    // What is kept about a student says what counts.
    Results results = DemoServer.bean(Results.class);
    Results.Work again =
        new Results.Work(task, school.section(), students.get(1), Optional.of(late));
    ResultView last = results.of(again).getLast();
    results.give(again, school.teacher(), last.given().costing(50), last.state());
    results.handBack(task, school.section(), Set.of(), BEFORE);
    HttpClient own =
        Caller.byCard(
            DemoServer.bean(People.class).cardLinks(Set.copyOf(students)).get(students.get(1)));
    assertThat(Caller.get(own, "/me/copy.json").body())
        .containsPattern("\"points\"\\s*:\\s*\"4(\\.0+)?\"");
  }

  /** Standard: 1EdTech OneRoster 1.2, CSV binding; the columns' names are from memory. */
  private static Map<String, List<CSVRecord>> oneRoster(HttpClient desk, UUID section)
      throws Exception {
    Map<String, List<CSVRecord>> files = new HashMap<>();
    byte[] sent = Caller.bytes(desk, "/sections/" + section + "/marks.zip");
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(sent))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        String text = new String(zip.readAllBytes(), StandardCharsets.UTF_8);
        files.put(
            e.getName(),
            CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new StringReader(text))
                .getRecords());
      }
    }
    assertThat(files)
        .containsOnlyKeys("manifest.csv", "categories.csv", "lineItems.csv", "results.csv");
    return files;
  }

  private static void type(HttpClient desk, String token, String cell, String points)
      throws Exception {
    assertThat(
            Caller.put(desk, cell, "{\"points\":\"" + points + "\",\"seen\":\"0.0\"}", token)
                .statusCode())
        .isEqualTo(200);
  }
}
