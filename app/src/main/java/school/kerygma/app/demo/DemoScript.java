package school.kerygma.app.demo;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * A script of the demonstration, as its text file has it.
 *
 * @param title of the walkthrough
 */
record DemoScript(String title, List<DemoStop> stops) {

  /**
   * A stop: what it shows, what is marked when, what it ties to, what is said.
   *
   * @param paper short name of the paper
   * @param top share of the page at which the frame begins
   * @param bottom share of the page at which it ends
   * @param checks questions at its end, line by line; may be empty
   * @param spanish the same in Spanish, sentence by sentence; empty if nobody has written it
   */
  record DemoStop(
      String title,
      String paper,
      int page,
      double top,
      double bottom,
      List<DemoMark> marks,
      List<DemoJot> jots,
      List<DemoClip> clips,
      List<String> ties,
      String spanish,
      String checks,
      String say) {}

  /**
   * A mark.
   *
   * @param at share of the stop's length
   * @param on words, lines, sentences or blocks
   */
  record DemoMark(double at, String kind, String on, String phrase) {}

  /** What is jotted down, at a share of the stop's length. */
  record DemoJot(double at, String words) {}

  /** A clip that is played from a share of the stop's length to its end. */
  record DemoClip(double at, String name) {}

  static DemoScript read(String name) {
    String title = "";
    List<DemoStop> stops = new ArrayList<>();
    List<DemoMark> marks = new ArrayList<>();
    List<DemoJot> jots = new ArrayList<>();
    List<DemoClip> clips = new ArrayList<>();
    List<String> ties = new ArrayList<>();
    String stop = "";
    String spanish = "";
    StringBuilder checks = new StringBuilder();
    String[] sight = {};
    for (String line : lines(name)) {
      String key = line.contains(": ") ? line.substring(0, line.indexOf(':')) : "";
      String value = line.substring(Math.min(line.length(), key.length() + 2));
      switch (key) {
        case "title" -> title = value;
        case "stop" -> {
          stop = value;
          spanish = "";
          checks = new StringBuilder();
          marks = new ArrayList<>();
          jots = new ArrayList<>();
          clips = new ArrayList<>();
          ties = new ArrayList<>();
        }
        case "sight" -> sight = value.split(" ");
        case "mark" -> {
          String[] part = value.split(" ", 4);
          marks.add(new DemoMark(Double.parseDouble(part[0]), part[1], part[2], part[3]));
        }
        case "jot" -> {
          String[] part = value.split(" ", 2);
          jots.add(new DemoJot(Double.parseDouble(part[0]), part[1]));
        }
        case "clip" -> {
          String[] part = value.split(" ", 2);
          clips.add(new DemoClip(Double.parseDouble(part[0]), part[1]));
        }
        case "tie" -> ties.add(value);
        case "es" -> spanish = value;
        case "ask" -> checks.append(value).append('\n');
        case "say" ->
            stops.add(
                new DemoStop(
                    stop,
                    sight[0],
                    Integer.parseInt(sight[1]),
                    Double.parseDouble(sight[2]),
                    Double.parseDouble(sight[3]),
                    List.copyOf(marks),
                    List.copyOf(jots),
                    List.copyOf(clips),
                    List.copyOf(ties),
                    spanish,
                    checks.toString(),
                    value));
        default -> {
          // An empty line between stops.
        }
      }
    }
    return new DemoScript(title, List.copyOf(stops));
  }

  private static List<String> lines(String name) {
    try (BufferedReader in =
        new BufferedReader(
            new InputStreamReader(
                DemoScript.class.getResourceAsStream("/demo/" + name + ".txt"),
                StandardCharsets.UTF_8))) {
      return in.lines().toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
