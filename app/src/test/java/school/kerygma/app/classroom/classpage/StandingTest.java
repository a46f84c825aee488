package school.kerygma.app.classroom.classpage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.http.HttpClient;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.Moments;

/**
 * Thirty tasks, posted once, twice, withdrawn and posted anew, with rules and without: every page,
 * calendar and letter says the same of when they are due and who has begun.
 */
class StandingTest {

  private static final ZoneId ZONE = ZoneId.of("America/Halifax");
  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28");
  private static final LocalDate TODAY = LocalDate.parse("2026-09-30");
  private static final int TASKS = 30;

  private static final List<Optional<DueRule>> RULES =
      List.of(
          Optional.empty(),
          Optional.of(new DueRule.OnTheDay(LocalTime.of(22, 0))),
          Optional.of(new DueRule.BeforeTheNextMeeting()),
          Optional.empty(),
          Optional.of(new DueRule.EndOfSchoolDay()),
          Optional.of(new DueRule.NthMeeting(2)),
          Optional.of(new DueRule.DayOfPlanWeek(DayOfWeek.THURSDAY, LocalTime.of(18, 0))),
          Optional.of(new DueRule.Fixed(Instant.parse("2026-10-05T12:00:00Z"))));

  private final TestSchool school = TestSchool.in(ZONE.getId(), 3);
  private final Postings postings = DemoServer.bean(Postings.class);
  private final Wording show = new Wording();
  private final List<TaskView> tasks = new ArrayList<>();
  private final List<UUID> standing = new ArrayList<>();

  private static Instant at(String local) {
    return java.time.LocalDateTime.parse(local).atZone(ZONE).toInstant();
  }

  private UUID post(UUID task, String up, String due) {
    UUID posting = UUID.randomUUID();
    postings.post(
        posting,
        school.teacher(),
        new PostingSheet(
            null,
            Set.of(task),
            "",
            "",
            Map.of(school.section(), new Moments(at(up), at(due), Optional.empty()))));
    return postings.ofPosting(posting).getFirst().id();
  }

  @BeforeEach
  void thirtyTasks() {
    Tasks planning = DemoServer.bean(Tasks.class);
    for (int i = 0; i < TASKS; i++) {
      UUID task =
          planning.plan(
              school.teacher(),
              TaskSheet.of(
                      "Standing %02d".formatted(i),
                      20,
                      Map.of(school.section(), MONDAY.plusDays(i % 5)))
                  .due(RULES.get(i % RULES.size())));
      standing.add(
          switch (i % 4) {
            case 0 -> post(task, "2026-09-30T08:00", "2026-09-30T21:00");
            case 1 -> {
              postings.withdraw(post(task, "2026-09-30T09:00", "2026-10-20T12:00"));
              yield post(task, "2026-09-30T08:00", "2026-10-02T23:59");
            }
            case 2 -> {
              post(task, "2026-10-07T08:00", "2026-10-09T23:59");
              yield post(task, "2026-09-30T08:00", "2026-10-01T16:00");
            }
            default -> {
              post(task, "2026-09-29T08:00", "2026-09-30T20:00");
              yield post(task, "2026-09-30T09:00", "2026-10-06T09:00");
            }
          });
      tasks.add(planning.get(task));
    }
  }

  private static String found(String pattern, String in) {
    Matcher m = Pattern.compile(pattern, Pattern.DOTALL).matcher(in);
    assertThat(m.find()).as(pattern).isTrue();
    return m.group(1);
  }

