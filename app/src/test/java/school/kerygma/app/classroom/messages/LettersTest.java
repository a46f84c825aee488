package school.kerygma.app.classroom.messages;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.icegreen.greenmail.util.GreenMail;
import jakarta.mail.Message.RecipientType;
import jakarta.mail.internet.MimeMessage;
import java.net.http.HttpClient;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.time.Moments;

/** Who is told of what is up, in how many letters, and who cannot be told. */
class LettersTest {

  private final TestSchool school = TestSchool.in("America/Halifax", 1);
  private final UUID student = school.students().iterator().next();
  private final UUID guardian =
      DemoServer.bean(People.class).studentsByGuardian(Set.of(student)).keySet().iterator().next();
  private final Postings postings = DemoServer.bean(Postings.class);

  @BeforeAll
  static void open() {
    DemoServer.address();
  }

  private UUID task(String title) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), LocalDate.parse("2026-10-02"))));
  }

  private UUID post(UUID task) {
    UUID posting = UUID.randomUUID();
    Instant now = DemoServer.bean(Clock.class).instant();
    Moments moments =
        new Moments(now.minusSeconds(1), now.plus(Duration.ofDays(2)), Optional.empty());
    postings.post(
        posting,
        school.teacher(),
        new PostingSheet(null, Set.of(task), "Bring glue.", "", Map.of(school.section(), moments)));
    return posting;
  }

  private static int in(String state, UUID person) {
    return TestSchool.count(
        "select count(*) from message where to_id = ? and state = ?", person, state);
  }

  private static void await(String state, UUID person, int count) {
    Awaitility.await().until(() -> in(state, person) == count);
  }

  private List<String> mailTo(UUID person) throws Exception {
    String address =
        DemoServer.bean(People.class).contacts(Set.of(person)).get(person).email().orElseThrow();
    List<String> bodies = new ArrayList<>();
    for (MimeMessage m : DemoServer.bean(GreenMail.class).getReceivedMessages()) {
      if (m.getRecipients(RecipientType.TO)[0].toString().equals(address)) {
        bodies.add(m.getSubject() + "\n" + m.getContent());
      }
    }
    return bodies;
  }

  /** What was told to the guardian waits once more, and is sent now, by as many jobs as named. */
  private void sendAgain(String... jobs) {
    TestSchool.sql()
        .sql(
            "update message set state = 'WAITING', sent_at = null, letter_id = null where to_id = ?")
        .param(guardian)
        .update();
    for (String job : jobs) {
      DemoServer.bean(SchedulerClient.class)
          .scheduleIfNotExists(
              TaskDescriptor.of("send", Void.class)
                  .instance(guardian + "@" + job)
                  .scheduledTo(Instant.now()));
    }
  }

  @Test
  void whatGoesUpTogetherIsToldInOneLetterWithEachTasksOwnMoment() throws Exception {
    post(task("Fold a beam"));
    post(task("Load a beam"));
    await("SENT", guardian, 2);
    int before = mailTo(guardian).size();
    // Both wait once more: however far apart they went up here, they leave together now, and once,
    // however many jobs set out with them.
    sendAgain("one", "two", "three");
    await("SENT", guardian, 2);
    List<String> letters = mailTo(guardian);
    assertThat(letters).hasSize(before + 1);
    assertThat(letters.getLast())
        .contains(", and 1 more")
        .contains("Fold a beam (20 min), due Friday, October 2, 11:59 p.m.")
        .contains("Load a beam (20 min), due Friday, October 2, 11:59 p.m.")
        .doesNotContain("p.m..")
        .containsOnlyOnce("Your family page: ");
  }

  @Test
  void whoHasNoAddressAndWhoseAddressIsRefusedIsNamedAtThePosting() throws Exception {
    TestSchool.sql().sql("update person set email = null where id = ?").param(guardian).update();
    TestSchool.sql()
        .sql("update person set email = 'not an address' where id = ?")
        .param(student)
        .update();
    UUID posting = post(task("Weigh it"));
    await("NO_ADDRESS", guardian, 1);
    await("REFUSED", student, 1);
    HttpClient desk = Caller.teacher(school.email());
    assertThat(Caller.get(desk, "/plan/post?posting=" + posting).body())
        .contains("1 have no address")
        .contains("1 were refused by the mail server")
        .contains("Guardian ")
        .contains("No students and no families were told by mail.");
  }

  @Test
  void whatCouldNotBeSentForADayIsGivenUpAndSaidAtThePosting() throws Exception {
    UUID posting = post(task("Too late"));
    await("SENT", guardian, 1);
    JavaMailSenderImpl mail = (JavaMailSenderImpl) DemoServer.bean(JavaMailSender.class);
    int port = mail.getPort();
    try {
      mail.setPort(1); // where nobody listens
      TestSchool.sql()
          .sql("update message set first_tried_at = timestamptz '2026-01-01' where to_id = ?")
          .param(guardian)
          .update();
      sendAgain("again");
      await("GIVEN_UP", guardian, 1);
    } finally {
      mail.setPort(port);
    }
    assertThat(Caller.get(Caller.teacher(school.email()), "/plan/post?posting=" + posting).body())
        .contains("for a day");
  }

  @Test
  void whatIsWithdrawnBeforeItsLetterLeavesIsNotTold() throws Exception {
    UUID posting = post(task("Withdrawn"));
    await("SENT", guardian, 1);
    postings.withdraw(postings.ofPosting(posting).getFirst().id());
    sendAgain("again");
    await("DROPPED", guardian, 1);
    assertThat(mailTo(guardian)).hasSize(1);
  }

  @Test
  void aTaskAddedAfterwardsIsToldOnceMoreToThoseItConcerns() throws Exception {
    UUID first = task("First");
    UUID second = task("Second");
    UUID posting = post(first);
    await("SENT", guardian, 1);
    HttpClient desk = Caller.teacher(school.email());
    String page = Caller.get(desk, "/plan/post?posting=" + posting).body();
    String seen = page.replaceAll("(?s).*/postings/.*?name=\"seen\" value=\"(\\w+)\".*", "$1");
    String[] fields = {
      "seen",
      seen,
      "task",
      first.toString(),
      "task",
      second.toString(),
      "toStudents",
      "Bring tape.",
      "tell",
      "true"
    };
    assertThat(Caller.form(desk, "/postings/" + posting, fields).statusCode()).isEqualTo(302);
    await("SENT", guardian, 2);
    assertThat(mailTo(guardian).getLast()).contains("Changed in ").contains("Second (20 min)");
    await("SENT", student, 2);
    assertThat(mailTo(student).getLast()).contains("Bring tape.").doesNotContain("Bring glue.");
    assertThat(Caller.form(desk, "/postings/" + posting, fields).statusCode())
        .isEqualTo(409); // it was changed since that form was opened
  }

  @Test
  void aLetterIsShownBeforeItIsSent() throws Exception {
    UUID task = task("Shown");
    HttpClient desk = Caller.teacher(school.email());
    String said =
        Caller.form(
                desk,
                "/plan/post/look",
                "week",
                "2026-09-28",
                "section",
                school.section().toString(),
                "task",
                task + "@" + school.section(),
                "goesUp",
                "today 6 p.m.",
                "due",
                "with its last task",
                "closes",
                "never",
                "toFamilies",
                "Ask to see it.")
            .body();
    assertThat(said)
        .contains("Wed, Sep 30, 6 p.m.")
        .contains("up today 6 p.m.")
        .contains("Ask to see it.");
  }
}
