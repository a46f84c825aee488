package school.kerygma.app.classroom.posting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.icegreen.greenmail.util.GreenMail;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.context.PayloadApplicationEvent;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.Moments;

/** Postings on the real database: each section's moments, and one message a person. */
class PostingMomentsTest {

  private final Postings postings = DemoServer.bean(Postings.class);
  private final Instant now = DemoServer.bean(Clock.class).instant();

  private static UUID task(TestSchool school, String title) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), LocalDate.parse("2026-10-01"))));
  }

  private static PostingSheet sheet(UUID task, Map<UUID, Moments> sections) {
    return new PostingSheet(null, Set.of(task), "Bring a pencil.", "A pencil is needed.", sections);
  }

  private Moments upFor(Duration time) {
    return new Moments(now.minusSeconds(60), now.plus(time), Optional.empty());
  }

  private static int messages(UUID posting) {
    return TestSchool.count(
        "select count(*) from message m join delivery d on d.id = m.delivery_id where posting_id = ?",
        posting);
  }

  /** Source of the offsets: IANA tz database, as java.time ships it. */
  @Test
  void twoSchoolsInTwoZonesAreEachDueBeforeMidnightOnTheirOwnClockInTheNightOfTheClockChange() {
    TestSchool halifax = TestSchool.in("America/Halifax", 1);
    TestSchool regina = TestSchool.in("America/Regina", 1); // keeps one time all the year
    Sections sections = DemoServer.bean(Sections.class);
    LocalDate night = LocalDate.parse("2026-11-01");
    UUID posting = UUID.randomUUID();
    Instant goesUp = Instant.parse("2026-10-31T12:00:00Z");
    postings.post(
        posting,
        halifax.teacher(),
        sheet(
            task(halifax, "Sleep an hour longer"),
            Map.of(
                halifax.section(),
                new Moments(
                    goesUp,
                    sections.get(halifax.section()).calendar().dueOn(night),
                    Optional.empty()),
                regina.section(),
                new Moments(
                    goesUp,
                    sections.get(regina.section()).calendar().dueOn(night),
                    Optional.empty()))));
    assertThat(postings.ofPosting(posting))
        .extracting(DeliveryView::section, d -> d.moments().dueAt().toString())
        .containsExactlyInAnyOrder(
            org.assertj.core.groups.Tuple.tuple(halifax.section(), "2026-11-02T03:59:00Z"),
            org.assertj.core.groups.Tuple.tuple(regina.section(), "2026-11-02T05:59:00Z"));
    Moments moments =
        postings.ofPosting(posting).stream()
            .filter(d -> d.section().equals(halifax.section()))
            .findFirst()
            .orElseThrow()
            .moments();
    assertThat(moments.doubts(sections.get(halifax.section()).calendar(), now))
        .contains(Moments.Doubt.CLOCK_CHANGES_BEFORE_IT_IS_DUE);
  }

  @Test
  void whoPostsTwiceHasPostedOnceAndEverybodyIsToldOnceEvenIfTheDatesChange() {
    TestSchool school = TestSchool.in("America/Halifax", 3);
    UUID posting = UUID.randomUUID();
    PostingSheet sheet =
        sheet(task(school, "Draw a beam"), Map.of(school.section(), upFor(Duration.ofDays(2))));
    postings.post(posting, school.teacher(), sheet);
    postings.post(posting, school.teacher(), sheet);
    await().until(() -> messages(posting) == 6);
    DeliveryView delivery = postings.ofPosting(posting).getFirst();
    postings.change(delivery.id(), Seen.ANYTHING, upFor(Duration.ofDays(3)));
    postings.withdraw(delivery.id());
    assertThat(postings.view(delivery.id()).up()).isFalse();
    postings.putUpAgain(delivery.id());
    assertThat(postings.view(delivery.id()).up()).isTrue();
    assertThat(
            TestSchool.count(
                "select count(*) from scheduled_tasks where task_instance like ? || '%'",
                delivery.id().toString()))
        .isZero();
    assertThat(messages(posting)).isEqualTo(6);
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from message m join delivery d on d.id = m.delivery_id where posting_id = ? and sent_at is null",
                        posting)
                    == 0);
  }

  @Test
  void whatIsDueBeforeItGoesUpIsRefusedAndNothingIsPosted() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID posting = UUID.randomUUID();
    UUID task = task(school, "Never");
    Moments wrong = new Moments(now, now.minusSeconds(1), Optional.empty());
    assertThatThrownBy(
            () ->
                postings.post(
                    posting, school.teacher(), sheet(task, Map.of(school.section(), wrong))))
        .isInstanceOf(Problem.class)
        .hasMessage("moments.DUE_BEFORE_IT_GOES_UP");
    assertThat(TestSchool.count("select count(*) from posting where id = ?", posting)).isZero();
  }

  @Test
  void anotherTeachersPostingIsNotOnesOwn() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    TestSchool other = TestSchool.in("America/Halifax", 1);
    UUID posting = UUID.randomUUID();
    PostingSheet sheet =
        sheet(task(school, "Mine"), Map.of(school.section(), upFor(Duration.ofDays(1))));
    postings.post(posting, school.teacher(), sheet);
    assertThatThrownBy(() -> postings.post(posting, other.teacher(), sheet))
        .isInstanceOf(Problem.class)
        .hasMessage("not-found");
  }

  @Test
  void aDeliveryThatCannotBeAnnouncedIsTriedAgainAndItsTeacherSeesIt() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    HttpClient desk = Caller.teacher(school.email());
    UUID posting = UUID.randomUUID();
    AtomicBoolean broken = new AtomicBoolean(true);
    DemoServer.listen(
        event -> {
          if (event instanceof PayloadApplicationEvent<?> p
              && p.getPayload() instanceof DeliveryWentUp up
              && up.delivery().posting().equals(posting)
              && broken.get()) {
            throw new IllegalStateException("The announcement is broken on purpose");
          }
        });
    postings.post(
        posting,
        school.teacher(),
        sheet(task(school, "Untold"), Map.of(school.section(), upFor(Duration.ofDays(2)))));
    await().until(() -> postings.ofPosting(posting).getFirst().untold());
    assertThat(messages(posting)).isZero();
    assertThat(Caller.get(desk, "/plan").body()).contains("nobody could be told of it");
    broken.set(false);
    await().until(() -> messages(posting) == 2);
    assertThat(postings.ofPosting(posting).getFirst().untold()).isFalse();
    assertThat(Caller.get(desk, "/plan").body()).doesNotContain("nobody could be told of it");
  }

  /** Both write the same row: neither may undo the other. */
  @Test
  void whatIsWithdrawnWhileItIsAnnouncedStaysWithdrawnAndIsAnnouncedOnce() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID posting = UUID.randomUUID();
    AtomicInteger announced = new AtomicInteger();
    CompletableFuture<Void> withdrawn = new CompletableFuture<>();
    DemoServer.listen(
        event -> {
          if (event instanceof PayloadApplicationEvent<?> p
              && p.getPayload() instanceof DeliveryWentUp up
              && up.delivery().posting().equals(posting)) {
            announced.incrementAndGet();
            CompletableFuture.runAsync(() -> postings.withdraw(up.delivery().id()))
                .whenComplete((done, fault) -> withdrawn.complete(done));
            await().until(() -> withdrawn.isDone() || waitingForARow("delivery"));
          }
        });
    postings.post(
        posting,
        school.teacher(),
        sheet(task(school, "Taken down"), Map.of(school.section(), upFor(Duration.ofDays(2)))));
    await().until(() -> withdrawn.isDone() && messages(posting) == 2);
    DeliveryView delivery = postings.ofPosting(posting).getFirst();
    assertThat(delivery.state()).isEqualTo(Moments.State.WITHDRAWN);
    postings.putUpAgain(delivery.id());
    assertThat(
            TestSchool.count(
                "select count(*) from delivery where id = ? and announced_at is not null",
                delivery.id()))
        .isOne();
    assertThat(announced).hasValue(1);
  }

  private static boolean waitingForARow(String table) {
    return TestSchool.count(
            "select count(*) from pg_stat_activity where wait_event_type = 'Lock' and position(? in query) > 0",
            table)
        > 0;
  }

  @Test
  void whatWasPostedAMomentAgoIsTakenBackInAllItsSectionsByOnePress() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Read", 10, Map.of(school.section(), LocalDate.parse("2026-09-30"))));
    HttpClient teacher = Caller.teacher(school.email());
    UUID posting = UUID.randomUUID();
    HttpResponse<String> posted =
        Caller.form(
            teacher,
            "/plan/post",
            "week",
            "2026-09-28",
            "posting",
            posting.toString(),
            "section",
            school.section().toString(),
            "task",
            task + "@" + school.section(),
            "goesUp",
            "2026-09-30T12:00",
            "due",
            "2026-10-02T23:59");
    String page = Caller.get(teacher, Caller.location(posted)).body();
    Matcher id = Pattern.compile("name=\"id\" value=\"([0-9a-f-]{36})\"").matcher(page);
    assertThat(id.find()).isTrue();
    HttpClient other = Caller.teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(Caller.form(other, "/postings/undo", "id", id.group(1)).statusCode()).isEqualTo(404);
    Postings all = DemoServer.bean(Postings.class);
    assertThat(all.ofTask(task).getFirst().state()).isEqualTo(Moments.State.SCHEDULED);
    Caller.form(teacher, "/postings/undo", "id", id.group(1));
    Caller.form(teacher, "/postings/undo", "id", id.group(1));
    assertThat(all.ofTask(task).getFirst().state()).isEqualTo(Moments.State.WITHDRAWN);
  }

  @Test
  void aMessageMayBeAsLongAsItsTasks() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID posting = UUID.randomUUID();
    Set<UUID> many = new HashSet<>();
    for (int i = 0; i < 30; i++) {
      many.add(task(school, i + " " + "x".repeat(190)));
    }
    postings.post(
        posting,
        school.teacher(),
        new PostingSheet(
            null,
            many,
            "s".repeat(2_000),
            "f".repeat(2_000),
            Map.of(school.section(), upFor(Duration.ofDays(2)))));
    await().until(() -> messages(posting) == 2);
    assertThat(
            TestSchool.count(
                "select min(length(body)) from message m join delivery d on d.id = m.delivery_id where posting_id = ?",
                posting))
        .isGreaterThan(7_000);
  }

  @Test
  void aJobThatIsRunALittleBeforeTheMomentWaitsForIt() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID posting = UUID.randomUUID();
    postings.post(
        posting,
        school.teacher(),
        sheet(
            task(school, "Early"),
            Map.of(
                school.section(),
                new Moments(now.plusSeconds(8), now.plus(Duration.ofDays(2)), Optional.empty()))));
    TestSchool.sql()
        .sql("update scheduled_tasks set execution_time = now() where task_instance like ?")
        .param(postings.ofPosting(posting).getFirst().id() + "%")
        .update();
    await().until(() -> messages(posting) == 2);
  }

  /** RFC 5322, 3.6.4: a letter that is handed over twice says by its id that it is one. */
  @Test
  void aLetterThatIsHandedOverOnceMoreAfterACrashIsKnownByItsId() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID posting = UUID.randomUUID();
    postings.post(
        posting,
        school.teacher(),
        sheet(task(school, "Crash"), Map.of(school.section(), upFor(Duration.ofDays(2)))));
    String unsent =
        "select count(*) from message m join delivery d on d.id = m.delivery_id where posting_id = ? and sent_at is null";
    await().until(() -> messages(posting) == 2 && TestSchool.count(unsent, posting) == 0);
    UUID letter =
        TestSchool.id(
            "select m.letter_id from message m join delivery d on d.id = m.delivery_id where posting_id = ? limit 1",
            posting);
    // Killed after the mail server took it, before that was noted.
    TestSchool.sql()
        .sql("update message set sent_at = null, state = 'WAITING' where letter_id = ?")
        .param(letter)
        .update();
    DemoServer.bean(SchedulerClient.class)
        .scheduleIfNotExists(
            TaskDescriptor.of("send", Void.class)
                .instance(letter.toString())
                .scheduledTo(Instant.now()));
    await().until(() -> TestSchool.count(unsent, posting) == 0);
    List<String> ids = new ArrayList<>();
    for (MimeMessage m : DemoServer.bean(GreenMail.class).getReceivedMessages()) {
      try {
        ids.add(m.getMessageID());
      } catch (MessagingException e) {
        throw new IllegalStateException(e);
      }
    }
    assertThat(ids).filteredOn(id -> id.contains(letter.toString())).hasSize(2);
  }
}
