package school.kerygma.core.captions;

import java.util.List;

/** Writes WebVTT (W3C WebVTT: The Web Video Text Tracks Format). */
public final class WebVtt {

  private WebVtt() {}

  public static String write(List<Cue> cues) {
    StringBuilder text = new StringBuilder("WEBVTT\n");
    int number = 1;
    for (Cue cue : cues) {
      text.append('\n').append(number++).append('\n');
      text.append(time(cue.startMs())).append(" --> ").append(time(cue.endMs())).append('\n');
      cue.lines().forEach(line -> text.append(escape(line)).append('\n'));
    }
    return text.toString();
  }

  private static String time(long ms) {
    return "%02d:%02d:%02d.%03d"
        .formatted(ms / 3_600_000, ms / 60_000 % 60, ms / 1000 % 60, ms % 1000);
  }

  private static String escape(String line) {
    return line.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  /** A line of text without tags and escapes. */
  static String plain(String line) {
    return line.replaceAll("</?[\\p{L}0-9][^<>]*>", "")
        .replace("&lt;", "<")
        .replace("&gt;", ">")
        .replace("&nbsp;", "\u00A0")
        .replace("&lrm;", "\u200E")
        .replace("&rlm;", "\u200F")
        .replace("&amp;", "&");
  }
}
