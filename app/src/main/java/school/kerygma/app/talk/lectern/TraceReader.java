package school.kerygma.app.talk.lectern;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.voice.SoundLoss;
import school.kerygma.core.walkthrough.TraceEvent;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads pieces of a trace as the lectern writes them; docs/formats/trace.schema.json describes
 * them.
 */
final class TraceReader {

  /** Points further from a page than this are no places. */
  private static final double FARTHEST = 30_000;

  private static final int MOST_JOTTED = 300;

  private TraceReader() {}

  /**
   * What stands in one piece.
   *
   * @param clocks what it says of the clocks of machine and sound
   */
  record Piece(List<TraceEvent> events, List<SoundLoss.Reading> clocks) {}

  /**
   * Reads one piece.
   *
   * @throws IllegalArgumentException if anything in it is not as it should be
   */
  static Piece read(String piece, JsonMapper json) {
    try {
      List<TraceEvent> events = new ArrayList<>();
      List<SoundLoss.Reading> clocks = new ArrayList<>();
      for (JsonNode node : json.readTree(piece)) {
        if (isClock(node)) {
          clocks.add(
              new SoundLoss.Reading(
                  node.required("t").longValue(),
                  node.required("lag").longValue(),
                  node.path("afresh").asBoolean(false)));
        } else {
          events.add(event(node));
        }
      }
      return new Piece(events, clocks);
    } catch (JacksonException e) {
      throw new IllegalArgumentException("No trace: " + e.getOriginalMessage(), e);
    }
  }

  private static boolean isClock(JsonNode node) {
    return node.required("do").asString().equals("clock");
  }

  private static TraceEvent event(JsonNode n) {
    long at = n.required("t").longValue();
    return switch (n.required("do").asString()) {
      case "stop" ->
          new TraceEvent.StopBegins(
              at, uuid(n.required("stop")), n.path("continues").asBoolean(false));
      case "look" ->
          new TraceEvent.Look(
              at,
              uuid(n.required("page")),
              box(n.required("view")),
              Math.clamp(n.path("over").asLong(0), 0L, 5000L));
      case "point" ->
          new TraceEvent.Point(
              at, uuid(n.required("page")), place(n.required("x")), place(n.required("y")));
      case "gone" -> new TraceEvent.PointerGone(at);
      case "mark" ->
          n.path("kind").asString("").equals("ink")
              ? new TraceEvent.MarkMade(at, ink(n), Math.clamp(n.path("over").asLong(0), 0, 60_000))
              : n.path("kind").asString("").equals("filled")
                  ? new TraceEvent.MarkMade(
                      at, mark(n), Math.clamp(n.path("over").asLong(0), 0, 60_000))
                  : new TraceEvent.MarkMade(at, mark(n));
      case "cover" ->
          new TraceEvent.Covered(at, uuid(n.required("id")), uuid(n.required("page")), boxes(n));
      case "uncover" -> new TraceEvent.Uncovered(at, uuid(n.required("id")));
      case "jot" ->
          new TraceEvent.Jotted(
              at,
              uuid(n.required("id")),
              uuid(n.required("page")),
              shortened(n.path("words").asString(""), MOST_JOTTED));
      case "picture" ->
          new TraceEvent.PictureBegins(
              at,
              uuid(n.required("id")),
              TraceEvent.PictureKind.valueOf(
                  n.required("kind").asString().toUpperCase(Locale.ROOT)),
              shortened(n.required("track").asString(), 40),
              n.required("zero").longValue(),
              side(n.required("size").required(0)),
              side(n.required("size").required(1)));
      case "place" ->
          new TraceEvent.PicturePlaced(at, uuid(n.required("id")), box(n.required("box")));
      case "hold" ->
          new TraceEvent.PictureHeld(at, uuid(n.required("id")), n.path("still").asBoolean(true));
      case "sound" ->
          new TraceEvent.SoundBegins(
              at, shortened(n.required("track").asString(), 40), n.required("zero").longValue());
      case "picture-gone" -> new TraceEvent.PictureGone(at, uuid(n.required("id")));
      case "back" -> new TraceEvent.TakenBack(at, uuid(n.required("page")));
      case "wipe" -> new TraceEvent.Wiped(at, uuid(n.required("page")));
      default -> throw new IllegalArgumentException("Nobody does " + n.required("do"));
    };
  }

  private static String shortened(String text, int most) {
    return text.substring(0, Math.min(most, text.length()));
  }

  private static Mark mark(JsonNode n) {
    return Mark.of(
        Mark.Kind.valueOf(n.required("kind").asString().toUpperCase(Locale.ROOT)),
        uuid(n.required("page")),
        boxes(n),
        n.path("number").asInt(0),
        shortened(n.path("words").asString(""), 500));
  }

  private static List<Box> boxes(JsonNode n) {
    List<Box> boxes = new ArrayList<>();
    n.required("boxes").forEach(b -> boxes.add(box(b)));
    return boxes;
  }

  private static Mark ink(JsonNode n) {
    double width = Math.clamp(place(n.required("width")), 0.1, 20);
    List<Ink.Point> raw = new ArrayList<>();
    for (JsonNode p : n.required("ink")) {
      raw.add(
          new Ink.Point(
              place(p.required(0)), place(p.required(1)), Ink.width(width, place(p.required(2)))));
    }
    if (raw.isEmpty() || raw.size() > Ink.MOST_POINTS) {
      throw new IllegalArgumentException("No line of ink: " + raw.size());
    }
    return new Mark.InkLine(uuid(n.required("page")), Ink.smooth(raw));
  }

  private static Box box(JsonNode n) {
    return new Box(
        place(n.required(0)), place(n.required(1)), place(n.required(2)), place(n.required(3)));
  }

  private static double place(JsonNode n) {
    double value = n.doubleValue();
    if (Math.abs(value) > FARTHEST) {
      throw new IllegalArgumentException("No place on a page: " + value);
    }
    return value;
  }

  private static double side(JsonNode n) {
    double value = place(n);
    if (value < 1) {
      throw new IllegalArgumentException("No picture: " + value);
    }
    return value;
  }

  private static UUID uuid(JsonNode n) {
    return UUID.fromString(n.asString());
  }
}
