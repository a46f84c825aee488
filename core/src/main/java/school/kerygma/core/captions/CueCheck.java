package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.text.Words;

/**
 * How a caption reads, against the DCMP Captioning Key (from memory): words a minute of its level,
 * two lines of 32 characters, at least 40 frames at 30 a second and at most 6 s.
 *
 * @param wordsPerMinute how fast it is to be read; 0 for one without words
 * @param lineChars characters of its longest line
 * @param lengthMs how long it stands
 * @param findings what is against the key, the most pressing first
 */
public record CueCheck(int wordsPerMinute, int lineChars, long lengthMs, List<Finding> findings) {

  private static final double MINUTE_MS = 60_000;

  /** What is wrong with a caption, and with it what to do. */
  public enum Finding {
    /** Nobody has written yet what is said. */
    NOT_WRITTEN,
    /** More lines than two, or one too long: it says too much for one caption; split it. */
    TOO_MUCH_TEXT,
    /** There is silence after it: it can stand longer. */
    TOO_FAST_ROOM_AFTER,
    /** The next one comes at once: join it with a slower one, or say less. */
    TOO_FAST,
    TOO_SHORT,
    TOO_LONG
  }

  public CueCheck {
    findings = List.copyOf(findings);
  }

  /**
   * Checks a caption.
   *
   * @param roomMs how much longer it could stand before the next one comes
   */
  public static CueCheck of(Cue cue, CaptionLevel level, long roomMs) {
    int words = Words.count(cue.text());
    int wordsPerMinute = (int) Math.round(words * MINUTE_MS / cue.lengthMs());
    int chars = cue.lines().stream().mapToInt(String::length).max().orElse(0);
    List<Finding> findings = new ArrayList<>();
    if (cue.text().equals(CueBuilder.NOT_WRITTEN)) {
      findings.add(Finding.NOT_WRITTEN);
    } else {
      if (cue.lines().size() > CueBuilder.LINES || chars > CueBuilder.LINE_CHARS) {
        findings.add(Finding.TOO_MUCH_TEXT);
      }
      if (wordsPerMinute > level.most()) {
        boolean room = cue.endMs() + roomMs >= end(cue, level);
        findings.add(room ? Finding.TOO_FAST_ROOM_AFTER : Finding.TOO_FAST);
      }
      if (cue.lengthMs() < CueBuilder.SHORTEST_MS) {
        findings.add(Finding.TOO_SHORT);
      }
    }
    if (cue.lengthMs() > CueBuilder.LONGEST_MS) {
      findings.add(Finding.TOO_LONG);
    }
    return new CueCheck(wordsPerMinute, chars, cue.lengthMs(), findings);
  }

  /** When a caption may go at the earliest if it shall be read at a level. */
  static long end(Cue cue, CaptionLevel level) {
    long reading = (long) Math.ceil(Words.count(cue.text()) * MINUTE_MS / level.most());
    return cue.startMs() + Math.max(reading, CueBuilder.SHORTEST_MS);
  }
}
