package school.kerygma.app;

import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.scores.Listening;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.handout.Box;
import school.kerygma.core.time.Moments;
import tools.jackson.databind.json.JsonMapper;

/** What tests of papers need: papers that are read, recorded over and put up. */
public final class Papers {

  private Papers() {}

  /** Writes a paper of the Open Document Format (ISO 26300) by hand. */
  public static Path open(Path file, String mediaType, String body) throws IOException {
    Map<String, String> entries = new LinkedHashMap<>();
    entries.put("mimetype", mediaType);
    entries.put(
        "META-INF/manifest.xml",
        "<manifest:manifest xmlns:manifest=\"urn:oasis:names:tc:opendocument:xmlns:manifest:1.0\">"
            + "<manifest:file-entry manifest:full-path=\"/\" manifest:media-type=\""
            + mediaType
            + "\"/><manifest:file-entry manifest:full-path=\"content.xml\""
            + " manifest:media-type=\"text/xml\"/></manifest:manifest>");
    entries.put(
        "content.xml",
        "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
            + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\""
            + " xmlns:draw=\"urn:oasis:names:tc:opendocument:xmlns:drawing:1.0\""
            + " xmlns:svg=\"urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0\""
            + " office:version=\"1.2\"><office:body>"
            + body
            + "</office:body></office:document-content>");
    return zip(file, entries);
  }

  public static Path zip(Path file, Map<String, String> entries) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, String> entry : entries.entrySet()) {
        zip.putNextEntry(new ZipEntry(entry.getKey()));
        zip.write(entry.getValue().getBytes(StandardCharsets.UTF_8));
      }
    }
    return file;
  }

  public static UUID bring(TestSchool school, Path file) throws IOException {
    TakingIn.TakenIn taken =
        DemoServer.bean(TakingIn.class)
            .takeIn(school.teacher(), file.getFileName().toString(), Files.newInputStream(file));
    end(taken.work());
    return taken.handout();
  }

  public static void bringEdition(TestSchool school, UUID handout, Path file) throws IOException {
    end(
        DemoServer.bean(TakingIn.class)
            .takeInEdition(
                school.teacher(),
                handout,
                file.getFileName().toString(),
                Files.newInputStream(file))
            .work());
  }

  /** Waits for work and what follows it; of a talk until its words are heard. */
  public static void end(UUID work) {
    Jobs jobs = DemoServer.bean(Jobs.class);
    await().until(() -> jobs.orWhatFollows(work).orElseThrow().state().isOver());
    heard(jobs.find(work).orElseThrow().subject());
  }

  /** Waits until the words of a talk are heard, and are in what is played. */
  public static void heard(UUID walkthrough) {
    await()
        .until(
            () ->
                !DemoServer.bean(Listening.class).isUnderWay(walkthrough)
                    && DemoServer.bean(Jobs.class)
                        .latest(walkthrough)
                        .filter(w -> !w.state().isOver())
                        .isEmpty());
  }

  public static List<UUID> pages(UUID handout) {
    return DemoServer.bean(Handouts.class).get(handout).shown().stream().map(PageView::id).toList();
  }

  /** Puts a task up for which the paper is to be read. */
  public static void putUp(TestSchool school, UUID handout, Optional<UUID> walkthrough) {
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Read " + handout, 10, Map.of()).reading(Set.of(handout), 0));
    Instant now = DemoServer.bean(java.time.Clock.class).instant();
    DemoServer.bean(Postings.class)
        .post(
            UUID.randomUUID(),
            school.teacher(),
            new PostingSheet(
                walkthrough.orElse(null),
                Set.of(task),
                "",
                "",
                Map.of(
                    school.section(),
                    new Moments(now, now.plus(Duration.ofDays(2)), Optional.empty()))));
  }

  /** A walkthrough of one stop that shows a frame of a page, recorded with some events. */
  public static UUID recorded(
      TestSchool school, UUID page, Box frame, List<Map<String, Object>> events)
      throws IOException {
    Scripts scripts = DemoServer.bean(Scripts.class);
    Recordings recordings = DemoServer.bean(Recordings.class);
    UUID walkthrough = scripts.write(school.teacher(), "Over " + page);
    StopView stop = scripts.stopsOf(walkthrough).getFirst();
    scripts.show(stop.id(), page, frame);
    UUID recording = recordings.begin(walkthrough);
    try (var in = Papers.class.getResourceAsStream("/demo/narration/box-1.webm")) {
      recordings.keep(recording, "sound", 0, in.readAllBytes());
    }
    List<Map<String, Object>> all = new java.util.ArrayList<>();
    all.add(Map.of("t", 0, "do", "stop", "stop", stop.id()));
    all.addAll(events);
    recordings.keep(
        recording, "trace", 0, DemoServer.bean(JsonMapper.class).writeValueAsBytes(all));
    end(recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow());
    return walkthrough;
  }
}
