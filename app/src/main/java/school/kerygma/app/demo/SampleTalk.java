package school.kerygma.app.demo;

import java.io.ByteArrayInputStream;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.talk.scripts.Scripts;

/** Makes a sample walkthrough for a teacher who has none: to be played, opened and taken apart. */
@Component
class SampleTalk implements Job {

  private static final String KIND = "sample";
  private static final String SCRIPT = "footbridge";
  private static final String SHEET = "Sample: the footbridge sheet";
  private static final String RUBRIC = "Sample: the footbridge rubric";
  private static final String TITLE = "Sample: the Footbridge Project";
  private static final Duration PAPERS_TAKE = Duration.ofMinutes(2);
  private static final int LOOKS = 240;

  private final Scripts scripts;
  private final Handouts handouts;
  private final TakingIn takingIn;
  private final DemoTalks talks;
  private final Jobs jobs;
  private final Clock clock;

  SampleTalk(
      Scripts scripts,
      Handouts handouts,
      TakingIn takingIn,
      DemoTalks talks,
      Jobs jobs,
      Clock clock) {
    this.scripts = scripts;
    this.handouts = handouts;
    this.takingIn = takingIn;
    this.talks = talks;
    this.jobs = jobs;
    this.clock = clock;
  }

  /** The sample of a teacher; it is made if there is none. */
  UUID of(UUID teacher) {
    Optional<UUID> made =
        scripts.ofTeacher(teacher).stream()
            .filter(Scripts.Head::sample)
            .map(Scripts.Head::id)
            .findFirst();
    return made.orElseGet(
        () -> {
          UUID walkthrough = scripts.writeSample(teacher, TITLE);
          jobs.start(KIND, walkthrough, teacher);
          return walkthrough;
        });
  }

  @Override
  public String kind() {
    return KIND;
  }

  @Override
  public Lane lane() {
    return Lane.TALKS;
  }

  @Override
  public void run(UUID walkthrough, Progress progress) {
    UUID teacher = scripts.ownerOf(walkthrough).orElseThrow(Problem::notFound);
    LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    progress.at(0, LOOKS + 1);
    takeIn(teacher, SHEET, DemoPapers.sheet(today));
    takeIn(teacher, RUBRIC, DemoPapers.rubric());
    Map<String, UUID> papers = papers(teacher, progress);
    DemoScript script = DemoScript.read(SCRIPT);
    talks.write(walkthrough, script, papers, Map.of());
    talks.record(walkthrough, script, SCRIPT, papers);
  }

  /** A paper that is there from a time before is not brought in twice. */
  private void takeIn(UUID teacher, String title, byte[] content) {
    if (handouts.ofTeacher(teacher).stream().noneMatch(h -> h.title().equals(title))) {
      takingIn.takeIn(teacher, title + ".pdf", new ByteArrayInputStream(content));
    }
  }

  /** Waits until the papers are read: other work does that. */
  private Map<String, UUID> papers(UUID teacher, Progress progress) {
    for (int look = 1; look <= LOOKS; look++) {
      progress.at(look, LOOKS + 1);
      Map<String, UUID> ready = new HashMap<>();
      List<Handouts.View> all = handouts.ofTeacher(teacher);
      all.stream()
          .filter(Handouts.View::ready)
          .forEach(
              h -> {
                if (h.title().equals(SHEET)) {
                  ready.put("sheet", h.id());
                } else if (h.title().equals(RUBRIC)) {
                  ready.put("rubric", h.id());
                }
              });
      if (ready.size() == 2) {
        return ready;
      }
      try {
        Thread.sleep(PAPERS_TAKE.dividedBy(LOOKS));
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IllegalStateException("Stopped while papers were read", e);
      }
    }
    throw Problem.refused("sample");
  }
}
