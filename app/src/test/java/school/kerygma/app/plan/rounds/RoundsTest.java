package school.kerygma.app.plan.rounds;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.SmartLifecycle;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.DueRuleText;
import school.kerygma.media.process.Ffmpeg;

/**
 * One's own answer first; what is hidden is read by nobody else; names only as they were promised.
 */
class RoundsTest {

  private static final RoundRule RULE = RoundRule.written(5, 1, 3, true, 2);
  private static final String MINE = "The truss, because triangles keep their shape.";
  private static final String ARCH = "The arch, since stone likes being pressed.";

  private static Chromium chromium;

  @TempDir Path directory;

  private final TestSchool school = TestSchool.in("America/Halifax", 3);
  private final List<UUID> students = new ArrayList<>(school.students());
  private final Rounds rounds = DemoServer.bean(Rounds.class);
  private final RoundVoices voices = DemoServer.bean(RoundVoices.class);
  private final People people = DemoServer.bean(People.class);

  @BeforeAll
  static void open() {
    // Its stand-in for a microphone beeps.
    chromium =
        new Chromium(
            List.of("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream"));
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private UUID task() {
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of(
                    "Which bridge holds?",
                    20,
                    Map.of(school.section(), LocalDate.parse("2026-09-28"))));
    school.post(LocalDate.parse("2026-09-28"), task);
    return task;
  }

  private Rounds.Round round(UUID task, RoundRule rule) {
    rounds.set(task, "Which bridge holds most, and why?", rule);
    return rounds.of(task).orElseThrow();
  }

  private String name(UUID person) {
    return people.contacts(Set.of(person)).get(person).name();
  }

  private HttpClient phone(UUID person) throws Exception {
    return Caller.byCard(people.cardLinks(Set.of(person)).get(person));
  }

  private static String at(UUID task) {
    return "/class/tasks/" + task + "/round";
  }

  private boolean ticked(UUID task, UUID student) {
    return TestSchool.count(
            "select count(*) from tick where task_id = ? and student_id = ?", task, student)
        == 1;
  }

  @Test
  void aStudentAnswersOnAPhoneThenReadsTheOthersAndRepliesUntilTheTaskIsTicked() {
    UUID task = task();
    Rounds.Round round = round(task, RULE);
    UUID me = students.get(0);
    rounds.answer(round, school.section(), students.get(1), ARCH);
    try (BrowserContext context = chromium.context(390, 844)) {
      Page page = Chromium.byCard(context, me);
      page.getByText("Answer and read the others").click();
      assertThat(page.locator("main")).containsText("your answer by Mon, Oct 5, 8 a.m.");
      assertThat(page.locator("main")).containsText("you read those of 1 classmate");
      assertThat(page.locator("main")).not().containsText(ARCH);
      Chromium.assertAccessible(page);
      // Too short is not sent; what was typed outlives a page that is closed.
      page.getByLabel("Your answer").fill("The truss");
      assertThat(page.locator("#count")).containsText("2 of 5 words");
      page.getByText("Send it").click();
      assertThat(page.locator("main")).containsText("These are 2 words; at least 5 are asked.");
      page.getByLabel("Your answer").fill(MINE);
      page.reload();
      assertThat(page.getByLabel("Your answer")).hasValue(MINE);
      page.getByText("Send it").click();
      assertThat(page.locator(".own-answer")).containsText(MINE);
      assertThat(page.locator(".round-answer")).containsText(ARCH);
      assertThat(page.locator(".round-answer h3")).containsText(name(students.get(1)));
      assertThat(page.locator("main")).containsText("Reply to 1 more classmate.");
      assertThat(ticked(task, me)).isFalse();
      Chromium.assertAccessible(page);
      page.locator(".round-answer summary").click();
      page.getByLabel("Your reply to").fill("But who holds its feet?");
      page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Send it")).click();
      assertThat(page.locator("main")).containsText("That is all that is asked.");
      assertThat(page.locator(".round-replies")).containsText("But who holds its feet?");
      assertThat(ticked(task, me)).isTrue();
      // Nothing that was sent comes back as a draft.
      page.reload();
      page.locator(".round-answer summary").click();
      assertThat(page.getByLabel("Your reply to")).hasValue("");
    }
  }

