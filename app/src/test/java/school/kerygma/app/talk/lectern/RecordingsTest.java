package school.kerygma.app.talk.lectern;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.awaitility.Awaitility.await;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.PutAway;
import school.kerygma.app.ground.jobs.Shelf;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopOrder;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.captions.WebVtt;
import school.kerygma.core.handout.Box;
import school.kerygma.core.time.Span;
import school.kerygma.core.time.Spans;
import school.kerygma.core.walkthrough.Arrangement;
import school.kerygma.core.walkthrough.StopCells;
import school.kerygma.media.sound.Sound;
import tools.jackson.databind.json.JsonMapper;

/** Recordings that come in piece by piece, and what is made of them in the background. */
class RecordingsTest {

  @TempDir private Path directory;

  private final Recordings recordings = DemoServer.bean(Recordings.class);
  private final Scripts scripts = DemoServer.bean(Scripts.class);
  private final Jobs jobs = DemoServer.bean(Jobs.class);
  private final UUID owner =
      TestSchool.id("select id from person where email = ?", DemoServer.TEACHER);
  private final UUID page =
      TestSchool.id(
          "select p.id from page p join edition e on e.id = p.edition_id where file_name like 'Workbook%'");

  private UUID walkthrough() {
    UUID walkthrough = scripts.write(owner, "In pieces");
    StopView stop = scripts.stopsOf(walkthrough).getFirst();
    scripts.show(stop.id(), page, new Box(50, 50, 300, 200));
    return walkthrough;
  }

  private byte[] trace(UUID walkthrough) {
    UUID stop = scripts.stopsOf(walkthrough).getFirst().id();
    return DemoServer.bean(JsonMapper.class)
        .writeValueAsBytes(List.of(Map.of("t", 0, "do", "stop", "stop", stop)));
  }

  private static byte[] sound() throws IOException {
    try (var in = RecordingsTest.class.getResourceAsStream("/demo/narration/box-1.webm")) {
      return in.readAllBytes();
    }
  }

  private Jobs.View end(UUID work) {
    // With the takes there is more to do: the score is made of them.
    Papers.end(work);
    return jobs.find(work).orElseThrow();
  }

  /** Reference: the project's own published schema, JSON Schema 2020-12, checked by a library. */
  @Test
  void aPieceSentTwiceIsKeptOnceAndTheScoreThatIsMadeKeepsItsPublishedForm() throws IOException {
    UUID walkthrough = walkthrough();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, sound());
    recordings.keep(recording, "sound", 0, sound());
    recordings.keep(recording, "trace", 0, trace(walkthrough));
    recordings.keep(recording, "trace", 0, trace(walkthrough));
    UUID work = recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow();
    assertThat(end(work).state()).isEqualTo(Job.State.DONE);
    assertThat(recordings.finish(recording, Map.of("sound", 1, "trace", 1))).isPresent();
    assertThat(TestSchool.count("select count(*) from take where recording_id = ?", recording))
        .isEqualTo(1);

