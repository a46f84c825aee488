package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.app.planning.TaskSheet;
import school.kerygma.app.planning.Tasks;
import school.kerygma.app.posting.DeliveryView;
import school.kerygma.app.posting.PostingSheet;
import school.kerygma.app.posting.Postings;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.sections.Sections;
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
    await().atMost(Duration.ofSeconds(60)).until(() -> messages(posting) == 6);
    DeliveryView delivery = postings.ofPosting(posting).getFirst();
    postings.change(delivery.id(), upFor(Duration.ofDays(3)));
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
        .atMost(Duration.ofSeconds(60))
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
}
