package school.kerygma.app.ground.accounts;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.app.Caller.byCard;
import static school.kerygma.app.Caller.client;
import static school.kerygma.app.Caller.get;
import static school.kerygma.app.Caller.post;
import static school.kerygma.app.Caller.signIn;
import static school.kerygma.app.Caller.teacher;
import static school.kerygma.app.Caller.token;

import java.io.IOException;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.DemoServer;
import school.kerygma.app.school.sections.Linking;
import school.kerygma.app.school.sections.Rosters;

/**
 * The table of persons and things, over real requests. The colleague shares 7A with the teacher;
 * the substitute stands in there until today, and the late one did until the week before. Imani is
 * in 7A, for which the Footbridge walkthrough is up; Wood is in 8B, for which the joint walkthrough
 * is only scheduled; both have a guardian.
 */
class WhoMaySeeWhatTest {

  private static final Map<String, HttpClient> PEOPLE = new LinkedHashMap<>();
  private static final Map<String, String> THINGS = new HashMap<>();

  @BeforeAll
  static void meetThem() throws Exception {
    JdbcClient sql = DemoServer.bean(JdbcClient.class);
    UUID imani = one(sql, "select id from person where name = 'Imani Kamau'");
    UUID wood =
        one(
            sql,
            "select person_id from section_student s join section on section.id = section_id where name = '8B Woodwork'"
                + " and (select count(*) from section_student o where o.person_id = s.person_id) = 1"
                + " and not exists (select 1 from guardian_student g join guardian_student h on g.guardian_id = h.guardian_id"
                + " where g.student_id = s.person_id and h.student_id <> s.person_id) order by person_id limit 1");
    UUID imanisGuardian =
        one(
            sql,
            "select guardian_id from guardian_student where student_id = '" + imani + "' limit 1");
    UUID woodsGuardian =
        one(
            sql,
            "select guardian_id from guardian_student where student_id = '" + wood + "' limit 1");
    Map<UUID, String> cards =
        DemoServer.bean(People.class).cardLinks(Set.of(imani, wood, imanisGuardian, woodsGuardian));
    PEOPLE.put("nobody", client());
    PEOPLE.put("teacher", teacher(DemoServer.TEACHER));
    PEOPLE.put("colleague", teacher(DemoServer.COLLEAGUE));
    UUID seven = one(sql, "select id from section where name = '7A Design'");
    for (String name : List.of("substitute", "late")) {
      DemoServer.bean(People.class)
          .addTeacher(name, name + "@stands-in.example", DemoServer.PASSWORD);
      DemoServer.bean(Rosters.class)
          .standIn(
              one(sql, "select id from person where email = '" + DemoServer.TEACHER + "'"),
              seven,
              name + "@stands-in.example",
              LocalDate.parse(name.equals("late") ? "2026-09-23" : "2026-09-30"));
      UUID asked = one(sql, "select id from person where email = '" + name + "@stands-in.example'");
      Linking linking = DemoServer.bean(Linking.class);
      linking.askedOf(asked).forEach(q -> linking.answer(asked, q.id(), true));
      PEOPLE.put(name, teacher(name + "@stands-in.example"));
    }
    PEOPLE.put("imani", byCard(cards.get(imani)));
    PEOPLE.put("wood", byCard(cards.get(wood)));
    PEOPLE.put("imanisGuardian", byCard(cards.get(imanisGuardian)));
    PEOPLE.put("woodsGuardian", byCard(cards.get(woodsGuardian)));

    UUID bridge = one(sql, "select id from walkthrough where title = 'The Footbridge Project'");
    UUID joint = one(sql, "select id from walkthrough where title = 'Choose your joint'");
    UUID score =
        one(
            sql,
            "select id from score where walkthrough_id = '"
                + bridge
                + "' order by seq desc limit 1");
    UUID jointScore =
        one(
            sql,
            "select id from score where walkthrough_id = '"
                + joint
                + "' order by seq desc limit 1");
    UUID shown =
        one(sql, "select page_id from score_page where score_id = '" + score + "' limit 1");
    UUID slide =
        one(
            sql,
            "select page.id from page join edition on edition.id = edition_id where file_name like 'Beams%' and page.number = 3");
    UUID section = one(sql, "select id from section where name = '7A Design'");
    THINGS.put("bridge's score", "/media/scores/" + score + "/score");
    THINGS.put("bridge's sound", "/media/scores/" + score + "/sound.mp4");
    THINGS.put("bridge's captions", "/media/scores/" + score + "/captions.vtt");
    THINGS.put("bridge's page", "/media/pages/" + shown + "/s");
    THINGS.put("joint's score", "/media/scores/" + jointScore + "/score");
    THINGS.put("joint's sound", "/media/scores/" + jointScore + "/sound.webm");
    THINGS.put("a slide not shown", "/media/pages/" + slide + "/l");
    THINGS.put(
        "the sheet",
        "/handouts/"
            + one(sql, "select handout_id from edition where file_name like 'The Footbridge%'"));
    THINGS.put("the script", "/walkthroughs/" + bridge);
    THINGS.put("the captions", "/walkthroughs/" + bridge + "/captions");
    THINGS.put("the proof", "/walkthroughs/" + bridge + "/proof");
    THINGS.put("the coverage", "/walkthroughs/" + bridge + "/coverage");
    THINGS.put("bridge's questions", "/media/scores/" + score + "/checks");
    THINGS.put("the answers", "/walkthroughs/" + bridge + "/answers");
    THINGS.put("bridge's corrections", "/media/scores/" + score + "/corrections");
    THINGS.put("the sound lines", "/walkthroughs/" + bridge + "/sound-lines");
    THINGS.put(
        "what was recorded",
        "/recordings/"
            + one(
                sql,
                "select id from recording where walkthrough_id = '"
                    + bridge
                    + "' and state = 'FINISHED' limit 1")
            + "/sound");
    THINGS.put("the clips", "/walkthroughs/" + bridge + "/clips");
    THINGS.put("a clip", "/clips/" + one(sql, "select id from clip where ready limit 1") + "/file");
    THINGS.put("the lectern", "/walkthroughs/" + bridge + "/lectern");
    THINGS.put("pass cards", "/sections/" + section + "/cards");
    THINGS.put(
        "other cards",
        "/sections/" + one(sql, "select id from section where name = '8B Woodwork'") + "/cards");
    THINGS.put(
        "the task",
        "/plan/tasks/" + one(sql, "select id from task where title = 'Sketch three bridges'"));
    UUID work =
        one(
            sql,
            "select h.id from hand_in h join hand_in_file f on f.hand_in_id = h.id where h.section_id = '"
                + section
                + "' and h.student_id <> '"
                + imani
                + "' and f.pages > 0 order by h.begun_at limit 1");
    UUID file = one(sql, "select id from hand_in_file where hand_in_id = '" + work + "'");
    THINGS.put("what changed on a classmate's page", "/hand-in-files/" + file + "/1/since/" + file);
    THINGS.put(
        "all that was handed in",
        "/sections/"
            + section
            + "/tasks/"
            + one(sql, "select id from task where title = 'Sketch three bridges'")
            + "/work");
    THINGS.put("a classmate's work", "/hand-ins/" + work);
    THINGS.put(
        "a classmate's work as it is looked at",
        THINGS.get("all that was handed in")
            + "/"
            + one(sql, "select student_id from hand_in where id = '" + work + "'"));
    THINGS.put("the marks", "/sections/" + section + "/marks");
    THINGS.put("the marks as CSV", "/sections/" + section + "/marks.csv");
    THINGS.put("the marks for other programs", "/sections/" + section + "/marks.zip");
    THINGS.put("a student's line of the marks", "/sections/" + section + "/marks/" + imani);
    THINGS.put(
        "what a mark rests on", "/sections/" + section + "/marks/" + imani + "/" + sketchTask(sql));
    THINGS.put("the term", "/sections/" + section + "/term");
    THINGS.put("the term as CSV", "/sections/" + section + "/term.csv");
    THINGS.put("a student's term", "/sections/" + section + "/term/" + imani);
    THINGS.put("Imani's marks", "/class/marks/" + section);
    THINGS.put("her marks for her family", "/family/marks/" + section + "/" + imani);
    THINGS.put("the reminders", "/sections/" + section + "/reminders");
    THINGS.put("a classmate's receipt", "/class/hand-ins/" + work);
    THINGS.put("a classmate's page", "/media/hand-ins/" + file + "/1/s");
    THINGS.put("a classmate's file", "/media/hand-ins/" + file + "/original");
    UUID sketch = one(sql, "select id from task where title = 'Sketch three bridges'");
    THINGS.put("bridge's question box", "/media/scores/" + score + "/questions");
    THINGS.put("the question box", "/questions");
    THINGS.put("one's own questions", "/class/questions");
    THINGS.put("a family's questions", "/family/questions");
    THINGS.put("questions of the task", "/class/tasks/" + sketch + "/questions");
    THINGS.put("a family's questions of the task", "/family/tasks/" + sketch + "/questions");
    UUID round = one(sql, "select id from task where title = 'Which bridge would you trust?'");
    UUID seventh = one(sql, "select id from section where name = '7C Design'");
    THINGS.put("a round", "/class/tasks/" + round + "/round");
    THINGS.put(
        "what was spoken in a round",
        "/media/rounds/" + one(sql, "select voice_id from round_reply where voice_id is not null"));
    THINGS.put("a round read along", "/sections/" + seventh + "/tasks/" + round + "/round");
    THINGS.put("what a round asks", "/plan/tasks/" + round + "/round");
    THINGS.put("help hours", "/times");
    THINGS.put("times to book", "/class/times");
    THINGS.put("a family's times to book", "/family/times");
    THINGS.put("another guardian", "/family/guardians");
    THINGS.put("who waits", "/sections/" + section + "/joining");
    THINGS.put("the roll call", "/sections/" + section + "/roll");
    THINGS.put("school time", "/school");
    THINGS.put("rules of the school", "/school/rules");
    THINGS.put("7A's roster", "/sections/" + section);
    THINGS.put("a session's form", "/plan/sessions/new");
    THINGS.put("class calendar", "/class/calendar");
    THINGS.put("plan book", "/plan");
    THINGS.put("follow-up", "/follow-up");
    THINGS.put("class page", "/class");
    THINGS.put("family page", "/family");
    THINGS.put("family's bridge", "/family/walkthroughs/" + bridge);
    UUID sheet = one(sql, "select handout_id from edition where file_name like 'The Footbridge%'");
    THINGS.put("the sheet to read", "/class/handouts/" + sheet);
    THINGS.put("family's sheet", "/family/handouts/" + sheet);
    THINGS.put(
        "a slide to read",
        "/class/handouts/"
            + one(sql, "select handout_id from edition where file_name like 'Beams%'"));
    THINGS.put("the sheet's tables", "/handouts/" + sheet + "/rubric");
    THINGS.put("the sheet's whole picture", "/pages/pictures/" + shown + "/s");
    THINGS.put("what marks snap to", "/pages/" + shown + "/targets");
    THINGS.put("the sheet's annotations", "/handouts/" + sheet + "/annotations.jsonld");
    THINGS.put("bridge's words", "/media/scores/" + score + "/words");
    THINGS.put("the wall's day", "/plan/day?day=2026-09-30");
    THINGS.put("an invitation", "/welcome/" + "A".repeat(43));
    THINGS.put("one's own choice of captions", "/caption-language");
    THINGS.put("nothing", "/media/scores/" + new UUID(0, 1) + "/score");
    THINGS.put("no id", "/media/pages/etc-passwd/s");
  }