    Scores scores = DemoServer.bean(Scores.class);
    String body = scores.body(scores.current(walkthrough).orElseThrow().id());
    var schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("../docs/formats/score.schema.json")));
    assertThat(schema.validate(body, InputFormat.JSON)).isEmpty();
    assertThat(schema.validate(body.replace("durationMs", "length"), InputFormat.JSON))
        .isNotEmpty();
  }

  /** Were anything decoded or encoded, the recording that cannot be read any more would be told. */
  @Test
  void aChangeOfWordsMakesAScoreAnewAndDecodesAndEncodesNothing() throws IOException {
    UUID walkthrough = walkthrough();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, sound());
    recordings.keep(recording, "trace", 0, trace(walkthrough));
    assertThat(
            end(recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow()).state())
        .isEqualTo(Job.State.DONE);
    Scores scores = DemoServer.bean(Scores.class);
    UUID before = scores.current(walkthrough).orElseThrow().id();
    spoil(recording);
    StopView stop = scripts.stopsOf(walkthrough).getFirst();
    scripts.say(stop.id(), stop.version(), "Joints", "A box that lasts has joints.");
    await().until(() -> !scores.current(walkthrough).orElseThrow().id().equals(before));
    UUID after = scores.current(walkthrough).orElseThrow().id();
    assertThat(WebVtt.write(scores.cues(after, Optional.empty()))).contains("joints");
    assertThat(scores.soundOf(after, "webm").getContentAsByteArray())
        .isEqualTo(scores.soundOf(before, "webm").getContentAsByteArray());
  }

  /** Were the other stop encoded again, its recording that cannot be read would be told. */
  @Test
  void aStopThatIsSaidAgainIsEncodedAloneAndHeardAtItsPlace() throws IOException {
    UUID walkthrough = walkthrough();
    DemoServer.bean(StopOrder.class).addStop(walkthrough, 1);
    List<UUID> stops = scripts.stopsOf(walkthrough).stream().map(StopView::id).toList();
    Scores scores = DemoServer.bean(Scores.class);
    UUID first = recorded(walkthrough, stops.get(0), "/demo/narration/box-1.webm");
    recorded(walkthrough, stops.get(1), "/demo/narration/box-2.webm");
    Scores.Info before = scores.current(walkthrough).orElseThrow();
    spoil(first);
    recorded(walkthrough, stops.get(1), "/demo/narration/box-1.webm");
    Scores.Info after = scores.current(walkthrough).orElseThrow();
    long begins = before.order().programOf(stops.get(0)).orElseThrow().endMs();
    assertThat(after.order().programOf(stops.get(1)))
        .hasValueSatisfying(
            s -> {
              assertThat(s.startMs()).isEqualTo(begins);
              assertThat(s.lengthMs()).isEqualTo(begins);
            });
    assertThat(begins % StopCells.CELL_MS).isZero();
    Path heard = directory.resolve("heard.webm");
    Files.write(heard, scores.soundOf(after.id(), "webm").getContentAsByteArray());
    short[] samples = Sound.samples(heard);
    assertThat(samples.length / 16.0).isCloseTo(2.0 * begins, within(25.0));
    // The same was said twice, a cell's multiple apart: the second half sounds as the first.
    double difference = 0;
    double energy = 0;
    int half = (int) begins * 16;
    for (int i = 0; i < half - 1_600; i++) {
      difference += Math.pow(samples[i] - samples[i + half], 2);
      energy += Math.pow(samples[i], 2);
    }
    assertThat(difference / energy).isLessThan(0.05);
  }

  private UUID recorded(UUID walkthrough, UUID stop, String sound) throws IOException {
    UUID recording = recordings.begin(walkthrough);
    try (var in = RecordingsTest.class.getResourceAsStream(sound)) {
      recordings.keep(recording, "sound", 0, in.readAllBytes());
    }
    recordings.keep(
        recording,
        "trace",
        0,
        DemoServer.bean(JsonMapper.class)
            .writeValueAsBytes(List.of(Map.of("t", 0, "do", "stop", "stop", stop))));
    UUID work = recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow();
    assertThat(end(work).state()).isEqualTo(Job.State.DONE);
    return recording;
  }

  private static void spoil(UUID recording) throws IOException {
    UUID track =
        TestSchool.id("select id from track where recording_id = ? and name = 'sound'", recording);
    Files.write(
        DemoServer.bean(MediaStore.class)
            .find("recordings/" + track + ".webm")
            .orElseThrow()
            .getFile()
            .toPath(),
        new byte[] {1, 2, 3});
  }

  /** Several stops of one recording: what is cut out of each is its own. */
  @Test
  void whatIsCutOutOfStopsOfOneRecordingStaysCutOutOfEach() throws IOException {
    UUID walkthrough = walkthrough();
    DemoServer.bean(StopOrder.class).addStop(walkthrough, 1);
    DemoServer.bean(StopOrder.class).addStop(walkthrough, 2);
    List<UUID> stops = scripts.stopsOf(walkthrough).stream().map(StopView::id).toList();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, sound());
    recordings.keep(
        recording,
        "trace",
        0,
        DemoServer.bean(JsonMapper.class)
            .writeValueAsBytes(
                List.of(
                    Map.of("t", 0, "do", "stop", "stop", stops.get(0)),
                    Map.of("t", 2_000, "do", "stop", "stop", stops.get(1)),
                    Map.of("t", 4_000, "do", "stop", "stop", stops.get(2)))));
    end(recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow());
    Arrangements arrangements = DemoServer.bean(Arrangements.class);
    Map<UUID, Arrangement> asSeen = arrangements.of(walkthrough);
    for (UUID stop : stops) {
      arrangements.arrange(walkthrough, stop, asSeen.get(stop).cut(Span.of(300, 700)));
    }
    Map<UUID, Arrangement> now = arrangements.of(walkthrough);
    for (UUID stop : stops) {
      assertThat(now.get(stop).cutsOnClock()).isEqualTo(Spans.of(Span.of(300, 700)));
    }
    arrangements.arrange(walkthrough, stops.get(1), asSeen.get(stops.get(1))); // It is undone.
    assertThat(arrangements.of(walkthrough).get(stops.get(0)).playedMs()).isEqualTo(1_600);
    assertThat(arrangements.of(walkthrough).get(stops.get(1)).playedMs()).isEqualTo(2_000);
  }

  @Test
  void aRecordingThatGoesOnIsNotEndedFromAnotherDeviceAndOneThrownAwayIsTakenOutAgain()
      throws IOException {
    UUID walkthrough = walkthrough();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, sound());
    recordings.heard(recording, "desk");
    assertThat(recordings.interrupted(walkthrough, "desk").getFirst().elsewhere()).isFalse();
    assertThat(recordings.interrupted(walkthrough, "phone").getFirst().elsewhere()).isTrue();
    assertThatThrownBy(() -> recordings.checkQuiet(recording, "phone"))
        .hasMessage("recording-runs-elsewhere");
    recordings.checkQuiet(recording, "desk");

    recordings.discard(recording);
    assertThat(recordings.interrupted(walkthrough, "desk")).isEmpty();
    Shelf shelf = DemoServer.bean(Shelf.class);
    assertThat(shelf.of(Shelf.Of.RECORDING, owner)).extracting(PutAway::id).contains(recording);
    shelf.takeOut(Shelf.Of.RECORDING, recording);
    assertThat(recordings.interrupted(walkthrough, "desk"))
        .extracting(Recordings.Interrupted::id)
        .containsExactly(recording);
    assertThat(end(recordings.keep(recording).orElseThrow()).state()).isEqualTo(Job.State.DONE);
  }

  @Test
  void aRecordingOfWhichAPieceIsMissingIsNotEndedYet() throws IOException {
    UUID recording = recordings.begin(walkthrough());
    recordings.keep(recording, "sound", 1, sound());
    assertThatThrownBy(() -> recordings.finish(recording, Map.of("sound", 2, "trace", 0)))
        .isInstanceOf(Problem.class)
        .hasMessage("pieces-missing");
  }

  @Test
  void whatCannotBeReadAsSoundIsSaidAndItsPiecesAreKept() {
    UUID walkthrough = walkthrough();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, "no sound at all".getBytes());
    Jobs.View end = end(recordings.finish(recording, Map.of("sound", 1, "trace", 0)).orElseThrow());
    assertThat(end.state()).isEqualTo(Job.State.FAILED);
    assertThat(end.problem()).isEqualTo("problem.sound-unreadable");
    assertThat(recordings.interrupted(walkthrough, ""))
        .extracting(Recordings.Interrupted::id)
        .containsExactly(recording);
  }

  @Test
  void workThatIsCancelledBeforeItBeginsDoesNothing() throws IOException {
    UUID walkthrough = walkthrough();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, sound());
    recordings.keep(recording, "trace", 0, trace(walkthrough));
    UUID work = recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow();
    jobs.cancel(work);
    await()
        .until(
            () ->
                TestSchool.count(
                        "select count(*) from scheduled_tasks where task_instance = ?",
                        work.toString())
                    == 0);
    assertThat(jobs.find(work).orElseThrow().state()).isIn(Job.State.CANCELLED, Job.State.DONE);
  }

  @Test
  void aRecordingThatWasEndedTakesNothingMore() throws IOException {
    UUID walkthrough = walkthrough();
    UUID recording = recordings.begin(walkthrough);
    recordings.keep(recording, "sound", 0, sound());
    recordings.keep(recording, "trace", 0, trace(walkthrough));
    end(recordings.finish(recording, Map.of("sound", 1, "trace", 1)).orElseThrow());
    assertThatThrownBy(() -> recordings.keep(recording, "sound", 1, new byte[] {1}))
        .isInstanceOf(Problem.class)
        .hasMessage("recording-over");
  }
}
