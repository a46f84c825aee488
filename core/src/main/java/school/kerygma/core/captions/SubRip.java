package school.kerygma.core.captions;

import java.util.List;

/**
 * Writes SubRip (.srt), which has no standard: numbered blocks with a line of times, a comma before
 * the milliseconds, and lines of text, as players everywhere read it (common practice).
 */
public final class SubRip {

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

  private static String time(long ms) {
    return "%02d:%02d:%02d,%03d"
        .formatted(ms / 3_600_000, ms / 60_000 % 60, ms / 1000 % 60, ms % 1000);
  }
}