  private static UUID sketchTask(JdbcClient sql) {
    return one(sql, "select id from task where title = 'Sketch three bridges'");
  }

  private static UUID one(JdbcClient sql, String query) {
    return sql.sql(query).query(UUID.class).single();
  }

  /** s: sees it; -: as if it were not there; in: is asked to sign in. */
  @ParameterizedTest(name = "{0}")
  @CsvSource({
    // thing, nobody, teacher, colleague, substitute, late, imani, wood, imanisGuardian,
    // woodsGuardian
    "bridge's score, in, s, s, s, -, s, -, s, -",
    "bridge's sound, in, s, s, s, -, s, -, s, -",
    "bridge's captions, in, s, s, s, -, s, -, s, -",
    "bridge's corrections, in, s, s, s, -, s, -, s, -",
    "bridge's questions, in, s, s, s, -, s, -, s, -",
    "bridge's page, in, s, s, s, -, s, -, s, -",
    "joint's score, in, s, -, -, -, -, -, -, -",
    "joint's sound, in, s, -, -, -, -, -, -, -",
    "a slide not shown, in, s, -, -, -, -, -, -, -",
    "the sheet, in, s, -, -, -, -, -, -, -",
    "the script, in, s, -, -, -, -, -, -, -",
    "the captions, in, s, -, -, -, -, -, -, -",
    "the proof, in, s, -, -, -, -, -, -, -",
    "the answers, in, s, s, -, -, -, -, -, -",
    "bridge's question box, in, s, s, s, -, s, -, s, -",
    "the question box, in, s, s, s, s, -, -, -, -",
    "one's own questions, in, -, -, -, -, s, s, -, -",
    "a family's questions, in, -, -, -, -, -, -, s, s",
    "questions of the task, in, -, -, -, -, s, -, -, -",
    "a family's questions of the task, in, -, -, -, -, -, -, s, -",
    "the roll call, in, s, s, -, -, -, -, -, -",
    "who waits, in, s, s, -, -, -, -, -, -",
    "a round, in, -, -, -, -, -, -, -, -",
    "what was spoken in a round, in, s, -, -, -, -, -, -, -",
    "a round read along, in, s, -, -, -, -, -, -, -",
    "what a round asks, in, s, -, -, -, -, -, -, -",
    "help hours, in, s, s, s, s, -, -, -, -",
    "times to book, in, -, -, -, -, s, s, -, -",
    "a family's times to book, in, -, -, -, -, -, -, s, s",
    "another guardian, in, -, -, -, -, -, -, s, s",
    "all that was handed in, in, s, s, -, -, -, -, -, -",
    "a classmate's work, in, moved, moved, -, -, -, -, -, -",
    "a classmate's work as it is looked at, in, s, s, -, -, -, -, -, -",
    "the marks, in, s, s, -, -, -, -, -, -",
    "the marks as CSV, in, s, s, -, -, -, -, -, -",
    "the marks for other programs, in, s, s, -, -, -, -, -, -",
    "a student's line of the marks, in, s, s, -, -, -, -, -, -",
    "what a mark rests on, in, s, s, -, -, -, -, -, -",
    "the term, in, s, s, -, -, -, -, -, -",
    "the term as CSV, in, s, s, -, -, -, -, -, -",
    "a student's term, in, s, s, -, -, -, -, -, -",
    "the reminders, in, s, s, -, -, -, -, -, -",
    "Imani's marks, in, -, -, -, -, s, -, -, -",
    "her marks for her family, in, -, -, -, -, -, -, s, -",
    "a classmate's receipt, in, -, -, -, -, -, -, -, -",
    "a classmate's page, in, s, s, -, -, -, -, -, -",
    "a classmate's file, in, s, s, -, -, -, -, -, -",
    "what changed on a classmate's page, in, s, s, -, -, -, -, -, -",
    "the coverage, in, s, -, -, -, -, -, -, -",
    "the sound lines, in, s, -, -, -, -, -, -, -",
    "what was recorded, in, s, -, -, -, -, -, -, -",
    "the clips, in, s, -, -, -, -, -, -, -",
    "a clip, in, s, -, -, -, -, -, -, -",
    "the lectern, in, s, -, -, -, -, -, -, -",
    "the task, in, s, s, s, -, -, -, -, -",
    "pass cards, in, s, s, -, -, -, -, -, -",
    "other cards, in, s, -, -, -, -, -, -, -",
    "school time, in, s, s, -, -, -, -, -, -",
    "rules of the school, in, s, s, -, -, -, -, -, -",
    "7A's roster, in, s, s, -, -, -, -, -, -",
    "a session's form, in, s, s, s, -, -, -, -, -",
    "class calendar, in, -, -, -, -, s, s, -, -",
    "plan book, in, s, s, s, s, -, -, -, -",
    "follow-up, in, s, s, s, s, -, -, -, -",
    "class page, in, -, -, -, -, s, s, -, -",
    "family page, in, -, -, -, -, -, -, s, s",
    "family's bridge, in, -, -, -, -, -, -, s, -",
    "nothing, in, -, -, -, -, -, -, -, -",
    "no id, in, -, -, -, -, -, -, -, -",
    "the sheet to read, in, -, -, -, -, s, -, -, -",
    "family's sheet, in, -, -, -, -, -, -, s, -",
    "a slide to read, in, -, -, -, -, -, -, -, -",
    "the wall's day, in, s, s, s, -, -, -, -, -",
    "the sheet's tables, in, s, -, -, -, -, -, -, -",
    "the sheet's whole picture, in, s, -, -, -, -, -, -, -",
    "what marks snap to, in, s, -, -, -, -, -, -, -",
    "the sheet's annotations, in, s, -, -, -, -, -, -, -",
    "bridge's words, in, s, s, s, -, s, -, s, -",
    "one's own choice of captions, in, s, s, s, s, s, s, s, s",
    "an invitation, -, -, -, -, -, -, -, -, -",
  })
  void theTable(
      String thing,
      String nobody,
      String teacher,
      String colleague,
      String substitute,
      String late,
      String imani,
      String wood,
      String guardian,
      String other)
      throws IOException, InterruptedException {
    Map<String, String> expected = new LinkedHashMap<>();
    expected.put("nobody", nobody);
    expected.put("teacher", teacher);
    expected.put("colleague", colleague);
    expected.put("substitute", substitute);
    expected.put("late", late);
    expected.put("imani", imani);
    expected.put("wood", wood);
    expected.put("imanisGuardian", guardian);
    expected.put("woodsGuardian", other);
    Map<String, String> found = new LinkedHashMap<>();
    for (String person : expected.keySet()) {
      HttpResponse<String> answer = get(PEOPLE.get(person), THINGS.get(thing));
      boolean askedToSignIn =
          answer.headers().firstValue("Location").filter(l -> l.endsWith("/sign-in")).isPresent();
      found.put(
          person,
          switch (answer.statusCode()) {
            case 200 -> "s";
            case 404, 422 -> "-";
            case 302 -> askedToSignIn ? "in" : "moved";
            default -> "" + answer.statusCode();
          });
    }
    assertThat(found).isEqualTo(expected);
  }

