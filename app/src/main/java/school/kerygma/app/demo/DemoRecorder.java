package school.kerygma.app.demo;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.talk.lectern.Recordings;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.SnapTargets;
import tools.jackson.databind.json.JsonMapper;

/**
 * Stands at the lectern: sends a spoken narration and the gestures that go with it, piece by piece.
 */
@Component
class DemoRecorder {

  private static final int PIECE_BYTES = 16 * 1024;
  private static final int POINT_EVERY_MS = 100;
  private static final String PICTURES = "picture-1";

  private final Recordings recordings;
  private final Handouts handouts;
  private final JsonMapper json;

  DemoRecorder(Recordings recordings, Handouts handouts, JsonMapper json) {
    this.recordings = recordings;
    this.handouts = handouts;
    this.json = json;
  }

  /** Records one stop. */
  void record(UUID walkthrough, UUID stop, UUID page, DemoScript.DemoStop demo, String narration) {
    byte[] sound = shipped("narration/" + narration + ".webm");
    long lengthMs = sound.length * 8L * 1000 / 26_000; // About 26 kbit/s: gestures need no better.
    UUID recording = recordings.begin(walkthrough);
    int pieces = keepSound(recording, sound);
    recordings.keep(
        recording, "trace", 0, json.writeValueAsBytes(trace(stop, page, demo, lengthMs)));
    for (DemoScript.DemoClip clip : demo.clips()) {
      recordings.keep(recording, PICTURES, 0, shipped("clips/" + clip.name() + ".mp4"));
    }
    recordings.finish(recording, Map.of("sound", pieces, "trace", 1));
  }

  /** A file that ships with the demonstration. */
  static byte[] shipped(String name) {
    try (InputStream in = DemoRecorder.class.getResourceAsStream("/demo/" + name)) {
      return in.readAllBytes();
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** Begins to record, and throws away what there is. */
  void recordInVain(UUID walkthrough) {
    UUID recording = recordings.begin(walkthrough);
    keepSound(recording, shipped("narration/box-1.webm"));
    recordings.discard(recording);
  }

  /** Sends it as the lectern does, in pieces. */
  private int keepSound(UUID recording, byte[] sound) {
    int pieces = 0;
    for (int from = 0; from < sound.length; from += PIECE_BYTES) {
      recordings.keep(
          recording,
          "sound",
          pieces++,
          Arrays.copyOfRange(sound, from, Math.min(sound.length, from + PIECE_BYTES)));
    }
    return pieces;
  }

  private List<Map<String, Object>> trace(
      UUID stop, UUID page, DemoScript.DemoStop demo, long lengthMs) {
    SnapTargets targets = handouts.targets(page);
    List<Map<String, Object>> events = new ArrayList<>();
    events.add(Map.of("t", 0, "do", "stop", "stop", stop));
    int number = 0;
    double[] from = null;
    long before = 400;
    for (DemoScript.DemoMark mark : demo.marks()) {
      SnapTargets.Target target = find(targets, mark);
      Box box = target.boxes().getFirst();
      long at = Math.round(mark.at() * lengthMs);
      double[] to = {box.x() + Math.min(box.width() / 2, 60), box.centerY()};
      movePointer(
          events,
          page,
          from == null ? new double[] {to[0] + 140, to[1] + 60} : from,
          to,
          Math.max(before, at - 900),
          at);
      boolean numbered = mark.kind().equals("number");
      events.add(
          Map.of(
              "t",
              at,
              "do",
              "mark",
              "kind",
              mark.kind(),
              "page",
              page,
              "number",
              numbered ? ++number : 0,
              "words",
              target.text(),
              "boxes",
              target.boxes().stream()
                  .map(b -> List.of(b.x(), b.y(), b.width(), b.height()))
                  .toList()));
      before = at;
      from = to;
    }
    for (DemoScript.DemoJot jot : demo.jots()) {
      events.add(
          Map.of(
              "t",
              Math.round(jot.at() * lengthMs),
              "do",
              "jot",
              "id",
              UUID.randomUUID(),
              "page",
              page,
              "words",
              jot.words()));
    }
    for (DemoScript.DemoClip clip : demo.clips()) {
      play(events, Math.round(clip.at() * lengthMs));
    }
    return events;
  }

  /** A clip lies on the desk, in the shape of the stage. */
  private static void play(List<Map<String, Object>> events, long at) {
    UUID shown = UUID.randomUUID();
    List<Integer> size = List.of(1600, 900);
    events.add(Map.of("t", at, "do", "gone"));
    events.add(
        Map.of(
            "t", at, "do", "picture", "id", shown, "kind", "clip", "track", PICTURES, "zero", at,
            "size", size));
    events.add(
        Map.of("t", at, "do", "look", "page", shown, "view", List.of(0, 0, 1600, 900), "over", 0));
  }

  private static void movePointer(
      List<Map<String, Object>> events,
      UUID page,
      double[] from,
      double[] to,
      long start,
      long end) {
    for (long t = start; t < end; t += POINT_EVERY_MS) {
      double share = (double) (t - start) / Math.max(1, end - start);
      double eased = share * share * (3 - 2 * share);
      events.add(
          Map.of(
              "t",
              t,
              "do",
              "point",
              "page",
              page,
              "x",
              from[0] + (to[0] - from[0]) * eased,
              "y",
              from[1] + (to[1] - from[1]) * eased));
    }
  }

  private static SnapTargets.Target find(SnapTargets targets, DemoScript.DemoMark mark) {
    List<SnapTargets.Target> among =
        switch (mark.on()) {
          case "words" -> targets.words();
          case "lines" -> targets.lines();
          case "sentences" -> targets.sentences();
          default -> targets.blocks();
        };
    return among.stream()
        .filter(t -> t.text().contains(mark.phrase()))
        .findFirst()
        .orElseThrow(
            () -> new IllegalStateException("The demonstration's paper lacks: " + mark.phrase()));
  }
}