  private static final RoundRule SPOKEN =
      new RoundRule(
          RoundRule.Manner.SPOKEN,
          new RoundRule.Least(0, 3),
          1,
          new RoundRule.Least(0, 2),
          true,
          1);

  /** On a busy machine somebody who stops after a second has spoken for several. */
  private static final RoundRule LONGER =
      new RoundRule(
          RoundRule.Manner.SPOKEN,
          new RoundRule.Least(0, 8),
          1,
          new RoundRule.Least(0, 2),
          true,
          1);

  /** Says something for so many seconds, by keys, and hears it. */
  private static void say(Locator voiced, int seconds) {
    Locator speak = voiced.getByText("Speak", new Locator.GetByTextOptions().setExact(true));
    assertThat(speak).isVisible();
    speak.press("Enter");
    Chromium.recorded(voiced.locator(".answer-clock"), seconds);
    voiced.page().keyboard().press("Enter"); // "Stop" has the focus.
    assertThat(voiced.locator(".answer-made")).containsText("Spoken answer");
  }

  @Test
  void anAnswerIsSpokenOnAPhoneAndRepliesAreMeasuredInSeconds() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, LONGER);
    spoken(round, students.get(1), Optional.empty(), sound(9), "The arch.");
    try (BrowserContext context = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page page = Chromium.byCard(context, students.get(0));
      page.getByText("Answer and read the others").click();
      Locator voiced = page.locator(".voiced");
      assertThat(voiced).containsText("At least 8 seconds, at most 60");
      assertThat(page.locator("textarea[name=words]")).hasCount(0);
      Chromium.assertAccessible(page);
      // Too short is not sent, and says so.
      say(voiced, 1);
      assertThat(voiced.getByRole(AriaRole.ALERT)).containsText("at least 0:08 are asked");
      assertThat(voiced.locator(".answer-made .next")).isDisabled();
      Chromium.assertAccessible(page);
      page.keyboard().press("Enter"); // "Once more" has the focus.
      // What was said outlives a page that is closed before it was sent.
      say(voiced, 9);
      page.reload();
      assertThat(voiced.locator(".answer-made")).containsText("Spoken answer");
      voiced.locator(".more summary").click();
      voiced.locator(".beside").fill("A truss keeps its shape.");
      page.route("**/class/rounds/voices/*", Route::abort);
      voiced.locator(".answer-made .next").click();
      assertThat(voiced.getByRole(AriaRole.ALERT))
          .containsText("Your recording is kept on this device");
      page.unroute("**/class/rounds/voices/*");
      voiced.locator(".answer-made .next").click();
      Locator own = page.locator(".own-answer");
      assertThat(own).containsText("A truss keeps its shape.");
      // What was sent is not offered again.
      own.getByText("Put it right").click();
      assertThat(own.getByText("Speak", new Locator.GetByTextOptions().setExact(true))).isVisible();
      assertThat(own.locator(".answer-made")).isHidden();
      assertThat(own.locator("> audio"))
          .hasAttribute("aria-label", Pattern.compile("Spoken by you, \\d s"));
      assertThat(page.locator(".round-answer > audio"))
          .hasAttribute(
              "aria-label", Pattern.compile("Spoken by " + name(students.get(1)) + ", 9 s"));
      assertThat(page.locator("main")).containsText("Reply to 1 more classmate.");
      assertThat(ticked(task, students.get(0))).isFalse();
      page.locator(".round-answer summary").first().click();
      Locator reply = page.locator(".round-answer .voiced");
      say(reply, 3);
      Chromium.assertAccessible(page);
      reply.locator(".answer-made .next").click();
      assertThat(page.locator("main")).containsText("That is all that is asked.");
      assertThat(page.locator(".round-replies audio")).hasCount(1);
      assertThat(ticked(task, students.get(0))).isTrue();
      Chromium.assertAccessible(page);

      Page teacher =
          chromium.at(desk, school, "/sections/" + school.section() + "/tasks/" + task + "/round");
      assertThat(teacher.locator(".round-answer > audio")).hasCount(2);
      assertThat(teacher.locator(".round-replies audio")).hasCount(1);
      assertThat(teacher.locator("tbody")).containsText("9 s");
      Chromium.assertAccessible(teacher);
    }
    assertThat(chromium.faults()).isEmpty();
  }

  /** A sound that ffmpeg makes: a tone of so many seconds. */
  private byte[] sound(double seconds) throws IOException {
    return sound("sine=f=300:d=" + seconds);
  }

  private byte[] sound(String source) throws IOException {
    Path file = directory.resolve(UUID.randomUUID() + ".webm");
    Ffmpeg.run("-f", "lavfi", "-i", source, "-t", "100", Ffmpeg.file(file));
    return Files.readAllBytes(file);
  }

  private UUID spoken(
      Rounds.Round round, UUID student, Optional<UUID> to, byte[] sound, String words) {
    UUID voice = voices.announce(round, school.section(), student, to, words, sound.length);
    voices.receive(voice, new ByteArrayInputStream(sound));
    Awaitility.await().until(() -> voices.get(voice).state() != RoundVoices.State.MAKING);
    return voice;
  }

  /** The recorder sends 48 kbit/s: a minute is more than scripts send otherwise. */
  @Test
  void aRecordingOfAMinuteIsTakenInOverTheWire() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, SPOKEN);
    UUID student = students.get(0);
    byte[] minute = sound("anoisesrc=d=58:a=0.2");
    assertThat(minute.length).isGreaterThan(350_000);
    UUID voice =
        voices.announce(round, school.section(), student, Optional.empty(), "", minute.length);
    HttpClient phone = phone(student);
    assertThat(
            phone
                .send(
                    HttpRequest.newBuilder(
                            URI.create(DemoServer.address() + "/class/rounds/voices/" + voice))
                        .header("Content-Type", "application/octet-stream")
                        .header("X-CSRF-TOKEN", Caller.token(phone, "/class"))
                        .POST(HttpRequest.BodyPublishers.ofByteArray(minute))
                        .build(),
                    HttpResponse.BodyHandlers.discarding())
                .statusCode())
        .isEqualTo(200);
    Awaitility.await().until(() -> voices.get(voice).state() == RoundVoices.State.SENT);
  }

  private static int heard(HttpClient by, UUID voice) throws Exception {
    return Caller.get(by, "/media/rounds/" + voice).statusCode();
  }

  @Test
  void aVoiceIsHeardByThoseWhoHaveAnsweredAndNotWhereItIsHidden() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, SPOKEN);
    UUID voice = spoken(round, students.get(0), Optional.empty(), sound(3), "");
    HttpClient own = phone(students.get(0));
    HttpClient mate = phone(students.get(1));
    HttpClient teacher = Caller.teacher(school.email());
    assertThat(List.of(heard(own, voice), heard(teacher, voice), heard(mate, voice)))
        .containsExactly(200, 200, 404);
    spoken(round, students.get(1), Optional.empty(), sound(3), "");
    assertThat(heard(mate, voice)).isEqualTo(200);
    Rounds.Answer first =
        DemoServer.bean(RoundTalk.class).answers(task, school.section()).getFirst();
    UUID reply = spoken(round, students.get(1), Optional.of(first.id()), sound(2), "");
    assertThat(heard(own, reply)).isEqualTo(200);
    UUID other = TestSchool.in("America/Halifax", 1).students().iterator().next();
    assertThat(heard(phone(other), voice)).isEqualTo(404);
    assertThat(heard(Caller.teacher(DemoServer.TEACHER), voice)).isEqualTo(404);
    Caller.form(
        teacher,
        "/sections/" + school.section() + "/tasks/" + task + "/round/answers/" + first.id(),
        "deed",
        "HIDE");
    assertThat(List.of(heard(own, voice), heard(teacher, voice), heard(mate, voice)))
        .containsExactly(200, 200, 404);
    // A reply to what is hidden goes with it, but not from the one whose answer it is.
    spoken(round, students.get(2), Optional.empty(), sound(3), "");
    assertThat(List.of(heard(own, reply), heard(phone(students.get(2)), reply)))
        .containsExactly(200, 404);
    // Who is erased leaves no voice behind.
    MediaStore store = DemoServer.bean(MediaStore.class);
    assertThat(store.find("rounds/" + voice + ".mp4")).isPresent();
    people.erase(students.get(0));
    assertThat(store.find("rounds/" + voice + ".mp4")).isEmpty();
    assertThat(heard(teacher, voice)).isEqualTo(404);
  }

  /** A server that is stopped in order, and started again. */
  @Test
  void anAnswerThatIsBeingMadeWhenTheServerStopsIsMadeAtItsNextStart() throws Exception {
    Rounds.Round round = round(task(), SPOKEN);
    Path tenMinutes = directory.resolve("long.webm");
    Ffmpeg.run("-f", "lavfi", "-i", "anullsrc=d=600", Ffmpeg.file(tenMinutes));
    byte[] sound = Files.readAllBytes(tenMinutes);
    UUID voice =
        voices.announce(
            round, school.section(), students.get(0), Optional.empty(), "", sound.length);
    voices.receive(voice, new ByteArrayInputStream(sound));
    Jobs jobs = DemoServer.bean(Jobs.class);
    Awaitility.await().until(() -> jobs.latest(voice).orElseThrow().state() == Job.State.RUNNING);
    SmartLifecycle runner = DemoServer.bean("jobRunner", SmartLifecycle.class);
    runner.stop();
    assertThat(voices.get(voice).state()).isEqualTo(RoundVoices.State.MAKING);
    runner.start();
    Awaitility.await().until(() -> voices.get(voice).state() != RoundVoices.State.MAKING);
    assertThat(voices.get(voice).state()).isEqualTo(RoundVoices.State.LONG);
    assertThat(jobs.latest(voice).orElseThrow().state()).isEqualTo(Job.State.DONE);
  }

  @Test
  void whatIsNoAnswerIsNotSentAndItsSpeakerIsTold() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, SPOKEN);
    UUID student = students.get(0);
    HttpClient phone = phone(student);
    UUID text =
        spoken(
            round,
            student,
            Optional.empty(),
            "<script>alert(1)</script>".getBytes(StandardCharsets.UTF_8),
            "");
    assertThat(voices.get(text).state()).isEqualTo(RoundVoices.State.NOTHING);
    assertThat(heard(phone, text)).isEqualTo(404);
    assertThat(voices.get(spoken(round, student, Optional.empty(), sound(2.4), "")).state())
        .isEqualTo(RoundVoices.State.SHORT);
    assertThat(voices.get(spoken(round, student, Optional.empty(), sound(70), "")).state())
        .isEqualTo(RoundVoices.State.LONG);
    assertThat(DemoServer.bean(RoundTalk.class).answers(task, school.section())).isEmpty();
    // In which nothing is heard is asked about; the earlier ones are forgotten.
    UUID silence =
        spoken(round, student, Optional.empty(), sound("anullsrc=r=48000:cl=mono:d=5"), "I nod.");
    assertThat(voices.waiting(task, student))
        .extracting(RoundVoices.Recorded::id)
        .containsExactly(silence);
    assertThat(DemoServer.bean(RoundTalk.class).answers(task, school.section())).isEmpty();
    try (BrowserContext context = chromium.context(390, 844)) {
      Page page = Chromium.byCard(context, student);
      page.navigate(DemoServer.address() + at(task));
      assertThat(page.locator(".voiced")).containsText("Nothing is heard in your recording");
      Chromium.assertAccessible(page);
      page.getByText("Send it all the same").click();
      assertThat(page.locator(".own-answer")).containsText("I nod.");
    }
    // Words are not taken where one speaks, nor a voice where one writes.
    assertThat(Caller.form(phone, at(task), "words", MINE).statusCode()).isEqualTo(422);
    assertThatThrownBy(
            () ->
                voices.announce(
                    round(task, RULE), school.section(), student, Optional.empty(), "", 10))
        .hasMessage("round-written");
    // Nobody else takes it over, or sends it.
    HttpClient mate = phone(students.get(1));
    assertThat(Caller.form(mate, "/class/rounds/voices/" + silence + "/anyway").statusCode())
        .isEqualTo(404);
  }

  /**
   * It is Wednesday; the replies are due on Friday at 11:59 p.m., and the answer two days before.
   */
  @Test
  void aRoundComesUpOnTheDayOfItsFirstAnswerAlsoInCalendars() throws Exception {
    LocalDate friday = LocalDate.parse("2026-10-02");
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("B".repeat(200), 20, Map.of(school.section(), friday)) // the longest
                    .due(Optional.of(DueRuleText.read("day 23:59"))));
    Rounds.Round round = round(task, RULE);
    school.post(LocalDate.parse("2026-09-28"), task);
    HttpClient phone = phone(students.get(0));
    assertThat(Caller.get(phone, "/class").body())
        .contains("a part of it is for today", "your answer by Wednesday, 11:59 p.m.");
    UUID guardian = people.guardiansOf(Set.of(students.get(0))).getFirst().id();
    assertThat(Caller.get(phone(guardian), "/family").body())
        .contains("first answer by Wednesday, 11:59 p.m.");
    rounds.answer(round, school.section(), students.get(0), MINE);
    assertThat(Caller.get(phone, "/class").body())
        .contains("for Fri 2")
        .doesNotContain("a part of it", "your answer by");
    String entries =
        "select count(*) from feed_entry where uid = ? and starts_at = timestamptz '2026-10-01T02:59:00Z'"
            + " and summary = repeat('B', 200) || ': first answer' and cancelled = ?";
    String uid = "round-" + task + "-" + school.section() + "@kerygma";
    Awaitility.await().until(() -> TestSchool.count(entries, uid, false) == 1);
    rounds.set(task, round.question(), RoundRule.written(5, 1, 3, true, 0));
    Awaitility.await().until(() -> TestSchool.count(entries, uid, true) == 1);
  }

  @Test
  void theTeacherReadsAlongHidesAndHoldsUp() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, RULE);
    for (UUID student : students) {
      rounds.answer(round, school.section(), student, MINE + " " + name(student));
    }
    Rounds.Answer second = DemoServer.bean(RoundTalk.class).answers(task, school.section()).get(1);
    rounds.reply(round, school.section(), students.get(0), second.id(), "That is not kind.");
    assertThat(ticked(task, students.get(0))).isTrue();
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page teacher = chromium.at(desk, school, "/plan/tasks/" + task + "/round");
      Chromium.assertAccessible(teacher);
      teacher.getByText("Read along: Section").click();
      assertThat(teacher.locator(".round-answer")).hasCount(3);
      Chromium.assertAccessible(teacher);
      String third = name(students.get(2));
      teacher.getByLabel("Hold up the answer of " + third).click();
      assertThat(teacher.locator(".round-answer").first()).containsText(third);
      teacher.getByLabel("Hide the answer of " + name(students.get(1))).click();
      assertThat(teacher.locator(".round-head .clay")).containsText("hidden");
      teacher.getByLabel("Hide the reply of " + name(students.get(0))).click();
      assertThat(teacher.locator(".round-replies .clay")).containsText("hidden");
    }
    String page = Caller.get(phone(students.get(0)), at(task)).body();
    assertThat(page).contains("held up by your teacher").doesNotContain(name(students.get(1)));
    assertThat(ticked(task, students.get(0))).isFalse();
    String hidden = Caller.get(phone(students.get(1)), at(task)).body();
    assertThat(hidden)
        .contains("Your teacher has hidden your answer", name(students.get(2)))
        .doesNotContain("That is not kind.");
    assertThatThrownBy(
            () ->
                rounds.reply(
                    round, school.section(), students.get(2), second.id(), "What do you mean?"))
        .hasMessage("not-found");
  }

  @Test
  void namesAreReadOnlyAsTheyWerePromised() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, RoundRule.written(0, 0, 0, false, 0));
    rounds.answer(round, school.section(), students.get(0), MINE);
    rounds.answer(round, school.section(), students.get(1), ARCH);
    Rounds.Answer first =
        DemoServer.bean(RoundTalk.class).answers(task, school.section()).getFirst();
    rounds.reply(round, school.section(), students.get(1), first.id(), "I think so too.");
    assertThat(Caller.get(phone(students.get(1)), at(task)).body())
        .contains(MINE)
        .doesNotContain(name(students.get(0)), students.get(0).toString());
    assertThat(Caller.get(phone(students.get(0)), at(task)).body())
        .contains("I think so too.")
        .doesNotContain(name(students.get(1)), students.get(1).toString());
    assertThatThrownBy(() -> round(task, RULE)).hasMessage("round-names");
    assertThat(
            Caller.get(
                    Caller.teacher(school.email()),
                    "/sections/" + school.section() + "/tasks/" + task + "/round")
                .body())
        .contains(name(students.get(0)));
  }

  @Test
  void nobodyRepliesBeforeTheirOwnAnswerNorAcrossSectionsNorAfterTheEnd() throws Exception {
    UUID task = task();
    Rounds.Round round = round(task, RULE);
    rounds.answer(round, school.section(), students.get(1), ARCH);
    UUID answer = DemoServer.bean(RoundTalk.class).answers(task, school.section()).getFirst().id();
    HttpClient phone = phone(students.get(0));
    String reply = at(task) + "/" + answer;
    assertThat(Caller.form(phone, reply, "words", "I think so too").statusCode()).isEqualTo(409);
    assertThat(Caller.form(phone, at(task), "words", MINE).statusCode()).isEqualTo(302);
    // A round is done by talking, and is not mixed with what is handed in.
    assertThat(Caller.form(phone, "/class/tasks/" + task + "/tick", "done", "true").statusCode())
        .isEqualTo(409);
    assertThat(
            Caller.form(
                    Caller.teacher(school.email()),
                    "/plan/tasks/" + task,
                    "version",
                    "0",
                    "title",
                    "Which bridge holds?",
                    "minutes",
                    "20",
                    "section",
                    school.section().toString(),
                    "day-" + school.section(),
                    "2026-09-28",
                    "handIn",
                    "TEXT")
                .body())
        .contains("Plan a task of its own for the round");
    // Pressed twice.
    Caller.form(phone, reply, "words", "I think so too");
    Caller.form(phone, reply, "words", "I think so too");
    assertThat(DemoServer.bean(RoundTalk.class).answers(task, school.section()))
        .filteredOn(a -> a.id().equals(answer))
        .allSatisfy(a -> assertThat(a.replies()).hasSize(1));

    TestSchool other = TestSchool.in("America/Halifax", 1);
    HttpClient stranger = phone(other.students().iterator().next());
    assertThat(Caller.get(stranger, at(task)).statusCode()).isEqualTo(404);
    assertThat(Caller.form(stranger, reply, "words", "I think so too").statusCode()).isEqualTo(404);
    HttpClient teacher = Caller.teacher(other.email());
    String read = "/sections/" + school.section() + "/tasks/" + task + "/round";
    assertThat(Caller.get(teacher, read).statusCode()).isEqualTo(404);
    assertThat(
            Caller.form(
                    teacher,
                    "/sections/" + other.section() + "/tasks/" + task + "/round/answers/" + answer,
                    "deed",
                    "HIDE")
                .statusCode())
        .isEqualTo(404);
    assertThat(Caller.get(teacher, "/plan/tasks/" + task + "/round").statusCode()).isEqualTo(404);

    TestSchool.sql()
        .sql("update delivery set due_at = timestamptz '2026-09-30T13:00:00Z' where section_id = ?")
        .param(school.section())
        .update();
    assertThat(Caller.form(phone, reply, "words", "One word more").statusCode()).isEqualTo(409);
    assertThat(Caller.get(phone, at(task)).body()).contains("This round is over");
  }
}
