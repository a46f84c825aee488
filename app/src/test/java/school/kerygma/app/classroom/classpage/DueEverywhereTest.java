package school.kerygma.app.classroom.classpage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.round.RoundRule;

/**
 * Whoever asks when something is due is told the same: the whole of it, a part of it, one's own
 * answer to a class, and until when it may be improved. In Sydney the clocks are put forward
 * between the part and the whole (tz database: Sunday 2026-10-04, 2:00).
 */
class DueEverywhereTest {

  private static final LocalDate MONDAY = LocalDate.parse("2026-09-28");
  private static final LocalTime MIDNIGHT = LocalTime.of(23, 59);

  private static final LocalDate WHOLE = LocalDate.parse("2026-10-07");

  private static final LocalDate PART = LocalDate.parse("2026-10-03");
  private static final LocalDate ANSWER = LocalDate.parse("2026-10-05");

  private TestSchool school;
  private UUID student;

  @ParameterizedTest
  @ValueSource(strings = {"America/Halifax", "Australia/Sydney"})
  void aPartAndAFirstAnswerAreDueAtTheSameMomentsWhereverOneLooks(String zone) throws Exception {
    school = TestSchool.in(zone, 1);
    student = school.students().iterator().next();
    Tasks tasks = DemoServer.bean(Tasks.class);
    UUID bridge =
        tasks.plan(
            school.teacher(),
            TaskSheet.of("Build it", 40, Map.of(school.section(), WHOLE))
                .choosing(
                    ChoiceBoard.of(
                        2, List.of("Pencil drawing, 4 days before", "Card"), List.of())));
    UUID share =
        tasks.plan(school.teacher(), TaskSheet.of("Share it", 20, Map.of(school.section(), WHOLE)));
    DemoServer.bean(Rounds.class).set(share, "Which holds?", RoundRule.written(3, 1, 3, true, 2));
    school.post(MONDAY, bridge, share);
    await().until(() -> letters().size() == 2);

    Map<String, String> surfaces = new LinkedHashMap<>();
    HttpClient own = card(student);
    surfaces.put("the student's page", text(own, "/class"));
    surfaces.put("the family's page", text(card(guardian()), "/family"));
    surfaces.put("the student's letter", letters().get(student));
    surfaces.put("the family's letter", letters().get(guardian()));
    surfaces.put(
        "the teacher's day", text(Caller.teacher(school.email()), "/plan/day?day=" + WHOLE));
    for (Map.Entry<String, String> surface : surfaces.entrySet()) {
      assertThat(surface.getValue())
          .as(surface.getKey() + " in " + zone)
          .containsPattern(near("Build it", WHOLE))
          .containsPattern(near("Pencil drawing", PART));
    }
    for (String who : List.of("the student's page", "the student's letter")) {
      assertThat(surfaces.get(who)).as(who).containsPattern(near("answer", ANSWER));
    }
    assertThat(text(own, "/class/tasks/" + share + "/round"))
        .containsPattern(near("your answer", ANSWER));

    String feed = feed();
    ZonedDateTime part = PART.atTime(MIDNIGHT).atZone(ZoneId.of(zone));
    for (ZonedDateTime moment : List.of(part, part.with(ANSWER), part.with(WHOLE))) {
      assertThat(feed)
          .contains(
              "DTSTART;TZID="
                  + zone
                  + ":"
                  + DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss").format(moment));
    }
  }

  /**
   * Words, and not far behind them the day, in full or shortly, within a week by its name alone.
   */
  private static String near(String words, LocalDate day) {
    return words
        + ".{0,120}?"
        + DateTimeFormatter.ofPattern("EEE", Locale.US).format(day)
        + "[a-z]*,? ("
        + DateTimeFormatter.ofPattern("MMM", Locale.US).format(day)
        + "[a-z]* "
        + day.getDayOfMonth()
        + ",? )?11:59 p\\.m\\.";
  }

  private Map<UUID, String> letters() {
    Map<UUID, String> letters = new LinkedHashMap<>();
    TestSchool.sql()
        .sql("select to_id, body from message where to_id in (?, ?)")
        .params(student, guardian())
        .query(
            row -> {
              letters.put(row.getObject(1, UUID.class), row.getString(2).replaceAll("\\s+", " "));
            });
    return letters;
  }

  private UUID guardian() {
    return DemoServer.bean(People.class).guardiansOf(Set.of(student)).getFirst().id();
  }

  private HttpClient card(UUID person) throws Exception {
    return Caller.byCard(DemoServer.bean(People.class).cardLinks(Set.of(person)).get(person));
  }

  private static String text(HttpClient who, String path) throws Exception {
    return Caller.get(who, path).body().replaceAll("<[^>]*>", " ").replaceAll("\\s+", " ");
  }

  private String feed() throws Exception {
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from feed_stale where section_id = ?", school.section())
                    == 0);
    String link = DemoServer.bean(People.class).feedLink(student);
    return new String(
        Caller.get(Caller.client(), link.substring(DemoServer.address().length()))
            .body()
            .getBytes(StandardCharsets.UTF_8),
        StandardCharsets.UTF_8);
  }
}
