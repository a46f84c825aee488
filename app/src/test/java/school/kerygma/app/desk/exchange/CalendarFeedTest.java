package school.kerygma.app.desk.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.SessionSheet;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.time.DueRule;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.core.time.Moments;
import school.kerygma.media.process.Program;

/**
 * Standard: RFC 5545 (folding 3.1, SEQUENCE 3.8.7.4, STATUS 3.8.1.11, VTIMEZONE 3.6.5). Reference
 * libraries: ical4j reads the feed back, and Debian's python3-icalendar where it is there.
 */
class CalendarFeedTest {

  private final Instant now = DemoServer.bean(Clock.class).instant();
  private final TestSchool school = TestSchool.in("America/Halifax", 1);
  private final UUID student = school.students().iterator().next();

  private static HttpResponse<String> get(String url) throws IOException, InterruptedException {
    try (HttpClient client = HttpClient.newHttpClient()) {
      return client.send(
          HttpRequest.newBuilder(URI.create(url)).build(), HttpResponse.BodyHandlers.ofString());
    }
  }

  /** Calendars are told behind the change's back. */
  private void settled() {
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from feed_stale where section_id = ?", school.section())
                    == 0);
  }

  /** A posting is announced behind its back too, and that is told to calendars once more. */
  private void announced(UUID posting) {
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from delivery where posting_id = ? and announced_at is not null",
                        posting)
                    == 1);
    settled();
  }

  private String link() {
    settled();
    return DemoServer.bean(People.class).feedLink(student);
  }

  private List<VEvent> events() throws Exception {
    return events(link());
  }

  private static List<VEvent> events(String link) throws Exception {
    HttpResponse<String> answer = get(link);
    assertThat(answer.statusCode()).isEqualTo(200);
    Calendar calendar =
        new CalendarBuilder()
            .build(new ByteArrayInputStream(answer.body().getBytes(StandardCharsets.UTF_8)));
    calendar.validate();
    return calendar.getComponents(Component.VEVENT);
  }

  private static String value(VEvent event, String property) {
    return event.getRequiredProperty(property).getValue();
  }

  private UUID post(String title, Optional<DueRule> due) {
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of(title, 20, Map.of(school.section(), LocalDate.parse("2026-10-02")))
                    .how("with a ruler, and please; commas, and \\ strokes")
                    .due(due));
    UUID posting = UUID.randomUUID();
    DemoServer.bean(Postings.class)
        .post(
            posting,
            school.teacher(),
            new PostingSheet(
                null,
                Set.of(task),
                "",
                "",
                Map.of(
                    school.section(),
                    new Moments(
                        now.minusSeconds(5), now.plus(Duration.ofHours(1)), Optional.empty()))));
    return posting;
  }

  @Test
  void aPostedTaskIsInTheCalendarWhenItIsDueAndAChangeKeepsItsUidAndRaisesItsSequence()
      throws Exception {
    UUID posting =
        post("Draw a bridge over the school pond, with every beam that you need", Optional.empty());
    VEvent first = events().getFirst();
    // Its day is October 2; without a rule it is due at the end of its day.
    assertThat(value(first, "DTSTART")).isEqualTo("20261002T235900");
    assertThat(first.getRequiredProperty("DTSTART").getRequiredParameter("TZID").getValue())
        .isEqualTo("America/Halifax");
    assertThat(value(first, "SEQUENCE")).isEqualTo("0");
    assertThat(value(first, "URL")).endsWith("/class");
    assertThat(first.getComponents()).hasSize(1).first().asString().contains("TRIGGER:-PT15H");
    assertThat(events()).extracting(e -> value(e, "SEQUENCE")).containsExactly("0");

    Postings postings = DemoServer.bean(Postings.class);
    UUID delivery = postings.ofPosting(posting).getFirst().id();
    postings.change(
        delivery,
        Seen.ANYTHING,
        new Moments(now.minusSeconds(5), Instant.parse("2026-10-06T02:59:00Z"), Optional.empty()));
    VEvent changed = events().getFirst();
    assertThat(value(changed, "UID")).isEqualTo(value(first, "UID"));
    assertThat(value(changed, "DTSTART")).isEqualTo("20261005T235900");
    assertThat(value(changed, "SEQUENCE")).isEqualTo("1");

    postings.withdraw(delivery);
    VEvent gone = events().getFirst();
    assertThat(value(gone, "STATUS")).isEqualTo("CANCELLED");
    assertThat(value(gone, "SEQUENCE")).isEqualTo("2");
    postings.putUpAgain(delivery);
    assertThat(value(events().getFirst(), "STATUS")).isEqualTo("CONFIRMED");
    assertThat(value(events().getFirst(), "SEQUENCE")).isEqualTo("3");
  }

  @Test
  void whatChangesIsNotedWithoutAnybodyAskingForTheCalendar() throws Exception {
    UUID posting = post("Draw a bridge", Optional.empty());
    String entries = "select count(*) from feed_entry where section_id = ? and not cancelled";
    announced(posting);
    assertThat(TestSchool.count(entries, school.section())).isOne();
    Shelf shelf = DemoServer.bean(Shelf.class);
    UUID task =
        DemoServer.bean(Postings.class).ofPosting(posting).getFirst().tasks().iterator().next();
    shelf.put(Shelf.Of.TASK, task);
    settled();
    assertThat(TestSchool.count(entries, school.section())).isZero();
    shelf.takeOut(Shelf.Of.TASK, task);
    settled();
    assertThat(value(events().getFirst(), "STATUS")).isEqualTo("CONFIRMED");
    shelf.put(Shelf.Of.POSTING, posting);
    settled();
    assertThat(TestSchool.count(entries, school.section())).isZero();
  }

  /** Calendars ask every few minutes, and mostly nothing has changed: such a request only reads. */
  @Test
  void whoOnlyReadsAFeedWaitsForNobodyWhoChangesTheSection() throws Exception {
    announced(post("Draw a bridge", Optional.empty()));
    String link = link();
    DemoServer.bean(TransactionTemplate.class)
        .executeWithoutResult(
            t -> {
              TestSchool.id("select id from section where id = ? for update", school.section());
              assertThat(CompletableFuture.supplyAsync(() -> eventCount(link)))
                  .succeedsWithin(Duration.ofSeconds(20))
                  .isEqualTo(1);
            });
  }

  private static int eventCount(String link) {
    try {
      return events(link).size();
    } catch (Exception e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void aRuleDecidesWhenATaskIsDueInTheCalendarToo() throws Exception {
    post("Hand in the table", Optional.of(DueRuleText.read("next-meeting")));
    // The section meets on Mondays, Wednesdays and Fridays; after Friday the 2nd comes Monday the
    // 5th.
    assertThat(value(events().getFirst(), "DTSTART")).isEqualTo("20261005T085000");
  }

  @Test
  void aSessionThatIsCancelledIsCancelledInTheCalendar() throws Exception {
    Sessions sessions = DemoServer.bean(Sessions.class);
    sessions.plan(
        Set.of(school.section()),
        new SessionSheet(
            "Help hour",
            "Room 12",
            LocalDate.parse("2026-11-02"),
            LocalTime.of(9, 40),
            LocalTime.of(10, 10),
            false));
    VEvent event = events().getFirst();
    assertThat(value(event, "DTSTART")).isEqualTo("20261102T094000");
    assertThat(value(event, "LOCATION")).isEqualTo("Room 12");
    SessionView session = sessions.ofSection(school.section()).getFirst();
    sessions.cancel(session.id());
    assertThat(value(events().getFirst(), "STATUS")).isEqualTo("CANCELLED");
  }

  @Test
  void noLineIsLongerThanSeventyFiveOctetsAndLinesEndWithCarriageReturnAndLineFeed()
      throws Exception {
    post(
        "Ein Brückenmodell über den Schulteich bauen, mit Fachwerk und vielen Trägern aus Karton",
        Optional.empty());
    String body = get(link()).body();
    assertThat(body)
        .endsWith("END:VCALENDAR\r\n")
        .contains("BEGIN:VTIMEZONE", "TZID:America/Halifax");
    assertThat(body.split("\r\n"))
        .allMatch(line -> line.getBytes(StandardCharsets.UTF_8).length <= 75)
        .noneMatch(line -> line.contains("\n"));
  }

  @Test
  void aGuessedLinkShowsNothingAndANewCardEndsTheOldLink() throws Exception {
    String link = link();
    assertThat(
            get(link.replaceAll(".\\.ics", "A.ics").replaceAll("/feeds/.", "/feeds/Z"))
                .statusCode())
        .isEqualTo(404);
    String card = DemoServer.bean(People.class).cardLinks(Set.of(student)).get(student);
    assertThat(get(card.replace("/in/", "/feeds/") + ".ics").statusCode()).isEqualTo(404);
    DemoServer.bean(People.class).replaceCard(student);
    assertThat(get(link).statusCode()).isEqualTo(404);
    assertThat(get(link()).statusCode()).isEqualTo(200);
  }

  @Test
  void anotherReaderFindsTheSameInstant(@TempDir Path directory) throws Exception {
    assumeTrue(
        Files.exists(Path.of("/usr/lib/python3/dist-packages/icalendar")),
        "Debian's python3-icalendar is not installed");
    post("Weigh the model", Optional.empty());
    Path file = Files.writeString(directory.resolve("feed.ics"), get(link()).body());
    byte[] read =
        Program.run(
            List.of(
                "/usr/bin/python3",
                "-c",
                "import icalendar,sys,datetime\n"
                    + "c = icalendar.Calendar.from_ical(open(sys.argv[1], 'rb').read())\n"
                    + "e = c.walk('VEVENT')[0]\n"
                    + "print(e['SUMMARY'], e['DTSTART'].dt.astimezone(datetime.timezone.utc).isoformat(), e['DESCRIPTION'])",
                file.toString()),
            Duration.ofMinutes(1),
            10_000);
    assertThat(new String(read, StandardCharsets.UTF_8).strip())
        .endsWith(
            ": Weigh the model is due 2026-10-03T02:59:00+00:00 with a ruler, and please; commas, and \\ strokes");
  }
}
