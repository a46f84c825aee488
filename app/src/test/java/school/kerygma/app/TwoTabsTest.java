package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.app.Caller.form;
import static school.kerygma.app.Caller.get;
import static school.kerygma.app.Caller.teacher;
import static school.kerygma.app.Caller.token;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.plan.planning.SessionSheet;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;

/** A form that was opened before somebody else changed the same thing, and forms with files. */
class TwoTabsTest {

  private final TestSchool school = TestSchool.in("America/Halifax", 1);

  /** The hidden field of the form with an action, as a page shows it. */
  private static String seen(HttpClient desk, String page, String action) throws Exception {
    Matcher m =
        Pattern.compile(
                "<form[^>]*action=\""
                    + Pattern.quote(action)
                    + "\".*?name=\"seen\" value=\"(\\w+)\"",
                Pattern.DOTALL)
            .matcher(get(desk, page).body());
    assertThat(m.find()).as(page).isTrue();
    return m.group(1);
  }

  /** Two tabs have the form open; fields and values of the first, then the value of the second. */
  private void laterTabIsTold(String page, String action, String... fields) throws Exception {
    HttpClient desk = teacher(school.email());
    String seen = seen(desk, page, action);
    String[] sent = new String[fields.length + 2];
    System.arraycopy(fields, 0, sent, 0, fields.length);
    sent[fields.length] = "seen";
    sent[fields.length + 1] = seen;
    assertThat(form(desk, action, sent).statusCode()).isEqualTo(302);
    assertThat(seen(desk, page, action)).isNotEqualTo(seen);
    HttpResponse<String> second = form(desk, action, sent);
    assertThat(second.statusCode()).isEqualTo(409);
    assertThat(second.body()).contains("changed");
  }

  @Test
  void theLaterOfTwoTabsIsToldOfASession() throws Exception {
    Sessions sessions = DemoServer.bean(Sessions.class);
    sessions.plan(
        Set.of(school.section()),
        new SessionSheet(
            "Help",
            "",
            LocalDate.parse("2026-09-09"),
            LocalTime.of(9, 0),
            LocalTime.of(9, 30),
            true));
    String path = "/plan/sessions/" + sessions.ofSection(school.section()).getFirst().id();
    laterTabIsTold(
        path, path, "title", "Lab", "day", "2026-09-09", "starts", "09:00", "ends", "09:30");
  }

  @Test
  void theLaterOfTwoTabsIsToldOfASectionItsGradeAndItsTerm() throws Exception {
    String path = "/sections/" + school.section();
    String settings = path + "/settings";
    laterTabIsTold(settings, settings, "name", "7X", "meet-2", "true", "minutes", "30");
    laterTabIsTold(
        settings, path + "/grading", "grade", "7", "kind", "Tests", "weight", "100", "scale", "");
    assertThat(DemoServer.bean(Sections.class).get(school.section()).name()).isEqualTo("7X");
    laterTabIsTold(
        "/school",
        "/school/" + school.term(),
        "name",
        "Fall",
        "firstDay",
        "2026-09-07",
        "weeks",
        "11",
        "begins",
        "08:00",
        "ends",
        "14:00");
  }

  @Test
  void theLaterOfTwoTabsIsToldOfADay() throws Exception {
    laterTabIsTold(
        "/plan/day?day=2026-09-09",
        "/plan/day",
        "day",
        "2026-09-09",
        "section",
        school.section().toString(),
        "starter",
        "Which bridge?",
        "forSubstitute",
        "");
  }

  @Test
  void theLaterOfTwoTabsIsToldOfADelivery() throws Exception {
    LocalDate monday = LocalDate.parse("2026-09-07");
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(school.teacher(), TaskSheet.of("Read", 10, Map.of(school.section(), monday)));
    school.post(monday, task);
    Postings postings = DemoServer.bean(Postings.class);
    var delivery = postings.ofTask(task).getFirst();
    String page = "/plan/post?posting=" + delivery.posting();
    String path = "/deliveries/" + delivery.id();
    laterTabIsTold(
        page,
        path,
        "goesUp-" + school.section(),
        "2026-09-07T08:00",
        "due-" + school.section(),
        "2026-09-18T23:59");
  }

  private HttpResponse<String> daysOff(HttpClient desk, String key, String ics) throws Exception {
    String border = "b0rd3r";
    String body =
        "--%1$s\r\nContent-Disposition: form-data; name=\"once\"\r\n\r\n%2$s\r\n"
                .formatted(border, key)
            + "--%1$s\r\nContent-Disposition: form-data; name=\"file\"; filename=\"d.ics\"\r\n"
                .formatted(border)
            + "Content-Type: text/calendar\r\n\r\n"
            + ics
            + "\r\n--"
            + border
            + "--\r\n";
    return desk.send(
        HttpRequest.newBuilder(
                URI.create(DemoServer.address() + "/school/" + school.term() + "/days"))
            .header("Content-Type", "multipart/form-data; boundary=" + border)
            .header("X-CSRF-TOKEN", token(desk, "/school"))
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  private static String calendar(String day) {
    return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//test//EN\r\nBEGIN:VEVENT\r\nUID:"
        + day
        + "\r\nDTSTAMP:20260901T000000Z\r\nDTSTART;VALUE=DATE:"
        + day
        + "\r\nSUMMARY:No school\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
  }

  /** The second press finds what the first brought; another file is another deed. */
  @Test
  void aFormWithAFileIsDoneOnceAndWithAnotherFileAgain() throws Exception {
    HttpClient desk = teacher(school.email());
    String key = UUID.randomUUID().toString();
    assertThat(daysOff(desk, key, calendar("20260909")).statusCode()).isEqualTo(302);
    int done = TestSchool.count("select count(*) from once where status = 302");
    assertThat(daysOff(desk, key, calendar("20260909")).statusCode()).isEqualTo(302);
    assertThat(TestSchool.count("select count(*) from once where status = 302")).isEqualTo(done);
    assertThat(daysOff(desk, key, calendar("20260910")).statusCode()).isEqualTo(302);
    assertThat(TestSchool.count("select count(*) from once where status = 302"))
        .isEqualTo(done + 1);
    assertThat(
            TestSchool.count("select count(*) from term_day_off where term_id = ?", school.term()))
        .isEqualTo(2);
  }
}
