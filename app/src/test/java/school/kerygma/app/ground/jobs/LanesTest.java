package school.kerygma.app.ground.jobs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
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
import org.junit.jupiter.api.Test;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.handin.FilesOfWork;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.Shape;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.time.Moments;

/** Long work of one kind does not hold what people wait for. */
class LanesTest {

  /** A page that takes a reader longer than a page may: dashes of a thousandth of a point. */
  private static byte[] endless() {
    String content = "[0.001] 0 d 1 w " + "0 0 m 600 800 l 0 800 l S ".repeat(30_000);
    return ("%PDF-1.4\n1 0 obj <</Type/Catalog/Pages 2 0 R>> endobj\n"
            + "2 0 obj <</Type/Pages/Kids[3 0 R]/Count 1>> endobj\n"
            + "3 0 obj <</Type/Page/Parent 2 0 R/MediaBox[0 0 600 800]/Contents 4 0 R>> endobj\n4 0 obj <</Length "
            + content.length()
            + ">> stream\n"
            + content
            + "\nendstream endobj\ntrailer <</Root 1 0 R>>\n%%EOF\n")
        .getBytes(StandardCharsets.US_ASCII);
  }

  @Test
  void papersThatNeverEndHoldNeitherAGoUpNorLettersAndWhatWaitsBehindThemIsCancelledAtOnce() {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    Handouts handouts = DemoServer.bean(Handouts.class);
    TakingIn takingIn = DemoServer.bean(TakingIn.class);
    Jobs jobs = DemoServer.bean(Jobs.class);
    List<TakingIn.TakenIn> papers = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      papers.add(
          takingIn.takeIn(
              school.teacher(), "endless" + i + ".pdf", new ByteArrayInputStream(endless())));
    }
    await()
        .until(
            () ->
                papers.stream()
                        .filter(p -> jobs.find(p.work()).orElseThrow().state() == Job.State.RUNNING)
                        .count()
                    == 2);
    UUID posting = UUID.randomUUID();
    Instant now = DemoServer.bean(Clock.class).instant();
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Read", 20, Map.of(school.section(), LocalDate.parse("2026-10-01"))));
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
                        now.minusSeconds(1), now.plus(Duration.ofDays(1)), Optional.empty()))));
    await()
        .atMost(Duration.ofSeconds(25))
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from message m join delivery d on d.id = m.delivery_id where posting_id = ? and sent_at is not null",
                        posting)
                    == 2);
    aStudentsAnswerIsReadMeanwhile(school, task);
    TakingIn.TakenIn waiting =
        papers.stream()
            .filter(p -> jobs.find(p.work()).orElseThrow().state() == Job.State.WAITING)
            .findFirst()
            .orElseThrow();
    jobs.cancel(waiting.work());
    assertThat(handouts.ownerOf(waiting.handout())).isEmpty();
    papers.forEach(p -> jobs.cancel(p.work()));
    // They would stop at their next page, which never comes: their readers end (known by their
    // heap).
    ProcessHandle.current()
        .descendants()
        .filter(p -> p.info().commandLine().orElse("").contains("-Xmx768m"))
        .forEach(ProcessHandle::destroyForcibly);
    await().until(() -> papers.stream().allMatch(p -> handouts.ownerOf(p.handout()).isEmpty()));
  }

  private static void aStudentsAnswerIsReadMeanwhile(TestSchool school, UUID task) {
    HandIns handIns = DemoServer.bean(HandIns.class);
    FilesOfWork files = DemoServer.bean(FilesOfWork.class);
    UUID student = school.students().iterator().next();
    Instant due = DemoServer.bean(Clock.class).instant().plus(Duration.ofDays(1));
    byte[] words = "A truss carries its load to both ends.".getBytes(StandardCharsets.US_ASCII);
    UUID file =
        files.announce(
            new HandIns.Asked(
                task, school.section(), HandInRule.read("files"), due, Optional.empty()),
            student,
            "answer.txt",
            words.length,
            Shape.FILE);
    files.receive(file, student, new ByteArrayInputStream(words));
    await()
        .until(
            () ->
                handIns.of(task, student).stream()
                    .flatMap(v -> v.files().stream())
                    .noneMatch(f -> f.reading() || f.arriving()));
  }
}
