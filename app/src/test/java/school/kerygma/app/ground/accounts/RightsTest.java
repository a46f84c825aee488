package school.kerygma.app.ground.accounts;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.app.Caller.form;
import static school.kerygma.app.Caller.get;
import static school.kerygma.app.Caller.teacher;

import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.Moments;

/** Who shares one section of what is posted or planned for two. */
class RightsTest {

  private static final LocalDate DAY = LocalDate.parse("2026-09-30");

  private final TestSchool school = TestSchool.in("America/Halifax", 1);
  private final TestSchool other = TestSchool.in("America/Halifax", 0);
  private final Sections sections = DemoServer.bean(Sections.class);
  private final Tasks tasks = DemoServer.bean(Tasks.class);
  private final Postings postings = DemoServer.bean(Postings.class);
  private final UUID second =
      sections.add(school.teacher(), school.term(), "Second", MeetingPattern.parse("TUE"), 30);
  private final UUID task =
      tasks.plan(
          school.teacher(), TaskSheet.of("Shared", 10, Map.of(school.section(), DAY, second, DAY)));

  private DeliveryView delivery(UUID section) {
    return postings.ofTask(task).stream()
        .filter(d -> d.section().equals(section))
        .findFirst()
        .orElseThrow();
  }

  private void post() {
    Instant now = DemoServer.bean(Clock.class).instant();
    Moments moments = new Moments(now, now.plus(Duration.ofDays(2)), Optional.empty());
    postings.post(
        UUID.randomUUID(),
        school.teacher(),
        new PostingSheet(
            null, Set.of(task), "", "", Map.of(school.section(), moments, second, moments)));
  }

  @Test
  void aCoTeacherOfOneSectionChangesNoDeliveryOfAnother() throws Exception {
    post();
    DemoServer.bean(Rosters.class).share(school.teacher(), school.section(), other.email());
    other.sayYes();
    HttpClient colleague = teacher(other.email());
    UUID own = delivery(school.section()).id();
    UUID foreign = delivery(second).id();
    assertThat(form(colleague, "/deliveries/" + foreign, "deed", "withdraw").statusCode())
        .isEqualTo(404);
    assertThat(delivery(second).up()).isTrue();
    assertThat(form(colleague, "/deliveries/" + own, "deed", "withdraw").statusCode())
        .isEqualTo(302);
    assertThat(delivery(school.section()).up()).isFalse();
  }

  /** Looking keeps nothing, and tells no more than keeping would. */
  @Test
  void whoLooksAtANewTaskIsToldNothingOfAnothersTask() throws Exception {
    String title = tasks.get(task).title();
    String[] fields = {
      "title", "Spy", "minutes", "10", "opens", "WHEN_CHOSEN_ARE_TICKED", "after", task.toString()
    };
    HttpResponse<String> own = form(teacher(school.email()), "/plan/tasks/look", fields);
    assertThat(own.statusCode()).isEqualTo(200);
    assertThat(own.body()).contains("after \u201c" + title);
    HttpResponse<String> stranger = form(teacher(other.email()), "/plan/tasks/look", fields);
    assertThat(stranger.statusCode()).isEqualTo(404);
    assertThat(stranger.body()).doesNotContain(title);
  }

  @Test
  void aSubstituteChangesOnlyWhatTheirSectionDoesOtherwise() throws Exception {
    DemoServer.bean(Rosters.class)
        .standIn(school.teacher(), school.section(), other.email(), LocalDate.parse("2026-10-09"));
    other.sayYes();
    HttpClient substitute = teacher(other.email());
    String path = "/plan/tasks/" + task;
    String section = school.section().toString();
    assertThat(
            form(
                    substitute,
                    path,
                    "title",
                    "Renamed",
                    "minutes",
                    "10",
                    "required",
                    "true",
                    "version",
                    "0",
                    "section",
                    section,
                    "day-" + section,
                    "2026-10-01")
                .statusCode())
        .isEqualTo(409);
    assertThat(tasks.get(task).title()).isEqualTo("Shared");
    assertThat(
            form(
                    substitute,
                    path,
                    "title",
                    "Shared",
                    "minutes",
                    "10",
                    "required",
                    "true",
                    "version",
                    "0",
                    "section",
                    section,
                    "day-" + section,
                    "2026-10-01",
                    "detail-" + section,
                    "In pairs")
                .statusCode())
        .isEqualTo(302);
    assertThat(tasks.get(task).sheet().days())
        .containsEntry(school.section(), LocalDate.parse("2026-10-01"))
        .containsEntry(second, DAY);
    assertThat(form(substitute, "/put-away/task/" + task).statusCode()).isEqualTo(404);
  }

  @Test
  void theLaterOfTwoWindowsIsTold() throws Exception {
    HttpClient desk = teacher(school.email());
    String page = get(desk, "/plan/tasks/" + task).body();
    assertThat(page).contains("name=\"version\" value=\"0\"");
    String[] fields = {
      "title",
      "Changed once",
      "minutes",
      "10",
      "required",
      "true",
      "version",
      "0",
      "section",
      second.toString(),
      "day-" + second,
      "2026-09-30"
    };
    assertThat(form(desk, "/plan/tasks/" + task, fields).statusCode()).isEqualTo(302);
    fields[1] = "Changed twice";
    assertThat(form(desk, "/plan/tasks/" + task, fields).statusCode()).isEqualTo(409);
    assertThat(tasks.get(task).title()).isEqualTo("Changed once");
  }
}