  @Test
  void aStudentCannotTickOrReportForWhatIsNotUp() throws IOException, InterruptedException {
    HttpClient wood = PEOPLE.get("wood");
    String token = token(wood, "/class");
    String beacon = "{\"viewing\":\"" + UUID.randomUUID() + "\",\"number\":0,\"spans\":[[0,1000]]}";
    String score =
        THINGS.get("joint's score").replace("/media/scores/", "/watch/").replace("/score", "");
    assertThat(post(wood, score, "application/json", beacon, token).statusCode()).isEqualTo(404);
    String task = THINGS.get("the task").replace("/plan/tasks/", "");
    assertThat(
            post(wood, "/class/tasks/" + task + "/tick?done=true", "application/json", "", token)
                .statusCode())
        .isEqualTo(404);
  }

  @Test
  void nothingIsChangedWithoutTheTokenOfTheForm() throws IOException, InterruptedException {
    assertThat(
            post(
                    PEOPLE.get("teacher"),
                    "/walkthroughs",
                    "application/x-www-form-urlencoded",
                    "title=x",
                    "")
                .statusCode())
        .isEqualTo(403);
  }

  @Test
  void aPassCardThatWasReplacedOrGuessedSignsNobodyIn() throws IOException, InterruptedException {
    JdbcClient sql = DemoServer.bean(JdbcClient.class);
    UUID student =
        one(
            sql,
            "select person_id from section_student join section on section.id = section_id where name = '9 Electronics' order by person_id limit 1");
    People people = DemoServer.bean(People.class);
    String card = people.cardLinks(Set.of(student)).get(student);
    people.replaceCard(student);
    assertThat(get(client(), card).statusCode()).isEqualTo(422);
    String fresh = people.cardLinks(Set.of(student)).get(student);
    assertThat(get(client(), fresh).statusCode()).isEqualTo(302);
    char last = fresh.charAt(fresh.length() - 3);
    String guessed =
        fresh.substring(0, fresh.length() - 3)
            + (last == 'A' ? 'B' : 'A')
            + fresh.substring(fresh.length() - 2);
    assertThat(get(client(), guessed).statusCode()).isEqualTo(422);
    assertThat(get(client(), DemoServer.address() + "/in/x").statusCode()).isEqualTo(422);
  }

  @Test
  void afterTenFailuresNobodyIsLetInForAWhile() throws IOException, InterruptedException {
    for (int i = 0; i < 10; i++) {
      assertThat(
              signIn(client(), "guess@tidewater.example", "no" + i)
                  .headers()
                  .firstValue("Location")
                  .orElse(""))
          .contains("wrong");
    }
    assertThat(
            signIn(client(), "guess@tidewater.example", "no")
                .headers()
                .firstValue("Location")
                .orElse(""))
        .contains("locked");
    assertThat(
            signIn(client(), DemoServer.TEACHER, DemoServer.PASSWORD)
                .headers()
                .firstValue("Location")
                .orElse(""))
        .contains("/plan");
  }

  @Test
  void everyPageForbidsScriptsThatAreNotItsOwn() throws IOException, InterruptedException {
    var headers = get(PEOPLE.get("teacher"), "/plan").headers();
    String policy = headers.firstValue("Content-Security-Policy").orElse("");
    assertThat(policy)
        .contains("default-src 'self'")
        .doesNotContain("unsafe")
        .contains("frame-ancestors 'none'");
    assertThat(headers.firstValue("Permissions-Policy").orElse("")).contains("microphone=(self)");
    assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
  }
}
