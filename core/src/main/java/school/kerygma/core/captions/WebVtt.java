package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Writes and reads WebVTT (W3C WebVTT: The Web Video Text Tracks Format). Reading keeps the text of
 * the cues without their tags; settings, styles, regions and comments are passed over.
 */
public final class WebVtt {

  private static final Pattern TIMING =
      Pattern.compile(
          "^\\s*(?:(\\d{2,}):)?([0-5]\\d):([0-5]\\d)\\.(\\d{3})\\s*-->\\s*(?:(\\d{2,}):)?([0-5]\\d):([0-5]\\d)\\.(\\d{3})(?:\\s.*)?$");

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

  /**
   * Reads a file.
   *
   * @throws IllegalArgumentException if it does not begin with the WEBVTT signature
   */
  public static List<Cue> read(String file) {
    String text = file.replace("\r\n", "\n").replace('\r', '\n').replace('\0', '\uFFFD');
    if (text.startsWith("\uFEFF")) {
      text = text.substring(1);
    }
    if (!text.matches("(?s)WEBVTT(?:[ \\t\\n].*)?")) {
      throw new IllegalArgumentException("This is no WebVTT file: it does not begin with WEBVTT");
    }
    List<Cue> cues = new ArrayList<>();
    for (String block : text.split("\n{2,}")) {
      readBlock(block, cues);
    }
    return List.copyOf(cues);
  }

  private static void readBlock(String block, List<Cue> cues) {
    List<String> lines = block.lines().toList();
    for (int i = 0; i < Math.min(2, lines.size()); i++) {
      Matcher timing = TIMING.matcher(lines.get(i));
      if (timing.matches()) {
        long start = millis(timing, 1);
        long end = millis(timing, 5);
        if (end > start) {
          List<String> text = lines.subList(i + 1, lines.size());
          cues.add(new Cue(start, end, text.stream().map(WebVtt::plain).toList()));
        }
        return;
      }
    }
  }

  private static long millis(Matcher m, int group) {
    long hours = m.group(group) == null ? 0 : Long.parseLong(m.group(group));
    return ((hours * 60 + Long.parseLong(m.group(group + 1))) * 60
                + Long.parseLong(m.group(group + 2)))
            * 1000
        + Long.parseLong(m.group(group + 3));
  }

  private static String time(long ms) {
    return "%02d:%02d:%02d.%03d"
        .formatted(ms / 3_600_000, ms / 60_000 % 60, ms / 1000 % 60, ms % 1000);
  }

  private static String escape(String line) {
    return line.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  private static String plain(String line) {
    return line.replaceAll("<[^>]*>", "")
        .replace("&lt;", "<")
        .replace("&gt;", ">")
        .replace("&nbsp;", "\u00A0")
        .replace("&lrm;", "\u200E")
        .replace("&rlm;", "\u200F")
        .replace("&amp;", "&");
  }
}
