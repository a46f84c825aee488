package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Writes and reads SubRip (.srt), which has no standard: numbered blocks with a line of times, a
 * comma before the milliseconds, and lines of text, as players everywhere read it (common
 * practice).
 */
public final class SubRip {

  /** A file that is none, and where it goes wrong. */
  public static final class Unreadable extends RuntimeException {

    private final int line;

    /** Line from 1. */
    public int line() {
      return line;
    }

    Unreadable(int line, String text) {
      super("Line " + line + " is no line of times: " + text);
      this.line = line;
    }
  }

  private static final Pattern TIMES =
      Pattern.compile(
          "\\s*(\\d{1,3}):([0-5]?\\d):([0-5]?\\d)[,.](\\d{1,3})\\s*-->\\s*(\\d{1,3}):([0-5]?\\d):([0-5]?\\d)[,.](\\d{1,3}).*");

  private SubRip() {}

  public static String write(List<Cue> cues) {
    StringBuilder text = new StringBuilder();
    int number = 1;
    for (Cue cue : cues) {
      text.append(number++).append("\r\n");
      text.append(time(cue.startMs())).append(" --> ").append(time(cue.endMs())).append("\r\n");
      cue.lines().forEach(line -> text.append(line).append("\r\n"));
      text.append("\r\n");
    }
    return text.toString();
  }

  /**
   * Reads a file; tags such as those for italics are left out.
   *
   * @throws Unreadable if a block has no line of times
   */
  public static List<Cue> read(String file) {
    List<String> lines = file.replace("\uFEFF", "").lines().toList();
    List<Cue> cues = new ArrayList<>();
    int at = 0;
    while (at < lines.size()) {
      if (lines.get(at).isBlank()) {
        at++;
        continue;
      }
      at += lines.get(at).strip().matches("\\d+") ? 1 : 0;
      Matcher times = TIMES.matcher(at < lines.size() ? lines.get(at) : "");
      if (!times.matches()) {
        throw new Unreadable(
            Math.min(at + 1, lines.size()), at < lines.size() ? lines.get(at) : "");
      }
      List<String> text = new ArrayList<>();
      for (at++; at < lines.size() && !lines.get(at).isBlank(); at++) {
        text.add(lines.get(at).replaceAll("<[^>]*>|\\{\\\\[^}]*}", "").strip());
      }
      long start = millis(times, 1);
      long end = millis(times, 5);
      if (end > start && !text.isEmpty()) {
        cues.add(new Cue(start, end, text));
      }
    }
    return List.copyOf(cues);
  }

  private static long millis(Matcher m, int group) {
    return ((Long.parseLong(m.group(group)) * 60 + Long.parseLong(m.group(group + 1))) * 60
                + Long.parseLong(m.group(group + 2)))
            * 1000
        + Long.parseLong((m.group(group + 3) + "00").substring(0, 3));
  }

  private static String time(long ms) {
    return "%02d:%02d:%02d,%03d"
        .formatted(ms / 3_600_000, ms / 60_000 % 60, ms / 1000 % 60, ms % 1000);
  }
}