  @Test
  void allSayTheSameOfWhenTheTasksAreDue() throws Exception {
    SectionView section = DemoServer.bean(Sections.class).get(school.section());
    Standing says =
        Standing.of(postings.ofSections(Set.of(school.section())), at("2026-09-30T10:15"));
    UUID student = school.students().iterator().next();
    People people = DemoServer.bean(People.class);
    UUID guardian = people.studentsByGuardian(Set.of(student)).keySet().iterator().next();
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(distinct delivery_id) from message where to_id = ? and delivery_id = any (?)",
                        student,
                        standing.toArray(UUID[]::new))
                    == TASKS);
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from feed_stale where section_id = ?", school.section())
                    == 0);
    String plan = Caller.get(Caller.teacher(school.email()), "/plan?week=" + MONDAY).body();
    String toPost = Caller.get(Caller.teacher(school.email()), "/plan/post?week=" + MONDAY).body();
    HttpClient tablet = Caller.byCard(people.cardLinks(Set.of(student)).get(student));
    String list = Caller.get(tablet, "/class?section=" + school.section()).body();
    HttpClient phone = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    String family = Caller.get(phone, "/family").body();
    String calendar = Caller.get(Caller.client(), people.feedLink(student)).body();
    for (int i = 0; i < TASKS; i++) {
      TaskView task = tasks.get(i);
      Standing.Due due = says.due(task, section).orElseThrow();
      assertThat(says.delivery(task.id(), section.id()).orElseThrow().id())
          .as(task.title())
          .isEqualTo(standing.get(i));
      String near = "due " + show.near(due.at(), ZONE, TODAY);
      assertThat(found("id=\"task-" + task.id() + "\".*?class=\"straw\">(.*?)</span>", list))
          .as("class page: " + task.title())
          .isEqualTo(near);
      assertThat(found(task.title() + ".*?class=\"straw\">(.*?)</span>", family))
          .as("family page: " + task.title())
          .isEqualTo(near);
      assertThat(
              found(
                  "/plan/tasks/" + task.id() + "\".*?class=\"due\">.*?class=\"straw\">(.*?)<",
                  plan))
          .as("plan book: " + task.title())
          .isEqualTo(
              "due " + (due.thatDay() ? show.time(due.at(), ZONE) : show.moment(due.at(), ZONE)));
      String local =
          DateTimeFormatter.ofPattern("uuuuMMdd'T'HHmmss", Locale.ROOT)
              .format(due.at().truncatedTo(ChronoUnit.SECONDS).atZone(ZONE));
      String event =
          Arrays.stream(calendar.replace("\r\n ", "").split("BEGIN:VEVENT"))
              .filter(e -> e.contains(": " + task.title()))
              .findFirst()
              .orElseThrow();
      assertThat(found("DTSTART;TZID=America/Halifax:(\\w+)", event))
          .as("calendar: " + task.title())
          .isEqualTo(local);
      String letter =
          TestSchool.sql()
              .sql("select body from message where to_id = ? and delivery_id = ?")
              .params(student, standing.get(i))
              .query(String.class)
              .single();
      assertThat(letter)
          .contains(
              task.title()
                  + " (20 min), due "
                  + show.fullDay(show.dateOf(due.at(), ZONE))
                  + ", "
                  + show.time(due.at(), ZONE));
      assertThat(toPost)
          .as("the week's posting: " + task.title())
          .doesNotContain(task.id() + "@" + section.id());
    }
    // By hand: no rule, done on Monday, posted until Wednesday 9 p.m.
    assertThat(says.due(tasks.getFirst(), section).orElseThrow().at())
        .isEqualTo(at("2026-09-30T21:00"));
    // No rule, done on Thursday, posted twice, the newer until Tuesday.
    assertThat(says.due(tasks.get(3), section).orElseThrow().at())
        .isEqualTo(at("2026-10-06T09:00"));
    // When school ends on Friday, whatever its posting says; the test's school ends at 3 p.m.
    assertThat(says.due(tasks.get(4), section).orElseThrow().at())
        .isEqualTo(section.calendar().endOf(MONDAY.plusDays(4)));
  }

  /** One student ticked one task: the others have not begun it, and nobody has begun the rest. */
  @Test
  void thePlanBookAndTheFollowUpCountTheSameWhoHaveNotBegun() throws Exception {
    UUID student = school.students().iterator().next();
    DemoServer.bean(Audience.class).tick(student, tasks.getFirst().id(), true);
    HttpClient desk = Caller.teacher(school.email());
    String plan = Caller.get(desk, "/plan?week=" + MONDAY).body();
    Matcher links = Pattern.compile("/follow-up\\?delivery=([0-9a-f-]+)\">(\\d+)").matcher(plan);
    int compared = 0;
    while (links.find()) {
      String follow = Caller.get(desk, "/follow-up?delivery=" + links.group(1)).body();
      assertThat(found("<p class=\"pencil\">(\\d+) ha", follow)).isEqualTo(links.group(2));
      boolean ticked = links.group(1).equals(standing.getFirst().toString());
      assertThat(links.group(2)).isEqualTo(ticked ? "2" : "3");
      compared++;
    }
    assertThat(compared).isGreaterThanOrEqualTo(TASKS);
  }
}
