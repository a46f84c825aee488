package school.kerygma.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.handout.Box;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * How long a cut in a walkthrough of twenty minutes takes until its sound is ready, against putting
 * all of it together for the first time. In the row it is heard at once: the browser plays around
 * it.
 */
final class RepairTime {

  private static final int STOPS = 20;
  private static final int STOP_SECONDS = 60;

  private RepairTime() {}

  static void measure(BenchSchool school, Path narration) throws Exception {
    Path directory = Files.createTempDirectory("kerygma-bench-repair");
    Path sound = BenchSchool.sound(directory, narration, STOPS * STOP_SECONDS);
    UUID owner = school.id("select id from person where email = 'odalys.brandt@tidewater.example'");
    PageView page = school.bean(Handouts.class).pagesOfTeacher(owner).getFirst();
    Scripts scripts = school.bean(Scripts.class);
    UUID walkthrough = scripts.write(owner, "Twenty minutes");
    // In another language than English nothing is listened to: that would be measured most.
    school
        .bean(JdbcClient.class)
        .sql("update walkthrough set language = 'es' where id = ?")
        .param(walkthrough)
        .update();
    for (int i = 1; i < STOPS; i++) {
      school.bean(StopOrder.class).addStop(walkthrough, i);
    }
    List<StopView> stops = scripts.stopsOf(walkthrough);
    List<Map<String, Object>> events = new ArrayList<>();
    for (int i = 0; i < STOPS; i++) {
      UUID stop = stops.get(i).id();
      scripts.show(stop, page.id(), new Box(0, 0, page.width(), page.height() / 4));
      events.add(Map.of("t", i * STOP_SECONDS * 1000, "do", "stop", "stop", stop));
    }
    Recordings recordings = school.bean(Recordings.class);
    UUID recording = recordings.begin(walkthrough);
    byte[] bytes = Files.readAllBytes(sound);
    int pieces = 0;
    for (int from = 0; from < bytes.length; from += 8_000) {
      int until = Math.min(bytes.length, from + 8_000);
      recordings.keep(recording, "sound", pieces++, Arrays.copyOfRange(bytes, from, until));
    }
    recordings.keep(recording, "trace", 0, school.bean(JsonMapper.class).writeValueAsBytes(events));
    long began = System.nanoTime();
    recordings.finish(recording, Map.of("sound", pieces, "trace", 1));
    UUID before = compiled(school, walkthrough, null);
    double whole = seconds(began);

    Visitor teacher =
        Visitor.teacher(school.address(), "odalys.brandt@tidewater.example", "footbridge");
    JsonNode line =
        school
            .bean(JsonMapper.class)
            .readTree(teacher.get("/walkthroughs/" + walkthrough + "/sound-lines"))
            .required("stops")
            .required(STOPS / 2);
    String cut =
        "{\"kind\":\"CUT\",\"token\":\"%s\",\"fromMs\":30000,\"untilMs\":33000,\"atMs\":0}"
            .formatted(line.required("token").asString());
    began = System.nanoTime();
    teacher.post(
        "/stops/" + line.required("stop").asString() + "/repair", "application/json", cut, 200);
    double told = seconds(began);
    compiled(school, walkthrough, before);
    double ready = seconds(began);
    System.out.printf(
        Locale.ROOT,
        "repair: a cut in %d minutes is told in %.3f and ready in %.3f of the time that all of it took (%.1f s of %.1f s; at most 3 s)%n",
        STOPS * STOP_SECONDS / 60,
        told / whole,
        ready / whole,
        ready,
        whole);
  }

  /** Waits until there is a score that is not an older one. */
  private static UUID compiled(
      BenchSchool school, UUID walkthrough, @org.jspecify.annotations.Nullable UUID older)
      throws InterruptedException {
    Scores scores = school.bean(Scores.class);
    Jobs jobs = school.bean(Jobs.class);
    while (true) {
      boolean over = jobs.latest(walkthrough).filter(w -> !w.state().isOver()).isEmpty();
      var current = scores.current(walkthrough).map(Scores.Info::id);
      if (over && current.isPresent() && !current.get().equals(older)) {
        return current.get();
      }
      Thread.sleep(20);
    }
  }

  private static double seconds(long since) {
    return (System.nanoTime() - since) / 1e9;
  }
}
